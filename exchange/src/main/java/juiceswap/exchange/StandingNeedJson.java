package juiceswap.exchange;

import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.StandingNeed.Daily;
import juiceswap.core.rotation.StandingNeed.DailyCare;
import org.jspecify.annotations.Nullable;

/** What a household needs on any day, from and to the JSON of its file. */
public final class StandingNeedJson {
    private StandingNeedJson() {}

    /** From JSON that satisfies the schema of household files; throws {@link InvalidInput} that names the field. */
    public static StandingNeed read(Tree json) {
        String circuit = json.path("circuit").asString();
        Priority priority = priority(json.text("priority", "comfort"));
        Daily daily = daily(json);
        return switch (json.path("kind").asString()) {
            case "keep" -> keep(json, circuit);
            case "always" -> new StandingNeed.AlwaysOn(circuit, priority, daily, NeedsReader.worth(json));
            case "once-a-day" ->
                new StandingNeed.OnceADay(
                        circuit, priority, json.path("minutes").asDouble(), daily);
            default ->
                new StandingNeed.HoursADay(
                        circuit,
                        priority,
                        json.path("minutes").asDouble(),
                        json.number("blockMinutes", 0),
                        daily,
                        NeedsReader.worth(json));
        };
    }

    /** What is not given is as usual for what is kept. */
    private static StandingNeed keep(Tree json, String circuit) {
        Keeping keeping = Keeping.of(json.text("keeping", Keeping.OTHER.word()))
                .orElseThrow(() -> new InvalidInput("/keeping", "invalid.unknown"));
        StandingNeed.Keep usual = keeping.usual(circuit);
        return new StandingNeed.Keep(
                circuit,
                priority(json.text("priority", usual.priority().word())),
                keeping,
                json.number("holdMinutes", usual.holdMinutes()),
                json.number("recoverMinutes", usual.recoverMinutes()),
                json.has("fullC") ? json.number("fullC") : usual.full(),
                json.has("emptyC") ? json.number("emptyC") : usual.empty(),
                care(json, keeping.care()));
    }

    /** An empty list, or null, says that nothing is asked, whatever is usual. */
    private static DailyCare care(Tree json, DailyCare usual) {
        return new DailyCare(
                json.has("lowShare") ? json.number("lowShare") : usual.lowShare(),
                json.number("rising", usual.rising()),
                json.has("uses")
                        ? Tree.each(
                                json,
                                "uses",
                                use -> new DailyCare.Use(
                                        new Daily(clock(use, "from"), clock(use, "to")),
                                        use.path("times").asDouble()))
                        : usual.uses(),
                json.has("floors")
                        ? Tree.each(
                                json,
                                "floors",
                                floor -> new DailyCare.Floor(
                                        clock(floor, "at"), floor.path("share").asDouble()))
                        : usual.floors(),
                Boolean.TRUE.equals(json.flag("watched")));
    }

    private static void write(JsonObject json, DailyCare care, DailyCare usual) {
        if (!Objects.equals(care.lowShare(), usual.lowShare())) {
            number(json, "lowShare", care.lowShare());
        }
        json.numberUnless("rising", care.rising(), usual.rising());
        json.flag("watched", care.watched());
        if (!care.uses().equals(usual.uses())) {
            json.put(
                    "uses",
                    care.uses().stream()
                            .map(use -> new JsonObject()
                                    .put("from", use.hours().from().toString())
                                    .put("to", use.hours().to().toString())
                                    .number("times", use.times())
                                    .node())
                            .toList());
        }
        if (!care.floors().equals(usual.floors())) {
            json.put(
                    "floors",
                    care.floors().stream()
                            .map(floor -> new JsonObject()
                                    .put("at", floor.at().toString())
                                    .number("share", floor.share())
                                    .node())
                            .toList());
        }
    }

    private static Priority priority(String word) {
        return Worded.of(Priority.class, word);
    }

    private static @Nullable Daily daily(Tree json) {
        String from = json.text("from");
        String to = json.text("to");
        InvalidInput.unless((from == null) == (to == null), "/to", "invalid.from-and-to");
        return from == null ? null : new Daily(clock(json, "from"), clock(json, "to"));
    }

    /** A time of day; throws {@link InvalidInput} that names the field. */
    public static LocalTime clock(Tree json, String field) {
        try {
            return LocalTime.parse(json.path(field).asString());
        } catch (DateTimeParseException e) {
            throw new InvalidInput("/" + field, "invalid.clock");
        }
    }

    /** Writes a need; what is as usual for what is kept is not written. */
    static JsonObject write(StandingNeed need) {
        JsonObject json = new JsonObject()
                .put("circuit", need.circuit())
                .put("kind", kind(need))
                .put("priority", need.priority().word());
        if (need instanceof StandingNeed.Keep keep) {
            json.put("keeping", keep.keeping().word())
                    .number("holdMinutes", keep.holdMinutes())
                    .number("recoverMinutes", keep.recoverMinutes());
            // null says that it is not told by its temperature, whatever is usual
            number(json, "fullC", keep.full());
            number(json, "emptyC", keep.empty());
            write(json, keep.care(), keep.keeping().care());
        } else if (need instanceof StandingNeed.OnceADay once) {
            json.number("minutes", once.minutes());
        } else if (need instanceof StandingNeed.HoursADay hours) {
            json.number("minutes", hours.minutes()).numberUnless("blockMinutes", hours.blockMinutes(), 0);
            write(json, hours.worth());
        } else if (need instanceof StandingNeed.AlwaysOn always) {
            write(json, always.worth());
        }
        Daily daily = need.daily();
        if (daily != null) {
            json.put("from", daily.from().toString()).put("to", daily.to().toString());
        }
        return json;
    }

    private static void write(JsonObject json, Need.Worth worth) {
        json.numberUnless("worth", worth.times(), 1).numberUnless("interruptionMinutes", worth.interruption(), 0);
    }

    private static void number(JsonObject json, String field, @Nullable Double value) {
        if (value == null) {
            json.put(field, null);
        } else {
            json.number(field, value);
        }
    }

    /** The word for what kind of need it is. */
    public static String kind(StandingNeed need) {
        if (need instanceof StandingNeed.Keep) {
            return "keep";
        }
        if (need instanceof StandingNeed.OnceADay) {
            return "once-a-day";
        }
        return need instanceof StandingNeed.HoursADay ? "hours-a-day" : "always";
    }
}
