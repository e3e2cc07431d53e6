package juiceswap.core.changeover;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import juiceswap.core.Samples;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;

/** For each rule one thing that somebody might do, and what stands against it. */
class RuleTest {
    private final Changeover changeover = new Changeover(
            Samples.cottage(), new Options(false, false, Set.of(), List.of("fridge", "well"), false, null));

    private static final List<Check> ALL = List.of(
            Check.CHECK_PLACEMENT,
            Check.CHECK_CO_ALARM,
            Check.CHECK_OIL,
            Check.CHECK_FUEL,
            Check.INSPECT_CORD,
            Check.UNPLUG_SENSITIVE);

    /** Everything right for the moment before the first breaker: set warm and measured, house parted from the street. */
    private static SwapState ready(Consumer<SwapState.Change> but) {
        SwapState.Change state = SwapState.initial(Bond.FLOATING, false, false).change();
        state.done = Checks.of(ALL);
        state.cordAtGenerator = true;
        state.cordAtHouse = true;
        state.engine = Engine.READY;
        state.generatorMeasured = true;
        state.mainOn = false;
        state.plateToGenerator = true;
        state.branches = Branches.OFF;
        but.accept(state);
        return state.state();
    }

    /** The house on the set, test circuits on, both measurements made. */
    private static SwapState carrying(Consumer<SwapState.Change> but) {
        return ready(state -> {
            state.engine = Engine.HOT;
            state.outputOn = true;
            state.inputOn = true;
            state.branches = Branches.STAGED;
            state.pick(List.of("lamp", "lights"));
            state.panelMeasured = true;
            state.loadedMeasured = true;
            but.accept(state);
        });
    }

    private List<Rule> broken(SwapState state, Action action) {
        return broken(null, state, action, null);
    }

    private List<Rule> broken(Goal goal, SwapState state, Action action, String circuit) {
        Planner.Trial trial = Planner.attempt(changeover, goal, state, action, circuit);
        assertFalse(trial.impossible(), () -> action + " is impossible");
        return trial.broken();
    }

    @Test
    void inOrderNothingIsBroken() {
        assertEquals(List.of(), broken(ready(s -> {}), Action.OUTPUT_ON));
        assertEquals(List.of(), broken(ready(s -> s.outputOn = true), Action.INPUT_ON));
        assertEquals(List.of(), broken(null, carrying(s -> {}), Action.PICK_UP, "fridge"));
    }

    @Test
    void whileDangerIsPresentOnlyWhatEndsIt() {
        SwapState twoBonds = carrying(s -> s.bond = Bond.BONDED);
        assertTrue(broken(null, twoBonds, Action.PICK_UP, "fridge").contains(Rule.DANGER_FIRST));
        assertEquals(List.of(), broken(twoBonds, Action.OUTPUT_OFF));
    }

    @Test
    void cordEndsStayWhileTheEngineRuns() {
        List<Rule> rules = broken(ready(s -> {}), Action.CORD_GENERATOR_OUT);
        assertEquals(List.of(Rule.HOT_PLUG, Rule.LOOSE_LIVE_END, Rule.BOND_COUNT), rules);
    }

    @Test
    void aBondedSetOnASolidNeutralIsNotStarted() {
        SwapState stopped = ready(s -> {
            s.engine = Engine.STOPPED;
            s.bond = Bond.BONDED;
        });
        assertTrue(broken(stopped, Action.START_ENGINE).contains(Rule.BOND_COUNT));
    }

    @Test
    void theBondIsChangedWithTheCordOut() {
        SwapState stopped = ready(s -> s.engine = Engine.STOPPED);
        assertEquals(List.of(Rule.BOND_CHANGE_LIVE), broken(stopped, Action.SET_BOND_BONDED));
        SwapState unplugged = ready(s -> {
            s.engine = Engine.STOPPED;
            s.cordAtGenerator = false;
        });
        assertEquals(List.of(), broken(unplugged, Action.SET_BOND_BONDED));
    }

    @Test
    void eachOfTheFiveChecksHoldsTheStart() {
        for (Check check : ALL.subList(0, 5)) {
            SwapState state = ready(s -> {
                s.engine = Engine.STOPPED;
                s.untick(check);
            });
            assertEquals(List.of(Rule.START_UNCHECKED), broken(state, Action.START_ENGINE), check.word());
        }
    }

    @Test
    void theEngineIsStartedUnloaded() {
        SwapState outputOn = ready(s -> {
            s.engine = Engine.STOPPED;
            s.outputOn = true;
        });
        assertTrue(broken(outputOn, Action.START_ENGINE).contains(Rule.START_LOADED));
        SwapState inputOn = ready(s -> {
            s.engine = Engine.STOPPED;
            s.inputOn = true;
        });
        assertTrue(broken(inputOn, Action.START_ENGINE).contains(Rule.START_LOADED));
    }

    @Test
    void aColdEngineCarriesNothing() {
        SwapState cold = ready(s -> s.engine = Engine.COLD);
        assertTrue(broken(cold, Action.OUTPUT_ON).contains(Rule.COLD_LOAD));
    }

    @Test
    void everySupplyIsMeasuredFirst() {
        assertEquals(List.of(Rule.UNMEASURED), broken(ready(s -> s.generatorMeasured = false), Action.OUTPUT_ON));
        SwapState legsUnread = carrying(s -> {
            s.panelMeasured = false;
            s.loadedMeasured = false;
        });
        assertEquals(List.of(Rule.UNMEASURED), broken(null, legsUnread, Action.PICK_UP, "fridge"));
        SwapState notUnderLoad = carrying(s -> s.loadedMeasured = false);
        assertEquals(List.of(Rule.UNMEASURED), broken(null, notUnderLoad, Action.PICK_UP, "fridge"));
    }

    @Test
    void theSetMeetsAnEmptyPanel() {
        SwapState allOn = ready(s -> {
            s.outputOn = true;
            s.branches = Branches.ON;
        });
        assertTrue(broken(allOn, Action.INPUT_ON).contains(Rule.BLOCK_LOAD));
        assertEquals(List.of(Rule.BLOCK_LOAD), broken(carrying(s -> {}), Action.BRANCHES_ON));
    }

    @Test
    void whatDoesNotFitIsNotPickedUp() {
        SwapState full = carrying(s -> s.pick(List.of("fridge", "well")));
        assertEquals(List.of(Rule.CAPACITY), broken(null, full, Action.PICK_UP, "range"));
    }

    @Test
    void idleControlIsOffBeforeLoad() {
        assertEquals(List.of(Rule.ECO_LOAD), broken(ready(s -> s.ecoOn = true), Action.OUTPUT_ON));
        assertEquals(List.of(Rule.ECO_LOAD), broken(carrying(s -> {}), Action.ECO_ON));
    }

    @Test
    void delicateThingsStayUnpluggedUntilTheUtilityIsBack() {
        SwapState pluggedIn = carrying(s -> s.untick(Check.UNPLUG_SENSITIVE));
        assertEquals(List.of(Rule.SENSITIVE), broken(null, pluggedIn, Action.PICK_UP, "fridge"));
        assertEquals(List.of(Rule.SENSITIVE), broken(carrying(s -> {}), Action.REPLUG_SENSITIVE));
    }

    @Test
    void theEngineIsStoppedCooledAndUnloaded() {
        assertEquals(List.of(Rule.STOP_LOADED), broken(carrying(s -> {}), Action.STOP_ENGINE));
        SwapState hot = carrying(s -> s.outputOn = false);
        assertEquals(List.of(Rule.STOP_LOADED), broken(hot, Action.STOP_ENGINE));
        assertEquals(List.of(), broken(Goal.MAKE_SAFE, hot, Action.STOP_ENGINE, null));
        assertEquals(List.of(), broken(ready(s -> s.engine = Engine.COOLED), Action.STOP_ENGINE));
    }

    @Test
    void nothingIsSwitchedUnderLoadExceptToMakeSafe() {
        assertEquals(List.of(Rule.SWITCH_LOADED), broken(carrying(s -> {}), Action.INPUT_OFF));
        assertEquals(List.of(), broken(Goal.MAKE_SAFE, carrying(s -> {}), Action.INPUT_OFF, null));
        SwapState liveStreet = ready(s -> {
            s.utilityLive = true;
            s.mainOn = true;
            s.plateToGenerator = false;
            s.branches = Branches.ON;
        });
        assertEquals(List.of(Rule.SWITCH_LOADED), broken(liveStreet, Action.MAIN_OFF));
    }

    @Test
    void anUnsteadyUtilityGetsNothingBack() {
        SwapState back = ready(s -> {
            s.utilityLive = true;
            s.plateToGenerator = false;
        });
        assertEquals(List.of(Rule.UTILITY_UNSURE), broken(back, Action.MAIN_ON));
        SwapState onSet = carrying(s -> s.utilityLive = true);
        assertEquals(List.of(Rule.UTILITY_UNSURE), broken(Goal.ON_UTILITY, onSet, Action.BRANCHES_OFF, null));
    }

    @Test
    void fuelIsPouredBesideAColdEngine() {
        for (Engine engine : Engine.values()) {
            boolean refused =
                    broken(ready(s -> s.engine = engine), Action.REFUEL).contains(Rule.REFUEL_HOT);
            assertEquals(engine != Engine.STOPPED, refused, engine.word());
        }
    }

    @Test
    void theSetIsPutToRestUnpluggedAndBonded() {
        SwapState pluggedIn = ready(s -> s.engine = Engine.RESTING);
        assertEquals(List.of(Rule.STOW_EARLY), broken(pluggedIn, Action.STOW));
        SwapState right = ready(s -> {
            s.engine = Engine.RESTING;
            s.cordAtGenerator = false;
            s.cordAtHouse = false;
            s.bond = Bond.BONDED;
        });
        assertEquals(List.of(), broken(right, Action.STOW));
    }

    @Test
    void theHouseholdsOrderOfTheWayBackIsKept() {
        SwapState cooled = ready(s -> {
            s.engine = Engine.COOLED;
            s.utilityLive = true;
            s.utilitySteady = true;
        });
        assertEquals(List.of(Rule.AFTER_ORDER), broken(Goal.ON_UTILITY, cooled, Action.STOP_ENGINE, null));
        Changeover stopFirst =
                new Changeover(Samples.cottage(), new Options(true, false, Set.of(), List.of(), false, null));
        assertEquals(
                List.of(),
                Planner.attempt(stopFirst, Goal.ON_UTILITY, cooled, Action.STOP_ENGINE, null)
                        .broken());
    }

    @Test
    void thePlateMakesSomeThingsImpossible() {
        SwapState onSet = carrying(s -> {});
        for (Action action : List.of(Action.MAIN_ON, Action.PLATE_TO_UTILITY, Action.PLATE_TO_GENERATOR)) {
            assertTrue(Planner.attempt(changeover, null, onSet, action, null).impossible(), action.word());
        }
    }

    @Test
    void whatIsPutRightByHandWaitsForACoolEngine() {
        SwapState resting = ready(s -> {
            s.engine = Engine.RESTING;
            s.touchCold = true;
        });
        assertEquals(List.of(Rule.HOT_TOUCH), broken(resting, Action.CHECK_OIL));
        SwapState cool = Planner.attempt(changeover, null, resting, Action.WAIT_COOL, null)
                .state();
        assertEquals(List.of(), broken(cool, Action.CHECK_OIL));
    }

    @Test
    void everyDangerSaysItsName() {
        assertEquals(List.of(), changeover.dangers(carrying(s -> {})));
        assertEquals(List.of(Danger.BACKFEED), changeover.dangers(carrying(s -> s.mainOn = true)));
        assertEquals(
                List.of(Danger.LOOSE_LIVE_END, Danger.NO_BOND),
                changeover.dangers(carrying(s -> s.cordAtHouse = false)));
        assertEquals(List.of(Danger.TWO_BONDS), changeover.dangers(carrying(s -> s.bond = Bond.BONDED)));
    }
}
