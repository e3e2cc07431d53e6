package juiceswap.core.capacity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Limits;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StartOrderTest {

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20})
    void noOrderHasALowerPeak(long seed) {
        Setup setup = Samples.random(new Random(seed), 6);
        List<String> closing = setup.circuits().stream().map(Circuit::id).toList();
        StartOrder order = StartOrder.of(setup, Set.of(), closing, List.of());
        assertEquals(new HashSet<>(closing), new HashSet<>(order.circuits()));
        double best = leastPeak(setup, new ArrayList<>(), closing);
        assertEquals(best, order.peakUtilisation(), 1e-9);
        assertEquals(best, peak(setup, order.circuits()), 1e-9);
    }

    /** By trying every order that respects the needs. */
    private static double leastPeak(Setup setup, List<String> begun, List<String> closing) {
        if (begun.size() == closing.size()) {
            return peak(setup, begun);
        }
        double least = Double.POSITIVE_INFINITY;
        for (String next : closing) {
            if (!begun.contains(next) && begun.containsAll(setup.circuit(next).needs())) {
                begun.add(next);
                least = Math.min(least, leastPeak(setup, begun, closing));
                begun.remove(next);
            }
        }
        return least;
    }

    private static double peak(Setup setup, List<String> order) {
        Limits limits = Limits.of(setup.source(), setup.path());
        double peak = 0;
        double l1 = 0;
        double l2 = 0;
        for (String id : order) {
            Circuit circuit = setup.circuit(id);
            double share1 = circuit.twoPole() ? 0.5 : circuit.leg() == Leg.L1 ? 1 : 0;
            double start1 = l1 + share1 * circuit.startingWatts();
            double start2 = l2 + (1 - share1) * circuit.startingWatts();
            peak = Math.max(peak, (start1 + start2) / limits.startingWatts());
            peak = Math.max(peak, Math.max(start1, start2) / limits.legStartingWatts());
            l1 += share1 * circuit.runningWatts();
            l2 += (1 - share1) * circuit.runningWatts();
        }
        return peak;
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void whatIsWantedFirstComesFirstButForItsNeeds(long seed) {
        Setup setup = Samples.random(new Random(seed), 7);
        List<String> closing = setup.circuits().stream().map(Circuit::id).toList();
        StartOrder order = StartOrder.of(setup, Set.of(), closing, List.of("c5", "c2"));
        int last = Math.max(order.circuits().indexOf("c5"), order.circuits().indexOf("c2"));
        Set<String> allowed = new HashSet<>(Set.of("c5", "c2"));
        boolean grown = true;
        while (grown) {
            grown = false;
            for (String id : List.copyOf(allowed)) {
                grown |= allowed.addAll(setup.circuit(id).needs());
            }
        }
        assertTrue(
                allowed.containsAll(order.circuits().subList(0, last)),
                order.circuits().toString());
    }
}
