package juiceswap.core.rotation;

import juiceswap.core.rotation.Demand.Track;

/** A need step by step in its automaton, for one of which more than the number of slots matters. */
final class Steps extends Course {
    private final Track track;

    /** By boundary: the state, and what was lost so far. */
    private final int[] state;

    private final double[] lost;
    private double all;

    Steps(Demand demand) {
        super(demand);
        track = demand.track();
        state = new int[track.kind().length + 1];
        lost = new double[state.length];
        state[0] = track.start();
    }

    @Override
    double lost(long[] sets, int from, int to, int[] until) {
        int now = state[from];
        double sum = lost[from];
        for (int slot = from; slot < sets.length; slot++) {
            if (slot >= to && now == state[slot]) {
                return all + sum - lost[slot];
            }
            int power = on(sets, slot) ? 1 : 0;
            int kind = track.kind()[slot];
            sum += track.lost()[kind][power][now];
            now = track.next()[kind][power][now];
        }
        return sum + track.atEnd()[now];
    }

    @Override
    double lostAndKept(long[] sets, int from) {
        for (int slot = from; slot < sets.length; slot++) {
            int power = on(sets, slot) ? 1 : 0;
            int kind = track.kind()[slot];
            lost[slot + 1] = lost[slot] + track.lost()[kind][power][state[slot]];
            state[slot + 1] = track.next()[kind][power][state[slot]];
        }
        all = lost[sets.length] + track.atEnd()[state[sets.length]];
        return all;
    }
}
