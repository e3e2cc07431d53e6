package juiceswap.core.rotation;

import juiceswap.core.house.Need;

/** A reserve that empties without power and fills with it. */
final class ReserveDemand extends Demand {
    /** At the end it should be back where it was, or at this share of what it holds. */
    private static final double HALF = 0.5;

    /** The finest steps in which the search looks at a reserve. */
    private static final int MOST_STEPS = 240;

    /** Minutes by which levels may differ that are the same. */
    private static final double ROUNDING = 1e-7;

    /** Where levels do not come out even, about so many are told apart. */
    private static final int COARSE_STEPS = 60;

    private final double hold;
    private final double atStart;
    private final double fall;
    private final double rise;
    private final double thinBelow;

    ReserveDemand(int need, int circuit, Need.Reserve reserve, Horizon horizon) {
        super(need, circuit, reserve, horizon);
        hold = reserve.holdMinutes();
        atStart = reserve.levelMinutes();
        fall = horizon.slotMinutes();
        thinBelow = reserve.thinMinutes();
        rise = horizon.slotMinutes() * hold / reserve.recoverMinutes();
    }

    @Override
    Account account(boolean[] on) {
        double level = atStart;
        double unmet = 0;
        double thin = 0;
        for (int slot = 0; slot < end; slot++) {
            level = on[slot] ? Math.min(hold, level + rise) : level - fall;
            if (level < 0) {
                unmet -= level;
                level = 0;
            }
            if (level < thinBelow) {
                thin += fall;
            }
        }
        return new Account(unmet, 0, thin, owed(level));
    }

    private double owed(double level) {
        return Math.max(0, Math.min(atStart, HALF * hold) - level);
    }

    /** Minutes left at the end of each slot. */
    double[] levels(boolean[] on) {
        double[] levels = new double[end];
        double level = atStart;
        for (int slot = 0; slot < end; slot++) {
            level = Math.max(0, on[slot] ? Math.min(hold, level + rise) : level - fall);
            levels[slot] = level;
        }
        return levels;
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
        int[][][] next = new int[2][2][top + 1];
        double[][][] lost = new double[2][2][top + 1];
        double[] atEnd = new double[top + 1];
        for (int state = 0; state <= top; state++) {
            double level = state * step;
            double up = Math.min(hold, level + rise);
            double down = level - fall;
            next[1][1][state] = (int) Math.min(top, Math.round(up / step));
            next[1][0][state] = (int) Math.max(0, Math.round(down / step));
            lost[1][1][state] = up < thinBelow ? LESSER * fall : 0;
            lost[1][0][state] = Math.max(0, -down) + (down < thinBelow ? LESSER * fall : 0);
            atEnd[state] = LESSER * owed(level);
        }
        return new Track((int) Math.min(top, Math.round(atStart / step)), next, lost, atEnd, inside);
    }

    private double step() {
        for (int parts = 1; parts <= 12; parts++) {
            double step = fall / parts;
            if (hold / step <= MOST_STEPS && whole(hold / step) && whole(atStart / step) && whole(rise / step)) {
                return step;
            }
        }
        return fall / Math.max(1, Math.floor(COARSE_STEPS * fall / hold));
    }

    private static boolean whole(double value) {
        return Math.abs(value - Math.rint(value)) < 1e-6;
    }

    @Override
    Course course() {
        return new Levels();
    }

    /** By boundary: what is left, and what was lost so far. */
    private final class Levels extends Course {
        private final double[] level = new double[end + 1];
        private final double[] lost = new double[end + 1];
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
                sum += now < thinBelow ? LESSER * fall : 0;
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
}
