package juiceswap.core.outage;

import java.util.Optional;
import juiceswap.core.Worded;

/** What somebody finds on the walk-round. */
public enum Answer implements Worded {
    RUNNING("running"),
    /** It has power and waits for its time, as a refrigerator that is cold enough. */
    IDLE("idle"),
    /** Nothing happens. */
    SILENT("silent"),
    /** A ground-fault outlet or its breaker has tripped. */
    TRIPPED("tripped"),
    /** It waits for a button, a reset or its own programme. */
    NEEDS_RESTART("needs-restart");

    private final String word;

    Answer(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** Nothing is wrong with it. */
    public boolean fine() {
        return this == RUNNING || this == IDLE;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Answer> of(String word) {
        return Worded.find(Answer.class, word);
    }
}
