package juiceswap.web.api;

import static juiceswap.web.exchange.Json.object;
import static juiceswap.web.exchange.Json.under;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.rehearsal.Rehearsal;
import juiceswap.web.exchange.RehearsalJson;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.SetupReader;
import juiceswap.web.exchange.SwapJson;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The engine's question of what would come of a row of acts. */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class RehearsalApi {
    private final Schemas schemas;

    public RehearsalApi(Schemas schemas) {
        this.schemas = schemas;
    }

    @PostMapping("/rehearsal")
    public Map<String, @Nullable Object> rehearsal(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "rehearsal", http);
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        InvalidInput.unless(setup.transfer().refused() == null, "/setup/transfer/kind", "invalid.refused-kind");
        Options options = under("/options", () -> SwapJson.options(request.path("options"), setup));
        SwapState state = under("/state", () -> SwapJson.state(request.path("state"), setup));
        Rehearsal rehearsal = Rehearsal.of(
                setup,
                state,
                options,
                Goal.of(request.path("goal").asString()).orElseThrow(),
                RehearsalJson.script(request.path("world"), "/world", setup),
                RehearsalJson.acts(request.path("acts"), "/acts", setup));
        List<Map<String, @Nullable Object>> timeline = new ArrayList<>();
        rehearsal.timeline().forEach(entry -> timeline.add(RehearsalJson.of(entry)));
        return object("timeline", timeline, "end", RehearsalJson.of(rehearsal.end()));
    }
}
