/** The house: its panel, legs, circuits and loads, and the transfer device. */
@NullMarked
package juiceswap.core.house;

import org.jspecify.annotations.NullMarked;
