package juiceswap.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.EveryState;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.meter.Verdict;
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

    @Test
    void whatIsOverdueComesBeforeWhatIsNewAndThatBeforeWhatIsNotYetDue() {
        List<Trouble> fitting = List.of(Trouble.DARK_HOUSE, Trouble.WAY_BACK, Trouble.REFUEL);
        Past harm = new Past(DAY, Went.HARM);
        Past clean = new Past(DAY, Went.CLEAN);
        Map<Trouble, List<Past>> past = Map.of(Trouble.REFUEL, List.of(harm), Trouble.DARK_HOUSE, List.of(clean));
        assertEquals(Trouble.WAY_BACK, Spacing.choose(fitting, Set.of(), past, DAY.plusDays(1)));
        assertEquals(Trouble.REFUEL, Spacing.choose(fitting, Set.of(), past, DAY.plusDays(3)));
        Map<Trouble, List<Past>> all = Map.of(
                Trouble.REFUEL, List.of(harm),
                Trouble.DARK_HOUSE, List.of(clean),
                Trouble.WAY_BACK, List.of(clean));
        assertEquals(Trouble.REFUEL, Spacing.choose(fitting, Set.of(), all, DAY));
        assertEquals(Trouble.DARK_HOUSE, Spacing.choose(fitting, Set.of(), Map.of(), DAY));
    }

    @Test
    void whatHasBefallenTheHouseComesBeforeWhatIsOnlyPossible() {
        List<Trouble> fitting = List.of(Trouble.DARK_HOUSE, Trouble.OPEN_NEUTRAL, Trouble.STALLED);
        Set<Trouble> befallen = Set.of(Trouble.STALLED, Trouble.OPEN_NEUTRAL);
        assertEquals(Trouble.OPEN_NEUTRAL, Spacing.choose(fitting, befallen, Map.of(), DAY));
        Map<Trouble, List<Past>> gone = Map.of(Trouble.OPEN_NEUTRAL, List.of(new Past(DAY, Went.CLEAN)));
        assertEquals(Trouble.STALLED, Spacing.choose(fitting, befallen, gone, DAY.plusDays(1)));
    }

    @Test
    void harmOutweighsWhatBrokeAndThatOutweighsHelp() {
        Consequence fire = new Consequence(Consequence.Kind.CORD_HOT, null);
        Consequence stall = new Consequence(Consequence.Kind.STALL, null);
        assertEquals(Went.HARM, Went.of(List.of(stall, fire), true, true, true));
        assertEquals(Went.DAMAGE, Went.of(List.of(stall), false, false, true));
        assertEquals(Went.DAMAGE, Went.of(List.of(), true, false, true));
        assertEquals(Went.HELP, Went.of(List.of(), false, true, true));
        assertEquals(Went.HELP, Went.of(List.of(), false, false, false));
        assertEquals(Went.CLEAN, Went.of(List.of(), false, false, true));
    }

    @Test
    void twoPeopleActInOneWorldEachWhereTheyStand() {
        Changeover changeover = EveryState.changeover(Kind.INTERLOCK);
        Scenario scenario = Scenario.of(Trouble.DARK_HOUSE, 1, changeover.setup(), changeover.options());
        World world = new World(changeover, scenario.goal(), scenario.begins(), scenario.script());
        world.takeTurn("Ines");
        world.perform(Act.walk(Place.PANEL));
        world.takeTurn("Bram");
        world.perform(Act.walk(Place.GENERATOR));
        world.takeTurn("Ines");
        assertEquals(Place.PANEL, world.place());
        assertEquals(Place.GENERATOR, world.place("Bram"));
        int walks = world.walks();
        world.perform(Act.of(Action.MAIN_OFF, null));
        assertEquals(walks, world.walks(), "nobody had to walk for it");
    }

    @Test
    void whoOnlyThinksIsInTheDarkMeanwhileAndWhatComesIsToldWithTheNextAct() {
        Changeover changeover = EveryState.changeover(Kind.INTERLOCK);
        Scenario scenario = Scenario.of(Trouble.ALARM, 1, changeover.setup(), changeover.options());
        World world = new World(changeover, scenario.goal(), scenario.begins(), scenario.script());
        double alarm = world.untilSomethingHappens();
        assertTrue(alarm > 0 && alarm <= World.ALARM_AFTER, () -> "in " + alarm);
        world.letPass(World.ALARM_AFTER);
        assertEquals(World.ALARM_AFTER, world.minutes(), 1e-6);
        List<Consequence> came =
                world.perform(Act.of("look-utility", null, null)).consequences();
        assertTrue(came.contains(new Consequence(Consequence.Kind.CO_ALARM, null)), came::toString);
    }

    @Test
    void whoStandsElsewhereSeesNothingOfItAndWhoReadsWrongIsTold() {
        Changeover changeover = EveryState.changeover(Kind.INTERLOCK);
        Scenario scenario = Scenario.of(Trouble.REGULATOR_HIGH, 1, changeover.setup(), changeover.options());
        List<Walkthrough.Did> acts = new ArrayList<>();
        acts.add(new Walkthrough.Did(Act.walk(Place.PANEL), "Ines", 0, null));
        acts.add(new Walkthrough.Did(Act.of(Action.START_ENGINE, null), "Bram", 1.5, null));
        acts.add(new Walkthrough.Did(Act.of(Action.MEASURE_GENERATOR, null), "Bram", 0, Verdict.GOOD));
        Walkthrough walked = Walkthrough.of(scenario, changeover.setup(), "Ines", acts);
        assertEquals(Set.of("Ines", "Bram"), walked.people());
        assertEquals(1, walked.seenBy("Ines").size(), "only what she did at the panel herself");
        assertEquals(2, walked.seenBy("Bram").size());
        assertEquals(Place.PANEL, walked.stands("Ines"));
        assertTrue(walked.last().misjudged(), "136 V is no reading to go on with");
        assertTrue(walked.ruleBroken());
        acts.set(2, acts.get(2).saying(Verdict.STOP));
        assertFalse(Walkthrough.of(scenario, changeover.setup(), "Ines", acts)
                .last()
                .misjudged());
    }

    @Test
    void aLampShowsWhatItsLegGives() {
        assertEquals(Glow.OFF, Glow.of(null));
        assertEquals(Glow.OFF, Glow.of(20.0));
        assertEquals(Glow.DIM, Glow.of(95.0));
        assertEquals(Glow.RIGHT, Glow.of(121.0));
        assertEquals(Glow.BRIGHT, Glow.of(150.0));
    }
}
