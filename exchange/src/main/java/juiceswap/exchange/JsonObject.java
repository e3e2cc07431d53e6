package juiceswap.exchange;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/** A JSON object being written, in which nothing stands that says nothing. Whole numbers are written without a fraction. */
final class JsonObject {
    private final Map<String, @Nullable Object> node = new LinkedHashMap<>();

    Map<String, @Nullable Object> node() {
        return node;
    }

    JsonObject put(String field, @Nullable Object value) {
        node.put(field, value);
        return this;
    }

    JsonObject unlessNull(String field, @Nullable Object value) {
        return value == null ? this : put(field, value);
    }

    JsonObject unlessEmpty(String field, String text) {
        return text.isEmpty() ? this : put(field, text);
    }

    /** The word of a value that is not as usual. */
    JsonObject unless(String field, Worded value, Worded usual) {
        return value.equals(usual) ? this : put(field, value.word());
    }

    /** Only what is true is said. */
    JsonObject flag(String field, boolean value) {
        return value ? put(field, true) : this;
    }

    JsonObject texts(String field, List<?> values) {
        return values.isEmpty() ? this : put(field, values);
    }

    JsonObject number(String field, @Nullable Double value) {
        if (value == null) {
            return this;
        }
        boolean whole = value == Math.rint(value) && Math.abs(value) < Integer.MAX_VALUE;
        return whole ? put(field, value.intValue()) : put(field, value);
    }

    JsonObject numberUnless(String field, double value, double usual) {
        return value == usual ? this : number(field, value);
    }

    JsonObject objectUnlessEmpty(String field, JsonObject object) {
        return object.node.isEmpty() ? this : put(field, object.node);
    }

    <T> JsonObject list(String field, List<T> values, Function<T, JsonObject> writer) {
        return values.isEmpty()
                ? this
                : put(
                        field,
                        values.stream().map(value -> writer.apply(value).node).toList());
    }
}
