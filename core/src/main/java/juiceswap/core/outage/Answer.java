package juiceswap.core.outage;

import java.util.Optional;
import juiceswap.core.Worded;

/** What somebody finds on the walk-round. */
public enum Answer implements Worded {
    RUNNING("running"),
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

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Answer> of(String word) {
        return Worded.find(Answer.class, word);
    }
}
