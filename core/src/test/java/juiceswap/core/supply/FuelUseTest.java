package juiceswap.core.supply;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDateTime;
import java.util.List;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.PlanSlots;
import org.junit.jupiter.api.Test;

class FuelUseTest {
    @Test
    void withoutATableIdleIsAboutAThirdOfFull() {
        Generator set = Samples.generator(5000, 6000);
        assertThat(FuelUse.at(set, 0).litresPerHour()).isCloseTo(1.05, within(1e-9));
        assertThat(FuelUse.at(set, 5000).litresPerHour()).isCloseTo(3.0, within(1e-9));
        assertThat(FuelUse.at(set, 9000).litresPerHour()).isCloseTo(3.0, within(1e-9));
    }

    @Test
    void anInverterSetIdlesOnAQuarter() {
        Generator inverter =
                Samples.generator(5000, 6000).change().inverter(true).generator();
        assertThat(FuelUse.at(inverter, 0).litresPerHour()).isCloseTo(0.75, within(1e-9));
        assertThat(FuelUse.at(inverter, 5000).litresPerHour()).isCloseTo(3.0, within(1e-9));
    }

    @Test
    void moreLoadNeverBurnsLess() {
        Generator set = Samples.generator(6800, 8400, 1500, 35);
        double before = 0;
        for (int watts = 0; watts <= 8000; watts += 250) {
            double litres = FuelUse.at(set, watts).litresPerHour();
            assertThat(litres).isGreaterThanOrEqualTo(before);
            before = litres;
        }
    }

    @Test
    void timesAreToTheMinuteRoundedDown() {
        FuelUse use = new FuelUse(1.7);
        LocalDateTime at = LocalDateTime.of(2031, 2, 3, 23, 30);
        assertThat(use.emptyAt(at, 10)).isEqualTo(LocalDateTime.of(2031, 2, 4, 5, 22));
        assertThat(use.refuelBy(at, 10)).isEqualTo(LocalDateTime.of(2031, 2, 4, 4, 30));
        assertThat(use.litresNeeded(24, 10, 20)).isCloseTo(10.8, within(1e-9));
        assertThat(use.litresNeeded(1, 10, 0)).isZero();
        assertThat(new FuelUse(0.0).hoursLeft(10)).isNull();
        assertThat(new FuelUse(null).emptyAt(at, 10)).isNull();
        assertThatThrownBy(() -> use.hoursLeft(-1)).hasMessageContaining("/tankLitresNow");
    }

    @Test
    void aPlanBurnsByDutyAndNotWhileTheEngineIsOff() {
        Circuit half = Samples.circuit("half", 1, new Load("half", 120, null, Nameplate.ofWatts(1000, 1000), 50, 1));
        Setup setup = new Setup(
                Samples.interlock(),
                Samples.generator(5000, 6000),
                List.of(),
                List.of(half, Samples.circuit("all", 3, Samples.load(300, 300))));
        List<List<String>> on = List.of(List.of("half"), List.of(), List.of("half", "all"), List.of());
        assertThat(DutyWatts.average(setup, on, Set.of())).isEqualTo((500 + 800) / 4.0);
        assertThat(DutyWatts.average(setup, on, Set.of(1))).isCloseTo((500 + 800) / 3.0, within(1e-9));
        assertThat(DutyWatts.average(setup, List.of(List.of()), Set.of(0))).isZero();
    }

    @Test
    void bladesAreNeverLiveInTheHand() {
        assertThat(new CordEnds(true, false).fault()).isEmpty();
        assertThat(new CordEnds(true, true).fault()).contains(CordEnds.Fault.TWO_MALE);
        assertThat(new CordEnds(false, false).fault()).contains(CordEnds.Fault.TWO_FEMALE);
        assertThat(new CordEnds(false, true).fault()).contains(CordEnds.Fault.TURNED);
    }

    @Test
    void aSetStandsFarFromOpeningsAndWithinReach() {
        List<Link> path = List.of(new Link(Link.Kind.CORD, 30, "10", 12.0, null));
        assertThat(new Placement(20.0, 6.0).shortByM(path)).isEqualTo(8);
        assertThat(new Placement(12.0, 6.0).shortByM(path)).isZero();
        assertThat(new Placement(20.0, null).shortByM(List.of())).isZero();
        assertThat(new Placement(null, 5.9).tooNearOpening()).isTrue();
        assertThat(new Placement(null, 6.0).tooNearOpening()).isFalse();
        assertThatThrownBy(() -> new Placement(-1.0, null)).hasMessageContaining("/distanceM");
    }

    @Test
    void slotsWithTheEngineOffAreToldByTheMoves() {
        List<List<String>> on = List.of(List.of("a"), List.of(), List.of(), List.of("a"));
        assertThat(PlanSlots.engineOff(on, List.of("first", "engine-off", "engine-on")))
                .containsExactly(1, 2);
        assertThat(PlanSlots.engineOff(on, List.of("first", "visit", "visit"))).isEmpty();
        assertThat(PlanSlots.engineOff(List.of(List.of(), List.of("a")), List.of("engine-off", "engine-on")))
                .containsExactly(0);
        assertThat(PlanSlots.engineOff(on, List.of())).isEmpty();
    }

    @Test
    void thinHouseWiringIsFound() {
        assertThat(new Link(Link.Kind.FEEDER, 30, "10", null, null).wireTooThin())
                .isFalse();
        assertThat(new Link(Link.Kind.FEEDER, 50, "8", null, null).wireTooThin())
                .isTrue();
        assertThat(new Link(Link.Kind.FEEDER, 50, null, null, null).wireTooThin())
                .isFalse();
        assertThat(new Link(Link.Kind.FEEDER, 10, "16", null, null).wireTooThin())
                .isTrue();
        // a cord is judged by its own table, and carries less by itself
        assertThat(new Link(Link.Kind.CORD, 50, "8", null, null).wireTooThin()).isFalse();
    }
}
