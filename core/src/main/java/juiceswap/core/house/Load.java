package juiceswap.core.house;

import java.util.List;
import java.util.Locale;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * One appliance, or several alike, on a circuit.
 *
 * @param volts 120 or 240
 * @param leg for a 120 V load on a two-pole circuit, the leg it sits on; else null
 * @param nameplate what is known of one unit
 * @param dutyPercent share of the time it runs, 0 to 100
 * @param count how many alike, 1 or more
 */
public record Load(String name, int volts, @Nullable Leg leg, Nameplate nameplate, double dutyPercent, int count) {

    /** Parts of the names of what has electronics in it: our own list. */
    private static final List<String> DELICATE = List.of(
            "router",
            "modem",
            "internet",
            "wi-fi",
            "wifi",
            "network",
            "computer",
            "laptop",
            "printer",
            "server",
            "television",
            "tv",
            "screen",
            "console",
            "stereo",
            "radio",
            "amplifier",
            "charger",
            "camera",
            "alarm",
            "breathing",
            "oxygen",
            "concentrator",
            "transceiver");

    public Load {
        InvalidInput.unless(volts == 120 || volts == 240, "/volts", "invalid.volts");
        InvalidInput.unless(dutyPercent >= 0 && dutyPercent <= 100, "/dutyPercent", "invalid.percent");
        InvalidInput.unless(count >= 1, "/count", "invalid.one-or-more");
    }

    /** The same load running at so many watts in all, above 0; it starts as it did. */
    public Load withRunningWatts(double watts) {
        Nameplate measured = new Nameplate(
                watts / count, nameplate.unitStartingWatts(volts), null, null, null, null, nameplate.motor());
        return new Load(name, volts, leg, measured, dutyPercent, count);
    }

    /** Watts while all units run. */
    public double runningWatts() {
        return count * nameplate.unitRunningWatts(volts);
    }

    /** Watts in the moment its breaker closes: every unit starts at once. */
    public double startingWatts() {
        return count * nameplate.unitStartingWatts(volts);
    }

    /** Watts above running while all units run and one of them starts again. */
    public double extraWatts() {
        return nameplate.unitStartingWatts(volts) - nameplate.unitRunningWatts(volts);
    }

    /** Whether its name tells of electronics that a wrong voltage would ruin. */
    public boolean delicate() {
        String called = name.toLowerCase(Locale.ROOT);
        return DELICATE.stream().anyMatch(called::contains);
    }

    /** Whether it hangs between the two legs. */
    public boolean is240() {
        return volts == 240;
    }
}
