/** Meter readings to verdict and cause. */
@NullMarked
package juiceswap.core.meter;

import org.jspecify.annotations.NullMarked;
