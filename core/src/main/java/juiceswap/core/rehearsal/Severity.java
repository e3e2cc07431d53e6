package juiceswap.core.rehearsal;

import juiceswap.core.Worded;

/** How bad a consequence is, the worst first. */
public enum Severity implements Worded {
    /** Somebody may be killed. */
    LIFE("life"),
    /** Somebody is hurt. */
    HURT("hurt"),
    FIRE("fire"),
    /** Something is destroyed. */
    PROPERTY("property"),
    /** Something has to be done over again. */
    WORK("work"),
    /** Something ages. */
    WEAR("wear"),
    /** It went well this time. */
    RISK("risk");

    private final String word;

    Severity(String word) {
        this.word = word;
    }

    /** Somebody was hurt, or a fire was lit. */
    public boolean harms() {
        return this == LIFE || this == HURT || this == FIRE;
    }

    @Override
    public String word() {
        return word;
    }
}
