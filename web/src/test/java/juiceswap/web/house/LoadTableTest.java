package juiceswap.web.house;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import juiceswap.core.house.Leg;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class LoadTableTest {
    private final Schemas schemas = new Schemas();
    private final Words words = new Words(new Messages());
    private Household cottage;

    @BeforeEach
    void open() throws IOException {
        cottage = schemas.household(FilesController.sampleJson("saltmarsh-cottage"));
    }

    private LoadTable.Reading read(String text) {
        return LoadTable.read(text, cottage, schemas);
    }

    private HomeCircuit after(LoadTable.Reading reading, String circuit) {
        return reading.file().find(circuit);
    }

    @ParameterizedTest
    @ValueSource(strings = {"saltmarsh-cottage", "weavers-loft", "tarn-edge-workshop"})
    void whatGoesOutComesInUnchanged(String sample) throws IOException {
        cottage = schemas.household(FilesController.sampleJson(sample));
        for (String table : new String[] {LoadTable.loads(cottage), LoadTable.directory(cottage)}) {
            LoadTable.Reading reading = read(table);
            assertThat(reading.bad()).isEmpty();
            assertThat(reading.good())
                    .allSatisfy(row -> assertThat(words.list(row.does())).startsWith("no change"));
            assertThat(reading.file()).isEqualTo(cottage);
        }
    }

    @Test
    void aPastedTableAddsAndChanges() {
        LoadTable.Reading reading = read(String.join(
                "\n",
                "Space\tLabel\tBreaker\tRoom\tAppliance\tVoltage\tWatts",
                "1\t\t\t\tFridge\t120\t190",
                "3\t\t\t\tNight light\t\t5 W"));
        assertThat(reading.bad()).isEmpty();
        assertThat(reading.good())
                .extracting(row -> words.list(row.does()))
                .containsExactly("changes Fridge on Kitchen fridge", "adds Night light to Hall and bedroom lights");
        assertThat(after(reading, "fridge").circuit().runningWatts()).isEqualTo(190);
        assertThat(after(reading, "lights").loads()).hasSize(2);
    }

    @Test
    void aNewCircuitComesWithItsBreaker() throws IOException {
        cottage = schemas.household(FilesController.sampleJson("tarn-edge-workshop"));
        int spaces = cottage.panel().panel().spaces();
        int free = cottage.panel().map(cottage.circuits()).free(1).get(0);
        LoadTable.Reading reading =
                read("space;label;breaker_amps;load;watts;duty\n" + free + ";Bee house;15;Warm plate;1,200;40 %\n");
        assertThat(reading.bad()).isEmpty();
        HomeCircuit added = after(reading, "bee-house");
        assertThat(added.circuit().spaces()).containsExactly(free);
        assertThat(added.circuit().leg()).isEqualTo(Leg.ofSpace(free));
        assertThat(added.circuit().runningWatts()).isEqualTo(1200);
        assertThat(free).isLessThanOrEqualTo(spaces);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
                    1,,,,Fridge,120,lots | is not a number
                    1,,,,Fridge,130,180 | volts must be 120 or 240
                    1,,,,Fridge,240,180 | a 240 V load needs a two-pole breaker
                    99,Attic,15,,Fan,120,60 | numbers 1 to 24
                    x,Attic,15,,Fan,120,60 | is not a space
                    ,Attic,15,,Fan,120,60 | space is missing
                    9,Attic,15,,Fan,120,60 | space 9 is already taken
                    11,Attic,,,Fan,120,60 | breaker amps is missing
                    2,Attic,15,,Fan,120,60 | space 2 is already taken
                    1,,,,Fridge,120,-5 | running watts must be more than 0
                    """)
    void aBadRowSaysWhy(String row, String why) {
        LoadTable.Reading reading = read("space,label,breaker,room,load,volts,watts\n" + row + "\n");
        assertThat(reading.good()).isEmpty();
        assertThat(reading.bad()).singleElement().satisfies(bad -> {
            assertThat(bad.line()).isEqualTo(2);
            assertThat(bad.reasons())
                    .extracting(reason -> (reason.field() + " " + words.say(reason.what())).strip())
                    .anyMatch(said -> said.contains(why));
        });
        assertThat(reading.file()).isEqualTo(cottage);
    }

    @Test
    void anotherLabelAtASpaceIsTheOtherHalfOfATandem() {
        LoadTable.Reading reading = read("space,label,breaker,load,watts\n1,Attic,15,Fan,60\n");
        assertThat(reading.bad()).isEmpty();
        assertThat(after(reading, "attic").circuit().spaces()).containsExactly(1);
        assertThat(after(reading, "fridge").circuit().label()).isEqualTo("Kitchen fridge");
    }

    @Test
    void fortyBadRowsDoNotHoldBackTheGoodOnes() {
        String bad = IntStream.range(0, 40)
                .mapToObj(i -> (200 + i) + ",Nowhere " + i + ",15,Thing,60")
                .collect(Collectors.joining("\n"));
        LoadTable.Reading reading =
                read("space,label,breaker,load,watts\n1,,,Fridge,170\n" + bad + "\n3,,,Lights,150\n");
        assertThat(reading.bad()).hasSize(40);
        assertThat(reading.bad().get(0).line()).isEqualTo(3);
        assertThat(reading.good()).extracting(LoadTable.Good::line).containsExactly(2L, 43L);
        assertThat(after(reading, "lights").circuit().runningWatts()).isEqualTo(150);
    }

    @Test
    void whatIsNoTableIsNamedAtTheTable() {
        assertThatThrownBy(() -> read("  \n")).hasMessageContaining("invalid.nothing-in-it");
        assertThatThrownBy(() -> read("just,some,words\n1,2,3")).hasMessageContaining("invalid.no-header");
        assertThatThrownBy(() -> read("label,load\n\"Attic,Fan\n")).hasMessageContaining("invalid.table-quotes");
    }

    @Test
    void aSpreadsheetRunsNothing() throws IOException {
        LoadTable.Reading reading = read("space,label,load,watts\n1,,=2+3,60\n");
        Household odd = reading.file();
        String out = LoadTable.loads(odd);
        assertThat(out).contains("'=2+3");
        cottage = odd;
        assertThat(read(out).file()).isEqualTo(odd);
    }
}
