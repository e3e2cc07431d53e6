package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * The search for a rotation: a plan is torn up in part and put together again, over and over, and the better ones are kept
 * (ruin and recreate, accepted as in simulated annealing). What is put in goes in exactly where it is best while the rest
 * stays ({@link BestPattern}). Most often some hours of the plan are torn up, with everything that is on in them, and between
 * that many small changes are tried, which cost little ({@link Draft}). Which walks there are decides a plan, and which of two
 * good arrangements of them a search ends in is chance: so it begins several times, as often as its work allows, and goes on
 * from the best of these.
 *
 * <p>What was tried and what it brought stands in docs/rotation.md.
 */
final class RotationSearch {
    /** Searches that run side by side, each from its own seed. */
    private static final int SIDE_BY_SIDE = 2;

    /** What a round takes beside the patterns and what is judged, in the same elementary steps. */
    private static final int WORK_OF_A_RUIN = 300;

    private static final int WORK_OF_A_SMALL_CHANGE = 40;

    /** What one beginning takes, by slot and circuit; as much of the work may go into beginnings; more are of no use. */
    private static final long WORK_OF_A_BEGINNING = 5_000;

    private static final double SHARE_OF_BEGINNINGS = 0.7;
    private static final int MOST_BEGINNINGS = 24;

    /** Every other beginning is so much hotter. */
    private static final double HOTTER = 8;

    /** How much cooler than a beginning what goes on from the best of them is. */
    private static final double GOING_ON = 0.5;

    /**
     * How a search goes about it. The two that run side by side differ.
     *
     * @param smallChanges so many small changes, less one, are tried for each time that a part is torn up
     * @param hottest in points of the score: how much worse a plan may be taken in the beginning
     * @param coldest the same in the end
     */
    private record Temper(int smallChanges, double hottest, double coldest) {}

    private static final Temper SOON = new Temper(25, 15, 1.5);
    private static final Temper LATE = new Temper(12, 12, 1);

    /** What a circuit is made to pay for a slot, so that it leaves room for others; and for one in which others give way. */
    private static final double[] PER_SLOT = {0, 0, 0.02, 0.2};

    private static final double[] PER_CLASH = {0.1, 1, 5};

    /** Whether anybody still waits is asked after so many rounds, some milliseconds. */
    private static final int ROUNDS_BETWEEN_LOOKS = 512;

    /** In every third beginning walks at night cost so much more: two arrangements that differ by one are worlds apart. */
    private static final double DEAR_NIGHTS = 2;

    /** Each time that plans are made one of takes such a part of all work at most. */
    private static final int SHARE_OF_RECOMBINING = 25;

    /** So often it goes on, each time from the best with hours of all that was found before. */
    private static final int GOES = 3;

    /** What people have been told stays for anything that is worth no more than a walk. */
    private static final double WORTH_CHANGING = Compiled.DAY_VISIT;

    /** A visit that must not be. */
    private static final double FORBIDDEN = 5000;

    /** Where circuits may be switched for once, beside the visits that there are: more would only take longer. */
    private static final int OFFERS = 4;

    /** Minutes of a plan that are torn up at once: at least, and at most, when it is about a visit and when not. */
    private static final int LEAST_MINUTES = 60;

    private static final int MOST_MINUTES = 180;
    private static final int MOST_MINUTES_ABOUT_A_VISIT = 540;

    /** A visit is shifted so many minutes at most, or so many slots where they are long. */
    private static final int FARTHEST_MINUTES = 75;

    private static final int FARTHEST_SLOTS = 4;

    /** As it was asked; in some beginnings with dearer nights. */
    private Compiled problem;

    private final Temper temper;
    private final Chance random;
    private Draft draft;
    private final List<Integer> wanting = new ArrayList<>();
    private final double[] urgency;
    private final Watch watch;
    private final int farthest;

    /** By boundary: what the present change adds to the cost of switching there, and whether it offers to switch there. */
    private final double[] bias;

    private final boolean[] offered;
    private double perSlot;

    /** The visits of what is kept. */
    private List<Integer> visits = List.of();

    /** The best that was found since a beginning, and what it costs. */
    private final long[] best;

    private double bestScore;

    /** Elementary steps in all, and those of what was annealed before. */
    private long workInAll = 1;

    private long workBefore;

    private RotationSearch(Compiled problem, int seed, Watch watch) {
        this.problem = problem;
        this.watch = watch;
        this.temper = seed % 2 == 0 ? SOON : LATE;
        this.random = new Chance(20_310_203L + seed);
        this.draft = new Draft(problem, new BestPattern(problem));
        this.bias = new double[problem.slots];
        this.offered = new boolean[problem.slots];
        this.best = new long[problem.slots];
        this.farthest = Math.max(FARTHEST_SLOTS, FARTHEST_MINUTES / problem.horizon.slotMinutes());
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
        long[] start = from == null ? null : bits(problem, from.on);
        long[] found = best(problem, effort, start, beside, watch);
        return from == null || start == null || from.told == 0
                ? found
                : new RotationSearch(problem, 0, Watch.PATIENT).asTold(start, from.told, found);
    }

    private static long[] best(Compiled problem, Effort effort, long @Nullable [] start, Beside beside, Watch watch) {
        if (effort == Effort.INSTANT) {
            return new RotationSearch(problem, 0, watch).search(effort.work(), start);
        }
        double[] shares = new double[SIDE_BY_SIDE];
        List<Supplier<long[]>> searches = new ArrayList<>();
        for (int seed = 0; seed < SIDE_BY_SIDE; seed++) {
            int number = seed;
            RotationSearch search = new RotationSearch(problem, seed, share -> {
                synchronized (shares) {
                    shares[number] = share;
                    return watch.goOn(Arrays.stream(shares).sum() / SIDE_BY_SIDE);
                }
            });
            searches.add(() -> search.search(effort.work(), start));
        }
        return new RotationSearch(problem, 0, Watch.PATIENT).together(beside.all(searches), effort.work());
    }

    /** What was told, and after it what was found; or what was found, where that is better by a walk and more. */
    private long[] asTold(long[] start, int told, long[] found) {
        draft.take(start);
        long[] before = draft.sets.clone();
        draft.take(found);
        double score = draft.score();
        draft.paste(before, 0, told);
        draft.judge();
        draft.keep();
        NothingForNothing.trim(problem, draft);
        return draft.score() <= score + WORTH_CHANGING ? draft.sets.clone() : found;
    }

    /** The best of what some searches have found, with hours of one another. */
    private long[] together(List<long[]> found, long work) {
        return finished(Recombining.best(problem, draft, found, work / SHARE_OF_RECOMBINING));
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

    /** From a plan in force little is changed; without one several beginnings are made. */
    private long[] search(long work, long @Nullable [] start) {
        workInAll = work;
        if (start != null) {
            draft.take(start);
            anneal(work, temper.coldest);
            return finished(best);
        }
        long each = Math.max(1, WORK_OF_A_BEGINNING * problem.slots * wanting.size());
        int beginnings = (int) Math.max(1, Math.min(MOST_BEGINNINGS, SHARE_OF_BEGINNINGS * work / each));
        if (beginnings == 1) {
            begin();
            anneal(work, temper.hottest);
            return finished(best);
        }
        List<long[]> found = new ArrayList<>();
        Compiled asked = problem;
        Draft usual = draft;
        Compiled dear = new Compiled(asked.rotation, DEAR_NIGHTS);
        Draft dearDraft = new Draft(dear, new BestPattern(dear));
        for (int i = 0; i < beginnings; i++) {
            boolean fewerNights = i % 3 == 2 && asked.nights.length > 0;
            problem = fewerNights ? dear : asked;
            draft = fewerNights ? dearDraft : usual;
            begin();
            // one that is hot gets over what a cool one is caught in, and a cool one looks closer
            anneal(each, i % 2 == 0 ? temper.hottest : HOTTER * temper.hottest);
            found.add(best.clone());
        }
        problem = asked;
        draft = usual;
        long left = work - beginnings * each;
        for (int i = 0; i < GOES; i++) {
            draft.take(Recombining.best(problem, draft, found, work / SHARE_OF_RECOMBINING));
            anneal(left / GOES, temper.hottest * GOING_ON);
            found.add(0, best.clone());
        }
        return finished(Recombining.best(problem, draft, found, work / SHARE_OF_RECOMBINING));
    }

    /** Puts everything in for the first time. */
    private void begin() {
        draft.take(new long[0]);
        Arrays.fill(bias, 0);
        Arrays.fill(offered, true);
        perSlot = 0;
        putIn(wanting, 0, problem.slots);
        draft.judge();
        draft.keep();
    }

    private long[] finished(long[] plan) {
        draft.take(plan);
        NothingForNothing.trim(problem, draft);
        GoodTime.find(problem, draft);
        NothingForNothing.trim(problem, draft);
        return draft.sets.clone();
    }

    /** Goes from plan to plan, better ones mostly, and keeps the best. */
    private void anneal(long work, double hottest) {
        double score = draft.score();
        remember(score);
        visits = draft.visits();
        long done = 0;
        int rounds = 0;
        while (done < work && !wanting.isEmpty()) {
            if (++rounds % ROUNDS_BETWEEN_LOOKS == 0 && !watch.goOn((double) (workBefore + done) / workInAll)) {
                throw new CancellationException();
            }
            long before = draft.work();
            boolean small = random.nextInt(temper.smallChanges) > 0;
            if (small) {
                changeALittle();
            } else {
                ruinAndRecreate();
            }
            if (draft.changed()) {
                double heat = hottest * Math.pow(temper.coldest / hottest, (double) done / work);
                if (draft.judge() < score - heat * Math.log(random.nextDouble())) {
                    draft.keep();
                    score = draft.score();
                    visits = draft.visits();
                    if (score < bestScore - 1e-9) {
                        remember(score);
                    }
                } else {
                    draft.takeBack();
                }
            }
            done += (small ? WORK_OF_A_SMALL_CHANGE : WORK_OF_A_RUIN) + draft.work() - before;
        }
        workBefore += done;
    }

    private void remember(double score) {
        System.arraycopy(draft.sets, 0, best, 0, best.length);
        bestScore = score;
    }

    // ---- small changes

    /** A visit moves, or one circuit changes places with another between two visits. */
    private void changeALittle() {
        int number = visits.isEmpty() ? -1 : random.nextInt(visits.size());
        int visit = number < 0 ? -1 : visits.get(number);
        int kind = random.nextInt(20);
        if (visit >= 0 && kind < 9) {
            int to = visit + random.nextInt(1, 2 + farthest) * (random.nextBoolean() ? 1 : -1);
            draft.shift(visit, Math.max(0, Math.min(problem.slots, to)));
        } else if (visit >= 0 && kind == 9) {
            draft.shift(visit, neighbour(number));
        } else {
            int from = random.nextInt(8) == 0 || visit < 0 ? random.nextInt(problem.slots) : visit;
            draft.switchOver(anyWanting(), anyWanting(), from, endOfChange(from));
        }
    }

    /** The visit before or after, or an end of the horizon: what changes at one changes at both then. */
    private int neighbour(int number) {
        if (random.nextBoolean()) {
            return number == 0 ? 0 : visits.get(number - 1);
        }
        return number + 1 == visits.size() ? problem.slots : visits.get(number + 1);
    }

    /** One of the next visits, sometimes somewhere before it. */
    private int endOfChange(int from) {
        int to = from + 1;
        int more = random.nextInt(3);
        while (to < problem.slots && (draft.sets[to] == draft.sets[to - 1] || more-- > 0)) {
            to++;
        }
        return random.nextInt(6) == 0 ? from + 1 + random.nextInt(to - from) : to;
    }

    private int anyWanting() {
        return wanting.get(random.nextInt(wanting.size()));
    }

    // ---- what tears up a part

    private void ruinAndRecreate() {
        Arrays.fill(bias, 0);
        Arrays.fill(offered, false);
        for (int i = 0; i < OFFERS; i++) {
            offered[random.nextInt(problem.slots)] = true;
        }
        perSlot = PER_SLOT[random.nextInt(PER_SLOT.length)];
        int kind = random.nextInt(100);
        if (kind < 18) {
            hoursWithoutAVisit();
        } else if (kind < 36) {
            hours(MOST_MINUTES_ABOUT_A_VISIT, true);
        } else if (kind < 90) {
            hours(MOST_MINUTES, random.nextBoolean());
        } else if (kind < 94) {
            forceIn();
        } else {
            List<Integer> out = new ArrayList<>();
            if (kind < 97) {
                dropVisit(out);
            } else {
                offerVisit(out);
            }
            if (out.isEmpty()) {
                addSome(out, 1 + random.nextInt(4));
            }
            for (int circuit : out) {
                draft.remove(circuit);
            }
            putIn(out, 0, problem.slots);
        }
    }

    /** Some hours are put together anew, mostly with the visits that they had, sometimes with one more for nothing. */
    private void hours(int mostMinutes, boolean oneMoreVisit) {
        int length = length(mostMinutes);
        int middle = random.nextInt(problem.slots);
        int from = Math.max(0, middle - length / 2);
        int to = Math.max(middle + 1, Math.min(problem.slots, from + length));
        if (mostly()) {
            keepVisits(from, to);
        }
        if (oneMoreVisit) {
            offer(from + random.nextInt(to - from));
        }
        rebuild(from, to);
    }

    /** The hours around a visit are put together anew without it; where it is at night, so is all of the night. */
    private void hoursWithoutAVisit() {
        int visit = someVisit();
        if (visit < 0) {
            hours(MOST_MINUTES_ABOUT_A_VISIT, true);
            return;
        }
        int length = length(MOST_MINUTES_ABOUT_A_VISIT);
        int from = Math.max(0, visit - random.nextInt(length));
        int to = Math.max(visit + 1, Math.min(problem.slots, from + length));
        if (problem.night[visit]) {
            while (from > 0 && problem.night[from]) {
                from--;
            }
            while (to < problem.slots && problem.night[to]) {
                to++;
            }
            from = Math.max(0, from - random.nextInt(length));
            to = Math.min(problem.slots, to + random.nextInt(length));
            for (int other : problem.nights) {
                bias[other] = FORBIDDEN;
            }
            keepVisits(from, to);
        } else if (mostly()) {
            keepVisits(from, to);
        }
        if (random.nextInt(4) == 0) {
            offer(from + random.nextInt(to - from));
        }
        bias[visit] = FORBIDDEN;
        rebuild(from, to);
    }

    /** In slots, not fewer than two. */
    private int length(int mostMinutes) {
        int minutes = LEAST_MINUTES + random.nextInt(mostMinutes - LEAST_MINUTES);
        return Math.max(2, minutes / problem.horizon.slotMinutes());
    }

    private boolean mostly() {
        return random.nextInt(20) < 17;
    }

    /** The visits that are there cost nothing: what is put in first would else pay for them alone. */
    private void keepVisits(int from, int to) {
        for (int visit : visits) {
            if (visit >= from && visit < to) {
                offer(visit);
            }
        }
    }

    /** A visit there costs nothing, for this time. */
    private void offer(int boundary) {
        bias[boundary] = -problem.visit(boundary, 2);
        offered[boundary] = true;
    }

    /** All circuits, or a good part of them, are taken out of these slots and put in again. */
    private void rebuild(int from, int to) {
        int spared = random.nextInt(3);
        List<Integer> out = new ArrayList<>();
        for (int circuit : wanting) {
            if (spared == 0 || random.nextInt(1 + spared) > 0) {
                out.add(circuit);
            }
        }
        for (int circuit : out) {
            draft.remove(circuit, from, to);
        }
        putIn(out, from, to);
    }

    /** One circuit takes what it wants, and those that are in its way look for something else. */
    private void forceIn() {
        int circuit = random.nextInt(4) == 0 ? anyWanting() : lacking();
        if (random.nextInt(3) == 0) {
            offer(random.nextInt(problem.slots));
        }
        draft.remove(circuit);
        double perClash = PER_CLASH[random.nextInt(PER_CLASH.length)];
        long gone = draft.force(circuit, bias, offered, perSlot, perClash, shuffled());
        List<Integer> out = new ArrayList<>();
        for (int other : wanting) {
            if ((gone >> other & 1) == 1) {
                out.add(other);
            }
        }
        putIn(out, 0, problem.slots);
    }

    private List<Integer> shuffled() {
        List<Integer> all = new ArrayList<>(wanting);
        for (int i = all.size() - 1; i > 0; i--) {
            Collections.swap(all, i, random.nextInt(i + 1));
        }
        return all;
    }

    /** One that lacks something, else any. */
    private int lacking() {
        int lacking = anyWanting();
        int seen = 0;
        for (int circuit : wanting) {
            if (draft.lost(circuit) > 0) {
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
        long changes = draft.sets[visit] ^ problem.before(draft.sets, visit);
        for (int circuit : wanting) {
            if ((changes >> circuit & 1) == 1) {
                out.add(circuit);
            }
        }
        if (random.nextInt(2) == 0) {
            int near = visit + random.nextInt(-2 * farthest, 2 * farthest + 1);
            if (near >= 0 && near < problem.slots && near != visit) {
                offer(near);
            }
        }
        addSome(out, random.nextInt(3));
    }

    private int someVisit() {
        return visits.isEmpty() ? -1 : visits.get(random.nextInt(visits.size()));
    }

    /** A new visit, or two, for some circuits for nothing. */
    private void offerVisit(List<Integer> out) {
        for (int i = 0; i <= random.nextInt(2); i++) {
            offer(random.nextInt(problem.slots));
        }
        addSome(out, 2 + random.nextInt(4));
    }

    private void addSome(List<Integer> out, int more) {
        for (int i = 0; i < more; i++) {
            Integer circuit = anyWanting();
            if (!out.contains(circuit)) {
                out.add(circuit);
            }
        }
    }

    /**
     * Puts circuits that are out of these slots in one after the other: the weightier first, or any, or the one that was
     * thought of first.
     */
    private void putIn(List<Integer> circuits, int from, int to) {
        if (circuits.isEmpty()) {
            return;
        }
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
            draft.insert(circuit, bias, offered, perSlot, from, to);
        }
    }
}
