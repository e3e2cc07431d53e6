package juiceswap.core.rotation;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * The tank along a plan, and when to fill it.
 *
 * @param litres in the tank at the end of each slot; empty when nobody can tell: no tank, or fuel that comes through a pipe
 * @param refuels when the engine stands still to be filled
 * @param storeLitres what is left in the cans at the end
 * @param emptyAt when the tank runs dry, null when it does not in the time that is planned for
 * @param litresADay what a day like this takes, as it is until the tank is dry
 */
public record Refuelling(
        List<Double> litres,
        List<EngineOff> refuels,
        double storeLitres,
        @Nullable LocalDateTime emptyAt,
        double litresADay) {
    /**
     * From the first breaker off to the last one on again: unload and cool down 5, wait until it is cool 15, fill 5, start and
     * warm up 3 to 5, read the supply 2 to 4, pick up the circuits one by one 10. The minutes of the engine are those of these
     * steps, see {@code changeover.Action}; those of readings and breakers are what they take by torchlight, our own estimate.
     */
    public static final int MINUTES = 45;

    /** Less than this is an empty tank. */
    private static final double DRY_LITRES = 0.01;

    public Refuelling {
        litres = List.copyOf(litres);
        refuels = List.copyOf(refuels);
    }

    /** Nobody can tell what is in the tank; those stops fill it all the same. */
    public static Refuelling unknown(List<EngineOff> fillings) {
        return new Refuelling(List.of(), fillings, 0, null, 0);
    }

    /** What is known of the fuel. */
    public record Fuel(double tankLitresNow, double storeLitres) {}

    /** The tank along a plan whose stops are as it says; those in {@code fillings} fill it. */
    public static Refuelling along(RotationPlan plan, Fuel fuel, List<EngineOff> fillings) {
        return walk(plan, fuel, fillings, false);
    }

    /**
     * When to fill the tank along a plan: each time as late as somebody is awake and there, before too little is left.
     *
     * @param fillings stops that are chosen already to fill it
     */
    public static Refuelling place(RotationPlan plan, Fuel fuel, List<EngineOff> fillings) {
        return walk(plan, fuel, fillings, true);
    }

    /**
     * Whether the engine is stopped to fill the tank, and not only to rest.
     *
     * @param stopped local time of the stop
     */
    public boolean fillsAt(LocalDateTime stopped) {
        return refuels.stream()
                .anyMatch(off -> !off.from().isAfter(stopped) && off.to().isAfter(stopped));
    }

    /**
     * Whether the engine is stopped because nothing is left to burn.
     *
     * @param stopped local time of the stop
     */
    public boolean dryAt(LocalDateTime stopped) {
        return emptyAt != null && !emptyAt.isAfter(stopped);
    }

    private static Refuelling walk(RotationPlan plan, Fuel fuel, List<EngineOff> fillings, boolean place) {
        Setup setup = plan.rotation().setup();
        Generator engine = setup.source().engine();
        Double tank = engine == null ? null : engine.tankLitres();
        if (engine == null || tank == null || FuelUse.at(engine, 0).litresPerHour() == null) {
            return unknown(fillings);
        }
        Horizon horizon = plan.rotation().horizon();
        List<Double> burns = burns(plan);
        List<EngineOff> refuels = new ArrayList<>(fillings);
        List<Double> litres = new ArrayList<>();
        double level = Math.min(tank, fuel.tankLitresNow());
        double store = fuel.storeLitres();
        LocalDateTime emptyAt = null;
        int slot = 0;
        int lastFilled = -1;
        while (slot < horizon.slots()) {
            double after = level - burns.get(slot);
            if (place && store > 0 && emptyAt == null && after < FuelUse.REFUEL_SHARE * tank) {
                int at = latest(horizon, refuels, lastFilled + 1, slot);
                if (at >= 0) {
                    refuels.add(new EngineOff(horizon.at(at), horizon.at(at).plusMinutes(MINUTES)));
                    // the levels since then were reckoned with the engine running
                    level = at == 0 ? Math.min(tank, fuel.tankLitresNow()) : litres.get(at - 1);
                    litres.subList(at, litres.size()).clear();
                    slot = at;
                    int end = Math.min(horizon.slots(), at + slotsOf(horizon));
                    double filled = Math.min(tank - level, store);
                    store -= filled;
                    level += filled;
                    while (slot < end) {
                        litres.add(level);
                        slot++;
                    }
                    lastFilled = end - 1;
                    continue;
                }
            }
            if (after < 0 && emptyAt == null) {
                emptyAt = horizon.at(slot);
            }
            level = Math.max(0, after);
            if (filledIn(horizon, fillings, slot) && slot > lastFilled) {
                double filled = Math.min(tank - level, store);
                store -= filled;
                level += filled;
                lastFilled = slot + slotsOf(horizon) - 1;
            }
            litres.add(level);
            slot++;
        }
        if (emptyAt == null) {
            emptyAt = stopsDry(plan, burns, litres);
        }
        return new Refuelling(litres, refuels, store, emptyAt, aDay(horizon, burns, emptyAt));
    }

    /** What a day takes that is like the plan as long as there is something to burn. */
    private static double aDay(Horizon horizon, List<Double> burns, @Nullable LocalDateTime emptyAt) {
        int lived = emptyAt == null ? horizon.slots() : Math.max(1, horizon.slotAt(emptyAt));
        double burnt = burns.subList(0, lived).stream()
                .mapToDouble(Double::doubleValue)
                .sum();
        return burnt * 1440 / (lived * horizon.slotMinutes());
    }

    /**
     * When the tank is dry if the engine, which is stopped for good then, runs on as it has on average.
     *
     * @param stopped from then on everything is off
     * @return not before that
     */
    LocalDateTime dryAfter(RotationPlan plan, LocalDateTime stopped) {
        Horizon horizon = plan.rotation().horizon();
        int slot = horizon.slotAt(stopped);
        double burnt = 0;
        int running = 0;
        List<Double> burns = burns(plan);
        for (int i = 0; i < Math.min(slot, burns.size()); i++) {
            burnt += burns.get(i);
            running += plan.engineOff().contains(i) ? 0 : 1;
        }
        if (slot == 0 || burnt <= 0) {
            return stopped;
        }
        int more = (int) (litres.get(slot - 1) / (burnt / running));
        return more <= 0 ? stopped : horizon.at(Math.min(horizon.slots(), slot + more));
    }

    /** Whether nothing is left to burn before then; {@code null} is never. */
    boolean drySooner(@Nullable LocalDateTime then) {
        return emptyAt != null && (then == null || emptyAt.isBefore(then));
    }

    /** The same, dry from then on. */
    Refuelling withEmptyAt(LocalDateTime dry) {
        return new Refuelling(litres, refuels, storeLitres, dry, litresADay);
    }

    /** When a plan that ends with the engine off does so because nothing is left to burn; null when not. */
    private static @Nullable LocalDateTime stopsDry(RotationPlan plan, List<Double> burns, List<Double> litres) {
        int slot = plan.on().size();
        while (slot > 0 && plan.engineOff().contains(slot - 1)) {
            slot--;
        }
        boolean endsOff = slot < plan.on().size();
        double left = slot == 0 ? litres.get(0) : litres.get(slot - 1);
        // for less than an hour nobody starts it again
        double last = slot == 0
                ? DRY_LITRES
                : burns.get(slot - 1) * 60 / plan.rotation().horizon().slotMinutes();
        return endsOff && left < last ? plan.rotation().horizon().at(slot) : null;
    }

    private static int slotsOf(Horizon horizon) {
        return -Math.floorDiv(-MINUTES, horizon.slotMinutes());
    }

    private static boolean filledIn(Horizon horizon, List<EngineOff> fillings, int slot) {
        return fillings.stream()
                .anyMatch(off ->
                        off.from().isBefore(horizon.at(slot + 1)) && off.to().isAfter(horizon.at(slot)));
    }

    /**
     * The latest boundary from which somebody is there and awake throughout a filling; -1 when there is none. Nobody fills a
     * tank at four in the morning because no hours of sleep were entered: then the usual ones hold, unless the tank would run
     * dry in them.
     */
    private static int latest(Horizon horizon, List<EngineOff> others, int from, int to) {
        int resting = resting(horizon, others, from, to);
        if (resting >= 0) {
            return resting;
        }
        Sleep sleep = horizon.sleep() == null ? Wanted.USUAL_SLEEP : horizon.sleep();
        int awake = latest(horizon, others, from, to, sleep);
        return awake < 0 && horizon.sleep() == null ? latest(horizon, others, from, to, null) : awake;
    }

    /** The last time that the engine is stopped anyhow, for long enough, by somebody who is up; -1 when there is none. */
    private static int resting(Horizon horizon, List<EngineOff> others, int from, int to) {
        int last = -1;
        for (EngineOff stop : horizon.engineOff()) {
            int at = horizon.slotAt(stop.from());
            boolean longEnough = !stop.from().plusMinutes(MINUTES).isAfter(stop.to());
            if (longEnough && horizon.at(at).equals(stop.from()) && at >= from && at <= to && !horizon.night(at)) {
                last = horizon.nobodyThere(at) || filledIn(horizon, others, at) ? last : Math.max(last, at);
            }
        }
        return last;
    }

    private static int latest(Horizon horizon, List<EngineOff> others, int from, int to, @Nullable Sleep sleep) {
        for (int at = Math.min(to, horizon.slots() - 1); at >= from; at--) {
            boolean somebody = true;
            for (int slot = at; slot <= at + slotsOf(horizon); slot++) {
                somebody &= !horizon.nobodyThere(slot)
                        && (sleep == null || !sleep.covers(horizon.at(slot).toLocalTime()));
            }
            if (somebody && !filledIn(horizon, others, at)) {
                return at;
            }
        }
        return -1;
    }

    /** Litres that each slot burns: what is on by its duty, nothing while the engine stands still. */
    static List<Double> burns(RotationPlan plan) {
        Setup setup = plan.rotation().setup();
        double hours = plan.rotation().horizon().slotMinutes() / 60.0;
        List<Double> burns = new ArrayList<>();
        Set<String> before = null;
        double burn = 0;
        for (int slot = 0; slot < plan.on().size(); slot++) {
            Set<String> on = plan.on().get(slot);
            if (!on.equals(before)) {
                Double perHour =
                        FuelUse.at(setup.source(), DutyWatts.drawn(setup, on)).litresPerHour();
                burn = perHour == null ? 0 : perHour * hours;
                before = on;
            }
            burns.add(plan.engineOff().contains(slot) ? 0.0 : burn);
        }
        return burns;
    }
}
