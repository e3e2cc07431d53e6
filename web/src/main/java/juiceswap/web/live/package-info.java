@NullMarked
package juiceswap.web.live;

import org.jspecify.annotations.NullMarked;
