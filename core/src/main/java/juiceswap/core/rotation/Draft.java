package juiceswap.core.rotation;

import java.util.Arrays;
import java.util.function.DoubleSupplier;
import org.jspecify.annotations.Nullable;

/**
 * A plan in the making: what is on in each slot, what that costs, and how to take a circuit out and put it back in. What is
 * changed is judged first ({@link #judge}) and then kept or taken back; a small change is judged by little more than what it
 * changes.
 */
final class Draft {
    private final Compiled problem;

    /** Made when it is first asked for: much has to be worked out for it. */
    private @Nullable BestPattern patterns;

    private final Allowed allowed;

    /** By slot. */
    final long[] sets;

    /** The same as it was kept last. */
    private final long[] kept;

    /** By slot: the next boundary at which anything changes in what is kept. */
    private final int[] until;

    /** By circuit: the courses of its needs, and what they lose. */
    private final Course[][] courses;

    private final double[] lost;
    private double lostInAll;
    private final Walks walks = new Walks();
    private final Walks walksThen = new Walks();

    /** The slots that may differ from what is kept: from, and up to. */
    private int from;

    private int to;

    private final boolean[] may;
    private final boolean[] must;
    private final boolean[] found;
    private final boolean[] seam;
    private final int[] visited;

    /** By circuit: what being on is worth in a stretch that is filled anew. */
    private final double[] worth;

    private final BestSet bestSets;
    private final double[] price;
    private long work;

    /** What was asked of {@link #needed} last, and the answer. */
    private long neededOf;

    private long needed;

    /** What visits and flips cost, by kind. */
    private final class Walks {
        private double days;
        private int nights;

        void takeFrom(Walks other) {
            days = other.days;
            nights = other.nights;
        }

        void add(long[] on, int boundary, int sign) {
            long flipped = on[boundary] ^ problem.before(on, boundary);
            days += sign * problem.flip[boundary] * Long.bitCount(flipped);
            if (flipped != 0 && !problem.free[boundary]) {
                boolean wakes = problem.night[boundary] && !problem.nobody[boundary];
                days += sign * (problem.tooNear(on, boundary) + (wakes ? 0 : problem.day(boundary)));
                nights += wakes ? sign : 0;
            }
        }

        double cost() {
            return days
                    + Compiled.FIRST_NIGHT_VISIT * nights
                    + Compiled.EACH_FURTHER_NIGHT_VISIT * nights * (nights - 1) / 2;
        }
    }

    Draft(Compiled problem) {
        this.problem = problem;
        int count = problem.sets.count();
        allowed = new Allowed(problem.sets);
        sets = problem.carried.clone();
        kept = new long[problem.slots];
        until = new int[problem.slots];
        lost = new double[count];
        courses = new Course[count][];
        for (int circuit = 0; circuit < count; circuit++) {
            courses[circuit] =
                    problem.demands.get(circuit).stream().map(Demand::course).toArray(Course[]::new);
        }
        may = new boolean[problem.slots];
        must = new boolean[problem.slots];
        found = new boolean[problem.slots];
        seam = new boolean[problem.slots];
        visited = new int[problem.slots];
        worth = new double[count];
        bestSets = new BestSet(problem, allowed);
        price = new double[problem.slots];
        keepAll();
    }

    /** What was kept last costs. */
    double score() {
        return lostInAll + walks.cost();
    }

    /** Elementary steps taken so far. */
    long work() {
        return work + bestSets.work() + (patterns == null ? 0 : patterns.work());
    }

    // ---- judging, keeping, taking back

    /** While the engine stands still nothing can be changed: what has power then is what a battery carries. */
    private void set(int slot, long set) {
        if (sets[slot] != set && !problem.still[slot]) {
            sets[slot] = set;
            from = Math.min(from, slot);
            to = Math.max(to, slot + 1);
        }
    }

    /** Whether anything differs from what is kept. */
    boolean changed() {
        return from < to;
    }

    /** What it would cost as it is now. */
    double judge() {
        if (!changed()) {
            return score();
        }
        double sum = lostInAll;
        for (long rest = touched(); rest != 0; rest &= rest - 1) {
            int circuit = Long.numberOfTrailingZeros(rest);
            sum += courseCost(circuit, from, to) - lost[circuit];
            work += 40 + to - from;
        }
        walksThen.takeFrom(walks);
        int last = Math.min(to + problem.apart, problem.slots - 1);
        for (int boundary = from; boundary <= last; boundary++) {
            walksThen.add(kept, boundary, -1);
            walksThen.add(sets, boundary, 1);
        }
        work += 40 + 4L * (to - from);
        return sum + walksThen.cost();
    }

    private long touched() {
        long touched = 0;
        for (int slot = from; slot < to; slot++) {
            touched |= sets[slot] ^ kept[slot];
        }
        return touched;
    }

    /** Keeps what was judged last. */
    void keep() {
        if (changed()) {
            for (long rest = touched(); rest != 0; rest &= rest - 1) {
                keep(Long.numberOfTrailingZeros(rest), from, to);
            }
            walks.takeFrom(walksThen);
            lookAhead(to);
            System.arraycopy(sets, from, kept, from, to - from);
            nothingChanged();
        }
    }

    private void keep(int circuit, int first, int end) {
        double now = 0;
        for (Course course : courses[circuit]) {
            now += course.keep(sets, first);
        }
        lostInAll += now - lost[circuit];
        lost[circuit] = now;
        if (patterns != null) {
            patterns.changed(circuit, first, end);
        }
    }

    private void keepAll() {
        lostInAll = 0;
        Arrays.fill(lost, 0);
        for (int circuit = 0; circuit < lost.length; circuit++) {
            keep(circuit, 0, sets.length);
        }
        walks.days = 0;
        walks.nights = 0;
        for (int boundary = 0; boundary < sets.length; boundary++) {
            walks.add(sets, boundary, 1);
        }
        lookAhead(sets.length);
        System.arraycopy(sets, 0, kept, 0, sets.length);
        nothingChanged();
    }

    /** Works out anew where anything changes next, for the slots before that one. */
    private void lookAhead(int before) {
        for (int slot = Math.min(before, sets.length - 1); slot >= 0; slot--) {
            boolean last = slot + 1 == sets.length;
            until[slot] = last || sets[slot + 1] != sets[slot] ? slot + 1 : until[slot + 1];
        }
    }

    /** Takes back what was not kept. */
    void takeBack() {
        if (changed()) {
            System.arraycopy(kept, from, sets, from, to - from);
            nothingChanged();
        }
    }

    private void nothingChanged() {
        from = sets.length;
        to = 0;
    }

    /** Takes on-sets over, as far as they are allowed, and keeps them. */
    void take(long[] others) {
        for (int slot = 0; slot < sets.length; slot++) {
            long set = slot < others.length ? needed(others[slot] & ~problem.never) : 0;
            boolean allowedThen = (set & problem.never) == 0 && allowed.may(set);
            sets[slot] = problem.still[slot] ? problem.carried[slot] : allowedThen ? set : 0;
        }
        keepAll();
    }

    // ---- changes

    /** Takes over some hours of another plan of the same question. */
    void paste(long[] other, int first, int end) {
        for (int slot = first; slot < end; slot++) {
            set(slot, other[slot]);
        }
    }

    /** Turns everything off in these slots. */
    void clear(int first, int end) {
        for (int slot = first; slot < end; slot++) {
            set(slot, 0);
        }
    }

    /** Takes a circuit out of all slots in which nothing that stays on needs it. */
    void remove(int circuit) {
        remove(circuit, 0, sets.length);
    }

    /** Takes a circuit out of those of these slots in which nothing that stays on needs it. */
    void remove(int circuit, int first, int end) {
        long bit = 1L << circuit;
        long dependants = problem.sets.dependants(circuit);
        for (int slot = first; slot < end; slot++) {
            if ((sets[slot] & bit) != 0 && (sets[slot] & dependants) == 0) {
                set(slot, needed(sets[slot] & ~bit));
            }
        }
    }

    /** A set without helpers that nothing needs, and with all that is needed. */
    private long needed(long set) {
        if (!problem.sets.anyNeedsAnother()) {
            return set & ~problem.helpers;
        }
        if (set != neededOf) {
            neededOf = set;
            needed = withNeeded(set);
        }
        return needed;
    }

    private long withNeeded(long set) {
        long all = set & ~problem.helpers;
        for (long rest = all; rest != 0; rest &= rest - 1) {
            all |= problem.sets.withNeeded(Long.numberOfTrailingZeros(rest));
        }
        return all;
    }

    /**
     * Puts a circuit that was taken out of these slots into those of them in which it is worth most, everything else as it is.
     *
     * @param bias by boundary: what the search adds to the cost of changing anything there, for this time
     * @param offered by boundary: it may be switched there, beside where something is switched anyhow
     * @param perSlot what the search lets each slot cost, so that a circuit does not take what it hardly needs
     */
    void insert(int circuit, double[] bias, boolean[] offered, double perSlot, int first, int end) {
        if (problem.wants(circuit)) {
            look(circuit, perSlot, first, end);
            find(circuit, bias, offered, first, end);
            long with = problem.sets.withNeeded(circuit);
            for (int slot = first; slot < end; slot++) {
                if (found[slot]) {
                    set(slot, sets[slot] | with);
                }
            }
        }
    }

    private void find(int circuit, double[] bias, boolean[] offered, int first, int end) {
        for (int slot = first; slot < end; slot++) {
            seam[slot] = offered[slot] || slot > 0 && sets[slot] != sets[slot - 1];
        }
        long bit = 1L << circuit;
        int breakers = 1 + Long.bitCount(problem.sets.withNeeded(circuit) & problem.helpers);
        int nights = nightsWithout(bit, first, end);
        if (patterns == null) {
            patterns = new BestPattern(problem);
        }
        patterns.find(
                circuit,
                sets,
                first,
                end,
                may,
                must,
                price,
                seam,
                boundary -> switching(boundary, bit, nights, bias[boundary]) + breakers * problem.flip[boundary],
                found);
    }

    /** Where a circuit that is out may be on, or has to be on, and what a slot costs it. */
    private void look(int circuit, double perSlot, int first, int end) {
        long bit = 1L << circuit;
        long with = problem.sets.withNeeded(circuit);
        long dependants = problem.sets.dependants(circuit);
        for (int slot = first; slot < end; slot++) {
            boolean asBefore = slot > first && sets[slot] == sets[slot - 1] && !problem.still[slot - 1];
            boolean carried = (problem.carried[slot] & bit) != 0;
            may[slot] = problem.still[slot] ? carried : asBefore ? may[slot - 1] : allowed.may(sets[slot] | with);
            must[slot] = carried || (sets[slot] & dependants) != 0;
            price[slot] = perSlot;
        }
        work += 4L * (end - first);
    }

    /** So many walks at night there are without those for this circuit; where none can be made, they are not counted. */
    private int nightsWithout(long bit, int first, int end) {
        int count = 0;
        if (problem.anyNight(first, end)) {
            for (int slot : problem.nights) {
                count += somethingChanges(slot, bit) ? 1 : 0;
            }
            work += problem.nights.length;
        }
        return count;
    }

    /** What a walk costs that a circuit is switched in, on top of those that there are anyhow. */
    private double switching(int boundary, long bit, int nights, double bias) {
        if (problem.free[boundary]) {
            return 0;
        }
        double visit = somethingChanges(boundary, bit)
                ? 0
                : problem.visit(boundary, nights) + problem.nearOthers(sets, boundary, bit);
        return Math.max(0, visit + bias);
    }

    /**
     * Chooses anew what is on from one boundary to another, all at once: what is worth most there with everything else as it is,
     * walks aside. Nothing happens where the engine stands still in between.
     *
     * @param luck by how much more or less than it is a circuit is taken to be worth, drawn for each
     */
    void refill(int first, int end, DoubleSupplier luck) {
        if (problem.anyStill(first, end)) {
            return;
        }
        worth(first, end);
        for (int circuit = 0; circuit < worth.length; circuit++) {
            worth[circuit] += courses[circuit].length == 0 ? 0 : luck.getAsDouble();
        }
        long best = bestSets.find(worth);
        for (int slot = first; slot < end; slot++) {
            set(slot, best);
        }
    }

    /** Works out by how much better it is, by needs and flips, that a circuit is on from one boundary to another than off. */
    private void worth(int first, int end) {
        int low = Math.min(first, from);
        int high = Math.max(end, to);
        long[] now = Arrays.copyOfRange(sets, first, end);
        Arrays.fill(sets, first, end, 0);
        for (int circuit = 0; circuit < worth.length; circuit++) {
            worth[circuit] = courseCost(circuit, low, high);
        }
        Arrays.fill(sets, first, end, -1);
        for (int circuit = 0; circuit < worth.length; circuit++) {
            worth[circuit] -= courseCost(circuit, low, high);
        }
        System.arraycopy(now, 0, sets, first, now.length);
        addFlips(first, problem.before(sets, first));
        if (end < sets.length) {
            addFlips(end, sets[end]);
        }
        work += 2L * worth.length * (30 + (high - low) / 4);
    }

    /** To what each circuit is worth between two boundaries: the flip that being on spares, or costs, at one of them. */
    private void addFlips(int boundary, long beyond) {
        for (int circuit = 0; circuit < worth.length; circuit++) {
            worth[circuit] += problem.flip[boundary] * ((beyond >> circuit & 1) == 1 ? 1 : -1);
        }
    }

    private double courseCost(int circuit, int low, int high) {
        double cost = 0;
        for (Course course : courses[circuit]) {
            cost += course.cost(sets, low, high, until);
        }
        return cost;
    }

    private boolean somethingChanges(int slot, long but) {
        return ((sets[slot] ^ problem.before(sets, slot)) & ~but) != 0;
    }

    boolean[] copyOfPattern(int circuit) {
        boolean[] pattern = new boolean[sets.length];
        for (int slot = 0; slot < sets.length; slot++) {
            pattern[slot] = (sets[slot] >> circuit & 1) == 1;
        }
        return pattern;
    }

    /** Everything that changes at a visit changes earlier or later instead; another visit on the way is passed over. */
    void shift(int visit, int other) {
        long carried = other > visit ? problem.before(sets, visit) : sets[visit];
        if ((carried & problem.never) != 0 || needed(carried) != carried || !allowed.may(carried)) {
            return;
        }
        for (int slot = Math.min(visit, other); slot < Math.max(visit, other); slot++) {
            if (!problem.still[slot]) {
                set(slot, carried);
            }
        }
    }

    /**
     * Switches a circuit over in all of these slots, on where it was off at the first of them; nothing happens where that
     * can't be.
     *
     * @param yielding a circuit that gives way if need be
     */
    void switchOver(int circuit, int yielding, int first, int end) {
        long bit = 1L << circuit;
        long with = problem.sets.withNeeded(circuit);
        long leave = 1L << yielding | problem.sets.dependants(yielding);
        boolean off = (sets[first] & bit) != 0;
        long was = -1;
        long is = -1;
        for (int slot = first; slot < end; slot++) {
            long set = sets[slot];
            if (problem.still[slot]) {
                continue;
            }
            if (slot > first && set == was) {
                set(slot, is);
                continue;
            }
            was = set;
            if (off) {
                set = needed(set & ~(bit | problem.sets.dependants(circuit)));
            } else if (allowed.may(set | with)) {
                set |= with;
            } else {
                set = needed(set & ~leave) | with;
                set = allowed.may(set) ? set : sets[slot];
            }
            is = set;
            set(slot, set);
        }
    }

    /** Takes a circuit out of some slots, and with it helpers that nothing else needs; returns what that would cost. */
    double without(int circuit, int first, int end) {
        for (int slot = first; slot < end; slot++) {
            set(slot, needed(sets[slot] & ~(1L << circuit)));
        }
        return judge();
    }

    /** The next boundary after a slot at which anything changes in what is kept. */
    int changesNext(int slot) {
        return until[slot];
    }

    /** The boundaries at which anything changes that costs a walk. */
    int[] visits() {
        int count = 0;
        for (int slot = 0; slot < sets.length; slot++) {
            if (!problem.free[slot] && sets[slot] != problem.before(sets, slot)) {
                visited[count++] = slot;
            }
        }
        return Arrays.copyOf(visited, count);
    }
}
