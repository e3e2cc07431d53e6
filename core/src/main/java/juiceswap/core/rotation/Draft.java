package juiceswap.core.rotation;

import java.util.Arrays;
import java.util.List;

/** A plan in the making: what is on in each slot, what that costs, and how to take a circuit out and put it back in. */
final class Draft {
    private final Compiled problem;
    private final BestPattern patterns;

    /** By slot. */
    final long[] sets;

    /** By circuit: what its needs lose. */
    private final double[] lost;

    /** Circuits that are on only for others. */
    private final long helpers;

    private final boolean[] may;
    private final boolean[] must;
    private final boolean[] found;
    private final boolean[] pattern;
    private final double[] change;
    private final double[] price;

    Draft(Compiled problem, BestPattern patterns) {
        this.problem = problem;
        this.patterns = patterns;
        sets = new long[problem.slots];
        lost = new double[problem.sets.count()];
        long without = 0;
        for (int circuit = 0; circuit < problem.sets.count(); circuit++) {
            without |= problem.hasNeed(circuit) ? 0 : 1L << circuit;
        }
        helpers = without;
        may = new boolean[problem.slots];
        must = new boolean[problem.slots];
        found = new boolean[problem.slots];
        pattern = new boolean[problem.slots];
        change = new double[problem.slots];
        price = new double[problem.slots];
        account(-1L);
    }

    double score() {
        return lost() + problem.walks(sets);
    }

    private double lost() {
        double sum = 0;
        for (double one : lost) {
            sum += one;
        }
        return sum;
    }

    double lost(int circuit) {
        return lost[circuit];
    }

    void copyFrom(Draft other) {
        System.arraycopy(other.sets, 0, sets, 0, sets.length);
        System.arraycopy(other.lost, 0, lost, 0, lost.length);
    }

    /** Takes on-sets over, as far as they are allowed. */
    void take(long[] others) {
        for (int slot = 0; slot < sets.length; slot++) {
            long set = slot < others.length && !problem.still[slot] ? needed(others[slot] & ~problem.never) : 0;
            sets[slot] = (set & problem.never) == 0 && problem.sets.may(set) ? set : 0;
        }
        account(-1L);
    }

    /** Takes a circuit out of all slots in which nothing that stays on needs it. */
    void remove(int circuit) {
        long bit = 1L << circuit;
        long dependants = problem.sets.dependants(circuit);
        for (int slot = 0; slot < sets.length; slot++) {
            if ((sets[slot] & bit) != 0 && (sets[slot] & dependants) == 0) {
                sets[slot] = needed(sets[slot] & ~bit);
            }
        }
        account(problem.sets.withNeeded(circuit));
    }

    /** A set without helpers that nothing needs, and with all that is needed. */
    private long needed(long set) {
        long all = set & ~helpers;
        for (long rest = all; rest != 0; rest &= rest - 1) {
            all |= problem.sets.withNeeded(Long.numberOfTrailingZeros(rest));
        }
        return all;
    }

    /**
     * Puts a circuit that was taken out into the slots in which it is worth most, everything else as it is.
     *
     * @param bias by boundary: what the search adds to the cost of changing anything there, for this time
     * @param perSlot what the search lets each slot cost, so that a circuit does not take what it hardly needs
     */
    void insert(int circuit, double[] bias, double perSlot) {
        if (canBeOn(circuit)) {
            look(circuit, bias, perSlot);
            find(circuit);
            long with = problem.sets.withNeeded(circuit);
            for (int slot = 0; slot < sets.length; slot++) {
                sets[slot] |= found[slot] ? with : 0;
            }
            account(with);
        }
    }

    /**
     * The same, but where it does not fit others give way.
     *
     * @param perClash what a slot costs in which others have to give way
     * @param yielding circuits in the order in which they give way
     * @return the circuits that gave way, by now taken out altogether
     */
    long force(int circuit, double[] bias, double perSlot, double perClash, List<Integer> yielding) {
        if (!canBeOn(circuit)) {
            return 0;
        }
        look(circuit, bias, perSlot);
        for (int slot = 0; slot < sets.length; slot++) {
            if (!may[slot] && !problem.still[slot]) {
                may[slot] = true;
                price[slot] += perClash;
            }
        }
        find(circuit);
        long with = problem.sets.withNeeded(circuit);
        long gone = 0;
        for (int slot = 0; slot < sets.length; slot++) {
            if (found[slot]) {
                long set = sets[slot] | with;
                for (int i = 0; i < yielding.size() && !problem.sets.may(set); i++) {
                    long one = 1L << yielding.get(i);
                    if ((set & one & ~with) != 0) {
                        long leave = one | problem.sets.dependants(yielding.get(i));
                        gone |= set & leave;
                        set = needed(set & ~leave) | with;
                    }
                }
                sets[slot] = problem.sets.may(set) ? set : with;
            }
        }
        account(-1L);
        for (long rest = gone & ~with; rest != 0; rest &= rest - 1) {
            remove(Long.numberOfTrailingZeros(rest));
        }
        return gone & ~with;
    }

    private boolean canBeOn(int circuit) {
        return ((problem.never | helpers) >> circuit & 1) == 0;
    }

    private void find(int circuit) {
        boolean held = problem.now != null && (problem.now >> circuit & 1) == 1;
        patterns.find(circuit, may, must, change, price, held, found);
    }

    /** Where a circuit that is out may be on, has to be on, and what switching it costs. */
    private void look(int circuit, double[] bias, double perSlot) {
        long bit = 1L << circuit;
        long with = problem.sets.withNeeded(circuit);
        long dependants = problem.sets.dependants(circuit);
        double flips = Compiled.FLIP * (1 + Long.bitCount(with & helpers));
        int nights = 0;
        for (int slot = 0; slot < sets.length; slot++) {
            nights += somethingChanges(slot, bit) && problem.night[slot] && !problem.free[slot] ? 1 : 0;
        }
        for (int slot = 0; slot < sets.length; slot++) {
            boolean asBefore = slot > 0 && sets[slot] == sets[slot - 1] && !problem.still[slot - 1];
            may[slot] = !problem.still[slot] && (asBefore ? may[slot - 1] : problem.sets.may(sets[slot] | with));
            must[slot] = (sets[slot] & dependants) != 0;
            double visit = somethingChanges(slot, bit) ? 0 : problem.visit(slot, nights);
            change[slot] = problem.free[slot] ? 0 : Math.max(0, visit + bias[slot]) + flips;
            price[slot] = perSlot;
        }
    }

    private boolean somethingChanges(int slot, long but) {
        return ((sets[slot] ^ problem.before(sets, slot)) & ~but) != 0;
    }

    /** Works out anew what these circuits lose. */
    private void account(long circuits) {
        for (int circuit = 0; circuit < lost.length; circuit++) {
            if ((circuits >> circuit & 1) == 1) {
                lost[circuit] = problem.lost(circuit, pattern(circuit));
            }
        }
    }

    /** The slots of a circuit; valid until the next call. */
    private boolean[] pattern(int circuit) {
        for (int slot = 0; slot < sets.length; slot++) {
            pattern[slot] = (sets[slot] >> circuit & 1) == 1;
        }
        return pattern;
    }

    boolean[] copyOfPattern(int circuit) {
        return Arrays.copyOf(pattern(circuit), sets.length);
    }

    /** Everything that changes at a visit changes earlier or later instead; another visit on the way is passed over. */
    void shift(int visit, int to) {
        long carried = to > visit ? problem.before(sets, visit) : sets[visit];
        if (!allowed(carried)) {
            return;
        }
        long touched = 0;
        for (int slot = Math.min(visit, to); slot < Math.max(visit, to); slot++) {
            if (!problem.still[slot]) {
                touched |= sets[slot] ^ carried;
                sets[slot] = carried;
            }
        }
        account(touched);
    }

    private boolean allowed(long set) {
        return (set & problem.never) == 0 && needed(set) == set && problem.sets.may(set);
    }

    /**
     * Switches a circuit over in all of these slots, on where it was off at the first of them; nothing happens where that
     * can't be.
     *
     * @param yielding a circuit that gives way if need be
     */
    void switchOver(int circuit, int yielding, int from, int to) {
        long bit = 1L << circuit;
        long with = problem.sets.withNeeded(circuit);
        long leave = 1L << yielding | problem.sets.dependants(yielding);
        boolean off = (sets[from] & bit) != 0;
        long touched = 0;
        for (int slot = from; slot < to; slot++) {
            long set = sets[slot];
            if (problem.still[slot]) {
                continue;
            }
            if (off) {
                set = needed(set & ~(bit | problem.sets.dependants(circuit)));
            } else if (problem.sets.may(set | with)) {
                set |= with;
            } else {
                set = needed(set & ~leave) | with;
            }
            if (!off && !problem.sets.may(set)) {
                continue;
            }
            touched |= sets[slot] ^ set;
            sets[slot] = set;
        }
        account(touched);
    }

    /** Takes a circuit out of some slots, and with it helpers that nothing else needs; returns the score after it. */
    double without(int circuit, int from, int to) {
        for (int slot = from; slot < to; slot++) {
            sets[slot] = needed(sets[slot] & ~(1L << circuit));
        }
        account(problem.sets.withNeeded(circuit));
        return score();
    }
}
