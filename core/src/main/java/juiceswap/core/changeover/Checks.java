package juiceswap.core.changeover;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;

/** An immutable set of {@link Check}s. Kept as bits, for the search holds many thousands of them. */
public record Checks(int bits) {
    /** No check is done. */
    public static final Checks NONE = new Checks(0);

    /** These are done, no others. */
    public static Checks of(Collection<Check> checks) {
        Checks all = NONE;
        for (Check check : checks) {
            all = all.with(check);
        }
        return all;
    }

    /** Whether it is done. */
    public boolean has(Check check) {
        return (bits & 1 << check.ordinal()) != 0;
    }

    /** These and that one. */
    public Checks with(Check check) {
        return new Checks(bits | 1 << check.ordinal());
    }

    /** These without that one. */
    public Checks without(Check check) {
        return new Checks(bits & ~(1 << check.ordinal()));
    }

    /** Those that are done, in the order of their definition. */
    public List<Check> list() {
        return Arrays.stream(Check.values()).filter(this::has).toList();
    }
}
