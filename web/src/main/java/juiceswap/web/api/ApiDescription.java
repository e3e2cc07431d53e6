package juiceswap.web.api;

import static juiceswap.exchange.Tree.object;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.words.Words;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

/**
 * The open API as an OpenAPI 3.1 description, made of what is there: the addresses that are answered, and the schemas against
 * which requests are checked.
 */
@RestController
@RequestMapping(path = "/api/v1/openapi.json", produces = "application/json")
class ApiDescription {
    private static final String BASE = "/api/v1";
    private static final String SCHEMAS = "#/components/schemas/";

    private final RequestMappingHandlerMapping mappings;
    private final Words words;

    ApiDescription(@Qualifier("requestMappingHandlerMapping") RequestMappingHandlerMapping mappings, Words words) {
        this.mappings = mappings;
        this.words = words;
    }

    @GetMapping
    Map<String, Object> describe() {
        Tree schemas = schemas();
        Map<String, Map<String, Object>> paths = new TreeMap<>();
        mappings.getHandlerMethods()
                .keySet()
                .forEach(mapping -> mapping.getPatternValues().stream()
                        .filter(path -> path.startsWith(BASE))
                        .forEach(path -> paths.computeIfAbsent(path, none -> new TreeMap<>())
                                .putAll(operations(mapping, path, schemas))));
        return object(
                "openapi",
                "3.1.0",
                "info",
                object("title", words.say("api.title"), "version", "1"),
                "paths",
                paths,
                "components",
                object(
                        "schemas",
                        schemas.value(),
                        "securitySchemes",
                        object("key", object("type", "http", "scheme", "bearer"))));
    }

    /** The definitions of the engine's schema, referring to each other at their new place. */
    private static Tree schemas() {
        String text = Schemas.text("engine").replace("#/$defs/", SCHEMAS);
        return StrictJson.parse(text.getBytes(java.nio.charset.StandardCharsets.UTF_8))
                .path("$defs");
    }

    private Map<String, Object> operations(RequestMappingInfo mapping, String path, Tree schemas) {
        Map<String, Object> operations = new TreeMap<>();
        for (RequestMethod method : mapping.getMethodsCondition().getMethods()) {
            String verb = method.asHttpMethod().name().toLowerCase(java.util.Locale.ROOT);
            Map<String, Object> operation = new TreeMap<>();
            operation.put("operationId", verb + path.substring(BASE.length()).replaceAll("[^A-Za-z]+", "-"));
            operation.put("responses", responses(method));
            if (method == RequestMethod.POST || method == RequestMethod.PUT) {
                operation.put("requestBody", object("required", true, "content", content(mapping, path, schemas)));
            }
            if (path.startsWith(BASE + "/household") || path.startsWith(BASE + "/readings")) {
                operation.put("security", List.of(object("key", List.of())));
            }
            operations.put(verb, operation);
        }
        return operations;
    }

    private static Map<String, Object> content(RequestMappingInfo mapping, String path, Tree schemas) {
        List<String> types = new ArrayList<>(mapping.getConsumesCondition().getConsumableMediaTypes().stream()
                .map(MediaType::toString)
                .toList());
        if (types.isEmpty()) {
            types.add("application/json");
        }
        String name = path.substring(BASE.length() + 1).replace('/', '-');
        Map<String, Object> schema = schemas.has(name) ? object("$ref", SCHEMAS + name) : object("type", "object");
        Map<String, Object> content = new TreeMap<>();
        types.forEach(type -> content.put(type, object("schema", schema)));
        return content;
    }

    private Map<String, Object> responses(RequestMethod method) {
        Map<String, Object> responses = new TreeMap<>();
        responses.put("200", object("description", words.say("api.answer")));
        if (method != RequestMethod.GET) {
            responses.put("400", object("description", words.say("api.bad-input")));
        }
        responses.put("503", object("description", words.say("api.busy")));
        return responses;
    }
}
