package juiceswap.core.words;

import java.util.Map;

/** Sentences by their keys, from message files. */
public interface Sentences {
    /** Whether there is a sentence of that key. */
    boolean has(String key);

    /**
     * The sentence with its values by name, ready to be shown.
     *
     * @param values as a {@link juiceswap.core.Phrase} has them, each put into words already or {@link Shown to be shown}
     * @throws IllegalArgumentException there is no such sentence
     */
    String say(String key, Map<String, ?> values);
}
