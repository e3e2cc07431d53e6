package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
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
    private static final int BEGINNINGS = 3;

    /** So many of the best are planned with care. */
    private static final int FINALISTS = 3;

    private record Candidate(List<EngineOff> stills, RotationPlan plan, double cost) {}

    /**
     * @param question as it would be without rationing
     * @param litres to last with, above 0
     * @param until the end of the time that they are to last; at most the end of what is planned for counts
     * @return the best that was found; when even the least running takes more, the one that takes least
     */
    public static Rationing of(Rotation question, double litres, LocalDateTime until, Effort effort) {
        InvalidInput.positive("/litres", litres);
        Horizon horizon = question.horizon();
        int slots = Math.min(horizon.slots(), horizon.slotAt(until.minusMinutes(1)) + 1);
        RotationPlan free = question.plan(Effort.INSTANT);
        if (taken(free, slots) <= litres) {
            RotationPlan plan = question.plan(effort);
            return new Rationing(true, plan, List.of(), taken(plan, slots));
        }
        List<Candidate> within = new ArrayList<>();
        Candidate least = null;
        for (List<EngineOff> stills : patterns(horizon, slots)) {
            RotationPlan plan = with(question, stills).plan(Effort.INSTANT);
            Candidate candidate = new Candidate(stills, plan, plan.score() + walks(horizon, stills));
            if (taken(plan, slots) <= litres) {
                within.add(candidate);
            }
            if (least == null || taken(plan, slots) < taken(least.plan, slots)) {
                least = candidate;
            }
        }
        within.sort(Comparator.comparingDouble(Candidate::cost));
        Candidate best = null;
        for (Candidate candidate : within.subList(0, Math.min(FINALISTS, within.size()))) {
            RotationPlan plan = with(question, candidate.stills).plan(effort);
            double cost = plan.score() + walks(horizon, candidate.stills);
            if (taken(plan, slots) <= litres && (best == null || cost < best.cost)) {
                best = new Candidate(candidate.stills, plan, cost);
            }
        }
        Candidate chosen = best != null ? best : within.isEmpty() ? least : within.get(0);
        if (chosen == null) {
            return new Rationing(false, free, List.of(), taken(free, slots));
        }
        return new Rationing(false, chosen.plan, chosen.stills, taken(chosen.plan, slots));
    }

    private static Rotation with(Rotation question, List<EngineOff> stills) {
        return new Rotation(
                question.setup(), question.horizon().withEngineOff(stills), question.now(), question.needs());
    }

    private static double taken(RotationPlan plan, int slots) {
        return Refuelling.burns(plan).subList(0, slots).stream()
                .mapToDouble(Double::doubleValue)
                .sum();
    }

    /** Stopping and starting the engine is a walk each, at night one out of bed. */
    private static double walks(Horizon horizon, List<EngineOff> stills) {
        double cost = 0;
        for (EngineOff still : stills) {
            cost += walk(horizon, horizon.slotAt(still.from())) + walk(horizon, horizon.slotAt(still.to()));
        }
        return cost;
    }

    private static double walk(Horizon horizon, int boundary) {
        return horizon.night(boundary) ? Compiled.FIRST_NIGHT_VISIT : Compiled.DAY_VISIT;
    }

    private static Set<List<EngineOff>> patterns(Horizon horizon, int slots) {
        Set<List<EngineOff>> patterns = new LinkedHashSet<>();
        for (int minutes : BLOCK_MINUTES) {
            int block = Math.max(1, minutes / horizon.slotMinutes());
            for (int blocks = 1; blocks <= MOST_BLOCKS && blocks * (block + 1) <= slots; blocks++) {
                int period = slots / blocks;
                for (int beginning = 0; beginning < BEGINNINGS; beginning++) {
                    boolean[] runs = new boolean[slots];
                    for (int slot = 0; slot < slots; slot++) {
                        int into = slot - beginning * (period - block) / (BEGINNINGS - 1);
                        runs[slot] = into >= 0 && into / period < blocks && into % period < block;
                    }
                    letSleep(horizon, runs);
                    List<EngineOff> stills = stills(horizon, runs);
                    if (!stills.isEmpty()) {
                        patterns.add(stills);
                    }
                }
            }
        }
        return patterns;
    }

    /** Where nobody is awake or there, the engine goes on as it is. */
    private static void letSleep(Horizon horizon, boolean[] runs) {
        for (int slot = 1; slot < runs.length; slot++) {
            if (horizon.night(slot) || horizon.nobodyThere(slot)) {
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
