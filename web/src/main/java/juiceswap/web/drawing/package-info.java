@NullMarked
package juiceswap.web.drawing;

import org.jspecify.annotations.NullMarked;
