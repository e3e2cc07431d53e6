package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import org.jspecify.annotations.Nullable;

/**
 * What would help when a plan can't give all that is needed: each answer is a plan made anew without what stands in the
 * way, with as much care as costs some ten milliseconds.
 *
 * @param shed circuits of which doing without any one gives the others all, or most, of what they lack; the best first
 * @param biggerSet share by which the set would have to be bigger for nothing to be lacking, such as 1.25; null when even
 *     twice the set does not
 */
public record WhatHelps(List<Shed> shed, @Nullable Double biggerSet) {
    private static final double[] BIGGER = {1.1, 1.25, 1.5, 2};
    private static final int MOST = 3;

    /** Less than this is not worth a word. */
    private static final double LEAST_MINUTES = 15;

    /**
     * @param minutes that the needs of the others go less short
     */
    public record Shed(String circuit, double minutes) {}

    /** What would help where this plan lets needs go short. */
    public static WhatHelps of(RotationPlan plan) {
        Rotation rotation = plan.rotation();
        List<Shed> shed = new ArrayList<>();
        Set<String> lackingCircuits = new HashSet<>();
        plan.unmet().stream().filter(one -> !one.engineOff()).forEach(one -> lackingCircuits.add(one.circuit()));
        if (lackingCircuits.isEmpty()) {
            return new WhatHelps(List.of(), null);
        }
        Set<String> others = new HashSet<>();
        rotation.needs().forEach(need -> others.add(need.circuit()));
        others.removeAll(lackingCircuits);
        for (String circuit : others) {
            Need.Priority own = mostImportant(rotation, circuit);
            // nothing is given up for what matters less than itself, and no life for anything
            Set<String> worthIt = new HashSet<>(lackingCircuits);
            worthIt.removeIf(one -> own.compareTo(mostImportant(rotation, one)) < 0);
            if (own == Need.Priority.LIFE || worthIt.isEmpty()) {
                continue;
            }
            List<Need> left = rotation.needs().stream()
                    .filter(need -> !need.circuit().equals(circuit))
                    .toList();
            RotationPlan without = new Rotation(
                            rotation.setup(), rotation.horizon(), now(rotation, circuit), left, rotation.walking())
                    .plan(Effort.INSTANT);
            double gained = lacking(plan, worthIt) - lacking(without, worthIt);
            if (gained >= LEAST_MINUTES) {
                shed.add(new Shed(circuit, gained));
            }
        }
        shed.sort(java.util.Comparator.comparingDouble((Shed one) -> -one.minutes())
                .thenComparing(Shed::circuit));
        return new WhatHelps(List.copyOf(shed.subList(0, Math.min(MOST, shed.size()))), bigger(rotation));
    }

    /** What a circuit matters for most. */
    private static Need.Priority mostImportant(Rotation rotation, String circuit) {
        return rotation.needs().stream()
                .filter(need -> need.circuit().equals(circuit))
                .map(Need::priority)
                .min(java.util.Comparator.naturalOrder())
                .orElse(Need.Priority.COMFORT);
    }

    private static @Nullable Set<String> now(Rotation rotation, String without) {
        if (rotation.now() == null) {
            return null;
        }
        Set<String> now = new HashSet<>(rotation.now());
        now.remove(without);
        return now;
    }

    private static double lacking(RotationPlan plan, Set<String> circuits) {
        return plan.unmet().stream()
                .filter(one -> !one.engineOff() && circuits.contains(one.circuit()))
                .mapToDouble(RotationPlan.Unmet::minutes)
                .sum();
    }

    private static @Nullable Double bigger(Rotation rotation) {
        for (double share : BIGGER) {
            Setup setup = rotation.setup();
            Setup bigger = setup.withSource(setup.source().timesWatts(share));
            RotationPlan plan = new Rotation(
                            bigger, rotation.horizon(), rotation.now(), rotation.needs(), rotation.walking())
                    .plan(Effort.INSTANT);
            if (plan.unmet().stream().allMatch(RotationPlan.Unmet::engineOff)) {
                return share;
            }
        }
        return null;
    }
}
