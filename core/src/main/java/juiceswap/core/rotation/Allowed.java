package juiceswap.core.rotation;

import java.util.Arrays;

/** Remembers of sets that were asked for lately whether they may be on: a search asks for few again and again. */
final class Allowed {
    private static final int PLACES = 1 << 13;

    /** Fibonacci hashing spreads sets that differ in few bits (Knuth, The Art of Computer Programming, 6.4). */
    private static final long SPREAD = 0x9e3779b97f4a7c15L;

    private final OnSets sets;
    private final long[] asked = new long[PLACES];
    private final boolean[] may = new boolean[PLACES];

    Allowed(OnSets sets) {
        this.sets = sets;
        // nothing on may always be, and its place is that of 0
        Arrays.fill(may, true);
    }

    boolean may(long set) {
        int place = (int) (set * SPREAD >>> 51);
        if (asked[place] != set) {
            asked[place] = set;
            may[place] = sets.may(set);
        }
        return may[place];
    }
}
