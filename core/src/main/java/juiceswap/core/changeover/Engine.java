package juiceswap.core.changeover;

import juiceswap.core.Worded;

/** The engine: running are cold, ready, hot (has carried load) and cooled; resting is stopped but still hot. */
public enum Engine implements Worded {
    STOPPED("stopped"),
    COLD("cold"),
    READY("ready"),
    HOT("hot"),
    COOLED("cooled"),
    RESTING("resting");

    private final String word;

    Engine(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** Whether it turns, and so makes voltage. */
    public boolean running() {
        return this == COLD || this == READY || this == HOT || this == COOLED;
    }
}
