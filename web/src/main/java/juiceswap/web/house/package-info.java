@NullMarked
package juiceswap.web.house;

import org.jspecify.annotations.NullMarked;
