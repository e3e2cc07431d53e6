package juiceswap.core.rotation;

/**
 * What a need comes to slot by slot along the on-slots of a plan, kept so that a change in between is judged by looking at
 * little more than what it changes.
 */
abstract class Course {
    private final double weight;
    private final int circuit;

    Course(Demand demand) {
        weight = demand.weight();
        circuit = demand.circuit();
    }

    /**
     * What on-sets cost by this need that are as kept but for the slots {@code from} up to, not including, {@code to}.
     *
     * @param until by slot after these: the next boundary at which anything changes
     */
    final double cost(long[] sets, int from, int to, int[] until) {
        return weight * lost(sets, from, to, until);
    }

    /** The same, and from now on these are the ones that are kept. */
    final double keep(long[] sets, int from) {
        return weight * lostAndKept(sets, from);
    }

    final boolean on(long[] sets, int slot) {
        return (sets[slot] >>> circuit & 1) != 0;
    }

    /** Weighed minutes lost in all. */
    abstract double lost(long[] sets, int from, int to, int[] until);

    /** The same, with what is kept by boundary worked out anew from {@code from} on. */
    abstract double lostAndKept(long[] sets, int from);
}
