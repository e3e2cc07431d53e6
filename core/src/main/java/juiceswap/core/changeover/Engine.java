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

    public boolean running() {
        return this == COLD || this == READY || this == HOT || this == COOLED;
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }
}
