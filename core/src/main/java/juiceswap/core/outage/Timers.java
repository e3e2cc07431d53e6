package juiceswap.core.outage;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.SwapState;
import org.jspecify.annotations.Nullable;

/**
 * Since when things have been as they are, for all that takes its time. Instants are those of the log, that is of the
 * server's clock; they survive every reload, and taking a confirmation back takes its time back too.
 *
 * @param coldSince the engine has been running cold
 * @param idleSince the hot engine has been running without load
 * @param restingSince the engine has stood still but hot
 * @param pickedUpAt the last circuit was picked up
 */
public record Timers(
        @Nullable Instant coldSince,
        @Nullable Instant idleSince,
        @Nullable Instant restingSince,
        @Nullable Instant pickedUpAt) {
    /**
     * How long the engine gets to come back to its note after a circuit was picked up. Our judgement: a governor settles
     * in a few seconds, a pump or a compressor takes up to ten to run up.
     */
    public static final Duration RECOVERY = Duration.ofSeconds(15);

    static final Timers NONE = new Timers(null, null, null, null);

    /** From when until when something takes its time. */
    public record Wait(Instant from, Instant until) {
        /** Whether it has run out by then. */
        public boolean over(Instant now) {
            return !now.isBefore(until);
        }
    }

    /** The timers once {@code after} has followed {@code before}. */
    Timers next(Changeover changeover, @Nullable SwapState before, SwapState after, Instant at) {
        boolean picked =
                before != null && after.picked().size() > before.picked().size();
        return new Timers(
                since(coldSince, after.engine() == Engine.COLD, at),
                since(idleSince, after.engine() == Engine.HOT && !changeover.loaded(after), at),
                since(restingSince, after.engine() == Engine.RESTING, at),
                picked ? at : pickedUpAt);
    }

    private static @Nullable Instant since(@Nullable Instant known, boolean now, Instant at) {
        if (!now) {
            return null;
        }
        return known == null ? at : known;
    }

    /**
     * The wait that belongs to a step; empty when it has none, or when what it waits for has not begun.
     *
     * @param hold how long the street's power has to hold
     */
    public Optional<Wait> of(
            Changeover changeover, SwapState state, Action action, @Nullable UtilityWatch watch, Duration hold) {
        return switch (action) {
            case WARM_UP -> minutes(coldSince, action.minutes(changeover, state));
            // by the clock, not by the steps that were done meanwhile
            case COOL_DOWN -> minutes(idleSince, Action.COOL_DOWN_MINUTES);
            case WAIT_COOL -> minutes(restingSince, action.minutes(changeover, state));
            case PICK_UP, MEASURE_LOADED -> wait(pickedUpAt, RECOVERY);
            case CONFIRM_UTILITY -> watch == null ? Optional.empty() : wait(watch.since(), hold);
            default -> Optional.empty();
        };
    }

    private static Optional<Wait> minutes(@Nullable Instant from, int minutes) {
        return wait(from, Duration.ofMinutes(minutes));
    }

    private static Optional<Wait> wait(@Nullable Instant from, Duration length) {
        return from == null ? Optional.empty() : Optional.of(new Wait(from, from.plus(length)));
    }
}
