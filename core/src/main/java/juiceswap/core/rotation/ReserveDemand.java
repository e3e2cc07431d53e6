package juiceswap.core.rotation;

import juiceswap.core.house.Need;

/** A reserve that empties without power and fills with it. */
final class ReserveDemand extends Demand {
    /** At the end it should be back where it was, or at this share of what it holds. */
    private static final double HALF = 0.5;

    /** The finest steps in which the search looks at a reserve. */
    private static final int MOST_STEPS = 240;

    private static final int COARSE_STEPS = 120;

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

    /** In steps of the largest unit that start, rise and hold are multiples of; where there is none, in fine ones. */
    @Override
    Track track() {
        double step = step();
        int top = (int) Math.floor(hold / step + 1e-6);
        int[][][] next = new int[2][2][top + 1];
        double[][][] lost = new double[2][2][top + 1];
        double[] atEnd = new double[top + 1];
        for (int state = 0; state <= top; state++) {
            double level = state * step;
            double up = Math.min(hold, level + rise);
            double down = level - fall;
            next[1][1][state] = Math.min(top, (int) Math.floor(up / step + 1e-6));
            next[1][0][state] = (int) Math.max(0, Math.floor(down / step + 1e-6));
            lost[1][1][state] = up < thinBelow ? LESSER * fall : 0;
            lost[1][0][state] = Math.max(0, -down) + (down < thinBelow ? LESSER * fall : 0);
            atEnd[state] = LESSER * owed(level);
        }
        return new Track((int) Math.floor(atStart / step + 1e-6), next, lost, atEnd, inside);
    }

    private double step() {
        for (int parts = 1; parts <= 12; parts++) {
            double step = fall / parts;
            if (hold / step <= MOST_STEPS && whole(hold / step) && whole(atStart / step) && whole(rise / step)) {
                return step;
            }
        }
        return hold / COARSE_STEPS;
    }

    private static boolean whole(double value) {
        return Math.abs(value - Math.rint(value)) < 1e-6;
    }
}
