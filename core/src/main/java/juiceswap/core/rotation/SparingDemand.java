package juiceswap.core.rotation;

import juiceswap.core.house.Need;

/** What being on costs where what feeds the house is scarce. */
final class SparingDemand extends Demand {
    private final double eachSlot;

    SparingDemand(int need, int circuit, Need.Sparing sparing, Horizon horizon) {
        super(need, circuit, sparing, horizon);
        eachSlot = sparing.costAMinute() * horizon.slotMinutes();
    }

    @Override
    Account account(boolean[] on) {
        int slots = 0;
        for (int slot = first; slot < end; slot++) {
            slots += on[slot] ? 1 : 0;
        }
        return new Account(0, 0, 0, 0, 0, slots * eachSlot);
    }

    @Override
    Track track() {
        int[][][] next = {{{0}, {0}}, {{0}, {0}}};
        double[][][] lost = {{{0}, {0}}, {{0}, {eachSlot}}};
        return new Track(0, next, lost, new double[] {0}, inside);
    }

    @Override
    Course course() {
        return new Counting(this, eachSlot) {
            @Override
            boolean misses(int slot, boolean on) {
                return inside[slot] && on;
            }
        };
    }
}
