package juiceswap.core;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The one way in which a value of the core refuses to be built or a question to be answered: it names every field that
 * is wrong. The edge turns it into an HTTP 400 or a message at the form's field.
 */
public final class InvalidInput extends RuntimeException {
    private static final long serialVersionUID = 1L;

    /**
     * One thing that is wrong.
     *
     * @param field where, as a JSON pointer relative to the value that was being built, such as {@code /loads/0/volts}
     * @param what is wrong, as it is said to the person who typed it
     */
    public record Problem(String field, Phrase what) {
        /** What is wrong, by the key of its sentence and the values that it names. */
        public Problem(String field, String key, @Nullable Object... namesAndValues) {
            this(field, Phrase.of(key, namesAndValues));
        }

        /** The same problem seen from the value that holds this one under {@code parent}. */
        public Problem under(String parent) {
            return new Problem(parent + field, what);
        }
    }

    private final transient List<Problem> problems;

    /** Several problems at once; there must be one at least. */
    public InvalidInput(List<Problem> problems) {
        super(
                problems.isEmpty()
                        ? ""
                        : problems.get(0).field() + ": " + problems.get(0).what());
        this.problems = List.copyOf(problems);
    }

    /** One problem; {@code field} is a JSON pointer, empty for the whole. */
    public InvalidInput(String field, String key, @Nullable Object... namesAndValues) {
        this(List.of(new Problem(field, key, namesAndValues)));
    }

    /** One problem; {@code field} is a JSON pointer, empty for the whole. */
    public InvalidInput(String field, Phrase what) {
        this(List.of(new Problem(field, what)));
    }

    /** Everything that is wrong, in the order of the input; never empty. */
    public List<Problem> problems() {
        return problems;
    }

    /** Throws unless {@code holds}. */
    public static void unless(boolean holds, String field, String key, @Nullable Object... namesAndValues) {
        if (!holds) {
            throw new InvalidInput(field, key, namesAndValues);
        }
    }

    /** The value, which must be there. */
    public static <T> T present(@Nullable T value, String field, String key, @Nullable Object... namesAndValues) {
        if (value == null) {
            throw new InvalidInput(field, key, namesAndValues);
        }
        return value;
    }

    /** Throws unless {@code value} is a finite number above zero. */
    public static double positive(String field, double value) {
        unless(Double.isFinite(value) && value > 0, field, "invalid.above-zero");
        return value;
    }

    /** Throws unless {@code value} is a finite number, zero or more. */
    public static double notNegative(String field, double value) {
        unless(Double.isFinite(value) && value >= 0, field, "invalid.zero-or-more");
        return value;
    }
}
