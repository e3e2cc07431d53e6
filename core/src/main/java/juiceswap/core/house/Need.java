package juiceswap.core.house;

import java.time.LocalDateTime;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/** What a circuit is needed for, and how much of it. */
public sealed interface Need {

    /** How much it matters, most first. */
    enum Priority implements Worded {
        LIFE("life", 10_000),
        PROPERTY("property", 100),
        FOOD("food", 10),
        COMFORT("comfort", 1);

        private final String word;

        private final int weight;

        Priority(String word, int weight) {
            this.word = word;
            this.weight = weight;
        }

        @Override
        public String word() {
            return word;
        }

        /** What one unmet minute weighs against others. */
        public int weight() {
            return weight;
        }
    }

    String circuit();

    Priority priority();

    /** When it counts. */
    Window window();

    /** What one unmet minute weighs against others. */
    default int weight() {
        return priority().weight();
    }

    /**
     * A reserve that empties without power: food cold, house warm.
     *
     * @param holdMinutes from full to empty, above 0
     * @param recoverMinutes of power from empty to full, above 0
     * @param levelMinutes what is left now, 0 to {@code holdMinutes}
     */
    record Reserve(String circuit, Priority priority, double holdMinutes, double recoverMinutes, double levelMinutes)
            implements Need {
        public Reserve {
            InvalidInput.positive("/holdMinutes", holdMinutes);
            InvalidInput.positive("/recoverMinutes", recoverMinutes);
            InvalidInput.unless(
                    levelMinutes >= 0 && levelMinutes <= holdMinutes, "/levelMinutes", "invalid.level-within-hold");
        }

        private static final double THIN_SHARE = 0.15;

        /** What a life hangs on is not run down by more than half. */
        private static final double THIN_SHARE_OF_LIFE = 0.5;

        /** Minutes below which it is thin: 15 % of what it holds, half where a life hangs on it. */
        public double thinMinutes() {
            return (priority == Priority.LIFE ? THIN_SHARE_OF_LIFE : THIN_SHARE) * holdMinutes;
        }

        /** Near its bottom. */
        public boolean thin() {
            return levelMinutes < thinMinutes();
        }

        @Override
        public Window window() {
            return Window.ALWAYS;
        }
    }

    /** Power throughout a window; null ends are open. */
    record Always(String circuit, Priority priority, Window window) implements Need {}

    /**
     * One unbroken run inside a window.
     *
     * @param minutes above 0, not longer than the window
     * @param worthMinutes what missing it counts as; null for the usual
     * @param ranMinutes already run, 0 or more
     */
    record Session(
            String circuit,
            Priority priority,
            double minutes,
            @Nullable Double worthMinutes,
            double ranMinutes,
            Window window)
            implements Need {
        public Session {
            InvalidInput.positive("/minutes", minutes);
            InvalidInput.notNegative("/ranMinutes", ranMinutes);
            InvalidInput.unless(
                    window.minutes() == null || minutes <= window.minutes(), "/minutes", "invalid.longer-than-window");
        }
    }

    /**
     * So many minutes in all, in blocks.
     *
     * @param minutes above 0
     * @param blockMinutes shortest run that counts, 0 or more
     * @param doneMinutes already had, 0 or more
     */
    record Minutes(
            String circuit, Priority priority, double minutes, double blockMinutes, double doneMinutes, Window window)
            implements Need {
        public Minutes {
            InvalidInput.positive("/minutes", minutes);
            InvalidInput.notNegative("/blockMinutes", blockMinutes);
            InvalidInput.notNegative("/doneMinutes", doneMinutes);
        }
    }

    /**
     * Somebody wants a circuit on, or off, in a window, whatever the other needs say: it gives way to life alone.
     *
     * @param on whether it is to be on
     */
    record Pinned(String circuit, boolean on, Window window) implements Need {
        /** Above everything but life. */
        private static final int WEIGHT = 1000;

        @Override
        public Priority priority() {
            return Priority.PROPERTY;
        }

        @Override
        public int weight() {
            return WEIGHT;
        }
    }

    /**
     * A circuit that somebody stands by is not left on for nothing: each minute beyond what it is used for is one of comfort
     * lost, so that it goes off at the next visit, and for half an hour or more on a visit of its own.
     *
     * @param minutes in all, 0 or more
     */
    record Briefly(String circuit, double minutes) implements Need {
        public Briefly {
            InvalidInput.notNegative("/minutes", minutes);
        }

        @Override
        public Priority priority() {
            return Priority.COMFORT;
        }

        @Override
        public Window window() {
            return Window.ALWAYS;
        }
    }

    /**
     * What feeds the house is scarce: each minute that a circuit is on costs something, whatever it is on for, so that what matters
     * less than what it draws is left out.
     *
     * @param costAMinute minutes of comfort, above 0
     */
    record Sparing(String circuit, double costAMinute, Window window) implements Need {
        public Sparing {
            InvalidInput.positive("/costAMinute", costAMinute);
        }

        @Override
        public Priority priority() {
            return Priority.COMFORT;
        }
    }

    /** From and to in local time, each open when null. */
    record Window(@Nullable LocalDateTime from, @Nullable LocalDateTime to) {
        /** At any time. */
        public static final Window ALWAYS = new Window(null, null);

        public Window {
            InvalidInput.unless(from == null || to == null || from.isBefore(to), "/from", "invalid.before-to");
        }

        /** Its length, null when it is open. */
        public @Nullable Double minutes() {
            return from == null || to == null
                    ? null
                    : java.time.Duration.between(from, to).getSeconds() / 60.0;
        }
    }
}
