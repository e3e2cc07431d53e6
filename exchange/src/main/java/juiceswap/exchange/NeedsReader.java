package juiceswap.exchange;

import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.time.format.ResolverStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Worded;
import juiceswap.core.house.Need;
import org.jspecify.annotations.Nullable;

/** Builds needs of a rotation from JSON that already satisfies its schema. */
public final class NeedsReader {
    private static final DateTimeFormatter MINUTES =
            DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm", Locale.ROOT).withResolverStyle(ResolverStyle.STRICT);

    private NeedsReader() {}

    /** Throws {@link InvalidInput} with every problem, its place beginning with {@code place}. */
    public static List<Need> read(Tree json, String place, Set<String> circuits) {
        List<Need> needs = new ArrayList<>();
        List<Problem> problems = new ArrayList<>();
        for (int i = 0; i < json.size(); i++) {
            try {
                needs.add(need(json.get(i), circuits));
            } catch (InvalidInput invalid) {
                for (Problem problem : invalid.problems()) {
                    problems.add(problem.under(place + "/" + i));
                }
            }
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        return needs;
    }

    static Need need(Tree json, Set<String> circuits) {
        String circuit = json.path("circuit").asString();
        InvalidInput.unless(circuits.contains(circuit), "/circuit", "invalid.no-circuit", "circuit", circuit);
        Need.Priority priority =
                Worded.of(Need.Priority.class, json.path("priority").asString());
        return switch (json.path("kind").asString()) {
            case "reserve" ->
                new Need.Reserve(
                        circuit,
                        priority,
                        json.path("holdMinutes").asDouble(),
                        json.path("recoverMinutes").asDouble(),
                        json.path("levelMinutes").asDouble(),
                        care(json));
            case "always" -> new Need.Always(circuit, priority, window(json), worth(json));
            case "pinned" -> new Need.Pinned(circuit, json.path("on").asBoolean(), window(json));
            case "briefly" -> new Need.Briefly(circuit, json.path("minutes").asDouble());
            case "sparing" -> new Need.Sparing(circuit, json.path("costAMinute").asDouble(), window(json));
            case "session" ->
                new Need.Session(
                        circuit,
                        priority,
                        json.path("minutes").asDouble(),
                        json.number("worthMinutes"),
                        json.number("ranMinutes", 0),
                        window(json));
            default ->
                new Need.Minutes(
                        circuit,
                        priority,
                        json.path("minutes").asDouble(),
                        json.number("blockMinutes", 0),
                        json.number("doneMinutes", 0),
                        window(json),
                        worth(json));
        };
    }

    private static Need.Care care(Tree json) {
        return new Need.Care(
                json.number("lowShare"),
                json.number("rising", 0),
                Tree.each(
                        json,
                        "uses",
                        use -> new Need.Care.Use(window(use), use.path("times").asDouble())),
                Tree.each(
                        json,
                        "floors",
                        floor -> new Need.Care.Floor(
                                timeThere(floor, "at"), floor.path("minutes").asDouble())));
    }

    /** What a minute unmet and going off count; as usual where nothing is given. */
    static Need.Worth worth(Tree json) {
        return new Need.Worth(json.number("worth", 1), json.number("interruptionMinutes", 0));
    }

    private static void put(Map<String, Object> json, Need.Worth worth) {
        if (worth.times() != 1) {
            json.put("worth", worth.times());
        }
        if (worth.interruption() != 0) {
            json.put("interruptionMinutes", worth.interruption());
        }
    }

    private static void put(Map<String, Object> json, Need.Care care) {
        if (care.lowShare() != null) {
            json.put("lowShare", care.lowShare());
        }
        if (care.rising() != 0) {
            json.put("rising", care.rising());
        }
        if (!care.uses().isEmpty()) {
            json.put(
                    "uses",
                    care.uses().stream()
                            .map(use -> Tree.object(
                                    "from", text(use.window().from()),
                                    "to", text(use.window().to()),
                                    "times", use.times()))
                            .toList());
        }
        if (!care.floors().isEmpty()) {
            json.put(
                    "floors",
                    care.floors().stream()
                            .map(floor -> Tree.object("at", text(floor.at()), "minutes", floor.minutes()))
                            .toList());
        }
    }

    /** A need as {@link #read} takes it. */
    public static Map<String, Object> of(Need need) {
        Map<String, Object> json = Tree.object(
                "circuit", need.circuit(), "priority", need.priority().word());
        if (need instanceof Need.Reserve reserve) {
            json.put("kind", "reserve");
            json.put("holdMinutes", reserve.holdMinutes());
            json.put("recoverMinutes", reserve.recoverMinutes());
            json.put("levelMinutes", reserve.levelMinutes());
            put(json, reserve.care());
            return json;
        }
        if (need instanceof Need.Briefly briefly) {
            json.put("kind", "briefly");
            json.put("minutes", briefly.minutes());
            return json;
        }
        if (need instanceof Need.Sparing sparing) {
            json.put("kind", "sparing");
            json.put("costAMinute", sparing.costAMinute());
        } else if (need instanceof Need.Session session) {
            json.put("kind", "session");
            json.put("minutes", session.minutes());
            json.put("worthMinutes", session.worthMinutes());
            json.put("ranMinutes", session.ranMinutes());
        } else if (need instanceof Need.Minutes minutes) {
            json.put("kind", "minutes");
            json.put("minutes", minutes.minutes());
            json.put("blockMinutes", minutes.blockMinutes());
            json.put("doneMinutes", minutes.doneMinutes());
            put(json, minutes.worth());
        } else if (need instanceof Need.Pinned pinned) {
            json.put("kind", "pinned");
            json.put("on", pinned.on());
        } else if (need instanceof Need.Always always) {
            json.put("kind", "always");
            put(json, always.worth());
        }
        json.put("from", text(need.window().from()));
        json.put("to", text(need.window().to()));
        return json;
    }

    private static Need.Window window(Tree json) {
        return new Need.Window(time(json, "from"), time(json, "to"));
    }

    /** A local time to the minute, null when absent. */
    public static @Nullable LocalDateTime time(Tree json, String field) {
        String text = json.text(field);
        try {
            return text == null ? null : LocalDateTime.parse(text, MINUTES);
        } catch (DateTimeParseException e) {
            throw new InvalidInput("/" + field, "invalid.date-and-time");
        }
    }

    /** A local time to the minute, which must be there. */
    public static LocalDateTime timeThere(Tree json, String field) {
        return InvalidInput.present(time(json, field), "/" + field, "invalid.missing");
    }

    public static @Nullable String text(@Nullable LocalDateTime time) {
        return time == null ? null : MINUTES.format(time);
    }
}
