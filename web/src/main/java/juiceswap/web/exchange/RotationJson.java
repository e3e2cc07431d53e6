package juiceswap.web.exchange;

import static juiceswap.web.exchange.Json.object;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationPlan;
import tools.jackson.databind.JsonNode;

/** Rotations from JSON that already satisfies its schema, and plans to JSON. */
public final class RotationJson {
    private RotationJson() {}

    /** Throws {@link InvalidInput} that names the field. */
    public static Rotation read(JsonNode request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        Set<String> now = request.path("now").isObject()
                ? new LinkedHashSet<>(Json.under("/now", () -> Json.knownOnce(request.path("now"), "on", known)))
                : null;
        return new Rotation(setup, horizon(request), now, NeedsReader.read(request.path("needs"), "/needs", known));
    }

    private static Horizon horizon(JsonNode request) {
        List<Horizon.EngineOff> engineOff = new ArrayList<>();
        for (int i = 0; i < request.path("engineOff").size(); i++) {
            JsonNode off = request.path("engineOff").get(i);
            engineOff.add(Json.under(
                    "/engineOff/" + i,
                    () -> new Horizon.EngineOff(requiredTime(off, "from"), requiredTime(off, "to"))));
        }
        JsonNode sleep = request.path("sleep");
        return new Horizon(
                requiredTime(request, "start"),
                request.path("slotMinutes").asInt(),
                request.path("slots").asInt(),
                sleep.isObject()
                        ? Json.under("/sleep", () -> new Horizon.Sleep(clock(sleep, "from"), clock(sleep, "to")))
                        : null,
                engineOff);
    }

    private static LocalDateTime requiredTime(JsonNode json, String field) {
        LocalDateTime time = NeedsReader.time(json, field);
        InvalidInput.unless(time != null, "/" + field, "is missing");
        return time;
    }

    private static LocalTime clock(JsonNode json, String field) {
        try {
            return LocalTime.parse(json.path(field).asString());
        } catch (DateTimeParseException e) {
            throw new InvalidInput("/" + field, "must be a time of day such as 22:30");
        }
    }

    /** The answer as the engine gives it. */
    public static Map<String, Object> of(RotationPlan plan) {
        return object(
                "on", plan.on(),
                "moves", plan.moves().stream().map(RotationJson::move).toList(),
                "unmet",
                        plan.unmet().stream()
                                .map(unmet -> object(
                                        "need", unmet.need(),
                                        "circuit", unmet.circuit(),
                                        "minutes", unmet.minutes(),
                                        "engineOff", unmet.engineOff()))
                                .toList(),
                "thin",
                        plan.thin().stream()
                                .map(thin -> object(
                                        "need", thin.need(), "circuit", thin.circuit(), "minutes", thin.minutes()))
                                .toList(),
                "levels", new LinkedHashMap<>(plan.levels()),
                "sessions",
                        plan.sessions().stream()
                                .map(session -> object(
                                        "need", session.need(),
                                        "circuit", session.circuit(),
                                        "from", NeedsReader.text(session.from()),
                                        "to", NeedsReader.text(session.to())))
                                .toList(),
                "engineOff", plan.engineOff(),
                "never", plan.never(),
                "warnings", plan.warnings().stream().map(Enum::name).toList(),
                "visits", plan.visits(),
                "nightVisits", plan.nightVisits(),
                "flips", plan.flips(),
                "score", plan.score(),
                "bound", null);
    }

    private static Map<String, Object> move(RotationPlan.Move move) {
        return object(
                "at", NeedsReader.text(move.at()),
                "kind", move.kind().word(),
                "off", move.off(),
                "on", move.on());
    }
}
