package juiceswap.core.outage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.Phrase;
import juiceswap.core.Samples;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Refusal;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.house.Unexplained;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Storage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What the log of an outage tells of living on the set. */
class LivingTest {
    private static final Instant DARK = Instant.parse("2031-02-03T18:04:00Z");

    private final List<Entry> log = new ArrayList<>();
    private Instant now = DARK;

    private Standing write(Event event) {
        log.add(new Entry(log.size() + 1, now, "Ines", event));
        return Standing.of(Samples.cottage(), log);
    }

    private Standing onTheSet() {
        write(new Event.Started(
                SwapState.initial(Bond.BONDED, true, false),
                Goal.ON_GENERATOR,
                new Options(false, false, Set.of(), List.of("fridge"), false, null)));
        return follow();
    }

    private Standing follow() {
        Standing standing = Standing.of(Samples.cottage(), log);
        while (!standing.plan().steps().isEmpty()) {
            Plan.Step next = standing.plan().steps().get(0);
            now = now.plusSeconds(60);
            standing = write(Event.Done.step(next.action(), next.circuit()));
        }
        return standing;
    }

    @Test
    void whatHadPowerSinceWhenIsKept() {
        Standing standing = onTheSet();
        assertThat(standing.living().supplied().get(0).circuits()).isEmpty();
        assertThat(standing.state().picked()).contains("fridge");
        now = now.plus(Duration.ofMinutes(30));
        standing = write(new Event.Opened("fridge"));
        double minutes = standing.living()
                .had(Samples.cottage(), ZoneOffset.UTC, now)
                .minutes(
                        "fridge",
                        DARK.atZone(ZoneOffset.UTC).toLocalDateTime(),
                        now.atZone(ZoneOffset.UTC).toLocalDateTime());
        assertThat(minutes).isBetween(30.0, Duration.between(DARK, now).toMinutes() * 1.0);
        assertThat(standing.living().had(Samples.cottage(), ZoneOffset.UTC, now).since("fridge"))
                .isEqualTo(now);
        assertThat(standing.changeover().wanted()).doesNotContain("fridge");
    }

    @Test
    void thePlanInForceIsTheLastOneAndUndoneWithIt() {
        onTheSet();
        write(new Event.Planned(7, Phrase.of("plan.why.told", "why", "On the generator")));
        Standing standing = write(new Event.Planned(9, Phrase.of("plan.why.told", "why", "Kettle now")));
        assertThat(standing.living().plan()).isEqualTo(9);
        assertThat(standing.undoable()).isEqualTo(log.size());
        assertThat(write(new Event.Undone(log.size())).living().plan()).isEqualTo(7);
    }

    /** Everything was on when the engine stopped: nothing may start into it. */
    @Test
    void afterAStallTheWayBackBeginsByOpeningEverything() {
        onTheSet();
        Standing standing = write(new Event.Stalled(StallCause.OVERLOAD));
        assertThat(standing.state().engine()).isEqualTo(Engine.RESTING);
        assertThat(standing.state().picked()).contains("fridge");
        List<Action> steps =
                standing.plan().steps().stream().map(Plan.Step::action).toList();
        assertThat(steps).contains(Action.BRANCHES_OFF, Action.OUTPUT_OFF, Action.START_ENGINE, Action.PICK_UP);
        assertThat(steps.indexOf(Action.BRANCHES_OFF))
                .isLessThan(
                        steps.indexOf(Action.INPUT_ON) < 0
                                ? steps.indexOf(Action.OUTPUT_ON)
                                : steps.indexOf(Action.INPUT_ON));
        assertThat(steps.indexOf(Action.OUTPUT_OFF)).isLessThan(steps.indexOf(Action.START_ENGINE));
        Standing back = follow();
        assertThat(back.state().picked()).contains("fridge");
    }

    /** Whatever stopped it: oil and fuel are looked at again, and what is put right by hand waits for a cool engine. */
    @ParameterizedTest
    @EnumSource
    void whatStoppedTheEngineVoidsWhatWasChecked(StallCause cause) {
        onTheSet();
        Standing standing = write(new Event.Stalled(cause));
        assertThat(standing.state().done().has(Check.CHECK_OIL)).isFalse();
        assertThat(standing.state().done().has(Check.CHECK_FUEL)).isFalse();
        boolean air = cause == StallCause.CO_SHUT_OFF;
        assertThat(standing.state().done().has(Check.CHECK_PLACEMENT)).isEqualTo(!air);
        assertThat(standing.state().done().has(Check.CHECK_CO_ALARM)).isEqualTo(!air);
        assertThat(standing.goal()).isEqualTo(cause == StallCause.OUT_OF_FUEL ? Goal.REFUEL : Goal.ON_GENERATOR);
        List<Action> steps =
                standing.plan().steps().stream().map(Plan.Step::action).toList();
        assertThat(steps).contains(Action.CHECK_OIL, Action.START_ENGINE);
        boolean waits = cause == StallCause.OUT_OF_FUEL || cause == StallCause.LOW_OIL;
        assertThat(steps.contains(Action.WAIT_COOL)).isEqualTo(waits);
        if (waits) {
            Action touched = cause == StallCause.LOW_OIL ? Action.CHECK_OIL : Action.REFUEL;
            assertThat(steps.indexOf(Action.WAIT_COOL)).isLessThan(steps.indexOf(touched));
        }
        assertThat(follow().state().picked()).contains("fridge");
    }

    /** A clamp shows 9 A more on leg 1 than the labels come to: from then on there is so much less to give. */
    @Test
    void ampsThatWereReadCountUntilEverythingIsOff() {
        Standing on = onTheSet();
        double known = Capacity.of(on.changeover().setup(), on.state().picked(), (String) null)
                        .running()
                        .l1()
                / 120;
        Readings read = new Readings(121.0, 120.0, null, 60.0, null, known + 9, 0.0);
        Standing seen = write(new Event.Read(new Measured(read, Verdict.GOOD, List.of())));
        assertThat(seen.changeover().setup().unexplained().l1Watts()).isCloseTo(9 * 120, within(1e-6));
        assertThat(seen.changeover().setup().unexplained().l2Watts()).isZero();
        Capacity now = Capacity.of(seen.changeover().setup(), seen.state().picked(), (String) null);
        assertThat(now.running().l1()).isCloseTo((known + 9) * 120, within(1e-6));
        // a later reading that is explained takes it back, and so does a dark house
        Readings less = new Readings(121.0, 120.0, null, 60.0, null, 1.0, 1.0);
        assertThat(write(new Event.Read(new Measured(less, Verdict.GOOD, List.of())))
                        .changeover()
                        .setup()
                        .unexplained())
                .isEqualTo(Unexplained.NOTHING);
        write(new Event.Read(new Measured(read, Verdict.GOOD, List.of())));
        assertThat(write(new Event.Stalled(StallCause.OVERLOAD))
                        .changeover()
                        .setup()
                        .unexplained())
                .isEqualTo(Unexplained.NOTHING);
    }

    @Test
    void anAlarmAndItsAllClearVoidPlaceAndAlarm() {
        onTheSet();
        assertThat(airChecked(write(new Event.Alarmed()))).isFalse();
        assertThat(airChecked(write(new Event.AllClear(List.of())))).isFalse();
    }

    private static boolean airChecked(Standing standing) {
        return standing.state().done().has(Check.CHECK_PLACEMENT)
                || standing.state().done().has(Check.CHECK_CO_ALARM);
    }

    @Test
    void anEngineThatIsFoundStoppedIsLookedAtAgain() {
        Standing on = onTheSet();
        SwapState.Change found = on.state().change();
        found.engine = Engine.RESTING;
        Standing standing = write(new Event.Corrected(found.state()));
        assertThat(standing.state().done().has(Check.CHECK_OIL)).isFalse();
        assertThat(standing.state().done().has(Check.CHECK_FUEL)).isFalse();
        assertThat(standing.state().done().has(Check.CHECK_PLACEMENT)).isTrue();
    }

    @Test
    void aBondThatIsMeasuredUnderWayOpensTheWayOn() {
        Setup unknown = Samples.cottage().withBond(Bond.UNKNOWN);
        Changeover changeover = new Changeover(unknown, Options.NONE);
        SwapState dark = changeover.putRight(SwapState.initial(Bond.UNKNOWN, true, false));
        List<Entry> log = new ArrayList<>();
        log.add(new Entry(1, Instant.EPOCH, "Ines", new Event.Started(dark, Goal.ON_GENERATOR, Options.NONE)));
        Standing stuck = Standing.of(unknown, log);
        assertThat(stuck.plan().refused().code()).isEqualTo(Refusal.Code.BOND_UNKNOWN);
        log.add(new Entry(2, Instant.EPOCH, "Ines", new Event.BondFound(Bond.FLOATING)));
        Standing on = stuck.after(unknown, log);
        assertThat(on.state().bond()).isEqualTo(Bond.FLOATING);
        assertThat(on.plan().refused()).isNull();
        assertThat(on.plan().steps()).isNotEmpty();
    }

    @Test
    void whatIsFoundAndMeasuredCounts() {
        onTheSet();
        write(new Event.Observed("fridge", 4.0, 180));
        write(new Event.FuelSeen(9));
        Standing standing = write(new Event.LoadMeasured("fridge", 240));
        assertThat(standing.living().observed()).hasSize(1);
        assertThat(standing.living().fuel().litres()).isEqualTo(9);
        assertThat(standing.changeover().setup().circuit("fridge").runningWatts())
                .isEqualTo(240);
        // what it takes to start is as it was
        assertThat(standing.changeover().setup().circuit("fridge").startingWatts())
                .isEqualTo(900);
    }

    /** The lamp charges it: an hour in the dark takes 180 W × 1 h from it, and the fridge has had power all along. */
    @Test
    void whatTheBatteryCarriesInADarkHouseIsPower() {
        Storage storage = new Storage(1000, 500, 2000, new Storage.Charging("lamp", 75, 80), 10, List.of("fridge"));
        Setup house = Samples.cottage().withStorage(storage);
        write(new Event.Started(
                SwapState.initial(Bond.BONDED, true, false),
                Goal.ON_GENERATOR,
                new Options(false, false, Set.of(), List.of("fridge"), false, null)));
        now = now.plus(Duration.ofHours(1));
        Standing standing = Standing.of(house, log);
        Wanted.Now from = standing.planFrom(ZoneOffset.UTC, 0, now);
        assertThat(from.wattHours()).isEqualTo(820);
        assertThat(from.had().minutes("fridge", from.time().minusHours(1), from.time()))
                .isEqualTo(60);
        write(new Event.ChargeSeen(400));
        assertThat(Standing.of(house, log).planFrom(ZoneOffset.UTC, 0, now).wattHours())
                .isEqualTo(400);
        assertThat(Standing.of(Samples.cottage(), log)
                        .planFrom(ZoneOffset.UTC, 0, now)
                        .wattHours())
                .isNull();
    }

    @Test
    void fillingTheTankTakesWhatIsMissingFromTheCans() {
        onTheSet();
        write(new Event.FuelSeen(4));
        now = now.plusSeconds(1);
        write(new Event.Chosen(Goal.REFUEL, Options.NONE));
        Standing standing = Standing.of(Samples.cottage(), log);
        while (standing.living().filledLitres() == 0) {
            Plan.Step next = standing.plan().steps().get(0);
            now = now.plusSeconds(1);
            standing = write(Event.Done.step(next.action(), next.circuit()));
        }
        assertThat(standing.living().filledLitres()).isCloseTo(18, within(0.1));
        assertThat(standing.living().fuel().litres()).isEqualTo(22);
    }
}
