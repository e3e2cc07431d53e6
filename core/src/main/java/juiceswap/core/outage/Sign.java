package juiceswap.core.outage;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** How one can know that the street has power again, the surest first. Closing the main to try is none of them. */
public enum Sign {
    /** A sensor on the street side of the main. */
    SENSOR,
    /** The utility meter's own display. */
    METER_DISPLAY,
    /** The utility says so. */
    MESSAGE,
    /** The neighbours' or the street's lights; they may run on a set too. */
    NEIGHBOURHOOD;

    /** How it is written in JSON. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Sign> of(String word) {
        return Arrays.stream(values()).filter(sign -> sign.word().equals(word)).findFirst();
    }
}
