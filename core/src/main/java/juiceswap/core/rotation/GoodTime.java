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
        for (int visit = 1; visit < problem.slots; visit++) {
            if (draft.sets[visit] != draft.sets[visit - 1] && !problem.free[visit]) {
                move(problem, draft, visit, visit - FARTHEST, score);
            }
        }
        // what is switched at once may often wait
        if (problem.now != null && !problem.free[0] && draft.sets[0] != problem.now) {
            move(problem, draft, 0, 1, score);
        }
    }

    /** Moves a visit to where the reserves are fullest, from that boundary on. */
    private static void move(Compiled problem, Draft draft, int visit, int earliest, double score) {
        double most = fullness(problem, draft);
        long[] best = null;
        for (int to = Math.max(0, earliest); to <= Math.min(problem.slots, visit + FARTHEST); to++) {
            if (to == visit) {
                continue;
            }
            draft.shift(visit, to);
            if (draft.judge() <= score + HAIR) {
                double shifted = fullness(problem, draft);
                if (shifted > most + HAIR) {
                    most = shifted;
                    best = draft.sets.clone();
                }
            }
            draft.takeBack();
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
