package juiceswap.core.changeover;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/**
 * From every position that the hardware of an interlock can be left in, each goal is reached, no step breaks a rule, and
 * the danger never grows. Every combination of main, plate, input, branches, engine, output, cord ends and bond is tried;
 * utility, idle control and the checks done take turns along with them.
 */
class EveryStateTest {
    private static final List<Check> FIVE_CHECKS =
            List.of(Check.CHECK_PLACEMENT, Check.CHECK_CO_ALARM, Check.CHECK_OIL, Check.CHECK_FUEL, Check.INSPECT_CORD);

    private final Changeover changeover = new Changeover(
            Samples.cottage(), new Options(false, false, Set.of(), List.of("fridge", "well"), false, null));

    /** All of them; {@code possible} leaves out what a sound plate makes impossible. */
    private static List<SwapState> states(boolean possible) {
        List<SwapState> states = new ArrayList<>();
        int turn = 0;
        for (int switches = 0; switches < 8; switches++) {
            boolean main = (switches & 1) != 0;
            boolean plate = (switches & 2) != 0;
            boolean input = (switches & 4) != 0;
            boolean plateDefeated = main && plate || input && (main || !plate);
            if (possible && plateDefeated) {
                continue;
            }
            for (Branches branches : List.of(Branches.ON, Branches.OFF, Branches.STAGED)) {
                for (Engine engine : Engine.values()) {
                    for (int ends = 0; ends < 4; ends++) {
                        for (int rest = 0; rest < 4; rest++) {
                            SwapState.Change state = SwapState.initial(Bond.BONDED, turn % 3 == 0, (rest & 1) != 0)
                                    .change();
                            state.mainOn = main;
                            state.plateToGenerator = plate;
                            state.inputOn = input;
                            state.branches = branches;
                            state.engine = engine;
                            state.cordAtGenerator = (ends & 1) != 0;
                            state.cordAtHouse = (ends & 2) != 0;
                            state.bond = (rest & 2) != 0 ? Bond.FLOATING : Bond.BONDED;
                            state.utilityLive = turn % 2 == 0;
                            state.utilitySteady = turn % 4 == 0;
                            state.generatorMeasured = turn % 5 == 0;
                            state.idleMinutes = turn % 6;
                            if (branches == Branches.STAGED && turn % 7 < 4) {
                                state.pick(List.of("lamp", "lights", "fridge").subList(0, turn % 7 % 4));
                            }
                            state.done = checks(turn);
                            states.add(state.state());
                            turn++;
                        }
                    }
                }
            }
        }
        return states;
    }

    private static Checks checks(int turn) {
        Checks checks = switch (turn % 5) {
            case 0 -> Checks.NONE;
            case 1 -> Checks.of(FIVE_CHECKS.subList(0, 2));
            case 2 -> Checks.of(FIVE_CHECKS.subList(2, 5));
            default -> Checks.of(FIVE_CHECKS);
        };
        checks = turn % 3 == 1 ? checks.with(Check.UNPLUG_SENSITIVE) : checks;
        return turn % 11 == 0 ? checks.with(Check.STOW) : checks;
    }

    @ParameterizedTest
    @EnumSource(names = {"ON_GENERATOR", "ON_UTILITY", "MAKE_SAFE"})
    void reachesTheGoalWithoutBreakingARule(Goal goal) {
        int walked = 0;
        for (SwapState given : states(goal == Goal.ON_GENERATOR)) {
            if (goal == Goal.ON_UTILITY && !given.utilityLive()) {
                continue;
            }
            walk(given, goal);
            walked++;
        }
        assertTrue(walked > 500, "walked " + walked);
    }

    private void walk(SwapState given, Goal goal) {
        Plan plan = new Planner(changeover, goal).plan(given);
        assertEquals(null, plan.refused(), () -> given + " to " + goal);
        SwapState state = changeover.putRight(given);
        int left = plan.cost();
        Place here = null;
        int dangers = dangers(state);
        for (Plan.Step step : plan.steps()) {
            assertTrue(
                    goal.leastCost(changeover, state, here) <= left,
                    "the outlook promised more than it costs: " + state + " to " + goal);
            left -= 1 + step.minutes() + walkCost(state, here, step.place());
            here = step.place();
            Planner.Trial trial = Planner.attempt(changeover, goal, state, step.action(), step.circuit());
            assertFalse(trial.impossible(), () -> step + " from " + given);
            assertEquals(List.of(), trial.broken(), () -> step + " from " + given);
            state = trial.state();
            assertTrue(dangers(state) <= dangers, () -> step + " makes it worse, from " + given);
            dangers = dangers(state);
        }
        assertEquals(0, left, () -> "the cost is the sum of its steps, from " + given);
        assertTrue(new Planner(changeover, goal).reached(state), () -> given + " to " + goal);
    }

    private int walkCost(SwapState state, Place from, Place to) {
        if (from == null || from == to) {
            return 0;
        }
        boolean throughTheDoor = from.outside() != to.outside();
        boolean unattended = state.engine().running() && !changeover.fed(state);
        return (throughTheDoor ? 10 : 3) + (unattended ? 1 : 0);
    }

    private int dangers(SwapState state) {
        return (changeover.backfeeds(state) ? 1 : 0)
                + (changeover.looseLiveEnd(state) ? 1 : 0)
                + (changeover.wrongBondCount(state) ? 1 : 0);
    }

    /** The search may skip orders of steps that can't be better: it must not skip the best. */
    @ParameterizedTest
    @EnumSource(names = {"ON_GENERATOR", "ON_UTILITY", "MAKE_SAFE"})
    void shortcutsFindTheSamePlanAsLookingAtEveryOrder(Goal goal) {
        List<SwapState> states = states(true);
        for (int i = 0; i < states.size(); i += 29) {
            SwapState state = states.get(i);
            Plan quick = new Planner(changeover, goal).plan(state);
            Plan thorough = new Planner(changeover, goal, false).plan(state);
            assertEquals(thorough, quick, () -> state + " to " + goal);
        }
    }

    @Test
    void aDefeatedPlateIsRefusedOntoTheGenerator() {
        SwapState.Change state = SwapState.initial(Bond.BONDED, true, false).change();
        state.plateToGenerator = true;
        Plan plan = new Planner(changeover, Goal.ON_GENERATOR).plan(state.state());
        assertEquals(Refusal.Code.INTERLOCK_FAULT, plan.refused().code());
    }

    @Test
    void noStepOfAPlanCanBeLeftOut() {
        SwapState dark = SwapState.initial(Bond.BONDED, true, false);
        Plan plan = new Planner(changeover, Goal.ON_GENERATOR).plan(dark);
        for (Plan.Step leftOut : plan.steps()) {
            SwapState state = changeover.putRight(dark);
            boolean legal = true;
            for (Plan.Step step : plan.steps()) {
                if (step != leftOut && legal) {
                    Planner.Trial trial =
                            Planner.attempt(changeover, Goal.ON_GENERATOR, state, step.action(), step.circuit());
                    legal = trial.allowed();
                    state = trial.state();
                }
            }
            assertFalse(legal && new Planner(changeover, Goal.ON_GENERATOR).reached(state), leftOut.toString());
        }
    }
}
