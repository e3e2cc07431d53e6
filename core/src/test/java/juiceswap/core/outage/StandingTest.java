package juiceswap.core.outage;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import juiceswap.core.Phrase;
import juiceswap.core.Samples;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;

class StandingTest {
    private final List<Entry> log = new ArrayList<>();

    private Standing write(Event event) {
        Standing before = log.isEmpty() ? null : Standing.of(Samples.cottage(), log);
        log.add(new Entry(log.size() + 1, Instant.EPOCH, "Ines", event));
        Standing whole = Standing.of(Samples.cottage(), log);
        if (before != null) {
            // whatever is written in any of these tests: going on from before comes to the same
            assertEquals(told(whole), told(before.after(Samples.cottage(), log)));
        }
        return whole;
    }

    /** All that a standing says. */
    private static List<Object> told(Standing standing) {
        return Arrays.asList(
                standing.changeover().setup(),
                standing.changeover().options(),
                standing.sequence(),
                standing.state(),
                standing.goal(),
                standing.course().beforeStop(),
                standing.here(),
                standing.stop(),
                standing.readUnloaded(),
                standing.answers(),
                standing.timers(),
                standing.living(),
                standing.watch(),
                standing.lived(),
                standing.alarmed(),
                standing.undoable(),
                standing.ended());
    }

    private Standing start() {
        return write(new Event.Started(
                SwapState.initial(Bond.BONDED, true, false),
                Goal.ON_GENERATOR,
                new Options(false, false, Set.of(), List.of("fridge"), false, null)));
    }

    private Standing follow(Action until) {
        Standing standing = Standing.of(Samples.cottage(), log);
        while (true) {
            Plan.Step next = standing.plan().steps().get(0);
            if (next.action() == until) {
                return standing;
            }
            standing = write(Event.Done.step(next.action(), next.circuit()));
        }
    }

    private static Event.RefusedReading lostNeutral(Action at) {
        return new Event.RefusedReading(
                at,
                new Measured(
                        new Readings(88.0, 151.0, null, null, null), Verdict.STOP, List.of(VoltageCause.OPEN_NEUTRAL)));
    }

    /** What a plan may be put in force on: readings and looks change nothing, a breaker, another plan or a stop does. */
    @Test
    void aPlanMadeFromBeforeHoldsUntilSomethingOfItHasChanged() {
        start();
        Standing before = follow(Action.PICK_UP);
        assertTrue(before.standsAs(before));
        assertTrue(write(new Event.FuelSeen(12)).standsAs(before));
        Standing planned = write(new Event.Planned(7, Phrase.of("plan.why.told", "why", "Kettle now")));
        assertFalse(planned.standsAs(before));
        assertTrue(planned.standsAs(planned));
        Standing picked = write(Event.Done.step(Action.PICK_UP, "fridge"));
        assertFalse(picked.standsAs(planned));
        assertFalse(write(lostNeutral(Action.MEASURE_LOADED)).standsAs(picked));
    }

    @Test
    void theLogIsTheState() {
        start();
        Standing standing = follow(Action.INPUT_ON);
        assertFalse(standing.state().mainOn());
        assertTrue(standing.state().plateToGenerator());
        assertEquals(log.size(), standing.sequence());
    }

    @Test
    void undoTakesBackTheLastConfirmationOnly() {
        start();
        Standing before = follow(Action.MAIN_OFF);
        Standing after = write(Event.Done.step(Action.MAIN_OFF, null));
        assertFalse(after.state().mainOn());
        Standing undone = write(new Event.Undone(after.undoable()));
        assertEquals(before.state(), undone.state());
        assertEquals(before.undoable(), undone.undoable());
    }

    @Test
    void aStopAtThePanelOpensTheInputFirstAndIsClearedByMakingSafe() {
        start();
        follow(Action.MEASURE_LOADED);
        Standing stopped = write(lostNeutral(Action.MEASURE_LOADED));
        assertNotNull(stopped.stop());
        assertEquals(Goal.MAKE_SAFE, stopped.goal());
        assertEquals(
                List.of(Action.INPUT_OFF, Action.OUTPUT_OFF, Action.STOP_ENGINE),
                stopped.plan().steps().stream().map(Plan.Step::action).toList());
        for (Plan.Step step : stopped.plan().steps()) {
            write(Event.Done.step(step.action(), null));
        }
        assertNull(Standing.of(Samples.cottage(), log).stop());
    }

    @Test
    void aStopAtTheSetOpensItsOwnBreakerFirst() {
        start();
        follow(Action.OUTPUT_ON);
        Standing stopped = write(lostNeutral(Action.MEASURE_GENERATOR));
        assertEquals(Action.STOP_ENGINE, stopped.plan().steps().get(0).action());
    }

    @Test
    void aBadUtilityIsPartedFromAndTheHouseGoesBackToTheSet() {
        start();
        while (!Standing.of(Samples.cottage(), log).plan().steps().isEmpty()) {
            Plan.Step next = Standing.of(Samples.cottage(), log).plan().steps().get(0);
            write(Event.Done.step(next.action(), next.circuit()));
        }
        Standing on = Standing.of(Samples.cottage(), log);
        SwapState.Change live = on.state().change();
        live.utilityLive = true;
        write(new Event.Corrected(live.state()));
        write(new Event.Chosen(Goal.ON_UTILITY, on.changeover().options()));
        follow(Action.MEASURE_UTILITY);
        Standing stopped = write(lostNeutral(Action.MEASURE_UTILITY));
        assertNotNull(stopped.stop());
        assertEquals(
                List.of(Action.MAIN_OFF),
                stopped.plan().steps().stream().map(Plan.Step::action).toList());
        Standing parted = write(Event.Done.step(Action.MAIN_OFF, null));
        assertNull(parted.stop());
        assertEquals(Goal.ON_GENERATOR, parted.goal());
        assertFalse(parted.state().utilitySteady());
        assertEquals(Action.PLATE_TO_GENERATOR, parted.plan().steps().get(0).action());
        // that there is power says nothing: only that it was repaired
        assertTrue(parted.utilityFault());
        Standing lit = write(new Event.UtilitySeen(Sign.METER_DISPLAY, Instant.EPOCH));
        assertTrue(lit.utilityFault());
        assertNull(lit.watch());
        Standing repaired = write(new Event.UtilitySeen(Sign.REPAIRED, Instant.EPOCH));
        assertFalse(repaired.utilityFault());
        assertEquals(Sign.REPAIRED, repaired.watch().sign());
        assertFalse(repaired.state().utilityMeasured());
    }

    /** A 120 V set has one leg, the utility has two whatever the set makes: its lost neutral must not be overlooked. */
    @Test
    void theUtilityIsReadOnBothLegsWhateverTheSetMakes() {
        Setup single = new Setup(
                Samples.interlock("lamp", "lights"),
                Samples.generator120(3000, 4000),
                Samples.path(),
                Samples.cottage().circuits());
        Standing standing = Standing.of(
                single,
                List.of(new Entry(
                        1,
                        Instant.EPOCH,
                        "Ines",
                        new Event.Started(
                                SwapState.initial(Bond.BONDED, true, false), Goal.ON_GENERATOR, Options.NONE))));
        Readings apart = new Readings(104.0, 136.0, 240.0, null, null);
        assertTrue(Measuring.judge(standing, Action.MEASURE_UTILITY, apart) instanceof Event.RefusedReading);
        assertTrue(
                Measuring.judge(standing, Action.MEASURE_PANEL, new Readings(121.0, null, null, 60.0, null))
                        instanceof Event.Done);
    }

    @Test
    void aGoodReadingClearsTheStopAndGoesOnWhereItWas() {
        start();
        follow(Action.MEASURE_LOADED);
        write(lostNeutral(Action.MEASURE_LOADED));
        Standing good = write(new Event.Done(
                Action.MEASURE_LOADED,
                null,
                new Measured(new Readings(120.0, 121.0, null, null, null), Verdict.GOOD, List.of())));
        assertNull(good.stop());
        assertEquals(Goal.ON_GENERATOR, good.goal());
        assertEquals(Action.PICK_UP, good.plan().steps().get(0).action());
    }

    @Test
    void anOpenedBreakerIsOffAgain() {
        start();
        follow(Action.WALK_ROUND);
        Standing opened = write(new Event.Opened("fridge"));
        assertFalse(opened.state().picked().contains("fridge"));
    }

    @Test
    void anAlarmIsClearedDeliberatelyAndNotUndone() {
        start();
        follow(Action.MAIN_OFF);
        Standing alarmed = write(new Event.Alarmed());
        assertTrue(alarmed.alarmed());
        assertEquals(Goal.MAKE_SAFE, alarmed.goal());
        assertNull(alarmed.undoable());
        Standing clear = write(new Event.AllClear(List.of()));
        assertFalse(clear.alarmed());
        assertEquals(Goal.MAKE_SAFE, clear.goal());
        assertNull(clear.undoable());
    }

    @Test
    void eachRefuellingIsDoneAnew() {
        Options options = new Options(false, false, Set.of(), List.of("fridge"), false, null);
        start();
        while (!Standing.of(Samples.cottage(), log).plan().steps().isEmpty()) {
            Plan.Step next = Standing.of(Samples.cottage(), log).plan().steps().get(0);
            write(Event.Done.step(next.action(), next.circuit()));
        }
        for (int time = 0; time < 2; time++) {
            Standing standing = write(new Event.Chosen(Goal.REFUEL, options));
            List<Action> steps =
                    standing.plan().steps().stream().map(Plan.Step::action).toList();
            assertTrue(steps.indexOf(Action.STOP_ENGINE) < steps.indexOf(Action.REFUEL), steps.toString());
            assertTrue(steps.indexOf(Action.WAIT_COOL) < steps.indexOf(Action.REFUEL), steps.toString());
            for (Plan.Step step : standing.plan().steps()) {
                standing = write(Event.Done.step(step.action(), step.circuit()));
            }
            assertTrue(standing.plan().steps().isEmpty());
            assertTrue(standing.state().picked().contains("fridge"));
        }
    }

    /** A bad reading leads away from what was read: the set, the street, or nothing at all. */
    @Test
    void readingsUnderWayStopWhatTheyAreOf() {
        Readings bad = new Readings(88.0, 151.0, null, null, null);
        Standing dark = start();
        assertEquals(
                new Event.Read(new Measured(bad, Verdict.STOP, List.of(VoltageCause.OPEN_NEUTRAL))),
                Measuring.underWay(dark, bad));
        Standing onTheSet = follow(Action.WALK_ROUND);
        assertEquals(Action.MEASURE_LOADED, ((Event.RefusedReading) Measuring.underWay(onTheSet, bad)).action());
        SwapState.Change back = SwapState.initial(Bond.BONDED, false, false).change();
        back.utilityLive = true;
        Standing onTheStreet = write(new Event.Corrected(back.state()));
        assertEquals(Action.MEASURE_UTILITY, ((Event.RefusedReading) Measuring.underWay(onTheStreet, bad)).action());
        Readings good = new Readings(121.0, 120.0, null, null, null);
        assertEquals(
                new Event.Read(new Measured(good, Verdict.GOOD, List.of())), Measuring.underWay(onTheStreet, good));
    }

    @Test
    void nothingIsPickedUpWhileTheSupplyIsWeak() {
        start();
        follow(Action.MEASURE_LOADED);
        write(new Event.Done(
                Action.MEASURE_LOADED,
                null,
                new Measured(new Readings(120.0, 119.0, null, 60.2, null), Verdict.GOOD, List.of())));
        Standing strong = follow(Action.PICK_UP);
        assertFalse(asksToReadFirst(strong));
        // it labours
        Standing labours = write(
                new Event.Read(new Measured(new Readings(118.0, 118.0, null, 57.4, null), Verdict.WATCH, List.of())));
        assertTrue(asksToReadFirst(labours));
        assertTrue(Planner.attempt(labours.changeover(), Goal.ON_GENERATOR, labours.state(), Action.PICK_UP, "fridge")
                .broken()
                .contains(Rule.WEAK_SUPPLY));
        // it has its breath back
        Standing again = write(
                new Event.Read(new Measured(new Readings(121.0, 120.0, null, 60.1, null), Verdict.GOOD, List.of())));
        assertFalse(asksToReadFirst(again));
    }

    /** Whether that plan reads the supply before it picks anything up. */
    private static boolean asksToReadFirst(Standing standing) {
        for (Plan.Step step : standing.plan().steps()) {
            if (step.action() == Action.PICK_UP) {
                return false;
            }
            if (Set.of(Action.MEASURE_GENERATOR, Action.MEASURE_PANEL, Action.MEASURE_LOADED)
                    .contains(step.action())) {
                return true;
            }
        }
        return false;
    }

    /** What was begun by mistake ends at once; what hangs on the set does not. */
    @Test
    void anOutageEndsWhereNothingHangsOnTheSet() {
        Standing begun = start();
        assertTrue(begun.untouched());
        assertTrue(begun.mayEnd());
        follow(Action.PICK_UP);
        Standing living = Standing.of(Samples.cottage(), log);
        assertFalse(living.untouched());
        assertFalse(living.mayEnd());
        write(new Event.Chosen(Goal.MAKE_SAFE, living.changeover().options()));
        while (!Standing.of(Samples.cottage(), log).plan().steps().isEmpty()) {
            Plan.Step next = Standing.of(Samples.cottage(), log).plan().steps().get(0);
            write(Event.Done.step(next.action(), next.circuit()));
        }
        assertTrue(Standing.of(Samples.cottage(), log).mayEnd());
    }

    /** The load for a reading goes on the lighter leg, and what ends a danger is known from any state. */
    @Test
    void whereToLoadAndWhatEndsADanger() {
        start();
        follow(Action.MEASURE_LOADED);
        Standing reading = Standing.of(Samples.cottage(), log);
        // lamp 75 W on leg 1, lights 160 W on leg 2
        assertEquals("lamp", Measuring.whereToLoad(reading).orElseThrow().id());
        assertTrue(reading.againstDanger().isEmpty());
        SwapState.Change both = reading.state().change();
        both.mainOn = true;
        Standing danger = write(new Event.Corrected(both.state()));
        assertEquals(Action.OUTPUT_OFF, danger.againstDanger().orElseThrow().action());
    }

    private Standing writeAt(int second, String who, Event event) {
        log.add(new Entry(log.size() + 1, Instant.EPOCH.plusSeconds(second), who, event));
        return Standing.of(Samples.cottage(), log);
    }

    /** One press is one undo, of one's own last act alone, and never of making safe. */
    @Test
    void undoTakesBackOnesOwnLastPress() {
        start();
        follow(Action.PICK_UP);
        writeAt(10, "Bram", Event.Done.step(Action.PICK_UP, "fridge"));
        writeAt(20, "Ines", new Event.Opened("fridge"));
        Standing moved = writeAt(20, "Ines", Event.Done.step(Action.PICK_UP, "lights"));
        assertEquals(List.of(moved.sequence(), moved.sequence() - 1), moved.undoableBy("Ines"));
        assertEquals(List.of(), moved.undoableBy("Bram"));
        // what was only read does not stand between
        Standing read = writeAt(
                30,
                "Bram",
                new Event.Read(new Measured(new Readings(121.0, 120.0, null, null, null), Verdict.GOOD, List.of())));
        assertEquals(2, read.undoableBy("Ines").size());
        Standing safe = writeAt(
                40, "Ines", new Event.Chosen(Goal.MAKE_SAFE, moved.changeover().options()));
        assertEquals(List.of(), safe.undoableBy("Ines"));
    }

    @Test
    void whatWasFilledInIsKnownAndADryTankIsDry() {
        start();
        follow(Action.PICK_UP);
        Standing dry = writeAt(60, "Ines", new Event.Stalled(StallCause.OUT_OF_FUEL));
        Setup setup = Samples.cottage();
        assertEquals(
                0,
                dry.living().fuelLeft(setup, 30, Instant.EPOCH.plusSeconds(61)).tankLitresNow());
        Standing filled =
                writeAt(2000, "Ines", Event.Done.step(Action.REFUEL, null).filling(8));
        var left = filled.living().fuelLeft(setup, 30, Instant.EPOCH.plusSeconds(2001));
        assertEquals(8, left.tankLitresNow());
        assertEquals(22, left.storeLitres());
        Standing full = writeAt(3000, "Ines", Event.Done.step(Action.REFUEL, null));
        assertEquals(
                22,
                full.living()
                        .fuelLeft(setup, 30, Instant.EPOCH.plusSeconds(3001))
                        .tankLitresNow());
        assertEquals(
                8,
                full.living()
                        .fuelLeft(setup, 30, Instant.EPOCH.plusSeconds(3001))
                        .storeLitres());
    }

    /** A lost neutral of the utility shows only under load: one test circuit after the other, and then all of them. */
    @Test
    void theUtilityIsReadOnEachTestCircuit() {
        SwapState.Change back = SwapState.initial(Bond.BONDED, false, false).change();
        back.utilityLive = true;
        back.utilitySteady = true;
        back.branches = SwapState.Branches.OFF;
        write(new Event.Started(back.state(), Goal.ON_UTILITY, Options.NONE));
        Readings good = new Readings(121.0, 120.5, null, null, null);
        Standing first = follow(Action.MEASURE_UTILITY);
        assertEquals(List.of("lamp", "lights"), ids(first));
        Event one = Measuring.judge(first, Action.MEASURE_UTILITY, good);
        assertTrue(one instanceof Event.UtilityTested tested && tested.circuit().equals("lamp"));
        Standing second = write(one);
        assertFalse(second.state().utilityMeasured());
        assertEquals(List.of("lights"), ids(second));
        assertTrue(
                Measuring.judge(second, Action.MEASURE_UTILITY, new Readings(131.0, 108.0, null, null, null))
                        instanceof Event.RefusedReading);
        Standing both = write(Measuring.judge(second, Action.MEASURE_UTILITY, good));
        assertTrue(both.state().utilityMeasured());
        // off with the main, and the next way back is read from the beginning
        assertEquals(2, ids(write(Event.Done.step(Action.MAIN_OFF, null))).size());
    }

    private static List<String> ids(Standing standing) {
        return Measuring.utilityToTest(standing).stream().map(c -> c.id()).toList();
    }

    @Test
    void aStepSaysWhichDangerItEnds() {
        start();
        follow(Action.MEASURE_LOADED);
        SwapState.Change both = Standing.of(Samples.cottage(), log).state().change();
        both.mainOn = true;
        Standing danger = write(new Event.Corrected(both.state()));
        Plan.Step input =
                new Plan.Step(Action.INPUT_OFF, juiceswap.core.changeover.Place.PANEL, 0, null, List.of(), false);
        assertEquals(List.of(juiceswap.core.changeover.Danger.BACKFEED), danger.endedBy(input));
        assertEquals(List.of(), danger.endedBy(danger.againstDanger().orElseThrow()));
    }

    /** A good reading somewhere else says nothing of the place where it stopped. */
    @Test
    void aStopIsLiftedOnlyWhereItWasRead() {
        start();
        follow(Action.MEASURE_LOADED);
        Standing stopped = write(lostNeutral(Action.MEASURE_LOADED));
        assertFalse(stopped.course().openedSinceStop());
        Measured good = new Measured(new Readings(120.0, 121.0, null, null, null), Verdict.GOOD, List.of());
        Standing elsewhere = write(new Event.Done(Action.MEASURE_GENERATOR, null, good));
        assertNotNull(elsewhere.stop());
        assertNull(elsewhere.course().lifted());
        Standing off = write(Event.Done.step(Action.INPUT_OFF, null));
        assertTrue(off.course().openedSinceStop());
        Standing lifted = write(new Event.Done(Action.MEASURE_LOADED, null, good));
        assertNull(lifted.stop());
        assertEquals(lifted.sequence(), lifted.course().lifted());
    }

    /** What a monitor shows is news when it is lasting, settled, and much more than is counted; once counted it is none. */
    @Test
    void aMonitorsAmpsAreNewsOnlyOnce() {
        start();
        follow(Action.WALK_ROUND);
        Standing living = Standing.of(Samples.cottage(), log);
        Readings more = new Readings(120.0, 120.0, null, null, null, 20.0, 1.0);
        Instant later = Instant.EPOCH.plusSeconds(120);
        assertTrue(Measuring.tellsNews(living, more, later));
        assertFalse(Measuring.tellsNews(living, more, Instant.EPOCH.plusSeconds(30)));
        assertFalse(Measuring.tellsNews(living, new Readings(120.0, 120.0, null, null, null, 3.0, 1.0), later));
        Standing counted = write(Measuring.underWay(living, more));
        assertFalse(Measuring.tellsNews(counted, more, later));
    }
}
