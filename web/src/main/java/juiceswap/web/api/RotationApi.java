package juiceswap.web.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Map;
import java.util.concurrent.Semaphore;
import juiceswap.core.InvalidInput;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Rotation;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.RotationJson;
import juiceswap.web.exchange.Schemas;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The engine's heaviest question: which circuits take turns when. */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class RotationApi {
    /** Plans take whole processors; so many at once leave some for everybody else. */
    private static final int AT_ONCE = 2;

    private final Schemas schemas;
    private final Semaphore turns = new Semaphore(AT_ONCE, true);

    public RotationApi(Schemas schemas) {
        this.schemas = schemas;
    }

    @PostMapping("/rotation")
    public Map<String, Object> rotation(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "rotation", http);
        Rotation rotation = RotationJson.read(request);
        String word = Json.text(request, "effort", Effort.NORMAL.word());
        Effort effort = Effort.of(word).orElseThrow(() -> new InvalidInput("/effort", "invalid.effort"));
        turns.acquireUninterruptibly();
        try {
            return RotationJson.of(rotation.plan(effort));
        } finally {
            turns.release();
        }
    }
}
