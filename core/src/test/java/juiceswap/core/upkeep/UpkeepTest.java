package juiceswap.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.supply.Fuel;
import juiceswap.core.upkeep.Upkeep.Standing;
import juiceswap.core.upkeep.Upkeep.State;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class UpkeepTest {
    private static final LocalDate TODAY = LocalDate.of(2031, 6, 15);
    private static final LocalDate SINCE = LocalDate.of(2031, 6, 1);

    private static Upkeep of(Fuel fuel, Map<Task, Interval> intervals, List<Done> done, List<FuelLot> lots) {
        return new Upkeep(TODAY, 40, fuel, false, intervals, done, lots, SINCE);
    }

    private static Standing standing(Upkeep upkeep, Task task) {
        return upkeep.tasks().stream()
                .filter(one -> one.task() == task)
                .findFirst()
                .orElseThrow();
    }

    @ParameterizedTest
    @EnumSource
    void onlyWhatAppliesIsListedInOrder(Fuel fuel) {
        List<Task> tasks = of(fuel, Map.of(), List.of(), List.of()).tasks().stream()
                .map(Standing::task)
                .toList();
        assertThat(tasks).isSorted().doesNotContain(Task.BATTERY).contains(Task.EXERCISE, Task.REHEARSAL);
        assertThat(tasks.contains(Task.SPARK_PLUG)).isEqualTo(fuel != Fuel.DIESEL);
        assertThat(tasks.contains(Task.FUEL_AGE)).isEqualTo(fuel == Fuel.GASOLINE || fuel == Fuel.DIESEL);
    }

    /** Fourteen days and five hours before are soon, the day and the hour themselves are due. */
    @ParameterizedTest
    @CsvSource({"15,39,OK", "16,39,SOON", "29,39,SOON", "30,39,DUE", "0,34.9,SOON", "0,0,DUE", "0,35.1,OK"})
    void whicheverComesFirstDecides(int daysAgo, double atHours, State expected) {
        Map<Task, Interval> manual = Map.of(Task.OIL, new Interval(30, daysAgo == 0 ? 10.0 : 100.0));
        List<Done> done = List.of(new Done(Task.OIL, TODAY.minusDays(daysAgo), atHours));
        assertThat(standing(of(Fuel.GASOLINE, manual, done, List.of()), Task.OIL)
                        .state())
                .isEqualTo(expected);
    }

    @Test
    void theFirstOilIsOilAndOnceOnly() {
        Upkeep upkeep = of(Fuel.GASOLINE, Map.of(), List.of(new Done(Task.OIL_FIRST, SINCE, 5)), List.of());
        assertThat(standing(upkeep, Task.OIL_FIRST)).isEqualTo(new Standing(Task.OIL_FIRST, null, null, State.OK));
        assertThat(standing(upkeep, Task.OIL).dueAtHours()).isEqualTo(55);
    }

    @Test
    void whatWasNeverDoneIsNeverUntilItIsDue() {
        Upkeep upkeep = of(Fuel.GASOLINE, Map.of(), List.of(), List.of());
        assertThat(standing(upkeep, Task.OIL_FIRST).state()).isEqualTo(State.DUE);
        assertThat(standing(upkeep, Task.OIL).state()).isEqualTo(State.NEVER);
        // never beats soon
        assertThat(standing(upkeep, Task.EXERCISE).due()).isEqualTo(SINCE.plusDays(30));
        assertThat(standing(upkeep, Task.EXERCISE).state()).isEqualTo(State.NEVER);
    }

    @Test
    void theLotThatIsFirstToSpoilCounts() {
        List<FuelLot> lots = List.of(
                new FuelLot(TODAY.minusDays(300), true, 20),
                new FuelLot(TODAY.minusDays(80), false, 20),
                new FuelLot(TODAY.minusDays(400), false, 0));
        Standing usual = standing(of(Fuel.GASOLINE, Map.of(), List.of(), lots), Task.FUEL_AGE);
        assertThat(usual.due()).isEqualTo(TODAY.plusDays(10));
        assertThat(usual.state()).isEqualTo(State.SOON);
        Map<Task, Interval> manual = Map.of(Task.FUEL_AGE, new Interval(310, null));
        assertThat(standing(of(Fuel.GASOLINE, manual, List.of(), lots), Task.FUEL_AGE)
                        .due())
                .isEqualTo(TODAY.plusDays(10));
        Map<Task, Interval> none = Map.of(Task.FUEL_AGE, new Interval(null, null));
        assertThat(standing(of(Fuel.DIESEL, none, List.of(), lots), Task.FUEL_AGE)
                        .state())
                .isEqualTo(State.OK);
    }

    @Test
    void whatIsStillToComeIsRefusedAtItsField() {
        assertThatThrownBy(() ->
                        of(Fuel.GASOLINE, Map.of(), List.of(new Done(Task.OIL, TODAY.plusDays(1), 41)), List.of()))
                .isInstanceOfSatisfying(
                        InvalidInput.class,
                        bad -> assertThat(bad.problems())
                                .extracting(InvalidInput.Problem::field)
                                .containsExactly("/done/0/on", "/done/0/atHours"));
        assertThatThrownBy(() -> of(Fuel.GASOLINE, Map.of(Task.FUEL_AGE, new Interval(90, 5.0)), List.of(), List.of()))
                .isInstanceOf(InvalidInput.class);
    }
}
