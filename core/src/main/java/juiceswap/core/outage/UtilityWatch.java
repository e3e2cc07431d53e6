package juiceswap.core.outage;

import java.time.Duration;
import java.time.Instant;

/**
 * The street has power again: how it is known, and since when. Power that comes back often goes again, so the way back is
 * offered only after it has held for a while.
 */
public record UtilityWatch(Sign sign, Instant since) {
    /** How long it has to hold unless the household says otherwise. */
    public static final Duration DEFAULT_HOLD = Duration.ofMinutes(10);

    /** When it will have held. */
    public Instant heldAt(Duration hold) {
        return since.plus(hold);
    }

    /** Whether it has lasted for {@code hold} by then. */
    public boolean held(Duration hold, Instant now) {
        return !now.isBefore(heldAt(hold));
    }
}
