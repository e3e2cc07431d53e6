package juiceswap.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.EveryState;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.rehearsal.Spacing.Past;
import juiceswap.core.rehearsal.Spacing.Went;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Rehearsals made for a household, and when they come again. */
class ScenarioTest {
    private static final LocalDate DAY = LocalDate.of(2027, 1, 10);

    @ParameterizedTest
    @MethodSource("juiceswap.core.changeover.EveryState#kinds")
    void everyDeviceHasAtLeastTwentyFourAndTheSameSeedMakesTheSame(Kind kind) {
        Changeover changeover = EveryState.changeover(kind);
        List<Trouble> fitting = Trouble.of(changeover.setup());
        assertTrue(fitting.size() >= 24, () -> kind + " has " + fitting.size());
        for (Trouble trouble : fitting) {
            for (long seed = 0; seed < 5; seed++) {
                Scenario one = Scenario.of(trouble, seed, changeover.setup(), changeover.options());
                assertEquals(one, Scenario.of(trouble, seed, changeover.setup(), changeover.options()));
                new World(changeover, one.goal(), one.begins(), one.script()).perform(Act.of("wait", null, 30.0));
            }
        }
    }

    /** Where nothing but the beginning is wrong there is a way that harms nobody. */
    @ParameterizedTest
    @MethodSource("juiceswap.core.changeover.EveryState#kinds")
    void everyBeginningHasAWay(Kind kind) {
        Changeover changeover = EveryState.changeover(kind);
        for (Trouble trouble : Trouble.of(changeover.setup())) {
            Scenario scenario = Scenario.of(trouble, 3, changeover.setup(), changeover.options());
            Plan plan = new Planner(changeover, scenario.goal()).plan(scenario.begins());
            boolean later =
                    plan.refused() != null && !scenario.script().utility().isEmpty();
            assertTrue(plan.refused() == null || later, () -> kind + " " + trouble + ": " + plan.refused());
        }
    }

    @Test
    void aNeutralThatIsLostIsFoundByWhoReadsBeforePickingUpMore() {
        Changeover changeover = EveryState.changeover(Kind.INTERLOCK);
        Scenario scenario = Scenario.of(Trouble.OPEN_NEUTRAL, 1, changeover.setup(), changeover.options());
        World world = new World(changeover, scenario.goal(), scenario.begins(), scenario.script());
        List<Consequence> came = new ArrayList<>();
        for (Plan.Step step :
                new Planner(changeover, scenario.goal()).plan(scenario.begins()).steps()) {
            came.addAll(world.perform(Act.of(step.action(), step.circuit())).consequences());
        }
        assertFalse(came.isEmpty(), "blindly walked the plan ends badly: the readings are there to be judged");
    }

    @Test
    void whatWentWrongComesAgainSooner() {
        assertEquals(DAY.plusDays(3), Spacing.next(List.of(new Past(DAY, Went.HARM))));
        assertEquals(DAY.plusDays(7), Spacing.next(List.of(new Past(DAY, Went.DAMAGE))));
        assertEquals(DAY.plusDays(14), Spacing.next(List.of(new Past(DAY, Went.HELP))));
        assertEquals(DAY.plusDays(30), Spacing.next(List.of(new Past(DAY, Went.CLEAN))));
        Past clean = new Past(DAY, Went.CLEAN);
        assertEquals(DAY.plusDays(60), Spacing.next(List.of(clean, clean)));
        assertEquals(DAY.plusDays(182), Spacing.next(List.of(clean, clean, clean, clean, clean)));
        assertEquals(DAY.plusDays(30), Spacing.next(List.of(clean, new Past(DAY, Went.HARM), clean)));
    }
}
