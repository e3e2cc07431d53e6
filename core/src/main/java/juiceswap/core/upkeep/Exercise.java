package juiceswap.core.upkeep;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Source;
import org.jspecify.annotations.Nullable;

/**
 * An exercise run: the engine works under real load for as long as it takes to get hot through, is read before and under the
 * load, and is compared with how it did before.
 */
public final class Exercise {
    /** Under less it only gets dirty: carbon, and fuel in the oil (general practice). */
    public static final double LEAST_SHARE = 0.5;

    /** A governor that works lets the engine slow down by no more from no load to half of it: our own reading of 62 to 59 Hz. */
    private static final double MOST_DROOP_HERTZ = 3.5;

    /** So much slower than before at a like load is a change of the engine and not of the weather: our own choice. */
    private static final double SLOWER_HERTZ = 1;

    /** So much lower than before at a like load: our own choice. */
    private static final double LOWER_VOLTS = 5;

    /** Loads are alike when they differ by no more than this share of the larger: our own choice. */
    private static final double ALIKE_SHARE = 0.3;

    /** More is a slip of the finger. */
    private static final double MOST_WATTS = 100_000;

    private Exercise() {}

    /** What is done, in its order. */
    public enum Step implements Worded {
        PLACE("place", 0),
        ALARM("alarm", 0),
        OIL_AND_FUEL("oil-and-fuel", 0),
        NOTHING_ON_IT("nothing-on-it", 0),
        START("start", 0),
        WARM_UP("warm-up", 3),
        READ_UNLOADED("read-unloaded", 0),
        LOAD("load", 0),
        RUN("run", Task.EXERCISE_MINUTES),
        READ_LOADED("read-loaded", 0),
        UNLOAD("unload", 0),
        COOL_DOWN("cool-down", 5),
        STOP("stop", 0),
        AWAY("away", 0);

        private final String word;
        private final int minutes;

        Step(String word, int minutes) {
            this.word = word;
            this.minutes = minutes;
        }

        @Override
        public String word() {
            return word;
        }

        /** Minutes that it lasts at least; 0 for what is done when it is done. */
        public int minutes() {
            return minutes;
        }

        /** Volts and hertz are read in it. */
        public boolean reads() {
            return this == READ_UNLOADED || this == READ_LOADED;
        }

        /** The step after this one; null after the last. */
        public @Nullable Step next() {
            return ordinal() + 1 == values().length ? null : values()[ordinal() + 1];
        }

        /** The step before this one; null before the first. */
        public @Nullable Step before() {
            return ordinal() == 0 ? null : values()[ordinal() - 1];
        }
    }

    /**
     * A run as it was written down.
     *
     * @param loadWatts what was plugged in, above 0, or null when nobody has said
     * @param unloaded what was read before the load; null when nothing was
     * @param loaded what was read under the load; null when nothing was
     */
    public record Run(
            LocalDate on,
            @Nullable Double loadWatts,
            @Nullable Readings unloaded,
            @Nullable Readings loaded) {
        public Run {
            InvalidInput.unless(
                    loadWatts == null || loadWatts > 0 && loadWatts <= MOST_WATTS, "/loadWatts", "invalid.load-watts");
        }
    }

    /** Watts that a run should have at least; null of what has no engine. */
    public static @Nullable Double leastWatts(Source source) {
        Generator engine = source.engine();
        return engine == null ? null : (Double) (LEAST_SHARE * engine.rating().runningWatts());
    }

    /**
     * Whether a run counts as the one that is due: long enough, and under enough load where somebody has said how much.
     *
     * @param minutes that the engine ran
     */
    public static boolean counts(Run run, double minutes, Source source) {
        Double least = leastWatts(source);
        boolean light = run.loadWatts != null && least != null && run.loadWatts < least;
        return !light && minutes >= Task.EXERCISE_MINUTES;
    }

    /**
     * What a run says of the engine, the most serious first; empty when it says nothing new.
     *
     * @param earlier runs before it, in any order
     */
    public static List<Phrase> findings(Run run, Source source, List<Run> earlier) {
        List<Phrase> found = new ArrayList<>();
        judged(run.unloaded, false, source, found);
        judged(run.loaded, true, source, found);
        Double watts = run.loadWatts;
        Double least = leastWatts(source);
        if (watts != null && least != null && watts < least) {
            found.add(Phrase.of("exercise.found.light", "watts", Math.round(watts), "least", Math.round(least)));
        }
        Double idle = hertz(run.unloaded);
        Double hertz = hertz(run.loaded);
        if (idle != null && hertz != null && idle - hertz > MOST_DROOP_HERTZ) {
            found.add(Phrase.of("exercise.found.droop", "idle", idle, "hertz", hertz));
        }
        List<Run> alike = earlier.stream().filter(other -> alike(run, other)).toList();
        Double before = middle(alike, one -> hertz(one.loaded));
        if (hertz != null && before != null && before - hertz >= SLOWER_HERTZ) {
            found.add(Phrase.of("exercise.found.slower", "hertz", hertz, "before", before));
        }
        Double volts = volts(run.loaded);
        Double voltsBefore = middle(alike, one -> volts(one.loaded));
        if (volts != null && voltsBefore != null && voltsBefore - volts >= LOWER_VOLTS) {
            found.add(Phrase.of("exercise.found.lower", "volts", Math.round(volts), "before", Math.round(voltsBefore)));
        }
        return List.copyOf(found);
    }

    private static void judged(@Nullable Readings read, boolean loaded, Source source, List<Phrase> found) {
        if (read == null) {
            return;
        }
        for (VoltageCause cause :
                VoltageJudgement.of(source.splitPhase(), false, loaded, read).causes()) {
            found.add(Phrase.of("exercise.found.cause", "cause", Phrase.of("cause." + cause.word())));
        }
    }

    private static boolean alike(Run run, Run other) {
        Double one = run.loadWatts;
        Double two = other.loadWatts;
        return one != null && two != null && Math.abs(one - two) <= ALIKE_SHARE * Math.max(one, two);
    }

    private static @Nullable Double hertz(@Nullable Readings read) {
        return read == null ? null : read.hz();
    }

    /** The lower leg. */
    private static @Nullable Double volts(@Nullable Readings read) {
        if (read == null) {
            return null;
        }
        Double l1 = read.l1n();
        Double l2 = read.l2n();
        return l1 == null ? l2 : l2 == null ? l1 : (Double) Math.min(l1, l2);
    }

    /** The middle one of what was read before; null where nothing was. */
    private static @Nullable Double middle(List<Run> runs, Function<Run, @Nullable Double> value) {
        List<Double> sorted = runs.stream()
                .map(value)
                .filter(Objects::nonNull)
                .sorted(Comparator.naturalOrder())
                .toList();
        return sorted.isEmpty() ? null : sorted.get(sorted.size() / 2);
    }
}
