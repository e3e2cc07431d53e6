package juiceswap.core.learn;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;
import juiceswap.core.learn.Observed.Reading;

/**
 * A while in which the watts of both legs stay about the same.
 *
 * @param readings in it
 * @param at second of its first reading
 * @param until second of its last reading
 * @param level watts of each leg, without the surge at its beginning
 * @param peak highest reading of each leg about its beginning
 */
record Plateau(int readings, double at, double until, double[] level, double[] peak) {
    /** Readings on each side that are compared: a monitor's noise is less than a small load in the median of so many. */
    private static final int WINDOW = 5;

    private static final double WINDOW_SECONDS = 14;

    /** A smaller step is not looked for, in watts. */
    private static final double LEAST_STEP = 38;

    /** Of several steps close together each has to be so large, in watts. */
    private static final double LEAST_STEP_IN_A_ROW = 75;

    /** Silence of more than so many seconds may hide anything. */
    private static final double GAP_SECONDS = 10;

    private static final double NOISE_CUT = 45;

    /** The same while something else is taken off. */
    Plateau withLevel(double[] other) {
        return new Plateau(readings, at, until, other, peak);
    }

    /** Nothing was read between the two. */
    boolean gapBefore(Plateau next) {
        return next.at - until > GAP_SECONDS;
    }

    /** Watts that the legs rise by to the next. */
    double rise(Plateau next, int leg) {
        return next.level[leg] - level[leg];
    }

    /** Cuts the readings where the level changes. */
    static List<Plateau> of(List<Reading> readings) {
        List<Integer> bounds = new ArrayList<>();
        bounds.add(0);
        bounds.addAll(cuts(readings));
        bounds.add(readings.size());
        List<Plateau> plateaus = new ArrayList<>();
        for (int i = 0; i + 1 < bounds.size(); i++) {
            if (bounds.get(i + 1) > bounds.get(i)) {
                plateaus.add(between(readings, bounds.get(i), bounds.get(i + 1)));
            }
        }
        return plateaus;
    }

    private static TreeSet<Integer> cuts(List<Reading> readings) {
        TreeSet<Integer> cuts = new TreeSet<>();
        List<Integer> group = new ArrayList<>();
        for (int i = 1; i < readings.size(); i++) {
            if (step(readings, i) > LEAST_STEP) {
                if (!group.isEmpty() && i - group.get(group.size() - 1) > 1) {
                    cuts.addAll(ofGroup(readings, group));
                    group.clear();
                }
                group.add(i);
            }
            if (readings.get(i).at() - readings.get(i - 1).at() > GAP_SECONDS) {
                cuts.add(i);
            }
        }
        cuts.addAll(ofGroup(readings, group));
        return cuts;
    }

    /** By how much the medians before and from there on differ, on the leg where they differ more. */
    private static double step(List<Reading> readings, int at) {
        double largest = 0;
        for (int leg = 0; leg < 2; leg++) {
            List<Double> before = new ArrayList<>();
            for (int j = Math.max(0, at - WINDOW); j < at; j++) {
                if (readings.get(at).at() - readings.get(j).at() <= WINDOW_SECONDS) {
                    before.add(readings.get(j).on(leg));
                }
            }
            List<Double> after = new ArrayList<>();
            for (int j = at; j < Math.min(readings.size(), at + WINDOW); j++) {
                if (readings.get(j).at() - readings.get(at).at() <= WINDOW_SECONDS) {
                    after.add(readings.get(j).on(leg));
                }
            }
            if (before.size() < 2 || after.size() < 2) {
                return 0;
            }
            largest = Math.max(largest, Math.abs(Middle.of(after) - Middle.of(before)));
        }
        return largest;
    }

    /** In a row of readings that stand out, the largest jump is a cut; another one too, if it is large and apart. */
    private static List<Integer> ofGroup(List<Reading> readings, List<Integer> group) {
        List<Integer> byJump = new ArrayList<>(group);
        byJump.sort(Comparator.comparingDouble((Integer i) -> -jump(readings, i)));
        List<Integer> taken = new ArrayList<>();
        for (int i : byJump) {
            boolean apart = taken.stream().allMatch(other -> Math.abs(i - other) > 2);
            if (taken.isEmpty() || apart && jump(readings, i) > LEAST_STEP_IN_A_ROW) {
                taken.add(i);
            }
        }
        return taken;
    }

    private static double jump(List<Reading> readings, int i) {
        return Math.max(
                Math.abs(readings.get(i).l1() - readings.get(i - 1).l1()),
                Math.abs(readings.get(i).l2() - readings.get(i - 1).l2()));
    }

    private static Plateau between(List<Reading> readings, int from, int to) {
        int count = to - from;
        // the first seconds hold part of a second and the surge of a start, the last may be half of the next
        int first = count >= 8 ? from + 3 : count >= 5 ? from + 2 : from;
        int end = count >= 8 ? to - 1 : to;
        double[] level = new double[2];
        double[] peak = new double[2];
        for (int leg = 0; leg < 2; leg++) {
            double[] watts = new double[end - first];
            for (int i = first; i < end; i++) {
                watts[i - first] = readings.get(i).on(leg);
            }
            double middle = Middle.of(watts);
            level[leg] = count >= 5 ? cutMean(watts, middle) : middle;
            peak[leg] = Double.NEGATIVE_INFINITY;
            for (int i = Math.max(0, from - 2); i < Math.min(to, from + 3); i++) {
                peak[leg] = Math.max(peak[leg], readings.get(i).on(leg));
            }
        }
        return new Plateau(count, readings.get(from).at(), readings.get(to - 1).at(), level, peak);
    }

    private static double cutMean(double[] watts, double middle) {
        double sum = 0;
        for (double one : watts) {
            sum += Math.min(Math.max(one, middle - NOISE_CUT), middle + NOISE_CUT);
        }
        return sum / watts.length;
    }
}
