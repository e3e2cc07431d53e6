@NullMarked
package juiceswap.web.pocket;

import org.jspecify.annotations.NullMarked;
