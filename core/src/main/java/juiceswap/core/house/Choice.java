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

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Occasion of(String word) {
            return valueOf(word.toUpperCase(Locale.ROOT));
        }
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Choice of(String word) {
        return valueOf(word.toUpperCase(Locale.ROOT));
    }
}
