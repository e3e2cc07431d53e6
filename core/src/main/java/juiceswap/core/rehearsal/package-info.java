/**
 * A world that answers like the real one: whatever a person does in it happens, and what would come of it comes. House,
 * engine and street follow from the circuit, the rules and the changeover's states; nothing is left to chance.
 */
@NullMarked
package juiceswap.core.rehearsal;

import org.jspecify.annotations.NullMarked;
