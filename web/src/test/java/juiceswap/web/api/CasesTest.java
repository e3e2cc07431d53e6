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
import java.util.Set;
import java.util.stream.Stream;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationChecker;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.RotationJson;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.SetupReader;
import juiceswap.web.exchange.SwapJson;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import tools.jackson.databind.JsonNode;

/** The worked cases, asked of the API as anybody would. */
class CasesTest {
    private final MockMvc api = MockMvcBuilders.standaloneSetup(
                    new EngineApi(new Schemas(), new Words(new Messages())),
                    new PlanningApi(new Schemas()),
                    new MeterApi(new Schemas()),
                    new UpkeepApi(new Schemas()),
                    new RehearsalApi(new Schemas()),
                    new LearnApi(new Schemas()),
                    new RotationApi(new Schemas()))
            .setControllerAdvice(new ApiProblems(new Words(new Messages())))
            .build();

    /** The cases' volts are written to three places. */
    private static final double REHEARSAL_SLACK = 6e-4;

    static Stream<Path> cases() throws IOException {
        try (Stream<Path> files = Files.walk(Path.of("src/test/resources/cases"))) {
            return files.filter(file -> file.toString().endsWith(".json")).sorted().toList().stream();
        }
    }

    @ParameterizedTest
    @MethodSource("cases")
    void answersAsExpected(Path file) throws Exception {
        JsonNode worked = Json.parse(Files.readAllBytes(file));
        JsonNode expect = worked.path("expect");
        MockHttpServletResponse response = api.perform(
                        post("/api/v1/" + worked.path("endpoint").asString())
                                .contentType("application/json")
                                .content(worked.path("request").toString()))
                .andReturn()
                .getResponse();
        assertThat(response.getStatus())
                .as(response.getContentAsString())
                .isEqualTo(worked.path("status").asInt(200));
        JsonNode answer = Json.parse(response.getContentAsByteArray());
        switch (worked.path("endpoint").asString()) {
            case "changeover" -> comparePlan(worked, answer);
            case "start-order" -> compareOrder(worked, answer);
            case "rotation" -> compareRotation(worked, answer);
            case "rehearsal" -> compareRehearsal(worked, answer);
            case "learn" -> compareLearned(worked.path("truth"), answer);
            default -> compare(expect, answer, worked.path("tolerance").asDouble(1e-6), "");
        }
    }

    private static void comparePlan(JsonNode worked, JsonNode answer) {
        JsonNode expect = worked.path("expect");
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
    private static int walkThrough(JsonNode request, JsonNode answer) {
        Setup setup = SetupReader.read(request.path("setup"), "");
        Changeover changeover = new Changeover(setup, SwapJson.options(request.path("options"), setup));
        Goal goal = Goal.of(request.path("goal").asString()).orElseThrow();
        SwapState state = changeover.putRight(SwapJson.state(request.path("state"), setup));
        int cost = 0;
        String here = null;
        for (JsonNode step : answer.path("steps")) {
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
            Planner.Trial trial = Planner.attempt(changeover, goal, state, action, Json.text(step, "circuit"));
            assertThat(trial.impossible()).as(step.toString()).isFalse();
            assertThat(trial.broken()).as(step.toString()).isEmpty();
            state = trial.state();
        }
        Plan rest = new Planner(changeover, goal == Goal.REFUEL ? Goal.ON_GENERATOR : goal).plan(state);
        assertThat(rest.steps()).as("nothing is left to do").isEmpty();
        return cost;
    }

    /** Judged from its on-sets alone; within 3 % of the best known score, as normal effort must be. */
    private static void compareRotation(JsonNode worked, JsonNode answer) {
        if (worked.path("status").asInt(200) != 200) {
            compare(worked.path("expect"), answer, 1e-6, "");
            return;
        }
        Rotation rotation = RotationJson.read(worked.path("request"));
        List<Set<String>> on = new ArrayList<>();
        answer.path("on").forEach(slot -> on.add(Set.copyOf(ids(slot))));
        RotationChecker checker = new RotationChecker(rotation, on);
        assertThat(checker.wrongs()).isEmpty();
        assertThat(checker.forNothing()).isEmpty();
        assertThat(checker.unmet(Need.Priority.LIFE))
                .isEqualTo(worked.path("lifeUnmet").asDouble());
        double score = answer.path("score").asDouble();
        assertThat(score).isCloseTo(checker.score(), within(1e-6));
        assertThat((score + 100) / (worked.path("best").asDouble() + 100)).isLessThanOrEqualTo(1.03);
        if (worked.path("bound").isNumber()) {
            assertThat(score).isGreaterThanOrEqualTo(worked.path("bound").asDouble() - 1e-6);
        }
        int visits = 0;
        for (JsonNode move : answer.path("moves")) {
            visits += move.path("kind").asString().equals("visit") ? 1 : 0;
        }
        assertThat(answer.path("visits").asInt()).isEqualTo(visits);
    }

    /** One after the other: what came of an act stands with it, the rules by name in any order. */
    private static void compareRehearsal(JsonNode worked, JsonNode answer) {
        JsonNode timeline = worked.path("expect").path("timeline");
        if (timeline.isMissingNode()) {
            compare(worked.path("expect"), answer, 1e-6, "");
            return;
        }
        assertThat(answer.path("timeline")).hasSameSizeAs(timeline);
        for (int i = 0; i < timeline.size(); i++) {
            compare(timeline.get(i), answer.path("timeline").get(i), 0, REHEARSAL_SLACK, "/timeline/" + i);
        }
        JsonNode end = worked.path("expect").path("end");
        compare(end, answer.path("end"), 0, REHEARSAL_SLACK, "/end");
        assertThat(ids(answer.path("end").path("destroyed"))).isEqualTo(ids(end.path("destroyed")));
    }

    /**
     * Against what really was in the simulated house: running within 10 % or 40 W, duty within 10 points, nine of ten starts
     * by themselves found with the right circuit, and nothing that never ran.
     */
    private static void compareLearned(JsonNode truth, JsonNode answer) {
        Map<String, JsonNode> learned = new HashMap<>();
        answer.path("circuits").forEach(one -> learned.put(one.path("circuit").asString(), one));
        for (JsonNode really : truth.path("circuits")) {
            String id = really.path("circuit").asString();
            List<String> judged = Json.texts(really, "judge");
            JsonNode found = learned.get(id);
            if (judged.isEmpty()) {
                continue;
            }
            assertThat(found).as(id).isNotNull();
            double watts = really.path("runningWatts").asDouble();
            assertThat(found.path("runningWatts").asDouble())
                    .as(id)
                    .isCloseTo(watts, within(Math.max(40, 0.1 * watts)));
            if (judged.contains("duty")) {
                double duty = found.path("dutyPercent").asDouble(-100);
                assertThat(really.path("dutyPercent"))
                        .as(id + " " + duty)
                        .anySatisfy(one -> assertThat(one.asDouble()).isCloseTo(duty, within(10.0)));
            }
        }
        truth.path("never").forEach(id -> assertThat(learned).doesNotContainKey(id.asString()));
        int cycles = 0;
        int right = 0;
        for (JsonNode start : truth.path("starts")) {
            if (start.get(2).asInt() == 1) {
                cycles++;
                JsonNode found = learned.get(start.get(1).asString());
                right += found != null && hasStart(found, start.get(0).asDouble()) ? 1 : 0;
            }
        }
        assertThat(right).as("of " + cycles).isGreaterThanOrEqualTo((int) Math.ceil(0.9 * cycles));
    }

    private static boolean hasStart(JsonNode circuit, double at) {
        for (JsonNode one : circuit.path("evidence")) {
            boolean start = !one.path("kind").asString().equals("opened");
            if (start && Math.abs(one.path("at").asDouble() - at) <= 5) {
                return true;
            }
        }
        return false;
    }

    private static List<String> ids(JsonNode list) {
        List<String> ids = new ArrayList<>();
        list.forEach(id -> ids.add(id.asString()));
        return ids;
    }

    private static void compareOrder(JsonNode worked, JsonNode answer) {
        double tolerance = worked.path("tolerance").asDouble(1e-6);
        if (worked.path("status").asInt(200) != 200) {
            compare(worked.path("expect"), answer, tolerance, "");
            return;
        }
        compare(worked.path("expect").path("peakUtilisation"), answer.path("peakUtilisation"), tolerance, "/peak");
        assertThat(answer.path("fits")).isEqualTo(worked.path("expect").path("fits"));
        List<String> order = new ArrayList<>();
        answer.path("order").forEach(step -> order.add(step.path("circuit").asString()));
        assertThat(order).containsExactlyInAnyOrderElementsOf(Json.texts(worked.path("request"), "closing"));
    }

    /** {@code expect} is a subset: named fields equal, numbers within the relative tolerance, lists in any order. */
    private static void compare(JsonNode expect, JsonNode answer, double tolerance, String at) {
        compare(expect, answer, tolerance, 1e-9, at);
    }

    private static void compare(JsonNode expect, JsonNode answer, double tolerance, double least, String at) {
        if (expect.isObject()) {
            expect.properties()
                    .forEach(field -> compare(
                            field.getValue(),
                            answer.path(field.getKey()),
                            tolerance,
                            least,
                            at + "/" + field.getKey()));
        } else if (expect.isArray()) {
            assertThat(answer).as(at).hasSameSizeAs(expect);
            for (JsonNode wanted : expect) {
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
