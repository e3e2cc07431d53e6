package juiceswap.web.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Setup;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/** Reading requests to the engine. */
final class Requests {
    private Requests() {}

    /** The body, checked against the schema of that endpoint. */
    static JsonNode read(Schemas schemas, String endpoint, HttpServletRequest http) throws IOException {
        JsonNode request = Json.parse(RequestLimits.body(http));
        schemas.requireRequest(endpoint, request);
        return request;
    }

    static void requireKnown(Setup setup, @Nullable String id, String field) {
        InvalidInput.unless(id == null || setup.find(id) != null, field, "invalid.no-circuit", "circuit", id);
    }
}
