package juiceswap.core.changeover;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * From every position that the hardware of each kind of transfer device can be left in, each goal is reached, no step
 * breaks a rule, and danger comes first and never grows.
 */
class EveryStateTest {
    private static final Set<Action> ENDS_DANGER =
            EnumSet.of(Action.OUTPUT_OFF, Action.STOP_ENGINE, Action.INPUT_OFF, Action.COOL_DOWN);

    private final Changeover interlock = EveryState.changeover(Kind.INTERLOCK);

    static Stream<Arguments> kindsAndGoals() {
        return EveryState.kinds().flatMap(kind -> Arrays.stream(Goal.values()).map(goal -> Arguments.of(kind, goal)));
    }

    @ParameterizedTest
    @MethodSource("kindsAndGoals")
    void reachesTheGoalWithoutBreakingARule(Kind kind, Goal goal) {
        Changeover changeover = EveryState.changeover(kind);
        boolean withASoundPlate = goal == Goal.ON_GENERATOR || goal == Goal.REFUEL;
        // a refuelling holds the whole way out and back, so every third state is walked
        int stride = goal == Goal.REFUEL ? 3 : 1;
        List<SwapState> states = EveryState.of(changeover, withASoundPlate);
        int walked = 0;
        for (int i = 0; i < states.size(); i += stride) {
            if (goal != Goal.ON_UTILITY || states.get(i).utilityLive()) {
                walk(changeover, states.get(i), goal);
                walked++;
            }
        }
        assertTrue(walked > 30, "walked " + walked);
    }

    private static void walk(Changeover changeover, SwapState given, Goal goal) {
        Plan plan = new Planner(changeover, goal).plan(given);
        assertEquals(null, plan.refused(), () -> given + " to " + goal);
        SwapState state = changeover.putRight(given);
        int left = plan.cost();
        Place here = null;
        int dangers = dangers(changeover, state);
        for (Plan.Step step : plan.steps()) {
            assertTrue(
                    goal.outlook(changeover, state).costFrom(here) <= left,
                    "the outlook promised more than it costs: " + state + " to " + goal);
            left -= 1 + step.minutes() + walkCost(changeover, state, here, step.place());
            assertTrue(dangers == 0 || ENDS_DANGER.contains(step.action()), () -> step + " can wait, from " + given);
            here = step.place();
            Planner.Trial trial = Planner.attempt(changeover, goal, state, step.action(), step.circuit());
            assertFalse(trial.impossible(), () -> step + " from " + given);
            assertEquals(List.of(), trial.broken(), () -> step + " from " + given);
            state = trial.state();
            assertTrue(dangers(changeover, state) <= dangers, () -> step + " makes it worse, from " + given);
            dangers = dangers(changeover, state);
        }
        assertEquals(0, left, () -> "the cost is the sum of its steps, from " + given);
        assertTrue(new Planner(changeover, goal).reached(state), () -> given + " to " + goal);
    }

    private static int walkCost(Changeover changeover, SwapState state, Place from, Place to) {
        if (from == null || from == to) {
            return 0;
        }
        boolean throughTheDoor = from.outside() != to.outside();
        boolean unattended = state.engine().running() && !changeover.fed(state);
        return (throughTheDoor ? 10 : 3) + (unattended ? 1 : 0);
    }

    private static int dangers(Changeover changeover, SwapState state) {
        return (changeover.backfeeds(state) ? 1 : 0)
                + (changeover.looseLiveEnd(state) ? 1 : 0)
                + (changeover.wrongBondCount(state) ? 1 : 0);
    }

    /** The search may skip orders of steps that can't be better: it must not skip the best. */
    @ParameterizedTest
    @MethodSource("kindsAndGoals")
    void shortcutsFindTheSamePlanAsLookingAtEveryOrder(Kind kind, Goal goal) {
        Changeover changeover = EveryState.changeover(kind);
        List<SwapState> states = EveryState.of(changeover, true);
        for (int i = 0; i < states.size(); i += states.size() / 23) {
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
        Plan plan = new Planner(interlock, Goal.ON_GENERATOR).plan(state.state());
        assertEquals(Refusal.Code.INTERLOCK_FAULT, plan.refused().code());
    }

    @Test
    void noStepOfAPlanCanBeLeftOut() {
        SwapState dark = SwapState.initial(Bond.BONDED, true, false);
        Plan plan = new Planner(interlock, Goal.ON_GENERATOR).plan(dark);
        for (Plan.Step leftOut : plan.steps()) {
            SwapState state = interlock.putRight(dark);
            boolean legal = true;
            for (Plan.Step step : plan.steps()) {
                if (step != leftOut && legal) {
                    Planner.Trial trial =
                            Planner.attempt(interlock, Goal.ON_GENERATOR, state, step.action(), step.circuit());
                    legal = trial.allowed();
                    state = trial.state();
                }
            }
            assertFalse(legal && new Planner(interlock, Goal.ON_GENERATOR).reached(state), leftOut.toString());
        }
    }
}
