package juiceswap.core.outage;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What somebody finds on the walk-round. */
public enum Answer {
    RUNNING,
    /** Nothing happens. */
    SILENT,
    /** A ground-fault outlet or its breaker has tripped. */
    TRIPPED,
    /** It waits for a button, a reset or its own programme. */
    NEEDS_RESTART;

    /** How it is written in JSON. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Answer> of(String word) {
        return Arrays.stream(values())
                .filter(answer -> answer.word().equals(word))
                .findFirst();
    }
}
