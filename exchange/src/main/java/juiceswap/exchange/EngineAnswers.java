package juiceswap.exchange;

import static juiceswap.exchange.Tree.object;
import static juiceswap.exchange.Tree.under;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
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
import org.jspecify.annotations.Nullable;

/** The engine as JSON in, JSON out: the same code that the pages use, no sign-in, nothing stored. */
final class EngineAnswers {
    private EngineAnswers() {}

    static Map<String, @Nullable Object> capacity(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        List<String> on = request.knownOnce("on", SwapJson.ids(setup));
        String closing = request.text("closing");
        requireKnown(setup, closing, "/closing");
        Tree read = request.path("read");
        return answer(Capacity.of(setup, on, closing, new Capacity.Read(read.number("l1Amps"), read.number("l2Amps"))));
    }

    static Map<String, @Nullable Object> startOrder(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Set<String> known = SwapJson.ids(setup);
        List<String> on = request.knownOnce("on", known);
        List<String> closing = request.knownOnce("closing", known);
        List<String> first = request.knownOnce("first", known);
        for (int i = 0; i < closing.size(); i++) {
            InvalidInput.unless(
                    !on.contains(closing.get(i)), "/closing/" + i, "invalid.already-on", "circuit", closing.get(i));
        }
        StartOrder order = StartOrder.of(setup, on, closing, first);
        List<Map<String, @Nullable Object>> steps = new ArrayList<>();
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

    static Map<String, @Nullable Object> voltages(Tree request) {
        Tree given = request.path("readings");
        Readings readings = under(
                "/readings",
                () -> new Readings(
                        given.number("l1n"),
                        given.number("l2n"),
                        given.number("l1l2"),
                        given.number("hz"),
                        given.number("ng")));
        VoltageJudgement judgement = VoltageJudgement.of(
                request.path("expected").asString().equals("120/240"),
                Worded.of(Leg.class, request.text("fedLeg", "L1")),
                request.path("where").asString().equals("panel"),
                request.flag("loaded", false),
                readings);
        return object(
                "verdict", judgement.verdict().word(),
                "causes", judgement.causes().stream().map(VoltageCause::word).toList(),
                "measureNext", judgement.measureNext());
    }

    static Map<String, @Nullable Object> changeover(Tree request, Function<Phrase, String> words) {
        Changeover changeover = changeoverOf(request);
        Goal goal = Goal.of(request.path("goal").asString()).orElseThrow();
        Plan plan = new Planner(changeover, goal).plan(stateOf(request, changeover));
        List<Map<String, @Nullable Object>> steps = new ArrayList<>();
        for (Plan.Step step : plan.steps()) {
            steps.add(object(
                    "action", step.action().word(),
                    "place", step.place().word(),
                    "minutes", step.minutes(),
                    "circuit", step.circuit(),
                    "because", step.because().stream().map(Rule::word).toList(),
                    "parallel", step.parallel()));
        }
        Map<String, @Nullable Object> refused = plan.refused() == null
                ? null
                : object(
                        "code", plan.refused().code().word(),
                        "reason", words.apply(plan.refused().reason()),
                        "instead", words.apply(plan.refused().instead()));
        return object("steps", steps, "placeChanges", plan.placeChanges(), "refused", refused);
    }

    static Map<String, @Nullable Object> tryAction(Tree request) {
        Changeover changeover = changeoverOf(request);
        Action action = Action.of(request.path("action").asString()).orElseThrow();
        String circuit = request.text("circuit");
        requireKnown(changeover.setup(), circuit, "/circuit");
        InvalidInput.unless(action != Action.PICK_UP || circuit != null, "/circuit", "invalid.which-circuit");
        Goal goal = Goal.of(request.text("goal", "")).orElse(null);
        Planner.Trial trial = Planner.attempt(changeover, goal, stateOf(request, changeover), action, circuit);
        return object(
                "allowed", trial.allowed(),
                "broken", trial.broken().stream().map(Rule::word).toList(),
                "impossible", trial.impossible(),
                "state", SwapJson.of(trial.state()));
    }

    private static void requireKnown(Setup setup, @Nullable String id, String field) {
        InvalidInput.unless(id == null || setup.find(id) != null, field, "invalid.no-circuit", "circuit", id);
    }

    private static Changeover changeoverOf(Tree request) {
        Setup setup = SetupReader.read(request.path("setup"), "/setup");
        Options options = under("/options", () -> SwapJson.options(request.path("options"), setup));
        return new Changeover(setup, options);
    }

    private static SwapState stateOf(Tree request, Changeover changeover) {
        return under("/state", () -> SwapJson.state(request.path("state"), changeover.setup()));
    }

    private static Map<String, @Nullable Object> answer(Capacity capacity) {
        Limits limits = capacity.limits();
        List<Map<String, @Nullable Object>> findings = new ArrayList<>();
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
