package juiceswap.web.api;

import static juiceswap.web.exchange.Json.object;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.EnumMap;
import java.util.Map;
import juiceswap.core.Worded;
import juiceswap.core.supply.Fuel;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Diagnosis;
import juiceswap.core.trouble.Diagnosis.Outcome;
import juiceswap.core.trouble.EngineKind;
import juiceswap.core.trouble.Symptom;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The engine's question of what is wrong with it. */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class TroubleApi {
    private final Schemas schemas;

    public TroubleApi(Schemas schemas) {
        this.schemas = schemas;
    }

    @PostMapping("/trouble")
    public Map<String, @Nullable Object> trouble(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "trouble", http);
        JsonNode engine = request.path("engine");
        Map<Check, Outcome> found = new EnumMap<>(Check.class);
        request.path("found")
                .properties()
                .forEach(one -> found.put(
                        Json.under("/found/" + one.getKey(), () -> Worded.of(Check.class, one.getKey())),
                        Worded.of(Outcome.class, one.getValue().asString())));
        Diagnosis diagnosis = Diagnosis.of(
                Worded.of(Symptom.class, request.path("symptom").asString()),
                new EngineKind(
                        Worded.of(Fuel.class, engine.path("fuel").asString()),
                        engine.path("start").asString().equals("electric"),
                        Json.flag(engine, "choke", false),
                        Json.flag(engine, "coShutOff", false),
                        Json.flag(engine, "cold", true)),
                found,
                Map.of());
        Check next = diagnosis.next();
        return object(
                "next",
                next == null
                        ? null
                        : object(
                                "check", next.word(),
                                "place", next.place().word(),
                                "minutes", next.minutes(),
                                "engineOff", next.engineOff()),
                "causes",
                diagnosis.causes().stream()
                        .map(cause -> object("code", cause.check().word(), "share", cause.share()))
                        .toList(),
                "fix",
                diagnosis.fix(),
                "giveUp",
                diagnosis.giveUp());
    }
}
