package juiceswap.core.supply;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LimitsTest {

    private static Generator on(Fuel fuel, boolean splitPhase) {
        return Generator.described()
                .splitPhase(splitPhase)
                .fuel(fuel)
                .ratings(List.of(new Rating(Fuel.GASOLINE, 5000, 6000)))
                .marginPercent(100)
                .bond(Bond.BONDED)
                .generator();
    }

    @ParameterizedTest
    @CsvSource({"GASOLINE,5000,false", "PROPANE,4500,true", "NATURAL_GAS,4000,true"})
    void anUnratedFuelIsTakenFromGasoline(Fuel fuel, double watts, boolean assumed) {
        Limits limits = Limits.of(on(fuel, true), List.of());
        assertEquals(watts, limits.planRunningWatts(), 1e-9);
        assertEquals(assumed, limits.assumed());
    }

    @Test
    void dieselHasNoRuleOfThumb() {
        InvalidInput invalid = assertThrows(InvalidInput.class, () -> on(Fuel.DIESEL, true));
        assertEquals("/ratings", invalid.problems().get(0).field());
    }

    @Test
    void withoutAPathTheGeneratorLimits() {
        Limits limits = Limits.of(on(Fuel.GASOLINE, true), List.of());
        assertNull(limits.weakestLink());
        assertNull(limits.limitedBy());
        assertEquals(2500, limits.legRunningWatts(), 1e-9);
        assertEquals(3000, limits.legStartingWatts(), 1e-9);
    }

    @Test
    void aSetWithOneWindingGivesItAll() {
        Limits limits = Limits.of(on(Fuel.GASOLINE, false), List.of());
        assertEquals(5000, limits.legRunningWatts(), 1e-9);
        assertEquals(6000, limits.legStartingWatts(), 1e-9);
    }

    @Test
    void theFirstOfEquallyWeakLinksIsNamed() {
        Limits limits = Limits.of(Samples.generator(9000, 11000), Samples.path());
        assertEquals(Link.Kind.OUTPUT_BREAKER, limits.weakestLink());
        assertEquals(24, limits.linkAmps(), 1e-9);
        assertEquals(2880, limits.legRunningWatts(), 1e-9);
        assertEquals(Link.Kind.OUTPUT_BREAKER, limits.limitedBy());
    }

    @Test
    void aCordCarriesNoMoreThanItsWireAndItsEnds() {
        assertEquals(18, new Link(Link.Kind.CORD, 30, "14", 10.0, null).carriesAmps());
        assertEquals(15, new Link(Link.Kind.CORD, 30, "10", 10.0, 15.0).carriesAmps());
        assertEquals(30, new Link(Link.Kind.FEEDER, 30, "14", null, null).carriesAmps());
    }

    @Test
    void aLinkThatCannotBeIsRefused() {
        assertThrows(InvalidInput.class, () -> new Link(Link.Kind.CORD, 0, "10", null, null));
        assertThrows(InvalidInput.class, () -> new Link(Link.Kind.CORD, 30, "11", null, null));
        assertThrows(InvalidInput.class, () -> new Link(Link.Kind.CORD, 30, "10", -1.0, null));
    }

    @Test
    void nothingIsLeftAtTheEdgeOfTheAir() {
        assertThrows(InvalidInput.class, () -> Samples.generator(5000, 6000, 9000, 20));
        assertTrue(Samples.generator(5000, 6000, 8000, 20).derating() > 0);
        assertFalse(Samples.generator(5000, 6000, -100, 20).derating() > 1);
    }
}
