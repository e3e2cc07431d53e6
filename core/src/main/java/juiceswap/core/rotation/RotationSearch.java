package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * The search for a rotation. Two searches go on side by side ({@link Annealing}): which walks there are decides a plan, and which
 * of two good arrangements of them a search ends in is chance, so both begin several times, as often as their work allows. The
 * best of all that they found, with hours of the others ({@link Recombining}), is where both go on from, a few times over.
 *
 * <p>What was tried and what it brought stands in docs/rotation.md.
 */
final class RotationSearch {
    /** Searches that go on side by side, each from its own seed. */
    private static final int SIDE_BY_SIDE = 2;

    /** As much of the work may go into beginnings. */
    private static final double SHARE_OF_BEGINNINGS = 0.7;

    /** So often it goes on, each time from the best with hours of all that was found before. */
    private static final int GOES = 3;

    /** Each time that plans are made one of takes such a part of all work at most. */
    private static final int SHARE_OF_RECOMBINING = 25;

    /** What people have been told stays for anything that is worth no more than a walk. */
    private static final double WORTH_CHANGING = Compiled.DAY_VISIT;

    /** Slots times circuits of a household of usual size, which gets the work that an effort says. */
    private static final double USUAL_SIZE = 500;

    /** Small ones get less and large ones more, by the root of their size, within these bounds. */
    private static final double LEAST_OF_WORK = 0.6;

    private static final double MOST_OF_WORK = 2;

    private final Compiled problem;
    private final Beside beside;
    private final long work;
    private final List<Annealing> searches = new ArrayList<>();

    private RotationSearch(Compiled problem, Effort effort, Beside beside, Watch watch) {
        this.problem = problem;
        this.beside = beside;
        this.work = work(problem, effort);
        double[] shares = new double[SIDE_BY_SIDE];
        for (int seed = 0; seed < SIDE_BY_SIDE; seed++) {
            int number = seed;
            searches.add(new Annealing(problem, seed, work, share -> {
                synchronized (shares) {
                    shares[number] = share;
                    return watch.goOn(Arrays.stream(shares).sum() / SIDE_BY_SIDE);
                }
            }));
        }
    }

    private static long work(Compiled problem, Effort effort) {
        double size = (double) problem.slots * problem.wanting().size();
        double times = Math.max(LEAST_OF_WORK, Math.min(MOST_OF_WORK, Math.sqrt(size / USUAL_SIZE)));
        return (long) (times * effort.work());
    }

    /**
     * A plan that a search begins with.
     *
     * @param on by slot
     * @param told for so many slots people have been told what is on: that stays unless another plan is better by a walk
     */
    record Start(List<Set<String>> on, int told) {
        /** One of which nobody has been told. */
        static @Nullable Start untold(@Nullable List<Set<String>> on) {
            return on == null ? null : new Start(on, 0);
        }
    }

    /** The best on-sets that this much effort finds. */
    static long[] best(Compiled problem, Effort effort, @Nullable Start from, Beside beside, Watch watch) {
        if (effort == Effort.INSTANT) {
            Annealing search = new Annealing(problem, 0, effort.work(), watch);
            long[] found = from == null ? search.atOnce() : search.from(bits(problem, from.on));
            return asTold(problem, from, finished(problem, found));
        }
        RotationSearch search = new RotationSearch(problem, effort, beside, watch);
        return asTold(problem, from, from == null ? search.anew() : search.from(bits(problem, from.on)));
    }

    /** From a plan in force little is changed. */
    private long[] from(long[] start) {
        return finished(problem, oneOf(all(search -> List.of(search.from(start)))));
    }

    private long[] anew() {
        List<long[]> found = all(search -> search.beginnings(SHARE_OF_BEGINNINGS));
        for (int left = GOES; left > 0; left--) {
            int parts = left;
            long[] best = oneOf(found);
            List<long[]> more = all(search -> List.of(search.goOn(best, parts)));
            found = new ArrayList<>(found);
            found.addAll(more);
        }
        return finished(problem, oneOf(found));
    }

    private List<long[]> all(Function<Annealing, List<long[]>> plans) {
        List<Supplier<List<long[]>>> works = new ArrayList<>();
        searches.forEach(search -> works.add(() -> plans.apply(search)));
        return beside.all(works).stream().flatMap(List::stream).toList();
    }

    /** The best of these plans, with hours of the others. */
    private long[] oneOf(List<long[]> found) {
        return Recombining.best(problem, new Draft(problem), found, work / SHARE_OF_RECOMBINING);
    }

    /** A plan without what is on for nothing, its walks at good times. */
    private static long[] finished(Compiled problem, long[] plan) {
        Draft draft = new Draft(problem);
        draft.take(plan);
        NothingForNothing.trim(problem, draft);
        GoodTime.find(problem, draft);
        NothingForNothing.trim(problem, draft);
        return draft.sets.clone();
    }

    /** What was told, and after it what was found; or what was found, where that is better by a walk and more. */
    private static long[] asTold(Compiled problem, @Nullable Start from, long[] found) {
        if (from == null || from.told == 0) {
            return found;
        }
        Draft draft = new Draft(problem);
        draft.take(bits(problem, from.on));
        long[] before = draft.sets.clone();
        draft.take(found);
        double score = draft.score();
        draft.paste(before, 0, from.told);
        draft.judge();
        draft.keep();
        NothingForNothing.trim(problem, draft);
        return draft.score() <= score + WORTH_CHANGING ? draft.sets.clone() : found;
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
}
