package juiceswap.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import juiceswap.core.Samples;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.EveryState;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.rehearsal.Rehearsal.Entry;
import juiceswap.core.rehearsal.Script.UtilityChange;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Link;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** A world in which people do as they like: plans hurt nobody in it, and every mistake comes to what it comes to. */
class RehearsalTest {
    /** What a plan must never come to; a hot stop is what making safe costs. */
    private static final Set<Severity> HARM =
            EnumSet.of(Severity.LIFE, Severity.HURT, Severity.FIRE, Severity.PROPERTY, Severity.WORK);

    static Stream<Arguments> kindsAndGoals() {
        return EveryState.kinds().flatMap(kind -> Arrays.stream(Goal.values()).map(goal -> Arguments.of(kind, goal)));
    }

    @ParameterizedTest
    @MethodSource("kindsAndGoals")
    void aPlanWalkedInASoundWorldHarmsNothingAndArrives(Kind kind, Goal goal) {
        Changeover changeover = EveryState.changeover(kind);
        List<SwapState> states = EveryState.of(changeover, true);
        int walked = 0;
        int stride = Math.max(1, states.size() / 40);
        for (int i = 0; i < states.size(); i += stride) {
            SwapState begins = new World(changeover, goal, states.get(i), Script.SOUND).state();
            Plan plan = new Planner(changeover, goal).plan(begins);
            if (changeover.danger(begins) || plan.refused() != null) {
                continue;
            }
            World world = new World(changeover, goal, begins, Script.SOUND);
            for (Plan.Step step : plan.steps()) {
                Entry entry = world.perform(Act.of(step.action(), step.circuit()));
                boolean waits = step.action().takesItsTime();
                assertTrue(entry.done() || waits, () -> step + " could not be done from " + begins);
                assertEquals(List.of(), entry.broken(), () -> step + " from " + begins);
            }
            Rehearsal.End end = world.end(null);
            HARM.forEach(severity -> assertEquals(0, end.counts().get(severity), () -> severity + " from " + begins));
            assertTrue(end.reached(), () -> goal + " from " + begins);
            walked++;
        }
        assertTrue(walked >= 8, "walked " + walked);
    }

    @ParameterizedTest
    @MethodSource("kindsAndGoals")
    void whateverPeopleDoTheSameActsComeToTheSame(Kind kind, Goal goal) {
        Changeover changeover = EveryState.changeover(kind);
        List<SwapState> states = EveryState.of(changeover, false);
        Random random = new Random(kind.ordinal() * 31L + goal.ordinal());
        for (int i = 0; i < 15; i++) {
            SwapState begins = states.get(random.nextInt(states.size()));
            Script script = script(random);
            List<Act> acts = acts(changeover.setup(), random, 60);
            Rehearsal first = Rehearsal.of(changeover.setup(), begins, changeover.options(), goal, script, acts);
            Rehearsal again = Rehearsal.of(changeover.setup(), begins, changeover.options(), goal, script, acts);
            assertEquals(first, again);
            double at = 0;
            Map<Severity, Integer> counted = new TreeMap<>();
            Arrays.stream(Severity.values()).forEach(severity -> counted.put(severity, 0));
            for (Entry entry : first.timeline()) {
                assertTrue(entry.at() > at, () -> "time goes on: " + entry);
                at = entry.at();
                entry.consequences().forEach(one -> counted.merge(one.kind().severity(), 1, Integer::sum));
            }
            assertEquals(counted, new TreeMap<>(first.end().counts()));
            assertTrue(first.end().minutesDark() <= first.end().minutes() + 1e-6);
        }
    }

    /** Nothing that is told of can never happen: people who do whatever they like come to all of it. */
    @Test
    void everyConsequenceCanBeReached() {
        Set<Consequence.Kind> reached = EnumSet.noneOf(Consequence.Kind.class);
        Random random = new Random(7);
        List<Changeover> houses =
                new ArrayList<>(EveryState.kinds().map(EveryState::changeover).toList());
        // one with a heater that is too much for its breaker, and one whose cord is thinner than its breakers
        List<Circuit> withHeater = new ArrayList<>(cottage.circuits());
        withHeater.add(Samples.circuit("heater", 13, 3200, 3200, List.of(), List.of()));
        List<Link> thin = List.of(new Link(Link.Kind.CORD, 30, "18", 12.0, null));
        houses.add(new Changeover(
                new Setup(cottage.transfer(), cottage.source(), cottage.path(), withHeater), Options.NONE));
        houses.add(new Changeover(
                new Setup(cottage.transfer(), cottage.source(), thin, cottage.circuits()), Options.NONE));
        houses.add(new Changeover(withSwitchedNeutral(), Options.NONE));
        for (int i = 0; i < 1500 && reached.size() < Consequence.Kind.values().length; i++) {
            Changeover changeover = houses.get(i % houses.size());
            List<SwapState> states = EveryState.of(changeover, false);
            World world =
                    new World(changeover, Goal.ON_GENERATOR, states.get(random.nextInt(states.size())), script(random));
            for (Act act : acts(changeover.setup(), random, 60)) {
                world.perform(act).consequences().forEach(one -> reached.add(one.kind()));
            }
        }
        assertEquals(EnumSet.allOf(Consequence.Kind.class), reached);
    }

    private static Script script(Random random) {
        List<UtilityChange> utility = new ArrayList<>();
        double at = 0;
        for (int i = 0; i < random.nextInt(4); i++) {
            at += 0.1 + random.nextInt(30);
            utility.add(new UtilityChange(at, random.nextBoolean()));
        }
        Set<Fault> faults = new LinkedHashSet<>();
        for (Fault.Kind kind : Fault.Kind.values()) {
            if (random.nextInt(8) == 0) {
                faults.add(kind == Fault.Kind.HEAVY ? Fault.heavy("well") : Fault.of(kind));
            }
        }
        return new Script(utility, faults, random.nextInt(3) == 0, random.nextBoolean() ? Set.of("lights") : Set.of());
    }

    private static List<Act> acts(Setup setup, Random random, int count) {
        List<Act> acts = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            String circuit = setup.circuits()
                    .get(random.nextInt(setup.circuits().size()))
                    .id();
            Action action = Action.values()[random.nextInt(Action.values().length)];
            acts.add(
                    switch (random.nextInt(8)) {
                        case 0 -> Act.of("close", circuit, null);
                        case 1 -> Act.of("open", circuit, null);
                        case 2 -> Act.of("wait", null, 1.0 + random.nextInt(20));
                        case 3 -> Act.of(random.nextBoolean() ? "look-utility" : "measure-bond-alone", null, null);
                        default -> Act.of(action, action == Action.PICK_UP ? circuit : null);
                    });
        }
        return acts;
    }

    // ---- each consequence, from how the cottage stands on its generator

    private final Setup cottage = Samples.cottage();

    private static SwapState.Change onGenerator() {
        SwapState.Change state = SwapState.initial(Bond.FLOATING, false, true).change();
        state.mainOn = false;
        state.plateToGenerator = true;
        state.inputOn = true;
        state.branches = Branches.STAGED;
        state.pick(List.of("lamp", "lights"));
        state.engine = Engine.HOT;
        state.cordAtGenerator = true;
        state.cordAtHouse = true;
        return state;
    }

    private static Script with(Fault... faults) {
        return new Script(List.of(), Set.of(faults), false, Set.of());
    }

    private List<Consequence.Kind> comesOf(SwapState.Change begins, Script script, Act... acts) {
        Options options = new Options(false, false, Set.of(), List.of("fridge"), false, null);
        Rehearsal rehearsal = Rehearsal.of(cottage, begins.state(), options, Goal.ON_GENERATOR, script, List.of(acts));
        List<Consequence.Kind> came = new ArrayList<>();
        rehearsal.timeline().forEach(entry -> entry.consequences().forEach(one -> came.add(one.kind())));
        return came;
    }

    private static Act act(String word) {
        return Act.of(word, null, null);
    }

    private static Act close(String circuit) {
        return Act.of("close", circuit, null);
    }

    private static Act minutes(double minutes) {
        return Act.of("wait", null, minutes);
    }

    @Test
    void thePlateKeepsTheMainOffUntilItIsLoose() {
        assertEquals(List.of(), comesOf(onGenerator(), Script.SOUND, act("main-on")));
        Script loose = new Script(
                List.of(new UtilityChange(4, true)), Set.of(Fault.of(Fault.Kind.PLATE_LOOSE)), false, Set.of());
        assertEquals(
                List.of(Consequence.Kind.LINE_WORKER, Consequence.Kind.OUT_OF_STEP),
                comesOf(onGenerator(), loose, act("main-on"), minutes(10), act("start-engine")));
    }

    @Test
    void aCordEndUnderVoltageArcs() {
        assertEquals(List.of(Consequence.Kind.ARC), comesOf(onGenerator(), Script.SOUND, act("cord-house-out")));
        assertEquals(List.of(), comesOf(onGenerator(), Script.SOUND, act("output-off"), act("cord-house-out")));
    }

    @Test
    void whatBondsComeToIsWhatTheyReallyAre() {
        SwapState.Change dark = onGenerator();
        dark.inputOn = false;
        assertEquals(List.of(), comesOf(dark, Script.SOUND, act("input-on")));
        assertEquals(
                List.of(Consequence.Kind.GROUND_CURRENT),
                comesOf(dark, with(Fault.of(Fault.Kind.BOND_OTHER)), act("input-on")),
                "the label says floating");
        assertEquals(
                List.of(Consequence.Kind.WEAR),
                comesOf(
                        dark,
                        with(Fault.of(Fault.Kind.BOND_OTHER)),
                        act("stop-engine"),
                        act("set-bond-floating"),
                        act("measure-bond-alone"),
                        act("input-on")),
                "until somebody sets it");
    }

    @Test
    void aLostNeutralTakesTheLighterLeg() {
        List<Consequence.Kind> came =
                comesOf(onGenerator(), with(Fault.of(Fault.Kind.OPEN_NEUTRAL)), act("measure-panel"), close("fridge"));
        assertTrue(came.contains(Consequence.Kind.OVERVOLTAGE), came::toString);
    }

    @Test
    void aMotorOnASaggingLegBurnsAfterTwoMinutes() {
        Fault heavy = Fault.heavy("fridge");
        Script sagging = new Script(List.of(), Set.of(Fault.of(Fault.Kind.OPEN_NEUTRAL), heavy), false, Set.of());
        assertTrue(comesOf(onGenerator(), sagging, close("fridge"), minutes(1.5)).stream()
                .noneMatch(Consequence.Kind.UNDERVOLTAGE::equals));
        assertTrue(
                comesOf(onGenerator(), sagging, close("fridge"), minutes(2)).contains(Consequence.Kind.UNDERVOLTAGE));
    }

    @Test
    void electronicsOnRoughPowerAreARiskAgainAtEachStall() {
        Script delicate = new Script(List.of(), Set.of(), false, Set.of("fridge"));
        assertEquals(List.of(Consequence.Kind.DELICATE), comesOf(onGenerator(), delicate, close("fridge")));
        assertEquals(List.of(), comesOf(onGenerator(), delicate, act("unplug-sensitive"), close("fridge")));
        SwapState.Change idling = onGenerator();
        idling.ecoOn = true;
        idling.pick(List.of("fridge"));
        assertEquals(
                List.of(Consequence.Kind.STALL, Consequence.Kind.DELICATE), comesOf(idling, delicate, close("range")));
    }

    @Test
    void tooMuchTripsTheSmallerBreakerAndNeverTheCordBeforeIt() {
        List<Circuit> withHeater = new ArrayList<>(cottage.circuits());
        withHeater.add(Samples.circuit("heater", 13, 1600, 1600, List.of(), List.of()));
        Setup warm = new Setup(cottage.transfer(), cottage.source(), cottage.path(), withHeater);
        Script heavy = with(Fault.heavy("heater"));
        Entry closed = Rehearsal.of(
                        warm, onGenerator().state(), Options.NONE, Goal.ON_GENERATOR, heavy, List.of(close("heater")))
                .timeline()
                .get(0);
        assertEquals(List.of(new Consequence(Consequence.Kind.TRIP, "heater")), closed.consequences());
        Setup thin = new Setup(
                cottage.transfer(),
                cottage.source(),
                List.of(new Link(Link.Kind.CORD, 30, "18", 12.0, null)),
                cottage.circuits());
        Rehearsal rehearsal = Rehearsal.of(
                thin, onGenerator().state(), Options.NONE, Goal.ON_GENERATOR, Script.SOUND, List.of(close("range")));
        assertEquals(
                List.of(Consequence.Kind.CORD_HOT),
                rehearsal.timeline().get(0).consequences().stream()
                        .map(Consequence::kind)
                        .toList());
    }

    @Test
    void fuelOnAHotEngineIsAFireAndNoneOnceItHasCooled() {
        SwapState.Change resting = onGenerator();
        resting.engine = Engine.RESTING;
        assertEquals(List.of(Consequence.Kind.FUEL_FIRE), comesOf(resting, Script.SOUND, act("refuel")));
        assertEquals(List.of(), comesOf(resting, Script.SOUND, minutes(15), act("refuel")));
    }

    @Test
    void exhaustAlarmsAfterAQuarterOfAnHourAndKillsFiveMinutesOn() {
        Script bad = new Script(List.of(), Set.of(), true, Set.of());
        assertEquals(List.of(Consequence.Kind.CO_ALARM, Consequence.Kind.CO), comesOf(onGenerator(), bad, minutes(60)));
        assertEquals(
                List.of(Consequence.Kind.CO_ALARM, Consequence.Kind.WEAR),
                comesOf(onGenerator(), bad, minutes(16), act("stop-engine"), act("check-placement"), minutes(30)));
    }

    @Test
    void anEngineThatIsShortOfOilStopsByItselfUntilSomebodyLooks() {
        SwapState.Change standing = onGenerator();
        standing.engine = Engine.STOPPED;
        standing.inputOn = false;
        Script low = with(Fault.of(Fault.Kind.OIL_LOW), Fault.of(Fault.Kind.FUEL_SHUT));
        World world = new World(new Changeover(cottage, Options.NONE), Goal.ON_GENERATOR, standing.state(), low);
        world.perform(act("start-engine"));
        assertEquals(Engine.STOPPED, world.state().engine(), "no fuel comes");
        world.perform(act("check-fuel"));
        world.perform(act("start-engine"));
        world.perform(minutes(4.9));
        assertTrue(world.state().engine().running());
        world.perform(minutes(0.2));
        assertEquals(Engine.RESTING, world.state().engine());
        world.perform(act("check-oil"));
        world.perform(act("start-engine"));
        world.perform(minutes(30));
        assertTrue(world.state().engine().running());
    }

    /** The house's bond does not reach a generator behind a switch that parts the neutral too. */
    private Setup withSwitchedNeutral() {
        return new Setup(
                new TransferDevice(
                        Kind.TRANSFER_SWITCH,
                        null,
                        true,
                        null,
                        TransferDevice.Feed.USUAL,
                        TransferDevice.Proving.NOWHERE,
                        TransferDevice.Tested.NOTHING,
                        TransferDevice.RideThrough.NONE),
                cottage.source(),
                cottage.path(),
                cottage.circuits());
    }

    @Test
    void noBondAtAllLeavesEveryFrameWithoutATrip() {
        Setup switched = withSwitchedNeutral();
        SwapState.Change state = onGenerator();
        state.handle = SwapState.Handle.OFF;
        Rehearsal rehearsal = Rehearsal.of(
                switched,
                state.state(),
                Options.NONE,
                Goal.ON_GENERATOR,
                Script.SOUND,
                List.of(act("handle-generator")));
        assertEquals(
                Consequence.Kind.NO_TRIP,
                rehearsal.timeline().get(0).consequences().get(0).kind());
    }
}
