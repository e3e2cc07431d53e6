package juiceswap.core.trouble;

import juiceswap.core.Worded;

/** What somebody sees or hears. */
public enum Symptom implements Worded {
    /** Nothing turns. */
    NO_CRANK("no-crank"),
    CRANKS_NO_START("cranks-no-start"),
    STARTS_AND_DIES("starts-and-dies"),
    NO_VOLTS("no-volts"),
    LOW_VOLTS("low-volts"),
    TRIPS("trips"),
    /** It labors under load. */
    BOGS("bogs"),
    STALLS("stalls"),
    /** Its speed goes up and down by itself. */
    HUNTS("hunts");

    private final String word;

    Symptom(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }
}
