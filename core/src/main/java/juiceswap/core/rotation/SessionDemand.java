package juiceswap.core.rotation;

import java.util.List;
import juiceswap.core.house.Need;
import org.jspecify.annotations.Nullable;

/** One unbroken run inside a window. */
final class SessionDemand extends Demand {
    /** A job that is not done counts as at least so many minutes. */
    private static final double LEAST_WORTH = 60;

    private final double minutes;
    private final double worth;
    private final double ran;

    SessionDemand(int need, int circuit, Need.Session session, Horizon horizon, boolean held) {
        super(need, circuit, session, horizon);
        minutes = session.minutes();
        worth = session.worthMinutes() == null
                ? Math.max(minutes, LEAST_WORTH)
                : session.worthMinutes().doubleValue();
        boolean counts = held && horizon.openAtStart(session.window()) || session.ranMinutes() >= minutes;
        ran = counts ? session.ranMinutes() : 0;
    }

    @Override
    Account account(boolean[] on) {
        boolean done = ran >= minutes || longEnough(on) != null;
        return new Account(done ? 0 : worth, 0, 0, 0);
    }

    @Override
    List<Run> fulfilledBy(boolean[] on) {
        Run run = ran >= minutes ? null : longEnough(on);
        return run == null ? List.of() : List.of(run);
    }

    /** The first run that is long enough, as long as it has to be. */
    private @Nullable Run longEnough(boolean[] on) {
        int from = first;
        for (int slot = first; slot < end; slot++) {
            if (!on[slot]) {
                from = slot + 1;
            } else {
                double before = ran > 0 && onSinceStart(on, from) ? ran : 0;
                if (slot + 1 - from >= slotsFor(minutes - before)) {
                    return new Run(from, slot + 1);
                }
            }
        }
        return null;
    }

    private static boolean onSinceStart(boolean[] on, int until) {
        for (int slot = 0; slot < until; slot++) {
            if (!on[slot]) {
                return false;
            }
        }
        return true;
    }

    /** The state is how many slots of an unbroken run are behind; the last one is done for good. */
    @Override
    Track track() {
        int whole = slotsFor(minutes);
        int[][][] next = new int[2][2][whole + 1];
        double[][][] lost = new double[2][2][whole + 1];
        double[] atEnd = new double[whole + 1];
        for (int state = 0; state < whole; state++) {
            next[1][1][state] = state + 1;
            atEnd[state] = worth;
        }
        next[0][0][whole] = whole;
        next[0][1][whole] = whole;
        next[1][0][whole] = whole;
        next[1][1][whole] = whole;
        int behind = whole - slotsFor(minutes - ran);
        return new Track(ran >= minutes ? whole : behind, next, lost, atEnd, inside);
    }

    @Override
    Course course() {
        return new Running();
    }

    /** By boundary: how many slots of an unbroken run are behind, and whether it has been on ever since the first slot. */
    private final class Running extends Course {
        private final int[] run = new int[end + 1];
        private final boolean[] sinceStart = new boolean[end + 1];
        private final int whole = slotsFor(minutes);
        private final int rest = slotsFor(minutes - ran);

        /** The slot after which it is done; none while that is beyond the last. */
        private int done = Integer.MAX_VALUE;

        Running() {
            super(SessionDemand.this);
            sinceStart[0] = true;
        }

        @Override
        double lost(long[] sets, int from, int to, int[] until) {
            if (ran >= minutes || done <= from) {
                return 0;
            }
            if (from >= end) {
                return worth;
            }
            int length = run[from];
            boolean since = sinceStart[from];
            for (int slot = from; slot < end; slot++) {
                boolean on = on(sets, slot);
                since &= on;
                length = on && slot >= first ? length + 1 : 0;
                if (longEnough(length, since)) {
                    return 0;
                }
                if (slot + 1 >= to && length == run[slot + 1] && since == sinceStart[slot + 1]) {
                    // from here on as it was; what was done before this is not done now
                    return doneAfter(slot + 1) ? 0 : worth;
                }
            }
            return worth;
        }

        @Override
        double lostAndKept(long[] sets, int from) {
            if (ran >= minutes) {
                return 0;
            }
            done = done <= from ? done : Integer.MAX_VALUE;
            for (int slot = from; slot < end; slot++) {
                boolean on = on(sets, slot);
                sinceStart[slot + 1] = sinceStart[slot] && on;
                run[slot + 1] = on && slot >= first ? run[slot] + 1 : 0;
                if (done == Integer.MAX_VALUE && longEnough(run[slot + 1], sinceStart[slot + 1])) {
                    done = slot + 1;
                }
            }
            return done == Integer.MAX_VALUE ? worth : 0;
        }

        private boolean longEnough(int length, boolean since) {
            return length > 0 && length >= (since ? rest : whole);
        }

        /** Whether a run that is long enough ends after that boundary. */
        private boolean doneAfter(int boundary) {
            if (done == Integer.MAX_VALUE) {
                return false;
            }
            for (int slot = boundary; slot < end; slot++) {
                if (longEnough(run[slot + 1], sinceStart[slot + 1])) {
                    return true;
                }
            }
            return false;
        }
    }
}
