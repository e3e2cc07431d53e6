@NullMarked
package juiceswap.web.household;

import org.jspecify.annotations.NullMarked;
