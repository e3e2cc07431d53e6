package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Limits;

/**
 * In which order to close a set of breakers so that the worst moment is as mild as it can be.
 *
 * @param steps the breakers in the order to close them
 * @param peakUtilisation the largest utilisation of any step, 0 without steps
 * @param fits no step needs more than the starting watts, and what is on in the end passes {@link Capacity}
 */
public record StartOrder(List<Step> steps, double peakUtilisation, boolean fits) {

    /**
     * One breaker closed.
     *
     * @param peak watts in that moment: what is on runs, everything on this circuit starts
     * @param runningWatts total after it
     * @param utilisation the largest of total and each leg, as a share of its starting limit
     */
    public record Step(String circuit, LegWatts peak, double runningWatts, double utilisation) {}

    /** The ids of the circuits in order. */
    public List<String> circuits() {
        return steps.stream().map(Step::circuit).toList();
    }

    /**
     * The best order. What a step costs depends only on which circuits are on before it, so choosing from the last place
     * backwards, always the eligible circuit that is cheapest to have last, minimises the largest cost (Lawler's rule for
     * min-max sequencing with precedence).
     *
     * @param on ids of what is already on
     * @param closing ids to close, none of them on
     * @param first ids that come first, in this order (test circuits, light); those not in {@code closing} are ignored
     */
    public static StartOrder of(Setup setup, Collection<String> on, List<String> closing, List<String> first) {
        Map<String, Set<String>> before = precedence(setup, closing, first);
        Limits limits = Limits.of(setup.source(), setup.path());
        boolean splitPhase = setup.source().splitPhase();
        LegWatts running = LegWatts.unexplained(setup, !on.isEmpty())
                .plus(runningOf(setup, on, splitPhase))
                .plus(runningOf(setup, closing, splitPhase));

        List<Step> steps = new ArrayList<>();
        List<String> left = new ArrayList<>(closing);
        while (!left.isEmpty()) {
            Step cheapest = null;
            for (String candidate : left) {
                boolean mustPrecede =
                        left.stream().anyMatch(other -> of(before, other).contains(candidate));
                if (mustPrecede) {
                    continue;
                }
                Step last = closeLast(setup.circuit(candidate), running, limits, splitPhase);
                // on a tie the later of the list closes later
                if (cheapest == null || last.utilisation() <= cheapest.utilisation()) {
                    cheapest = last;
                }
            }
            Step chosen = Objects.requireNonNull(cheapest, "circles in needs are refused by Setup");
            steps.add(chosen);
            left.remove(chosen.circuit());
            running = running.minus(LegWatts.running(setup.circuit(chosen.circuit()), splitPhase));
        }
        Collections.reverse(steps);
        double peak = steps.stream().mapToDouble(Step::utilisation).max().orElse(0);
        Set<String> all = new HashSet<>(on);
        all.addAll(closing);
        boolean fits =
                !Capacity.over(peak, 1) && Capacity.of(setup, all, Set.of()).ok();
        return new StartOrder(List.copyOf(steps), peak, fits);
    }

    private static Step closeLast(Circuit circuit, LegWatts runningAfter, Limits limits, boolean splitPhase) {
        LegWatts others = runningAfter.minus(LegWatts.running(circuit, splitPhase));
        LegWatts peak = others.plus(LegWatts.starting(circuit, splitPhase));
        double utilisation = Math.max(
                peak.total() / limits.startingWatts(), Math.max(peak.l1(), peak.l2()) / limits.legStartingWatts());
        return new Step(circuit.id(), peak, runningAfter.total(), utilisation);
    }

    /** For each circuit, those that must be closed before it. */
    private static Map<String, Set<String>> precedence(Setup setup, List<String> closing, List<String> first) {
        Map<String, Set<String>> before = new HashMap<>();
        for (String id : closing) {
            before.put(id, needsWithin(setup, id, closing));
        }
        // the wish for an order among the first gives way to what they need of each other
        LinkedHashSet<String> leading = new LinkedHashSet<>();
        for (String id : first) {
            if (closing.contains(id)) {
                first.stream().filter(other -> of(before, id).contains(other)).forEach(leading::add);
                leading.add(id);
            }
        }
        Set<String> early = new HashSet<>(leading);
        leading.forEach(id -> early.addAll(of(before, id)));
        Set<String> earlier = new HashSet<>();
        for (String id : leading) {
            of(before, id).addAll(earlier);
            earlier.add(id);
        }
        for (String id : closing) {
            if (!early.contains(id)) {
                of(before, id).addAll(leading);
            }
        }
        return before;
    }

    private static Set<String> of(Map<String, Set<String>> before, String id) {
        return Objects.requireNonNull(before.get(id), id);
    }

    /** Everything that {@code id} needs, directly or through others, as far as it is to be closed too. */
    private static Set<String> needsWithin(Setup setup, String id, List<String> closing) {
        Set<String> reached = new HashSet<>();
        List<String> open = new ArrayList<>(setup.circuit(id).needs());
        while (!open.isEmpty()) {
            String next = open.remove(open.size() - 1);
            if (closing.contains(next) && reached.add(next)) {
                open.addAll(setup.circuit(next).needs());
            }
        }
        return reached;
    }

    private static LegWatts runningOf(Setup setup, Collection<String> ids, boolean splitPhase) {
        LegWatts sum = LegWatts.NONE;
        for (Circuit circuit : setup.circuits(ids)) {
            sum = sum.plus(LegWatts.running(circuit, splitPhase));
        }
        return sum;
    }
}
