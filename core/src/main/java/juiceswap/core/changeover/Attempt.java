package juiceswap.core.changeover;

import org.jspecify.annotations.Nullable;

/**
 * An action considered: how things stood before it and how they would stand after. Rules judge attempts.
 *
 * @param goal what it is done for, or null when nothing in particular
 */
public record Attempt(
        Changeover changeover,
        @Nullable Goal goal,
        Action action,
        @Nullable String circuit,
        SwapState before,
        SwapState after) {

    static Attempt of(Changeover changeover, @Nullable Goal goal, SwapState before, Changeover.Move move) {
        return new Attempt(
                changeover,
                goal,
                move.action(),
                move.circuit(),
                before,
                changeover.after(before, move.action(), move.circuit()));
    }

    boolean is(Action... any) {
        for (Action one : any) {
            if (action == one) {
                return true;
            }
        }
        return false;
    }

    /** The house gets power from the set by it. */
    boolean feeds() {
        return changeover.fed(after) && !changeover.fed(before);
    }

    /** Takes the set one step nearer to carrying the house. */
    boolean putsToUse() {
        return is(Action.OUTPUT_ON, Action.PICK_UP) || feeds();
    }

    boolean dangerBefore() {
        return changeover.danger(before);
    }

    boolean picksTestCircuit() {
        return circuit != null && changeover.isTestCircuit(circuit);
    }

    /** Fed from the moment the engine runs: nothing can be opened between the set and the circuit switches. */
    boolean fedFromTheStart() {
        return !changeover.source().outputSwitch() && changeover.parting().oneByOne();
    }

    /** That check is asked for and was not made before. */
    boolean lacks(Check check) {
        return changeover.lacks(before, check);
    }

    boolean done(Check check) {
        return before.done().has(check);
    }
}
