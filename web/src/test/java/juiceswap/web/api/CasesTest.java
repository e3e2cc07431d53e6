package juiceswap.web.api;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.exchange.SetupReader;
import juiceswap.exchange.SwapJson;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;

/** The worked cases, asked of the API as anybody would. */
class CasesTest {
    private final MockMvc api = MockMvcBuilders.standaloneSetup(new EngineApi(new Schemas(), new Words(new Messages())))
            .setControllerAdvice(new ApiProblems(new Words(new Messages())))
            .build();

    /** The cases' volts are written to three places. */
    private static final double REHEARSAL_SLACK = 6e-4;

    static Stream<Path> cases() throws IOException {
        try (Stream<Path> files = Files.walk(Path.of("../exchange/src/test/resources/cases"))) {
            // rotations are asked where the search runs at its full speed
            return files
                    .filter(file -> file.toString().endsWith(".json"))
                    .filter(file -> !file.getParent().endsWith("rotation"))
                    .sorted()
                    .toList()
                    .stream();
        }
    }

    @ParameterizedTest
    @MethodSource("cases")
    void answersAsExpected(Path file) throws Exception {
        Tree worked = StrictJson.parse(Files.readAllBytes(file));
        Tree expect = worked.path("expect");
        MockHttpServletResponse response = api.perform(
                        post("/api/v1/" + worked.path("endpoint").asString())
                                .contentType("application/json")
                                .content(worked.path("request").toString()))
                .andReturn()
                .getResponse();
        assertThat(response.getStatus()).as(response.getContentAsString()).isEqualTo((int)
                worked.number("status", 200));
        Tree answer = StrictJson.parse(response.getContentAsByteArray());
        switch (worked.path("endpoint").asString()) {
            case "changeover" -> comparePlan(worked, answer);
            case "start-order" -> compareOrder(worked, answer);
            case "rehearsal" -> compareRehearsal(worked, answer);
            case "learn" -> compareLearned(worked.path("truth"), answer);
            default -> compare(expect, answer, worked.number("tolerance", 1e-6), "");
        }
    }

    private static void comparePlan(Tree worked, Tree answer) {
        Tree expect = worked.path("expect");
        List<String> actions = new ArrayList<>();
        answer.path("steps").forEach(step -> actions.add(step.path("action").asString()));
        if (expect.path("refused").isObject()) {
            assertThat(answer.path("refused").path("code"))
                    .isEqualTo(expect.path("refused").path("code"));
            assertThat(actions).isEmpty();
            return;
        }
        assertThat(answer.path("refused").isNull()).isTrue();
        assertThat(walkThrough(worked.path("request"), answer))
                .as(actions.toString())
                .isEqualTo(expect.path("cost").asInt());
        expect.path("contains").forEach(action -> assertThat(actions).contains(action.asString()));
        expect.path("absent").forEach(action -> assertThat(actions).doesNotContain(action.asString()));
        expect.path("before")
                .forEach(pair -> assertThat(actions.indexOf(pair.get(0).asString()))
                        .as(pair + " in " + actions)
                        .isNotNegative()
                        .isLessThan(actions.lastIndexOf(pair.get(1).asString())));
    }

    /** Walks the steps one by one as a person would: each possible and allowed, the goal reached. Returns the cost. */
    private static int walkThrough(Tree request, Tree answer) {
        Setup setup = SetupReader.read(request.path("setup"), "");
        Changeover changeover = new Changeover(setup, SwapJson.options(request.path("options"), setup));
        Goal goal = Goal.of(request.path("goal").asString()).orElseThrow();
        SwapState state = changeover.putRight(SwapJson.state(request.path("state"), setup));
        int cost = 0;
        String here = null;
        for (Tree step : answer.path("steps")) {
            Action action = Action.of(step.path("action").asString()).orElseThrow();
            String place = step.path("place").asString();
            if (here != null && !here.equals(place)) {
                boolean throughTheDoor = List.of("generator", "inlet").contains(here)
                        != List.of("generator", "inlet").contains(place);
                boolean unattended = state.engine().running() && !changeover.fed(state);
                cost += (throughTheDoor ? 10 : 3) + (unattended ? 1 : 0);
            }
            here = place;
            cost += 1 + step.path("minutes").asInt();
            Planner.Trial trial = Planner.attempt(changeover, goal, state, action, step.text("circuit"));
            assertThat(trial.impossible()).as(step.toString()).isFalse();
            assertThat(trial.broken()).as(step.toString()).isEmpty();
            state = trial.state();
        }
        Plan rest = new Planner(changeover, goal == Goal.REFUEL ? Goal.ON_GENERATOR : goal).plan(state);
        assertThat(rest.steps()).as("nothing is left to do").isEmpty();
        return cost;
    }

    /** One after the other: what came of an act stands with it, the rules by name in any order. */
    private static void compareRehearsal(Tree worked, Tree answer) {
        Tree timeline = worked.path("expect").path("timeline");
        if (timeline.isMissing()) {
            compare(worked.path("expect"), answer, 1e-6, "");
            return;
        }
        assertThat(answer.path("timeline")).hasSameSizeAs(timeline);
        for (int i = 0; i < timeline.size(); i++) {
            compare(timeline.get(i), answer.path("timeline").get(i), 0, REHEARSAL_SLACK, "/timeline/" + i);
        }
        Tree end = worked.path("expect").path("end");
        compare(end, answer.path("end"), 0, REHEARSAL_SLACK, "/end");
        assertThat(ids(answer.path("end").path("destroyed"))).isEqualTo(ids(end.path("destroyed")));
    }

    /**
     * Against what really was in the simulated house: running within 10 % or 40 W, duty within 10 points, nine of ten starts
     * by themselves found with the right circuit, and nothing that never ran.
     */
    private static void compareLearned(Tree truth, Tree answer) {
        Map<String, Tree> learned = new HashMap<>();
        answer.path("circuits").forEach(one -> learned.put(one.path("circuit").asString(), one));
        for (Tree really : truth.path("circuits")) {
            String id = really.path("circuit").asString();
            List<String> judged = really.texts("judge");
            Tree found = learned.get(id);
            if (judged.isEmpty()) {
                continue;
            }
            assertThat(found).as(id).isNotNull();
            double watts = really.path("runningWatts").asDouble();
            assertThat(found.path("runningWatts").asDouble())
                    .as(id)
                    .isCloseTo(watts, within(Math.max(40, 0.1 * watts)));
            if (judged.contains("duty")) {
                double duty = found.number("dutyPercent", -100);
                assertThat(really.path("dutyPercent"))
                        .as(id + " " + duty)
                        .anySatisfy(one -> assertThat(one.asDouble()).isCloseTo(duty, within(10.0)));
            }
        }
        truth.path("never").forEach(id -> assertThat(learned).doesNotContainKey(id.asString()));
        int cycles = 0;
        int right = 0;
        for (Tree start : truth.path("starts")) {
            if (start.get(2).asInt() == 1) {
                cycles++;
                Tree found = learned.get(start.get(1).asString());
                right += found != null && hasStart(found, start.get(0).asDouble()) ? 1 : 0;
            }
        }
        assertThat(right).as("of " + cycles).isGreaterThanOrEqualTo((int) Math.ceil(0.9 * cycles));
    }

    private static boolean hasStart(Tree circuit, double at) {
        for (Tree one : circuit.path("evidence")) {
            boolean start = !one.path("kind").asString().equals("opened");
            if (start && Math.abs(one.path("at").asDouble() - at) <= 5) {
                return true;
            }
        }
        return false;
    }

    private static List<String> ids(Tree list) {
        List<String> ids = new ArrayList<>();
        list.forEach(id -> ids.add(id.asString()));
        return ids;
    }

    private static void compareOrder(Tree worked, Tree answer) {
        double tolerance = worked.number("tolerance", 1e-6);
        if (worked.number("status", 200) != 200) {
            compare(worked.path("expect"), answer, tolerance, "");
            return;
        }
        compare(worked.path("expect").path("peakUtilisation"), answer.path("peakUtilisation"), tolerance, "/peak");
        assertThat(answer.path("fits")).isEqualTo(worked.path("expect").path("fits"));
        List<String> order = new ArrayList<>();
        answer.path("order").forEach(step -> order.add(step.path("circuit").asString()));
        assertThat(order)
                .containsExactlyInAnyOrderElementsOf(worked.path("request").texts("closing"));
    }

    /** {@code expect} is a subset: named fields equal, numbers within the relative tolerance, lists in any order. */
    private static void compare(Tree expect, Tree answer, double tolerance, String at) {
        compare(expect, answer, tolerance, 1e-9, at);
    }

    private static void compare(Tree expect, Tree answer, double tolerance, double least, String at) {
        if (expect.isObject()) {
            expect.properties()
                    .forEach(
                            (field, wanted) -> compare(wanted, answer.path(field), tolerance, least, at + "/" + field));
        } else if (expect.isArray()) {
            assertThat(answer).as(at).hasSameSizeAs(expect);
            for (Tree wanted : expect) {
                assertThat(answer).as(at).anySatisfy(found -> compare(wanted, found, tolerance, least, at));
            }
        } else if (expect.isNumber()) {
            assertThat(answer.isNumber()).as(at).isTrue();
            double slack = Math.max(least, Math.abs(expect.asDouble()) * tolerance);
            assertThat(answer.asDouble()).as(at).isBetween(expect.asDouble() - slack, expect.asDouble() + slack);
        } else {
            assertThat(answer).as(at).isEqualTo(expect);
        }
    }
}
