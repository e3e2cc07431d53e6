package juiceswap.core;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import juiceswap.core.InvalidInput.Problem;
import org.jspecify.annotations.Nullable;

/** Problems that are collected, so that every one is named and not only the first. */
public final class Problems {
    private final List<Problem> problems = new ArrayList<>();

    /** Notes one. */
    public void add(String field, String key, @Nullable Object... namesAndValues) {
        problems.add(new Problem(field, key, namesAndValues));
    }

    /** Notes one. */
    public void add(Problem problem) {
        problems.add(problem);
    }

    /** What {@code value} gives, or null with its problems noted under {@code place}. */
    public <T> @Nullable T keep(String place, Supplier<T> value) {
        try {
            return value.get();
        } catch (InvalidInput invalid) {
            invalid.problems().forEach(problem -> problems.add(problem.under(place)));
            return null;
        }
    }

    /** Whether none was noted. */
    public boolean none() {
        return problems.isEmpty();
    }

    /** Throws {@link InvalidInput} with all that were noted, if any. */
    public void require() {
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
    }
}
