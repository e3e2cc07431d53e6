package juiceswap.web.api;

import static juiceswap.web.exchange.Json.object;
import static juiceswap.web.exchange.Json.under;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Setup;
import juiceswap.core.learn.Learned;
import juiceswap.core.learn.Observed;
import juiceswap.core.learn.Observed.Move;
import juiceswap.core.learn.Observed.Reading;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.SetupReader;
import juiceswap.web.exchange.SwapJson;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The engine's question of what circuits really draw. */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class LearnApi {
    private final Schemas schemas;

    public LearnApi(Schemas schemas) {
        this.schemas = schemas;
    }

    @PostMapping("/learn")
    public Map<String, @Nullable Object> learn(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "learn", http);
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        List<Reading> readings = new ArrayList<>();
        for (JsonNode one : request.path("readings")) {
            readings.add(new Reading(
                    one.path("at").asDouble(),
                    one.path("l1Watts").asDouble(),
                    one.path("l2Watts").asDouble()));
        }
        List<Move> moves = new ArrayList<>();
        for (int i = 0; i < request.path("switched").size(); i++) {
            JsonNode one = request.path("switched").get(i);
            String circuit = one.path("circuit").asString();
            InvalidInput.unless(
                    known.contains(circuit), "/switched/" + i + "/circuit", "invalid.no-circuit", "circuit", circuit);
            moves.add(
                    new Move(one.path("at").asDouble(), circuit, one.path("on").asBoolean()));
        }
        Set<String> onAtStart = new HashSet<>(Json.knownOnce(request, "onAtStart", known));
        Learned learned = Learned.from(setup.circuits(), under("", () -> new Observed(readings, moves, onAtStart)));
        return answer(learned);
    }

    private static Map<String, @Nullable Object> answer(Learned learned) {
        List<Object> circuits = new ArrayList<>();
        for (Learned.Real real : learned.circuits()) {
            circuits.add(object(
                    "circuit", real.circuit(),
                    "runningWatts", real.runningWatts(),
                    "startingWatts", real.startingWatts(),
                    "dutyPercent", real.dutyPercent(),
                    "errorWatts", real.errorWatts(),
                    "evidence",
                            real.evidence().stream()
                                    .map(one -> object(
                                            "at", one.at(),
                                            "l1", one.l1(),
                                            "l2", one.l2(),
                                            "kind", one.kind().word()))
                                    .toList()));
        }
        return object(
                "circuits",
                circuits,
                "now",
                object(
                        "explained",
                        learned.explained().stream()
                                .map(one -> object("circuit", one.circuit(), "watts", one.watts()))
                                .toList(),
                        "unexplainedL1",
                        learned.unexplainedL1(),
                        "unexplainedL2",
                        learned.unexplainedL2()));
    }
}
