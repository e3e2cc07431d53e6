package juiceswap.core.meter;

import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * What a clamp meter around one hot conductor says of one load: amps before it was switched on, amps after, and the
 * highest it showed in the moment of starting.
 *
 * @param beforeAmps 0 or more; 0 when nothing else ran
 * @param afterAmps above {@code beforeAmps}
 * @param inrushAmps highest reading while it started, the rest included; null when not read
 */
public record ClampReading(
        double beforeAmps, double afterAmps, @Nullable Double inrushAmps) {
    public ClampReading {
        InvalidInput.notNegative("/beforeAmps", beforeAmps);
        InvalidInput.notNegative("/afterAmps", afterAmps);
        InvalidInput.unless(afterAmps > beforeAmps, "/afterAmps", "invalid.after-not-above-before");
        InvalidInput.unless(
                inrushAmps == null || inrushAmps >= afterAmps, "/inrushAmps", "invalid.inrush-below-running");
    }

    /** Volt-amperes that the load added: the difference × its volts. */
    public double runningWatts(int volts) {
        return (afterAmps - beforeAmps) * volts;
    }

    /** Volt-amperes in the moment of starting, null when it was not read. */
    public @Nullable Double startingWatts(int volts) {
        return inrushAmps == null ? null : (inrushAmps - beforeAmps) * volts;
    }
}
