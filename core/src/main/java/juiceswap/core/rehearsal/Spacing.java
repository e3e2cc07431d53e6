package juiceswap.core.rehearsal;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

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
        /** Somebody was hurt. */
        HARM,
        /** Something broke or had to be done over, or a rule was broken. */
        DAMAGE,
        /** With hints, led, after something was taken back, or not to the end. */
        HELP,
        /** By heart, all the way. */
        CLEAN;

        /**
         * How it went.
         *
         * @param came everything that came of it, what was taken back included
         * @param ruleBroken by any act that was not taken back
         * @param helped led, by a hint, or by taking something back
         * @param arrived the goal was reached
         */
        public static Went of(List<Consequence> came, boolean ruleBroken, boolean helped, boolean arrived) {
            if (came.stream().anyMatch(one -> one.kind().severity().harms())) {
                return HARM;
            }
            if (!came.isEmpty() || ruleBroken) {
                return DAMAGE;
            }
            return helped || !arrived ? HELP : CLEAN;
        }
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

    /**
     * What to rehearse next: what is due again, the longest overdue first; else what has befallen this house and nobody has
     * rehearsed; else the first that nobody has rehearsed; else what is due soonest.
     *
     * @param fitting that can befall the house, one at least
     * @param befallen what has befallen it
     * @param past what was gone through of each, oldest first
     */
    public static Trouble choose(
            List<Trouble> fitting, Set<Trouble> befallen, Map<Trouble, List<Past>> past, LocalDate today) {
        @Nullable Trouble soonest = null;
        LocalDate first = LocalDate.MAX;
        @Nullable Trouble fresh = null;
        for (Trouble trouble : fitting) {
            List<Past> gone = past.getOrDefault(trouble, List.of());
            if (gone.isEmpty()) {
                boolean own = befallen.contains(trouble) && (fresh == null || !befallen.contains(fresh));
                fresh = fresh == null || own ? trouble : fresh;
            } else if (next(gone).isBefore(first)) {
                first = next(gone);
                soonest = trouble;
            }
        }
        boolean due = soonest != null && !first.isAfter(today);
        @Nullable Trouble chosen = due || fresh == null ? soonest : fresh;
        return chosen == null ? fitting.get(0) : chosen;
    }

    private static int afterClean(List<Past> past) {
        int days = AFTER_CLEAN;
        for (int i = past.size() - 2; i >= 0 && past.get(i).went() == Went.CLEAN && days < LONGEST; i--) {
            days *= 2;
        }
        return Math.min(days, LONGEST);
    }
}
