package juiceswap.web.api;

import static juiceswap.web.exchange.Json.object;
import static juiceswap.web.exchange.Json.under;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.supply.Fuel;
import juiceswap.core.upkeep.Done;
import juiceswap.core.upkeep.FuelLot;
import juiceswap.core.upkeep.Interval;
import juiceswap.core.upkeep.Task;
import juiceswap.core.upkeep.Upkeep;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The engine's question of the year around the outage: what is due. */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class UpkeepApi {
    private final Schemas schemas;

    public UpkeepApi(Schemas schemas) {
        this.schemas = schemas;
    }

    @PostMapping("/upkeep")
    public Map<String, @Nullable Object> upkeep(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "upkeep", http);
        Upkeep upkeep = new Upkeep(
                day(request, "today"),
                request.path("engineHours").asDouble(),
                Worded.of(Fuel.class, request.path("fuelKind").asString()),
                Json.flag(request, "battery", false),
                intervals(request.path("intervals")),
                done(request.path("done")),
                fuel(request.path("fuel")),
                day(request, "since"));
        List<Map<String, @Nullable Object>> tasks = new ArrayList<>();
        for (Upkeep.Standing standing : upkeep.tasks()) {
            tasks.add(object(
                    "task", standing.task().word(),
                    "due", standing.due() == null ? null : standing.due().toString(),
                    "dueAtHours", standing.dueAtHours(),
                    "state", standing.state().word()));
        }
        return object("tasks", tasks);
    }

    /** What the manual says; what it does not say of a task stays as usual, and null takes it away. */
    private static Map<Task, Interval> intervals(JsonNode json) {
        Map<Task, Interval> intervals = new EnumMap<>(Task.class);
        json.properties().forEach(entry -> {
            Task task = Worded.of(Task.class, entry.getKey());
            JsonNode given = entry.getValue();
            Double days = Json.number(given, "days");
            Interval read = under(
                    "/intervals/" + entry.getKey(),
                    () -> new Interval(
                            given.has("days")
                                    ? days == null ? null : (Integer) days.intValue()
                                    : task.usual().days(),
                            given.has("hours")
                                    ? Json.number(given, "hours")
                                    : task.usual().hours()));
            boolean says = task != Task.FUEL_AGE || given.has("days") || given.has("hours");
            if (says) {
                intervals.put(task, read);
            }
        });
        return intervals;
    }

    private static List<Done> done(JsonNode json) {
        List<Done> done = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            JsonNode one = json.get(i);
            done.add(under(
                    "/done/" + i,
                    () -> new Done(
                            Worded.of(Task.class, one.path("task").asString()),
                            day(one, "on"),
                            one.path("atHours").asDouble())));
        }
        return done;
    }

    private static List<FuelLot> fuel(JsonNode json) {
        List<FuelLot> lots = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            JsonNode lot = json.get(i);
            lots.add(under(
                    "/fuel/" + i,
                    () -> new FuelLot(
                            day(lot, "bought"),
                            lot.path("stabilised").asBoolean(),
                            lot.path("litres").asDouble())));
        }
        return lots;
    }

    private static LocalDate day(JsonNode json, String field) {
        try {
            return LocalDate.parse(json.path(field).asString());
        } catch (DateTimeException noDay) {
            throw new InvalidInput("/" + field, "invalid.no-day");
        }
    }
}
