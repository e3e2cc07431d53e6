package juiceswap.core.meter;

import juiceswap.core.InvalidInput;
import juiceswap.core.house.Leg;
import org.jspecify.annotations.Nullable;

/**
 * What was read; null where it was not. At least one is given, none negative.
 *
 * @param l1n volts leg 1 to neutral
 * @param l2n volts leg 2 to neutral
 * @param l1l2 volts between the legs
 * @param hz hertz
 * @param ng volts neutral to ground
 * @param l1a amps in the hot conductor of leg 1, by a clamp or a fitted meter
 * @param l2a amps in the hot conductor of leg 2
 */
public record Readings(
        @Nullable Double l1n,
        @Nullable Double l2n,
        @Nullable Double l1l2,
        @Nullable Double hz,
        @Nullable Double ng,
        @Nullable Double l1a,
        @Nullable Double l2a) {

    public Readings {
        notNegative("/l1n", l1n);
        notNegative("/l2n", l2n);
        notNegative("/l1l2", l1l2);
        notNegative("/hz", hz);
        notNegative("/ng", ng);
        notNegative("/l1a", l1a);
        notNegative("/l2a", l2a);
        InvalidInput.unless(
                l1n != null || l2n != null || l1l2 != null || hz != null || ng != null || l1a != null || l2a != null,
                "",
                "invalid.no-reading");
    }

    /** Without amps: what a voltmeter shows. */
    public Readings(
            @Nullable Double l1n,
            @Nullable Double l2n,
            @Nullable Double l1l2,
            @Nullable Double hz,
            @Nullable Double ng) {
        this(l1n, l2n, l1l2, hz, ng, null, null);
    }

    /** Whether any of them speaks of the supply, and not only of what is drawn from it. */
    public boolean ofSupply() {
        return l1n != null || l2n != null || l1l2 != null || hz != null || ng != null;
    }

    /** The same of the one leg that a 120 V set feeds. */
    Readings onOneLeg(Leg fed) {
        return fed == Leg.L1
                ? new Readings(l1n, null, null, hz, ng, l1a, null)
                : new Readings(null, l2n, null, hz, ng, null, l2a);
    }

    private static void notNegative(String field, @Nullable Double value) {
        if (value != null) {
            InvalidInput.notNegative(field, value);
        }
    }
}
