package juiceswap.core.meter;

/** What may be behind a set of readings, with how often it is met before anything was read: our judgement. */
public enum Hypothesis {
    HEALTHY(0.66),
    LONG_CORD(0.05),
    OVERLOAD(0.05),
    ENGINE_SLOW(0.04),
    ENGINE_FAST(0.03),
    LOST_NEUTRAL(0.03),
    LOOSE_NEUTRAL(0.03),
    TWO_BONDS(0.03),
    NO_BOND(0.03),
    REGULATOR_LOW(0.015),
    REGULATOR_HIGH(0.015),
    LOST_LEG(0.015),
    TIED_LEGS(0.005);

    private final double prior;

    Hypothesis(double prior) {
        this.prior = prior;
    }

    double prior() {
        return prior;
    }
}
