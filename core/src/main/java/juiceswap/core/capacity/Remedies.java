package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.ToIntFunction;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;

/** The cheapest ways to make a choice of circuits fit that doesn't. */
public final class Remedies {
    private static final int MOST = 4;

    private Remedies() {}

    /**
     * Sets of circuits to leave off so that the rest passes {@link Capacity} and can be started one by one: first those of
     * which nothing is important, then the fewest, then those that give up the least. Empty when the choice fits, and when
     * nothing of it does.
     *
     * @param importance of a circuit, larger is more
     */
    public static List<List<String>> leaveOff(Setup setup, Collection<String> on, ToIntFunction<String> importance) {
        if (passes(setup, on)) {
            return List.of();
        }
        List<String> candidates = setup.circuits(on).stream()
                .sorted(Comparator.comparingInt((Circuit circuit) -> importance.applyAsInt(circuit.id()))
                        .thenComparingDouble(Circuit::runningWatts))
                .map(Circuit::id)
                .toList();
        Predicate<Set<String>> enough = opened -> passes(setup, on, opened);
        Predicate<Set<String>> quickly = MakeRoom.freesEnough(setup, on).and(enough);
        List<List<String>> found = new ArrayList<>();
        // two comforts rather than a pump: what is less important is tried by itself first
        for (int most : candidates.stream().mapToInt(importance).distinct().toArray()) {
            List<String> upTo = candidates.stream()
                    .filter(id -> importance.applyAsInt(id) <= most)
                    .toList();
            found.addAll(MakeRoom.smallest(upTo, quickly));
        }
        if (found.isEmpty()) {
            found.add(MakeRoom.fewEnough(candidates, enough));
        }
        return found.stream()
                .map(left -> List.copyOf(MakeRoom.withDependants(setup, on, left)))
                .filter(left -> left.size() < on.size())
                .distinct()
                .sorted(Comparator.comparingInt((List<String> ids) ->
                                ids.stream().mapToInt(importance).max().orElse(0))
                        .thenComparingInt(List::size)
                        .thenComparingInt(
                                ids -> ids.stream().mapToInt(importance).sum())
                        .thenComparingDouble(ids -> setup.circuits(ids).stream()
                                .mapToDouble(Circuit::runningWatts)
                                .sum()))
                .limit(MOST)
                .toList();
    }

    /** Whether what is on passes as it stands and can be started one breaker at a time, test circuits first. */
    public static boolean passes(Setup setup, Collection<String> on) {
        return StartOrder.of(setup, List.of(), List.copyOf(on), setup.transfer().usableTestCircuits())
                .fits();
    }

    private static boolean passes(Setup setup, Collection<String> on, Set<String> opened) {
        Set<String> left = new HashSet<>(on);
        left.removeAll(MakeRoom.withDependants(setup, on, opened));
        // the cheap check first: most sets fail it
        return Capacity.of(setup, left, Set.of()).ok() && passes(setup, left);
    }
}
