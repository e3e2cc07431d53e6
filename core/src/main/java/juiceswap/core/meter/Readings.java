package juiceswap.core.meter;

import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * What was read; null where it was not. At least one is given, none negative.
 *
 * @param l1n volts leg 1 to neutral
 * @param l2n volts leg 2 to neutral
 * @param l1l2 volts between the legs
 * @param hz hertz
 * @param ng volts neutral to ground
 */
public record Readings(
        @Nullable Double l1n,
        @Nullable Double l2n,
        @Nullable Double l1l2,
        @Nullable Double hz,
        @Nullable Double ng) {

    public Readings {
        notNegative("/l1n", l1n);
        notNegative("/l2n", l2n);
        notNegative("/l1l2", l1l2);
        notNegative("/hz", hz);
        notNegative("/ng", ng);
        InvalidInput.unless(
                l1n != null || l2n != null || l1l2 != null || hz != null || ng != null,
                "",
                "enter at least one reading");
    }

    /** The same without what a 120 V set does not have. */
    Readings onOneLeg() {
        return new Readings(l1n, null, null, hz, ng);
    }

    private static void notNegative(String field, @Nullable Double value) {
        if (value != null) {
            InvalidInput.notNegative(field, value);
        }
    }
}
