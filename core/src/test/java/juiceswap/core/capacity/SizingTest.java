package juiceswap.core.capacity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Rating;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class SizingTest {
    private static final double LESS = 1 - 1e-6;

    private static Setup withoutPath(Setup setup) {
        return new Setup(setup.transfer(), Samples.generator(6800, 8400, 900, 31), List.of(), setup.circuits());
    }

    private static Setup withRating(Setup setup, double runningWatts, double startingWatts) {
        Generator generator = setup.source().engine();
        Rating label = new Rating(generator.fuel(), runningWatts, startingWatts);
        return new Setup(setup.transfer(), generator.withRatings(List.of(label)), setup.path(), setup.circuits());
    }

    private static boolean carries(Setup setup, List<String> want, double running, double starting) {
        return StartOrder.of(withRating(setup, running, starting), List.of(), want, List.of())
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
        assertThat(sizing.carriedBy(new Sizing.Label(sizing.runningWatts(), sizing.startingWatts())))
                .isTrue();
        assertThat(sizing.carriedBy(new Sizing.Label(sizing.runningWatts() * LESS, sizing.startingWatts())))
                .isFalse();
        assertThat(carries(setup, want, sizing.runningWatts() * LESS, sizing.startingWatts()))
                .isFalse();
        double starts = Math.max(sizing.demand(Sizing.Demand.STARTING), sizing.demand(Sizing.Demand.LEG_STARTING));
        assertThat(carries(setup, want, sizing.runningWatts(), starts * LESS)).isFalse();
        assertThat(sizing.order()).containsExactlyInAnyOrderElementsOf(want);
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
        Setup sized = withRating(setup, together.runningWatts(), together.startingWatts());
        assertThat(Capacity.of(sized, List.of(), Set.copyOf(want)).ok()
                        || Capacity.of(sized, List.of(), Set.copyOf(want)).blocks().stream()
                                .allMatch(finding -> finding.code() == Finding.Code.NEEDS_OFF))
                .isTrue();
    }

    /** By hand: 1100 W + 180 W at 80 % is 1600 W; L1 550 + 180 = 730, twice over 0.8 is 1825; starts as in the sum. */
    @Test
    void theCottagesPumpAndFridgeAreAsFiguredByHand() {
        Sizing sizing = Sizing.of(Samples.cottage(), List.of("fridge", "well"), false);
        assertThat(sizing.demands())
                .usingComparatorForType((a, b) -> Math.abs(a - b) < 1e-6 ? 0 : 1, Double.class)
                .containsExactly(1600.0, 3180.0, 1825.0, 3360.0);
        assertThat(sizing.decidedBy()).isEqualTo(Sizing.Demand.LEG_STARTING);
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
