package juiceswap.web.api;

import static juiceswap.web.exchange.Json.object;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.Worded;
import juiceswap.core.bonding.BondJudgement;
import juiceswap.core.bonding.BondJudgement.Use;
import juiceswap.core.bonding.BondTests;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** What a meter is asked about: the bond, and the circuit behind the readings. */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class MeterApi {
    private final Schemas schemas;

    public MeterApi(Schemas schemas) {
        this.schemas = schemas;
    }

    @PostMapping("/bonding")
    public Map<String, Object> bonding(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "bonding", http);
        JsonNode tests = request.path("tests");
        Use use = new Use(
                request.path("use").asString().equals("cords"),
                Json.text(request, "neutral", "solid").equals("switched"),
                Worded.of(Bond.class, request.path("generatorBond").asString()),
                Worded.of(BondChange.class, Json.text(request, "bondChange", "none")),
                Json.flag(request, "gfciOutlets", false));
        BondJudgement judged = BondJudgement.of(
                use,
                new BondTests(
                        ohms(tests, "generatorAloneOhms"),
                        ohms(tests, "inletAloneOhms"),
                        ohms(tests, "connectedOhms")));
        return object(
                "generatorBonded", judged.generatorBonded(),
                "houseBondReaches", judged.houseBondReaches(),
                "bonds", judged.bonds(),
                "verdict", judged.verdict().word(),
                "safeToStart", judged.safeToStart(),
                "actions",
                        judged.actions().stream()
                                .map(BondJudgement.Action::word)
                                .toList());
    }

    private static @Nullable Double ohms(JsonNode tests, String field) {
        return tests.path(field).isString() ? Double.valueOf(Double.POSITIVE_INFINITY) : Json.number(tests, field);
    }

    @PostMapping("/network")
    public Map<String, Object> network(HttpServletRequest http) throws IOException {
        Network.Solution solved =
                network(Requests.read(schemas, "network", http)).solve();
        List<Map<String, Object>> loads = new ArrayList<>();
        for (Network.Served served : solved.loads()) {
            loads.add(object("volts", served.volts(), "watts", served.watts()));
        }
        return object(
                "l1n", solved.l1n(),
                "l2n", solved.l2n(),
                "l1l2", solved.l1l2(),
                "neutralAmps", solved.neutralAmps(),
                "groundAmps", solved.groundAmps(),
                "frameVolts", solved.frameVolts(),
                "neutralToGroundVolts", solved.neutralToGroundVolts(),
                "loads", loads);
    }

    private static Network network(JsonNode request) {
        JsonNode source = request.path("source");
        JsonNode cord = request.path("cord");
        JsonNode bonds = request.path("bonds");
        JsonNode faults = request.path("faults");
        List<Network.Load> loads = new ArrayList<>();
        for (JsonNode load : request.path("loads")) {
            loads.add(new Network.Load(
                    Between.of(load.path("between").asString()).orElseThrow(),
                    load.path("watts").asDouble(),
                    Json.number(load, "powerFactor", 1)));
        }
        return new Network(
                new Network.Source(
                        source.path("l1Volts").asDouble(),
                        source.path("l2Volts").asDouble(),
                        source.path("ohms").asDouble()),
                new Network.Cord(
                        cord.path("hotOhms").asDouble(),
                        cord.path("neutralOhms").asDouble(),
                        cord.path("groundOhms").asDouble()),
                new Network.Bonds(Json.flag(bonds, "generator", false), Json.flag(bonds, "panel", false)),
                new Network.Faults(
                        Json.flag(faults, "openNeutral", false),
                        Json.flag(faults, "openGround", false),
                        Json.flag(faults, "openL1", false),
                        Json.flag(faults, "openL2", false),
                        Json.number(faults, "looseNeutralOhms", 0),
                        Json.flag(faults, "tiedLegs", false)),
                loads);
    }
}
