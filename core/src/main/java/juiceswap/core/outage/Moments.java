package juiceswap.core.outage;

import java.time.Duration;
import java.time.Instant;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.VoltageJudgement;
import org.jspecify.annotations.Nullable;

/**
 * When what was done and read last, as far as people wrote it to the log.
 *
 * @param written the last entry
 * @param switched a branch breaker was switched, or told to stand otherwise; null: never
 * @param read volts or hertz were read; null: never
 * @param amps amps were read since anything was switched, and what; null: not
 */
public record Moments(
        @Nullable Instant written,
        @Nullable Instant switched,
        @Nullable Instant read,
        @Nullable Amps amps) {
    static final Moments NONE = new Moments(null, null, null, null);

    /** After something was done a monitor needs some seconds to report. */
    private static final Duration SETTLING = Duration.ofSeconds(30);

    /** Amps as somebody read them under way. */
    public record Amps(Instant at, Measured measured) {}

    /**
     * Whether a panel that should be fed is dark: its monitor has reported before, and is silent now or sees no volts.
     *
     * @param l1n volts that the monitor reports now, null when it is silent
     */
    public boolean dark(boolean shouldBeFed, boolean reportedBefore, @Nullable Double l1n, Instant now) {
        return shouldBeFed
                && reportedBefore
                && written != null
                && written.isBefore(now.minus(SETTLING))
                && (l1n == null || l1n < VoltageJudgement.NO_SUPPLY_VOLTS);
    }

    /** The moments once that entry is written; {@code switches} when a branch breaker stands otherwise by it. */
    Moments next(Entry entry, boolean switches) {
        Measured measured = entry.event().measured();
        Amps read = measured != null
                        && entry.event() instanceof Event.Read
                        && measured.readings().l1a() != null
                ? new Amps(entry.at(), measured)
                : amps;
        boolean taken = measured != null && !(entry.event() instanceof Event.RefusedReading);
        return new Moments(
                entry.at(), switches ? entry.at() : switched, taken ? entry.at() : this.read, switches ? null : read);
    }
}
