package juiceswap.core.capacity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SizingTest {
    private static final double LESS = 1 - 1e-6;

    private static Setup withoutPath(Setup setup) {
        return new Setup(setup.transfer(), Samples.generator(6800, 8400, 900, 31), List.of(), setup.circuits());
    }

    private static boolean carries(Setup setup, List<String> want, double running, double starting) {
        return StartOrder.of(Sizing.withRating(setup, running, starting), List.of(), want, List.of())
                .fits();
    }

    /** Exactly that label is enough, and not a hair less of either figure. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void theLabelIsEnoughAndNothingLessIs(long seed) {
        Setup setup = withoutPath(Samples.random(new Random(seed), 6));
        List<String> want = setup.circuits().stream().map(Circuit::id).toList();
        Sizing sizing = Sizing.of(setup, want, false);
        assertThat(carries(setup, want, sizing.runningWatts(), sizing.startingWatts()))
                .isTrue();
        assertThat(carries(setup, want, sizing.runningWatts() * LESS, sizing.startingWatts()))
                .isFalse();
        double starts = Math.max(sizing.demand(Sizing.Demand.STARTING), sizing.demand(Sizing.Demand.LEG_STARTING));
        assertThat(carries(setup, want, sizing.runningWatts(), starts * LESS)).isFalse();
        assertThat(sizing.order()).containsExactlyInAnyOrderElementsOf(want);
        assertThat(sizing.demand(sizing.decidedBy())).isEqualTo(Math.max(sizing.runningWatts(), starts));
    }

    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23, 24})
    void startingTogetherNeedsNoLess(long seed) {
        Setup setup = withoutPath(Samples.random(new Random(seed), 6));
        List<String> want = setup.circuits().stream().map(Circuit::id).toList();
        Sizing together = Sizing.of(setup, want, true);
        assertThat(together.startingWatts())
                .isGreaterThanOrEqualTo(Sizing.of(setup, want, false).startingWatts());
        assertThat(together.order()).isEmpty();
        Setup sized = Sizing.withRating(setup, together.runningWatts(), together.startingWatts());
        assertThat(Capacity.of(sized, List.of(), Set.copyOf(want)).ok()
                        || Capacity.of(sized, List.of(), Set.copyOf(want)).blocks().stream()
                                .allMatch(finding -> finding.code() == Finding.Code.NEEDS_OFF))
                .isTrue();
    }

    @Test
    void thePathIsJudgedApart() {
        Setup cottage = Samples.cottage();
        assertThat(Sizing.of(cottage, List.of("fridge", "well"), false).pathOk())
                .isTrue();
        assertThat(Sizing.of(cottage, List.of("range", "well", "fridge", "lights", "lamp"), false)
                        .pathOk())
                .isFalse();
        assertThat(Sizing.of(cottage, List.of(), false).runningWatts()).isZero();
    }
}
