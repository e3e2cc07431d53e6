@NullMarked
package juiceswap.web.frame;

import org.jspecify.annotations.NullMarked;
