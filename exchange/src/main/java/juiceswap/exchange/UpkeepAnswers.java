package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;
import static juiceswap.exchange.Tree.under;

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
import org.jspecify.annotations.Nullable;

/** The engine's question of the year around the outage: what is due. */
final class UpkeepAnswers {
    private UpkeepAnswers() {}

    static Map<String, @Nullable Object> upkeep(Tree request) {
        Upkeep upkeep = new Upkeep(
                day(request, "today"),
                request.path("engineHours").asDouble(),
                Worded.of(Fuel.class, request.path("fuelKind").asString()),
                request.flag("battery", false),
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
    private static Map<Task, Interval> intervals(Tree json) {
        Map<Task, Interval> intervals = new EnumMap<>(Task.class);
        json.properties().forEach((name, given) -> {
            Task task = Worded.of(Task.class, name);
            Double days = given.number("days");
            Interval read = under(
                    "/intervals/" + name,
                    () -> new Interval(
                            given.has("days")
                                    ? days == null ? null : (Integer) days.intValue()
                                    : task.usual().days(),
                            given.has("hours")
                                    ? given.number("hours")
                                    : task.usual().hours()));
            boolean says = task != Task.FUEL_AGE || given.has("days") || given.has("hours");
            if (says) {
                intervals.put(task, read);
            }
        });
        return intervals;
    }

    private static List<Done> done(Tree json) {
        List<Done> done = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            Tree one = json.get(i);
            done.add(under(
                    "/done/" + i,
                    () -> new Done(
                            Worded.of(Task.class, one.path("task").asString()),
                            day(one, "on"),
                            one.path("atHours").asDouble())));
        }
        return done;
    }

    private static List<FuelLot> fuel(Tree json) {
        List<FuelLot> lots = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            Tree lot = json.get(i);
            lots.add(under(
                    "/fuel/" + i,
                    () -> new FuelLot(
                            day(lot, "bought"),
                            lot.path("stabilised").asBoolean(),
                            lot.path("litres").asDouble())));
        }
        return lots;
    }

    private static LocalDate day(Tree json, String field) {
        try {
            return LocalDate.parse(json.path(field).asString());
        } catch (DateTimeException noDay) {
            throw new InvalidInput("/" + field, "invalid.no-day");
        }
    }
}
