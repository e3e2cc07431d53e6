package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.house.Setup;

/** What to turn off so that another circuit can be closed. */
public final class MakeRoom {
    private static final int MOST_TO_OPEN = 4;

    private MakeRoom() {}

    /**
     * The fewest circuits to open so that {@code want} passes the capacity check, its own start included; among equally
     * few, those that carry the least. Empty when opening up to four does not help, or when something else blocks it.
     *
     * @param on ids of what is on, without {@code want}
     */
    public static Optional<List<String>> toClose(Setup setup, Collection<String> on, String want) {
        List<String> candidates = new ArrayList<>(on);
        candidates.sort(java.util.Comparator.comparingDouble(
                (String id) -> setup.circuit(id).runningWatts()));
        for (int count = 0; count <= Math.min(MOST_TO_OPEN, candidates.size()); count++) {
            List<String> found = choose(setup, on, want, candidates, 0, count, new ArrayList<>());
            if (found != null) {
                return Optional.of(found);
            }
        }
        return Optional.empty();
    }

    private static @org.jspecify.annotations.Nullable List<String> choose(
            Setup setup,
            Collection<String> on,
            String want,
            List<String> candidates,
            int from,
            int count,
            List<String> opened) {
        if (count == 0) {
            Set<String> left = new HashSet<>(on);
            opened.forEach(left::remove);
            return Capacity.of(setup, left, want).ok() ? List.copyOf(opened) : null;
        }
        for (int i = from; i <= candidates.size() - count; i++) {
            opened.add(candidates.get(i));
            List<String> found = choose(setup, on, want, candidates, i + 1, count - 1, opened);
            if (found != null) {
                return found;
            }
            opened.remove(opened.size() - 1);
        }
        return null;
    }
}
