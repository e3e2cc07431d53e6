package juiceswap.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Samples;
import juiceswap.core.meter.Readings;
import juiceswap.core.supply.Source;
import juiceswap.core.upkeep.Exercise.Run;
import juiceswap.core.upkeep.Exercise.Step;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

/** A run of the engine: its steps, and what its readings say against earlier ones. */
class ExerciseTest {
    private static final Source SET = Samples.generator(6800, 8400);
    private static final LocalDate MAY = LocalDate.of(2031, 5, 4);

    private static Readings read(double l1, double l2, double hertz) {
        return new Readings(l1, l2, null, hertz, null);
    }

    private static Run run(@Nullable Double watts, @Nullable Readings unloaded, @Nullable Readings loaded) {
        return new Run(MAY, watts, unloaded, loaded);
    }

    private static List<String> found(Run run, Run... earlier) {
        return Exercise.findings(run, SET, List.of(earlier)).stream()
                .map(Phrase::key)
                .toList();
    }

    @Test
    void stepsLeadFromTheFirstToTheLastAndBack() {
        Step step = Step.PLACE;
        int steps = 1;
        while (step.next() != null) {
            assertThat(step.next().before()).isEqualTo(step);
            step = step.next();
            steps++;
        }
        assertThat(step).isEqualTo(Step.AWAY);
        assertThat(steps).isEqualTo(Step.values().length);
        // nothing is on it while it starts and while it stops
        assertThat(Step.NOTHING_ON_IT).isLessThan(Step.START);
        assertThat(Step.UNLOAD).isLessThan(Step.STOP);
        assertThat(Step.RUN.minutes()).isEqualTo(Task.EXERCISE_MINUTES);
    }

    @Test
    void aSoundRunSaysNothing() {
        assertThat(found(run(3600.0, read(122, 121, 61.8), read(119, 118, 60)))).isEmpty();
        assertThat(found(run(null, null, null))).isEmpty();
    }

    /** By hand: half of 6,800 W are 3,400 W. */
    @Test
    void aLightLoadDoesNotBurnItClean() {
        assertThat(Exercise.leastWatts(SET)).isEqualTo(3400);
        assertThat(found(run(3399.0, null, null))).containsExactly("exercise.found.light");
        assertThat(found(run(3400.0, null, null))).isEmpty();
        assertThatThrownBy(() -> run(0.0, null, null))
                .isInstanceOf(InvalidInput.class)
                .hasMessageContaining("/loadWatts");
    }

    @Test
    void aRunCountsWhereItIsLongAndHeavyEnough() {
        assertThat(Exercise.counts(run(3400.0, null, null), 20, SET)).isTrue();
        assertThat(Exercise.counts(run(3399.0, null, null), 60, SET)).isFalse();
        assertThat(Exercise.counts(run(3400.0, null, null), 19.9, SET)).isFalse();
        assertThat(Exercise.counts(run(null, null, null), 20, SET)).isTrue();
    }

    @Test
    void aGovernorThatLetsGoIsFound() {
        assertThat(found(run(3600.0, read(121, 121, 62.6), read(118, 118, 59)))).contains("exercise.found.droop");
    }

    /** Only what was under a like load is compared: 3,600 W with 3,000 to 4,500 W, not with 1,000 W. */
    @Test
    void itIsComparedWithRunsUnderALikeLoad() {
        Run now = run(3600.0, null, read(114, 116, 59.2));
        Run before = run(3200.0, null, read(120, 121, 60.6));
        assertThat(found(now, before)).containsExactly("exercise.found.slower", "exercise.found.lower");
        assertThat(found(now, run(1000.0, null, read(124, 124, 62)))).isEmpty();
        assertThat(found(now, run(3400.0, null, null))).isEmpty();
        assertThat(found(now, run(null, null, read(124, 124, 62)))).isEmpty();
    }

    @Test
    void whatIsWrongInItselfIsSaidFirst() {
        assertThat(found(run(3600.0, read(122, 0, 61), read(119, 118, 60))).get(0))
                .isEqualTo("exercise.found.cause");
    }
}
