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
}
