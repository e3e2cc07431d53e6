package juiceswap.web.api;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Map;
import juiceswap.exchange.Engine;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The engine as JSON in, JSON out: the same code that the pages use, no sign-in, nothing stored. */
@RestController
@RequestMapping(path = EngineApi.BASE, produces = "application/json")
public class EngineApi {
    static final String BASE = "/api/v1";

    private final Schemas schemas;
    private final Engine engine;

    public EngineApi(Schemas schemas, Words words) {
        this.schemas = schemas;
        this.engine = Engine.whole(words::say);
    }

    /** Whatever can be asked of {@link Engine}. */
    @PostMapping({
        "/capacity",
        "/start-order",
        "/voltages",
        "/changeover",
        "/changeover/try",
        "/sizing",
        "/voltage-drop",
        "/fuel",
        "/make-room",
        "/loads-reading",
        "/bonding",
        "/network",
        "/rehearsal",
        "/learn",
        "/trouble",
        "/upkeep"
    })
    public Map<String, @Nullable Object> ask(HttpServletRequest http) throws IOException {
        String endpoint = http.getRequestURI().substring(http.getContextPath().length() + BASE.length() + 1);
        Tree request = StrictJson.parse(RequestLimits.body(http));
        schemas.requireRequest(endpoint.replace('/', '-'), request);
        return engine.answer(endpoint, request);
    }
}
