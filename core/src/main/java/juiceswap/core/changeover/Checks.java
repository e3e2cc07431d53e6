package juiceswap.core.changeover;

import java.util.Arrays;
import java.util.Collection;
import java.util.List;

/** An immutable set of {@link Check}s. Kept as bits, for the search holds many thousands of them. */
public record Checks(int bits) {
    public static final Checks NONE = new Checks(0);

    public static Checks of(Collection<Check> checks) {
        Checks all = NONE;
        for (Check check : checks) {
            all = all.with(check);
        }
        return all;
    }

    public boolean has(Check check) {
        return (bits & 1 << check.ordinal()) != 0;
    }

    public Checks with(Check check) {
        return new Checks(bits | 1 << check.ordinal());
    }

    public Checks without(Check check) {
        return new Checks(bits & ~(1 << check.ordinal()));
    }

    public List<Check> list() {
        return Arrays.stream(Check.values()).filter(this::has).toList();
    }
}
