/** The neutral-to-ground bond: found out, and brought to exactly one in whatever is energised. */
@NullMarked
package juiceswap.core.bonding;

import org.jspecify.annotations.NullMarked;
