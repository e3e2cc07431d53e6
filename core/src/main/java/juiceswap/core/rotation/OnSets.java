package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.LegWatts;
import juiceswap.core.capacity.SharedNeutral;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.house.Unexplained;
import juiceswap.core.supply.Limits;

/**
 * Which circuits may be on together, as sets of bits: the rules of {@link Capacity} for a set as it stands and for closing
 * each of its members again with the rest on, worked out once so that they can be asked millions of times.
 */
final class OnSets {
    /** A set is one long. */
    static final int MOST_CIRCUITS = 64;

    /** As in {@link Capacity}: exactly at a limit passes. */
    private static final double HAIR = 1 + 1e-9;

    private final List<Circuit> circuits;
    private final Map<String, Integer> numbers = new HashMap<>();
    private final double[] running;
    private final double[] runningL1;
    private final double[] runningL2;
    private final double[] starting;
    private final double[] startingL1;
    private final double[] startingL2;
    private final long[] excluded;
    private final long[] withNeeded;
    private final long[] dependants;
    private final long attended;
    private final double mostRunning;
    private final double mostLegRunning;
    private final double mostRunningAttended;
    private final double mostLegRunningAttended;
    private final double mostStarting;
    private final double mostLegStarting;
    private final int mostOn;
    private final Unexplained unexplained;
    private final boolean needsAnother;

    /** Of the circuits that matter: {@code wanted} and what they need. */
    OnSets(Setup setup, Set<String> wanted) {
        Set<String> all = setup.withNeeded(new LinkedHashSet<>(wanted));
        circuits = setup.circuits(all);
        InvalidInput.unless(
                circuits.size() <= MOST_CIRCUITS, "/needs", "invalid.too-many-needs", "most", MOST_CIRCUITS);
        int count = circuits.size();
        for (int i = 0; i < count; i++) {
            numbers.put(circuits.get(i).id(), i);
        }
        running = new double[count];
        runningL1 = new double[count];
        runningL2 = new double[count];
        starting = new double[count];
        startingL1 = new double[count];
        startingL2 = new double[count];
        excluded = new long[count];
        withNeeded = new long[count];
        dependants = new long[count];
        boolean splitPhase = setup.source().splitPhase();
        for (int i = 0; i < count; i++) {
            Circuit circuit = circuits.get(i);
            LegWatts runs = LegWatts.running(circuit, splitPhase);
            LegWatts starts = LegWatts.starting(circuit, splitPhase);
            running[i] = runs.total();
            runningL1[i] = runs.l1();
            runningL2[i] = runs.l2();
            starting[i] = starts.total() - runs.total();
            startingL1[i] = starts.l1() - runs.l1();
            startingL2[i] = starts.l2() - runs.l2();
            for (int k = 0; k < count; k++) {
                Circuit other = circuits.get(k);
                boolean clash = SharedNeutral.blocks(setup, circuit, other);
                excluded[i] |= k != i && (circuit.excludes(other) || clash) ? 1L << k : 0;
            }
            for (String id : setup.withNeeded(List.of(circuit.id()))) {
                withNeeded[i] |= 1L << number(id);
                dependants[number(id)] |= id.equals(circuit.id()) ? 0 : 1L << i;
            }
        }
        long standingBy = 0;
        for (int i = 0; i < count; i++) {
            standingBy |= circuits.get(i).attended() ? 1L << i : 0;
        }
        attended = standingBy;
        needsAnother = circuits.stream().anyMatch(circuit -> !circuit.needs().isEmpty());
        unexplained = setup.unexplained();
        Limits limits = Limits.of(setup.source(), setup.path());
        mostRunning = limits.planRunningWatts() * HAIR;
        mostLegRunning = limits.legRunningWatts() * HAIR;
        Limits forMinutes = Limits.attended(setup.source(), setup.path());
        mostRunningAttended = forMinutes.planRunningWatts() * HAIR;
        mostLegRunningAttended = forMinutes.legRunningWatts() * HAIR;
        mostStarting = limits.startingWatts() * HAIR;
        mostLegStarting = limits.legStartingWatts() * HAIR;
        Integer most = setup.transfer().maxBreakersOn();
        mostOn = most == null ? MOST_CIRCUITS : most;
    }

    int count() {
        return circuits.size();
    }

    int number(String id) {
        return Objects.requireNonNull(numbers.get(id), id);
    }

    boolean has(String id) {
        return numbers.containsKey(id);
    }

    String id(int number) {
        return circuits.get(number).id();
    }

    /** Whether any circuit needs another one. */
    boolean anyNeedsAnother() {
        return needsAnother;
    }

    /** A circuit and all that it needs. */
    long withNeeded(int number) {
        return withNeeded[number];
    }

    /** All that need a circuit, directly or through others. */
    long dependants(int number) {
        return dependants[number];
    }

    /** Whether these may be on together, everything that they need being among them. */
    boolean may(long set) {
        if (set == 0) {
            return true;
        }
        if (Long.bitCount(set) > mostOn) {
            return false;
        }
        double l1 = unexplained.l1Watts();
        double l2 = unexplained.l2Watts();
        double total = l1 + l2;
        double steady = total;
        double steadyL1 = l1;
        double steadyL2 = l2;
        double start = 0;
        double startL1 = 0;
        double startL2 = 0;
        for (long rest = set; rest != 0; rest &= rest - 1) {
            int i = Long.numberOfTrailingZeros(rest);
            if ((excluded[i] & set) != 0) {
                return false;
            }
            total += running[i];
            l1 += runningL1[i];
            l2 += runningL2[i];
            if ((attended >>> i & 1) == 0) {
                steady += running[i];
                steadyL1 += runningL1[i];
                steadyL2 += runningL2[i];
            }
            start = Math.max(start, starting[i]);
            startL1 = Math.max(startL1, startingL1[i]);
            startL2 = Math.max(startL2, startingL2[i]);
        }
        return steady <= mostRunning
                && steadyL1 <= mostLegRunning
                && steadyL2 <= mostLegRunning
                && total <= mostRunningAttended
                && l1 <= mostLegRunningAttended
                && l2 <= mostLegRunningAttended
                && total + start <= mostStarting
                && l1 + startL1 <= mostLegStarting
                && l2 + startL2 <= mostLegStarting;
    }

    /** The ids of a set, in the order of the setup. */
    List<String> ids(long set) {
        List<String> ids = new ArrayList<>();
        for (long rest = set; rest != 0; rest &= rest - 1) {
            ids.add(id(Long.numberOfTrailingZeros(rest)));
        }
        return ids;
    }

    /** The circuits that can never be on: alone with what they need they don't pass. */
    long never(Setup setup) {
        long never = 0;
        for (int i = 0; i < count(); i++) {
            Set<String> needed = new LinkedHashSet<>(ids(withNeeded[i]));
            boolean fails =
                    !may(withNeeded[i]) || !Capacity.of(setup, needed, Set.of()).ok();
            never |= fails ? 1L << i : 0;
        }
        return never;
    }
}
