@NullMarked
package juiceswap.web.rotate;

import org.jspecify.annotations.NullMarked;
