/** Sharing the supply between circuits over time. */
@NullMarked
package juiceswap.core.rotation;

import org.jspecify.annotations.NullMarked;
