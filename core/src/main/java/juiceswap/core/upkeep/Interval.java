package juiceswap.core.upkeep;

import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * How often a task is due, by whichever comes first.
 *
 * @param days above 0, or null when the calendar does not matter
 * @param hours of the engine, above 0, or null when they do not matter
 */
public record Interval(@Nullable Integer days, @Nullable Double hours) {
    public Interval {
        InvalidInput.unless(days == null || days > 0, "/days", "invalid.above-zero");
        InvalidInput.unless(hours == null || hours > 0, "/hours", "invalid.above-zero");
    }
}
