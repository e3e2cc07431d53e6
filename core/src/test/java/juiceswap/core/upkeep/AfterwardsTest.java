package juiceswap.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Supplied;
import juiceswap.core.supply.FuelUse;
import org.junit.jupiter.api.Test;

class AfterwardsTest {
    private static final Instant DARK = Instant.parse("2031-02-03T18:00:00Z");

    private static Instant after(int minutes) {
        return DARK.plus(Duration.ofMinutes(minutes));
    }

    /** By hand: 30 minutes dark, 5 warming up, 120 with the fridge, 15 resting, 10 warming up, 60 with two, then the utility. */
    @Test
    void hoursAndFuelAreCountedFromWhatHadPower() {
        Setup cottage = Samples.cottage();
        List<Supplied> supplied = List.of(
                new Supplied(after(30), Set.of(), true),
                new Supplied(after(35), Set.of("fridge"), true),
                new Supplied(after(155), Set.of(), false),
                new Supplied(after(170), Set.of(), true),
                new Supplied(after(180), Set.of("fridge", "lights"), true),
                new Supplied(after(240), Set.of("fridge", "lights", "range"), false));
        Afterwards came = Afterwards.of(cottage, DARK, after(300), supplied);
        assertThat(came.dark()).isCloseTo(1.0, within(1e-9));
        assertThat(came.onGenerator()).isCloseTo(3.0, within(1e-9));
        assertThat(came.engine()).isCloseTo(3.25, within(1e-9));
        double idle = perHour(cottage, Set.of());
        double litres =
                idle * 0.25 + perHour(cottage, Set.of("fridge")) * 2 + perHour(cottage, Set.of("fridge", "lights"));
        assertThat(came.litres()).isCloseTo(litres, within(1e-9));
        assertThat(idle).isPositive();
    }

    private static double perHour(Setup setup, Set<String> on) {
        Double perHour = FuelUse.at(setup.source(), DutyWatts.drawn(setup, on)).litresPerHour();
        assertThat(perHour).isNotNull();
        return perHour;
    }

    @Test
    void anOutageThatWasWaitedOutWasDarkThroughout() {
        Afterwards came = Afterwards.of(Samples.cottage(), DARK, after(90), List.of());
        assertThat(came.dark()).isEqualTo(1.5);
        assertThat(came.engine()).isZero();
        // a clock that was put back in the middle of it
        assertThat(Afterwards.of(Samples.cottage(), DARK, after(-90), List.of()).dark())
                .isZero();
    }
}
