package juiceswap.core.house;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * Which breaker sits in which spaces of one panel. A space holds one breaker, or two single-pole ones as a tandem; a
 * two-pole breaker holds n and n+2 alone. A map never changes; moving gives another one.
 */
public final class PanelMap {
    private static final int MOST_IN_A_SPACE = 2;

    private final Panel panel;
    private final Set<Integer> closed;
    private final Map<String, List<Integer>> places;

    /**
     * @param closed spaces that hold no branch breaker, such as the generator input breaker's
     * @param places spaces by circuit, in the order of the directory
     */
    public PanelMap(Panel panel, Collection<Integer> closed, Map<String, List<Integer>> places) {
        this.panel = panel;
        this.closed = Set.copyOf(closed);
        this.places = new LinkedHashMap<>(places);
        List<InvalidInput.Problem> problems = new ArrayList<>();
        places.forEach((id, spaces) -> {
            String field = "/" + id + "/spaces";
            if (!inside(spaces)) {
                problems.add(new InvalidInput.Problem(field, "invalid.outside-panel", "spaces", panel.spaces()));
            } else {
                spaces.stream()
                        .filter(space -> this.closed.contains(space) || !holds(space, spaces.size(), id))
                        .forEach(space -> problems.add(
                                new InvalidInput.Problem(field, "invalid.space-taken", "space", panel.printed(space))));
            }
        });
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
    }

    /** The spaces of each circuit. */
    public Map<String, List<Integer>> places() {
        return Collections.unmodifiableMap(new LinkedHashMap<>(places));
    }

    /** Circuits in that space, the upper half of a tandem first. */
    public List<String> at(int space) {
        return places.entrySet().stream()
                .filter(place -> place.getValue().contains(space))
                .map(Map.Entry::getKey)
                .toList();
    }

    /** Spaces where a breaker of that many poles could go without moving another, top to bottom. */
    public List<Integer> free(int poles) {
        List<Integer> free = new ArrayList<>();
        for (int space = 1; space <= panel.spaces(); space++) {
            List<Integer> wanted = spacesFrom(space, poles);
            boolean inside = wanted.get(wanted.size() - 1) <= panel.spaces();
            if (inside && wanted.stream().allMatch(one -> !closed.contains(one) && at(one).isEmpty())) {
                free.add(space);
            }
        }
        return free;
    }

    /** A breaker of that many poles from {@code space} on. */
    public static List<Integer> spacesFrom(int space, int poles) {
        return poles == 1 ? List.of(space) : List.of(space, space + 2);
    }

    /**
     * Puts a breaker to {@code space}. What was there goes where it came from, if it fits; else the move is refused in
     * words.
     */
    public PanelMap move(String id, int space) {
        List<Integer> old = placeOf(id);
        List<Integer> wanted = spacesFrom(space, old.size());
        requireInside(wanted);
        requireOpen(wanted);
        Set<Integer> entered = new HashSet<>(wanted);
        old.forEach(entered::remove);
        List<Integer> left = old.stream().filter(one -> !wanted.contains(one)).toList();
        List<Integer> arrivals = wanted.stream().filter(entered::contains).toList();

        Map<String, List<Integer>> after = new LinkedHashMap<>(places);
        after.put(id, wanted);
        for (int i = 0; i < arrivals.size(); i++) {
            for (String displaced : at(arrivals.get(i))) {
                List<Integer> its = placeOf(displaced);
                if (its.size() == 1) {
                    after.put(displaced, List.of(left.get(i)));
                } else {
                    InvalidInput.unless(its.equals(arrivals) && left.size() == 2, "/space", "invalid.two-pole-there");
                    after.put(displaced, left);
                }
            }
        }
        return new PanelMap(panel, closed, after);
    }

    /** Puts a single-pole breaker beside another one, as two halves of a tandem. */
    public PanelMap share(String id, int space) {
        List<String> there = at(space);
        InvalidInput.unless(
                placeOf(id).size() == 1
                        && there.size() == 1
                        && !there.contains(id)
                        && placeOf(there.get(0)).size() == 1,
                "/space",
                "invalid.tandem");
        Map<String, List<Integer>> after = new LinkedHashMap<>(places);
        after.remove(id);
        after.put(id, List.of(space));
        return new PanelMap(panel, closed, after);
    }

    /** Adds a breaker at {@code space}, which must have room for it; into an occupied single space as a tandem. */
    public PanelMap add(String id, int space, int poles) {
        List<Integer> wanted = spacesFrom(space, poles);
        requireInside(wanted);
        requireOpen(wanted);
        Map<String, List<Integer>> after = new LinkedHashMap<>(places);
        after.put(id, wanted);
        return new PanelMap(panel, closed, after);
    }

    private List<Integer> placeOf(String id) {
        @Nullable List<Integer> place = places.get(id);
        InvalidInput.unless(place != null, "/circuit", "invalid.no-circuit", "circuit", id);
        return Objects.requireNonNull(place);
    }

    private boolean holds(int space, int poles, String id) {
        List<String> there = at(space);
        boolean alone = there.size() == 1;
        boolean tandem = there.size() <= MOST_IN_A_SPACE
                && there.stream().allMatch(other -> placeOf(other).size() == 1);
        return alone || poles == 1 && tandem && there.contains(id);
    }

    private boolean inside(List<Integer> spaces) {
        return spaces.stream().allMatch(space -> space >= 1 && space <= panel.spaces());
    }

    private void requireInside(List<Integer> spaces) {
        InvalidInput.unless(inside(spaces), "/space", "invalid.outside-panel", "spaces", panel.spaces());
    }

    private void requireOpen(List<Integer> spaces) {
        InvalidInput.unless(spaces.stream().noneMatch(closed::contains), "/space", "invalid.input-there");
    }
}
