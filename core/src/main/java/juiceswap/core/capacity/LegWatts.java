package juiceswap.core.capacity;

import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Setup;

/** Watts by leg. On a 120 V set with its one winding everything counts as L1. */
public record LegWatts(double l1, double l2) {
    /** Nothing on either leg. */
    public static final LegWatts NONE = new LegWatts(0, 0);

    /** Watts on both legs together. */
    public double total() {
        return l1 + l2;
    }

    /** Watts on that leg. */
    public double on(Leg leg) {
        return leg == Leg.L1 ? l1 : l2;
    }

    /** The two added, leg by leg. */
    public LegWatts plus(LegWatts more) {
        return new LegWatts(l1 + more.l1, l2 + more.l2);
    }

    /** The second taken off the first, leg by leg. */
    public LegWatts minus(LegWatts less) {
        return new LegWatts(l1 - less.l1, l2 - less.l2);
    }

    /** {@code watts} of a load of that circuit, put on the legs it draws from. */
    static LegWatts of(Circuit circuit, Load load, double watts, boolean splitPhase) {
        if (!splitPhase) {
            return new LegWatts(watts, 0);
        }
        if (load.is240()) {
            return new LegWatts(watts / 2, watts / 2);
        }
        return circuit.legOf(load) == Leg.L1 ? new LegWatts(watts, 0) : new LegWatts(0, watts);
    }

    /** What a circuit draws while everything on it runs. */
    public static LegWatts running(Circuit circuit, boolean splitPhase) {
        LegWatts sum = NONE;
        for (Load load : circuit.loads()) {
            sum = sum.plus(of(circuit, load, load.runningWatts(), splitPhase));
        }
        return sum;
    }

    /** What a meter shows above what is known, as long as anything is on. */
    static LegWatts unexplained(Setup setup, boolean anythingOn) {
        return anythingOn
                ? new LegWatts(
                        setup.unexplained().l1Watts(), setup.unexplained().l2Watts())
                : NONE;
    }

    /** What it draws in the moment its breaker closes. */
    public static LegWatts starting(Circuit circuit, boolean splitPhase) {
        LegWatts sum = NONE;
        for (Load load : circuit.loads()) {
            sum = sum.plus(of(circuit, load, load.startingWatts(), splitPhase));
        }
        return sum;
    }
}
