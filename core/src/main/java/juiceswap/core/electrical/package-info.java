/** Conductors: what they carry and what they lose. */
@NullMarked
package juiceswap.core.electrical;

import org.jspecify.annotations.NullMarked;
