package juiceswap.core.capacity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import juiceswap.core.capacity.LoadsReading.Kind;
import juiceswap.core.capacity.LoadsReading.Verdict;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import org.junit.jupiter.api.Test;

class LoadsReadingTest {
    private static Circuit thermostatic(String id, int space, double watts, double duty) {
        return Samples.circuit(id, space, new Load(id, 120, null, Nameplate.ofWatts(watts, watts * 3), duty, 1));
    }

    /** L1: fridge, heater; L2 (odd rows are L1, even rows L2): freezer, kettle. 6,800 W set, 2,720 W a leg. */
    private static final Setup HOUSE = Samples.setup(
            Samples.generator(6800, 8400),
            thermostatic("fridge", 1, 240, 30),
            Samples.circuit("heater", 2, 1200, 1200),
            thermostatic("freezer", 3, 360, 40),
            Samples.circuit("kettle", 4, 1500, 1500),
            Samples.circuit("lamps", 5, 120, 120));

    private static LoadsReading read(Set<String> on, double l1Amps, double l2Amps, Need... needs) {
        return LoadsReading.of(HOUSE, on, l1Amps, l2Amps, List.of(needs));
    }

    @Test
    void whatFlowsAsReckonedFits() {
        LoadsReading reading = read(Set.of("fridge", "heater", "freezer"), 12, 3);
        assertThat(reading.verdict()).isEqualTo(Verdict.FITS);
        assertThat(reading.l1().reckoned()).isCloseTo(12, within(1e-9));
        assertThat(reading.l1().difference()).isCloseTo(0, within(1e-9));
        assertThat(reading.l1().headroom()).isCloseTo(2720 / 120.0 - 12, within(1e-9));
        assertThat(reading.explanations().get(0).kind()).isEqualTo(Kind.AS_RECKONED);
        assertThat(reading.openFirst()).isEmpty();
    }

    /** The headroom shown is the worse of the two, whichever that is. */
    @Test
    void headroomIsByTheWorseOfReadAndReckoned() {
        LoadsReading less = read(Set.of("fridge", "heater"), 10, 0);
        assertThat(less.l1().headroom()).isCloseTo(2720 / 120.0 - 12, within(1e-9));
        LoadsReading more = read(Set.of("fridge", "heater"), 15, 0);
        assertThat(more.l1().headroom()).isCloseTo(2720 / 120.0 - 15, within(1e-9));
    }

    @Test
    void aThermostatThatHasSwitchedOffIsNamed() {
        LoadsReading reading = read(Set.of("fridge", "heater", "freezer"), 12, 0);
        assertThat(reading.explanations().get(0).kind()).isEqualTo(Kind.CYCLED_OFF);
        assertThat(reading.explanations().get(0).circuits()).containsExactly("freezer");
        assertThat(reading.explanations().get(0).share()).isGreaterThan(0.5);
        assertThat(reading.explanations().get(0).l2Watts()).isCloseTo(0, within(1e-9));
    }

    @Test
    void whatWasSwitchedOnWithoutTellingIsNamed() {
        LoadsReading reading = read(Set.of("fridge", "heater"), 12, 12.5);
        assertThat(reading.explanations().get(0).kind()).isEqualTo(Kind.SWITCHED_ON);
        assertThat(reading.explanations().get(0).circuits()).containsExactly("kettle");
    }

    @Test
    void whatNothingExplainsIsUnknown() {
        LoadsReading reading = read(Set.of("lamps"), 7.5, 6);
        assertThat(reading.explanations())
                .extracting(LoadsReading.Explanation::kind)
                .contains(Kind.UNKNOWN_LOAD);
        LoadsReading.Explanation first = reading.explanations().get(0);
        assertThat(Math.abs(first.l1Watts()) + Math.abs(first.l2Watts())).isLessThan(300);
    }

    /** 3,240 W read on L1 where 2,720 may run: the least important that is enough goes first. */
    @Test
    void tooMuchSaysWhatToOpenFirst() {
        Need heat = new Need.Always("heater", Priority.LIFE, Window.ALWAYS);
        Need food = new Need.Always("fridge", Priority.FOOD, Window.ALWAYS);
        Setup setup = Samples.setup(
                Samples.generator(6800, 8400),
                Samples.circuit("heater", 1, 1200, 1200),
                Samples.circuit("fridge", 2, 240, 240),
                Samples.circuit("kettle", 5, 1500, 1500));
        LoadsReading reading = LoadsReading.of(setup, Set.of("heater", "fridge", "kettle"), 27, 0, List.of(heat, food));
        assertThat(reading.verdict()).isEqualTo(Verdict.OVER);
        assertThat(reading.openFirst()).containsExactly("kettle");
        assertThat(reading.l1().headroom()).isNegative();
    }

    /** A 120 V set has one winding: everything counts there, and the second reading is not looked at. */
    @Test
    void aSetWithOneWindingHasOneLeg() {
        Setup setup = Samples.setup(
                Samples.generator120(2000, 2600),
                Samples.circuit("heater", 1, 1200, 1200),
                Samples.circuit("kettle", 3, 300, 300));
        LoadsReading reading = LoadsReading.of(setup, Set.of("heater", "kettle"), 14.2, 99, List.of());
        assertThat(reading.l2()).isNull();
        assertThat(reading.verdict()).isEqualTo(Verdict.OVER);
        assertThat(reading.openFirst()).containsExactly("heater");
    }

    @Test
    void legsFarApartAreLevelledByAnExchange() {
        LoadsReading reading = read(Set.of("heater", "fridge"), 12, 0);
        assertThat(reading.levelling()).isNotNull();
        assertThat(reading.levelling().open()).isIn("heater", "fridge");
        assertThat(reading.levelling().close()).isIn("kettle", "freezer");
        assertThat(reading.levelling().imbalancePercent()).isLessThan(100);
        assertThat(read(Set.of("heater", "kettle"), 10, 12).levelling()).isNull();
        // not at the price of something that matters more
        Need heat = new Need.Always("heater", Priority.LIFE, Window.ALWAYS);
        Need food = new Need.Always("fridge", Priority.LIFE, Window.ALWAYS);
        assertThat(read(Set.of("heater", "fridge"), 12, 0, heat, food).levelling())
                .isNull();
    }

    /** By hand: 4.2 A to 14.2 A on its leg is 1,200 W. */
    @Test
    void twoReadingsAroundABreakerMeasureItsCircuit() {
        var measured = LoadsReading.Measured.of(HOUSE, "heater", 4.2, 3, 14.2, 3.1);
        assertThat(measured.watts()).isCloseTo(1200, within(1e-6));
        assertThat(measured.doubtful()).isFalse();
        assertThat(LoadsReading.Measured.of(HOUSE, "heater", 4.2, 3, 14.2, 8).doubtful())
                .isTrue();
        assertThat(LoadsReading.Measured.of(HOUSE, "kettle", 4, 3, 4, 15.5).watts())
                .isCloseTo(1500, within(1e-6));
        Setup pump =
                Samples.setup(Samples.generator(6800, 8400), Samples.twoPole("pump", 1, Samples.load240(1100, 3000)));
        assertThat(LoadsReading.Measured.of(pump, "pump", 1, 1, 5.5, 5.5).watts())
                .isCloseTo(1080, within(1e-6));
    }

    @Test
    void badReadingsAreRefused() {
        assertThatThrownBy(() -> read(Set.of("lamps"), -1, 0)).isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> LoadsReading.Measured.of(HOUSE, "attic", 0, 0, 1, 0))
                .isInstanceOf(InvalidInput.class);
    }
}
