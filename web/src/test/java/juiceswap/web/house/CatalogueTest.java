package juiceswap.web.house;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

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
}
