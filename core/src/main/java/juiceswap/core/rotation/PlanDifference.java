package juiceswap.core.rotation;

import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import juiceswap.core.house.Circuit;

/**
 * What another plan changes, over the time that both speak of.
 *
 * @param circuits whose times change, in the order of the setup
 * @param visits walks to the panel in that time
 * @param nightVisits of these at night
 * @param lowest reserves whose lowest level changes by a quarter of an hour or more
 * @param missed circuits whose needs go shorter or less short than before
 */
public record PlanDifference(
        List<Powered> circuits, Visits visits, Visits nightVisits, List<Lowest> lowest, List<Missed> missed) {
    private static final double NOTED_MINUTES = 15;

    /** How many, before and after. */
    public record Visits(int before, int after) {}

    /** Minutes that a circuit has power, before and after. */
    public record Powered(String circuit, double before, double after) {}

    /** The lowest that a reserve falls to, in minutes, before and after. */
    public record Lowest(String circuit, double before, double after) {}

    /** Minutes that a circuit's needs go short, before and after. */
    public record Missed(String circuit, double before, double after) {}

    /** From {@code before} to {@code after}, which begins no earlier and has slots of the same length. */
    public static PlanDifference of(RotationPlan before, RotationPlan after) {
        Horizon horizon = after.rotation().horizon();
        int shift = (int) (Duration.between(before.rotation().horizon().first(), horizon.first())
                        .toMinutes()
                / horizon.slotMinutes());
        int both = Math.max(0, Math.min(before.on().size() - shift, after.on().size()));
        List<Powered> circuits = new ArrayList<>();
        List<Lowest> lowest = new ArrayList<>();
        for (Circuit circuit : after.rotation().setup().circuits()) {
            String id = circuit.id();
            int was = 0;
            int is = 0;
            boolean same = true;
            for (int slot = 0; slot < both; slot++) {
                boolean on = after.on().get(slot).contains(id);
                boolean onBefore = before.on().get(slot + shift).contains(id);
                is += on ? 1 : 0;
                was += onBefore ? 1 : 0;
                same &= on == onBefore;
            }
            if (!same) {
                circuits.add(new Powered(id, was * horizon.slotMinutes(), is * horizon.slotMinutes()));
            }
            double[] levelsBefore = before.levels().get(id);
            double[] levels = after.levels().get(id);
            if (levelsBefore != null && levels != null && both > 0) {
                Lowest one = new Lowest(id, least(levelsBefore, shift, both), least(levels, 0, both));
                if (Math.abs(one.before - one.after) >= NOTED_MINUTES) {
                    lowest.add(one);
                }
            }
        }
        return new PlanDifference(
                List.copyOf(circuits),
                new Visits(visits(before, shift, both, false), visits(after, 0, both, false)),
                new Visits(visits(before, shift, both, true), visits(after, 0, both, true)),
                List.copyOf(lowest),
                missed(before, after));
    }

    private static double least(double[] levels, int from, int count) {
        double least = levels[from];
        for (int slot = from; slot < from + count; slot++) {
            least = Math.min(least, levels[slot]);
        }
        return least;
    }

    private static int visits(RotationPlan plan, int from, int count, boolean nightOnly) {
        return (int) plan.moves().stream()
                .filter(move -> move.kind() == RotationPlan.MoveKind.VISIT)
                .filter(move -> move.slot() >= from && move.slot() < from + count)
                .filter(move -> !nightOnly || plan.wakes(move))
                .count();
    }

    /** Needs are numbered anew in each plan: what is compared is what their circuits go short. */
    private static List<Missed> missed(RotationPlan before, RotationPlan after) {
        Map<String, Double> was = unmet(before);
        Map<String, Double> is = unmet(after);
        TreeSet<String> all = new TreeSet<>(was.keySet());
        all.addAll(is.keySet());
        List<Missed> missed = new ArrayList<>();
        for (String circuit : all) {
            Missed one = new Missed(circuit, was.getOrDefault(circuit, 0.0), is.getOrDefault(circuit, 0.0));
            if (Math.abs(one.before - one.after) >= NOTED_MINUTES) {
                missed.add(one);
            }
        }
        return List.copyOf(missed);
    }

    private static Map<String, Double> unmet(RotationPlan plan) {
        Map<String, Double> unmet = new LinkedHashMap<>();
        plan.unmet().stream()
                .filter(plan::missed)
                .forEach(one -> unmet.merge(one.circuit(), plan.shortBy(one), Double::sum));
        return unmet;
    }

    /** Nothing that anybody would notice. */
    public boolean nothing() {
        return circuits.isEmpty() && lowest.isEmpty() && missed.isEmpty();
    }
}
