package juiceswap.web.mqtt;

import java.util.LinkedHashMap;
import java.util.Map;
import juiceswap.core.measure.Numbers;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The numbers in what a topic carries: a bare number, or a JSON text with numbers at any depth. */
final class Payload {
    /** Longer ones are no readings. */
    private static final int LONGEST = 8_000;

    private static final int MOST = 60;
    private static final int DEEPEST = 8;
    private static final JsonMapper JSON = JsonMapper.shared();

    private Payload() {}

    /** By path: names and places with points between them, empty for a bare number; nothing where there is none. */
    static Map<String, Double> numbers(String payload) {
        Map<String, Double> found = new LinkedHashMap<>();
        if (payload.length() <= LONGEST && !payload.isBlank()) {
            try {
                collect(JSON.readTree(payload), "", 0, found);
            } catch (JacksonException noJson) {
                return Map.of();
            }
        }
        return found;
    }

    private static void collect(JsonNode node, String path, int depth, Map<String, Double> found) {
        if (found.size() >= MOST || depth > DEEPEST) {
            return;
        }
        if (node.isObject()) {
            node.properties()
                    .forEach(field -> collect(field.getValue(), under(path, field.getKey()), depth + 1, found));
        } else if (node.isArray()) {
            for (int i = 0; i < node.size(); i++) {
                collect(node.get(i), under(path, String.valueOf(i)), depth + 1, found);
            }
        } else if (node.isNumber() && Double.isFinite(node.asDouble())) {
            found.put(path, node.asDouble());
        } else if (node.isString()) {
            // some meters write their numbers as text
            Numbers.reading(node.asString()).ifPresent(number -> found.put(path, number));
        }
    }

    private static String under(String path, String name) {
        return path.isEmpty() ? name : path + "." + name;
    }
}
