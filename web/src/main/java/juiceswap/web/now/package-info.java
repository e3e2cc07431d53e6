@NullMarked
package juiceswap.web.now;

import org.jspecify.annotations.NullMarked;
