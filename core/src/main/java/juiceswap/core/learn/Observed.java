package juiceswap.core.learn;

import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;

/**
 * What a panel monitor has read, and what people told meanwhile.
 *
 * @param readings rising by time; there may be gaps
 * @param moves breakers that were told to have been turned; up to 20 s off, some missing
 * @param onAtStart ids of the circuits that were on before the first reading
 */
public record Observed(List<Reading> readings, List<Move> moves, Set<String> onAtStart) {

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
