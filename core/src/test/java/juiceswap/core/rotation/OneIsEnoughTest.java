package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;
import org.junit.jupiter.api.Test;

/** Two generators in parallel, of which one is enough for the night. */
class OneIsEnoughTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);
    private static final Circuit FRIDGE = Samples.circuit("fridge", 1, 200, 900);
    private static final Circuit HEATER = Samples.circuit("heater", 3, 1300, 1300);

    private static Generator set(double runningWatts) {
        return Samples.generator(runningWatts, runningWatts * 1.2)
                .change()
                .litresPerHour(new TreeMap<>(java.util.Map.of(0.0, 0.4, 100.0, 1.4)))
                .generator();
    }

    /** The heater is on until ten, the fridge all the time. */
    private static RotationPlan plan(Generator first, Generator second) {
        Setup setup = Samples.setup(first, FRIDGE, HEATER).withSource(new ParallelGenerators(first, second));
        Horizon horizon = new Horizon(SIX, 15, 48, null, List.of());
        return new Rotation(
                        setup,
                        horizon,
                        Set.of("fridge", "heater"),
                        List.of(
                                new Need.Always("fridge", Priority.FOOD, Window.ALWAYS),
                                new Need.Always("heater", Priority.FOOD, new Window(SIX, SIX.plusHours(4))),
                                new Need.Pinned("heater", false, new Window(SIX.plusHours(4), null))))
                .plan(Effort.INSTANT);
    }

    @Test
    void oneCarriesTheNight() {
        List<OneIsEnough> enough = OneIsEnough.of(plan(set(2000), set(2000)));
        assertThat(enough).hasSize(1);
        OneIsEnough night = enough.get(0);
        assertThat(night.from()).isEqualTo(SIX.plusHours(4));
        assertThat(night.to()).isEqualTo(SIX.plusHours(12));
        assertThat(night.first() && night.second()).isTrue();
        // both at 200 of 4,000 W: 5 % of each, 0.45 liters an hour and set; one at 10 %: 0.5 liters
        assertThat(night.litresSaved()).isCloseTo(8 * (2 * 0.45 - 0.5), within(1e-6));
    }

    /** What does not start on the small one is not left to it. */
    @Test
    void theStartCountsToo() {
        List<OneIsEnough> enough = OneIsEnough.of(plan(set(2000), set(700)));
        assertThat(enough).isNotEmpty();
        assertThat(enough).allMatch(one -> one.first() && !one.second());
    }

    @Test
    void nothingIsSaidOfOneSet() {
        Setup alone = Samples.setup(set(4000), FRIDGE, HEATER);
        RotationPlan plan = new Rotation(
                        alone,
                        new Horizon(SIX, 15, 48, null, List.of()),
                        Set.of(),
                        List.of(new Need.Always("fridge", Priority.FOOD, Window.ALWAYS)))
                .plan(Effort.INSTANT);
        assertThat(OneIsEnough.of(plan)).isEmpty();
    }

    /** In the evening it takes both; in the night one can be filled while the other runs. */
    @Test
    void theyAreFilledInTurnsWhereEitherIsEnough() {
        Setup setup = Samples.setup(set(2000), FRIDGE, HEATER).withSource(new ParallelGenerators(set(2000), set(2000)));
        EngineOff evening = new EngineOff(SIX.plusHours(2), SIX.plusMinutes(165));
        EngineOff night = new EngineOff(SIX.plusHours(6), SIX.plusMinutes(405));
        List<Need> needs = List.of(
                new Need.Always("fridge", Priority.FOOD, Window.ALWAYS),
                new Need.Always("heater", Priority.FOOD, new Window(SIX, SIX.plusHours(4))),
                new Need.Pinned("heater", false, new Window(SIX.plusHours(4), null)));
        Horizon horizon = new Horizon(SIX, 15, 48, null, List.of(evening, night));
        RotationPlan plan = new Rotation(setup, horizon, Set.of("fridge", "heater"), needs).plan(Effort.INSTANT);
        assertThat(OneIsEnough.inTurns(plan, List.of(evening, night))).containsExactly(night);
        // a rest is no filling
        assertThat(OneIsEnough.inTurns(plan, List.of())).isEmpty();
        RotationPlan uneven = new Rotation(
                        setup.withSource(new ParallelGenerators(set(2000), set(700))),
                        horizon,
                        Set.of("fridge", "heater"),
                        needs)
                .plan(Effort.INSTANT);
        assertThat(OneIsEnough.inTurns(uneven, List.of(evening, night))).isEmpty();
    }

    @Test
    void withOneAwayTheHeaterIsOutOfReachOfTheSmallOne() {
        Setup setup = Samples.setup(set(2000), FRIDGE, HEATER).withSource(new ParallelGenerators(set(3600), set(2000)));
        Wanted wanted = new Wanted(
                List.of(
                        new StandingNeed.AlwaysOn("fridge", Priority.FOOD, null),
                        new StandingNeed.HoursADay("heater", Priority.COMFORT, 240, 60, null)),
                List.of(),
                null);
        List<WithOneAway> away = WithOneAway.of(setup, wanted, SIX);
        assertThat(away).extracting(WithOneAway::firstStays).containsExactly(true, false);
        // four fifths of 1,800 W a leg carry the heater of 1,300, those of 1,000 do not
        assertThat(away.get(0).never()).isEmpty();
        assertThat(away.get(1).never()).containsExactly("heater");
        assertThat(away.get(1).shorter()).isEmpty();
        Setup alike = setup.withSource(new ParallelGenerators(set(3600), set(3600)));
        assertThat(WithOneAway.of(alike, wanted, SIX)).hasSize(1);
    }
}
