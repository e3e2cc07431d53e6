package juiceswap.web.exchange;

import juiceswap.core.InvalidInput;
import juiceswap.exchange.Tree;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** What comes from outside as JSON: one document, no duplicate names, no coercion. */
public final class StrictJson {
    private static final JsonMapper MAPPER = JsonMapper.builder()
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .enable(DeserializationFeature.FAIL_ON_TRAILING_TOKENS)
            .build();

    private StrictJson() {}

    /** Throws {@link InvalidInput} when it is not one well-formed document. */
    public static Tree parse(byte[] text) {
        try {
            JsonNode node = MAPPER.readTree(text);
            InvalidInput.unless(node != null && !node.isMissingNode(), "", "invalid.json-empty");
            return Tree.of(MAPPER.convertValue(node, Object.class));
        } catch (JacksonException e) {
            throw new InvalidInput("", "invalid.not-json", "why", e.getOriginalMessage());
        }
    }

    /** The tree as the library that checks schemas has it. */
    static JsonNode node(Tree tree) {
        return MAPPER.valueToTree(tree.value());
    }

    /** Plain values as a document that people can read. */
    public static String pretty(@Nullable Object plain) {
        return MAPPER.writerWithDefaultPrettyPrinter().writeValueAsString(plain);
    }
}
