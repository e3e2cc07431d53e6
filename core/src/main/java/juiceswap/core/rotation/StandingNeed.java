package juiceswap.core.rotation;

import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import org.jspecify.annotations.Nullable;

/**
 * What a household wants a circuit for on any day of an outage. Laid over a time that is planned for, with what the house
 * has had so far, it becomes one {@link Need} or several.
 */
public sealed interface StandingNeed {
    /** Minutes that a job is worth at the least, see section 11 of the engine. */
    double WORTH_OF_A_JOB = 60;

    /** What has to be left when the plan ends, however little there was when it began. */
    double SHARE_AT_THE_END = 0.5;

    String circuit();

    Priority priority();

    /** Which hours of a day count; null: all of them. */
    @Nullable
    Daily daily();

    /** From and to on a clock, across midnight when {@code to} is not the later. */
    record Daily(LocalTime from, LocalTime to) {
        public Daily {
            InvalidInput.unless(!from.equals(to), "/to", "invalid.same-as-from");
        }

        Window on(LocalDate day) {
            return new Window(day.atTime(from), (from.isBefore(to) ? day : day.plusDays(1)).atTime(to));
        }

        double minutes() {
            return java.util.Objects.requireNonNull(on(LocalDate.ofEpochDay(0)).minutes());
        }
    }

    /**
     * Something is kept cold, warm, dry or charged: a reserve.
     *
     * @param holdMinutes how long it keeps without power, from full, above 0
     * @param recoverMinutes of power from empty to full, above 0
     * @param full degrees Celsius when full, null when it is not told by its temperature
     * @param empty degrees Celsius when nothing is left; other than {@code full}
     * @param care what is asked of it beyond not running out
     */
    record Keep(
            String circuit,
            Priority priority,
            Keeping keeping,
            double holdMinutes,
            double recoverMinutes,
            @Nullable Double full,
            @Nullable Double empty,
            DailyCare care)
            implements StandingNeed {
        /** A freezer at -18 that thaws in a warm kitchen is as far from its temperatures as anything gets, degrees C. */
        private static final double FARTHEST = 35;

        /** With what is usually asked of what is kept so. */
        public Keep(
                String circuit,
                Priority priority,
                Keeping keeping,
                double holdMinutes,
                double recoverMinutes,
                @Nullable Double full,
                @Nullable Double empty) {
            this(circuit, priority, keeping, holdMinutes, recoverMinutes, full, empty, keeping.care());
        }

        /** The same with times that were learned. */
        public Keep withTimes(double hold, double recover) {
            return new Keep(circuit, priority, keeping, hold, recover, full, empty, care);
        }

        public Keep {
            InvalidInput.positive("/holdMinutes", holdMinutes);
            InvalidInput.positive("/recoverMinutes", recoverMinutes);
            InvalidInput.unless((full == null) == (empty == null), "/empty", "invalid.full-and-empty");
            InvalidInput.unless(full == null || !full.equals(empty), "/empty", "invalid.same-as-full");
        }

        @Override
        public @Nullable Daily daily() {
            return null;
        }

        /**
         * Whether it can be that warm, or cold, degrees C: nothing that is kept gets farther from both its temperatures than
         * the room around it is, and 64 where 18 was meant is a reading in the other unit.
         */
        public boolean believable(double celsius) {
            return full == null
                    || empty == null
                    || celsius > Math.min(full, empty) - FARTHEST && celsius < Math.max(full, empty) + FARTHEST;
        }

        /** What is left at a temperature, in minutes: in proportion between empty and full; null when it can't be told. */
        public @Nullable Double levelAt(double celsius) {
            if (full == null || empty == null) {
                return null;
            }
            double share = (celsius - empty) / (full - empty);
            return holdMinutes * Math.max(0, Math.min(1, share));
        }
    }

    /**
     * What is asked of something that is kept, beyond not running out, on any day.
     *
     * @param lowShare of what it holds, below which it is low, 0 to 1; null: 15 %, half where a life hangs on it
     * @param rising what a minute costs at the very bottom beyond that of any that is low, in minutes unmet, 0 or more
     * @param uses hours in which it is used up faster, or slower
     * @param floors what has to be left by the clock
     * @param watched nothing turns it off by itself, such as heat without its thermostat: somebody looks how warm it is
     */
    record DailyCare(@Nullable Double lowShare, double rising, List<Use> uses, List<Floor> floors, boolean watched) {
        /** Nothing. */
        public static final DailyCare NONE = new DailyCare(null, 0, List.of(), List.of());

        /** Of something that turns itself off when it is full. */
        public DailyCare(@Nullable Double lowShare, double rising, List<Use> uses, List<Floor> floors) {
            this(lowShare, rising, uses, floors, false);
        }

        /**
         * So many times as fast in these hours.
         *
         * @param times above 0, at most 20
         */
        public record Use(Daily hours, double times) {
            public Use {
                new Need.Care.Use(Window.ALWAYS, times);
            }
        }

        /**
         * So much has to be left at that time.
         *
         * @param share of what it holds, above 0, at most 1
         */
        public record Floor(LocalTime at, double share) {
            public Floor {
                InvalidInput.unless(share > 0 && share <= 1, "/share", "invalid.share");
            }
        }

        public DailyCare {
            uses = List.copyOf(uses);
            floors = List.copyOf(floors);
            new Need.Care(lowShare, rising, List.of(), List.of());
        }

        /** The same over the days of a horizon. */
        Need.Care over(Horizon horizon, double holdMinutes) {
            List<Need.Care.Use> used = new ArrayList<>();
            List<Need.Care.Floor> left = new ArrayList<>();
            LocalDateTime end = horizon.at(horizon.slots());
            LocalDate last = end.toLocalDate();
            left.add(new Need.Care.Floor(end, SHARE_AT_THE_END * holdMinutes));
            for (LocalDate day = horizon.first().toLocalDate().minusDays(1);
                    !day.isAfter(last);
                    day = day.plusDays(1)) {
                for (Use use : uses) {
                    used.add(new Need.Care.Use(use.hours.on(day), use.times));
                }
                for (Floor floor : floors) {
                    left.add(new Need.Care.Floor(day.atTime(floor.at), floor.share * holdMinutes));
                }
            }
            return new Need.Care(lowShare, rising, used, left);
        }
    }

    /** Power throughout. */
    record AlwaysOn(
            String circuit, Priority priority, @Nullable Daily daily, Need.Worth worth) implements StandingNeed {
        /** A minute counts as one, and nobody minds going off. */
        public AlwaysOn(String circuit, Priority priority, @Nullable Daily daily) {
            this(circuit, priority, daily, Need.Worth.USUAL);
        }
    }

    /**
     * One unbroken run a day.
     *
     * @param minutes above 0, not longer than its hours
     */
    record OnceADay(
            String circuit,
            Priority priority,
            double minutes,
            @Nullable Daily daily) implements StandingNeed {
        public OnceADay {
            requireFits(minutes, daily);
        }
    }

    /**
     * So many minutes a day, in blocks.
     *
     * @param minutes above 0, not longer than its hours
     * @param blockMinutes shortest run that counts, 0 or more
     */
    record HoursADay(
            String circuit,
            Priority priority,
            double minutes,
            double blockMinutes,
            @Nullable Daily daily,
            Need.Worth worth)
            implements StandingNeed {
        /** A minute counts as one, and nobody minds going off. */
        public HoursADay(
                String circuit, Priority priority, double minutes, double blockMinutes, @Nullable Daily daily) {
            this(circuit, priority, minutes, blockMinutes, daily, Need.Worth.USUAL);
        }

        public HoursADay {
            requireFits(minutes, daily);
            InvalidInput.notNegative("/blockMinutes", blockMinutes);
        }
    }

    private static void requireFits(double minutes, @Nullable Daily daily) {
        InvalidInput.positive("/minutes", minutes);
        double most = daily == null ? 24 * 60 : daily.minutes();
        InvalidInput.unless(minutes <= most, "/minutes", "invalid.longer-than-hours");
    }

    /**
     * The needs of the time that is planned for.
     *
     * @param had what the circuits have had so far
     */
    static List<Need> over(List<StandingNeed> standing, Horizon horizon, Had had) {
        List<Need> needs = new ArrayList<>();
        for (StandingNeed one : standing) {
            if (one instanceof Keep keep) {
                needs.add(new Need.Reserve(
                        keep.circuit,
                        keep.priority,
                        keep.holdMinutes,
                        keep.recoverMinutes,
                        had.level(keep, horizon.start()),
                        keep.care.over(horizon, keep.holdMinutes)));
            } else if (one instanceof AlwaysOn always && always.daily == null) {
                needs.add(new Need.Always(always.circuit, always.priority, Window.ALWAYS, always.worth));
            } else {
                addByDay(needs, one, horizon, had);
            }
        }
        return List.copyOf(needs);
    }

    private static void addByDay(List<Need> needs, StandingNeed one, Horizon horizon, Had had) {
        LocalDateTime end = horizon.at(horizon.slots());
        LocalDate last = end.toLocalDate();
        for (LocalDate day = horizon.start().toLocalDate().minusDays(1); !day.isAfter(last); day = day.plusDays(1)) {
            Window window = one.daily() == null
                    ? new Window(day.atStartOfDay(), day.plusDays(1).atStartOfDay())
                    : one.daily().on(day);
            LocalDateTime opens = Objects.requireNonNull(window.from());
            LocalDateTime closes = Objects.requireNonNull(window.to());
            if (horizon.over(window) || !opens.isBefore(end)) {
                continue;
            }
            if (one instanceof AlwaysOn always) {
                needs.add(new Need.Always(always.circuit, always.priority, window, always.worth));
            } else if (!closes.isAfter(end)) {
                // what a window that goes on beyond the plan asks for can still be had after it
                addTurn(needs, one, window, horizon, had);
            }
        }
    }

    private static void addTurn(List<Need> needs, StandingNeed one, Window window, Horizon horizon, Had had) {
        LocalDateTime opens = Objects.requireNonNull(window.from());
        LocalDateTime closes = Objects.requireNonNull(window.to());
        if (one instanceof OnceADay once) {
            double ran = had.running(once.circuit, opens, horizon.start());
            boolean done = had.longestRun(once.circuit, opens, horizon.start()) >= once.minutes;
            // it may have been in the middle of its hours that the outage, or the plan, began
            double left = Duration.between(horizon.start(), closes).toMinutes() + ran;
            if (!done && (left >= once.minutes)) {
                needs.add(new Need.Session(once.circuit, once.priority, once.minutes, null, ran, window));
            }
        } else if (one instanceof HoursADay hours) {
            double done = had.minutes(hours.circuit, opens, horizon.start());
            double left = Duration.between(horizon.start().isAfter(opens) ? horizon.start() : opens, closes)
                    .toMinutes();
            if (done < hours.minutes) {
                needs.add(new Need.Minutes(
                        hours.circuit,
                        hours.priority,
                        Math.min(hours.minutes, done + left),
                        hours.blockMinutes,
                        done,
                        window,
                        worth(hours)));
            }
        }
    }

    /** What is used for less than an hour is worth an hour, as a job is: a kettle at breakfast is worth two walks. */
    private static Need.Worth worth(HoursADay hours) {
        Need.Worth worth = hours.worth;
        return worth.equals(Need.Worth.USUAL) && hours.minutes < WORTH_OF_A_JOB
                ? new Need.Worth(WORTH_OF_A_JOB / hours.minutes, 0)
                : worth;
    }
}
