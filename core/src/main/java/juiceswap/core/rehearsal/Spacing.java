package juiceswap.core.rehearsal;

import java.time.LocalDate;
import java.util.List;

/**
 * When a rehearsal comes again: after harm in three days, after something broke or a rule was broken in a week, after a
 * hint or a detour in two weeks; gone through cleanly in a month, and after each further time in a row twice as long, up to
 * half a year. Our own rule, after the usual finding that what is nearly forgotten is best repeated.
 */
public final class Spacing {
    private static final int AFTER_HARM = 3;
    private static final int AFTER_DAMAGE = 7;
    private static final int AFTER_HELP = 14;
    private static final int AFTER_CLEAN = 30;
    private static final int LONGEST = 182;

    private Spacing() {}

    /** How a rehearsal went, the worst first. */
    public enum Went {
        HARM,
        DAMAGE,
        HELP,
        CLEAN
    }

    /** One that was gone through. */
    public record Past(LocalDate on, Went went) {}

    /**
     * The day from which it comes again.
     *
     * @param past oldest first, one at least
     */
    public static LocalDate next(List<Past> past) {
        Past last = past.get(past.size() - 1);
        return last.on()
                .plusDays(
                        switch (last.went()) {
                            case HARM -> AFTER_HARM;
                            case DAMAGE -> AFTER_DAMAGE;
                            case HELP -> AFTER_HELP;
                            case CLEAN -> afterClean(past);
                        });
    }

    private static int afterClean(List<Past> past) {
        int days = AFTER_CLEAN;
        for (int i = past.size() - 2; i >= 0 && past.get(i).went() == Went.CLEAN && days < LONGEST; i--) {
            days *= 2;
        }
        return Math.min(days, LONGEST);
    }
}
