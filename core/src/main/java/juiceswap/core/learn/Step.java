package juiceswap.core.learn;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * Something was turned ON or OFF, or turned itself.
 *
 * @param at second
 * @param side where its watts are
 * @param watts by which it rose or fell, in all, above 0
 * @param up it rose
 * @param surge watts of the highest reading above the new level
 */
record Step(double at, Side side, double watts, boolean up, double surge) {
    private static final double LEAST = 45;
    private static final double NOTHING = 36;
    private static final double HALVES_DIFFER = 0.08;
    private static final int SURE_READINGS = 5;

    /** Where the watts of a load are. */
    enum Side {
        L1,
        L2,
        BOTH
    }

    /** The steps between plateaus that are long enough to be sure of. */
    static List<Step> between(List<Plateau> plateaus) {
        List<Step> steps = new ArrayList<>();
        for (int i = 0; i + 1 < plateaus.size(); i++) {
            Plateau before = plateaus.get(i);
            Plateau after = plateaus.get(i + 1);
            if (before.readings() >= SURE_READINGS && after.readings() >= SURE_READINGS && !before.gapBefore(after)) {
                addIfClear(steps, before, after);
            }
        }
        return steps;
    }

    private static void addIfClear(List<Step> steps, Plateau before, Plateau after) {
        double l1 = before.rise(after, 0);
        double l2 = before.rise(after, 1);
        double more = Math.max(Math.abs(l1), Math.abs(l2));
        double less = Math.min(Math.abs(l1), Math.abs(l2));
        if (more < LEAST) {
            return;
        }
        boolean first = Math.abs(l1) > Math.abs(l2);
        if (less < NOTHING) {
            int leg = first ? 0 : 1;
            steps.add(new Step(
                    after.at(),
                    first ? Side.L1 : Side.L2,
                    more,
                    (first ? l1 : l2) > 0,
                    after.peak()[leg] - after.level()[leg]));
        } else if (l1 * l2 > 0 && more - less < Math.max(LEAST, HALVES_DIFFER * (more + less))) {
            steps.add(new Step(after.at(), Side.BOTH, more + less, l1 > 0, 2 * (after.peak()[0] - after.level()[0])));
        }
    }

    /**
     * Steps of about the same watts on the same side: what one load does again and again.
     *
     * @param watts the median
     * @param surges whether it rises above its level when it starts, as motors do; null where it was never seen to start
     */
    record Cluster(
            Side side,
            double watts,
            List<Step> steps,
            @Nullable Boolean surges) {
        private static final double TOGETHER_WATTS = 20;
        private static final double TOGETHER_SHARE = 0.045;
        private static final double SURGE_WATTS = 70;
        private static final double SURGE_SHARE = 0.3;
        private static final double SURGES_OF_STARTS = 0.25;

        static List<Cluster> of(List<Step> steps, Side side) {
            List<Step> sorted = new ArrayList<>(
                    steps.stream().filter(step -> step.side() == side).toList());
            sorted.sort(Comparator.comparingDouble(Step::watts));
            List<List<Step>> groups = new ArrayList<>();
            double last = 0;
            for (Step step : sorted) {
                boolean together = step.watts() - last < Math.max(TOGETHER_WATTS, TOGETHER_SHARE * step.watts());
                if (groups.isEmpty() || !together) {
                    groups.add(new ArrayList<>());
                }
                groups.get(groups.size() - 1).add(step);
                last = step.watts();
            }
            return groups.stream().map(group -> cluster(side, group)).toList();
        }

        private static Cluster cluster(Side side, List<Step> group) {
            double watts = Middle.of(group.stream().map(Step::watts).toList());
            List<Step> starts = group.stream().filter(Step::up).toList();
            long surging = starts.stream()
                    .filter(step -> step.surge() > Math.max(SURGE_WATTS, SURGE_SHARE * watts))
                    .count();
            Boolean surges = starts.isEmpty() ? null : (Boolean) (surging >= SURGES_OF_STARTS * starts.size());
            return new Cluster(side, watts, List.copyOf(group), surges);
        }

        int size() {
            return steps.size();
        }
    }
}
