package juiceswap.core.rotation;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import org.jspecify.annotations.Nullable;

/**
 * How long something holds without power, and how long it takes to recover with it, by all temperatures that were seen in
 * outages. Pairs between which it was OFF throughout tell how fast it falls (least squares, by the share of the reserve); what the
 * others show, less what it lost while it was OFF in between, tells how fast it rises.
 *
 * @param holdMinutes null where hardly any time without power lies between temperatures
 * @param recoverMinutes null where hardly any time with power does
 * @param pairs of temperatures that were used
 * @param missedShare by how much of the reserve the two paces miss what was seen, on average (root mean square)
 */
public record LearnedTimes(
        String circuit,
        @Nullable Double holdMinutes,
        @Nullable Double recoverMinutes,
        int pairs,
        double missedShare) {
    /** Nearer to full than this it may have reached its set-point long before, which tells nothing of the pace. */
    private static final double FULL_SHARE = 0.05;

    /** Two looks within minutes tell of the thermometer more than of the reserve. */
    private static final double LEAST_MINUTES = 10;

    /** Less than this of the reserve, lost or gained in all, tells nothing. */
    private static final double LEAST_SHARE = 0.1;

    /** As near as a thermometer in a door is right anyway: our own choice. */
    private static final double SAME = 0.15;

    /** Beyond these nobody believes it: a thermometer was moved, or a door stood open. */
    private static final double MOST_TIMES = 10;

    /** Of how many pairs with power one is taken to rise undisturbed: being full only ever makes it look slower. */
    private static final double FASTER_THAN = 0.75;

    /** A stretch between two temperatures: minutes without and with power, the share that was lost, and what there was before. */
    private record Pair(double off, double on, double lost, double before) {
        /** Share gained a minute with power, by how fast it falls without. */
        double rise(double falls) {
            return (off * falls - lost) / on;
        }
    }

    /**
     * What was seen of it in these outages.
     *
     * @return empty where it has no temperatures, or too little was seen
     */
    public static Optional<LearnedTimes> of(StandingNeed.Keep keep, List<Had> outages) {
        Double full = keep.full();
        Double empty = keep.empty();
        if (full == null || empty == null) {
            return Optional.empty();
        }
        List<Pair> pairs = new ArrayList<>();
        for (Had had : outages) {
            addPairs(pairs, keep.circuit(), had, full, empty);
        }
        return fitted(keep.circuit(), pairs)
                .filter(times -> believable(times.holdMinutes, keep.holdMinutes())
                        && believable(times.recoverMinutes, keep.recoverMinutes()));
    }

    private static void addPairs(List<Pair> pairs, String circuit, Had had, double full, double empty) {
        Instant before = null;
        double shareBefore = 0;
        for (Had.Observed one : had.observed()) {
            Double celsius = one.celsius();
            if (!one.circuit().equals(circuit) || celsius == null) {
                continue;
            }
            double share = (celsius - empty) / (full - empty);
            if (before != null) {
                double on = had.minutesWithPower(circuit, before, one.at());
                double all = Duration.between(before, one.at()).toSeconds() / 60.0;
                boolean mayBeFull = on > 0 && share > 1 - FULL_SHARE;
                if (all >= LEAST_MINUTES && !mayBeFull) {
                    pairs.add(new Pair(all - on, on, shareBefore - share, shareBefore));
                }
            }
            before = one.at();
            shareBefore = share;
        }
    }

    private static Optional<LearnedTimes> fitted(String circuit, List<Pair> pairs) {
        List<Pair> off = pairs.stream().filter(pair -> pair.on == 0).toList();
        double lost = off.stream().mapToDouble(Pair::lost).sum();
        double falls = lost < LEAST_SHARE ? 0 : pace(off, Pair::off, Pair::lost);
        // with time OFF in between nothing is known of the rise where nothing is known of the fall
        List<Pair> on = rising(
                pairs.stream()
                        .filter(pair -> pair.on > 0 && (falls > 0 || pair.off == 0))
                        .toList(),
                falls);
        double gained =
                on.stream().mapToDouble(pair -> pair.on * pair.rise(falls)).sum();
        double rises = gained < LEAST_SHARE ? 0 : pace(on, Pair::on, pair -> pair.on * pair.rise(falls));
        List<Pair> used = new ArrayList<>(falls > 0 ? off : List.of());
        used.addAll(rises > 0 ? on : List.of());
        if (used.isEmpty()) {
            return Optional.empty();
        }
        double squares = used.stream()
                .mapToDouble(pair -> Math.pow(pair.lost - pair.off * falls + pair.on * rises, 2))
                .sum();
        return Optional.of(new LearnedTimes(
                circuit,
                falls > 0 ? (Double) (1 / falls) : null,
                rises > 0 ? (Double) (1 / rises) : null,
                used.size(),
                Math.sqrt(squares / used.size())));
    }

    /** Those between which it was not full, by the pace of the faster ones. */
    private static List<Pair> rising(List<Pair> on, double falls) {
        double[] rises =
                on.stream().mapToDouble(pair -> pair.rise(falls)).sorted().toArray();
        if (rises.length == 0) {
            return on;
        }
        double fast = rises[(int) (FASTER_THAN * (rises.length - 1))];
        List<Pair> left =
                on.stream().filter(pair -> pair.before + pair.on * fast <= 1).toList();
        return left.isEmpty() ? on : left;
    }

    /** The share a minute that fits best. */
    private static double pace(List<Pair> pairs, ToDoubleFunction<Pair> minutes, ToDoubleFunction<Pair> share) {
        double squares = 0;
        double products = 0;
        for (Pair pair : pairs) {
            squares += minutes.applyAsDouble(pair) * minutes.applyAsDouble(pair);
            products += minutes.applyAsDouble(pair) * share.applyAsDouble(pair);
        }
        return products / squares;
    }

    private static boolean believable(@Nullable Double learned, double entered) {
        return learned == null || learned < MOST_TIMES * entered && learned > entered / MOST_TIMES;
    }

    /** Whether it holds, or recovers, noticeably other than was entered. */
    public boolean differs(StandingNeed.Keep keep) {
        return differs(holdMinutes, keep.holdMinutes()) || differs(recoverMinutes, keep.recoverMinutes());
    }

    /** Whether it loses what it keeps faster than was entered: a seal, a door, refrigerant, a draft. */
    public boolean isWorse(StandingNeed.Keep keep) {
        return holdMinutes != null && holdMinutes < (1 - SAME) * keep.holdMinutes();
    }

    private static boolean differs(@Nullable Double learned, double entered) {
        return learned != null && Math.abs(learned - entered) > SAME * entered;
    }

    /** The need with what was learned, to whole minutes. */
    public StandingNeed.Keep taken(StandingNeed.Keep keep) {
        return keep.withTimes(
                holdMinutes == null ? keep.holdMinutes() : Math.max(1, Math.rint(holdMinutes)),
                recoverMinutes == null ? keep.recoverMinutes() : Math.max(1, Math.rint(recoverMinutes)));
    }
}
