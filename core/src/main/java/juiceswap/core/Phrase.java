package juiceswap.core;

import java.io.Serializable;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import juiceswap.core.measure.Quantity;
import org.jspecify.annotations.Nullable;

/**
 * Something to tell people: which sentence of the message files, and the values that it names. The core and the log keep
 * phrases, never prose; whoever shows one puts it into the words and measures of the household.
 *
 * @param key of the sentence, such as {@code invalid.no-circuit}
 * @param values by the names that the sentence has for them: texts as people wrote them, numbers, durations and local times,
 *     {@link Worded} values, {@link Quantity quantities}, {@link OfCircuit circuits}, other phrases, lists of these
 */
public record Phrase(String key, Map<String, Object> values) implements Serializable {

    /** A circuit by its id; it is shown as its breaker is labelled. */
    public record OfCircuit(String id) implements Serializable {}

    public Phrase {
        values = Collections.unmodifiableMap(new LinkedHashMap<>(values));
    }

    /** A sentence with the values it names, in turn name and value. */
    public static Phrase of(String key, @Nullable Object... namesAndValues) {
        return new Phrase(key, named(namesAndValues));
    }

    /** Values by name, from names and values in turn. */
    public static Map<String, Object> named(@Nullable Object... namesAndValues) {
        if (namesAndValues.length % 2 != 0) {
            throw new IllegalArgumentException("a name without a value");
        }
        Map<String, Object> values = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            values.put((String) namesAndValues[i], namesAndValues[i + 1]);
        }
        return values;
    }
}
