@NullMarked
package juiceswap.web.words;

import org.jspecify.annotations.NullMarked;
