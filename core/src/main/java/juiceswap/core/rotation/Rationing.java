package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Need;
import juiceswap.core.rotation.Horizon.EngineOff;

/**
 * Making a given amount of fuel last: the engine runs in blocks, and stands still for as long as the reserves allow. Blocks
 * of several lengths, numbers and beginnings are planned and the one whose plan costs least is taken.
 *
 * @param enough the fuel lasts without standing still
 * @param plan the plan it comes to
 * @param stills when the engine stands still
 * @param litres what the plan takes
 */
public record Rationing(boolean enough, RotationPlan plan, List<EngineOff> stills, double litres) {
    private static final int[] BLOCK_MINUTES = {60, 90, 120, 180, 240, 360};
    private static final int MOST_BLOCKS = 10;

    /** First the runs are laid in the middle of what is left of each period; of the best, also at its beginning and end. */
    private static final double MIDDLE = 0.5;

    private static final List<Double> ELSEWHERE = List.of(0.0, 1.0);

    private static final int MOVED = 6;

    /** So many of the best are planned with care. */
    private static final int FINALISTS = 3;

    /** A still is made shorter by so much at a time, as long as that is worth its fuel. */
    private static final int SHORTER_MINUTES = 60;

    private static final int MOST_SHORTENED = 6;

    /**
     * So many runs of so many slots each.
     *
     * @param wakes somebody gets up at night to start or stop the engine; else it goes on through the night as it is
     */
    private record Runs(int block, int blocks, boolean wakes) {}

    private record Candidate(Runs runs, List<EngineOff> stills, RotationPlan plan, double cost, double litres) {}

    /** The question with the engine off in these times too. */
    interface Asked {
        Rotation with(List<EngineOff> stills);
    }

    /**
     * @param asked without further times it is the question as it would be without rationing
     * @param litres to last with, above 0
     * @param until the end of the time that they are to last; at most the end of what is planned for counts
     * @return the best that was found; when even the least running takes more, the one that takes least
     */
    static Rationing of(Asked asked, double litres, LocalDateTime until, Effort effort) {
        InvalidInput.positive("/litres", litres);
        Rotation question = asked.with(List.of());
        Horizon horizon = question.horizon();
        int slots = Math.min(horizon.slots(), horizon.slotAt(until.minusMinutes(1)) + 1);
        RotationPlan free = question.plan(Effort.INSTANT);
        if (taken(free, slots) <= litres) {
            RotationPlan plan = question.plan(effort);
            return new Rationing(true, plan, List.of(), taken(plan, slots));
        }
        Set<List<EngineOff>> seen = new HashSet<>();
        List<Candidate> candidates = new ArrayList<>();
        for (Runs runs : runs(horizon, slots, false)) {
            consider(asked, slots, runs, MIDDLE, seen, candidates);
        }
        List<Candidate> promising = within(candidates, litres);
        if (horizon.sleep() != null && (promising.isEmpty() || harms(promising.get(0).plan))) {
            // what the house or a life hangs on does not last the night: getting up for it is looked at too
            for (Runs runs : runs(horizon, slots, true)) {
                consider(asked, slots, runs, MIDDLE, seen, candidates);
            }
            promising = within(candidates, litres);
        }
        for (Candidate one : promising.subList(0, Math.min(MOVED, promising.size()))) {
            for (double beginning : ELSEWHERE) {
                consider(asked, slots, one.runs, beginning, seen, candidates);
            }
        }
        shorten(asked, slots, litres, seen, candidates);
        List<Candidate> within = within(candidates, litres);
        Candidate least = candidates.stream()
                .min(Comparator.comparingDouble(Candidate::litres))
                .orElse(null);
        Candidate best = null;
        for (Candidate candidate : within.subList(0, Math.min(FINALISTS, within.size()))) {
            RotationPlan plan = asked.with(candidate.stills).plan(effort);
            double cost = plan.score() + walks(horizon, candidate.stills);
            if (taken(plan, slots) <= litres && (best == null || cost < best.cost)) {
                best = new Candidate(candidate.runs, candidate.stills, plan, cost, taken(plan, slots));
            }
        }
        Candidate chosen = best != null ? best : within.isEmpty() ? least : within.get(0);
        if (chosen == null) {
            return new Rationing(false, free, List.of(), taken(free, slots));
        }
        return new Rationing(false, chosen.plan, chosen.stills, taken(chosen.plan, slots));
    }

    /** Whether something goes short on which the house or a life hangs. */
    private static boolean harms(RotationPlan plan) {
        return plan.unmet().stream()
                .anyMatch(one -> plan.rotation().needs().get(one.need()).weight() >= Need.Priority.PROPERTY.weight());
    }

    /** Fuel that the best pattern leaves over goes into longer runs, where they are worth it. */
    private static void shorten(
            Asked asked, int slots, double litres, Set<List<EngineOff>> seen, List<Candidate> candidates) {
        for (int i = 0; i < MOST_SHORTENED; i++) {
            List<Candidate> within = within(candidates, litres);
            if (within.isEmpty()) {
                return;
            }
            Candidate best = within.get(0);
            for (List<EngineOff> stills : shorter(best.stills)) {
                if (seen.add(stills)) {
                    candidates.add(planned(asked, slots, best.runs, stills));
                }
            }
            if (within(candidates, litres).get(0) == best) {
                return;
            }
        }
    }

    /** Each still an hour shorter at either end, or gone where it is no longer than that. */
    private static List<List<EngineOff>> shorter(List<EngineOff> stills) {
        List<List<EngineOff>> all = new ArrayList<>();
        for (int i = 0; i < stills.size(); i++) {
            EngineOff still = stills.get(i);
            LocalDateTime from = still.from().plusMinutes(SHORTER_MINUTES);
            LocalDateTime to = still.to().minusMinutes(SHORTER_MINUTES);
            List<EngineOff> rest = new ArrayList<>(stills);
            rest.remove(i);
            if (!from.isBefore(still.to())) {
                all.add(List.copyOf(rest));
                continue;
            }
            List<EngineOff> later = new ArrayList<>(stills);
            later.set(i, new EngineOff(from, still.to()));
            all.add(List.copyOf(later));
            List<EngineOff> earlier = new ArrayList<>(stills);
            earlier.set(i, new EngineOff(still.from(), to));
            all.add(List.copyOf(earlier));
        }
        return all;
    }

    private static double taken(RotationPlan plan, int slots) {
        return Refuelling.burns(plan).subList(0, slots).stream()
                .mapToDouble(Double::doubleValue)
                .sum();
    }

    /** Stopping and starting the engine is a walk each, at night one out of bed. */
    static double walks(Horizon horizon, List<EngineOff> stills) {
        double cost = 0;
        int nights = 0;
        for (EngineOff still : stills) {
            for (int boundary : List.of(horizon.slotAt(still.from()), horizon.slotAt(still.to()))) {
                boolean night = horizon.night(boundary);
                cost += night
                        ? Compiled.FIRST_NIGHT_VISIT + nights * Compiled.EACH_FURTHER_NIGHT_VISIT
                        : Compiled.DAY_VISIT;
                nights += night ? 1 : 0;
            }
        }
        return cost;
    }

    private static List<Runs> runs(Horizon horizon, int slots, boolean wakes) {
        List<Runs> runs = new ArrayList<>();
        for (int minutes : BLOCK_MINUTES) {
            int block = Math.max(1, minutes / horizon.slotMinutes());
            for (int blocks = 1; blocks <= MOST_BLOCKS && blocks * (block + 1) <= slots; blocks++) {
                runs.add(new Runs(block, blocks, wakes));
            }
        }
        return runs;
    }

    /** Plans with the engine running like that, unless it comes to what was planned already. */
    private static void consider(
            Asked asked,
            int slots,
            Runs runs,
            double beginning,
            Set<List<EngineOff>> seen,
            List<Candidate> candidates) {
        Horizon horizon = asked.with(List.of()).horizon();
        List<EngineOff> stills = stills(horizon, laid(horizon, slots, runs, beginning));
        if (stills.isEmpty() || !seen.add(stills)) {
            return;
        }
        candidates.add(planned(asked, slots, runs, stills));
    }

    private static Candidate planned(Asked asked, int slots, Runs runs, List<EngineOff> stills) {
        RotationPlan plan = asked.with(stills).plan(Effort.INSTANT);
        double cost = plan.score() + walks(plan.rotation().horizon(), stills);
        return new Candidate(runs, stills, plan, cost, taken(plan, slots));
    }

    /** Those that last, the cheapest first. */
    private static List<Candidate> within(List<Candidate> candidates, double litres) {
        return candidates.stream()
                .filter(candidate -> candidate.litres <= litres)
                .sorted(Comparator.comparingDouble(Candidate::cost))
                .toList();
    }

    /** When the engine runs; {@code beginning} is where in each period, 0 at its start to 1 at its end. */
    private static boolean[] laid(Horizon horizon, int slots, Runs runs, double beginning) {
        int period = slots / runs.blocks;
        int start = (int) (beginning * (period - runs.block));
        boolean[] laid = new boolean[slots];
        for (int slot = 0; slot < slots; slot++) {
            int into = slot - start;
            laid[slot] = into >= 0 && into / period < runs.blocks && into % period < runs.block;
        }
        letSleep(horizon, laid, runs.wakes);
        return laid;
    }

    /** Where nobody is there, or nobody is to be woken, the engine goes on as it is. */
    private static void letSleep(Horizon horizon, boolean[] runs, boolean wakes) {
        for (int slot = 1; slot < runs.length; slot++) {
            if (!wakes && horizon.night(slot) || horizon.nobodyThere(slot)) {
                runs[slot] = runs[slot - 1];
            }
        }
    }

    private static List<EngineOff> stills(Horizon horizon, boolean[] runs) {
        List<EngineOff> stills = new ArrayList<>();
        int from = -1;
        for (int slot = 0; slot <= runs.length; slot++) {
            boolean still = slot < runs.length && !runs[slot];
            if (still && from < 0) {
                from = slot;
            } else if (!still && from >= 0) {
                stills.add(new EngineOff(horizon.at(from), horizon.at(slot)));
                from = -1;
            }
        }
        return List.copyOf(stills);
    }
}
