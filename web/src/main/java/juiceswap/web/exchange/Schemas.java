package juiceswap.web.exchange;

import com.networknt.schema.Error;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaLocation;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;

/** The published JSON Schemas: what is checked is what is published. */
@Component
public class Schemas {
    private static final String ENGINE = "urn:juice-swap:engine";
    private static final String HOUSEHOLD = "urn:juice-swap:household";

    private final SchemaRegistry registry = SchemaRegistry.withDefaultDialect(
            SpecificationVersion.DRAFT_2020_12,
            builder -> builder.schemas(Map.of(ENGINE, text("engine"), HOUSEHOLD, text("household"))));

    /** Throws {@link InvalidInput} with every place where a request to that engine endpoint is malformed. */
    public void requireRequest(String endpoint, Tree request) {
        require(ENGINE + "#/$defs/" + endpoint, request);
    }

    /** Throws {@link InvalidInput} with every place where a household file is malformed. */
    public void requireHousehold(Tree file) {
        require(HOUSEHOLD, file);
    }

    /** The household of a file; throws {@link InvalidInput} with every problem and its place. */
    public Household household(Tree file) {
        requireHousehold(file);
        return HouseholdJson.read(file);
    }

    /** The schema as published. */
    public static String text(String name) {
        try {
            return new ClassPathResource("schema/" + name + ".json").getContentAsString(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private void require(String location, Tree json) {
        Schema schema = registry.getSchema(SchemaLocation.of(location));
        Set<Problem> problems = new LinkedHashSet<>();
        for (Error error : schema.validate(StrictJson.node(json))) {
            problems.add(new Problem(pointer(error), what(error)));
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(List.copyOf(problems));
        }
    }

    /** The field itself, also where the schema speaks of the object that lacks it or has it too much. */
    private static String pointer(Error error) {
        StringBuilder pointer = new StringBuilder();
        for (int i = 0; i < error.getInstanceLocation().getNameCount(); i++) {
            pointer.append('/')
                    .append(escape(String.valueOf(error.getInstanceLocation().getElement(i))));
        }
        if (error.getProperty() != null) {
            pointer.append('/').append(escape(error.getProperty()));
        }
        return pointer.toString();
    }

    private static String escape(String name) {
        return name.replace("~", "~0").replace("/", "~1");
    }

    private static Phrase what(Error error) {
        return switch (error.getKeyword()) {
            case "required" -> Phrase.of("invalid.missing");
            case "additionalProperties", "unevaluatedProperties" -> Phrase.of("invalid.no-field");
            case "exclusiveMinimum" -> Phrase.of("invalid.more-than", "limit", limit(error));
            case "minimum" -> Phrase.of("invalid.at-least", "limit", limit(error));
            case "maximum" -> Phrase.of("invalid.at-most", "limit", limit(error));
            case "enum" ->
                Phrase.of(
                        "invalid.one-of",
                        "words",
                        limit(error).replace(",null", "").replace("\"", ""));
            case "const" -> Phrase.of("invalid.const", "limit", limit(error));
            default -> Phrase.of("invalid.told", "why", error.getMessage().replaceFirst("^[^:]*: ", ""));
        };
    }

    private static String limit(Error error) {
        JsonNode value = error.getSchemaNode();
        JsonNode own = value == null ? null : value.isObject() ? value.get(error.getKeyword()) : value;
        return own == null ? "" : own.toString();
    }
}
