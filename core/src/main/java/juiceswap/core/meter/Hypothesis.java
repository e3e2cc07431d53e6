package juiceswap.core.meter;

import juiceswap.core.Worded;

/** What may be behind a set of readings, with how often it is met before anything was read: our judgement. */
public enum Hypothesis implements Worded {
    HEALTHY("healthy", 0.66),
    LONG_CORD("long-cord", 0.05),
    OVERLOAD("overload", 0.05),
    ENGINE_SLOW("engine-slow", 0.04),
    ENGINE_FAST("engine-fast", 0.03),
    LOST_NEUTRAL("lost-neutral", 0.03),
    LOOSE_NEUTRAL("loose-neutral", 0.03),
    TWO_BONDS("two-bonds", 0.03),
    NO_BOND("no-bond", 0.03),
    REGULATOR_LOW("regulator-low", 0.015),
    REGULATOR_HIGH("regulator-high", 0.015),
    LOST_LEG("lost-leg", 0.015),
    TIED_LEGS("tied-legs", 0.005);

    private final String word;

    private final double prior;

    Hypothesis(String word, double prior) {
        this.word = word;
        this.prior = prior;
    }

    @Override
    public String word() {
        return word;
    }

    double prior() {
        return prior;
    }
}
