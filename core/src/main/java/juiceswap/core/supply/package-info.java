/** What the generator and the way to the panel can carry. */
@NullMarked
package juiceswap.core.supply;

import org.jspecify.annotations.NullMarked;
