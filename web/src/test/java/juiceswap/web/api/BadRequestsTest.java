package juiceswap.web.api;

import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import java.util.List;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;

class BadRequestsTest {
    private static final String GOOD = """
            {"setup": {"transfer": {"kind": "interlock"},
              "generator": {"output": "120/240", "fuel": "gasoline",
                "ratings": [{"fuel": "gasoline", "runningWatts": 5000, "startingWatts": 6000}]},
              "path": [{"kind": "cord", "amps": 30, "awg": "10"}],
              "circuits": [{"id": "a", "spaces": [1], "breakerAmps": 15,
                "loads": [{"name": "Lamp", "volts": 120, "runningWatts": 60}]}]},
             "on": [], "closing": "a"}
            """;

    private final MockMvc api = MockMvcBuilders.standaloneSetup(new EngineApi(new Schemas(), new Words(new Messages())))
            .setControllerAdvice(new ApiProblems(new Words(new Messages())))
            .build();

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "runningWatts": 60 | "runningWatts": "60" | /setup/circuits/0/loads/0/runningWatts
                    "runningWatts": 60 | "horsepower": 6 | /setup/circuits/0/loads/0/horsepower
                    "runningWatts": 60 | "motor": true | /setup/circuits/0/loads/0/runningWatts
                    "awg": "10" | "awg": "11" | /setup/path/0/awg
                    "amps": 30 | "amps": 0 | /setup/path/0/amps
                    "kind": "interlock" | "kind": "hope" | /setup/transfer/kind
                    "spaces": [1] | "spaces": [1, 2] | /setup/circuits/0/spaces
                    "breakerAmps": 15 | "breakerAmps": 15, "colour": "red" | /setup/circuits/0/colour
                    "breakerAmps": 15, | | /setup/circuits/0/breakerAmps
                    "breakerAmps": 15 | "breakerAmps": 15, "needs": ["b"] | /setup/circuits/0/needs/0
                    "on": [] | "on": ["b"] | /on/0
                    "on": [] | "on": ["a"] | /closing
                    "closing": "a" | "closing": "b" | /closing
                    "120/240", "fuel": "gasoline" | "120/240", "fuel": "diesel" | /setup/generator/ratings
                    """)
    void theFieldIsNamed(String good, String bad, String pointer) throws Exception {
        api.perform(post("/api/v1/capacity").content(GOOD.replace(good, bad == null ? "" : bad)))
                .andExpect(status().isBadRequest())
                .andExpect(content().contentType("application/problem+json"))
                .andExpect(jsonPath("$.pointer").value(pointer))
                .andExpect(jsonPath("$.detail").isNotEmpty());
    }

    @Test
    void theGoodOneIsGood() throws Exception {
        api.perform(post("/api/v1/capacity").content(GOOD))
                .andExpect(status().isOk())
                .andExpect(jsonPath("$.ok").value(true));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"{", "{} {}", "[]", "''", "{\"a\": 1, \"a\": 2}", "null"})
    void whatIsNoRequestIsBadInput(String body) throws Exception {
        api.perform(post("/api/v1/voltages").content(body))
                .andExpect(status().isBadRequest())
                .andExpect(jsonPath("$.detail").isNotEmpty());
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"a\":1e999}",
                "{\"l1n\":-1e308,\"l2n\":1e308}",
                "{\"l1n\":\"\\ud800\"}",
                "{\"l1n\":00012}",
                "{\"\\u0000\":0}",
                "{\"l1n\":NaN}"
            })
    void oddNumbersAndLettersAreBadInput(String body) throws Exception {
        api.perform(post("/api/v1/voltages").content(body)).andExpect(status().isBadRequest());
    }

    @Test
    void aThousandLevelsAreNotReadToTheirEnd() throws Exception {
        for (String level : List.of("[", "{\"a\":")) {
            api.perform(post("/api/v1/capacity").content(level.repeat(20_000))).andExpect(status().isBadRequest());
            String closed = level.repeat(1_000) + "1" + (level.equals("[") ? "]" : "}").repeat(1_000);
            api.perform(post("/api/v1/capacity").content(closed)).andExpect(status().isBadRequest());
        }
    }

    @Test
    void aBodyThatIsTooLargeIsRefused() throws Exception {
        api.perform(post("/api/v1/capacity").content(" ".repeat(RequestLimits.MAX_BODY_BYTES + 1)))
                .andExpect(status().isContentTooLarge());
    }

    @Test
    void aBondThatCannotBeChangedIsWhatTheSetupSays() throws Exception {
        String request = GOOD.replace(
                "\"on\": [], \"closing\": \"a\"", "\"goal\": \"make-safe\", \"state\": {\"bond\": \"bonded\"}");
        api.perform(post("/api/v1/changeover").content(request))
                .andExpect(status().isBadRequest())
                .andExpect(jsonPath("$.pointer").value("/state/bond"));
    }
}
