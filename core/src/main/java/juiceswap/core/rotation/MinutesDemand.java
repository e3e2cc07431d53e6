package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.house.Need;

/** So many minutes in all, in runs that are long enough to be of use. */
final class MinutesDemand extends Demand {
    private final double missing;
    private final int block;

    /** Minutes that it is minded to go on at another time when it has been on before. */
    private final double interruption;

    private final boolean begun;

    MinutesDemand(int need, int circuit, Need.Minutes minutes, Horizon horizon) {
        super(need, circuit, minutes, horizon);
        missing = Math.max(0, minutes.minutes() - minutes.doneMinutes());
        block = Math.max(1, slotsFor(minutes.blockMinutes()));
        interruption = minutes.worth().interruption();
        begun = minutes.doneMinutes() > 0;
    }

    @Override
    Account account(boolean[] on) {
        int slots = 0;
        int run = 0;
        int again = 0;
        int wanted = slotsFor(missing);
        for (int slot = first; slot < end; slot++) {
            again += on[slot] && run == 0 && slots < wanted && (begun || slots > 0) ? 1 : 0;
            run = on[slot] ? run + 1 : 0;
            slots += run == block ? block : run > block ? 1 : 0;
        }
        double unmet = Math.max(0, missing - slots * (double) horizon.slotMinutes());
        return new Account(unmet, 0, 0, 0, 0, again * interruption);
    }

    @Override
    List<Run> fulfilledBy(boolean[] on) {
        List<Run> fulfilled = new ArrayList<>();
        int wanted = slotsFor(missing);
        for (Run run : runs(on)) {
            int length = run.to() - run.from();
            if (length >= block && wanted > 0) {
                int counted = Math.min(length, Math.max(block, wanted));
                fulfilled.add(new Run(run.from(), run.from() + counted));
                wanted -= counted;
            }
        }
        return fulfilled;
    }

    /** The state is how many slots have counted, and how long the present run is, as far as that matters. */
    @Override
    Track track() {
        int wanted = slotsFor(missing);
        int width = block + 1;
        int states = (wanted + 1) * width;
        int[][][] next = new int[2][2][states];
        double[][][] lost = new double[2][2][states];
        double[] atEnd = new double[states];
        for (int had = 0; had <= wanted; had++) {
            for (int run = 0; run <= block; run++) {
                int state = had * width + run;
                int counts = run == block ? 1 : run + 1 == block ? block : 0;
                int longer = Math.min(block, run + 1);
                next[1][1][state] = Math.min(wanted, had + counts) * width + longer;
                int broken = had * width;
                next[1][0][state] = broken;
                next[0][0][state] = broken;
                next[0][1][state] = broken;
                boolean again = run == 0 && had < wanted && (begun || had > 0);
                lost[1][1][state] = again ? interruption : 0;
                atEnd[state] = Math.max(0, missing - had * (double) horizon.slotMinutes());
            }
        }
        return new Track(0, next, lost, atEnd, inside);
    }

    @Override
    Course course() {
        return interruption > 0 ? new Steps(this) : new Blocks();
    }

    /** By boundary: slots that have counted, as far as they are wanted, and the present run, as far as its length matters. */
    private final class Blocks extends Course {
        private final int wanted = slotsFor(missing);
        private final int[] had = new int[end + 1];
        private final int[] run = new int[end + 1];

        Blocks() {
            super(MinutesDemand.this);
        }

        @Override
        double lost(long[] sets, int from, int to, int[] until) {
            if (from >= end) {
                return missing(had[end]);
            }
            int slots = had[from];
            int length = run[from];
            for (int slot = from; slot < end; slot++) {
                boolean counts = slot >= first && on(sets, slot);
                slots = counts ? more(slots, length) : slots;
                length = counts ? Math.min(block, length + 1) : 0;
                if (slot + 1 >= to && slots == had[slot + 1] && length == run[slot + 1]) {
                    return missing(had[end]);
                }
            }
            return missing(slots);
        }

        @Override
        double lostAndKept(long[] sets, int from) {
            for (int slot = from; slot < end; slot++) {
                boolean counts = slot >= first && on(sets, slot);
                had[slot + 1] = counts ? more(had[slot], run[slot]) : had[slot];
                run[slot + 1] = counts ? Math.min(block, run[slot] + 1) : 0;
            }
            return missing(had[end]);
        }

        private int more(int slots, int length) {
            int counted = length + 1 == block ? block : length == block ? 1 : 0;
            return Math.min(slots + counted, wanted);
        }

        private double missing(int slots) {
            return Math.max(0, missing - slots * (double) horizon.slotMinutes());
        }
    }
}
