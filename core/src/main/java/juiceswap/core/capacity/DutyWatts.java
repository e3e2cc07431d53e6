package juiceswap.core.capacity;

import java.util.Collection;
import java.util.List;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Setup;

/** Watts on average, of loads that run for a share of the time. */
public final class DutyWatts {
    private DutyWatts() {}

    /**
     * Average of what is on, running watts by duty, over the slots of a plan; slots while the engine is off do not count.
     *
     * @param on ids by slot
     * @param engineOff numbers of slots while the engine is off
     */
    public static double average(Setup setup, List<List<String>> on, Collection<Integer> engineOff) {
        double sum = 0;
        int counted = 0;
        for (int slot = 0; slot < on.size(); slot++) {
            if (!engineOff.contains(slot)) {
                sum += of(setup.circuits(on.get(slot)));
                counted++;
            }
        }
        return counted == 0 ? 0 : sum / counted;
    }

    /** Watts on average of these circuits, with what a meter shows above what is known. */
    public static double drawn(Setup setup, Collection<String> on) {
        return of(setup.circuits(on))
                + LegWatts.unexplained(setup, !on.isEmpty()).total();
    }

    /** Watts on average: each load for the share of time it runs. */
    public static double of(Collection<Circuit> circuits) {
        double sum = 0;
        for (Circuit circuit : circuits) {
            for (Load load : circuit.loads()) {
                sum += load.runningWatts() * load.dutyPercent() / 100;
            }
        }
        return sum;
    }
}
