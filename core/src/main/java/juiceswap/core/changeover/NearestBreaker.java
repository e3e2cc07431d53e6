package juiceswap.core.changeover;

import java.util.Optional;
import juiceswap.core.house.Parting;
import org.jspecify.annotations.Nullable;

/**
 * The generator breaker that somebody can open soonest when a reading says stop: in the house the input breaker or the
 * transfer switch, at the set its output breaker.
 */
public final class NearestBreaker {
    private NearestBreaker() {}

    /** The action that opens it, or empty when none is closed on the side where the person stands. */
    public static Optional<Action> of(Changeover changeover, SwapState state, @Nullable Place at) {
        if (!changeover.fed(state)) {
            return Optional.empty();
        }
        boolean inside = at != null && !at.outside();
        if (!inside) {
            return Optional.of(Action.OUTPUT_OFF).filter(action -> action.possible(changeover, state, null));
        }
        if (changeover.parting() == Parting.UNPLUGGED) {
            // pulling plugs one by one takes longer than stopping the engine, and each is pulled live
            return Optional.empty();
        }
        for (Action action : new Action[] {Action.INPUT_OFF, Action.HANDLE_OFF, Action.SWITCHES_OFF}) {
            if (action.possible(changeover, state, null)) {
                return Optional.of(action);
            }
        }
        return Optional.empty();
    }
}
