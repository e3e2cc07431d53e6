package juiceswap.core.rotation;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * A reserve's hold and recovery times from what somebody saw. The reserve is taken as linear between full and empty, as it
 * is everywhere else in the planning.
 */
public final class Learning {
    /** Two temperatures nearer to each other than this share of the way from full to empty tell nothing. */
    private static final double LEAST_SHARE = 0.05;

    private Learning() {}

    /**
     * What was learned of a reserve.
     *
     * @param holds true: how long it holds without power; false: how long it takes from empty to full with it
     */
    public record Learned(boolean holds, double minutes) {}

    /**
     * What a temperature tells together with the last one before it. Nothing when there is none, less than a minute lies
     * between them, or the circuit was switched meanwhile.
     *
     * @param on whether it has power now
     */
    public static Optional<Learned> of(StandingNeed.Keep keep, Had had, boolean on, double celsius, Instant now) {
        Had.Observed last = null;
        Double before = null;
        for (Had.Observed one : had.observed()) {
            if (one.circuit().equals(keep.circuit()) && one.celsius() != null) {
                last = one;
                before = one.celsius();
            }
        }
        if (last == null || before == null) {
            return Optional.empty();
        }
        Instant changed = had.since(keep.circuit());
        double minutes = Duration.between(last.at(), now).getSeconds() / 60.0;
        if (minutes < 1 || changed != null && changed.isAfter(last.at())) {
            return Optional.empty();
        }
        return on
                ? recoverMinutes(keep, before, celsius, minutes).map(recover -> new Learned(false, recover))
                : holdMinutes(keep, before, celsius, minutes).map(hold -> new Learned(true, hold));
    }

    /**
     * How long it holds, by two temperatures between which it had no power.
     *
     * @param minutes between them, above 0
     * @return empty when they are too near to each other, on the wrong side, or the need has no temperatures
     */
    public static Optional<Double> holdMinutes(StandingNeed.Keep keep, double before, double after, double minutes) {
        return share(keep, before, after).filter(share -> share > 0).map(share -> minutes / share);
    }

    /**
     * How long it takes from empty to full, by two temperatures between which it had power all the time.
     *
     * @param minutes between them, above 0
     */
    public static Optional<Double> recoverMinutes(StandingNeed.Keep keep, double before, double after, double minutes) {
        return share(keep, before, after).filter(share -> share < 0).map(share -> minutes / -share);
    }

    /**
     * How long it takes from empty to full, by the share of time that its machine runs when it keeps its temperature: what
     * it loses while it stands it gains while it runs, so recover = hold × share / (1 − share).
     *
     * @param runs share of the time, above 0 and below 1
     */
    public static double recoverMinutes(StandingNeed.Keep keep, double runs) {
        return keep.holdMinutes() * runs / (1 - runs);
    }

    /** Share of the reserve lost from one temperature to the other; below 0 when it was gained. */
    private static Optional<Double> share(StandingNeed.Keep keep, double before, double after) {
        Double full = keep.full();
        Double empty = keep.empty();
        if (full == null || empty == null) {
            return Optional.empty();
        }
        double lost = (after - before) / (empty - full);
        return Math.abs(lost) < LEAST_SHARE ? Optional.empty() : Optional.of(lost);
    }
}
