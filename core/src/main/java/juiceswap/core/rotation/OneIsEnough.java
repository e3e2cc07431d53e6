package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.Source;

/**
 * Hours of a plan in which one of two generators in parallel carries all that is on, each start of it included. An engine burns
 * a good part of its fuel for nothing but running: one that is loaded takes less than two that idle.
 *
 * @param first whether the first of the two is enough
 * @param second whether the second is
 * @param litresSaved by running one alone; of two that are enough the one that takes less
 */
public record OneIsEnough(LocalDateTime from, LocalDateTime to, boolean first, boolean second, double litresSaved) {
    /** For less nobody goes out to stop an engine, and to start it again. Our judgement. */
    private static final int LEAST_MINUTES = 120;

    /** In the order of time; empty where there are not two, or both are always needed. */
    public static List<OneIsEnough> of(RotationPlan plan) {
        Setup setup = plan.rotation().setup();
        if (!(setup.source() instanceof ParallelGenerators two)) {
            return List.of();
        }
        Map<Set<String>, Boolean> byFirst = new HashMap<>();
        Map<Set<String>, Boolean> bySecond = new HashMap<>();
        List<OneIsEnough> all = new ArrayList<>();
        int from = 0;
        while (from < plan.on().size()) {
            boolean first = enough(plan, from, two.first(), byFirst);
            boolean second = enough(plan, from, two.second(), bySecond);
            int to = from + 1;
            while ((first || second)
                    && to < plan.on().size()
                    && (first && enough(plan, to, two.first(), byFirst)
                            || second && enough(plan, to, two.second(), bySecond))) {
                first &= enough(plan, to, two.first(), byFirst);
                second &= enough(plan, to, two.second(), bySecond);
                to++;
            }
            int minutes = (to - from) * plan.rotation().horizon().slotMinutes();
            double saved = Math.max(
                    first ? saved(plan, from, to, two.first()) : 0, second ? saved(plan, from, to, two.second()) : 0);
            if ((first || second) && minutes >= LEAST_MINUTES && saved > 0) {
                all.add(new OneIsEnough(plan.at(from), plan.at(to), first, second, saved));
            }
            from = to;
        }
        return List.copyOf(all);
    }

    /**
     * The stops in which two generators can be filled in turns: one alone carries what is on before and after. The other, cold
     * and away from it, is filled while it runs; then they change places.
     *
     * @param fillings the stops of the plan in which the tanks are filled
     */
    public static List<EngineOff> inTurns(RotationPlan plan, List<EngineOff> fillings) {
        if (!(plan.rotation().setup().source() instanceof ParallelGenerators two)) {
            return List.of();
        }
        Horizon horizon = plan.rotation().horizon();
        List<EngineOff> inTurns = new ArrayList<>();
        for (EngineOff stop : fillings) {
            int before = horizon.slotAt(stop.from()) - 1;
            int after = horizon.slotAt(stop.to().minusMinutes(1)) + 1;
            boolean carried = before >= 0
                    && after < plan.on().size()
                    && eitherCarries(plan, before, two)
                    && eitherCarries(plan, after, two);
            if (carried) {
                inTurns.add(stop);
            }
        }
        return inTurns;
    }

    /** Whichever of them is being filled, the other is enough. */
    private static boolean eitherCarries(RotationPlan plan, int slot, ParallelGenerators two) {
        return enough(plan, slot, two.first(), new HashMap<>()) && enough(plan, slot, two.second(), new HashMap<>());
    }

    private static boolean enough(RotationPlan plan, int slot, Generator one, Map<Set<String>, Boolean> known) {
        Set<String> on = plan.on().get(slot);
        return !plan.engineOff().contains(slot)
                && known.computeIfAbsent(
                        on, set -> carries(plan.rotation().setup().withSource(one), set));
    }

    /** As it stands, and with each of them closed again after it was open. */
    private static boolean carries(Setup setup, Set<String> on) {
        return Capacity.of(setup, on, Set.of()).ok()
                && on.stream().allMatch(id -> {
                    Set<String> rest = new HashSet<>(on);
                    rest.remove(id);
                    return Capacity.of(setup, rest, id).ok();
                });
    }

    private static double saved(RotationPlan plan, int from, int to, Generator one) {
        Setup setup = plan.rotation().setup();
        double hours = plan.rotation().horizon().slotMinutes() / 60.0;
        double saved = 0;
        for (int slot = from; slot < to; slot++) {
            double watts = DutyWatts.drawn(setup, plan.on().get(slot));
            saved += hours * (litresPerHour(setup.source(), watts) - litresPerHour(one, watts));
        }
        return saved;
    }

    private static double litresPerHour(Source source, double watts) {
        Double litres = FuelUse.at(source, watts).litresPerHour();
        return litres == null ? 0 : litres;
    }
}
