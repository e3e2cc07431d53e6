package juiceswap.core.learn;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.learn.Observed.Move;
import juiceswap.core.learn.Observed.Reading;
import org.junit.jupiter.api.Assertions;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A simulated hour of a small house, of which the truth is known. */
class LearnedTest {
    private static final int SECONDS = 5400;

    /** Labels say more than the motors draw, as labels do. */
    private final List<Circuit> circuits = List.of(
            Samples.circuit("fridge", 1, 300, 900, List.of(), List.of()),
            Samples.circuit("lights", 2, 150, 150, List.of(), List.of()),
            Samples.circuit("freezer", 3, 400, 1200, List.of(), List.of()),
            Samples.twoPole("well", 6, Samples.load240(1500, 4500)),
            Samples.circuit("kettle", 4, 1400, 1400, List.of(), List.of()));

    private final List<Move> told =
            List.of(new Move(61, "lights", true), new Move(135, "freezer", true), new Move(400, "well", true));

    private static double fridge(int second) {
        return second % 1100 < 420 ? 180 : 0;
    }

    private static double freezer(int second) {
        return second >= 120 && (second - 120) % 1300 < 600 ? 250 : 0;
    }

    private static double well(int second) {
        return second >= 390 && (second - 390) % 700 < 90 ? 1200 : 0;
    }

    private static List<Reading> readings(long seed, int from, int to) {
        Random noise = new Random(seed);
        List<Reading> readings = new ArrayList<>();
        for (int second = 0; second < SECONDS; second++) {
            double surge = fridge(second) > 0 && fridge(second - 1) == 0 && second > 0 ? 500 : 0;
            double l1 = 110 + fridge(second) + surge + (second >= 50 ? 140 : 0) + well(second) / 2;
            double l2 = 140 + freezer(second) + well(second) / 2;
            double l1Noise = noise.nextGaussian() * 15;
            double l2Noise = noise.nextGaussian() * 15;
            if (second < from || second > to) {
                readings.add(new Reading(second, l1 + l1Noise, l2 + l2Noise));
            }
        }
        return readings;
    }

    private Map<String, Learned.Real> learned(List<Reading> readings, List<Move> moves) {
        Map<String, Learned.Real> learned = new HashMap<>();
        Learned.from(circuits, new Observed(readings, moves, Set.of("fridge")))
                .circuits()
                .forEach(real -> learned.put(real.circuit(), real));
        return learned;
    }

    private static void isTheHouse(Map<String, Learned.Real> learned) {
        assertEquals(Set.of("fridge", "lights", "freezer", "well"), learned.keySet());
        assertEquals(180, real(learned, "fridge").runningWatts(), 20);
        assertEquals(140, real(learned, "lights").runningWatts(), 20);
        assertEquals(250, real(learned, "freezer").runningWatts(), 20);
        assertEquals(1200, real(learned, "well").runningWatts(), 60);
        Double fridgeDuty = real(learned, "fridge").dutyPercent();
        assertNotNull(fridgeDuty);
        assertEquals(100.0 * 420 / 1100, fridgeDuty, 6);
    }

    private static Learned.Real real(Map<String, Learned.Real> learned, String circuit) {
        Learned.Real real = learned.get(circuit);
        assertNotNull(real, circuit);
        return real;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void whatRunsIsFoundAndWhatNeverRanIsNot(long noise) {
        isTheHouse(learned(readings(noise, -1, -1), told));
    }

    @Test
    void silenceHidesNothingFromWhatIsSeenBeforeAndAfter() {
        isTheHouse(learned(readings(1, 2000, 2150), told));
    }

    @Test
    void aSurgeIsSeenAsALowerBoundOfTheStart() {
        Double start = real(learned(readings(1, -1, -1), told), "fridge").startingWatts();
        assertNotNull(start);
        assertTrue(start > 400 && start < 800, () -> "start " + start);
    }

    @Test
    void aBreakerThatWasToldIsTheCauseAndALoadByItselfIsNot() {
        Learned.Real lights = real(learned(readings(1, -1, -1), told), "lights");
        assertEquals(1, lights.evidence().size());
        assertEquals(Learned.Kind.CLOSED, lights.evidence().get(0).kind());
        assertEquals(50, lights.evidence().get(0).at(), 5);
        assertTrue(real(learned(readings(1, -1, -1), told), "fridge").evidence().stream()
                .allMatch(one -> one.kind() == Learned.Kind.CYCLED));
    }

    @Test
    void nothingIsLearnedFromNothing() {
        assertEquals(
                List.of(),
                Learned.from(circuits, new Observed(List.of(), told, Set.of())).circuits());
        List<Reading> flat = new ArrayList<>();
        for (int i = 0; i < 600; i++) {
            flat.add(new Reading(i, 100, 100));
        }
        Learned calm = Learned.from(circuits, new Observed(flat, List.of(), Set.of("fridge")));
        assertEquals(List.of(), calm.circuits());
        assertEquals(100, calm.unexplainedL1(), 1);
    }

    @Test
    void readingsThatGoBackInTimeAreRefused() {
        Assertions.assertThrows(
                InvalidInput.class,
                () -> new Observed(List.of(new Reading(2, 1, 1), new Reading(1, 1, 1)), List.of(), Set.of()));
    }
}
