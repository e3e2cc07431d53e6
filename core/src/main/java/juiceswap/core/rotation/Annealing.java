package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.concurrent.CancellationException;

/**
 * One search for a rotation: a plan is torn up in part and put together again, over and over, and the better ones are kept (ruin
 * and recreate, accepted as in simulated annealing). There are two ways of putting together. What is torn up in some hours
 * goes in circuit by circuit, each exactly where it is best while the rest stays ({@link BestPattern}); or what is on between
 * two walks is chosen all at once ({@link BestSet}), and then what is on before that, or after, or everything between two walks
 * that are farther apart. Between that many small changes are tried, which cost little ({@link Draft}).
 */
final class Annealing {
    /** What a round takes beside the patterns and what is judged, in the same elementary steps. */
    private static final int WORK_OF_A_RUIN = 300;

    private static final int WORK_OF_A_SMALL_CHANGE = 40;

    /** What one beginning takes, by slot and circuit; more than so many are of no use. */
    private static final long WORK_OF_A_BEGINNING = 5_000;

    private static final int MOST_BEGINNINGS = 24;

    /** Every other beginning is so much hotter. */
    private static final double HOTTER = 8;

    /** How much cooler than a beginning what goes on from the best of them is. */
    private static final double GOING_ON = 0.5;

    /**
     * How a search goes about it. The two that go on side by side differ.
     *
     * @param smallChanges so many small changes, less one, are tried for each time that a part is torn up
     * @param hottest in points of the score: how much worse a plan may be taken in the beginning
     * @param coldest the same in the end
     */
    private record Temper(int smallChanges, double hottest, double coldest) {}

    private static final Temper SOON = new Temper(8, 15, 1.5);
    private static final Temper LATE = new Temper(6, 12, 1);

    /** What a circuit is made to pay for a slot, so that it leaves room for others. */
    private static final double[] PER_SLOT = {0, 0, 0.02, 0.2};

    /** Whether anybody still waits is asked after so many rounds, some milliseconds. */
    private static final int ROUNDS_BETWEEN_LOOKS = 512;

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

    /** Of a hundred times that something is torn up: so often what is on between two walks is chosen anew. */
    private static final int OFTEN_SETS = 48;

    /** So often everything is turned off from one walk to a later one, and what is on between them chosen anew. */
    private static final int OFTEN_STRETCHES = 20;

    /** From walk to walk, so many stretches at most. */
    private static final int MOST_STRETCHES = 5;

    /** So often, of a hundred, what is on before that, or after, is chosen too; and so on. */
    private static final int OFTEN_THE_NEXT = 65;

    /** So many times as much as a plan may be worse luck makes a circuit better or worse at most, when a set is chosen. */
    private static final double LUCK = 5;

    private final Compiled problem;
    private final Temper temper;
    private final Chance random;
    private final Draft draft;
    private final List<Integer> wanting;
    private final double[] urgency;
    private final Watch watch;
    private final int farthest;

    /** By boundary: what the present change adds to the cost of switching there, and whether it offers to switch there. */
    private final double[] bias;

    private final boolean[] offered;
    private double perSlot;

    /** How much worse a plan may be taken now, in points of the score. */
    private double heat;

    /** The visits of what is kept. */
    private int[] visits = {};

    /** The best that was found since a beginning, and what it costs. */
    private final long[] best;

    private double bestScore;

    /** Elementary steps in all, and those that were taken. */
    private final long workInAll;

    private long workBefore;

    /** @param work elementary steps that it may take in all */
    Annealing(Compiled problem, int seed, long work, Watch watch) {
        this.problem = problem;
        this.workInAll = work;
        this.watch = watch;
        this.temper = seed % 2 == 0 ? SOON : LATE;
        this.random = new Chance(20_310_203L + seed);
        this.draft = new Draft(problem);
        this.bias = new double[problem.slots];
        this.offered = new boolean[problem.slots];
        this.best = new long[problem.slots];
        this.farthest = Math.max(FARTHEST_SLOTS, FARTHEST_MINUTES / problem.horizon.slotMinutes());
        this.wanting = problem.wanting();
        this.urgency = new double[problem.sets.count()];
        for (int circuit : wanting) {
            urgency[circuit] = problem.demands.get(circuit).stream()
                    .mapToDouble(Demand::weight)
                    .max()
                    .orElse(0);
        }
    }

    /** What it finds from one beginning, with all its work. */
    long[] atOnce() {
        begin();
        anneal(workInAll, temper.hottest);
        return best.clone();
    }

    /** What it finds from a plan of which little is to be changed, with all its work. */
    long[] from(long[] start) {
        draft.take(start);
        anneal(workInAll, temper.coldest);
        return best.clone();
    }

    /** What it finds from several beginnings, with that share of its work, or less. */
    List<long[]> beginnings(double share) {
        long most = (long) (share * workInAll);
        long each = Math.max(1, WORK_OF_A_BEGINNING * problem.slots * wanting.size());
        int beginnings = (int) Math.max(1, Math.min(MOST_BEGINNINGS, most / each));
        List<long[]> found = new ArrayList<>();
        for (int i = 0; i < beginnings; i++) {
            begin();
            // one that is hot gets over what a cool one is caught in, and a cool one looks closer
            anneal(Math.min(each, most / beginnings), i % 2 == 0 ? temper.hottest : HOTTER * temper.hottest);
            found.add(best.clone());
        }
        return found;
    }

    /** What it finds from a good plan, with one of so many parts of the work that is left. */
    long[] goOn(long[] start, int parts) {
        draft.take(start);
        anneal((workInAll - workBefore) / parts, temper.hottest * GOING_ON);
        return best.clone();
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
            heat = hottest * Math.pow(temper.coldest / hottest, (double) done / work);
            boolean small = random.nextInt(temper.smallChanges) > 0;
            if (small) {
                changeALittle();
            } else {
                ruinAndRecreate();
            }
            if (draft.changed()) {
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
        int number = visits.length == 0 ? -1 : random.nextInt(visits.length);
        int visit = number < 0 ? -1 : visits[number];
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
            return number == 0 ? 0 : visits[number - 1];
        }
        return number + 1 == visits.length ? problem.slots : visits[number + 1];
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
        int manner = random.nextInt(100);
        if (manner < OFTEN_SETS) {
            setsAnew();
            return;
        }
        if (manner < OFTEN_SETS + OFTEN_STRETCHES) {
            stretchesAnew();
            return;
        }
        Arrays.fill(bias, 0);
        Arrays.fill(offered, false);
        for (int i = 0; i < OFFERS; i++) {
            offered[random.nextInt(problem.slots)] = true;
        }
        perSlot = PER_SLOT[random.nextInt(PER_SLOT.length)];
        int kind = random.nextInt(5);
        if (kind == 0) {
            hoursWithoutAVisit();
        } else if (kind == 1) {
            hours(MOST_MINUTES_ABOUT_A_VISIT, true);
        } else {
            hours(MOST_MINUTES, random.nextBoolean());
        }
    }

    /** What is on from one walk to the next, or to the one after that, is chosen anew, and perhaps what is on next to it. */
    private void setsAnew() {
        int first = visits.length == 0 || random.nextInt(4) == 0 ? random.nextInt(problem.slots) : someVisit();
        int end = draft.changesNext(first);
        if (end < problem.slots && random.nextInt(3) == 0) {
            end = draft.changesNext(end);
        }
        if (end - first > 2 && random.nextInt(4) == 0) {
            end = first + 1 + random.nextInt(end - first - 1);
        }
        double luck = luck();
        setAnew(first, end, luck);
        boolean room = true;
        while (room && random.nextInt(100) < OFTEN_THE_NEXT) {
            boolean forward = random.nextBoolean();
            room = forward ? end < problem.slots : first > 0;
            if (room && forward) {
                int from = end;
                end = draft.changesNext(from);
                setAnew(from, end, luck);
            } else if (room) {
                int to = first;
                first = changesLast(to - 1);
                setAnew(first, to, luck);
            }
        }
    }

    /**
     * Everything is turned off from one walk to a later one, and what is on between them chosen anew, in any order; then once
     * more, now that it is known what is on next to it. What is full may change places that way.
     */
    private void stretchesAnew() {
        int first = visits.length == 0 || random.nextInt(4) == 0 ? 0 : someVisit();
        List<Integer> walks = new ArrayList<>(List.of(first));
        int most = 2 + random.nextInt(MOST_STRETCHES - 1);
        int end = first;
        while (walks.size() <= most && end < problem.slots) {
            end = draft.changesNext(end);
            walks.add(end);
        }
        draft.clear(first, end);
        List<Integer> order = new ArrayList<>();
        for (int stretch = 0; stretch + 1 < walks.size(); stretch++) {
            order.add(random.nextInt(stretch + 1), stretch);
        }
        double luck = luck();
        for (int stretch : order) {
            setAnew(walks.get(stretch), walks.get(stretch + 1), luck);
        }
        for (int stretch = 0; stretch + 1 < walks.size(); stretch++) {
            setAnew(walks.get(stretch), walks.get(stretch + 1), 0);
        }
    }

    private double luck() {
        return random.nextInt(3) == 0 ? 0 : LUCK * heat;
    }

    /** The last boundary, up to that slot, at which anything changes. */
    private int changesLast(int slot) {
        int last = slot;
        while (last > 0 && draft.sets[last] == draft.sets[last - 1]) {
            last--;
        }
        return last;
    }

    private void setAnew(int first, int end, double luck) {
        draft.refill(first, end, () -> {
            double better = luck * random.nextDouble();
            double worse = luck * random.nextDouble();
            return better - worse;
        });
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

    private int someVisit() {
        return visits.length == 0 ? -1 : visits[random.nextInt(visits.length)];
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
