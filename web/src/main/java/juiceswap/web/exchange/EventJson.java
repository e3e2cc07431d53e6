package juiceswap.web.exchange;

import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeSet;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Sign;
import juiceswap.core.supply.Bond;
import tools.jackson.databind.JsonNode;

/** Events of the outage log, from and to the JSON in which they are stored and exported. */
public final class EventJson {
    private EventJson() {}

    /** The kind by which an event is stored. */
    public static String kind(Event event) {
        return event.getClass()
                .getSimpleName()
                .replaceAll("(?<=[a-z])(?=[A-Z])", "-")
                .toLowerCase(Locale.ROOT);
    }

    public static Map<String, Object> payload(Event event) {
        Map<String, Object> json = new LinkedHashMap<>();
        if (event instanceof Event.Started started) {
            json.put("state", SwapJson.of(started.state()));
            json.put("goal", started.goal().word());
            json.put("options", options(started.options()));
        } else if (event instanceof Event.Done done) {
            json.put("action", done.action().word());
            json.put("circuit", done.circuit());
            if (done.readings() != null) {
                putReadings(json, done.readings(), done.verdict(), done.causes());
            }
        } else if (event instanceof Event.Read read) {
            putReadings(json, read.readings(), read.verdict(), read.causes());
        } else if (event instanceof Event.RefusedReading refused) {
            json.put("action", refused.action().word());
            putReadings(json, refused.readings(), refused.verdict(), refused.causes());
        } else if (event instanceof Event.Corrected corrected) {
            json.put("state", SwapJson.of(corrected.state()));
        } else if (event instanceof Event.Opened opened) {
            json.put("circuit", opened.circuit());
        } else if (event instanceof Event.Chosen chosen) {
            json.put("goal", chosen.goal().word());
            json.put("options", options(chosen.options()));
        } else if (event instanceof Event.Answered answered) {
            json.put("circuit", answered.circuit());
            json.put("answer", answered.answer().word());
        } else if (event instanceof Event.UtilitySeen seen) {
            json.put("sign", seen.sign().word());
            json.put("since", seen.since().toString());
        } else if (event instanceof Event.TakenOver over) {
            json.put("state", SwapJson.of(over.state()));
        } else if (event instanceof Event.Planned planned) {
            json.put("plan", planned.plan());
            json.put("why", planned.why());
        } else if (event instanceof Event.Observed observed) {
            json.put("circuit", observed.circuit());
            json.put("celsius", observed.celsius());
            json.put("minutes", observed.minutes());
        } else if (event instanceof Event.FuelSeen seen) {
            json.put("litres", seen.litres());
        } else if (event instanceof Event.LoadMeasured measured) {
            json.put("circuit", measured.circuit());
            json.put("watts", measured.watts());
        } else if (event instanceof Event.BondFound found) {
            json.put("bond", found.bond().word());
        } else if (event instanceof Event.Undone undone) {
            json.put("sequence", undone.sequence());
        }
        return json;
    }

    public static Event read(String kind, JsonNode json, Setup setup) {
        return switch (kind) {
            case "started" ->
                new Event.Started(
                        SwapJson.state(json.path("state"), setup),
                        goal(json),
                        SwapJson.options(json.path("options"), setup));
            case "done" ->
                new Event.Done(
                        action(json),
                        Json.text(json, "circuit", null),
                        new Measured(
                                json.has("readings") ? readings(json) : null,
                                json.has("readings") ? verdict(json) : null,
                                causes(json)));
            case "refused-reading" ->
                new Event.RefusedReading(action(json), new Measured(readings(json), verdict(json), causes(json)));
            case "read" -> new Event.Read(new Measured(readings(json), verdict(json), causes(json)));
            case "corrected" -> new Event.Corrected(SwapJson.state(json.path("state"), setup));
            case "opened" -> new Event.Opened(json.path("circuit").asString());
            case "chosen" -> new Event.Chosen(goal(json), SwapJson.options(json.path("options"), setup));
            case "answered" -> new Event.Answered(json.path("circuit").asString(), answer(json));
            case "utility-seen" ->
                new Event.UtilitySeen(
                        Sign.of(json.path("sign").asString()).orElseThrow(),
                        Instant.parse(json.path("since").asString()));
            case "utility-lost" -> new Event.UtilityLost();
            case "taken-over" -> new Event.TakenOver(SwapJson.state(json.path("state"), setup));
            case "undone" -> new Event.Undone(json.path("sequence").asInt());
            case "planned" ->
                new Event.Planned(json.path("plan").asLong(), json.path("why").asString());
            case "observed" ->
                new Event.Observed(
                        json.path("circuit").asString(),
                        Json.number(json, "celsius"),
                        json.path("minutes").asDouble());
            case "fuel-seen" -> new Event.FuelSeen(json.path("litres").asDouble());
            case "load-measured" ->
                new Event.LoadMeasured(
                        json.path("circuit").asString(), json.path("watts").asDouble());
            case "bond-found" ->
                new Event.BondFound(Worded.of(Bond.class, json.path("bond").asString()));
            case "stalled" -> new Event.Stalled();
            case "alarmed" -> new Event.Alarmed();
            case "all-clear" -> new Event.AllClear();
            case "ended" -> new Event.Ended();
            default -> throw new IllegalStateException("unknown kind of event " + kind);
        };
    }

    /** Logs from before there were more answers than two say only whether it ran. */
    private static Answer answer(JsonNode json) {
        if (json.has("answer")) {
            return Answer.of(json.path("answer").asString()).orElseThrow();
        }
        return json.path("running").asBoolean() ? Answer.RUNNING : Answer.SILENT;
    }

    private static Map<String, Object> options(Options options) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("after", options.stopFirst() ? "stop-first" : "restore-first");
        json.put("loading", options.bigOnesOff() ? "big-ones-off" : "all-off");
        json.put("keepOn", new TreeSet<>(options.keepOn()));
        json.put("pickUp", options.pickUp());
        json.put("noSensitive", options.noSensitive());
        return json;
    }

    private static void putReadings(
            Map<String, Object> json, Readings readings, Verdict verdict, List<VoltageCause> causes) {
        Map<String, Object> values = new LinkedHashMap<>();
        values.put("l1n", readings.l1n());
        values.put("l2n", readings.l2n());
        values.put("l1l2", readings.l1l2());
        values.put("hz", readings.hz());
        values.put("ng", readings.ng());
        values.put("l1a", readings.l1a());
        values.put("l2a", readings.l2a());
        json.put("readings", values);
        json.put("verdict", verdict.word());
        json.put("causes", causes.stream().map(VoltageCause::word).toList());
    }

    private static Readings readings(JsonNode json) {
        JsonNode values = json.path("readings");
        return new Readings(
                Json.number(values, "l1n"),
                Json.number(values, "l2n"),
                Json.number(values, "l1l2"),
                Json.number(values, "hz"),
                Json.number(values, "ng"),
                Json.number(values, "l1a"),
                Json.number(values, "l2a"));
    }

    private static Verdict verdict(JsonNode json) {
        return Worded.of(Verdict.class, json.path("verdict").asString());
    }

    private static List<VoltageCause> causes(JsonNode json) {
        return Json.texts(json, "causes").stream()
                .map(word -> Worded.of(VoltageCause.class, word))
                .toList();
    }

    private static Goal goal(JsonNode json) {
        return Goal.of(json.path("goal").asString()).orElseThrow();
    }

    private static Action action(JsonNode json) {
        return Action.of(json.path("action").asString()).orElseThrow();
    }
}
