package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.rotation.Horizon.EngineOff;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.StandingNeed.AlwaysOn;
import juiceswap.core.rotation.StandingNeed.Keep;
import juiceswap.core.supply.Storage;
import org.junit.jupiter.api.Test;

/** A battery station beside the generator: what it holds, what it carries, when the engine rests. */
class StorageTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);
    private static final Sleep NIGHT = new Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));

    /** Four hours of cold, three quarters of an hour of power from nothing to full. */
    private static final Keep FRIDGE = new Keep("fridge", Priority.FOOD, Keeping.FRIDGE, 240, 60, 3.0, 8.0);

    private static final StandingNeed ROUTER = new AlwaysOn("router", Priority.COMFORT, null);

    /** The fridge draws 60 W on average, the router 20 W; the charger puts 400 of its 500 W away. */
    private static final Setup HOUSE = Samples.setup(
                    Samples.generator(6800, 8400),
                    Samples.circuit("fridge", 1, new Load("F", 120, null, Nameplate.ofWatts(180, 900), 100.0 / 3, 1)),
                    Samples.circuit("router", 3, 20, 20),
                    Samples.circuit("charger", 5, 500, 500),
                    Samples.twoPole("range", 7, Samples.load240(4200, 4200)))
            .withStorage(storage(1000, "fridge", "router"));

    private static Storage storage(double wattHours, String... carries) {
        return new Storage(wattHours, 1000, 2000, new Storage.Charging("charger", 500, 80), 10, List.of(carries));
    }

    private static Wanted.Now now(Setup house, double wattHours) {
        return new Wanted.Now(
                house, SIX, Set.of("fridge", "router"), Had.NOTHING, new Refuelling.Fuel(22, 100), wattHours);
    }

    private static Wanted wanted(Wish... wishes) {
        return new Wanted(List.of(FRIDGE, ROUTER), List.of(wishes), NIGHT);
    }

    private static Wish.Still still(LocalDateTime from, int hours) {
        return new Wish.Still(from, from.plusHours(hours), false);
    }

    private static List<Set<String>> during(RotationPlan plan, LocalDateTime from, LocalDateTime to) {
        Horizon horizon = plan.rotation().horizon();
        return plan.on().subList(horizon.slotAt(from), horizon.slotAt(to));
    }

    /** Eight hours of 80 W are 640 Wh, and 100 are never planned with: 740 of 1,000 are enough, 200 want charging first. */
    @Test
    void aNightIsCarriedAndChargedForBefore() {
        LocalDateTime bed = SIX.plusMinutes(270);
        Wanted.Made full = wanted(still(bed, 8)).plan(now(HOUSE, 1000), Effort.INSTANT, null);
        assertThat(during(full.plan(), bed, bed.plusHours(8))).allMatch(on -> on.equals(Set.of("fridge", "router")));
        assertThat(full.plan().unmet()).isEmpty();
        assertThat(full.charge().lowAt()).isNull();
        assertThat(Collections.min(full.charge().wattHours())).isCloseTo(360, within(1e-6));
        assertThat(full.charge()
                        .wattHours()
                        .get(full.plan().rotation().horizon().slotAt(SIX.plusHours(20))))
                .isEqualTo(1000);

        // and as the engine is stopped anyhow, that is when the tank is filled
        assertThat(full.fuel().refuels().get(0).from()).isEqualTo(bed);

        Wanted.Made low = wanted(still(bed, 8)).plan(now(HOUSE, 200), Effort.INSTANT, null);
        assertThat(during(low.plan(), bed, bed.plusHours(8))).allMatch(on -> on.contains("fridge"));
        assertThat(low.charge().lowAt()).isNull();
        // 540 Wh at 400 W: an hour and 21 minutes of the four and a half
        long slots = during(low.plan(), SIX, bed).stream()
                .filter(on -> on.contains("charger"))
                .count();
        assertThat(slots).isGreaterThanOrEqualTo(6);
    }

    @Test
    void whatTheBatteryCanNotCarryInFullIsCarriedByWeight() {
        LocalDateTime soon = SIX.plusMinutes(15);
        // 12 hours of both would be 960 Wh; of the fridge alone 720
        Wanted.Made made = wanted(still(soon, 12)).plan(now(HOUSE, 900), Effort.INSTANT, null);
        assertThat(during(made.plan(), soon, soon.plusHours(12))).allMatch(on -> on.equals(Set.of("fridge")));
        assertThat(made.charge().lowAt()).isNull();
    }

    /** While the tank is filled nothing that hangs on the battery goes dark. */
    @Test
    void aRefuellingWithoutDarkness() {
        Wanted.Now thirsty =
                new Wanted.Now(HOUSE, SIX, Set.of("fridge", "router"), Had.NOTHING, new Refuelling.Fuel(8, 60), 900.0);
        Wanted.Made made = wanted().plan(thirsty, Effort.INSTANT, null);
        assertThat(made.fuel().refuels()).isNotEmpty();
        EngineOff first = made.fuel().refuels().get(0);
        assertThat(during(made.plan(), first.from(), first.to())).allMatch(on -> on.contains("router"));
        assertThat(made.plan().unmet()).noneMatch(RotationPlan.Unmet::engineOff);
    }

    @Test
    void theEngineRestsWhereThatComesToLess() {
        Rest rest = wanted().rest(now(HOUSE, 900));
        assertThat(rest.stops()).isNotEmpty();
        assertThat(rest.litresSaved()).isGreaterThan(5);
        assertThat(rest.plan().unmet()).isEmpty();
        for (EngineOff stop : rest.stops()) {
            for (LocalDateTime walk : List.of(stop.from(), stop.to())) {
                assertThat(NIGHT.covers(walk.toLocalTime())).as(walk.toString()).isFalse();
            }
        }
        boolean night = rest.stops().stream()
                .anyMatch(stop -> !stop.from().isAfter(SIX.plusMinutes(270))
                        && !stop.to().isBefore(SIX.plusMinutes(270).plusHours(8)));
        assertThat(night).isTrue();
        // with nothing to carry it the food spoils, and the engine runs on at least through the night
        Wanted cold = new Wanted(
                List.of(new Keep("fridge", Priority.LIFE, Keeping.FRIDGE, 60, 60, 3.0, 8.0)), List.of(), NIGHT);
        Rest none = cold.rest(now(HOUSE.withStorage(storage(1000, "router")), 900));
        assertThat(none.stops()).isEmpty();
        assertThat(none.litresSaved()).isZero();
    }

    /** A third of the fuel: what it cannot run for, the battery carries. */
    @Test
    void rationingUsesIt() {
        double plenty = wanted().ration(now(HOUSE, 900), 100, SIX.plusHours(24), Effort.INSTANT)
                .litres();
        Keep hasty = new Keep("fridge", Priority.FOOD, Keeping.FRIDGE, 60, 30, 3.0, 8.0);
        Wanted wanted = new Wanted(List.of(hasty, ROUTER), List.of(), NIGHT);
        Rationing with = wanted.ration(now(HOUSE, 900), plenty / 3, SIX.plusHours(24), Effort.INSTANT);
        Rationing without = wanted.ration(
                new Wanted.Now(HOUSE, SIX, Set.of("fridge", "router"), Had.NOTHING, null),
                plenty / 3,
                SIX.plusHours(24),
                Effort.INSTANT);
        assertThat(with.litres()).isLessThanOrEqualTo(plenty / 3);
        assertThat(fridgeShort(with)).isLessThan(fridgeShort(without));
    }

    private static double fridgeShort(Rationing rationing) {
        return rationing.plan().unmet().stream()
                .filter(one -> one.circuit().equals("fridge"))
                .mapToDouble(RotationPlan.Unmet::minutes)
                .sum();
    }

    /** 900, an hour of 80 W in the dark, an hour of charging at 400 W, and so on: by hand. */
    @Test
    void whatItHoldsIsReckonedFromTheLog() {
        List<Supplied> supplied =
                List.of(supplied(0, true, "fridge"), supplied(60, false), supplied(120, true, "fridge", "charger"));
        ChargeLevel.Known known = new ChargeLevel.Known(at(0), 900);
        assertThat(ChargeLevel.of(HOUSE, supplied, known, at(120)).wattHours()).isCloseTo(820, within(1e-6));
        assertThat(ChargeLevel.of(HOUSE, supplied, known, at(135)).wattHours()).isCloseTo(920, within(1e-6));
        assertThat(ChargeLevel.of(HOUSE, supplied, known, at(240)).wattHours()).isEqualTo(1000);
        // what it carried counts as power that the circuits had
        Had had = new Had(
                ZoneOffset.UTC, ChargeLevel.of(HOUSE, supplied, known, at(120)).supplied(), List.of());
        assertThat(had.minutes("router", SIX.plusHours(1), SIX.plusHours(2))).isEqualTo(60);
        // 260 Wh are 160 above what is never planned with: two hours, and then it is dark
        ChargeLevel.Known little = new ChargeLevel.Known(at(60), 260);
        ChargeLevel empty = ChargeLevel.of(HOUSE, supplied.subList(0, 2), little, at(300));
        assertThat(empty.wattHours()).isCloseTo(100, within(1e-6));
        assertThat(empty.carries()).isEmpty();
        assertThat(empty.hoursLeft(HOUSE)).isNull();
        ChargeLevel half = ChargeLevel.of(HOUSE, supplied.subList(0, 2), little, at(120));
        assertThat(half.carries()).containsExactlyInAnyOrder("fridge", "router");
        assertThat(half.hoursLeft(HOUSE)).isCloseTo(1, within(1e-6));
        // the engine feeds the house again: it carries nothing
        assertThat(ChargeLevel.of(HOUSE, supplied, known, at(130)).hoursLeft(HOUSE))
                .isNull();
        Had ended = new Had(ZoneOffset.UTC, empty.supplied(), List.of());
        assertThat(ended.minutes("router", SIX, SIX.plusHours(5))).isEqualTo(120);
        assertThat(ChargeLevel.of(HOUSE.withStorage(null), supplied, known, at(300))
                        .supplied())
                .isEqualTo(supplied);
    }

    private static Instant at(int minutes) {
        return SIX.plusMinutes(minutes).toInstant(ZoneOffset.UTC);
    }

    private static Supplied supplied(int minutes, boolean engine, String... circuits) {
        return new Supplied(at(minutes), Set.of(circuits), engine);
    }

    /** The battery of an automatic box keeps its circuits live through a stop for fuel, and not through one that it does not last. */
    @Test
    void aRideThroughBatteryLastsThroughAStopOrNot() {
        Setup bare = HOUSE.withStorage(null);
        // 20 W for an hour
        Setup house = new Setup(
                TransferDevice.of(TransferDevice.Kind.AUTOMATIC_CIRCUITS)
                        .withRideThrough(new TransferDevice.RideThrough(List.of("router"), 20.0)),
                bare.source(),
                bare.path(),
                bare.circuits());
        LocalDateTime eight = SIX.plusHours(2);
        Wish filling = new Wish.Still(eight, eight.plusMinutes(45), true);
        Wish rest = new Wish.Still(SIX.plusHours(6), SIX.plusHours(8), false);
        Wanted.Now now =
                new Wanted.Now(house, SIX, Set.of("fridge", "router"), Had.NOTHING, new Refuelling.Fuel(22, 100));
        RotationPlan plan = wanted(filling, rest).plan(now, Effort.QUICK, null).plan();
        assertThat(during(plan, eight, eight.plusMinutes(45))).allMatch(on -> on.equals(Set.of("router")));
        assertThat(during(plan, rest.from(), rest.to())).allMatch(Set::isEmpty);
    }

    /** Of households by the hundred: what is on is allowed, and the energy adds up slot by slot, worked out another way. */
    @Test
    void theEnergyAddsUp() {
        int carriedSomething = 0;
        for (long seed = 1; seed <= 120; seed++) {
            Rotation bare = RandomHouseholds.of(seed);
            Random random = new Random(seed);
            Setup house = withStorage(bare.setup(), random);
            Horizon horizon = bare.horizon();
            double start = random.nextDouble() * house.storage().wattHours();
            List<EngineOff> stops = new ArrayList<>(horizon.engineOff());
            LocalDateTime rest = horizon.at(horizon.slots() / 3 + random.nextInt(horizon.slots() / 3));
            stops.add(new EngineOff(rest, rest.plusMinutes(60 + random.nextInt(300))));
            Resting resting = Resting.of(house, horizon.withEngineOff(stops), start, bare.needs(), Set.of());
            List<Need> needs = new ArrayList<>(bare.needs());
            needs.addAll(resting.charging());
            Rotation question = new Rotation(house, horizon.withEngineOff(resting.engineOff()), bare.now(), needs);
            RotationPlan plan = question.plan(Effort.INSTANT);
            RotationChecker checker = new RotationChecker(question, plan.on());
            assertThat(checker.wrongs()).as("household " + seed).isEmpty();
            assertThat(checker.score()).as("household " + seed).isCloseTo(plan.score(), within(1e-6));
            assertThat(checker.forNothing()).as("household " + seed).isEmpty();
            Charge charge = Charge.along(plan, start, List.of());
            double level = start;
            for (int slot = 0; slot < horizon.slots(); slot++) {
                Set<String> on = plan.on().get(slot);
                boolean still = question.horizon().engineOff(slot);
                carriedSomething += still && !on.isEmpty() ? 1 : 0;
                // minute by minute, and load by load
                for (int minute = 0; minute < horizon.slotMinutes(); minute++) {
                    level = after(level, house, on, still);
                }
                assertThat(charge.wattHours().get(slot)).as("household " + seed).isCloseTo(level, within(1e-6));
            }
        }
        assertThat(carriedSomething).isGreaterThan(500);
    }

    /** What is left after one more minute. */
    private static double after(double level, Setup house, Set<String> on, boolean still) {
        Storage storage = house.storage();
        double watts = 0;
        if (still) {
            for (String id : on) {
                for (Load load : house.circuit(id).loads()) {
                    watts -= load.runningWatts() * load.dutyPercent() / 100;
                }
            }
        } else if (on.contains(storage.charging().circuit())) {
            watts = storage.charging().watts() * storage.charging().efficiencyPercent() / 100;
        }
        return Math.max(0, Math.min(storage.wattHours(), level + watts / 60));
    }

    private static Setup withStorage(Setup setup, Random random) {
        List<Circuit> circuits = new ArrayList<>(setup.circuits());
        double charger = 100 + 100 * random.nextInt(6);
        circuits.add(Samples.circuit("charger", 199, charger, charger));
        Set<String> carries = new HashSet<>();
        double watts = 0;
        for (Circuit circuit : setup.circuits()) {
            if (!circuit.has240() && random.nextInt(3) == 0) {
                carries.addAll(setup.withNeeded(List.of(circuit.id())));
            }
        }
        carries.removeIf(id -> setup.circuit(id).has240());
        for (String id : carries) {
            watts += setup.circuit(id).startingWatts();
        }
        Storage storage = new Storage(
                300 + random.nextInt(3000),
                Math.max(100, watts),
                Math.max(100, watts),
                new Storage.Charging("charger", charger, 70 + random.nextInt(31)),
                random.nextInt(20),
                List.copyOf(carries));
        return setup.withCircuits(circuits).withStorage(storage);
    }

    @Test
    void whatItCanNotDoIsRefused() {
        assertThatThrownBy(() -> HOUSE.withStorage(storage(1000, "nothing")))
                .isInstanceOf(InvalidInput.class)
                .hasMessageContaining("/storage/carries/0");
        assertThatThrownBy(() -> storage(0)).hasMessageContaining("/wattHours");
        assertThat(unfit(storage(1000, "fridge", "router"))).isEmpty();
        assertThat(unfit(storage(1000, "range"))).contains("/storage/carries/0");
        assertThat(unfit(storage(1000, "charger"))).contains("/storage/carries/0");
        Storage.Charging charging = new Storage.Charging("charger", 500, 80);
        assertThat(unfit(new Storage(1000, 150, 300, charging, 10, List.of("fridge"))))
                .containsExactly("/storage/carries");
        assertThat(unfit(new Storage(1000, 300, 600, charging, 10, List.of("fridge"))))
                .containsExactly("/storage/carries");
        Storage.Charging hungry = new Storage.Charging("charger", 900, 80);
        assertThat(unfit(new Storage(1000, 1000, 1000, hungry, 10, List.of())))
                .containsExactly("/storage/charging/watts");
    }

    private static List<String> unfit(Storage storage) {
        return HOUSE.withStorage(storage).unfitStorage().stream()
                .map(InvalidInput.Problem::field)
                .toList();
    }

    /** A motor on it is changed for a bigger one: what it can't start is not carried, the rest is. */
    @Test
    void whatHasBecomeTooBigForItIsNotCarried() {
        Setup grown = HOUSE.withCircuits(HOUSE.circuits().stream()
                .map(circuit -> circuit.id().equals("fridge") ? Samples.circuit("fridge", 1, 800, 3000) : circuit)
                .toList());
        LocalDateTime bed = SIX.plusMinutes(270);
        Wanted.Made made = wanted(still(bed, 2)).plan(now(grown, 1000), Effort.INSTANT, null);
        assertThat(during(made.plan(), bed, bed.plusHours(2))).allMatch(List.of(Set.of("router"))::contains);
    }
}
