package juiceswap.core.rotation;

/** A need that counts slots one by one, whatever is before and after them. */
abstract class Counting extends Course {
    private final double minutes;

    /** By boundary: slots missed so far. */
    private final int[] missed;

    Counting(Demand demand, double minutes) {
        super(demand);
        this.minutes = minutes;
        missed = new int[demand.horizon.slots() + 1];
    }

    /** Whether a slot counts as lost. */
    abstract boolean misses(int slot, boolean on);

    @Override
    double lost(long[] sets, int from, int to, int[] until) {
        int here = missed[from] + missed[sets.length] - missed[to];
        for (int slot = from; slot < to; slot++) {
            here += misses(slot, on(sets, slot)) ? 1 : 0;
        }
        return minutes * here;
    }

    @Override
    double lostAndKept(long[] sets, int from) {
        for (int slot = from; slot < sets.length; slot++) {
            missed[slot + 1] = missed[slot] + (misses(slot, on(sets, slot)) ? 1 : 0);
        }
        return minutes * missed[sets.length];
    }
}
