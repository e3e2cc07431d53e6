@NullMarked
package juiceswap.web.swap;

import org.jspecify.annotations.NullMarked;
