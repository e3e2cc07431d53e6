package juiceswap.core.outage;

import juiceswap.core.Worded;

/** Why an engine, or a battery, has stopped by itself, as somebody has found it. */
public enum StallCause implements Worded {
    OUT_OF_FUEL("out-of-fuel"),
    LOW_OIL("low-oil"),
    CO_SHUT_OFF("co-shut-off"),
    OVERLOAD("overload"),
    UNKNOWN("unknown");

    private final String word;

    StallCause(String word) {
        this.word = word;
    }

    /** A battery may have stopped by it too. */
    public boolean withoutEngine() {
        return this == OVERLOAD || this == UNKNOWN;
    }

    @Override
    public String word() {
        return word;
    }
}
