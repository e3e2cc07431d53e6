package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.function.ToDoubleFunction;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Limits;
import org.jspecify.annotations.Nullable;

/**
 * "I want the oven now": what to switch off so that another circuit can be closed.
 *
 * @param fits it can be closed as things are
 * @param options ways to make it fit, best first; when it fits, the one that opens nothing
 * @param never why no way exists, null when there is one
 */
public record MakeRoom(boolean fits, List<Option> options, Finding.@Nullable Code never) {

    /**
     * One way.
     *
     * @param open circuits to open, with everything on that needs them
     * @param untilMinutes how long they may wait by their reserves; null when nothing presses
     * @param because what blocks without opening them; null when nothing does
     * @param close circuits to close after that, in order: the wanted one last, after what it needs
     * @param closeAgain what was opened, in the order to close it again when the wanted circuit is off
     */
    public record Option(
            List<String> open,
            @Nullable Double untilMinutes,
            Finding.@Nullable Code because,
            List<String> close,
            List<String> closeAgain) {}

    private static final int MOST_TO_OPEN = 4;
    private static final int MOST_OPTIONS = 5;

    /** The fewest circuits to open for {@code want}; empty when nothing helps. */
    public static Optional<List<String>> toClose(Setup setup, Collection<String> on, String want) {
        return of(setup, on, want, 0, List.of()).options().stream().findFirst().map(Option::open);
    }

    /**
     * @param on ids of what is on
     * @param want id of the circuit wanted, not on
     * @param minutes how long it is wanted, 0 or more
     * @param needs what the circuits are needed for; those without a need count as least important
     */
    public static MakeRoom of(Setup setup, Collection<String> on, String want, double minutes, List<Need> needs) {
        InvalidInput.unless(setup.find(want) != null, "/want", "invalid.no-circuit", "circuit", want);
        InvalidInput.unless(!on.contains(want), "/want", "invalid.already-on", "circuit", want);
        InvalidInput.notNegative("/minutes", minutes);
        return new Search(setup, new LinkedHashSet<>(on), want, minutes, needs).answer();
    }

    /**
     * The smallest sets of {@code candidates} for which {@code enough} holds, none a part of another; at most four
     * members. Sets of one size come in the order of the candidates.
     */
    static List<List<String>> smallest(List<String> candidates, Predicate<Set<String>> enough) {
        List<List<String>> found = new ArrayList<>();
        for (int size = 0; size <= Math.min(MOST_TO_OPEN, candidates.size()) && found.isEmpty(); size++) {
            choose(candidates, 0, size, new ArrayList<>(), enough, found);
        }
        return found;
    }

    /** Opens everything and closes again, the last candidate first, as long as {@code enough} is open. */
    static List<String> fewEnough(List<String> candidates, Predicate<Set<String>> enough) {
        List<String> opened = new ArrayList<>(candidates);
        for (int i = candidates.size() - 1; i >= 0; i--) {
            opened.remove(candidates.get(i));
            if (!enough.test(new HashSet<>(opened))) {
                opened.add(candidates.get(i));
            }
        }
        return opened;
    }

    private static void choose(
            List<String> candidates,
            int from,
            int more,
            List<String> chosen,
            Predicate<Set<String>> enough,
            List<List<String>> found) {
        if (more == 0) {
            if (enough.test(new HashSet<>(chosen))) {
                found.add(List.copyOf(chosen));
            }
            return;
        }
        for (int i = from; i <= candidates.size() - more; i++) {
            chosen.add(candidates.get(i));
            choose(candidates, i + 1, more - 1, chosen, enough, found);
            chosen.remove(chosen.size() - 1);
        }
    }

    /**
     * A cheap look ahead: whether opening a set can free enough running watts, in total and on each leg, for {@code all}
     * to fit. False only where {@link Capacity} would block; so that most of many sets need no full judgement.
     */
    static Predicate<Set<String>> freesEnough(Setup setup, Collection<String> all) {
        boolean splitPhase = setup.source().splitPhase();
        Limits limits = Capacity.limits(setup, setup.circuits(all));
        Map<String, LegWatts> watts = new HashMap<>();
        LegWatts running = LegWatts.NONE;
        LegWatts dependants = LegWatts.NONE;
        for (Circuit circuit : setup.circuits(all)) {
            LegWatts its = LegWatts.running(circuit, splitPhase);
            watts.put(circuit.id(), its);
            running = running.plus(its);
            // what needs something that is opened goes with it
            dependants = circuit.needs().isEmpty() ? dependants : dependants.plus(its);
        }
        LegWatts on = running;
        LegWatts mayGo = dependants;
        return opened -> {
            LegWatts freed = mayGo;
            for (String id : opened) {
                freed = freed.plus(watts.getOrDefault(id, LegWatts.NONE));
            }
            return !Capacity.over(on.total() - freed.total(), limits.planRunningWatts())
                    && !Capacity.over(on.l1() - freed.l1(), limits.legRunningWatts())
                    && !Capacity.over(on.l2() - freed.l2(), limits.legRunningWatts());
        };
    }

    /** {@code opened} and everything on that needs one of them, directly or through others. */
    static Set<String> withDependants(Setup setup, Collection<String> on, Collection<String> opened) {
        Set<String> all = new LinkedHashSet<>(opened);
        boolean grew = true;
        while (grew) {
            grew = false;
            for (Circuit circuit : setup.circuits(on)) {
                if (!all.contains(circuit.id()) && circuit.needs().stream().anyMatch(all::contains)) {
                    all.add(circuit.id());
                    grew = true;
                }
            }
        }
        return all;
    }

    /** One question under way. */
    private static final class Search {
        private final Setup setup;
        private final Set<String> on;
        private final String want;
        private final double minutes;
        private final List<Need> needs;
        private final List<String> closing;
        private final Set<String> wantedAndNeeded;

        Search(Setup setup, Set<String> on, String want, double minutes, List<Need> needs) {
            this.setup = setup;
            this.on = on;
            this.want = want;
            this.minutes = minutes;
            this.needs = needs;
            this.wantedAndNeeded = setup.withNeeded(List.of(want));
            this.closing =
                    wantedAndNeeded.stream().filter(id -> !on.contains(id)).toList();
        }

        MakeRoom answer() {
            if (passes(Set.of())) {
                return new MakeRoom(true, List.of(option(Set.of(), null)), null);
            }
            Finding.Code because = firstBlock(on);
            List<String> candidates = setup.circuits(on).stream()
                    .filter(circuit -> !wantedAndNeeded.contains(circuit.id()))
                    .sorted(Comparator.comparingDouble(circuit -> importance(circuit.id())))
                    .map(Circuit::id)
                    .toList();
            if (!passes(new HashSet<>(candidates))) {
                Set<String> stays = new HashSet<>(on);
                candidates.forEach(stays::remove);
                return new MakeRoom(false, List.of(), firstBlock(stays));
            }
            Set<String> all = new HashSet<>(on);
            all.addAll(closing);
            List<List<String>> found =
                    smallest(candidates, freesEnough(setup, all).and(this::passes));
            if (found.isEmpty()) {
                found = List.of(fewEnough(candidates, this::passes));
            }
            ToDoubleFunction<Set<String>> harm = opened -> opened.stream()
                    .mapToDouble(id -> lasts(id) ? 0 : importance(id))
                    .max()
                    .orElse(0);
            List<Option> options = found.stream()
                    .map(opened -> withDependants(setup, on, opened))
                    .distinct()
                    .sorted(Comparator.comparingDouble(harm)
                            .thenComparingInt(Set::size)
                            .thenComparingDouble(this::importance)
                            .thenComparingDouble(this::runningWatts))
                    .limit(MOST_OPTIONS)
                    .map(opened -> option(opened, because))
                    .toList();
            return new MakeRoom(false, options, null);
        }

        /** What the want and everything it needs blocks on beside {@code stays}; the closing check comes last. */
        private Finding.@Nullable Code firstBlock(Set<String> stays) {
            Set<String> rest = new HashSet<>(stays);
            rest.addAll(closing);
            rest.remove(want);
            List<Finding> blocks = Capacity.of(setup, rest, want).blocks();
            return blocks.isEmpty() ? Finding.Code.STARTING_OVER : blocks.get(0).code();
        }

        private boolean passes(Set<String> opened) {
            Set<String> left = new HashSet<>(on);
            left.removeAll(withDependants(setup, on, opened));
            Set<String> all = new HashSet<>(left);
            all.addAll(closing);
            return Capacity.of(setup, all, Set.of()).ok()
                    && StartOrder.of(setup, left, closing, List.of()).fits();
        }

        private Option option(Set<String> opened, Finding.@Nullable Code because) {
            Set<String> left = new HashSet<>(on);
            left.removeAll(opened);
            List<String> close = StartOrder.of(setup, left, closing, List.of()).circuits();
            List<String> again =
                    setup.circuits(opened).stream().map(Circuit::id).toList();
            return new Option(
                    again,
                    opened.stream()
                            .map(this::waits)
                            .filter(Objects::nonNull)
                            .min(Comparator.naturalOrder())
                            .orElse(null),
                    because,
                    close,
                    StartOrder.of(setup, left, again, List.of()).circuits());
        }

        /** Minutes its reserve still holds; 0 for what must always have power; null when nothing presses. */
        private @Nullable Double waits(String id) {
            Double least = null;
            for (Need need : needs) {
                if (need.circuit().equals(id)) {
                    Double waits = need instanceof Need.Reserve reserve
                            ? (Double) reserve.levelMinutes()
                            : need instanceof Need.Always ? (Double) 0.0 : null;
                    least = waits == null || least != null && least < waits ? least : waits;
                }
            }
            return least;
        }

        private boolean lasts(String id) {
            Double waits = waits(id);
            return waits == null || waits >= minutes;
        }

        private double importance(String id) {
            return needs.stream()
                    .filter(need -> need.circuit().equals(id))
                    .mapToDouble(need -> need.priority().weight())
                    .max()
                    .orElse(0);
        }

        private double importance(Set<String> ids) {
            return ids.stream().mapToDouble(this::importance).sum();
        }

        private double runningWatts(Set<String> ids) {
            return setup.circuits(ids).stream()
                    .mapToDouble(Circuit::runningWatts)
                    .sum();
        }
    }
}
