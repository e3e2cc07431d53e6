package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.supply.Storage;
import org.jspecify.annotations.Nullable;

/**
 * What a battery station does for times without the engine: in each it carries the weightiest of what is plugged into it, as far as
 * it can have been charged by then, and charging before it is a need like others. It is as weighty as what it is for: a
 * refrigerator that is to be carried through the night makes charging as urgent as food.
 *
 * @param engineOff the times without the engine, with what is carried in each
 * @param charging what the charger needs for that
 */
record Resting(List<EngineOff> engineOff, List<Need> charging) {
    /** What is not carried in a time that begins then, although it is plugged into the battery: it would not last. */
    record Dropped(LocalDateTime from, String circuit) {}

    /** What is plugged into the battery, what that draws on average, how much it matters. */
    private record Carried(String circuit, double watts, Priority priority) {}

    /**
     * @param horizon with the times without the engine, as far as they are known
     * @param wattHours in the battery as it begins, 0 or more
     * @param needs of the house beside charging
     */
    static Resting of(Setup setup, Horizon horizon, double wattHours, List<Need> needs, Set<Dropped> dropped) {
        Storage storage = setup.storage();
        if (storage == null) {
            return new Resting(horizon.engineOff(), List.of());
        }
        List<EngineOff> carrying = new ArrayList<>();
        List<Need> charging = new ArrayList<>();
        double level = Math.min(storage.wattHours(), wattHours);
        LocalDateTime runsFrom = horizon.first();
        for (EngineOff stop : stops(horizon)) {
            double chargeable = hoursRunning(horizon, runsFrom, stop.from())
                    * storage.charging().stored();
            double most = Math.min(storage.wattHours(), level + chargeable) - storage.lowWattHours();
            List<Carried> carried = carried(setup, storage, needs, stop, dropped);
            double hours = hours(horizon, stop);
            while (!carried.isEmpty() && energy(carried, hours) > most) {
                carried.remove(carried.size() - 1);
            }
            double energy = energy(carried, hours);
            double wanted = carried.isEmpty() ? 0 : storage.lowWattHours() + energy;
            if (wanted > level && runsFrom.isBefore(stop.from())) {
                charging.add(
                        charge(storage, carried.get(0).priority(), wanted - level, new Window(runsFrom, stop.from())));
            }
            toTheTop(storage, horizon, level, runsFrom, stop.from(), charging);
            Set<String> ids = new LinkedHashSet<>();
            carried.forEach(one -> ids.add(one.circuit()));
            carrying.add(stop.carrying(ids));
            level = Math.max(level, wanted) - energy;
            runsFrom = stop.to().isAfter(runsFrom) ? stop.to() : runsFrom;
        }
        toTheTop(storage, horizon, level, runsFrom, horizon.at(horizon.slots()), charging);
        return new Resting(carrying, charging);
    }

    /** In the order of time; those that overlap are one. */
    private static List<EngineOff> stops(Horizon horizon) {
        List<EngineOff> stops = new ArrayList<>();
        List<EngineOff> sorted = horizon.engineOff().stream()
                .filter(off -> off.to().isAfter(horizon.first()) && off.from().isBefore(horizon.at(horizon.slots())))
                .sorted(Comparator.comparing(EngineOff::from))
                .toList();
        for (EngineOff next : sorted) {
            EngineOff last = stops.isEmpty() ? null : stops.get(stops.size() - 1);
            if (last == null || next.from().isAfter(last.to())) {
                stops.add(next);
            } else if (next.to().isAfter(last.to())) {
                stops.set(stops.size() - 1, new EngineOff(last.from(), next.to()));
            }
        }
        return stops;
    }

    /** A full battery is a comfort, whatever comes; for less than a slot of charging nobody walks. */
    private static void toTheTop(
            Storage storage,
            Horizon horizon,
            double wattHours,
            LocalDateTime from,
            LocalDateTime to,
            List<Need> charging) {
        double missing = storage.wattHours() - wattHours;
        boolean worthIt = missing >= storage.charging().stored() * horizon.slotMinutes() / 60;
        if (worthIt && from.isBefore(to)) {
            charging.add(charge(storage, Priority.COMFORT, missing, new Window(from, to)));
        }
    }

    private static Need charge(Storage storage, Priority priority, double wattHours, Window engineRuns) {
        double minutes = Math.ceil(wattHours / storage.charging().stored() * 60);
        return new Need.Minutes(storage.charging().circuit(), priority, minutes, 0, 0, engineRuns);
    }

    private static double energy(List<Carried> carried, double hours) {
        return hours * carried.stream().mapToDouble(Carried::watts).sum();
    }

    /** Hours of the slots that a time without the engine touches: in all of them the battery carries. */
    private static double hours(Horizon horizon, EngineOff stop) {
        long slots = IntStream.range(0, horizon.slots())
                .filter(slot -> horizon.at(slot).isBefore(stop.to())
                        && horizon.at(slot + 1).isAfter(stop.from()))
                .count();
        return slots * horizon.slotMinutes() / 60.0;
    }

    /** Hours of the slots that lie wholly between two times while the engine runs: in them it can be charged. */
    private static double hoursRunning(Horizon horizon, LocalDateTime from, LocalDateTime to) {
        long slots = IntStream.range(0, horizon.slots())
                .filter(slot -> !horizon.at(slot).isBefore(from)
                        && !horizon.at(slot + 1).isAfter(to)
                        && !horizon.engineOff(slot))
                .count();
        return slots * horizon.slotMinutes() / 60.0;
    }

    /** What is carried in a time without the engine, the weightiest first; of those that weigh the same, what draws least. */
    private static List<Carried> carried(
            Setup setup, Storage storage, List<Need> needs, EngineOff stop, Set<Dropped> dropped) {
        Map<String, Priority> wanted = new HashMap<>();
        for (Need need : needs) {
            Window window = need.window();
            boolean counts = (window.from() == null || window.from().isBefore(stop.to()))
                    && (window.to() == null || window.to().isAfter(stop.from()))
                    && !(need instanceof Need.Pinned pinned && !pinned.on())
                    && !(need instanceof Need.Briefly);
            if (counts) {
                for (String id : setup.withNeeded(List.of(need.circuit()))) {
                    wanted.merge(id, need.priority(), (one, other) -> one.weight() >= other.weight() ? one : other);
                }
            }
        }
        Set<String> plugged = new LinkedHashSet<>(storage.carries());
        plugged.removeIf(id -> dropped.contains(new Dropped(stop.from(), id)));
        List<Carried> carried = new ArrayList<>();
        for (String id : plugged) {
            Priority priority = wanted.get(id);
            if (priority != null && plugged.containsAll(setup.withNeeded(List.of(id)))) {
                carried.add(new Carried(id, DutyWatts.of(List.of(setup.circuit(id))), priority));
            }
        }
        carried.sort(Comparator.comparingDouble((Carried one) -> one.priority().weight())
                .reversed()
                .thenComparingDouble(Carried::watts));
        List<Carried> fitting = new ArrayList<>();
        Set<String> together = new LinkedHashSet<>();
        for (Carried one : carried) {
            together.add(one.circuit());
            if (setup.carries(together)) {
                fitting.add(one);
            } else {
                together.remove(one.circuit());
            }
        }
        return fitting;
    }

    /**
     * What the battery can't carry along that plan, of what it was reckoned with: the least that matters in the first time in
     * which it gets too low.
     */
    static @Nullable Dropped tooMuch(RotationPlan plan, double wattHours) {
        LocalDateTime low = Charge.along(plan, wattHours, List.of()).lowAt();
        Setup setup = plan.rotation().setup();
        Storage storage = setup.storage();
        if (low == null || storage == null) {
            return null;
        }
        for (EngineOff stop : plan.rotation().horizon().engineOff()) {
            if (stop.to().isAfter(low) && !stop.carried().isEmpty()) {
                List<Carried> carried = carried(setup, storage, plan.rotation().needs(), stop, Set.of());
                carried.removeIf(one -> !stop.carried().contains(one.circuit()));
                return new Dropped(stop.from(), carried.get(carried.size() - 1).circuit());
            }
        }
        return null;
    }
}
