package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;

/**
 * What a day is like when one of two generators is lent: the same day is planned with the one that stays, and with both.
 *
 * @param firstStays which of them stays
 * @param never circuits that it can't feed at all, which both could
 * @param shorter circuits that go short by more than with both, the most missed first
 * @param walks more walks to the panel, below 0 fewer
 */
public record WithOneAway(boolean firstStays, List<String> never, List<Shorter> shorter, int walks) {
    /** When the day begins that is planned: an outage of a storm, as likely as not, begins in the evening. */
    public static final LocalTime FROM = LocalTime.of(18, 0);

    /** Less than this nobody notices. */
    private static final double LEAST_MINUTES = 15;

    /**
     * A circuit that goes short.
     *
     * @param minutes more than with both
     */
    public record Shorter(String circuit, double minutes) {}

    /**
     * With the first one there, and with the second, where they are not alike.
     *
     * @param now a day that begins then, with everything off
     * @throws IllegalArgumentException there are not two
     */
    public static List<WithOneAway> of(Setup setup, Wanted wanted, LocalDateTime now) {
        if (!(setup.source() instanceof ParallelGenerators two)) {
            throw new IllegalArgumentException("not two generators");
        }
        RotationPlan both = planned(setup, wanted, now);
        List<WithOneAway> all = new ArrayList<>();
        all.add(with(setup, two.first(), true, wanted, now, both));
        if (!two.alike()) {
            all.add(with(setup, two.second(), false, wanted, now, both));
        }
        return all;
    }

    private static WithOneAway with(
            Setup setup, Generator stays, boolean first, Wanted wanted, LocalDateTime now, RotationPlan both) {
        RotationPlan alone = planned(setup.withSource(stays), wanted, now);
        Set<String> never = new HashSet<>(alone.never());
        both.never().forEach(never::remove);
        Map<String, Double> missed = missed(both);
        List<Shorter> shorter = new ArrayList<>();
        missed(alone).forEach((circuit, cost) -> {
            double more = cost - missed.getOrDefault(circuit, 0.0);
            if (!never.contains(circuit) && more >= LEAST_MINUTES) {
                shorter.add(new Shorter(circuit, more));
            }
        });
        shorter.sort(Comparator.comparingDouble((Shorter one) -> -weight(alone, one.circuit) * one.minutes)
                .thenComparing(Shorter::circuit));
        return new WithOneAway(
                first, never.stream().sorted().toList(), List.copyOf(shorter), alone.visits() - both.visits());
    }

    private static RotationPlan planned(Setup setup, Wanted wanted, LocalDateTime now) {
        return wanted.from(setup, now, Set.of(), Had.NOTHING, List.of()).plan(Effort.QUICK);
    }

    /** By circuit, minutes that it goes short. */
    private static Map<String, Double> missed(RotationPlan plan) {
        Map<String, Double> missed = new HashMap<>();
        plan.unmet().stream()
                .filter(one -> !one.engineOff())
                .forEach(one -> missed.merge(one.circuit(), plan.shortBy(one), Double::sum));
        return missed;
    }

    private static double weight(RotationPlan plan, String circuit) {
        return plan.rotation().needs().stream()
                .filter(need -> need.circuit().equals(circuit))
                .mapToDouble(Need::weight)
                .max()
                .orElse(0);
    }
}
