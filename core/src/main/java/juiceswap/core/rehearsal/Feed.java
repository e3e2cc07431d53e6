package juiceswap.core.rehearsal;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import juiceswap.core.capacity.LegWatts;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Link;
import org.jspecify.annotations.Nullable;

/**
 * What feeds the house's circuits, and what they get from it: the generator through its cord, with everything that may be
 * wrong with it, or the utility.
 */
final class Feed {
    /** Inner resistance of a small generator's winding, in ohms: our own usual figure. */
    private static final double GENERATOR_OHMS = 0.05;

    /** The same of a transformer in the street with its drop. */
    private static final double UTILITY_OHMS = 0.02;

    /** A conductor of a cord whose length or gauge nobody has said, in ohms. */
    private static final double CORD_OHMS_UNSAID = 0.05;

    /** Where there is no cord at all; the circuit's solution asks for more than nothing. */
    private static final double NO_CORD_OHMS = 1e-6;

    private static final double LOOSE_NEUTRAL_OHMS = 2;
    private static final double VOLTS_TOO_HIGH = 136;
    private static final double VOLTS_TOO_LOW = 106;
    private static final double HEAVY_TIMES = 2;

    private final Setup setup;
    private final Script script;
    private final boolean fromGenerator;

    private Feed(Setup setup, Script script, boolean fromGenerator) {
        this.setup = setup;
        this.script = script;
        this.fromGenerator = fromGenerator;
    }

    static Feed generator(Setup setup, Script script) {
        return new Feed(setup, script, true);
    }

    static Feed utility(Setup setup, Script script) {
        return new Feed(setup, script, false);
    }

    /** One winding, on whichever leg. */
    boolean oneWinding() {
        return fromGenerator && !setup.source().splitPhase();
    }

    /** Whether its power comes to any pole of the circuit's breaker. */
    boolean reaches(Circuit circuit) {
        return !oneWinding()
                || setup.transfer().feedsBothLegs()
                || circuit.twoPole()
                || circuit.leg() == setup.transfer().fedLeg();
    }

    /** Whether its power comes to that load: 240 V need two legs that differ. */
    private boolean serves(Circuit circuit, Load load) {
        if (!oneWinding()) {
            return true;
        }
        boolean legFed = setup.transfer().feedsBothLegs()
                || circuit.legOf(load) == setup.transfer().fedLeg();
        return !load.is240() && legFed;
    }

    /** Where it sits for this source: with one winding everything is on the first leg. */
    private Leg legOf(Circuit circuit, Load load) {
        return oneWinding() ? Leg.L1 : circuit.legOf(load);
    }

    private double times(Circuit circuit) {
        return script.faults().contains(Fault.heavy(circuit.id())) ? HEAVY_TIMES : 1;
    }

    /** What the circuits draw at their nominal voltage while everything on them runs, in watts. */
    LegWatts running(Collection<Circuit> circuits) {
        return watts(circuits, false);
    }

    /** The same in the moment they are closed. */
    LegWatts starting(Collection<Circuit> circuits) {
        return watts(circuits, true);
    }

    private LegWatts watts(Collection<Circuit> circuits, boolean start) {
        LegWatts sum = LegWatts.NONE;
        for (Circuit circuit : circuits) {
            for (Load load : circuit.loads()) {
                if (serves(circuit, load)) {
                    double watts = (start ? load.startingWatts() : load.runningWatts()) * times(circuit);
                    sum = sum.plus(onLegs(load, watts, legOf(circuit, load)));
                }
            }
        }
        return sum;
    }

    private static LegWatts onLegs(Load load, double watts, Leg leg) {
        if (load.is240()) {
            return new LegWatts(watts / 2, watts / 2);
        }
        return leg == Leg.L1 ? new LegWatts(watts, 0) : new LegWatts(0, watts);
    }

    /** Amps in the fuller pole of a circuit's breaker at nominal voltage. */
    double breakerAmps(Circuit circuit) {
        LegWatts poles = LegWatts.NONE;
        for (Load load : circuit.loads()) {
            if (serves(circuit, load)) {
                poles = poles.plus(onLegs(load, load.runningWatts() * times(circuit), circuit.legOf(load)));
            }
        }
        return Math.max(poles.l1(), poles.l2()) / Limits.LEG_VOLTS;
    }

    /** The circuit with these breakers closed, solved. */
    Solution solve(Collection<Circuit> closed, boolean bonded) {
        return network(closed, bonded).solve();
    }

    /**
     * The circuit with these breakers closed.
     *
     * @param bonded neutral and frame are joined in the generator
     */
    Network network(Collection<Circuit> closed, boolean bonded) {
        List<Network.Load> loads = new ArrayList<>();
        for (Circuit circuit : closed) {
            for (Load load : circuit.loads()) {
                double watts = load.runningWatts() * times(circuit);
                if (serves(circuit, load) && watts > 0) {
                    loads.add(new Network.Load(between(circuit, load), watts, 1));
                }
            }
        }
        return new Network(source(), cord(), bonds(bonded), faults(), loads);
    }

    private Between between(Circuit circuit, Load load) {
        if (load.is240()) {
            return Between.L1_L2;
        }
        return legOf(circuit, load) == Leg.L1 ? Between.L1_N : Between.L2_N;
    }

    /** Volts that a load sees in that solution; 0 where nothing comes to it. */
    double volts(Circuit circuit, Load load, Solution solution) {
        if (!serves(circuit, load)) {
            return 0;
        }
        if (load.is240()) {
            return orZero(solution.l1l2());
        }
        return orZero(legOf(circuit, load) == Leg.L1 ? solution.l1n() : solution.l2n());
    }

    static double orZero(@Nullable Double volts) {
        return volts == null ? 0 : volts;
    }

    /** Volts of each leg without any load. */
    double idleVolts() {
        if (fromGenerator && script.has(Fault.Kind.REGULATOR_HIGH)) {
            return VOLTS_TOO_HIGH;
        }
        return fromGenerator && script.has(Fault.Kind.REGULATOR_LOW) ? VOLTS_TOO_LOW : Fault.SOUND_VOLTS;
    }

    private Network.Source source() {
        return new Network.Source(idleVolts(), idleVolts(), fromGenerator ? GENERATOR_OHMS : UTILITY_OHMS);
    }

    /** Several cords one after the other add up. */
    private Network.Cord cord() {
        if (!fromGenerator) {
            return new Network.Cord(NO_CORD_OHMS, NO_CORD_OHMS, NO_CORD_OHMS);
        }
        double ohms = 0;
        boolean any = false;
        for (Link link : setup.path()) {
            if (link.kind() == Link.Kind.CORD) {
                any = true;
                Double length = link.lengthM();
                String awg = link.awg();
                ohms += length == null || awg == null
                        ? CORD_OHMS_UNSAID
                        : Conductor.of(awg).orElseThrow().ohmsPerMetre() * length;
            }
        }
        double each = any ? Math.max(ohms, NO_CORD_OHMS) : CORD_OHMS_UNSAID;
        return new Network.Cord(each, each, each);
    }

    private Network.Bonds bonds(boolean bonded) {
        return fromGenerator
                ? new Network.Bonds(bonded, setup.transfer().houseBondReaches())
                : new Network.Bonds(false, true);
    }

    private Network.Faults faults() {
        if (!fromGenerator) {
            return new Network.Faults(script.has(Fault.Kind.UTILITY_OPEN_NEUTRAL), false, false, false, 0, false);
        }
        return new Network.Faults(
                script.has(Fault.Kind.OPEN_NEUTRAL),
                false,
                script.has(Fault.Kind.LOST_L1),
                script.has(Fault.Kind.LOST_L2),
                script.has(Fault.Kind.LOOSE_NEUTRAL) ? LOOSE_NEUTRAL_OHMS : 0,
                script.has(Fault.Kind.LEGS_TIED));
    }
}
