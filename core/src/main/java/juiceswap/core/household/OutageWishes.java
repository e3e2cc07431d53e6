package juiceswap.core.household;

import java.time.Duration;
import juiceswap.core.changeover.Options;
import juiceswap.core.outage.UtilityWatch;
import org.jspecify.annotations.Nullable;

/**
 * How this household wants a changeover done.
 *
 * @param holdMinutes how long the utility must have held before the way back is offered, above 0; null: as is usual
 */
public record OutageWishes(Options options, @Nullable Integer holdMinutes) {
    /** Nothing is wished for. */
    public static final OutageWishes NONE = new OutageWishes(Options.NONE, null);

    /** How long the utility must have held before the way back is offered. */
    public Duration hold() {
        return holdMinutes == null ? UtilityWatch.DEFAULT_HOLD : Duration.ofMinutes(holdMinutes);
    }
}
