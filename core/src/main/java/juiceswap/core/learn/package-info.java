/** What circuits really draw, found in what a panel monitor has read and in what people told of their breakers. */
@NullMarked
package juiceswap.core.learn;

import org.jspecify.annotations.NullMarked;
