package juiceswap.core.learn;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.rotation.Supplied;

/**
 * What a panel monitor has read, and what people told meanwhile.
 *
 * @param readings rising by time; there may be gaps
 * @param moves breakers that were told to have been turned; up to 20 s off, some missing
 * @param onAtStart ids of the circuits that were on before the first reading
 */
public record Observed(List<Reading> readings, List<Move> moves, Set<String> onAtStart) {
    private static final double MILLISECONDS = 1000;

    /**
     * Watts of both legs, each the mean over the second that begins then.
     *
     * @param at seconds
     */
    public record Reading(double at, double l1, double l2) {
        double on(int leg) {
            return leg == 0 ? l1 : l2;
        }
    }

    /**
     * A breaker that was told to have been turned.
     *
     * @param at seconds
     */
    public record Move(double at, String circuit, boolean on) {}

    public Observed {
        readings = List.copyOf(readings);
        moves = List.copyOf(moves);
        onAtStart = Set.copyOf(onAtStart);
        for (int i = 1; i < readings.size(); i++) {
            InvalidInput.unless(
                    readings.get(i).at() > readings.get(i - 1).at(), "/readings/" + i + "/at", "invalid.not-rising");
        }
    }

    /**
     * What was read while a log told what had power.
     *
     * @param readings rising by time, at least one; seconds of the epoch
     * @param supplied what had power since when, in the order of time
     * @param known ids of the circuits that there are: of others nothing is learned
     */
    public static Observed along(List<Reading> readings, List<Supplied> supplied, Set<String> known) {
        Set<String> on = Set.of();
        Set<String> atStart = Set.of();
        List<Move> moves = new ArrayList<>();
        for (Supplied next : supplied) {
            double second = next.at().toEpochMilli() / MILLISECONDS;
            Set<String> then = new HashSet<>(next.circuits());
            then.retainAll(known);
            if (second <= readings.get(0).at()) {
                atStart = then;
            } else {
                addMoves(second, on, then, moves);
            }
            on = then;
        }
        return new Observed(readings, moves, atStart);
    }

    private static void addMoves(double second, Set<String> before, Set<String> then, List<Move> moves) {
        then.stream().filter(id -> !before.contains(id)).forEach(id -> moves.add(new Move(second, id, true)));
        before.stream().filter(id -> !then.contains(id)).forEach(id -> moves.add(new Move(second, id, false)));
    }

    /** About every second, so that the surge of a motor's start can't fall between two readings. */
    boolean everySecond() {
        if (readings.size() < 2) {
            return true;
        }
        double[] gaps = new double[readings.size() - 1];
        for (int i = 0; i < gaps.length; i++) {
            gaps[i] = readings.get(i + 1).at() - readings.get(i).at();
        }
        return Middle.of(gaps) < 1.5;
    }
}
