package juiceswap.core;

import java.util.Arrays;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * A value that is stored, sent or looked up by a word of its own. The word is written beside the constant and never
 * derived from its Java name, so that renaming the constant changes no file, no log and no address.
 */
public interface Worded {
    /** The word; unique among the values of its kind. */
    String word();

    /** The value of that kind with that word; empty when there is none. */
    static <E extends Enum<E> & Worded> Optional<E> find(Class<E> kind, String word) {
        return Arrays.stream(kind.getEnumConstants())
                .filter(value -> value.word().equals(word))
                .findFirst();
    }

    /** The value of that kind with that word; {@link InvalidInput} without a field when there is none. */
    static <E extends Enum<E> & Worded> E of(Class<E> kind, String word) {
        return find(kind, word)
                .orElseThrow(() -> new InvalidInput(
                        "",
                        "invalid.one-of",
                        "words",
                        Arrays.stream(kind.getEnumConstants()).map(Worded::word).collect(Collectors.joining(", "))));
    }
}
