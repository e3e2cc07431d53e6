package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Had.Observed;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.StandingNeed.Daily;
import juiceswap.core.rotation.StandingNeed.Keep;
import org.junit.jupiter.api.Test;

/** What the house needs on any day, what it has had, and the question that comes of both. */
class LivingOnTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);
    private static final Keep FRIDGE = new Keep("fridge", Priority.FOOD, Keeping.FRIDGE, 240, 60, 3.0, 8.0);
    private static final Horizon DAY = new Horizon(SIX, 15, 96, null, List.of());

    private static Instant at(LocalDateTime local) {
        return local.toInstant(ZoneOffset.UTC);
    }

    private static Supplied from(LocalDateTime local, String... circuits) {
        return new Supplied(at(local), Set.of(circuits), true);
    }

    private static Had had(Supplied... supplied) {
        return new Had(ZoneOffset.UTC, List.of(supplied), List.of());
    }

    // ---- what it has had

    /** By hand: 240 full; two hours without 120; half an hour with power 30 × 4 = 120 more; half an hour without 210. */
    @Test
    void aReserveIsReckonedFromTheLog() {
        Had had = had(from(SIX), from(SIX.plusHours(2), "fridge"), from(SIX.plusMinutes(150)));
        assertThat(had.level(FRIDGE, SIX)).isEqualTo(240);
        assertThat(had.level(FRIDGE, SIX.plusHours(2))).isEqualTo(120);
        assertThat(had.level(FRIDGE, SIX.plusMinutes(150))).isEqualTo(240);
        assertThat(had.level(FRIDGE, SIX.plusHours(3))).isEqualTo(210);
        assertThat(had.level(FRIDGE, SIX.plusHours(30))).isZero();
    }

    @Test
    void whatSomebodyFoundCountsFromThenOn() {
        Had had = new Had(
                ZoneOffset.UTC, List.of(from(SIX)), List.of(new Observed(at(SIX.plusHours(1)), "fridge", 4.0, 200)));
        assertThat(had.level(FRIDGE, SIX.plusMinutes(30))).isEqualTo(210);
        assertThat(had.level(FRIDGE, SIX.plusHours(2))).isEqualTo(140);
    }

    @Test
    void runsAreCountedByTheClock() {
        Had had = had(
                from(SIX, "a"), from(SIX.plusHours(1), "a", "b"), from(SIX.plusHours(2)), from(SIX.plusHours(3), "a"));
        assertThat(had.minutes("a", SIX, SIX.plusHours(4))).isEqualTo(180);
        assertThat(had.longestRun("a", SIX, SIX.plusHours(4))).isEqualTo(120);
        assertThat(had.running("a", SIX, SIX.plusHours(4))).isEqualTo(60);
        assertThat(had.running("b", SIX, SIX.plusHours(4))).isZero();
        assertThat(had.since("a")).isEqualTo(at(SIX.plusHours(3)));
        assertThat(had.since("c")).isNull();
    }

    // ---- what it needs

    @Test
    void dailyHoursAreLaidOverTheDaysThatArePlanned() {
        var router = new StandingNeed.AlwaysOn(
                "router", Priority.COMFORT, new Daily(LocalTime.of(6, 30), LocalTime.of(23, 0)));
        List<Need> needs = StandingNeed.over(List.of(router), DAY, Had.NOTHING);
        assertThat(needs)
                .extracting(Need::window)
                .containsExactly(
                        new Window(SIX.withHour(6).withMinute(30), SIX.withHour(23)),
                        new Window(
                                SIX.plusDays(1).withHour(6).withMinute(30),
                                SIX.plusDays(1).withHour(23)));
    }

    /** Tonight's hours that began yesterday, across midnight, are still open at one in the night. */
    @Test
    void hoursAcrossMidnightBelongToTheDayOnWhichTheyBegin() {
        LocalDateTime one = SIX.plusHours(7);
        var night =
                new StandingNeed.AlwaysOn("lamp", Priority.COMFORT, new Daily(LocalTime.of(22, 0), LocalTime.of(6, 0)));
        List<Need> needs = StandingNeed.over(List.of(night), new Horizon(one, 15, 8, null, List.of()), Had.NOTHING);
        assertThat(needs).hasSize(1);
        assertThat(needs.get(0).window().from()).isEqualTo(SIX.withHour(22));
    }

    @Test
    void aJobThatIsDoneIsNotAskedForAgainThatDay() {
        var oven = new StandingNeed.OnceADay(
                "oven", Priority.COMFORT, 45, new Daily(LocalTime.of(17, 0), LocalTime.of(20, 0)));
        assertThat(StandingNeed.over(List.of(oven), DAY, Had.NOTHING)).hasSize(1);
        Had done = had(from(SIX.minusMinutes(50), "oven"), from(SIX.minusMinutes(5)));
        assertThat(StandingNeed.over(List.of(oven), DAY, done)).isEmpty();
        Had underWay = had(from(SIX.minusMinutes(20), "oven"));
        Need.Session rest =
                (Need.Session) StandingNeed.over(List.of(oven), DAY, underWay).get(0);
        assertThat(rest.ranMinutes()).isEqualTo(20);
    }

    @Test
    void hoursThatWereHadAreTakenOff() {
        var radio = new StandingNeed.HoursADay(
                "radio", Priority.COMFORT, 120, 30, new Daily(LocalTime.of(16, 0), LocalTime.of(22, 0)));
        Had had = had(from(SIX.minusMinutes(60), "radio"), from(SIX));
        Need.Minutes left =
                (Need.Minutes) StandingNeed.over(List.of(radio), DAY, had).get(0);
        assertThat(left.doneMinutes()).isEqualTo(60);
        assertThat(left.minutes()).isEqualTo(120);
    }

    @Test
    void standingNeedsThatCanNotBeAreRefused() {
        assertThatThrownBy(() -> new Daily(LocalTime.NOON, LocalTime.NOON)).isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> new Keep("a", Priority.FOOD, Keeping.FRIDGE, 0, 60, null, null))
                .hasMessageContaining("/holdMinutes");
        assertThatThrownBy(() -> new Keep("a", Priority.FOOD, Keeping.FRIDGE, 10, 60, 3.0, null))
                .hasMessageContaining("/empty");
        assertThatThrownBy(() -> new StandingNeed.OnceADay(
                        "a", Priority.FOOD, 90, new Daily(LocalTime.of(17, 0), LocalTime.of(18, 0))))
                .hasMessageContaining("/minutes");
    }

    @Test
    void aTemperatureTellsWhatIsLeft() {
        assertThat(FRIDGE.levelAt(3)).isEqualTo(240);
        assertThat(FRIDGE.levelAt(5.5)).isEqualTo(120);
        assertThat(FRIDGE.levelAt(12)).isZero();
        assertThat(Keeping.SUMP.usual("sump").levelAt(10)).isNull();
    }

    @Test
    void aTemperatureInTheOtherUnitIsNotBelieved() {
        Keep house = new Keep("furnace", Priority.PROPERTY, Keeping.HOUSE_WARM, 180, 60, 20.0, 10.0);
        Keep freezer = new Keep("freezer", Priority.FOOD, Keeping.FREEZER, 1_440, 240, -18.0, -6.0);
        assertThat(house.believable(64)).isFalse();
        assertThat(house.believable(-3)).isTrue();
        assertThat(freezer.believable(25)).as("thawed in summer").isTrue();
        assertThat(freezer.believable(32)).isFalse();
        assertThat(Keeping.SUMP.usual("sump").believable(64))
                .as("has no temperature")
                .isTrue();
    }

    @Test
    void namesTellWhatIsKept() {
        assertThat(Keeping.guessed("Medicine fridge")).contains(Keeping.MEDICINE);
        assertThat(Keeping.guessed("Chest freezer, shed")).contains(Keeping.FREEZER);
        assertThat(Keeping.guessed("Hall lights")).isEmpty();
        for (Keeping keeping : Keeping.values()) {
            assertThat(Keeping.of(keeping.word())).contains(keeping);
            assertThat(keeping.usual("x").holdMinutes()).isPositive();
        }
    }

    /** From 3 to 4 °C is a fifth of the way to 8: in 40 minutes without power, so 200 in all; with it 40 minutes for a fifth. */
    @Test
    void whatWasSeenTeaches() {
        assertThat(Learning.holdMinutes(FRIDGE, 3, 4, 40).orElseThrow()).isCloseTo(200, within(1e-9));
        assertThat(Learning.recoverMinutes(FRIDGE, 5, 4, 40).orElseThrow()).isCloseTo(200, within(1e-9));
        assertThat(Learning.holdMinutes(FRIDGE, 4, 3, 40)).isEmpty();
        assertThat(Learning.holdMinutes(FRIDGE, 3, 3.01, 40)).isEmpty();
        // running a quarter of the time to keep 240 minutes' worth: 80 minutes from empty to full
        assertThat(Learning.recoverMinutes(FRIDGE, 0.25)).isCloseTo(80, within(1e-9));
    }

    @Test
    void twoTemperaturesTeachOnlyWhenNothingWasSwitchedBetweenThem() {
        Observed three = new Observed(at(SIX.plusMinutes(10)), "fridge", 3.0, 240);
        Had off = new Had(ZoneOffset.UTC, List.of(from(SIX)), List.of(three));
        Instant later = at(SIX.plusMinutes(50));
        assertThat(Learning.of(FRIDGE, off, false, 4, later)).hasValue(new Learning.Learned(true, 200));
        assertThat(Learning.of(FRIDGE, off, true, 2, later)).hasValue(new Learning.Learned(false, 200));
        assertThat(Learning.of(FRIDGE, off, false, 4, at(SIX.plusMinutes(10)))).isEmpty();
        assertThat(Learning.of(FRIDGE, Had.NOTHING, false, 4, later)).isEmpty();
        Had switched = new Had(
                ZoneOffset.UTC,
                List.of(from(SIX), from(SIX.plusMinutes(20), "fridge"), from(SIX.plusMinutes(30))),
                List.of(three));
        assertThat(Learning.of(FRIDGE, switched, false, 4, later)).isEmpty();
    }

    @Test
    void aStopIsARefuellingWhenTheTankIsFilledInIt() {
        Refuelling fuel = Refuelling.unknown(List.of(new EngineOff(SIX, SIX.plusMinutes(30))));
        assertThat(fuel.fillsAt(SIX)).isTrue();
        assertThat(fuel.fillsAt(SIX.plusMinutes(15))).isTrue();
        assertThat(fuel.fillsAt(SIX.plusMinutes(30))).isFalse();
        assertThat(fuel.fillsAt(SIX.minusMinutes(15))).isFalse();
        assertThat(fuel.dryAt(SIX.plusMinutes(30))).isFalse();
        Refuelling dry = fuel.withEmptyAt(SIX.plusMinutes(45));
        assertThat(dry.dryAt(SIX.plusMinutes(30))).isFalse();
        assertThat(dry.dryAt(SIX.plusMinutes(45))).isTrue();
    }

    // ---- the question

    private static final Setup HOUSE = Samples.setup(
            Samples.generator(6800, 8400),
            Samples.circuit("fridge", 1, 180, 900),
            Samples.circuit("kettle", 3, 1500, 1500),
            Samples.circuit("lamp", 5, 60, 60));

    @Test
    void whatIsOnWithoutAReasonMayStay() {
        Wanted wanted = new Wanted(List.of(FRIDGE), List.of(), null);
        Rotation question = wanted.from(HOUSE, SIX, Set.of("lamp"), Had.NOTHING, List.of());
        assertThat(question.needs()).contains(new Need.Always("lamp", Priority.COMFORT, Window.ALWAYS));
        assertThat(question.plan(Effort.INSTANT).on().get(50)).contains("lamp");
    }

    @Test
    void testCircuitsStayOn() {
        Wanted wanted = new Wanted(List.of(), List.of(), null);
        Rotation question = wanted.from(Samples.cottage(), SIX, Set.of("lamp", "lights"), Had.NOTHING, List.of());
        assertThat(question.needs()).contains(new Need.Pinned("lamp", true, Window.ALWAYS));
        assertThat(question.plan(Effort.INSTANT).on()).allMatch(on -> on.containsAll(Set.of("lamp", "lights")));
    }

    @Test
    void wishesBecomeNeeds() {
        Wish kettle = new Wish.Job("kettle", 30, SIX, SIX.plusMinutes(60));
        Wish dark = new Wish.Pin("lamp", false, SIX.plusHours(2), SIX.plusHours(4));
        Wish out = new Wish.Away(SIX.plusHours(1), SIX.plusHours(5));
        Wanted wanted = new Wanted(
                List.of(FRIDGE, new StandingNeed.AlwaysOn("lamp", Priority.FOOD, null)),
                List.of(kettle, dark, out),
                null);
        RotationPlan plan =
                wanted.from(HOUSE, SIX, Set.of(), Had.NOTHING, List.of()).plan(Effort.QUICK);
        assertThat(plan.sessions()).extracting(RotationPlan.Session::circuit).contains("kettle");
        // nobody is there to switch the lamp off at eight, so it is one or the other throughout
        for (RotationPlan.Move move : plan.moves()) {
            assertThat(move.at().isAfter(SIX.plusHours(1)) && move.at().isBefore(SIX.plusHours(5)))
                    .as(move.toString())
                    .isFalse();
        }
        assertThat(kettle.need(had(from(SIX, "kettle"), from(SIX.plusMinutes(31))), SIX.plusMinutes(40)))
                .isEmpty();
        assertThatThrownBy(() -> new Wish.Job("kettle", 90, SIX, SIX.plusMinutes(60)))
                .hasMessageContaining("/minutes");
        assertThatThrownBy(() -> new Wish.Away(SIX, SIX)).isInstanceOf(InvalidInput.class);
    }

    @Test
    void aQuietNightIsTheNextOneOrWhatIsLeftOfThisOne() {
        Horizon.Sleep sleep = new Horizon.Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));
        LocalDateTime bed = SIX.withHour(22).withMinute(30);
        LocalDateTime up = SIX.plusDays(1).withHour(6).withMinute(30);
        assertThat(Wish.quietNight(sleep, SIX)).isEqualTo(new Wish.Away(bed, up));
        assertThat(Wish.quietNight(sleep, bed.plusHours(4))).isEqualTo(new Wish.Away(bed, up));
        assertThat(Wish.quietNight(sleep, up)).isEqualTo(new Wish.Away(bed.plusDays(1), up.plusDays(1)));
        Horizon.Sleep byDay = new Horizon.Sleep(LocalTime.of(9, 0), LocalTime.of(15, 0));
        assertThat(Wish.quietNight(byDay, SIX).from()).isEqualTo(SIX.plusDays(1).withHour(9));
    }

    /** A run from slot 8 to 12, moved by two: on from 10 to 14, off in 8 and 9; moved far away: off where it was. */
    @Test
    void aMovedRunIsPinnedOnWhereItIsPutAndOffWhereItWas() {
        assertThat(Wish.moved("kettle", DAY, 8, 12, 2, SIX))
                .containsExactly(
                        new Wish.Pin("kettle", true, DAY.at(10), DAY.at(14)),
                        new Wish.Pin("kettle", false, DAY.at(8), DAY.at(10)));
        assertThat(Wish.moved("kettle", DAY, 8, 12, -2, SIX))
                .containsExactly(
                        new Wish.Pin("kettle", true, DAY.at(6), DAY.at(10)),
                        new Wish.Pin("kettle", false, DAY.at(10), DAY.at(12)));
        // not to before now
        assertThat(Wish.moved("kettle", DAY, 8, 12, -8, DAY.at(4)).get(0).from())
                .isEqualTo(DAY.at(4));
    }

    /** The tank: full, an hour at idle by rule of thumb: 0.60 l/kWh × 6.8 kW × 0.35 = 1.428 l/h, and a refuel in between. */
    @Test
    void theTankIsReckonedFromTheLog() {
        List<Supplied> supplied = List.of(from(SIX), new Supplied(at(SIX.plusHours(1)), Set.of(), false));
        assertThat(TankLevel.of(HOUSE, supplied, null, at(SIX.plusHours(5))).litres())
                .isCloseTo(22 - 1.428, within(1e-9));
        TankLevel.Known known = new TankLevel.Known(at(SIX.plusMinutes(30)), 10);
        assertThat(TankLevel.of(HOUSE, supplied, known, at(SIX.plusHours(5))).litres())
                .isCloseTo(10 - 0.714, within(1e-9));
    }

    @Test
    void theTankIsFilledBeforeItIsEmptyAndWhileSomebodyIsUp() {
        Horizon.Sleep night = new Horizon.Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));
        Wanted wanted =
                new Wanted(List.of(FRIDGE, new StandingNeed.AlwaysOn("kettle", Priority.FOOD, null)), List.of(), night);
        Wanted.Now now =
                new Wanted.Now(HOUSE, SIX, Set.of("fridge", "kettle"), Had.NOTHING, new Refuelling.Fuel(14, 60));
        Wanted.Made made = wanted.plan(now, Effort.INSTANT, null);
        assertThat(made.fuel().refuels()).isNotEmpty();
        for (Horizon.EngineOff refuel : made.fuel().refuels()) {
            assertThat(Duration.between(refuel.from(), refuel.to()).toMinutes()).isEqualTo(Refuelling.MINUTES);
            LocalTime time = refuel.from().toLocalTime();
            assertThat(time.isAfter(LocalTime.of(22, 30)) || time.isBefore(LocalTime.of(6, 30)))
                    .as(time.toString())
                    .isFalse();
        }
        assertThat(made.fuel().emptyAt()).isNull();
        assertThat(made.fuel().litres()).hasSize(96).allMatch(litres -> litres >= 0 && litres <= 22);
        assertThat(made.plan().engineOff()).isNotEmpty();
        // without a can there is nothing to fill it with, and that is said
        Wanted.Now bare = new Wanted.Now(HOUSE, SIX, now.on(), Had.NOTHING, new Refuelling.Fuel(14, 0));
        Wanted.Made dry = wanted.plan(bare, Effort.INSTANT, null);
        assertThat(dry.fuel().refuels()).isEmpty();
        assertThat(dry.fuel().emptyAt()).isNotNull();
        // no plan runs on an empty tank
        int from = dry.plan().rotation().horizon().slotAt(dry.fuel().emptyAt());
        assertThat(from).isBetween(1, 95);
        for (int slot = from; slot < 96; slot++) {
            assertThat(dry.plan().on().get(slot)).as("slot " + slot).isEmpty();
        }
    }

    /** However long a plan is looked for: it ends when the tank does, and one that takes turns may burn more for that. */
    @Test
    void aPlanEndsWhenTheTankIsDry() {
        Setup house = Samples.setup(
                Samples.generator(2600, 3600),
                Samples.circuit("fridge", 1, 180, 900),
                Samples.circuit("kettle", 3, 1300, 1300),
                Samples.circuit("heater", 5, 900, 900),
                Samples.circuit("pump", 7, 700, 1600),
                Samples.circuit("lamp", 9, 250, 250));
        List<StandingNeed> needs = List.of(
                FRIDGE,
                new StandingNeed.Keep("pump", Priority.PROPERTY, Keeping.SUMP, 150, 30, null, null),
                new StandingNeed.Keep("heater", Priority.PROPERTY, Keeping.HOUSE_WARM, 180, 90, 20.0, 12.0),
                new StandingNeed.AlwaysOn("kettle", Priority.COMFORT, null),
                new StandingNeed.AlwaysOn("lamp", Priority.COMFORT, null));
        Wanted wanted = new Wanted(needs, List.of(), Wanted.USUAL_SLEEP);
        Wanted.Now unknown = new Wanted.Now(house, SIX, Set.of("fridge"), Had.NOTHING, null);
        RotationPlan wet =
                wanted.plan(unknown, Effort.QUICK, null, Beside.IN_TURN).plan();
        int ended = 0;
        int sooner = 0;
        for (int litres = 3; litres <= 18; litres++) {
            Wanted.Now now = new Wanted.Now(
                    house, SIX, Set.of("fridge"), Had.NOTHING, new Refuelling.Fuel(litres, 4 * (litres % 3)));
            Wanted.Made made = wanted.plan(now, Effort.QUICK, null, Beside.IN_TURN);
            Horizon horizon = made.plan().rotation().horizon();
            LocalDateTime dry = made.fuel().emptyAt();
            List<Set<String>> on = made.plan().on();
            int end = dry == null ? on.size() : horizon.slotAt(dry);
            assertThat(on.subList(end, on.size())).as(litres + " liters").allMatch(Set::isEmpty);
            ended += end < on.size() ? 1 : 0;
            // better than nothing on at all is a plan that knows of no tank, but not where it runs dry sooner
            RotationPlan nothing = made.plan().rotation().judged(Collections.nCopies(on.size(), Set.of()));
            Wanted.Made poor = new Wanted.Made(nothing, made.fuel(), Charge.NONE);
            assertThat(poor.betteredBy(wet, unknown, List.of())).isTrue();
            boolean drySooner =
                    Refuelling.along(wet, now.fuel(), made.fuel().refuels()).drySooner(dry);
            assertThat(poor.betteredBy(wet, now, List.of())).isEqualTo(!drySooner);
            sooner += drySooner ? 1 : 0;
        }
        assertThat(ended).isGreaterThan(8);
        assertThat(sooner).isPositive();
    }

    @Test
    void aCompressorRestsBeforeItStartsAgain() {
        Had had = had(from(SIX, "fridge", "kettle"), from(SIX.plusMinutes(30), "kettle"));
        assertThat(had.restOfCompressor(FRIDGE, at(SIX.plusMinutes(30)))).isEqualTo(5);
        assertThat(had.restOfCompressor(FRIDGE, at(SIX.plusMinutes(32)).plusSeconds(30)))
                .isEqualTo(3);
        assertThat(had.restOfCompressor(FRIDGE, at(SIX.plusMinutes(35)))).isZero();
        // on, off from the start, and what has no compressor
        assertThat(had(from(SIX), from(SIX.plusMinutes(1), "fridge")).restOfCompressor(FRIDGE, at(SIX.plusMinutes(2))))
                .isZero();
        assertThat(had(from(SIX, "kettle")).restOfCompressor(FRIDGE, at(SIX.plusMinutes(1))))
                .isZero();
        Keep water = Keeping.HOT_WATER.usual("kettle");
        assertThat(had(from(SIX, "kettle"), from(SIX.plusMinutes(1))).restOfCompressor(water, at(SIX.plusMinutes(2))))
                .isZero();
    }

    /** What matters least comes first, of that what brings most; a life is never given up. */
    @Test
    void whereFuelDoesNotLastItIsSaidWhatToGiveUp() {
        Wanted wanted = new Wanted(
                List.of(
                        FRIDGE,
                        new StandingNeed.AlwaysOn("kettle", Priority.COMFORT, null),
                        new StandingNeed.AlwaysOn("lamp", Priority.LIFE, null)),
                List.of(),
                null);
        Wanted.Now now = new Wanted.Now(HOUSE, SIX, Set.of(), Had.NOTHING, new Refuelling.Fuel(14, 0));
        List<GivingUp> order = wanted.toGiveUp(now);
        assertThat(order.get(0).circuit()).isEqualTo("kettle");
        assertThat(order).noneMatch(one -> one.circuit().equals("lamp"));
        assertThat(order)
                .isSortedAccordingTo(Comparator.comparing(GivingUp::priority).reversed());
        LocalDateTime dry = wanted.plan(now, Effort.INSTANT, null).fuel().emptyAt();
        LocalDateTime later =
                wanted.without("kettle").plan(now, Effort.INSTANT, null).fuel().emptyAt();
        assertThat(order.get(0).minutes())
                .isEqualTo(Duration.between(dry, later == null ? SIX.plusDays(1) : later)
                        .toMinutes());
        assertThat(order.get(0).lasts()).isEqualTo(later == null);
        for (GivingUp one : order) {
            // by what a plan takes that knows of no tank
            double takes = Refuelling.burns(wanted.without(one.circuit())
                            .from(HOUSE, SIX, Set.of(), Had.NOTHING, List.of())
                            .plan(Effort.INSTANT))
                    .stream()
                    .mapToDouble(Double::doubleValue)
                    .sum();
            assertThat(one.lasts()).as(one + " takes " + takes).isEqualTo(takes <= 14);
        }
        Wanted.Now plenty = new Wanted.Now(HOUSE, SIX, Set.of(), Had.NOTHING, new Refuelling.Fuel(22, 200));
        assertThat(wanted.toGiveUp(plenty)).isEmpty();
        assertThat(wanted.toGiveUp(new Wanted.Now(HOUSE, SIX, Set.of(), Had.NOTHING, null)))
                .isEmpty();
    }

    @Test
    void rationedFuelLasts() {
        Wanted wanted = new Wanted(List.of(FRIDGE), List.of(), null);
        Wanted.Now now = new Wanted.Now(HOUSE, SIX, Set.of("fridge"), Had.NOTHING, null);
        Rationing plenty = wanted.ration(now, 100, SIX.plusHours(24), Effort.INSTANT);
        assertThat(plenty.enough()).isTrue();
        assertThat(plenty.stills()).isEmpty();
        Rationing scarce = wanted.ration(now, plenty.litres() / 3, SIX.plusHours(24), Effort.INSTANT);
        assertThat(scarce.enough()).isFalse();
        assertThat(scarce.litres()).isLessThanOrEqualTo(plenty.litres() / 3);
        assertThat(scarce.stills()).isNotEmpty();
        assertThat(new RotationChecker(scarce.plan().rotation(), scarce.plan().on()).wrongs())
                .isEmpty();
        // the fridge holds four hours and fills in one: a third of the time is more than it takes
        assertThat(scarce.plan().unmet().stream().filter(one -> one.circuit().equals("fridge")))
                .isEmpty();
    }

    /** A tank for ten hours, and nobody has said when they sleep: it is filled in the evening, not at four. */
    @Test
    void aTankIsFilledAtBedtimeThoughNobodyHasSaidWhenThatIs() {
        Wanted wanted = new Wanted(List.of(FRIDGE), List.of(), null);
        Wanted.Now now = new Wanted.Now(HOUSE, SIX, Set.of("fridge"), Had.NOTHING, new Refuelling.Fuel(12, 60));
        Refuelling fuel = wanted.plan(now, Effort.INSTANT, null).fuel();
        assertThat(fuel.refuels()).isNotEmpty();
        LocalTime first = fuel.refuels().get(0).from().toLocalTime();
        assertThat(first).isBetween(LocalTime.of(19, 0), LocalTime.of(22, 30).minusMinutes(Refuelling.MINUTES));
    }

    /** What it hangs on holds three hours and the night has eight: somebody gets up rather than let it run out. */
    @Test
    void rationingWakesSomebodyForALife() {
        Keep medicine = new Keep("fridge", Priority.LIFE, Keeping.MEDICINE, 180, 45, null, null);
        Horizon.Sleep night = new Horizon.Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));
        Wanted wanted = new Wanted(List.of(medicine), List.of(), night);
        Wanted.Now now = new Wanted.Now(HOUSE, SIX, Set.of("fridge"), Had.NOTHING, null);
        double plenty =
                wanted.ration(now, 100, SIX.plusHours(24), Effort.INSTANT).litres();
        Rationing half = wanted.ration(now, plenty / 2, SIX.plusHours(24), Effort.INSTANT);
        assertThat(half.litres()).isLessThanOrEqualTo(plenty / 2);
        assertThat(half.plan().unmet().stream().filter(one -> !one.engineOff())).isEmpty();
        // fuel that is left over is no reason to go without
        assertThat(half.litres()).isGreaterThan(plenty / 3);
    }

    /** On a small generator only the fridge makes room for the kettle, and it must run: asked for now, it makes room. */
    @Test
    void whatSomebodyAsksForNowIsHadWhereNoLifeHangsOnIt() {
        Setup small = Samples.setup(
                Samples.generator120(1800, 2200),
                Samples.circuit("fridge", 1, 180, 900),
                Samples.attended(Samples.circuit("kettle", 3, 1500, 1500)),
                Samples.circuit("lamp", 5, 120, 120));
        List<StandingNeed> needs = List.of(
                FRIDGE,
                new StandingNeed.AlwaysOn("fridge", Priority.PROPERTY, null),
                new StandingNeed.AlwaysOn("lamp", Priority.PROPERTY, null));
        Wish tea = new Wish.Job("kettle", 15, SIX, SIX.plusMinutes(45));
        Wanted.Now now = new Wanted.Now(small, SIX, Set.of("fridge", "lamp"), Had.NOTHING, null);
        Wanted wanted = new Wanted(needs, List.of(tea), null);
        RotationPlan plan = wanted.plan(now, Effort.QUICK, null).plan();
        assertThat(plan.sessions()).extracting(RotationPlan.Session::circuit).contains("kettle");
        assertThat(plan.on().stream().filter(on -> on.contains("kettle"))).hasSize(1);
        // what is not urgent waits, and says what is in its way
        Wish later = new Wish.Job("kettle", 15, SIX, SIX.plusHours(6));
        RotationPlan without =
                wanted.withWishes(List.of(later)).plan(now, Effort.QUICK, null).plan();
        Need.Session job = without.rotation().needs().stream()
                .filter(Need.Session.class::isInstance)
                .map(Need.Session.class::cast)
                .findFirst()
                .orElseThrow();
        assertThat(without.sessions()).isEmpty();
        assertThat(WhyOff.inTheWay(without, job)).containsExactly("fridge", "lamp");
        List<StandingNeed> vital = List.of(
                new StandingNeed.AlwaysOn("fridge", Priority.LIFE, null),
                new StandingNeed.AlwaysOn("lamp", Priority.LIFE, null));
        RotationPlan alive = new Wanted(vital, List.of(tea), null)
                .plan(now, Effort.QUICK, null)
                .plan();
        assertThat(alive.sessions()).isEmpty();
    }

    /** Nobody leaves a kettle on till morning because the next walk is at nine. */
    @Test
    void whatSomebodyStandsByIsNotLeftOn() {
        Setup house = Samples.setup(
                Samples.generator(6800, 8400),
                Samples.circuit("fridge", 1, 180, 900),
                Samples.attended(Samples.circuit("kettle", 3, 1500, 1500)));
        List<StandingNeed> needs = List.of(
                FRIDGE,
                new StandingNeed.OnceADay(
                        "kettle", Priority.COMFORT, 60, new Daily(LocalTime.of(18, 0), LocalTime.of(20, 0))));
        Wanted.Now now = new Wanted.Now(house, SIX, Set.of("fridge"), Had.NOTHING, null);
        RotationPlan plan =
                new Wanted(needs, List.of(), null).plan(now, Effort.QUICK, null).plan();
        assertThat(plan.on().stream().filter(on -> on.contains("kettle"))).hasSizeBetween(4, 5);
    }

    /** Away from nine to noon, and the engine would go on running. */
    @Test
    void anEngineThatNobodyIsThereForIsNamed() {
        Wish away = new Wish.Away(SIX.plusHours(3), SIX.plusHours(6));
        Wanted wanted = new Wanted(List.of(FRIDGE), List.of(away), null);
        Wanted.Now now = new Wanted.Now(HOUSE, SIX, Set.of("fridge"), Had.NOTHING, null);
        Horizon.EngineOff alone = wanted.plan(now, Effort.INSTANT, null).plan().firstUnattended();
        // at either end somebody can still be there
        assertThat(alone.from()).isEqualTo(SIX.plusHours(3).plusMinutes(15));
        assertThat(alone.to()).isEqualTo(SIX.plusHours(6));
        Wanted home = new Wanted(List.of(FRIDGE), List.of(), null);
        assertThat(home.plan(now, Effort.INSTANT, null).plan().firstUnattended())
                .isNull();
    }
}
