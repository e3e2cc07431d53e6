package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * The search for a rotation: a plan is torn up in part and put together again, over and over, and the better ones are kept
 * (ruin and recreate, accepted as in simulated annealing). What is put in goes in exactly where it is best while the rest
 * stays ({@link BestPattern}); what decides a plan is which visits there are, so most ruins are about one: everything that
 * changes there is taken out and has to find another one, or a new one is offered to some circuits for nothing.
 */
final class RotationSearch {
    /** Searches that run side by side, each from its own seed. */
    private static final int SIDE_BY_SIDE = 2;

    /** What a round takes beside the patterns, in the same elementary steps: as such, and for each slot. */
    private static final int WORK_OF_A_RUIN = 1500;

    private static final int WORK_OF_A_SMALL_CHANGE = 250;
    private static final int WORK_OF_A_SLOT = 4;

    /**
     * How a search goes about it. The two that run side by side differ: one finds a good plan soon, the other a better one
     * late, by measurement on eight cases with several seeds each.
     *
     * @param smallChanges so many small changes, less one, are tried for each time that a part is torn up
     * @param hottest in points of the score: how much worse a plan may be taken in the beginning
     * @param coldest the same in the end
     */
    private record Temper(int smallChanges, double hottest, double coldest) {}

    private static final Temper SOON = new Temper(24, 15, 1.5);
    private static final Temper LATE = new Temper(12, 12, 1);

    /** What a circuit is made to pay for a slot, so that it leaves room for others; and for one in which others give way. */
    private static final double[] PER_SLOT = {0, 0, 0.02, 0.2};

    private static final double[] PER_CLASH = {0.1, 1, 5};

    /** Whether anybody still waits is asked after so many rounds, some milliseconds. */
    private static final int ROUNDS_BETWEEN_LOOKS = 512;

    /** A visit that must not be. */
    private static final double FORBIDDEN = 5000;

    private final Compiled problem;
    private final Temper temper;
    private final BestPattern patterns;
    private final Chance random;
    private final Draft present;
    private final Draft trial;
    private final Draft best;
    private final double[] bias;
    private final List<Integer> wanting = new ArrayList<>();
    private final double[] urgency;
    private final BooleanSupplier halted;
    private double perSlot;

    private RotationSearch(Compiled problem, int seed, BooleanSupplier halted) {
        this.problem = problem;
        this.halted = halted;
        this.temper = seed % 2 == 0 ? SOON : LATE;
        this.patterns = new BestPattern(problem);
        this.random = new Chance(20_310_203L + seed);
        this.present = new Draft(problem, patterns);
        this.trial = new Draft(problem, patterns);
        this.best = new Draft(problem, patterns);
        this.bias = new double[problem.slots];
        this.urgency = new double[problem.sets.count()];
        for (int circuit = 0; circuit < problem.sets.count(); circuit++) {
            if (problem.hasNeed(circuit) && (problem.never >> circuit & 1) == 0) {
                wanting.add(circuit);
                urgency[circuit] = problem.demands.get(circuit).stream()
                        .mapToDouble(Demand::weight)
                        .max()
                        .orElse(0);
            }
        }
    }

    /** The best on-sets that this much effort finds. */
    static long[] best(
            Compiled problem,
            Effort effort,
            @Nullable List<Set<String>> inForce,
            Beside beside,
            BooleanSupplier halted) {
        long[] start = inForce == null ? null : bits(problem, inForce);
        if (effort == Effort.INSTANT) {
            return new RotationSearch(problem, 0, halted).search(effort.work(), start);
        }
        List<Supplier<long[]>> searches = new ArrayList<>();
        for (int seed = 0; seed < SIDE_BY_SIDE; seed++) {
            RotationSearch search = new RotationSearch(problem, seed, halted);
            searches.add(() -> search.search(effort.work(), start));
        }
        return beside.all(searches).stream()
                .min(Comparator.comparingDouble(found -> score(problem, found)))
                .orElseThrow();
    }

    private static double score(Compiled problem, long[] sets) {
        Draft draft = new Draft(problem, new BestPattern(problem));
        draft.take(sets);
        return draft.score();
    }

    /** On-sets by slot as sets of bits. */
    static long[] bits(Compiled problem, List<Set<String>> on) {
        long[] bits = new long[Math.min(on.size(), problem.slots)];
        for (int slot = 0; slot < bits.length; slot++) {
            for (int circuit = 0; circuit < problem.sets.count(); circuit++) {
                bits[slot] |= on.get(slot).contains(problem.sets.id(circuit)) ? 1L << circuit : 0;
            }
        }
        return bits;
    }

    private long[] search(long work, long @Nullable [] start) {
        if (start != null) {
            present.take(start);
        } else {
            putIn(present, wanting);
        }
        best.copyFrom(present);
        double presentScore = present.score();
        double bestScore = presentScore;
        long done = 0;
        int rounds = 0;
        while (done < work && !wanting.isEmpty()) {
            if (++rounds % ROUNDS_BETWEEN_LOOKS == 0 && halted.getAsBoolean()) {
                throw new CancellationException();
            }
            double heat = start == null
                    ? temper.hottest * Math.pow(temper.coldest / temper.hottest, (double) done / work)
                    : temper.coldest;
            long before = patterns.work();
            trial.copyFrom(present);
            boolean small = random.nextInt(temper.smallChanges) > 0;
            if (small) {
                changeALittle();
            } else {
                ruinAndRecreate();
            }
            double score = trial.score();
            if (score < presentScore - heat * Math.log(random.nextDouble())) {
                present.copyFrom(trial);
                presentScore = score;
                if (score < bestScore - 1e-9) {
                    best.copyFrom(trial);
                    bestScore = score;
                }
            }
            int beside = small ? WORK_OF_A_SMALL_CHANGE : WORK_OF_A_RUIN;
            done += beside + WORK_OF_A_SLOT * problem.slots + patterns.work() - before;
        }
        NothingForNothing.trim(problem, best);
        GoodTime.find(problem, best);
        NothingForNothing.trim(problem, best);
        return best.sets.clone();
    }

    /** A visit moves a little, or one circuit changes places with another between two visits. */
    private void changeALittle() {
        int visit = someVisit();
        if (visit >= 0 && random.nextInt(2) == 0) {
            int to = visit + random.nextInt(1, 5) * (random.nextBoolean() ? 1 : -1);
            trial.shift(visit, Math.max(0, Math.min(problem.slots, to)));
            return;
        }
        int from = random.nextInt(8) == 0 || visit < 0 ? random.nextInt(problem.slots) : visit;
        int to = from + 1;
        int more = random.nextInt(3);
        while (to < problem.slots && (trial.sets[to] == trial.sets[to - 1] || more-- > 0)) {
            to++;
        }
        if (random.nextInt(6) == 0) {
            to = from + 1 + random.nextInt(to - from);
        }
        int circuit = wanting.get(random.nextInt(wanting.size()));
        int other = wanting.get(random.nextInt(wanting.size()));
        trial.switchOver(circuit, other, from, to);
    }

    private void ruinAndRecreate() {
        Arrays.fill(bias, 0);
        perSlot = PER_SLOT[random.nextInt(PER_SLOT.length)];
        List<Integer> out = new ArrayList<>();
        int kind = random.nextInt(10);
        if (kind < 3) {
            dropVisit(out);
        } else if (kind < 5) {
            offerVisit(out);
        }
        if (kind >= 5 && kind < 9) {
            forceIn();
            return;
        }
        if (out.isEmpty()) {
            addSome(out, 1 + random.nextInt(4));
        }
        for (int circuit : out) {
            trial.remove(circuit);
        }
        putIn(trial, out);
    }

    /** One circuit takes what it wants, and those that are in its way look for something else. */
    private void forceIn() {
        int circuit = random.nextInt(4) == 0 ? wanting.get(random.nextInt(wanting.size())) : lacking();
        if (random.nextInt(3) == 0) {
            int slot = random.nextInt(problem.slots);
            bias[slot] = -problem.visit(slot, 2);
        }
        trial.remove(circuit);
        double perClash = PER_CLASH[random.nextInt(PER_CLASH.length)];
        long gone = trial.force(circuit, bias, perSlot, perClash, shuffled());
        List<Integer> out = new ArrayList<>();
        for (int other : wanting) {
            if ((gone >> other & 1) == 1) {
                out.add(other);
            }
        }
        if (!out.isEmpty()) {
            putIn(trial, out);
        }
    }

    private List<Integer> shuffled() {
        List<Integer> all = new ArrayList<>(wanting);
        for (int i = all.size() - 1; i > 0; i--) {
            java.util.Collections.swap(all, i, random.nextInt(i + 1));
        }
        return all;
    }

    /** One that lacks something, else any. */
    private int lacking() {
        int lacking = wanting.get(random.nextInt(wanting.size()));
        int seen = 0;
        for (int circuit : wanting) {
            if (trial.lost(circuit) > 0) {
                seen++;
                lacking = random.nextInt(seen) == 0 ? circuit : lacking;
            }
        }
        return lacking;
    }

    /** Everything that changes at one visit has to find another. Sometimes a boundary near it is offered instead. */
    private void dropVisit(List<Integer> out) {
        int visit = someVisit();
        if (visit < 0) {
            return;
        }
        bias[visit] = FORBIDDEN;
        long changes = trial.sets[visit] ^ problem.before(trial.sets, visit);
        for (int circuit : wanting) {
            if ((changes >> circuit & 1) == 1) {
                out.add(circuit);
            }
        }
        if (random.nextInt(2) == 0) {
            int near = visit + random.nextInt(-8, 9);
            if (near >= 0 && near < problem.slots && near != visit) {
                bias[near] = -problem.visit(near, 2);
            }
        }
        addSome(out, random.nextInt(3));
    }

    private int someVisit() {
        int found = -1;
        int seen = 0;
        for (int slot = 0; slot < problem.slots; slot++) {
            if (!problem.free[slot] && trial.sets[slot] != problem.before(trial.sets, slot)) {
                seen++;
                found = random.nextInt(seen) == 0 ? slot : found;
            }
        }
        return found;
    }

    /** A new visit, or two, for some circuits for nothing. */
    private void offerVisit(List<Integer> out) {
        for (int i = 0; i <= random.nextInt(2); i++) {
            int slot = random.nextInt(problem.slots);
            bias[slot] = -problem.visit(slot, 2);
        }
        addSome(out, 2 + random.nextInt(4));
    }

    private void addSome(List<Integer> out, int more) {
        for (int i = 0; i < more; i++) {
            Integer circuit = wanting.get(random.nextInt(wanting.size()));
            if (!out.contains(circuit)) {
                out.add(circuit);
            }
        }
    }

    /** Puts circuits in one after the other: the weightier first, or any, or the one that was thought of first. */
    private void putIn(Draft draft, List<Integer> circuits) {
        int manner = random.nextInt(3);
        double byUrgency = manner == 1 ? 0 : 1;
        double[] turn = new double[urgency.length];
        for (int circuit : circuits) {
            turn[circuit] = byUrgency * Math.log(urgency[circuit] + 1) + 3 * random.nextDouble();
        }
        if (manner == 2) {
            turn[circuits.get(0)] = Double.MAX_VALUE;
        }
        List<Integer> ordered = new ArrayList<>(circuits);
        ordered.sort(Comparator.comparingDouble((Integer circuit) -> -turn[circuit]));
        for (int circuit : ordered) {
            draft.insert(circuit, bias, perSlot);
        }
    }
}
