package juiceswap.core.house;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HouseTest {

    @ParameterizedTest
    @CsvSource({"1,L1", "2,L1", "3,L2", "4,L2", "5,L1", "22,L1", "23,L2", "24,L2"})
    void legsAlternateByRow(int space, Leg leg) {
        assertEquals(leg, Leg.ofSpace(space));
    }

    @ParameterizedTest
    @CsvSource({"0.5, 1127", "0.25, 667", "0.625, 1357", "4, 5175", "0.0833333333333333, 253"})
    void motorsRunByTheTable(double horsepower, double watts) {
        Nameplate motor = new Nameplate(null, null, null, horsepower, null, null, false);
        assertEquals(watts, motor.unitRunningWatts(120), 0.01);
        assertEquals(3 * watts, motor.unitStartingWatts(120), 0.03);
    }

    @Test
    void aCodeLetterTellsTheStart() {
        Nameplate motor = new Nameplate(null, null, null, 2.0, "G", null, false);
        assertEquals(2 * 6.29 * 1000, motor.unitStartingWatts(240), 1e-9);
    }

    @Test
    void severalAlikeStartTogetherButRestartOneByOne() {
        Load three = new Load("Lamps", 120, null, Nameplate.ofWatts(100, 250), 100, 3);
        assertEquals(300, three.runningWatts());
        assertEquals(750, three.startingWatts());
        assertEquals(150, three.extraWatts());
    }

    @Test
    void aStartIsNeverBelowRunning() {
        assertEquals(500, Nameplate.ofWatts(500, 300).unitStartingWatts(120));
    }

    @Test
    void everyProblemIsNamedAtItsPlace() {
        InvalidInput invalid = assertThrows(
                InvalidInput.class,
                () -> new Circuit(
                        "pump",
                        "Pump",
                        List.of(5),
                        -1,
                        List.of(Samples.load240(500, 900)),
                        List.of(),
                        List.of(),
                        null,
                        false));
        assertEquals(
                List.of("/breakerAmps", "/loads/0/volts"),
                invalid.problems().stream().map(InvalidInput.Problem::field).toList());
    }

    @Test
    void circlesInNeedsAreRefused() {
        Circuit one = new Circuit("a", "a", List.of(1), 15, List.of(), List.of("b"), List.of(), null, false);
        Circuit other = new Circuit("b", "b", List.of(3), 15, List.of(), List.of("a"), List.of(), null, false);
        assertThrows(
                InvalidInput.class,
                () -> new Setup(Samples.interlock(), Samples.generator(1000, 1000), List.of(), List.of(one, other)));
    }
}
