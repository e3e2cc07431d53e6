package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.supply.Battery;
import org.jspecify.annotations.Nullable;

/**
 * What a battery station holds along a plan. Beside a generator it falls by what it carries while the engine rests, and rises
 * while the engine runs and its charger has power. As the only source it falls by whatever is on, and rises while it is away to be
 * charged. Loads count by their duty, since it is hours that empty it and not a moment.
 *
 * @param wattHours at the end of each slot; empty where there is no battery
 * @param lowAt when it gets below what is never planned with, null when it does not
 * @param emptyAt when everything is off because a station that is the only source holds no more, null when that is not so
 */
public record Charge(
        List<Double> wattHours,
        @Nullable LocalDateTime lowAt,
        @Nullable LocalDateTime emptyAt) {
    /** Nobody can tell, or there is none. */
    public static final Charge NONE = new Charge(List.of(), null, null);

    /** Watt-hours that may be missing without anybody noticing. */
    private static final double HAIR = 1e-6;

    public Charge {
        wattHours = List.copyOf(wattHours);
    }

    /**
     * Along a plan.
     *
     * @param wattHoursNow it begins with so much, 0 or more
     * @param charged when a station that is the only source is charged
     */
    public static Charge along(RotationPlan plan, double wattHoursNow, List<EngineOff> charged) {
        Setup setup = plan.rotation().setup();
        Battery battery = setup.battery();
        if (battery == null) {
            return NONE;
        }
        Horizon horizon = plan.rotation().horizon();
        double hours = horizon.slotMinutes() / 60.0;
        double level = Math.min(battery.wattHours(), wattHoursNow);
        LocalDateTime lowAt = null;
        List<Double> levels = new ArrayList<>();
        Set<String> before = null;
        double drawn = 0;
        for (int slot = 0; slot < plan.on().size(); slot++) {
            Set<String> on = plan.on().get(slot);
            if (carries(setup, plan, slot)) {
                if (!on.equals(before)) {
                    drawn = DutyWatts.of(setup.circuits(on));
                    before = on;
                }
                level -= drawn * hours;
                lowAt = level < battery.lowWattHours() - HAIR && lowAt == null ? plan.at(slot) : lowAt;
            } else if (charging(setup, horizon, slot, on, charged)) {
                level = Math.min(battery.wattHours(), level + battery.storedWatts() * hours);
            }
            level = Math.max(0, level);
            levels.add(level);
        }
        return new Charge(levels, lowAt, setup.storage() == null ? emptyAt(plan, charged) : null);
    }

    /** It rests, and is not away to be charged. */
    private static @Nullable LocalDateTime emptyAt(RotationPlan plan, List<EngineOff> charged) {
        return plan.engineOff().stream()
                .filter(slot -> charged.stream()
                        .noneMatch(stop -> stop.from().isBefore(plan.at(slot + 1))
                                && stop.to().isAfter(plan.at(slot))))
                .map(plan::at)
                .findFirst()
                .orElse(null);
    }

    /** It feeds what is on in that slot. */
    private static boolean carries(Setup setup, RotationPlan plan, int slot) {
        boolean rests = plan.engineOff().contains(slot);
        return setup.storage() == null ? !rests : rests;
    }

    private static boolean charging(Setup setup, Horizon horizon, int slot, Set<String> on, List<EngineOff> charged) {
        return setup.storage() == null
                ? charged.stream()
                        .anyMatch(stop -> !stop.from().isAfter(horizon.at(slot))
                                && !stop.to().isBefore(horizon.at(slot + 1)))
                : on.contains(setup.storage().charging().circuit());
    }

    /** Whether it lasts as long as another does: to the end, or no shorter. */
    public boolean lastsLike(Charge other) {
        return lowAt == null || other.lowAt != null && !lowAt.isBefore(other.lowAt);
    }
}
