package juiceswap.core.house;

import java.time.LocalDateTime;
import java.util.List;
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
    default double weight() {
        return priority().weight();
    }

    /**
     * A reserve that empties without power: food cold, house warm.
     *
     * @param holdMinutes from full to empty, above 0
     * @param recoverMinutes of power from empty to full, above 0
     * @param levelMinutes what is left now, 0 to {@code holdMinutes}
     * @param care what people ask of it beyond not running out
     */
    record Reserve(
            String circuit,
            Priority priority,
            double holdMinutes,
            double recoverMinutes,
            double levelMinutes,
            Care care)
            implements Need {
        public Reserve {
            InvalidInput.positive("/holdMinutes", holdMinutes);
            InvalidInput.positive("/recoverMinutes", recoverMinutes);
            InvalidInput.unless(
                    levelMinutes >= 0 && levelMinutes <= holdMinutes, "/levelMinutes", "invalid.level-within-hold");
            for (int i = 0; i < care.floors().size(); i++) {
                InvalidInput.unless(
                        care.floors().get(i).minutes() <= holdMinutes,
                        "/floors/" + i + "/minutes",
                        "invalid.level-within-hold");
            }
        }

        /** A reserve that has no more to do than not to run out. */
        public Reserve(
                String circuit, Priority priority, double holdMinutes, double recoverMinutes, double levelMinutes) {
            this(circuit, priority, holdMinutes, recoverMinutes, levelMinutes, Care.USUAL);
        }

        private static final double THIN_SHARE = 0.15;

        /** What a life hangs on is not run down by more than half. */
        private static final double THIN_SHARE_OF_LIFE = 0.5;

        /** Minutes below which it is thin: 15 % of what it holds, half where a life hangs on it, unless it is said. */
        public double thinMinutes() {
            Double low = care.lowShare();
            double usual = priority == Priority.LIFE ? THIN_SHARE_OF_LIFE : THIN_SHARE;
            return (low == null ? usual : low) * holdMinutes;
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

    /**
     * What people ask of a reserve beyond not running out.
     *
     * @param lowShare of what it holds, below which it is low, 0 to 1; null: 15 %, half where a life hangs on it
     * @param rising what a minute costs at the very bottom beyond that of any minute that is low, in minutes unmet, 0 or more: it
     *     rises evenly from nothing where low begins, so that it is run down a little rather than to the bottom
     * @param uses when it is used up faster, or slower, than at other times
     * @param floors what has to be left at certain times
     */
    record Care(@Nullable Double lowShare, double rising, List<Use> uses, List<Floor> floors) {
        /** Nothing beyond not running out. */
        public static final Care USUAL = new Care(null, 0, List.of(), List.of());

        public Care {
            uses = List.copyOf(uses);
            floors = List.copyOf(floors);
            InvalidInput.unless(lowShare == null || lowShare >= 0 && lowShare <= 1, "/lowShare", "invalid.share");
            InvalidInput.notNegative("/rising", rising);
        }

        /** How many times as fast it is used up in a stretch of time: the most of what touches it, once where nothing does. */
        public double timesUsed(LocalDateTime from, LocalDateTime to) {
            double most = 0;
            for (Use use : uses) {
                boolean touches =
                        (use.window.from() == null || use.window.from().isBefore(to))
                                && (use.window.to() == null || use.window.to().isAfter(from));
                most = touches ? Math.max(most, use.times) : most;
            }
            return most == 0 ? 1 : most;
        }

        /**
         * It is used up so many times as fast in that window: showers in the morning, a refrigerator that nobody opens at
         * night.
         *
         * @param times above 0, at most 20; 1: as at other times
         */
        public record Use(Window window, double times) {
            private static final double MOST_TIMES = 20;

            public Use {
                InvalidInput.unless(
                        times > 0 && times <= MOST_TIMES, "/times", "invalid.times-used", "most", MOST_TIMES);
            }
        }

        /**
         * So much has to be left at a time: hot water at seven, water for the night. A minute that is missing then
         * counts a quarter of one that is unmet.
         *
         * @param minutes of reserve, above 0, not above what it holds
         */
        public record Floor(LocalDateTime at, double minutes) {
            public Floor {
                InvalidInput.positive("/minutes", minutes);
            }
        }
    }

    /**
     * How much being without power matters to a need that is told by its minutes.
     *
     * @param times what each minute unmet counts, above 0; 1: as any of its priority
     * @param interruption minutes unmet that each going off counts, 0 or more
     */
    record Worth(double times, double interruption) {
        /** A minute counts as one, and nobody minds going off. */
        public static final Worth USUAL = new Worth(1, 0);

        public Worth {
            InvalidInput.positive("/worth", times);
            InvalidInput.notNegative("/interruptionMinutes", interruption);
        }
    }

    /** Power throughout a window; null ends are open. */
    record Always(String circuit, Priority priority, Window window, Worth worth) implements Need {
        /** A minute counts as one, and nobody minds going off. */
        public Always(String circuit, Priority priority, Window window) {
            this(circuit, priority, window, Worth.USUAL);
        }

        @Override
        public double weight() {
            return worth.times() * priority.weight();
        }
    }

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
            String circuit,
            Priority priority,
            double minutes,
            double blockMinutes,
            double doneMinutes,
            Window window,
            Worth worth)
            implements Need {
        public Minutes {
            InvalidInput.positive("/minutes", minutes);
            InvalidInput.notNegative("/blockMinutes", blockMinutes);
            InvalidInput.notNegative("/doneMinutes", doneMinutes);
        }

        /** A minute counts as one, and nobody minds going off. */
        public Minutes(
                String circuit,
                Priority priority,
                double minutes,
                double blockMinutes,
                double doneMinutes,
                Window window) {
            this(circuit, priority, minutes, blockMinutes, doneMinutes, window, Worth.USUAL);
        }

        @Override
        public double weight() {
            return worth.times() * priority.weight();
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
        public double weight() {
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
