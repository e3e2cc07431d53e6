package juiceswap.core.household;

import juiceswap.core.InvalidInput;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Estimate.Known;
import juiceswap.core.house.Load;
import juiceswap.core.meter.ClampReading;
import org.jspecify.annotations.Nullable;

/**
 * A load as the household describes it.
 *
 * @param said how its watts are known, null where nobody has said; see {@link #known()}
 * @param lowWatts the least that one of it may draw, not above its running watts, null: as is usual for how it is known
 * @param highWatts the most that one of it may draw, not below its running watts, null: as is usual
 * @param leftOff not used in an outage: one stage of an appliance of which another is
 * @param clamp the readings its watts were measured with, or null
 */
public record HomeLoad(
        Load load,
        @Nullable Known said,
        @Nullable Double lowWatts,
        @Nullable Double highWatts,
        boolean leftOff,
        @Nullable ClampReading clamp) {
    public HomeLoad {
        double watts = load.runningWatts();
        InvalidInput.unless(
                lowWatts == null || load.count() * lowWatts <= watts, "/lowWatts", "invalid.low-above-running");
        InvalidInput.unless(
                highWatts == null || load.count() * highWatts >= watts, "/highWatts", "invalid.high-below-running");
    }

    /** A load of which nothing but its figures is known. */
    public static HomeLoad of(Load load) {
        return new HomeLoad(load, null, null, null, false, null);
    }

    /** How its watts are known: from the label unless somebody has said otherwise. */
    public Known known() {
        return said == null ? Known.NAMEPLATE : said;
    }

    /** Watts while it runs, with their possible error. */
    public Estimate running() {
        double watts = load.runningWatts();
        Estimate usual = known().around(watts);
        return new Estimate(
                lowWatts == null ? usual.low() : load.count() * lowWatts,
                watts,
                highWatts == null ? usual.high() : load.count() * highWatts);
    }

    /** The same, used in an outage or left off. */
    public HomeLoad leftOff(boolean off) {
        return new HomeLoad(load, said, lowWatts, highWatts, off, clamp);
    }
}
