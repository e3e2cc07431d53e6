package juiceswap.core.rotation;

import juiceswap.core.house.Need;

/** On for no longer than it is used: minutes above that are lost, whenever they are. */
final class BrieflyDemand extends Demand {
    private final int used;

    BrieflyDemand(int need, int circuit, Need.Briefly briefly, Horizon horizon) {
        super(need, circuit, briefly, horizon);
        used = slotsFor(briefly.minutes());
    }

    @Override
    Account account(boolean[] on) {
        int slots = 0;
        for (boolean one : on) {
            slots += one ? 1 : 0;
        }
        return new Account(tooLong(slots), 0, 0, 0);
    }

    private double tooLong(int slots) {
        return Math.max(0, slots - used) * (double) horizon.slotMinutes();
    }

    /** The state is how many slots it has been on, as far as that is no longer than it is used. */
    @Override
    Track track() {
        int[][][] next = new int[2][2][used + 1];
        double[][][] lost = new double[2][2][used + 1];
        for (int had = 0; had <= used; had++) {
            next[1][0][had] = had;
            next[1][1][had] = Math.min(used, had + 1);
            lost[1][1][had] = had < used ? 0 : horizon.slotMinutes();
        }
        return new Track(0, next, lost, new double[used + 1], inside);
    }

    @Override
    Course course() {
        return new Length();
    }

    /** By boundary: slots that it has been on so far. */
    private final class Length extends Course {
        private final int[] had = new int[horizon.slots() + 1];

        Length() {
            super(BrieflyDemand.this);
        }

        @Override
        double lost(long[] sets, int from, int to, int[] until) {
            int slots = had[from] + had[sets.length] - had[to];
            for (int slot = from; slot < to; slot++) {
                slots += on(sets, slot) ? 1 : 0;
            }
            return tooLong(slots);
        }

        @Override
        double lostAndKept(long[] sets, int from) {
            for (int slot = from; slot < sets.length; slot++) {
                had[slot + 1] = had[slot] + (on(sets, slot) ? 1 : 0);
            }
            return tooLong(had[sets.length]);
        }
    }
}
