package juiceswap.core.meter;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.electrical.Network.Bonds;
import juiceswap.core.electrical.Network.Cord;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.electrical.Network.Source;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Source.BondChange;

/**
 * The household's own set, cord and present loads as a circuit that can be solved. What is not described is taken as usual:
 * see the constants.
 *
 * @param setup the household
 * @param on circuits that are on
 * @param bond how the set's bond stands
 */
public record HouseCircuit(Setup setup, List<String> on, Bond bond) {
    /** Volts of each winding without load; sets are trimmed a little above the nominal 120 V. */
    public static final double NO_LOAD_VOLTS = 122;

    /** Hertz of a sound set: a governor holds it a little above 60 under a usual load, and lets it rise without. */
    public static final double LOADED_HERTZ = 60.3;

    /** Hertz of a set that carries nothing: the usual droop of a governor. */
    public static final double UNLOADED_HERTZ = 61.5;

    /** Share of its volts that a winding loses at full load: usual for a regulated portable set. */
    private static final double REGULATION = 0.03;

    /** A cord that is not described is taken as 10 m of 10 AWG. */
    private static final double UNKNOWN_CORD_METRES = 10;

    /** Power factor of whatever starts harder than it runs: a motor; all else is taken as resistive. */
    private static final double MOTOR_POWER_FACTOR = 0.8;

    public HouseCircuit {
        on = List.copyOf(on);
    }

    /** The circuit of a house with these circuits on and that bond at the set. */
    public static HouseCircuit of(Setup setup, Collection<String> on, Bond bond) {
        return new HouseCircuit(setup, List.copyOf(on), bond);
    }

    /** How the set's bond has to stand so that there is one in all; what it is when it can't be changed. */
    public static Bond bondInUse(Setup setup) {
        if (setup.source().bondChange() != BondChange.SWITCH) {
            return setup.source().bond();
        }
        return setup.transfer().houseBondReaches() ? Bond.FLOATING : Bond.BONDED;
    }

    /** As it should be. */
    public Network healthy() {
        return with(Faults.NONE);
    }

    /** With that fault. A 120 V set feeds one leg, or both tied together when it is bridged, whatever else is wrong. */
    public Network with(Faults faults) {
        boolean oneLeg = !setup.source().splitPhase();
        boolean tied = oneLeg && setup.transfer().feedsBothLegs();
        boolean onL1 = !oneLeg || tied || setup.transfer().fedLeg() == Leg.L1;
        boolean onL2 = !oneLeg || tied || setup.transfer().fedLeg() == Leg.L2;
        Faults all = new Faults(
                faults.openNeutral(),
                faults.openGround(),
                faults.openL1() || !onL1,
                faults.openL2() || !onL2,
                faults.looseNeutralOhms(),
                faults.tiedLegs() || tied);
        return new Network(source(), cord(), bonds(), all, loads());
    }

    /** Hertz with what is on. */
    public double hertz() {
        return on.isEmpty() ? UNLOADED_HERTZ : LOADED_HERTZ;
    }

    /** The set as a source. */
    public Source source() {
        double watts = setup.source().runningWatts();
        double windingWatts = setup.source().splitPhase() ? watts / 2 : watts;
        double ohms = REGULATION * NO_LOAD_VOLTS / (windingWatts / Limits.LEG_VOLTS);
        return new Source(NO_LOAD_VOLTS, NO_LOAD_VOLTS, ohms);
    }

    /** The cord between the set and the panel. */
    public Cord cord() {
        double ohms = setup.path().stream()
                .filter(link -> link.awg() != null && link.lengthM() != null)
                .mapToDouble(HouseCircuit::ohms)
                .sum();
        double each = ohms > 0 ? ohms : Conductor.AWG_10.ohmsPerMetre() * UNKNOWN_CORD_METRES;
        return new Cord(each, each, each);
    }

    private static double ohms(Link link) {
        double metres = link.lengthM() == null ? 0 : link.lengthM();
        return Conductor.of(String.valueOf(link.awg()))
                .map(wire -> wire.ohmsPerMetre() * metres)
                .orElse(0.0);
    }

    /** The set's own, and the house's where its neutral reaches. */
    public Bonds bonds() {
        return new Bonds(bond == Bond.BONDED, setup.transfer().houseBondReaches());
    }

    /** One for each load of the circuits that are on. */
    public List<Network.Load> loads() {
        List<Network.Load> loads = new ArrayList<>();
        for (String id : on) {
            Circuit circuit = setup.circuit(id);
            for (Load load : circuit.loads()) {
                if (load.runningWatts() > 0) {
                    double factor = powerFactor(load);
                    // a house's watts are what the set must carry, so of a motor its volt-amperes
                    loads.add(new Network.Load(between(circuit, load), load.runningWatts() * factor, factor));
                }
            }
        }
        return loads;
    }

    private static Between between(Circuit circuit, Load load) {
        if (load.is240()) {
            return Between.L1_L2;
        }
        return circuit.legOf(load) == Leg.L2 ? Between.L2_N : Between.L1_N;
    }

    private static double powerFactor(Load load) {
        return load.extraWatts() > 0 ? MOTOR_POWER_FACTOR : 1;
    }
}
