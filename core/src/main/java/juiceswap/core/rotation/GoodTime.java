package juiceswap.core.rotation;

/**
 * Among plans of one score the kinder one: a visit is made at the time at which the reserves are fullest over the day, so
 * that nothing is switched off long before it has to be, nor on later than it could.
 */
final class GoodTime {
    /** How many slots earlier or later a visit is tried. */
    private static final int FARTHEST = 8;

    private static final double HAIR = 1e-9;

    private GoodTime() {}

    /** Moves visits as long as the score stays and the reserves gain. */
    static void find(Compiled problem, Draft draft) {
        double score = draft.score();
        double fullness = fullness(problem, draft);
        for (int visit = 1; visit < problem.slots; visit++) {
            if (draft.sets[visit] == draft.sets[visit - 1] || problem.free[visit]) {
                continue;
            }
            long[] best = null;
            for (int by = -FARTHEST; by <= FARTHEST; by++) {
                int to = visit + by;
                if (by == 0 || to < 0 || to > problem.slots) {
                    continue;
                }
                long[] before = draft.sets.clone();
                draft.shift(visit, to);
                double shifted = fullness(problem, draft);
                if (draft.score() <= score + HAIR && shifted > fullness + HAIR) {
                    fullness = shifted;
                    best = draft.sets.clone();
                }
                draft.take(before);
            }
            if (best != null) {
                draft.take(best);
            }
        }
        first(problem, draft, score, fullness);
    }

    /** What is switched at once may often wait: the first visit is only shifted later. */
    private static void first(Compiled problem, Draft draft, double score, double fullness) {
        if (problem.now == null || problem.free[0] || draft.sets[0] == problem.now) {
            return;
        }
        double gained = fullness;
        long[] best = null;
        for (int to = 1; to <= FARTHEST && to <= problem.slots; to++) {
            long[] before = draft.sets.clone();
            draft.shift(0, to);
            double shifted = fullness(problem, draft);
            if (draft.score() <= score + HAIR && shifted > gained + HAIR) {
                gained = shifted;
                best = draft.sets.clone();
            }
            draft.take(before);
        }
        if (best != null) {
            draft.take(best);
        }
    }

    /** Shares of all reserves summed over the slots, by the weight of what they are for. */
    private static double fullness(Compiled problem, Draft draft) {
        double sum = 0;
        for (int circuit = 0; circuit < problem.sets.count(); circuit++) {
            for (Demand demand : problem.demands.get(circuit)) {
                if (demand instanceof ReserveDemand reserve) {
                    sum += demand.weight() * reserve.fullness(draft.copyOfPattern(circuit));
                }
            }
        }
        return sum;
    }
}
