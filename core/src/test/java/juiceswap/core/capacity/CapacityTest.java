package juiceswap.core.capacity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Limits;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class CapacityTest {

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
    void oneMoreCircuitNeverDrawsLess(long seed) {
        Setup setup = Samples.random(new Random(seed), 8);
        Set<String> on = new HashSet<>();
        Capacity before = Capacity.of(setup, on, (String) null);
        for (Circuit circuit : setup.circuits()) {
            on.add(circuit.id());
            Capacity after = Capacity.of(setup, on, (String) null);
            assertTrue(after.running().l1() >= before.running().l1());
            assertTrue(after.running().l2() >= before.running().l2());
            assertTrue(after.startingWatts() >= before.startingWatts());
            before = after;
        }
    }

    @Test
    void exactlyAtTheLimitPassesAndAWattMoreDoesNot() {
        Setup atLimit = new Setup(
                Samples.interlock(),
                Samples.generator(5000, 5000),
                List.of(),
                List.of(Samples.circuit("a", 1, Samples.load(2000, 2000))));
        assertTrue(Capacity.of(atLimit, Set.of("a"), (String) null).ok());
        Setup over = new Setup(
                Samples.interlock(),
                Samples.generator(5000, 5000),
                List.of(),
                List.of(Samples.circuit("a", 1, Samples.load(2001, 2001))));
        Capacity judged = Capacity.of(over, Set.of("a"), (String) null);
        assertFalse(judged.ok());
        assertEquals(Finding.Code.LEG_RUNNING_OVER, judged.blocks().get(0).code());
        assertEquals(1, judged.blocks().get(0).by(), 1e-9);
    }

    @Test
    void higherAndHotterCarriesLess() {
        double last = Double.POSITIVE_INFINITY;
        for (int metres = 0; metres <= 4000; metres += 250) {
            Limits limits = Limits.of(Samples.generator(6800, 8400, metres, 20), Samples.path());
            assertTrue(limits.startingWatts() < last);
            last = limits.startingWatts();
        }
        double cool =
                Limits.of(Samples.generator(6800, 8400, 0, 25), Samples.path()).startingWatts();
        double hot =
                Limits.of(Samples.generator(6800, 8400, 0, 40), Samples.path()).startingWatts();
        assertEquals(8400, cool, 1e-9);
        assertTrue(hot < cool);
    }

    @Test
    void whatIsOnCannotBeClosed() {
        assertThrows(InvalidInput.class, () -> Capacity.of(Samples.cottage(), Set.of("fridge"), "fridge"));
    }

    @Test
    void roomIsMadeWithTheFewestCircuits() {
        Setup setup = Samples.cottage();
        Set<String> on = Set.of("fridge", "lights", "lamp", "well");
        assertFalse(Capacity.of(setup, on, "range").ok());
        List<String> open = MakeRoom.toClose(setup, on, "range").orElseThrow();
        assertEquals(1, open.size());
        Set<String> left = new HashSet<>(on);
        open.forEach(left::remove);
        assertTrue(Capacity.of(setup, left, "range").ok());
        assertEquals(
                List.of(), MakeRoom.toClose(setup, Set.of("lamp"), "fridge").orElseThrow());
    }
}
