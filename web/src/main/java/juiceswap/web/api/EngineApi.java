package juiceswap.web.api;

import static juiceswap.web.exchange.Json.object;
import static juiceswap.web.exchange.Json.under;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.Finding;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.core.supply.Limits;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.SetupReader;
import juiceswap.web.exchange.SwapJson;
import juiceswap.web.words.Words;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.JsonNode;

/** The engine as JSON in, JSON out: the same code that the pages use, no sign-in, nothing stored. */
@RestController
@RequestMapping(path = "/api/v1", produces = "application/json")
public class EngineApi {
    private final Schemas schemas;
    private final Words words;

    public EngineApi(Schemas schemas, Words words) {
        this.schemas = schemas;
        this.words = words;
    }

    @PostMapping("/capacity")
    public Map<String, Object> capacity(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "capacity", http);
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        List<String> on = Json.knownOnce(request, "on", SwapJson.ids(setup));
        String closing = Json.text(request, "closing");
        Requests.requireKnown(setup, closing, "/closing");
        JsonNode read = request.path("read");
        return answer(Capacity.of(
                setup, on, closing, new Capacity.Read(Json.number(read, "l1Amps"), Json.number(read, "l2Amps"))));
    }

    @PostMapping("/start-order")
    public Map<String, Object> startOrder(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "start-order", http);
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        List<String> on = Json.knownOnce(request, "on", known);
        List<String> closing = Json.knownOnce(request, "closing", known);
        List<String> first = Json.knownOnce(request, "first", known);
        for (int i = 0; i < closing.size(); i++) {
            InvalidInput.unless(
                    !on.contains(closing.get(i)), "/closing/" + i, "invalid.already-on", "circuit", closing.get(i));
        }
        StartOrder order = StartOrder.of(setup, on, closing, first);
        List<Map<String, Object>> steps = new ArrayList<>();
        for (StartOrder.Step step : order.steps()) {
            steps.add(object(
                    "circuit", step.circuit(),
                    "peakWatts", step.peak().total(),
                    "peakL1Watts", step.peak().l1(),
                    "peakL2Watts", step.peak().l2(),
                    "runningWatts", step.runningWatts(),
                    "utilisation", step.utilisation()));
        }
        return object("order", steps, "peakUtilisation", order.peakUtilisation(), "fits", order.fits());
    }

    @PostMapping("/voltages")
    public Map<String, Object> voltages(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "voltages", http);
        JsonNode given = request.path("readings");
        Readings readings = under(
                "/readings",
                () -> new Readings(
                        Json.number(given, "l1n"),
                        Json.number(given, "l2n"),
                        Json.number(given, "l1l2"),
                        Json.number(given, "hz"),
                        Json.number(given, "ng")));
        VoltageJudgement judgement = VoltageJudgement.of(
                request.path("expected").asString().equals("120/240"),
                Worded.of(Leg.class, Json.text(request, "fedLeg", "L1")),
                request.path("where").asString().equals("panel"),
                Json.flag(request, "loaded", false),
                readings);
        return object(
                "verdict", judgement.verdict().word(),
                "causes", judgement.causes().stream().map(VoltageCause::word).toList(),
                "measureNext", judgement.measureNext());
    }

    @PostMapping("/changeover")
    public Map<String, Object> changeover(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "changeover", http);
        Changeover changeover = changeoverOf(request);
        Goal goal = Goal.of(request.path("goal").asString()).orElseThrow();
        Plan plan = new Planner(changeover, goal).plan(stateOf(request, changeover));
        List<Map<String, Object>> steps = new ArrayList<>();
        for (Plan.Step step : plan.steps()) {
            steps.add(object(
                    "action", step.action().word(),
                    "place", step.place().word(),
                    "minutes", step.minutes(),
                    "circuit", step.circuit(),
                    "because", step.because().stream().map(Rule::word).toList(),
                    "parallel", step.parallel()));
        }
        Map<String, Object> refused = plan.refused() == null
                ? null
                : object(
                        "code", plan.refused().code().word(),
                        "reason", words.say(plan.refused().reason()),
                        "instead", words.say(plan.refused().instead()));
        return object("steps", steps, "placeChanges", plan.placeChanges(), "refused", refused);
    }

    @PostMapping("/changeover/try")
    public Map<String, Object> tryAction(HttpServletRequest http) throws IOException {
        JsonNode request = Requests.read(schemas, "changeover-try", http);
        Changeover changeover = changeoverOf(request);
        Action action = Action.of(request.path("action").asString()).orElseThrow();
        String circuit = Json.text(request, "circuit");
        Requests.requireKnown(changeover.setup(), circuit, "/circuit");
        InvalidInput.unless(action != Action.PICK_UP || circuit != null, "/circuit", "invalid.which-circuit");
        Goal goal = Goal.of(Json.text(request, "goal", "")).orElse(null);
        Planner.Trial trial = Planner.attempt(changeover, goal, stateOf(request, changeover), action, circuit);
        return object(
                "allowed", trial.allowed(),
                "broken", trial.broken().stream().map(Rule::word).toList(),
                "impossible", trial.impossible(),
                "state", SwapJson.of(trial.state()));
    }

    private static Changeover changeoverOf(JsonNode request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Options options = under("/options", () -> SwapJson.options(request.path("options"), setup));
        return new Changeover(setup, options);
    }

    private static SwapState stateOf(JsonNode request, Changeover changeover) {
        return under("/state", () -> SwapJson.state(request.path("state"), changeover.setup()));
    }

    private static Map<String, Object> answer(Capacity capacity) {
        Limits limits = capacity.limits();
        List<Map<String, Object>> findings = new ArrayList<>();
        for (Finding finding : capacity.findings()) {
            findings.add(object(
                    "code", finding.code().word(),
                    "severity", finding.blocks() ? "block" : "warn",
                    "leg", finding.leg() == null ? null : finding.leg().word(),
                    "circuit", finding.circuit(),
                    "other", finding.other(),
                    "by", finding.by()));
        }
        return object(
                "limits",
                object(
                        "planRunningWatts", limits.planRunningWatts(),
                        "startingWatts", limits.startingWatts(),
                        "legRunningWatts", limits.legRunningWatts(),
                        "legStartingWatts", limits.legStartingWatts(),
                        "linkAmps", limits.linkAmps(),
                        "weakestLink",
                                limits.weakestLink() == null
                                        ? null
                                        : limits.weakestLink().word(),
                        "limitedBy",
                                limits.limitedBy() == null
                                        ? "generator"
                                        : limits.limitedBy().word(),
                        "assumed", limits.assumed()),
                "running",
                object(
                        "watts", capacity.running().total(),
                        "l1Watts", capacity.running().l1(),
                        "l2Watts", capacity.running().l2(),
                        "l1Amps", capacity.amps(Leg.L1),
                        "l2Amps", capacity.amps(Leg.L2),
                        "neutralAmps", capacity.neutralAmps(),
                        "imbalancePercent", capacity.imbalancePercent()),
                "starting",
                object(
                        "watts", capacity.startingWatts(),
                        "l1Watts", capacity.starting().l1(),
                        "l2Watts", capacity.starting().l2(),
                        "circuit", capacity.startingCircuit()),
                "findings",
                findings,
                "ok",
                capacity.ok());
    }
}
