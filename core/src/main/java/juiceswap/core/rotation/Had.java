package juiceswap.core.rotation;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What circuits have had so far, from the log: how full their reserves are, how long they have run.
 *
 * @param zone by whose clock it is asked
 * @param supplied in the order of time; before the first one everything had power
 * @param observed in the order of time: levels that somebody found
 */
public record Had(ZoneId zone, List<Supplied> supplied, List<Observed> observed) {
    private static final Duration A_MINUTE = Duration.ofMinutes(1);

    private static final Duration COMPRESSOR_RESTS = Duration.ofMinutes(5);

    /** Nothing is known: reserves are full, nothing has run. */
    public static final Had NOTHING = new Had(ZoneOffset.UTC, List.of(), List.of());

    /**
     * A reserve as somebody found it.
     *
     * @param celsius degrees, null when it is not told by its temperature
     * @param minutes left, 0 or more
     */
    public record Observed(
            Instant at, String circuit, @Nullable Double celsius, double minutes) {}

    private record Run(Instant from, Instant to) {
        double minutes() {
            return Duration.between(from, to).getSeconds() / 60.0;
        }
    }

    public Had {
        supplied = List.copyOf(supplied);
        observed = List.copyOf(observed);
    }

    /** Minutes of reserve at that time: without power it falls by the clock, with it it rises hold / recover as fast. */
    public double level(StandingNeed.Keep keep, LocalDateTime localNow) {
        Instant now = instant(localNow);
        double level = keep.holdMinutes();
        Instant since = supplied.isEmpty() ? now : supplied.get(0).at();
        for (Observed one : observed) {
            // it is asked for by the minute: what was seen within it counts
            boolean seen = one.at().isBefore(now.plus(A_MINUTE));
            if (one.circuit().equals(keep.circuit()) && seen) {
                level = Math.min(keep.holdMinutes(), one.minutes());
                since = one.at();
            }
        }
        double rise = keep.holdMinutes() / keep.recoverMinutes();
        for (int i = 0; i < supplied.size(); i++) {
            Instant from = later(supplied.get(i).at(), since);
            Instant to = end(i, now);
            if (from.isBefore(to)) {
                double minutes = Duration.between(from, to).getSeconds() / 60.0;
                level = supplied.get(i).circuits().contains(keep.circuit())
                        ? Math.min(keep.holdMinutes(), level + minutes * rise)
                        : Math.max(0, level - minutes);
            }
        }
        return level;
    }

    /** Minutes that a circuit has had power between two times. */
    public double minutes(String circuit, LocalDateTime from, LocalDateTime to) {
        return runs(circuit, from, to).stream().mapToDouble(Run::minutes).sum();
    }

    /** The same, by the world's clock. */
    double minutesWithPower(String circuit, Instant from, Instant to) {
        return runs(circuit, from, to).stream().mapToDouble(Run::minutes).sum();
    }

    /** The longest of its unbroken runs, in minutes. */
    public double longestRun(String circuit, LocalDateTime from, LocalDateTime to) {
        return runs(circuit, from, to).stream().mapToDouble(Run::minutes).max().orElse(0);
    }

    /** Minutes of the run that is still going on at {@code to}; 0 when it is off then. */
    public double running(String circuit, LocalDateTime from, LocalDateTime to) {
        List<Run> runs = runs(circuit, from, to);
        Run last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
        return last == null || last.to().isBefore(instant(to)) ? 0 : last.minutes();
    }

    /**
     * Minutes for which a compressor that has just lost power had better stay off: against the pressure that it left behind it
     * may stall and trip. Refrigerators and air conditioners with a delay of their own wait three to five minutes; we take five.
     *
     * @return whole minutes, rounded up; 0 when it may start, or is on
     */
    public long restOfCompressor(StandingNeed.Keep keep, Instant now) {
        Instant since = since(keep.circuit());
        if (powered(keep.circuit()) || since == null || !keep.keeping().byCompressor()) {
            return 0;
        }
        long seconds = COMPRESSOR_RESTS.minus(Duration.between(since, now)).toSeconds();
        return Math.max(0, (seconds + 59) / 60);
    }

    /** Whether a circuit has power now. */
    public boolean powered(String circuit) {
        return !supplied.isEmpty()
                && supplied.get(supplied.size() - 1).circuits().contains(circuit);
    }

    /** Since when a circuit has been as it is now; null when it has been so from the start. */
    public @Nullable Instant since(String circuit) {
        Instant since = null;
        for (int i = 1; i < supplied.size(); i++) {
            boolean was = supplied.get(i - 1).circuits().contains(circuit);
            if (supplied.get(i).circuits().contains(circuit) != was) {
                since = supplied.get(i).at();
            }
        }
        return since;
    }

    private List<Run> runs(String circuit, LocalDateTime from, LocalDateTime to) {
        return runs(circuit, instant(from), instant(to));
    }

    private List<Run> runs(String circuit, Instant from, Instant to) {
        List<Run> runs = new ArrayList<>();
        for (int i = 0; i < supplied.size(); i++) {
            Instant begins = later(supplied.get(i).at(), from);
            Instant ends = end(i, to);
            if (!supplied.get(i).circuits().contains(circuit) || !begins.isBefore(ends)) {
                continue;
            }
            Run last = runs.isEmpty() ? null : runs.get(runs.size() - 1);
            if (last != null && last.to().equals(begins)) {
                runs.set(runs.size() - 1, new Run(last.from(), ends));
            } else {
                runs.add(new Run(begins, ends));
            }
        }
        return runs;
    }

    private Instant instant(LocalDateTime local) {
        return local.atZone(zone).toInstant();
    }

    private Instant end(int index, Instant latest) {
        Instant next = index + 1 < supplied.size() ? supplied.get(index + 1).at() : latest;
        return next.isBefore(latest) ? next : latest;
    }

    private static Instant later(Instant one, Instant other) {
        return one.isAfter(other) ? one : other;
    }
}
