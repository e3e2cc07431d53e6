package juiceswap.core.rotation;

import java.util.Optional;
import juiceswap.core.Worded;

/** How much work goes into a plan: counted in steps of the search, not in time, so that the same question has one answer. */
public enum Effort implements Worded {
    /** At once: some 10 ms. */
    INSTANT("instant", 2_000_000),
    /** About 0.2 s on two cores; 0.1 to 0.7 s by the size of the household. */
    QUICK("quick", 54_000_000),
    /** About 1.5 s; up to 5 s. */
    NORMAL("normal", 530_000_000),
    /** About 15 s; up to 50 s. */
    DEEP("deep", 5_300_000_000L);

    private final String word;

    private final long work;

    Effort(String word, long work) {
        this.word = word;
        this.work = work;
    }

    @Override
    public String word() {
        return word;
    }

    /** Elementary steps of each of the searches that go on side by side, for a household of usual size. */
    long work() {
        return work;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Effort> of(String word) {
        return Worded.find(Effort.class, word);
    }
}
