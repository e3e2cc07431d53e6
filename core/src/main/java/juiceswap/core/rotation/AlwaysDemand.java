package juiceswap.core.rotation;

import juiceswap.core.house.Need;

/** Power throughout a window. */
final class AlwaysDemand extends Demand {
    private final boolean[] engineOff;

    /** What is missed while the engine stands still does not count: nothing can be changed about it. */
    AlwaysDemand(int need, int circuit, Need.Always always, Horizon horizon) {
        super(need, circuit, always, horizon);
        engineOff = new boolean[horizon.slots()];
        for (int slot = 0; slot < engineOff.length; slot++) {
            engineOff[slot] = horizon.engineOff(slot);
        }
    }

    @Override
    Account account(boolean[] on) {
        int missing = 0;
        int still = 0;
        for (int slot = first; slot < end; slot++) {
            if (engineOff[slot]) {
                still += on[slot] ? 0 : 1;
            } else if (!on[slot]) {
                missing++;
            }
        }
        return new Account(missing * horizon.slotMinutes(), still * horizon.slotMinutes(), 0, 0);
    }

    @Override
    Track track() {
        boolean[] counts = new boolean[inside.length];
        for (int slot = 0; slot < counts.length; slot++) {
            counts[slot] = inside[slot] && !engineOff[slot];
        }
        double minutes = horizon.slotMinutes();
        int[][][] next = {{{0}, {0}}, {{0}, {0}}};
        double[][][] lost = {{{0}, {0}}, {{minutes}, {0}}};
        return new Track(0, next, lost, new double[] {0}, counts);
    }

    @Override
    Course course() {
        return new Counting(this, horizon.slotMinutes()) {
            @Override
            boolean misses(int slot, boolean on) {
                return inside[slot] && !engineOff[slot] && !on;
            }
        };
    }
}
