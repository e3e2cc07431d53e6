package juiceswap.core.outage;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.ChargeLevel;
import juiceswap.core.rotation.Had;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.Supplied;
import juiceswap.core.rotation.TankLevel;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * What the house has had in this outage, and by which plan it lives.
 *
 * @param supplied what had power since when, in the order of time
 * @param observed reserves as somebody found them
 * @param fuel when the tank was last known, null: it was full when the outage began
 * @param filledLitres what was filled in so far
 * @param charge when the battery station was last read, null: it was full when the outage began
 * @param plan the number of the rotation in force, null before there is one
 * @param planned when it was put in force
 */
public record Living(
        List<Supplied> supplied,
        List<Had.Observed> observed,
        TankLevel.@Nullable Known fuel,
        double filledLitres,
        ChargeLevel.@Nullable Known charge,
        @Nullable Long plan,
        @Nullable Instant planned) {
    static final Living NOTHING = new Living(List.of(), List.of(), null, 0, null, null, null);

    /** What circuits have had until then, from the battery too, by the clock of that zone. */
    public Had had(Setup setup, ZoneId zone, Instant now) {
        return new Had(zone, ChargeLevel.of(setup, supplied, charge, now).supplied(), observed);
    }

    /** The battery station then; null without one. */
    public @Nullable ChargeLevel battery(Setup setup, Instant now) {
        return setup.battery() == null ? null : ChargeLevel.of(setup, supplied, charge, now);
    }

    /**
     * The fuel that can be planned with then; null when nobody can tell what is in the tank.
     *
     * @param stored litres in the cans when the outage began
     */
    public Refuelling.@Nullable Fuel fuelLeft(Setup setup, double stored, Instant now) {
        TankLevel tank = TankLevel.of(setup, supplied, fuel, now);
        return tank == null ? null : new Refuelling.Fuel(tank.litres(), Math.max(0, stored - filledLitres));
    }

    Living withPlan(long number, Instant at) {
        return new Living(supplied, observed, fuel, filledLitres, charge, number, at);
    }

    Living withObserved(Event.Observed found, Instant at) {
        List<Had.Observed> all = new ArrayList<>(observed);
        all.add(new Had.Observed(at, found.circuit(), found.celsius(), found.minutes()));
        return new Living(supplied, List.copyOf(all), fuel, filledLitres, charge, plan, planned);
    }

    /** Somebody has seen how much is in the tank. */
    Living withFuel(double litres, Instant at) {
        return new Living(supplied, observed, new TankLevel.Known(at, litres), filledLitres, charge, plan, planned);
    }

    /** Somebody has read what is in the battery. */
    Living withCharge(double wattHours, Instant at) {
        return new Living(supplied, observed, fuel, filledLitres, new ChargeLevel.Known(at, wattHours), plan, planned);
    }

    /** The tank was filled: to the top, or with so many litres. */
    Living refuelled(Setup setup, @Nullable Double litres, Instant at) {
        Generator engine = setup.source().engine();
        Double tank = engine == null ? null : engine.tankLitres();
        if (tank == null) {
            return this;
        }
        TankLevel before = TankLevel.of(setup, supplied, fuel, at);
        double left = before == null ? tank : before.litres();
        double more = litres == null ? tank - left : litres;
        return new Living(
                supplied,
                observed,
                new TankLevel.Known(at, Math.min(tank, left + more)),
                filledLitres + more,
                charge,
                plan,
                planned);
    }

    /** The same once an entry of that moment has led to {@code state}. */
    Living next(Instant at, Changeover changeover, SwapState state) {
        Supplied now =
                new Supplied(at, powered(changeover, state), state.engine().running());
        Supplied last = supplied.isEmpty() ? null : supplied.get(supplied.size() - 1);
        if (last != null && last.circuits().equals(now.circuits()) && last.engineRuns() == now.engineRuns()) {
            return this;
        }
        List<Supplied> all = new ArrayList<>(supplied);
        all.add(now);
        return new Living(List.copyOf(all), observed, fuel, filledLitres, charge, plan, planned);
    }

    /** What has power: on the set what is picked up, on a live street everything that is closed. */
    private static Set<String> powered(Changeover changeover, SwapState state) {
        boolean bySwitches = !changeover.parting().switchesPanel();
        if (changeover.fed(state)) {
            return changeover.powered(state);
        }
        boolean street = state.utilityLive()
                && (bySwitches || changeover.onUtilitySide(state))
                && state.branches() == SwapState.Branches.ON;
        if (!street) {
            return Set.of();
        }
        return changeover.unlocked();
    }
}
