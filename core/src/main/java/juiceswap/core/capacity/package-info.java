/** Whether a set of circuits fits, and in which order to close them. */
@NullMarked
package juiceswap.core.capacity;

import org.jspecify.annotations.NullMarked;
