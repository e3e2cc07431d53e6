package juiceswap.core.rehearsal;

import juiceswap.core.electrical.Network.AtSource;
import juiceswap.core.electrical.Network.Solution;
import org.jspecify.annotations.Nullable;

/** What somebody reads in a rehearsal. */
public sealed interface Meter {

    /**
     * Volts and hertz; where two points are not connected a meter shows 0.
     *
     * @param l2n null on a generator with one winding
     * @param l1l2 the same
     * @param ng neutral to ground at the panel; null where it was not read
     */
    record Volts(
            double l1n,
            @Nullable Double l2n,
            @Nullable Double l1l2,
            @Nullable Double ng,
            double hz) implements Meter {

        static Volts dead(boolean oneWinding, boolean withGround) {
            return new Volts(
                    0, oneWinding ? null : (Double) 0.0, oneWinding ? null : (Double) 0.0, withGround ? 0.0 : null, 0);
        }

        static Volts atPanel(Solution solution, boolean oneWinding, double hz) {
            return new Volts(
                    Feed.orZero(solution.l1n()),
                    oneWinding ? null : (Double) Feed.orZero(solution.l2n()),
                    oneWinding ? null : (Double) Feed.orZero(solution.l1l2()),
                    Feed.orZero(solution.neutralToGroundVolts()),
                    hz);
        }

        static Volts atGenerator(AtSource at, boolean oneWinding, double hz) {
            return new Volts(
                    at.l1n(), oneWinding ? null : (Double) at.l2n(), oneWinding ? null : (Double) at.l1l2(), null, hz);
        }

        /** The same without neutral to ground. */
        Volts withoutGround() {
            return new Volts(l1n, l2n, l1l2, null, hz);
        }
    }

    /** Whether the neighbours have light. */
    record Utility(boolean live) implements Meter {}

    /**
     * Neutral to frame or ground.
     *
     * @param ohms null for open
     */
    record Ohms(@Nullable Double ohms) implements Meter {}
}
