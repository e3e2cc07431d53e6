package juiceswap.core.rotation;

import juiceswap.core.house.Need;

/** Power throughout a window. */
final class AlwaysDemand extends Demand {
    private static final int OUTSIDE = 0;
    private static final int COUNTS = 1;
    private static final int STILL = 2;

    private final boolean[] engineOff;
    private final double interruption;

    /** It is on as its window opens, so that going off then is an interruption. */
    private final boolean on;

    /**
     * What is missed while the engine stands still does not count: nothing can be changed about it.
     *
     * @param was whether it is known to be on before the first slot
     */
    AlwaysDemand(int need, int circuit, Need.Always always, Horizon horizon, boolean was) {
        super(need, circuit, always, horizon);
        interruption = always.worth().interruption();
        on = was && first == 0;
        engineOff = new boolean[horizon.slots()];
        for (int slot = 0; slot < engineOff.length; slot++) {
            engineOff[slot] = horizon.engineOff(slot);
        }
    }

    @Override
    Account account(boolean[] power) {
        int missing = 0;
        int still = 0;
        int interrupted = 0;
        boolean before = on;
        for (int slot = first; slot < end; slot++) {
            if (engineOff[slot]) {
                still += power[slot] ? 0 : 1;
            } else if (!power[slot]) {
                missing++;
                interrupted += before ? 1 : 0;
            }
            before = power[slot];
        }
        return new Account(
                missing * horizon.slotMinutes(), still * horizon.slotMinutes(), 0, 0, 0, interrupted * interruption);
    }

    /** The state is whether it was on in the slot before, as far as going off matters. */
    @Override
    Track track() {
        double minutes = horizon.slotMinutes();
        int[] kind = new int[inside.length];
        for (int slot = 0; slot < kind.length; slot++) {
            kind[slot] = !inside[slot] ? OUTSIDE : engineOff[slot] ? STILL : COUNTS;
        }
        if (interruption == 0) {
            int[][] stays = {{0}, {0}};
            double[][] nothing = {{0}, {0}};
            return new Track(
                    0,
                    new int[][][] {stays, stays, stays},
                    new double[][][] {nothing, {{minutes}, {0}}, nothing},
                    new double[] {0},
                    kind);
        }
        int[][] follows = {{0, 0}, {1, 1}};
        int[][] forgets = {{0, 0}, {0, 0}};
        double[][] nothing = {{0, 0}, {0, 0}};
        double[][] missed = {{minutes, minutes + interruption}, {0, 0}};
        return new Track(
                on ? 1 : 0,
                new int[][][] {forgets, follows, follows},
                new double[][][] {nothing, missed, nothing},
                new double[] {0, 0},
                kind);
    }

    @Override
    Course course() {
        if (interruption > 0) {
            return new Steps(this);
        }
        return new Counting(this, horizon.slotMinutes()) {
            @Override
            boolean misses(int slot, boolean on) {
                return inside[slot] && !engineOff[slot] && !on;
            }
        };
    }
}
