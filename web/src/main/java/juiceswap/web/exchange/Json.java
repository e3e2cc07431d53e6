package juiceswap.web.exchange;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Supplier;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Strict JSON: one document, no duplicate names, no coercion. */
public final class Json {
    public static final JsonMapper MAPPER = JsonMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private Json() {}

    /** Throws {@link InvalidInput} when it is not one well-formed document. */
    public static JsonNode parse(byte[] text) {
        try {
            JsonNode node = MAPPER.readTree(text);
            InvalidInput.unless(node != null && !node.isMissingNode(), "", "invalid.json-empty");
            return node;
        } catch (JacksonException e) {
            throw new InvalidInput("", "invalid.not-json", "why", e.getOriginalMessage());
        }
    }

    /** An object from names and values in turn; values may be null. */
    public static Map<String, @Nullable Object> object(@Nullable Object... namesAndValues) {
        Map<String, Object> object = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            object.put((String) namesAndValues[i], namesAndValues[i + 1]);
        }
        return object;
    }

    /** What {@code value} gives; its problems are named from {@code place} on. */
    public static <T> T under(String place, Supplier<T> value) {
        try {
            return value.get();
        } catch (InvalidInput invalid) {
            throw new InvalidInput(invalid.problems().stream()
                    .map(problem -> problem.under(place))
                    .toList());
        }
    }

    /** A list of texts; absent and null are empty. */
    public static List<String> texts(JsonNode parent, String field) {
        List<String> texts = new ArrayList<>();
        for (JsonNode node : parent.path(field)) {
            texts.add(node.asString());
        }
        return texts;
    }

    /** The texts of a list in a field that must be known and not repeat. */
    public static List<String> knownOnce(JsonNode parent, String field, Set<String> known) {
        return under("/" + field, () -> knownOnce(parent.path(field), known));
    }

    /** The texts of a list that must be known and not repeat. */
    public static List<String> knownOnce(JsonNode list, Set<String> known) {
        List<String> texts = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        List<Problem> problems = new ArrayList<>();
        for (int i = 0; i < list.size(); i++) {
            String text = list.get(i).asString();
            texts.add(text);
            if (!known.contains(text)) {
                problems.add(new Problem("/" + i, "invalid.no-circuit", "circuit", text));
            } else if (!seen.add(text)) {
                problems.add(new Problem("/" + i, "invalid.listed-twice"));
            }
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        return texts;
    }

    public static String text(JsonNode parent, String field, String otherwise) {
        return Objects.requireNonNullElse(text(parent, field), otherwise);
    }

    /** The text of a field, null where there is none. */
    public static @Nullable String text(JsonNode parent, String field) {
        JsonNode node = parent.path(field);
        return node.isString() ? node.asString() : null;
    }

    public static boolean flag(JsonNode parent, String field, boolean otherwise) {
        JsonNode node = parent.path(field);
        return node.isBoolean() ? node.asBoolean() : otherwise;
    }

    public static @Nullable Double number(JsonNode parent, String field) {
        JsonNode node = parent.path(field);
        return node.isNumber() ? (Double) node.asDouble() : null;
    }

    public static double number(JsonNode parent, String field, double otherwise) {
        Double number = number(parent, field);
        return number == null ? otherwise : number;
    }
}
