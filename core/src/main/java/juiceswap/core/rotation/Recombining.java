package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeSet;

/**
 * Makes one plan of several: each search is caught somewhere, one in its night, another in its morning. Hours of one are taken
 * over into another wherever that is better, cut where somebody walks to the panel anyhow in either.
 */
final class Recombining {
    private static final double HAIR = 1e-9;

    private Recombining() {}

    /**
     * The best of these plans, with hours of the others as long as that makes it better.
     *
     * @param work elementary steps that it may take, about
     */
    static long[] best(Compiled problem, Draft draft, List<long[]> plans, long work) {
        long until = draft.work() + work;
        List<long[]> sorted = new ArrayList<>(plans);
        sorted.sort(Comparator.comparingDouble(problem::score));
        draft.take(sorted.get(0));
        boolean again = true;
        while (again) {
            again = false;
            for (long[] other : sorted.subList(1, sorted.size())) {
                again |= takeOver(problem, draft, other, until);
            }
        }
        return draft.sets.clone();
    }

    /** Takes over the hours of another plan that make this one better most; false when none do. */
    private static boolean takeOver(Compiled problem, Draft draft, long[] other, long until) {
        List<Integer> cuts = cuts(problem, draft, other);
        double best = draft.score() - HAIR;
        int from = -1;
        int to = -1;
        for (int i = 0; i < cuts.size() && draft.work() < until; i++) {
            for (int j = i + 1; j < cuts.size(); j++) {
                draft.paste(other, cuts.get(i), cuts.get(j));
                double cost = draft.judge();
                if (draft.changed() && cost < best) {
                    best = cost;
                    from = cuts.get(i);
                    to = cuts.get(j);
                }
                draft.takeBack();
            }
        }
        if (from < 0) {
            return false;
        }
        draft.paste(other, from, to);
        draft.judge();
        draft.keep();
        return true;
    }

    /** Both ends, and the boundaries at which something changes in either. */
    private static List<Integer> cuts(Compiled problem, Draft draft, long[] other) {
        TreeSet<Integer> cuts = new TreeSet<>();
        for (int visit : draft.visits()) {
            cuts.add(visit);
        }
        for (int slot = 1; slot < problem.slots; slot++) {
            if (other[slot] != other[slot - 1]) {
                cuts.add(slot);
            }
        }
        cuts.add(0);
        cuts.add(problem.slots);
        return List.copyOf(cuts);
    }
}
