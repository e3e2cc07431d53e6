package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.atomic.AtomicInteger;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import org.junit.jupiter.api.Test;

class RotationTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);
    private static final Horizon.Sleep NIGHT = new Horizon.Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));

    private static Horizon hours(int hours) {
        return new Horizon(SIX, 15, hours * 4, NIGHT, List.of());
    }

    private static Rotation rotation(Setup setup, Horizon horizon, Need... needs) {
        return new Rotation(setup, horizon, null, List.of(needs));
    }

    private static Need reserve(String circuit, Priority priority, double hold, double recover, double level) {
        return new Need.Reserve(circuit, priority, hold, recover, level);
    }

    /** Two circuits of which only one may be on: the heavier need has it while it must, the other one the rest. */
    /** Somebody who asked has gone: the search ends long before it would have, and says so. */
    @Test
    void aSearchThatIsHaltedEnds() {
        Setup setup = Samples.setup(
                Samples.generator120(2000, 2600),
                Samples.circuit("kettle", 1, 1500, 1500),
                Samples.circuit("heater", 3, 1400, 1400));
        Rotation rotation = rotation(
                setup,
                hours(24),
                reserve("heater", Priority.PROPERTY, 120, 60, 60),
                reserve("kettle", Priority.FOOD, 90, 30, 30));
        AtomicInteger looks = new AtomicInteger();
        assertThatThrownBy(() -> rotation.plan(
                        Effort.DEEP, null, Beside.on(Runnable::run), share -> looks.incrementAndGet() < 3))
                .isInstanceOf(CancellationException.class);
        // once for each of the two searches
        assertThat(looks.get()).isEqualTo(4);
        // and from a search that runs beside
        assertThatThrownBy(() -> rotation.plan(Effort.DEEP, null, Beside.on(ForkJoinPool.commonPool()), share -> false))
                .isInstanceOf(CancellationException.class);
        List<Set<String>> undisturbed = rotation.plan(Effort.QUICK).on();
        assertThat(rotation.plan(Effort.QUICK, null, Beside.on(Runnable::run), share -> true)
                        .on())
                .isEqualTo(undisturbed);
    }

    @Test
    void circuitsThatDoNotFitTogetherTakeTurns() {
        Setup setup = Samples.setup(
                Samples.generator120(2000, 2600),
                Samples.circuit("kettle", 1, 1500, 1500),
                Samples.circuit("heater", 3, 1400, 1400));
        RotationPlan plan = rotation(
                        setup,
                        hours(4),
                        reserve("heater", Priority.PROPERTY, 120, 60, 60),
                        new Need.Session(
                                "kettle",
                                Priority.COMFORT,
                                30,
                                null,
                                0,
                                new Window(SIX.plusHours(1), SIX.plusHours(3))))
                .plan(Effort.QUICK);
        assertThat(new RotationChecker(plan.rotation(), plan.on()).wrongs()).isEmpty();
        assertThat(plan.unmet()).isEmpty();
        assertThat(plan.sessions()).hasSize(1);
        assertThat(plan.visits()).isEqualTo(2);
        assertThat(plan.moves().get(0).kind()).isEqualTo(MoveKind.FIRST);
        assertThat(plan.levels().get("heater")).hasSize(16);
    }

    /** By hand: 60 minutes left, 15 a slot without power; with it twice as fast up as down, and never above 120. */
    @Test
    void aReserveFallsAndRisesAsByHand() {
        Setup setup = Samples.setup(Samples.generator120(2000, 2600), Samples.circuit("heater", 3, 1400, 1400));
        ReserveDemand demand =
                (ReserveDemand) Demand.of(0, reserve("heater", Priority.FOOD, 120, 60, 60), 0, hours(2), false, false);
        boolean[] on = {false, false, false, false, false, true, true, false};
        assertThat(demand.levels(on)).containsExactly(45, 30, 15, 0, 0, 30, 60, 45);
        Demand.Account account = demand.account(on);
        assertThat(account.unmet()).isEqualTo(15);
        // below 18 minutes at the end of three slots
        assertThat(account.thin()).isEqualTo(45);
        assertThat(account.owed()).isEqualTo(15);
        Rotation dark = new Rotation(
                setup,
                new Horizon(SIX, 15, 8, null, List.of(new Horizon.EngineOff(SIX, SIX.plusHours(2)))),
                null,
                List.of(reserve("heater", Priority.FOOD, 120, 60, 60)));
        assertThat(dark.plan(Effort.INSTANT).unmet().get(0).minutes()).isEqualTo(60);
    }

    @Test
    void theSameQuestionHasTheSameAnswer() {
        Random random = new Random(3);
        Rotation rotation = anyRotation(random);
        RotationPlan one = rotation.plan(Effort.QUICK);
        RotationPlan other = rotation.plan(Effort.QUICK, null, Runnable::run);
        assertThat(other.on()).isEqualTo(one.on());
        assertThat(other.moves()).isEqualTo(one.moves());
        assertThat(other.score()).isEqualTo(one.score());
    }

    /** Whatever house and needs: allowed, the score re-derived, nothing on for nothing, and more effort no worse. */
    @Test
    void everyPlanIsAllowedAndSaysWhatItCosts() {
        Random random = new Random(20);
        for (int i = 0; i < 60; i++) {
            Rotation rotation = anyRotation(random);
            RotationPlan plan = rotation.plan(Effort.INSTANT);
            RotationChecker checker = new RotationChecker(rotation, plan.on());
            assertThat(checker.wrongs()).as("rotation " + i).isEmpty();
            assertThat(plan.score()).as("rotation " + i).isCloseTo(checker.score(), within(1e-6));
            assertThat(checker.forNothing()).as("rotation " + i).isEmpty();
            RotationPlan onward = rotation.plan(Effort.INSTANT, plan.on());
            assertThat(onward.score()).as("rotation " + i).isLessThanOrEqualTo(plan.score() + 1e-9);
            for (RotationPlan.Unmet unmet : plan.unmet()) {
                assertThat(unmet.minutes()).isPositive();
            }
        }
    }

    /** The quick judgement of sets against the one that everything else uses. */
    @Test
    void theSetsThatMayBeOnAreThoseThatCapacityAllows() {
        Random random = new Random(8);
        int allowed = 0;
        for (int i = 0; i < 40; i++) {
            Setup setup = anyHouse(random);
            Set<String> all = new HashSet<>();
            setup.circuits().forEach(circuit -> all.add(circuit.id()));
            OnSets sets = new OnSets(setup, all);
            long never = sets.never(setup);
            for (int k = 0; k < 100; k++) {
                long set = 0;
                for (int c = 0; c < sets.count(); c++) {
                    set |= random.nextInt(3) == 0 ? sets.withNeeded(c) : 0;
                }
                if ((set & never) != 0) {
                    continue;
                }
                Set<String> ids = new HashSet<>(sets.ids(set));
                boolean ok = Capacity.of(setup, ids, Set.of()).ok()
                        && ids.stream().allMatch(id -> {
                            Set<String> rest = new HashSet<>(ids);
                            rest.remove(id);
                            return Capacity.of(setup, rest, id).ok();
                        });
                assertThat(sets.may(set)).as(ids.toString()).isEqualTo(ok);
                allowed += ok ? 1 : 0;
                // one less is allowed too, whatever goes off: the search takes circuits out without asking
                for (int c = 0; ok && c < sets.count(); c++) {
                    if ((set & sets.dependants(c)) == 0) {
                        assertThat(sets.may(set & ~(1L << c)))
                                .as(ids + " without " + sets.id(c))
                                .isTrue();
                    }
                }
            }
        }
        assertThat(allowed).isBetween(200, 3800);
    }

    /** What the pattern search finds for a circuit alone is the best of all patterns, tried one by one. */
    @Test
    void aCircuitAloneGetsItsBestSlots() {
        Setup setup = Samples.setup(Samples.generator120(2000, 2600), Samples.circuit("heater", 3, 1400, 1400));
        Random random = new Random(17);
        for (int i = 0; i < 40; i++) {
            Horizon horizon = new Horizon(SIX.plusHours(random.nextInt(6)), 30, 10, NIGHT, List.of());
            List<Need> needs = new ArrayList<>();
            needs.add(reserve("heater", anyOf(random, Priority.values()), 120, 60, 15 * random.nextInt(8)));
            if (random.nextBoolean()) {
                needs.add(anyNeed("heater", horizon, random));
            }
            Rotation rotation = new Rotation(setup, horizon, random.nextBoolean() ? Set.of() : null, needs);
            double least = Double.POSITIVE_INFINITY;
            for (int pattern = 0; pattern < 1 << horizon.slots(); pattern++) {
                List<Set<String>> on = new ArrayList<>();
                for (int slot = 0; slot < horizon.slots(); slot++) {
                    on.add((pattern >> slot & 1) == 1 ? Set.of("heater") : Set.of());
                }
                least = Math.min(least, new RotationChecker(rotation, on).score());
            }
            assertThat(rotation.plan(Effort.INSTANT).score())
                    .as(needs.toString())
                    .isCloseTo(least, within(1e-6));
        }
    }

    @Test
    void whatCanNeverBePoweredIsNamedAndCounted() {
        Setup setup = Samples.setup(
                Samples.generator120(2000, 2600),
                Samples.circuit("range", 5, 5000, 5000),
                Samples.circuit("fridge", 1, 200, 900));
        RotationPlan plan = rotation(
                        setup,
                        hours(3),
                        new Need.Session("range", Priority.COMFORT, 45, null, 0, Window.ALWAYS),
                        reserve("fridge", Priority.FOOD, 240, 60, 200))
                .plan(Effort.INSTANT);
        assertThat(plan.never()).containsExactly("range");
        assertThat(plan.unmet()).extracting(RotationPlan.Unmet::minutes).containsExactly(60.0);
    }

    @Test
    void whileTheEngineStandsStillNothingIsOnAndAlwaysDoesNotCount() {
        Setup setup = Samples.setup(Samples.generator120(2000, 2600), Samples.circuit("pump", 1, 300, 900));
        Horizon horizon = new Horizon(
                SIX, 15, 16, NIGHT, List.of(new Horizon.EngineOff(SIX.plusMinutes(65), SIX.plusMinutes(80))));
        RotationPlan plan = rotation(setup, horizon, new Need.Always("pump", Priority.LIFE, Window.ALWAYS))
                .plan(Effort.INSTANT);
        assertThat(plan.engineOff()).containsExactly(4, 5);
        assertThat(plan.on().get(4)).isEmpty();
        assertThat(plan.unmet()).containsExactly(new RotationPlan.Unmet(0, "pump", 30, true));
        assertThat(plan.warnings()).containsExactly(RotationPlan.Warning.LIFE_UNPOWERED);
        assertThat(plan.moves())
                .extracting(RotationPlan.Move::kind)
                .containsExactly(MoveKind.FIRST, MoveKind.ENGINE_OFF, MoveKind.ENGINE_ON);
        assertThat(plan.score()).isZero();
    }

    /** With breakers as they are the first change is a walk, by day even at night: somebody is asking. */
    @Test
    void theFirstChangeOfARePlanIsAWalkByDay() {
        Setup setup = Samples.setup(Samples.generator120(2000, 2600), Samples.circuit("pump", 1, 300, 900));
        Horizon late = new Horizon(SIX.plusHours(6), 15, 4, NIGHT, List.of());
        Rotation asked =
                new Rotation(setup, late, Set.of(), List.of(new Need.Always("pump", Priority.FOOD, Window.ALWAYS)));
        RotationPlan plan = asked.plan(Effort.INSTANT);
        assertThat(plan.visits()).isEqualTo(1);
        assertThat(plan.nightVisits()).isZero();
        assertThat(plan.score()).isEqualTo(21);
    }

    @Test
    void badQuestionsAreRefusedAtTheField() {
        Setup setup = Samples.setup(Samples.generator120(2000, 2600), Samples.circuit("pump", 1, 300, 900));
        assertThatThrownBy(() -> new Horizon(SIX, 7, 4, null, List.of())).isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> new Horizon(SIX, 15, 289, null, List.of())).isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> new Horizon.Sleep(LocalTime.NOON, LocalTime.NOON))
                .isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> new Horizon.EngineOff(SIX, SIX)).isInstanceOf(InvalidInput.class);
        Need one = reserve("pump", Priority.FOOD, 240, 60, 200);
        assertThatThrownBy(() -> rotation(setup, hours(1), one, one)).hasMessageContaining("/needs/1");
        assertThatThrownBy(() -> rotation(setup, hours(1), reserve("attic", Priority.FOOD, 240, 60, 200)))
                .hasMessageContaining("attic");
        assertThatThrownBy(() -> new Rotation(setup, hours(1), Set.of("attic"), List.of(one)))
                .hasMessageContaining("/now/on");
    }

    @Test
    void slotsAreCountedFromTheMultiplePastMidnight() {
        Horizon horizon = new Horizon(LocalDateTime.of(2031, 2, 3, 19, 22), 15, 8, NIGHT, List.of());
        assertThat(horizon.first()).isEqualTo(LocalDateTime.of(2031, 2, 3, 19, 15));
        assertThat(horizon.firstInside(new Window(LocalDateTime.of(2031, 2, 3, 19, 20), null)))
                .isEqualTo(1);
        assertThat(horizon.endInside(new Window(null, LocalDateTime.of(2031, 2, 3, 20, 20))))
                .isEqualTo(4);
        assertThat(horizon.slotAt(LocalDateTime.of(2031, 2, 3, 20, 14))).isEqualTo(3);
        assertThat(horizon.night(8)).isFalse();
        // half past ten itself is not yet night, a quarter to seven no longer
        assertThat(new Horizon(SIX, 15, 96, NIGHT, List.of()).night(18)).isFalse();
        assertThat(new Horizon(SIX, 15, 96, NIGHT, List.of()).night(19)).isTrue();
        assertThat(new Horizon(SIX, 15, 96, NIGHT, List.of()).night(50)).isFalse();
    }

    // ---- houses and needs of all sorts

    private static <T> T anyOf(Random random, T[] values) {
        return values[random.nextInt(values.length)];
    }

    private static Setup anyHouse(Random random) {
        List<Circuit> circuits = new ArrayList<>();
        int count = 4 + random.nextInt(8);
        for (int i = 0; i < count; i++) {
            double watts = 100 + random.nextInt(14) * 100;
            List<String> needs = i > 0 && random.nextInt(6) == 0 ? List.of("c" + random.nextInt(i)) : List.of();
            List<String> notWith = i > 0 && random.nextInt(8) == 0 ? List.of("c" + random.nextInt(i)) : List.of();
            Circuit circuit = Samples.circuit("c" + i, 1 + i, watts, watts * (1 + random.nextInt(3)), needs, notWith);
            circuits.add(random.nextInt(6) == 0 ? Samples.attended(circuit) : circuit);
        }
        double size = 2500 + random.nextInt(5) * 1000;
        return Samples.setup(
                random.nextBoolean() ? Samples.generator(size, size * 1.2) : Samples.generator120(size, size * 1.2),
                circuits.toArray(Circuit[]::new));
    }

    private static Rotation anyRotation(Random random) {
        Setup setup = anyHouse(random);
        int[] lengths = {10, 15, 30, 60};
        int slot = lengths[random.nextInt(lengths.length)];
        List<Horizon.EngineOff> off = random.nextInt(3) == 0
                ? List.of(new Horizon.EngineOff(SIX.plusMinutes(95), SIX.plusMinutes(130)))
                : List.of();
        Horizon horizon = new Horizon(SIX.plusMinutes(random.nextInt(300)), slot, 12 + random.nextInt(40), NIGHT, off);
        List<Need> needs = new ArrayList<>();
        for (Circuit circuit : setup.circuits()) {
            if (random.nextInt(5) > 0) {
                needs.add(anyNeed(circuit.id(), horizon, random));
            }
            if (random.nextInt(3) == 0) {
                double hold = 60 + 30 * random.nextInt(12);
                double level = random.nextInt(4) == 0 ? hold * random.nextDouble() : hold / 2;
                needs.add(
                        reserve(circuit.id(), anyOf(random, Priority.values()), hold, 20 + random.nextInt(90), level));
            }
        }
        Set<String> now = random.nextBoolean() ? null : Set.of("c0");
        return new Rotation(setup, horizon, now, needs);
    }

    private static Need anyNeed(String circuit, Horizon horizon, Random random) {
        LocalDateTime from = horizon.at(random.nextInt(horizon.slots())).plusMinutes(random.nextInt(3) * 5L);
        LocalDateTime to = from.plusMinutes(90 + 30L * random.nextInt(6));
        Window window = random.nextInt(4) == 0 ? Window.ALWAYS : new Window(from, to);
        Priority priority = anyOf(random, Priority.values());
        return switch (random.nextInt(4)) {
            case 0 -> new Need.Always(circuit, priority, window);
            case 2 -> new Need.Briefly(circuit, 30 * random.nextInt(4));
            case 1 -> new Need.Session(circuit, priority, 30 + random.nextInt(40), null, random.nextInt(20), window);
            default ->
                new Need.Minutes(
                        circuit,
                        priority,
                        60 + random.nextInt(100),
                        30 * random.nextInt(3),
                        random.nextInt(30),
                        window);
        };
    }
}
