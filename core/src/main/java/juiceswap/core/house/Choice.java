package juiceswap.core.house;

import java.util.Locale;

/** What a household wants of a circuit in an outage. */
public enum Choice {
    /** Stays on throughout. */
    MUST,
    /** Takes turns with others. */
    TURNS,
    /** Stays off. */
    OFF;

    /** The seasons and hours for which a household chooses apart. */
    public enum Occasion {
        WINTER,
        SUMMER,
        NIGHT;

        /** How it is written in JSON. */
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** The one that is written so in JSON; it must be one of them. */
        public static Occasion of(String word) {
            return valueOf(word.toUpperCase(Locale.ROOT));
        }
    }

    /** How it is written in JSON. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The one that is written so in JSON; it must be one of them. */
    public static Choice of(String word) {
        return valueOf(word.toUpperCase(Locale.ROOT));
    }
}
