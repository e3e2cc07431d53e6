package juiceswap.core.changeover;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.Samples;
import juiceswap.core.house.RefusedArrangement;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.BondPath;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.house.TransferDevice.Proof;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.PowerStation;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source;
import juiceswap.core.supply.Source.BondChange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Every kind of transfer device out and back, and every arrangement that is refused. */
class KindsTest {

    private static Setup setup(Kind kind, Bond bond, BondChange change, Fuel fuel, boolean outputSwitch) {
        boolean tests = kind.hasTestCircuits();
        return new Setup(
                TransferDevice.of(kind)
                        .withProving(new TransferDevice.Proving(false, tests ? List.of("lamp") : List.of())),
                Generator.described()
                        .fuel(fuel)
                        .ratings(List.of(new Rating(fuel.shareOfGasoline() == null ? fuel : Fuel.GASOLINE, 6800, 8400)))
                        .outputSwitch(outputSwitch)
                        .ambientC(-5)
                        .bond(bond)
                        .bondChange(change)
                        .idleControl(true)
                        .tankLitres(20.0)
                        .generator(),
                Samples.path(),
                Samples.cottage().circuits());
    }

    private static Plan plan(Setup setup, Goal goal, SwapState state) {
        Options options = new Options(false, false, Set.of(), List.of("fridge"), false, null);
        return new Planner(new Changeover(setup, options), goal).plan(state);
    }

    private static SwapState dark(Setup setup) {
        return SwapState.initial(setup.source().bond(), true, false);
    }

    @ParameterizedTest
    @EnumSource
    void thereAndBack(Kind kind) {
        Setup setup = setup(kind, Bond.BONDED, BondChange.SWITCH, Fuel.GASOLINE, true);
        Changeover changeover =
                new Changeover(setup, new Options(false, false, Set.of(), List.of("fridge"), false, null));
        SwapState state = follow(changeover, Goal.ON_GENERATOR, dark(setup));
        assertTrue(changeover.fed(state));
        SwapState refuelled = follow(changeover, Goal.REFUEL, state);
        assertTrue(refuelled.done().has(Check.REFUELLED));
        assertTrue(changeover.fed(refuelled));
        SwapState.Change live = refuelled.change();
        live.utilityLive = true;
        SwapState back = follow(changeover, Goal.ON_UTILITY, live.state());
        assertEquals(Engine.RESTING, back.engine());
        assertEquals(Bond.BONDED, back.bond());
    }

    private static SwapState follow(Changeover changeover, Goal goal, SwapState from) {
        Plan plan = new Planner(changeover, goal).plan(from);
        assertNull(plan.refused(), () -> changeover.kind() + " to " + goal);
        SwapState state = changeover.putRight(from);
        for (Plan.Step step : plan.steps()) {
            Planner.Trial trial = Planner.attempt(changeover, goal, state, step.action(), step.circuit());
            assertTrue(trial.allowed(), () -> step + " breaks " + trial.broken());
            state = trial.state();
        }
        return state;
    }

    @ParameterizedTest
    @CsvSource({
        "DRYER_OUTLET,BACKFED_OUTLET",
        "RANGE_OUTLET,BACKFED_OUTLET",
        "WALL_OUTLET,BACKFED_OUTLET",
        "RECEPTACLE_INLET,BACKFED_OUTLET",
        "DOUBLE_MALE_CORD,DOUBLE_MALE_CORD",
        "CAPPED_PLUG,DOUBLE_MALE_CORD",
        "MAIN_ONLY,NO_INTERLOCK",
        "HOME_MADE_LOCK,NO_INTERLOCK",
        "LIFTED_GROUND,GROUND_LIFTED",
        "INDOOR_GENERATOR,INDOORS"
    })
    void whatKillsIsRefusedForEveryGoal(RefusedArrangement arrangement, Refusal.Code code) {
        Setup setup = new Setup(
                TransferDevice.instead(arrangement),
                setup(Kind.CORDS, Bond.BONDED, BondChange.SWITCH, Fuel.GASOLINE, true)
                        .source(),
                Samples.path(),
                Samples.cottage().circuits());
        for (Goal goal : Goal.values()) {
            Refusal refusal = plan(setup, goal, dark(setup)).refused();
            assertNotNull(refusal);
            assertEquals(code, refusal.code());
        }
        assertEquals(
                "made-safe.instead",
                plan(setup, Goal.MAKE_SAFE, dark(setup)).refused().instead().key());
    }

    @ParameterizedTest
    @CsvSource({
        "INTERLOCK,UNKNOWN,NONE,GASOLINE,true,ON_GENERATOR,BOND_UNKNOWN",
        "INTERLOCK,BONDED,JUMPER,GASOLINE,true,ON_GENERATOR,TWO_BONDS",
        "CORDS,FLOATING,JUMPER,GASOLINE,true,ON_GENERATOR,NO_BOND",
        "AUTOMATIC_CIRCUITS,FLOATING,NONE,GASOLINE,false,ON_GENERATOR,NO_OUTPUT_SWITCH",
        "INTERLOCK,BONDED,SWITCH,NATURAL_GAS,true,REFUEL,NO_TANK",
        "INTERLOCK,BONDED,SWITCH,GASOLINE,true,ON_UTILITY,UTILITY_DEAD"
    })
    void whatCannotWorkIsRefused(
            Kind kind, Bond bond, BondChange change, Fuel fuel, boolean outputSwitch, Goal goal, Refusal.Code code) {
        Setup setup = setup(kind, bond, change, fuel, outputSwitch);
        assertEquals(code, plan(setup, goal, dark(setup)).refused().code());
    }

    /** What failed its test is not used until the same test has passed; cords are what is left. */
    @ParameterizedTest
    @EnumSource
    void whatFailedItsTestIsRefused(Kind kind) {
        Setup sound = setup(kind, Bond.BONDED, BondChange.SWITCH, Fuel.GASOLINE, true);
        for (Goal goal : List.of(Goal.ON_GENERATOR, Goal.REFUEL)) {
            assertEquals(
                    kind.wired() ? Refusal.Code.INTERLOCK_FAULT : null,
                    refusal(tested(sound, Proof.FAILED, BondPath.SOUND), goal));
            assertEquals(
                    kind.wired() ? Refusal.Code.BOND_PATH_BROKEN : null,
                    refusal(tested(sound, Proof.FAILED, BondPath.BROKEN), goal));
            assertNull(refusal(tested(sound, Proof.PASSED, BondPath.SOUND), goal));
        }
        // whatever failed, the way to safety stays open
        Setup failed = tested(sound, Proof.FAILED, BondPath.BROKEN);
        assertNull(refusal(failed, Goal.MAKE_SAFE));
    }

    private static Setup tested(Setup setup, Proof proof, BondPath path) {
        return new Setup(
                setup.transfer().withTested(new TransferDevice.Tested(proof, path)),
                setup.source(),
                setup.path(),
                setup.circuits());
    }

    private static Refusal.Code refusal(Setup setup, Goal goal) {
        Refusal refused = plan(setup, goal, dark(setup)).refused();
        return refused == null ? null : refused.code();
    }

    /** With every outlet dead there is nothing to read: the first circuit is picked up, then read, then read under load. */
    @ParameterizedTest
    @EnumSource(names = {"INTERLOCK", "TRANSFER_SWITCH", "SUBPANEL", "CIRCUIT_SWITCHES", "APPLIANCE"})
    void withoutMeterOrTestCircuitTheFirstCircuitIsWhatIsRead(Kind kind) {
        Setup setup = setup(kind, Bond.BONDED, BondChange.SWITCH, Fuel.GASOLINE, true);
        Setup bare = new Setup(
                TransferDevice.of(kind).withSwitchedNeutral(kind.maySwitchNeutral()),
                setup.source(),
                setup.path(),
                setup.circuits());
        Options both = new Options(false, false, Set.of(), List.of("fridge", "lights"), true, null);
        Changeover changeover = new Changeover(bare, both);
        List<Action> actions = new Planner(changeover, Goal.ON_GENERATOR)
                .plan(dark(bare)).steps().stream().map(Plan.Step::action).toList();
        int first = actions.indexOf(Action.PICK_UP);
        int read = actions.indexOf(Action.MEASURE_PANEL);
        assertTrue(first >= 0 && first < read, actions.toString());
        assertTrue(read < actions.lastIndexOf(Action.PICK_UP), actions.toString());
        SwapState on = follow(changeover, Goal.ON_GENERATOR, dark(bare));
        SwapState.Change nothing = on.change();
        nothing.branches = SwapState.Branches.OFF;
        nothing.picked = Set.of();
        nothing.panelMeasured = false;
        assertFalse(Action.MEASURE_PANEL.possible(changeover, nothing.state(), null));
    }

    @Test
    void moreThanFitsIsRefused() {
        Setup setup = Samples.cottage();
        Options all = new Options(false, false, Set.of(), List.of("well", "range", "fridge"), false, null);
        Plan plan = new Planner(new Changeover(setup, all), Goal.ON_GENERATOR).plan(dark(setup));
        assertEquals(Refusal.Code.DOES_NOT_FIT, plan.refused().code());
    }

    @Test
    void aSmallFloatingSetOnCordsIsUsedAsMade() {
        Setup setup = setup(Kind.CORDS, Bond.FLOATING, BondChange.NONE, Fuel.GASOLINE, true);
        assertNull(plan(setup, Goal.ON_GENERATOR, dark(setup)).refused());
    }

    /**
     * Whatever the kind: in every state in which the house is fed and no danger stands, the device keeps it off the
     * utility's wires, and every way onto the generator contains the steps that part it where a person has to do that.
     */
    @ParameterizedTest
    @EnumSource
    void noPlanWithoutParting(Kind kind) {
        Changeover changeover = EveryState.changeover(kind);
        for (SwapState state : EveryState.of(changeover, false)) {
            if (changeover.fed(state) && !changeover.danger(state)) {
                assertTrue(changeover.parted(state), () -> kind + " " + state);
            }
        }
        Plan plan = new Planner(changeover, Goal.ON_GENERATOR).plan(dark(changeover.setup()));
        List<Action> actions = plan.steps().stream().map(Plan.Step::action).toList();
        List<Action> parting = switch (kind.parting()) {
            case PLATE -> List.of(Action.MAIN_OFF, Action.PLATE_TO_GENERATOR, Action.INPUT_ON);
            case HANDLE -> List.of(Action.HANDLE_OFF, Action.HANDLE_GENERATOR);
            case SWITCH_EACH, UNPLUGGED -> List.of(Action.PICK_UP);
            case BY_ITSELF -> List.of();
        };
        assertTrue(actions.containsAll(parting), () -> kind + " " + actions);
    }

    /** A battery is not warmed up, cooled down, or asked for oil, fuel and clean air; all else is as with an engine. */
    @ParameterizedTest
    @EnumSource
    void withoutAnEngineThereAndBack(Kind kind) {
        PowerStation station = new PowerStation(
                new PowerStation.Output(true, 6000, 9000, true, false), 10_000, 1500, 80, 20, Bond.FLOATING);
        Setup setup = new Setup(
                TransferDevice.of(kind)
                        .withProving(new TransferDevice.Proving(
                                false, kind.hasTestCircuits() ? List.of("lamp") : List.of())),
                station,
                Samples.path(),
                Samples.cottage().circuits());
        Changeover changeover =
                new Changeover(setup, new Options(false, false, Set.of(), List.of("fridge"), false, null));
        Plan plan = new Planner(changeover, Goal.ON_GENERATOR).plan(dark(setup));
        List<Action> actions = plan.steps().stream().map(Plan.Step::action).toList();
        assertTrue(actions.contains(Action.INSPECT_CORD), actions::toString);
        for (Action ofEngines : List.of(
                Action.CHECK_OIL, Action.CHECK_FUEL, Action.CHECK_PLACEMENT, Action.CHECK_CO_ALARM, Action.WARM_UP)) {
            assertFalse(actions.contains(ofEngines), actions::toString);
        }
        SwapState on = follow(changeover, Goal.ON_GENERATOR, dark(setup));
        assertTrue(changeover.fed(on));
        assertEquals(
                Refusal.Code.NO_TANK, plan(setup, Goal.REFUEL, on).refused().code());
        SwapState.Change live = on.change();
        live.utilityLive = true;
        assertEquals(
                Engine.STOPPED,
                follow(changeover, Goal.ON_UTILITY, live.state()).engine());
    }

    /** Each fuel there and back, and what is told of it hangs together. */
    @ParameterizedTest
    @EnumSource
    void everyFuelThereAndBack(Fuel fuel) {
        Setup setup = setup(Kind.INTERLOCK, Bond.FLOATING, BondChange.NONE, fuel, true);
        Changeover changeover =
                new Changeover(setup, new Options(false, false, Set.of(), List.of("fridge"), false, null));
        SwapState on = follow(changeover, Goal.ON_GENERATOR, dark(setup));
        assertTrue(changeover.fed(on));
        SwapState.Change live = on.change();
        live.utilityLive = true;
        assertFalse(changeover.fed(follow(changeover, Goal.ON_UTILITY, live.state())));
        // of a pipe nobody reads litres
        assertEquals(fuel.fromTank(), fuel.litresPerKwh() != null);
    }

    private static final List<Source> SOURCES = List.of(
            Samples.generator(6800, 8400),
            ParallelGenerators.halves(Samples.generator(6800, 8400)),
            new PowerStation(
                    new PowerStation.Output(true, 6000, 9000, true, false), 10_000, 1500, 80, 20, Bond.FLOATING));

    @Test
    void everyKindOfSourceIsTriedAndNoneFeedsTheStreet() {
        assertEquals(
                Set.of(Source.class.getPermittedSubclasses()),
                SOURCES.stream().map(Object::getClass).collect(Collectors.toSet()));
        for (Source source : SOURCES) {
            for (Kind kind : Kind.values()) {
                Setup setup = new Setup(
                        TransferDevice.of(kind)
                                .withProving(new TransferDevice.Proving(
                                        false, kind.hasTestCircuits() ? List.of("lamp") : List.of())),
                        source,
                        Samples.path(),
                        Samples.cottage().circuits());
                Changeover changeover =
                        new Changeover(setup, new Options(false, false, Set.of(), List.of("fridge"), false, null));
                SwapState state = follow(changeover, Goal.ON_GENERATOR, dark(setup));
                assertTrue(changeover.parted(state) && !changeover.danger(state), () -> kind + " " + source);
                assertTrue(changeover.fed(state), () -> kind + " " + source);
            }
        }
    }

    /** A box that acts by itself takes all at once; what is turned OFF by hand stays off, and is turned ON again on the way back. */
    @Test
    void anAutomaticBoxTakesAllAndSomeCanBeTurnedOff() {
        Setup setup = setup(Kind.AUTOMATIC_CIRCUITS, Bond.FLOATING, BondChange.NONE, Fuel.GASOLINE, true);
        Changeover changeover = new Changeover(setup, Options.NONE);
        // 5,715 W at once: more than this set may run, but not than one of 12 kW
        assertFalse(changeover.takenAtOnce().orElseThrow().ok());
        Setup strong = new Setup(setup.transfer(), setup.source().timesWatts(2), List.of(), setup.circuits());
        assertTrue(
                new Changeover(strong, Options.NONE).takenAtOnce().orElseThrow().ok());
        SwapState.Change fed = dark(setup).change();
        fed.engine = Engine.HOT;
        fed.outputOn = true;
        fed.cordAtGenerator = true;
        fed.cordAtHouse = true;
        assertEquals(changeover.unlocked(), changeover.powered(fed.state()));
        assertFalse(Action.PICK_UP.possible(changeover, fed.state(), "fridge"));
        fed.branches = SwapState.Branches.STAGED;
        fed.picked = Set.of("lamp");
        assertEquals(Set.of("lamp"), changeover.powered(fed.state()));
        assertTrue(Action.PICK_UP.possible(changeover, fed.state(), "fridge"));
        fed.utilityLive = true;
        List<Action> back = new Planner(changeover, Goal.ON_UTILITY)
                .plan(fed.state()).steps().stream().map(Plan.Step::action).toList();
        assertTrue(back.contains(Action.SWITCHES_UTILITY));
        fed.branches = SwapState.Branches.ON;
        fed.picked = Set.of();
        List<Action> untouched = new Planner(changeover, Goal.ON_UTILITY)
                .plan(fed.state()).steps().stream().map(Plan.Step::action).toList();
        assertFalse(untouched.contains(Action.SWITCHES_UTILITY));
    }

    /** Pulling plugs one by one takes longer than stopping the engine. */
    @Test
    void makingSafeOnCordsBeginsAtTheEngine() {
        Setup setup = setup(Kind.CORDS, Bond.FLOATING, BondChange.NONE, Fuel.GASOLINE, false);
        Changeover changeover = new Changeover(setup, Options.NONE);
        SwapState.Change fed = dark(setup).change();
        fed.engine = Engine.HOT;
        fed.outputOn = true;
        fed.cordAtGenerator = true;
        fed.cordAtHouse = true;
        fed.branches = SwapState.Branches.STAGED;
        fed.picked = Set.of("fridge");
        assertTrue(NearestBreaker.of(changeover, fed.state(), Place.INDOORS).isEmpty());
        Changeover indoors = new Changeover(setup, Options.NONE.at(Place.INDOORS));
        assertEquals(
                Action.STOP_ENGINE,
                new Planner(indoors, Goal.MAKE_SAFE)
                        .plan(fed.state())
                        .steps()
                        .get(0)
                        .action());
    }

    /** Idle control that is found on goes off before anybody walks round and says that all is well. */
    @Test
    void idleControlIsOffBeforeTheWalkRound() {
        Setup setup = setup(Kind.INTERLOCK, Bond.FLOATING, BondChange.NONE, Fuel.GASOLINE, true);
        Changeover changeover = new Changeover(setup, Options.NONE);
        SwapState.Change fed = dark(setup).change();
        fed.mainOn = false;
        fed.plateToGenerator = true;
        fed.inputOn = true;
        fed.engine = Engine.HOT;
        fed.outputOn = true;
        fed.cordAtGenerator = true;
        fed.cordAtHouse = true;
        fed.branches = SwapState.Branches.STAGED;
        fed.picked = Set.of("lamp");
        fed.ecoOn = true;
        assertTrue(Planner.attempt(changeover, Goal.ON_GENERATOR, fed.state(), Action.WALK_ROUND, null)
                .broken()
                .contains(Rule.ECO_LOAD));
    }
}
