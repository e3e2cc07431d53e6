package juiceswap.web.api;

import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import java.nio.charset.StandardCharsets;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.mock.web.MockHttpServletResponse;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;

/** The planning questions, asked rightly and wrongly. */
class PlanningRequestsTest {
    private static final String SETUP = """
            "setup": {"transfer": {"kind": "interlock"},
              "generator": {"output": "120/240", "fuel": "gasoline",
                "ratings": [{"fuel": "gasoline", "runningWatts": 4000, "startingWatts": 5000}]},
              "circuits": [
                {"id": "fridge", "spaces": [1], "breakerAmps": 15,
                  "loads": [{"name": "Fridge", "volts": 120, "runningWatts": 200, "startingWatts": 900, "dutyPercent": 50}]},
                {"id": "heater", "spaces": [5], "breakerAmps": 20,
                  "loads": [{"name": "Heater", "volts": 120, "runningWatts": 1200}]},
                {"id": "oven", "spaces": [9], "breakerAmps": 20,
                  "loads": [{"name": "Oven", "volts": 120, "runningWatts": 1300}]}]}
            """;

    private static final String SIZING = "{" + SETUP + ", \"want\": [\"fridge\"], \"start\": \"one-at-a-time\"}";
    private static final String DROP = "{\"volts\": 120, \"amps\": 10, \"awg\": \"12\", \"lengthM\": 15}";
    private static final String FUEL = "{" + SETUP + ", \"averageWatts\": 1000, \"tankLitresNow\": 10,"
            + " \"at\": \"2031-02-03T18:00\", \"hours\": 12, \"reserveLitres\": 5}";
    private static final String ROOM = "{" + SETUP + ", \"on\": [\"fridge\", \"heater\"], \"want\": \"oven\","
            + " \"minutes\": 45, \"needs\": [{\"circuit\": \"heater\", \"priority\": \"comfort\", \"kind\": \"reserve\","
            + " \"holdMinutes\": 120, \"recoverMinutes\": 60, \"levelMinutes\": 90}]}";

    private final MockMvc api = MockMvcBuilders.standaloneSetup(new EngineApi(new Schemas(), new Words(new Messages())))
            .setControllerAdvice(new ApiProblems(new Words(new Messages())))
            .build();

    private Tree ask(String endpoint, String request, int status) throws Exception {
        MockHttpServletResponse response = api.perform(
                        post("/api/v1/" + endpoint).content(request))
                .andReturn()
                .getResponse();
        assertThat(response.getStatus()).as(response.getContentAsString()).isEqualTo(status);
        return StrictJson.parse(response.getContentAsString().getBytes(StandardCharsets.UTF_8));
    }

    private void isNamed(String endpoint, String good, String from, String to, String pointer) throws Exception {
        assertThat(good).contains(from);
        Tree problem = ask(endpoint, good.replace(from, to == null ? "" : to), 400);
        assertThat(problem.path("pointer").asString()).isEqualTo(pointer);
        assertThat(problem.path("detail").asString()).startsWith(pointer);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "one-at-a-time" | "together" | /start
                    , "start": "one-at-a-time" | | /start
                    "want": ["fridge"] | "want": ["sauna"] | /want/0
                    "want": ["fridge"] | "want": ["fridge", "fridge"] | /want/1
                    "want": ["fridge"] | "want": "fridge" | /want
                    "output": "120/240" | "output": "240" | /setup/generator/output
                    "start": | "colour": "red", "start": | /colour
                    """)
    void aSizingThatCannotBeIsNamed(String from, String to, String pointer) throws Exception {
        isNamed("sizing", SIZING, from, to, pointer);
    }

    @Test
    void sizingNeedsNoRatingsAndIgnoresThem() throws Exception {
        Tree with = ask("sizing", SIZING, 200);
        String without = SIZING.replaceAll(",\\s*\"ratings\": \\[[^]]*\\]", "");
        assertThat(without).doesNotContain("ratings");
        assertThat(ask("sizing", without, 200)).isEqualTo(with);
        assertThat(with.path("runningWatts").asDouble()).isEqualTo(500);
        assertThat(with.path("startingWatts").asDouble()).isEqualTo(1800);
        assertThat(with.path("decidedBy").asString()).isEqualTo("leg-starting");
        assertThat(with.path("pathOk").asBoolean()).isTrue();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "volts": 120 | "volts": 0 | /volts
                    "amps": 10 | "amps": -1 | /amps
                    "amps": 10 | "amps": "10" | /amps
                    "awg": "12" | "awg": 12 | /awg
                    "awg": "12" | "awg": "11" | /awg
                    "lengthM": 15 | "lengthM": -2 | /lengthM
                    "lengthM": 15 | "lengthM": 15, "plugAmps": 0 | /plugAmps
                    , "lengthM": 15 | | /lengthM
                    """)
    void aDropThatCannotBeIsNamed(String from, String to, String pointer) throws Exception {
        isNamed("voltage-drop", DROP, from, to, pointer);
    }

    @Test
    void theDropIsToldWhole() throws Exception {
        Tree drop = ask("voltage-drop", DROP, 200);
        // by hand: 12 gauge has 6.496 milliohms a metre; 30 m of it there and back lose 0.1949 V an ampere
        assertThat(drop.path("dropVolts").asDouble()).isCloseTo(1.9488, Offset.offset(1e-4));
        assertThat(drop.path("endVolts").asDouble()).isCloseTo(118.0512, Offset.offset(1e-4));
        assertThat(drop.path("verdict").asString()).isEqualTo("good");
        assertThat(drop.path("ampacity").asDouble()).isEqualTo(25);
        assertThat(drop.path("overAmpacity").asBoolean()).isFalse();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "averageWatts": 1000 | "averageWatts": -1 | /averageWatts
                    "averageWatts": 1000, | | /averageWatts
                    "averageWatts": 1000 | "averageWatts": 1000, "plan": {"on": []} | /plan
                    "averageWatts": 1000 | "plan": {"on": [["sauna"]]} | /plan/on/0/0
                    "averageWatts": 1000 | "plan": {} | /plan/on
                    "tankLitresNow": 10 | "tankLitresNow": -1 | /tankLitresNow
                    "hours": 12 | "hours": -1 | /hours
                    "reserveLitres": 5 | "reserveLitres": -5 | /reserveLitres
                    "2031-02-03T18:00" | "yesterday" | /at
                    "2031-02-03T18:00" | "2031-02-30T18:00" | /at
                    """)
    void fuelThatCannotBeIsNamed(String from, String to, String pointer) throws Exception {
        isNamed("fuel", FUEL, from, to, pointer);
    }

    @Test
    void fuelTellsWhenToRefuel() throws Exception {
        Tree fuel = ask("fuel", FUEL, 200);
        assertThat(fuel.path("litresPerHour").asDouble()).isCloseTo(1.23, Offset.offset(1e-9));
        assertThat(fuel.path("emptyAt").asString()).isEqualTo("2031-02-04T02:07");
        assertThat(fuel.path("refuelBy").asString()).isEqualTo("2031-02-04T00:54");
        assertThat(fuel.path("litresNeeded").asDouble()).isZero();
        Tree gas = ask("fuel", FUEL.replace("\"fuel\": \"gasoline\",", "\"fuel\": \"natural-gas\","), 200);
        for (String field : new String[] {"litresPerHour", "hoursLeft", "emptyAt", "refuelBy", "litresNeeded"}) {
            assertThat(gas.path(field).isNull()).as(field).isTrue();
        }
    }

    /** Slots while the engine is off do not count: as listed, or as the moves tell. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "engineOff": [1]
                    "moves": [{"kind": "first"}, {"kind": "engine-off"}, {"kind": "engine-on"}]
                    """)
    void aPlanIsBurntByItsSlots(String rest) throws Exception {
        String plan = "\"plan\": {\"on\": [[\"heater\"], [], [\"fridge\"]], " + rest + "}";
        Tree burnt = ask("fuel", FUEL.replace("\"averageWatts\": 1000", plan), 200);
        Tree same = ask("fuel", FUEL.replace("\"averageWatts\": 1000", "\"averageWatts\": 650"), 200);
        assertThat(burnt).isEqualTo(same);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "want": "oven" | "want": "sauna" | /want
                    "want": "oven" | "want": "fridge" | /want
                    "on": ["fridge", "heater"] | "on": ["fridge", "sauna"] | /on/1
                    "minutes": 45 | "minutes": -1 | /minutes
                    "circuit": "heater" | "circuit": "sauna" | /needs/0/circuit
                    "priority": "comfort" | "priority": "vanity" | /needs/0/priority
                    "levelMinutes": 90 | "levelMinutes": 130 | /needs/0/levelMinutes
                    "recoverMinutes": 60 | "recoverMinutes": 0 | /needs/0/recoverMinutes
                    """)
    void roomThatCannotBeMadeIsNamed(String from, String to, String pointer) throws Exception {
        isNamed("make-room", ROOM, from, to, pointer);
    }

    @Test
    void roomIsMadeByTheLeastImportant() throws Exception {
        Tree room = ask("make-room", ROOM, 200);
        assertThat(room.path("fits").asBoolean()).isFalse();
        Tree best = room.path("options").get(0);
        assertThat(best.path("open").get(0).asString()).isEqualTo("heater");
        assertThat(best.path("until").asDouble()).isEqualTo(90);
        assertThat(best.path("because").asString()).isEqualTo("LEG_RUNNING_OVER");
        assertThat(best.path("order").get(0).path("open").asString()).isEqualTo("heater");
        assertThat(best.path("order").get(1).path("close").asString()).isEqualTo("oven");
        assertThat(best.path("closeAgain").get(0).asString()).isEqualTo("heater");
        Tree never = ask("make-room", ROOM.replace("\"runningWatts\": 1300", "\"runningWatts\": 13000"), 200);
        assertThat(never.path("options").isEmpty()).isTrue();
        assertThat(never.path("because").asString()).isEqualTo("CIRCUIT_OVER");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "kind": "always"
                    "kind": "always", "from": "2031-02-03T18:00", "to": "2031-02-03T20:00"
                    "kind": "session", "minutes": 60, "from": "2031-02-03T18:00", "to": "2031-02-03T20:00"
                    "kind": "minutes", "minutes": 60, "blockMinutes": 15, "doneMinutes": 0
                    """)
    void everyKindOfNeedIsUnderstood(String need) throws Exception {
        String asked = ROOM.replaceAll("\"kind\": \"reserve\",.*?\"levelMinutes\": 90", need);
        assertThat(ask("make-room", asked, 200).path("options").isEmpty()).isFalse();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "kind": "always", "from": "2031-02-03T20:00", "to": "2031-02-03T18:00" | /needs/0/from
                    "kind": "session", "minutes": 180, "from": "2031-02-03T18:00", "to": "2031-02-03T20:00" | /needs/0/minutes
                    "kind": "session" | /needs/0/minutes
                    "kind": "sometimes" | /needs/0/kind
                    """)
    void aNeedThatCannotBeIsNamed(String need, String pointer) throws Exception {
        String asked = ROOM.replaceAll("\"kind\": \"reserve\",.*?\"levelMinutes\": 90", need);
        assertThat(ask("make-room", asked, 400).path("pointer").asString()).isEqualTo(pointer);
    }
}
