package juiceswap.core.rotation;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** How much work goes into a plan: counted in steps of the search, not in time, so that the same question has one answer. */
public enum Effort {
    /** At once: some 10 ms. */
    INSTANT(2_000_000),
    /** About 0.3 s on two cores. */
    QUICK(90_000_000),
    /** About 3 s. */
    NORMAL(880_000_000),
    /** About 30 s. */
    DEEP(8_800_000_000L);

    private final long work;

    Effort(long work) {
        this.work = work;
    }

    /** Elementary steps of each of the searches that run side by side. */
    long work() {
        return work;
    }

    /** How it is written in JSON. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Effort> of(String word) {
        return Arrays.stream(values())
                .filter(effort -> effort.word().equals(word))
                .findFirst();
    }
}
