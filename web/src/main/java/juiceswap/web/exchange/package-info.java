@NullMarked
package juiceswap.web.exchange;

import org.jspecify.annotations.NullMarked;
