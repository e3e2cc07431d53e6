package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.supply.Storage;
import org.jspecify.annotations.Nullable;

/**
 * What a battery station holds along a plan: it falls by what it carries while the engine rests, and rises while the engine
 * runs and its charger has power. Loads count by their duty, since it is hours that empty it and not a moment.
 *
 * @param wattHours at the end of each slot; empty where there is no battery
 * @param lowAt when it gets below what is never planned with, null when it does not
 */
public record Charge(List<Double> wattHours, @Nullable LocalDateTime lowAt) {
    /** Nobody can tell, or there is none. */
    public static final Charge NONE = new Charge(List.of(), null);

    /** Watt-hours that may be missing without anybody noticing. */
    private static final double HAIR = 1e-6;

    public Charge {
        wattHours = List.copyOf(wattHours);
    }

    /** Along a plan that begins with so many watt-hours, 0 or more. */
    public static Charge along(RotationPlan plan, double wattHoursNow) {
        Storage storage = plan.rotation().setup().storage();
        if (storage == null) {
            return NONE;
        }
        double hours = plan.rotation().horizon().slotMinutes() / 60.0;
        double level = Math.min(storage.wattHours(), wattHoursNow);
        LocalDateTime lowAt = null;
        List<Double> levels = new ArrayList<>();
        Set<String> before = null;
        double drawn = 0;
        for (int slot = 0; slot < plan.on().size(); slot++) {
            Set<String> on = plan.on().get(slot);
            if (plan.engineOff().contains(slot)) {
                if (!on.equals(before)) {
                    drawn = DutyWatts.of(plan.rotation().setup().circuits(on));
                    before = on;
                }
                level -= drawn * hours;
            } else if (on.contains(storage.charging().circuit())) {
                level = Math.min(storage.wattHours(), level + storage.charging().stored() * hours);
            }
            if (level < storage.lowWattHours() - HAIR
                    && lowAt == null
                    && plan.engineOff().contains(slot)) {
                lowAt = plan.at(slot);
            }
            level = Math.max(0, level);
            levels.add(level);
        }
        return new Charge(levels, lowAt);
    }
}
