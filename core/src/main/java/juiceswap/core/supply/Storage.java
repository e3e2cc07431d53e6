package juiceswap.core.supply;

import java.util.List;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * A battery station beside the generator. Some circuits are plugged into it for as long as the outage lasts: while the engine runs their
 * power passes through it, while the engine rests they live on what it holds.
 *
 * @param wattHours that it gives when full, above 0
 * @param runningWatts that it gives for hours, above 0
 * @param startingWatts that it gives for seconds, not below {@code runningWatts}
 * @param charging how it is filled
 * @param lowPercent of {@code wattHours} that are never planned with, 0 to below 100
 * @param carries ids of the circuits that are plugged into it, each once
 */
public record Storage(
        double wattHours,
        double runningWatts,
        double startingWatts,
        Charging charging,
        double lowPercent,
        List<String> carries)
        implements Battery {
    private static final double PERCENT = 100;

    /**
     * @param circuit id of the circuit on which the charger is one of the loads
     * @param watts that the charger takes, above 0
     * @param efficiencyPercent of what goes in that comes out again, above 0 to 100
     */
    public record Charging(String circuit, double watts, double efficiencyPercent) {
        public Charging {
            InvalidInput.positive("/watts", watts);
            InvalidInput.unless(
                    efficiencyPercent > 0 && efficiencyPercent <= PERCENT,
                    "/efficiencyPercent",
                    "invalid.percent-above-zero");
        }

        /** Watts by which what it holds rises. */
        public double stored() {
            return watts * efficiencyPercent / PERCENT;
        }
    }

    public Storage {
        InvalidInput.positive("/wattHours", wattHours);
        InvalidInput.positive("/runningWatts", runningWatts);
        InvalidInput.positive("/startingWatts", startingWatts);
        InvalidInput.unless(startingWatts >= runningWatts, "/startingWatts", "invalid.starting-below-running");
        InvalidInput.unless(lowPercent >= 0 && lowPercent < PERCENT, "/lowPercent", "invalid.percent-below-hundred");
        carries = List.copyOf(carries);
    }

    /** The same in a house without that circuit; null where its charger is on it. */
    public @Nullable Storage without(String circuit) {
        return circuit.equals(charging.circuit())
                ? null
                : new Storage(
                        wattHours,
                        runningWatts,
                        startingWatts,
                        charging,
                        lowPercent,
                        carries.stream().filter(one -> !one.equals(circuit)).toList());
    }

    @Override
    public double storedWatts() {
        return charging.stored();
    }
}
