package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.StandingNeed.AlwaysOn;
import juiceswap.core.rotation.StandingNeed.Keep;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.PowerStation;
import org.junit.jupiter.api.Test;

/** A battery power station as the only source: it lasts, or is taken away to be charged, and no plan goes on when it is empty. */
class StationTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);
    private static final Sleep NIGHT = new Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));
    private static final Keep FRIDGE = new Keep("fridge", Priority.FOOD, Keeping.FRIDGE, 240, 60, 3.0, 8.0);
    private static final StandingNeed ROUTER = new AlwaysOn("router", Priority.COMFORT, null);
    private static final StandingNeed SCREEN = new AlwaysOn("screen", Priority.COMFORT, null);
    private static final StandingNeed BREATH = new AlwaysOn("breath", Priority.LIFE, null);

    /** The fridge draws 60 W on average while it is on, the router 20 W, the screen 150 W, what a life hangs on 50 W. */
    private static Setup house(double wattHours) {
        return new Setup(
                TransferDevice.of(Kind.INTERLOCK).withFeed(new TransferDevice.Feed(true, Leg.L1)),
                new PowerStation(
                        new PowerStation.Output(false, 1800, 3600, true, true), wattHours, 500, 100, 20, Bond.FLOATING),
                List.of(),
                List.of(
                        Samples.circuit(
                                "fridge", 1, new Load("F", 120, null, Nameplate.ofWatts(180, 900), 100.0 / 3, 1)),
                        Samples.circuit("router", 3, 20, 20),
                        Samples.circuit("screen", 5, 150, 150),
                        Samples.circuit("breath", 7, 50, 50)));
    }

    private static Wanted.Now now(Setup house, double wattHours) {
        return new Wanted.Now(house, SIX, Set.of(), Had.NOTHING, null, wattHours);
    }

    private static Wanted wanted(List<StandingNeed> standing, Wish... wishes) {
        return new Wanted(standing, List.of(wishes), NIGHT);
    }

    private static double hoursOn(RotationPlan plan, String circuit) {
        return plan.on().stream().filter(on -> on.contains(circuit)).count() / 4.0;
    }

    private static boolean goesShort(RotationPlan plan, String circuit) {
        return plan.unmet().stream().anyMatch(one -> one.circuit().equals(circuit) && !one.engineOff());
    }

    /** Everything for a day is 24 times 230 W at most: 5,520 of 6,300 Wh. */
    @Test
    void nothingIsGivenUpWhereItLasts() {
        Wanted.Made made = wanted(List.of(FRIDGE, ROUTER, SCREEN)).plan(now(house(7000), 7000), Effort.QUICK, null);
        assertThat(made.charge().lowAt()).isNull();
        assertThat(hoursOn(made.plan(), "screen")).isEqualTo(24);
        assertThat(made.plan().unmet()).isEmpty();
        assertThat(made.plan().rotation().needs()).noneMatch(need -> need instanceof Need.Sparing);
    }

    /** 1,080 Wh above the lowest: 480 for the router all day, about 300 for the fridge, a few hours of the screen. */
    @Test
    void whatMattersLeastForWhatItDrawsIsGivenUpFirst() {
        Wanted.Made made = wanted(List.of(FRIDGE, ROUTER, SCREEN)).plan(now(house(1200), 1200), Effort.QUICK, null);
        RotationPlan plan = made.plan();
        assertThat(made.charge().lowAt()).isNull();
        assertThat(goesShort(plan, "fridge")).isFalse();
        assertThat(hoursOn(plan, "router")).isEqualTo(24);
        assertThat(hoursOn(plan, "screen")).isBetween(0.0, 3.0);
        assertThat(plan.engineOff()).isEmpty();
        assertThat(made.charge().wattHours()).allMatch(left -> left > 120 - 1e-6);
    }

    @Test
    void whatALifeHangsOnIsNeverPricedAndTheEndIsTold() {
        Wanted.Made made = wanted(List.of(BREATH, FRIDGE, SCREEN)).plan(now(house(600), 600), Effort.QUICK, null);
        RotationPlan plan = made.plan();
        // 540 Wh above the lowest are not even eleven hours of 50 W
        assertThat(hoursOn(plan, "breath")).isBetween(10.0, 10.75);
        assertThat(hoursOn(plan, "screen")).isZero();
        int dry = plan.engineOff().get(0);
        assertThat(plan.at(dry)).isBetween(SIX.plusHours(10), SIX.plusHours(11));
        assertThat(plan.on().subList(dry, plan.on().size())).allMatch(Set::isEmpty);
        assertThat(plan.warnings()).contains(RotationPlan.Warning.LIFE_UNPOWERED);
        // nothing is drawn that is not in it
        assertThat(made.charge().lowAt()).isNull();
    }

    @Test
    void itIsDarkWhileItIsAwayAndHasMoreAfterwards() {
        LocalDateTime ten = SIX.plusHours(16);
        Wish away = new Wish.Charging(ten, ten.plusHours(2));
        Wanted.Now now = now(house(1200), 1200);
        Wanted.Made made = wanted(List.of(FRIDGE, ROUTER, SCREEN), away).plan(now, Effort.QUICK, null);
        RotationPlan plan = made.plan();
        Horizon horizon = plan.rotation().horizon();
        int leaves = horizon.slotAt(ten);
        int returns = horizon.slotAt(ten.plusHours(2));
        assertThat(plan.on().subList(leaves, returns)).allMatch(Set::isEmpty);
        double charged = made.charge().wattHours().get(returns - 1)
                - made.charge().wattHours().get(leaves - 1);
        assertThat(charged).isCloseTo(2 * 500 * 0.85, within(1e-6));
        assertThat(made.charge().lowAt()).isNull();
        RotationPlan without = wanted(List.of(FRIDGE, ROUTER, SCREEN))
                .plan(now, Effort.QUICK, null)
                .plan();
        assertThat(hoursOn(plan, "screen")).isGreaterThan(hoursOn(without, "screen") + 3);
    }

    /** With the night alone to last there is more for the evening; after it the rest is lived on, and then it is dark. */
    @Test
    void itNeedNotLastLongerThanItHasTo() {
        Wish night = new Wish.Lasts(SIX, SIX.plusHours(13));
        Wanted.Made made =
                wanted(List.of(FRIDGE, ROUTER, SCREEN), night).plan(now(house(1200), 1200), Effort.QUICK, null);
        RotationPlan plan = made.plan();
        RotationPlan day = wanted(List.of(FRIDGE, ROUTER, SCREEN))
                .plan(now(house(1200), 1200), Effort.QUICK, null)
                .plan();
        assertThat(hoursOn(plan, "screen")).isGreaterThan(hoursOn(day, "screen"));
        assertThat(plan.engineOff()).isNotEmpty();
        assertThat(plan.at(plan.engineOff().get(0))).isAfterOrEqualTo(SIX.plusHours(13));
        assertThat(made.charge().lowAt()).isNull();
    }

    @Test
    void itIsTakenAwayByDayWhereThatIsWorthTheDark() {
        Recharge scarce = wanted(List.of(FRIDGE, ROUTER, SCREEN)).recharge(now(house(900), 900));
        assertThat(scarce.away()).isNotNull();
        assertThat(scarce.away().from().toLocalTime()).isBetween(LocalTime.of(8, 0), LocalTime.of(20, 0));
        assertThat(scarce.away().to().toLocalTime()).isBetween(LocalTime.of(9, 0), LocalTime.of(21, 0));
        assertThat(wanted(List.of(FRIDGE, ROUTER))
                        .recharge(now(house(3000), 3000))
                        .away())
                .isNull();
        Wanted.Now engine = new Wanted.Now(
                Samples.setup(Samples.generator(1800, 2400), Samples.circuit("router", 3, 20, 20)),
                SIX,
                Set.of(),
                Had.NOTHING,
                null);
        assertThatThrownBy(() -> wanted(List.of()).recharge(engine)).isInstanceOf(IllegalStateException.class);
    }

    @Test
    void whatItHoldsIsReckonedFromWhenItWasRead() {
        Setup house = house(1000);
        Instant six = SIX.toInstant(ZoneOffset.UTC);
        List<Supplied> supplied = List.of(
                new Supplied(six, Set.of("screen"), true),
                new Supplied(six.plusSeconds(7200), Set.of(), false),
                // on the street again: what it holds does not change
                new Supplied(six.plusSeconds(10_800), Set.of("screen"), false));
        ChargeLevel full = ChargeLevel.of(house, supplied.subList(0, 1), null, six.plusSeconds(3600));
        assertThat(full.wattHours()).isCloseTo(850, within(1e-6));
        assertThat(full.hoursLeft(house)).isCloseTo(5, within(1e-6));
        assertThat(full.carries()).containsExactly("screen");
        ChargeLevel later = ChargeLevel.of(house, supplied, null, six.plusSeconds(14_400));
        assertThat(later.wattHours()).isCloseTo(700, within(1e-6));
        assertThat(later.hoursLeft(house)).isNull();
        ChargeLevel.Known read = new ChargeLevel.Known(six.plusSeconds(3600), 500);
        assertThat(ChargeLevel.of(house, supplied, read, six.plusSeconds(14_400))
                        .wattHours())
                .isCloseTo(350, within(1e-6));
    }

    private static Need.Window window(Random random, Rotation bare) {
        int slot = random.nextInt(bare.horizon().slots());
        return random.nextBoolean()
                ? Need.Window.ALWAYS
                : new Need.Window(bare.horizon().at(slot), null);
    }

    /** Of households by the hundred: priced or not, what is on is allowed, costs what it says, and is not on for nothing. */
    @Test
    void pricesAreWhatTheyCost() {
        for (long seed = 1; seed <= 60; seed++) {
            Rotation bare = RandomHouseholds.of(seed);
            Random random = new Random(seed);
            List<Need> needs = new ArrayList<>(bare.needs());
            for (Circuit circuit : bare.setup().circuits()) {
                boolean wanted =
                        bare.needs().stream().anyMatch(need -> need.circuit().equals(circuit.id()));
                if (wanted && random.nextBoolean()) {
                    needs.add(new Need.Sparing(circuit.id(), 0.05 + 3 * random.nextDouble(), window(random, bare)));
                }
            }
            Rotation question = new Rotation(bare.setup(), bare.horizon(), bare.now(), needs);
            RotationPlan plan = question.plan(Effort.INSTANT);
            RotationChecker checker = new RotationChecker(question, plan.on());
            assertThat(checker.wrongs()).as("household " + seed).isEmpty();
            assertThat(checker.score()).as("household " + seed).isCloseTo(plan.score(), within(1e-6));
            assertThat(checker.forNothing()).as("household " + seed).isEmpty();
        }
    }

    @Test
    void whatWasReadWhenItWentDoesNotSayWhatItTookUp() {
        Wish.Charging charging = new Wish.Charging(SIX, SIX.plusHours(4));
        LocalDateTime back = SIX.plusHours(4);
        assertThat(charging.untold(back.minusMinutes(1), null)).isFalse();
        assertThat(charging.untold(back, null)).isTrue();
        assertThat(charging.untold(back, SIX.plusMinutes(1))).isTrue();
        assertThat(charging.untold(back, SIX.plusHours(3))).isFalse();
        assertThat(charging.untold(back.plusHours(6), null)).isFalse();
    }
}
