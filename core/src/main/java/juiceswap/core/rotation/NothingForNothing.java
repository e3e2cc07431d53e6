package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.rotation.Demand.Run;

/**
 * The last touch: no run of a circuit is left that could be left out, end at an earlier visit or begin at a later one
 * without costing anything.
 */
final class NothingForNothing {
    private static final double HAIR = 1e-9;

    private NothingForNothing() {}

    static void trim(Compiled problem, Draft draft) {
        boolean again = true;
        while (again) {
            again = false;
            for (int circuit = 0; circuit < problem.sets.count(); circuit++) {
                for (Run run : runs(draft, circuit)) {
                    if (shorten(problem, draft, circuit, run)) {
                        again = true;
                        break;
                    }
                }
            }
        }
    }

    private static List<Run> runs(Draft draft, int circuit) {
        boolean[] on = draft.copyOfPattern(circuit);
        List<Run> runs = new ArrayList<>();
        int from = 0;
        for (int slot = 0; slot <= on.length; slot++) {
            if (slot == on.length || !on[slot]) {
                if (slot > from) {
                    runs.add(new Run(from, slot));
                }
                from = slot + 1;
            }
        }
        return runs;
    }

    private static boolean shorten(Compiled problem, Draft draft, int circuit, Run run) {
        if (takeOut(problem, draft, circuit, run.from(), run.to())) {
            return true;
        }
        for (int visit = run.from() + 1; visit < run.to(); visit++) {
            if (draft.sets[visit] != draft.sets[visit - 1]
                    && (takeOut(problem, draft, circuit, visit, run.to())
                            || takeOut(problem, draft, circuit, run.from(), visit))) {
                return true;
            }
        }
        return false;
    }

    /**
     * Takes a circuit out of these slots when nothing on needs it there and the score does not rise. What a battery carries
     * while the engine stands still stays.
     */
    private static boolean takeOut(Compiled problem, Draft draft, int circuit, int from, int to) {
        long dependants = problem.sets.dependants(circuit);
        for (int slot = from; slot < to; slot++) {
            if (!problem.still[slot] && (draft.sets[slot] & dependants) != 0) {
                return false;
            }
        }
        double without = draft.without(circuit, from, to);
        if (draft.changed() && without <= draft.score() + HAIR) {
            draft.keep();
            return true;
        }
        draft.takeBack();
        return false;
    }
}
