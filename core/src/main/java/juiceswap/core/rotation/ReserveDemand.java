package juiceswap.core.rotation;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import juiceswap.core.house.Need;

/** A reserve that empties without power and fills with it. */
final class ReserveDemand extends Demand {
    /** At the end it should be back where it was, or at this share of what it holds. */
    private static final double HALF = 0.5;

    /** What a minute that is missing at its time weighs against one that is unmet: nothing has gone short yet. */
    private static final double BELOW = 0.25;

    /** The finest steps in which the search looks at a reserve. */
    private static final int MOST_STEPS = 240;

    /** Minutes by which levels may differ that are the same. */
    private static final double ROUNDING = 1e-7;

    /** Where levels do not come out even, about so many are told apart. */
    private static final int COARSE_STEPS = 60;

    private final double hold;
    private final double atStart;
    private final double rise;
    private final double thinBelow;
    private final double rising;

    /** By slot: minutes that it falls without power, more where it is used faster. */
    private final double[] falls;

    /** By slot: minutes that have to be left at its end, 0 where it does not matter. */
    private final double[] floors;

    /** It falls as fast at all times, and nobody minds how near to its bottom it is, or when. */
    private final boolean plain;

    ReserveDemand(int need, int circuit, Need.Reserve reserve, Horizon horizon) {
        super(need, circuit, reserve, horizon);
        hold = reserve.holdMinutes();
        atStart = reserve.levelMinutes();
        thinBelow = reserve.thinMinutes();
        rise = horizon.slotMinutes() * hold / reserve.recoverMinutes();
        rising = reserve.care().rising();
        falls = new double[horizon.slots()];
        floors = new double[horizon.slots()];
        for (int slot = 0; slot < falls.length; slot++) {
            falls[slot] = horizon.slotMinutes() * reserve.care().timesUsed(horizon.at(slot), horizon.at(slot + 1));
        }
        for (Need.Care.Floor floor : reserve.care().floors()) {
            int slot = lastBefore(floor.at());
            if (slot >= 0) {
                floors[slot] = Math.max(floors[slot], floor.minutes());
            }
        }
        plain = rising == 0
                && reserve.care().uses().isEmpty()
                && Arrays.stream(floors).allMatch(floor -> floor == 0);
    }

    /** The slot at whose end so much has to be left, so that it is by then; -1 where that is not in the horizon. */
    private int lastBefore(LocalDateTime time) {
        boolean within = time.isAfter(horizon.at(0)) && !time.isAfter(horizon.at(horizon.slots()));
        return within ? (int) (Duration.between(horizon.at(0), time).toMinutes() / horizon.slotMinutes()) - 1 : -1;
    }

    /** What is left after a slot, below 0 where it was not enough. */
    private double after(double level, int slot, boolean on) {
        // with power it gains what it is said to gain while it is used as at any time
        return on ? Math.min(hold, level + rise + horizon.slotMinutes() - falls[slot]) : level - falls[slot];
    }

    /** Minutes that a slot loses by ending at a level: short, low, and below what has to be left. */
    private double lost(double after, int slot) {
        double level = Math.max(0, after);
        double thin = low(level) ? LESSER * horizon.slotMinutes() + mindedWhenLow(level) : 0;
        return Math.max(0, -after) + thin + BELOW * Math.max(0, floors[slot] - level);
    }

    /** Just at the limit is not low, whatever rounding makes of it. */
    private boolean low(double level) {
        return level < thinBelow - ROUNDING;
    }

    /** By how many minutes more a slot counts that ends at a low level. */
    private double mindedWhenLow(double level) {
        return horizon.slotMinutes() * rising * (1 - level / thinBelow);
    }

    @Override
    Account account(boolean[] on) {
        double level = atStart;
        double unmet = 0;
        double thin = 0;
        double below = 0;
        double minded = 0;
        for (int slot = 0; slot < end; slot++) {
            level = after(level, slot, on[slot]);
            if (level < 0) {
                unmet -= level;
                level = 0;
            }
            if (low(level)) {
                thin += horizon.slotMinutes();
                minded += mindedWhenLow(level);
            }
            below += BELOW * Math.max(0, floors[slot] - level);
        }
        return new Account(unmet, 0, thin, owed(level), below, minded);
    }

    private double owed(double level) {
        return Math.max(0, Math.min(atStart, HALF * hold) - level);
    }

    /** Minutes left at the end of each slot. */
    double[] levels(boolean[] on) {
        double[] levels = new double[end];
        double level = atStart;
        for (int slot = 0; slot < end; slot++) {
            level = Math.max(0, after(level, slot, on[slot]));
            levels[slot] = level;
        }
        return levels;
    }

    /** Where less is left than has to be. */
    List<RotationPlan.Below> below(boolean[] on, String circuit) {
        List<RotationPlan.Below> below = new ArrayList<>();
        double[] levels = levels(on);
        for (int slot = 0; slot < end; slot++) {
            if (levels[slot] < floors[slot] - ROUNDING) {
                below.add(new RotationPlan.Below(need(), circuit, horizon.at(slot + 1), floors[slot] - levels[slot]));
            }
        }
        return below;
    }

    /** Shares of what it holds, summed over the slots. */
    double fullness(boolean[] on) {
        double sum = 0;
        for (double level : levels(on)) {
            sum += level / hold;
        }
        return sum;
    }

    /** In steps of the largest unit that start, rise and hold are multiples of; where there is none, in some sixty, to the nearest. */
    @Override
    Track track() {
        double step = step();
        int top = (int) Math.round(hold / step);
        List<List<Double>> kinds = new ArrayList<>();
        int[] kind = new int[falls.length];
        List<Integer> slots = new ArrayList<>();
        for (int slot = 0; slot < falls.length; slot++) {
            List<Double> one = List.of(falls[slot], floors[slot]);
            if (!kinds.contains(one)) {
                kinds.add(one);
                slots.add(slot);
            }
            kind[slot] = kinds.indexOf(one);
        }
        int[][][] next = new int[kinds.size()][2][top + 1];
        double[][][] lost = new double[kinds.size()][2][top + 1];
        double[] atEnd = new double[top + 1];
        for (int state = 0; state <= top; state++) {
            double level = Math.min(hold, state * step);
            for (int i = 0; i < kinds.size(); i++) {
                double up = after(level, slots.get(i), true);
                double down = after(level, slots.get(i), false);
                next[i][1][state] = (int) Math.max(0, Math.min(top, Math.round(up / step)));
                next[i][0][state] = (int) Math.max(0, Math.round(down / step));
                lost[i][1][state] = lost(up, slots.get(i));
                lost[i][0][state] = lost(down, slots.get(i));
            }
            atEnd[state] = LESSER * owed(level);
        }
        return new Track((int) Math.min(top, Math.round(atStart / step)), next, lost, atEnd, kind);
    }

    /** Never so large that the slowest fall would be rounded to none. */
    private double step() {
        double fall = Arrays.stream(falls).min().orElse(horizon.slotMinutes());
        for (int parts = 1; parts <= 12; parts++) {
            double step = fall / parts;
            boolean even = whole(hold / step) && whole(atStart / step) && whole(rise / step);
            if (even && hold / step <= MOST_STEPS && Arrays.stream(falls).allMatch(one -> whole(one / step))) {
                return step;
            }
        }
        double steps = Math.max(1, Math.floor(COARSE_STEPS * fall / hold));
        return fall / (plain ? steps : Math.max(2, steps));
    }

    private static boolean whole(double value) {
        return Math.abs(value - Math.rint(value)) < 1e-6;
    }

    @Override
    Course course() {
        return plain ? new Levels() : new Cared();
    }

    /** By boundary: what is left, and what was lost so far. */
    private final class Levels extends Course {
        private final double[] level = new double[end + 1];
        private final double[] lost = new double[end + 1];
        private final double fall = horizon.slotMinutes();
        private double all;

        Levels() {
            super(ReserveDemand.this);
            level[0] = atStart;
        }

        @Override
        double lostAndKept(long[] sets, int from) {
            double now = level[from];
            double sum = lost[from];
            for (int slot = from; slot < end; slot++) {
                now = on(sets, slot) ? Math.min(hold, now + rise) : now - fall;
                if (now < 0) {
                    sum -= now;
                    now = 0;
                }
                sum += low(now) ? LESSER * fall : 0;
                level[slot + 1] = now;
                lost[slot + 1] = sum;
            }
            all = sum + LESSER * owed(now);
            return all;
        }

        /** Run by run: what so many slots on, or off, come to is said in one go. */
        @Override
        double lost(long[] sets, int from, int to, int[] until) {
            double now = level[from];
            double sum = lost[from];
            int slot = from;
            while (slot < end) {
                boolean on = on(sets, slot);
                int next = slot;
                while (next < end && on(sets, next) == on) {
                    next = next < to ? next + 1 : until[next];
                }
                int slots = next - slot;
                int thin;
                if (on) {
                    thin = (int) Math.ceil((thinBelow - now) / rise - ROUNDING) - 1;
                    now = Math.min(hold, now + slots * rise);
                } else {
                    thin = slots - (int) Math.max(0, Math.floor((now - thinBelow) / fall + ROUNDING));
                    now -= slots * fall;
                    if (now < 0) {
                        sum -= now;
                        now = 0;
                    }
                }
                sum += LESSER * fall * Math.max(0, Math.min(slots, thin));
                slot = next;
                if (slot >= to && Math.abs(now - level[slot]) < ROUNDING) {
                    return all + sum - lost[slot];
                }
            }
            return sum + LESSER * owed(now);
        }
    }

    /** The same, slot by slot, where they are not alike. */
    private final class Cared extends Course {
        private final double[] level = new double[end + 1];
        private final double[] lost = new double[end + 1];
        private double all;

        Cared() {
            super(ReserveDemand.this);
            level[0] = atStart;
        }

        @Override
        double lost(long[] sets, int from, int to, int[] until) {
            double now = level[from];
            double sum = lost[from];
            for (int slot = from; slot < end; slot++) {
                if (slot >= to && Math.abs(now - level[slot]) < ROUNDING) {
                    return all + sum - lost[slot];
                }
                double after = after(now, slot, on(sets, slot));
                sum += ReserveDemand.this.lost(after, slot);
                now = Math.max(0, after);
            }
            return sum + LESSER * owed(now);
        }

        @Override
        double lostAndKept(long[] sets, int from) {
            for (int slot = from; slot < end; slot++) {
                double after = after(level[slot], slot, on(sets, slot));
                lost[slot + 1] = lost[slot] + ReserveDemand.this.lost(after, slot);
                level[slot + 1] = Math.max(0, after);
            }
            all = lost[end] + LESSER * owed(level[end]);
            return all;
        }
    }
}
