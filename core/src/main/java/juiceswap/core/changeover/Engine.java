package juiceswap.core.changeover;

import java.util.Locale;

/** The engine: running are cold, ready, hot (has carried load) and cooled; resting is stopped but still hot. */
public enum Engine {
    STOPPED,
    COLD,
    READY,
    HOT,
    COOLED,
    RESTING;

    /** Whether it turns, and so makes voltage. */
    public boolean running() {
        return this == COLD || this == READY || this == HOT || this == COOLED;
    }

    /** How it is written in JSON. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
