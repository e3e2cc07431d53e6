package juiceswap.core.rotation;

import juiceswap.core.house.Need;

/** A circuit kept on, or off, in a window because somebody said so. */
final class PinnedDemand extends Demand {
    private final boolean wanted;
    private final boolean[] counts;

    PinnedDemand(int need, int circuit, Need.Pinned pinned, Horizon horizon) {
        super(need, circuit, pinned, horizon);
        wanted = pinned.on();
        counts = new boolean[horizon.slots()];
        for (int slot = first; slot < end; slot++) {
            counts[slot] = !horizon.engineOff(slot);
        }
    }

    /** While the engine stands still nothing is on: a pin does not count there. */
    @Override
    Account account(boolean[] on) {
        int otherwise = 0;
        for (int slot = first; slot < end; slot++) {
            otherwise += counts[slot] && on[slot] != wanted ? 1 : 0;
        }
        return new Account(otherwise * horizon.slotMinutes(), 0, 0, 0);
    }

    @Override
    Track track() {
        double minutes = horizon.slotMinutes();
        int[][][] next = {{{0}, {0}}, {{0}, {0}}};
        double[][][] lost = {{{0}, {0}}, {{wanted ? minutes : 0}, {wanted ? 0 : minutes}}};
        return new Track(0, next, lost, new double[] {0}, counts);
    }

    @Override
    Course course() {
        return new Counting(this, horizon.slotMinutes()) {
            @Override
            boolean misses(int slot, boolean on) {
                return counts[slot] && on != wanted;
            }
        };
    }
}
