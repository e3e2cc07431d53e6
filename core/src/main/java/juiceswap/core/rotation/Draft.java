package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A plan in the making: what is on in each slot, what that costs, and how to take a circuit out and put it back in. What is
 * changed is judged first ({@link #judge}) and then kept or taken back; a small change is judged by little more than what it
 * changes.
 */
final class Draft {
    private final Compiled problem;
    private final BestPattern patterns;
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

    /** Circuits that are on only for others. */
    private final long helpers;

    private final boolean[] may;
    private final boolean[] must;
    private final boolean[] found;
    private final boolean[] seam;
    private final double[] change;
    private final double[] price;
    private long work;

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
                    + problem.dearNights
                            * (Compiled.FIRST_NIGHT_VISIT * nights
                                    + Compiled.EACH_FURTHER_NIGHT_VISIT * nights * (nights - 1) / 2);
        }
    }

    Draft(Compiled problem, BestPattern patterns) {
        this.problem = problem;
        this.patterns = patterns;
        int count = problem.sets.count();
        allowed = new Allowed(problem.sets);
        sets = problem.carried.clone();
        kept = new long[problem.slots];
        until = new int[problem.slots];
        lost = new double[count];
        courses = new Course[count][];
        long without = 0;
        for (int circuit = 0; circuit < count; circuit++) {
            courses[circuit] =
                    problem.demands.get(circuit).stream().map(Demand::course).toArray(Course[]::new);
            without |= problem.hasNeed(circuit) ? 0 : 1L << circuit;
        }
        helpers = without;
        may = new boolean[problem.slots];
        must = new boolean[problem.slots];
        found = new boolean[problem.slots];
        seam = new boolean[problem.slots];
        change = new double[problem.slots];
        price = new double[problem.slots];
        keepAll();
    }

    /** What was kept last costs. */
    double score() {
        return lostInAll + walks.cost();
    }

    /** What the needs of a circuit lose by what was kept last. */
    double lost(int circuit) {
        return lost[circuit];
    }

    /** Elementary steps taken so far. */
    long work() {
        return work + patterns.work();
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
            sum -= lost[circuit];
            for (Course course : courses[circuit]) {
                sum += course.cost(sets, from, to, until);
            }
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
                keep(Long.numberOfTrailingZeros(rest), from);
            }
            walks.takeFrom(walksThen);
            lookAhead(to);
            System.arraycopy(sets, from, kept, from, to - from);
            nothingChanged();
        }
    }

    private void keep(int circuit, int first) {
        double now = 0;
        for (Course course : courses[circuit]) {
            now += course.keep(sets, first);
        }
        lostInAll += now - lost[circuit];
        lost[circuit] = now;
    }

    private void keepAll() {
        lostInAll = 0;
        Arrays.fill(lost, 0);
        for (int circuit = 0; circuit < lost.length; circuit++) {
            keep(circuit, 0);
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
            return set & ~helpers;
        }
        long all = set & ~helpers;
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
        if (canBeOn(circuit)) {
            look(circuit, bias, perSlot, first, end);
            find(circuit, offered, first, end);
            long with = problem.sets.withNeeded(circuit);
            for (int slot = first; slot < end; slot++) {
                if (found[slot]) {
                    set(slot, sets[slot] | with);
                }
            }
        }
    }

    /**
     * The same in all slots, but where it does not fit others give way.
     *
     * @param perClash what a slot costs in which others have to give way
     * @param yielding circuits in the order in which they give way
     * @return the circuits that gave way, by now taken out altogether
     */
    long force(int circuit, double[] bias, boolean[] offered, double perSlot, double perClash, List<Integer> yielding) {
        if (!canBeOn(circuit)) {
            return 0;
        }
        look(circuit, bias, perSlot, 0, sets.length);
        for (int slot = 0; slot < sets.length; slot++) {
            if (!may[slot] && !problem.still[slot]) {
                may[slot] = true;
                price[slot] += perClash;
            }
        }
        find(circuit, offered, 0, sets.length);
        long with = problem.sets.withNeeded(circuit);
        long gone = 0;
        for (int slot = 0; slot < sets.length; slot++) {
            if (found[slot] && !problem.still[slot]) {
                long set = sets[slot] | with;
                for (int i = 0; i < yielding.size() && !allowed.may(set); i++) {
                    long one = 1L << yielding.get(i);
                    if ((set & one & ~with) != 0) {
                        long leave = one | problem.sets.dependants(yielding.get(i));
                        gone |= set & leave;
                        set = needed(set & ~leave) | with;
                    }
                }
                set(slot, allowed.may(set) ? set : with);
            }
        }
        for (long rest = gone & ~with; rest != 0; rest &= rest - 1) {
            remove(Long.numberOfTrailingZeros(rest));
        }
        return gone & ~with;
    }

    private boolean canBeOn(int circuit) {
        return ((problem.never | helpers) >> circuit & 1) == 0;
    }

    private void find(int circuit, boolean[] offered, int first, int end) {
        for (int slot = first; slot < end; slot++) {
            seam[slot] = offered[slot] || slot > 0 && sets[slot] != sets[slot - 1];
        }
        patterns.find(circuit, sets, first, end, may, must, change, price, seam, found);
    }

    /** Where a circuit that is out may be on, has to be on, and what switching it costs. */
    private void look(int circuit, double[] bias, double perSlot, int first, int end) {
        long bit = 1L << circuit;
        long with = problem.sets.withNeeded(circuit);
        long dependants = problem.sets.dependants(circuit);
        int breakers = 1 + Long.bitCount(with & helpers);
        int nights = 0;
        for (int slot : problem.nights) {
            nights += somethingChanges(slot, bit) ? 1 : 0;
        }
        for (int slot = first; slot < end; slot++) {
            boolean asBefore = slot > first && sets[slot] == sets[slot - 1] && !problem.still[slot - 1];
            boolean carried = (problem.carried[slot] & bit) != 0;
            may[slot] = problem.still[slot] ? carried : asBefore ? may[slot - 1] : allowed.may(sets[slot] | with);
            must[slot] = carried || (sets[slot] & dependants) != 0;
            price[slot] = perSlot;
        }
        for (int slot = first; slot <= Math.min(end, sets.length - 1); slot++) {
            double visit =
                    somethingChanges(slot, bit) ? 0 : problem.visit(slot, nights) + problem.nearOthers(sets, slot, bit);
            change[slot] = (problem.free[slot] ? 0 : Math.max(0, visit + bias[slot])) + breakers * problem.flip[slot];
        }
        work += 4L * (end - first) + problem.nights.length;
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

    /** The boundaries at which anything changes that costs a walk. */
    List<Integer> visits() {
        List<Integer> visits = new ArrayList<>();
        for (int slot = 0; slot < sets.length; slot++) {
            if (!problem.free[slot] && sets[slot] != problem.before(sets, slot)) {
                visits.add(slot);
            }
        }
        return visits;
    }
}
