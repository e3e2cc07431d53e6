/** The whole that a household edits: its wiring, its supply, and what it wants in an outage. */
@NullMarked
package juiceswap.core.household;

import org.jspecify.annotations.NullMarked;
