package juiceswap.core.outage;

import java.util.Optional;
import juiceswap.core.Worded;

/** How one can know that the street has power again, the surest first. Closing the main to try is none of them. */
public enum Sign implements Worded {
    /** A sensor on the street side of the main. */
    SENSOR("sensor"),
    /** The utility meter's own display. */
    METER_DISPLAY("meter-display"),
    /** The utility says so. */
    MESSAGE("message"),
    /** The neighbours' or the street's lights; they may run on a set too. */
    NEIGHBOURHOOD("neighbourhood"),
    /** After a fault of the street's own supply: the utility has repaired it. Nothing else leads back then. */
    REPAIRED("repaired");

    private final String word;

    Sign(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Sign> of(String word) {
        return Worded.find(Sign.class, word);
    }
}
