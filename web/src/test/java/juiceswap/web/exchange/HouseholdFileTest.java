package juiceswap.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.PowerStation;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.node.ObjectNode;

class HouseholdFileTest {
    private final Schemas schemas = new Schemas();

    private static String sample() throws IOException {
        return new ClassPathResource("households/saltmarsh-cottage.json").getContentAsString(StandardCharsets.UTF_8);
    }

    private Household read(String text) {
        return schemas.household(StrictJson.parse(text.getBytes(StandardCharsets.UTF_8)));
    }

    private List<String> problems(String text) {
        return assertThrows(InvalidInput.class, () -> read(text)).problems().stream()
                .map(InvalidInput.Problem::field)
                .toList();
    }

    @Test
    void whatWasReadIsWhatIsGivenBack() throws IOException {
        Household file = read(sample());
        Tree written = HouseholdJson.write(file);
        assertThat(schemas.household(written)).isEqualTo(file);
        assertThat(HouseholdJson.write(schemas.household(written))).isEqualTo(written);
        assertThat(file.name()).isEqualTo("Saltmarsh Cottage");
        assertThat(file.setup().circuits()).hasSize(18);
        assertThat(file.panel().inputSpaces()).containsExactly(2, 4);
        assertThat(file.rooms().get("Kitchen")).containsExactly("fridge", "counter", "range");
        assertThat(file.elsewhere()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    "version": 1 | "version": 2 | /version
                    "format": "juice-swap-household" | "format": "other" | /format
                    "spaces": 24, | "spaces": 23, | /panel/spaces
                    "spaces": 24, | "spaces": 22, | /setup/circuits/17/spaces
                    "mainAt": "top" | "mainAt": "left" | /panel/mainAt
                    "name": "Desk" | "name": "Kitchen" | /rooms/3/name
                    "bond": "bonded" | "bond": "welded" | /setup/generator/bond
                    "runningWatts": 7200 | "runningWatts": "7200" | /setup/circuits/9/loads/0/runningWatts
                    "id": "radio" | "id": "lights" | /setup/circuits/5/id
                    """)
    void aProblemIsNamedAtItsPlace(String good, String bad, String place) throws IOException {
        assertThat(sample()).contains(good);
        assertThat(problems(sample().replace(good, bad))).contains(place);
    }

    @Test
    void aSpaceHoldsTwoAtMost() throws IOException {
        JsonNode json = new ObjectMapper().readTree(sample());
        ((tools.jackson.databind.node.ArrayNode) json.at("/setup/circuits/0/spaces"))
                .removeAll()
                .add(9);
        InvalidInput invalid = assertThrows(InvalidInput.class, () -> read(json.toString()));
        assertThat(invalid.problems().get(0).what()).isEqualTo(Phrase.of("invalid.space-taken", "space", 9));
    }

    @Test
    void allProblemsAreNamedAtOnce() throws IOException {
        String faulty = sample().replace("\"breakerAmps\": 15", "\"breakerAmps\": -15")
                .replace("\"kind\": \"inlet\"", "\"kind\": \"tunnel\"")
                .replace("\"notes\"", "\"remarks\"");
        assertThat(problems(faulty))
                .hasSizeGreaterThan(8)
                .contains("/setup/path/2/kind", "/remarks", "/setup/circuits/1/breakerAmps");
    }

    @Test
    void whatIsNoJsonIsSaidSo() {
        InvalidInput invalid = assertThrows(InvalidInput.class, () -> read("{\"format\": "));
        assertThat(invalid.problems().get(0).what().key()).isEqualTo("invalid.not-json");
    }

    /** Whatever circuit is taken out, nothing is left that tells of it, and what is left is a whole house. */
    @Test
    void aCircuitThatIsTakenOutIsTakenOutEverywhere() throws IOException {
        Household file = read(sample());
        for (var circuit : file.setup().circuits()) {
            Household without = file.without(circuit.id());
            Tree written = HouseholdJson.write(without);
            assertThat(schemas.household(written)).isEqualTo(without);
            assertThat(without.find(circuit.id())).isNull();
            assertThat(written.toString()).doesNotContain("\"" + circuit.id() + "\"");
        }
    }

    /** Whatever feeds the house: the file says it, the schema knows it, and it comes back equal. */
    @Test
    void everyKindOfSourceComesBack() throws IOException {
        Household house = read(sample());
        Generator one = (Generator) house.supply().source();
        Generator other = one.change()
                .ratings(List.of(new Rating(Fuel.GASOLINE, 2200, 2800)))
                .generator();
        PowerStation station = new PowerStation(
                new PowerStation.Output(true, 3600, 7200, true, false), 5000, 1200, 80, 20, Bond.FLOATING);
        for (Source source : List.of(one, new ParallelGenerators(one, other), station)) {
            Household fed = house.withSupply(house.supply().withSource(source));
            Tree written = HouseholdJson.write(fed);
            assertThat(schemas.household(written)).isEqualTo(fed);
        }
        ObjectNode without = (ObjectNode)
                new ObjectMapper().readTree(HouseholdJson.write(house).toString());
        ((ObjectNode) without.path("setup")).remove("generator");
        assertThat(problems(without.toString())).contains("/setup/generator");
    }
}
