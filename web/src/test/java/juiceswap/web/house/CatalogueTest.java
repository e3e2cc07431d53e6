package juiceswap.web.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CatalogueTest {
    @Test
    void theCatalogueIsSoundAndFound() {
        Catalogue catalogue = new Catalogue();
        assertThat(catalogue.all()).hasSizeGreaterThan(100);
        assertThat(catalogue.all()).extracting(Catalogue.Typical::name).doesNotHaveDuplicates();
        for (Catalogue.Typical typical : catalogue.all()) {
            assertThat(typical.low()).as(typical.name()).isLessThanOrEqualTo(typical.watts());
            assertThat(typical.high()).as(typical.name()).isGreaterThanOrEqualTo(typical.watts());
            assertThat(typical.volts()).isIn(120, 240);
            assertThat(typical.dutyPercent()).isBetween(1, 100);
            if (typical.startingWatts() != null) {
                assertThat(typical.startingWatts()).as(typical.name()).isGreaterThanOrEqualTo(typical.watts());
            }
        }
        assertThat(catalogue.search("fridge medicine", 8))
                .extracting(Catalogue.Typical::name)
                .containsExactly("Small refrigerator");
        assertThat(catalogue.search("kettle", 8).get(0).name()).isEqualTo("Kettle");
        assertThat(catalogue.search("zeppelin", 8)).isEmpty();
        assertThat(catalogue.likely("Sump pump, cellar", false, 4).get(0).name())
                .startsWith("Sump pump");
        assertThat(catalogue.likely("Water heater", false, 9))
                .allSatisfy(typical -> assertThat(typical.volts()).isEqualTo(120));
        assertThat(catalogue.likely("Xyzzy", true, 4)).isEmpty();
    }

    /**
     * Hermetic compressors and submersible pumps come up by their locked-rotor amps, four and more times their running
     * watts, unless a soft starter holds them down; each can be chosen.
     */
    @Test
    void compressorsAndSubmersiblePumpsStartByTheirLockedRotor() {
        Map<String, Catalogue.Typical> byName =
                new Catalogue().all().stream().collect(Collectors.toMap(Catalogue.Typical::name, Function.identity()));
        for (String name : List.of(
                "Well pump 1/2 hp",
                "Well pump 1 hp",
                "Central air conditioner 3 ton",
                "Heat pump central outdoor unit")) {
            Catalogue.Typical bare = byName.get(name);
            Catalogue.Typical softened = byName.get(name + " with soft starter");
            assertThat(bare.startingWatts()).as(name).isGreaterThanOrEqualTo(4 * bare.watts());
            assertThat(softened.startingWatts()).as(name).isBetween(2 * softened.watts(), 3 * softened.watts());
        }
        assertThat(byName.get("Window air conditioner large").startingWatts()).isGreaterThanOrEqualTo(4 * 1200);
    }

    /** By any name that people write on a panel door. */
    @ParameterizedTest
    @CsvSource({
        "electric range, Electric range, 240",
        "RANGE, Electric range, 240",
        "outlets, Outlets, 120",
        "Kitchen outlets, Outlets, 120",
        "fridge in garage, Refrigerator, 120",
        "Garage freezer, Upright freezer, 120",
        "water heater, Water heater, 240",
        "Dryer, Clothes dryer, 240",
        "bedroom lights, LED lamps one room, 120",
        "sump, Sump pump 1/3 hp, 120",
        "well pump, Well pump 1/2 hp, 240",
        "furnace, Furnace blower, 120",
        "microwave, Microwave, 120",
        "dishwasher, Dishwasher, 120"
    })
    void whatPeopleWriteIsGuessed(String label, String name, int volts) {
        Catalogue catalogue = new Catalogue();
        assertThat(catalogue.guess(label, volts == 240)).hasValueSatisfying(guess -> {
            assertThat(guess.name()).startsWith(name);
            assertThat(guess.volts()).isEqualTo(volts);
        });
        assertThat(catalogue.search(label, 8))
                .extracting(Catalogue.Typical::name)
                .anyMatch(found -> found.startsWith(name));
    }
}
