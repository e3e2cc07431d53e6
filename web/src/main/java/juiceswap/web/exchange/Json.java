package juiceswap.web.exchange;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
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
            InvalidInput.unless(node != null && !node.isMissingNode(), "", "is empty, JSON expected");
            return node;
        } catch (JacksonException e) {
            throw new InvalidInput("", "is not well-formed JSON: " + e.getOriginalMessage());
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

    /** The texts of a list that must be known and not repeat. */
    public static List<String> knownOnce(JsonNode parent, String field, Set<String> known) {
        List<String> texts = texts(parent, field);
        Set<String> seen = new HashSet<>();
        List<Problem> problems = new ArrayList<>();
        for (int i = 0; i < texts.size(); i++) {
            String place = "/" + field + "/" + i;
            if (!known.contains(texts.get(i))) {
                problems.add(new Problem(place, "there is no circuit " + texts.get(i)));
            } else if (!seen.add(texts.get(i))) {
                problems.add(new Problem(place, "is listed twice"));
            }
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        return texts;
    }

    public static String text(JsonNode parent, String field, String otherwise) {
        JsonNode node = parent.path(field);
        return node.isString() ? node.asString() : otherwise;
    }

    public static boolean flag(JsonNode parent, String field, boolean otherwise) {
        JsonNode node = parent.path(field);
        return node.isBoolean() ? node.asBoolean() : otherwise;
    }

    public static Double number(JsonNode parent, String field) {
        JsonNode node = parent.path(field);
        return node.isNumber() ? (Double) node.asDouble() : null;
    }

    public static double number(JsonNode parent, String field, double otherwise) {
        Double number = number(parent, field);
        return number == null ? otherwise : number;
    }
}
