package juiceswap.core.outage;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Planner.Trial;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.house.Unexplained;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Event.RefusedReading;
import juiceswap.core.supply.Bond;
import org.jspecify.annotations.Nullable;

/** Entry by entry, what a log comes to: {@link Standing} while it is being worked out. */
final class Fold {
    private Setup setup;
    private Changeover changeover;
    private @Nullable SwapState state;
    private Goal goal = Goal.ON_GENERATOR;
    private Goal goalBeforeStop = Goal.ON_GENERATOR;
    private @Nullable Place here;
    private @Nullable RefusedReading stop;
    private boolean readUnloaded;
    private final Map<String, Answer> answers = new LinkedHashMap<>();
    private final Map<String, String> rooms = new LinkedHashMap<>();
    private boolean openedSinceStop;
    private @Nullable Integer lifted;
    private Timers timers = Timers.NONE;
    private Living living = Living.NOTHING;
    private Moments moments = Moments.NONE;
    private @Nullable UtilityWatch watch;
    private boolean utilityFault;
    private final Set<String> utilityTested = new TreeSet<>();
    private final List<Entry> lived = new ArrayList<>();
    private boolean alarmed;
    private @Nullable Integer undoable;
    private boolean ended;
    private Event.@Nullable Stories stories;

    Fold(Setup setup) {
        this.setup = setup;
        this.changeover = new Changeover(setup, Options.NONE);
    }

    /** Goes on from there. */
    Fold(Standing so) {
        setup = so.changeover().setup();
        changeover = so.changeover();
        state = so.state();
        goal = so.goal();
        goalBeforeStop = so.course().beforeStop();
        here = so.here();
        stop = so.stop();
        readUnloaded = so.readUnloaded();
        answers.putAll(so.walk().answers());
        rooms.putAll(so.walk().rooms());
        openedSinceStop = so.course().openedSinceStop();
        lifted = so.course().lifted();
        timers = so.timers();
        living = so.living();
        moments = so.moments();
        watch = so.watch();
        utilityFault = so.utilityFault();
        utilityTested.addAll(so.street().tested());
        lived.addAll(so.lived());
        alarmed = so.alarmed();
        undoable = so.undoable();
        ended = so.ended();
        stories = so.stories();
    }

    void take(Entry entry) {
        lived.add(entry);
        SwapState before = state;
        EventKind.apply(entry, this);
        openedSinceStop |= stop != null && !changeover.loaded(known());
        if (stop != null && stop.action() == Action.MEASURE_UTILITY) {
            leaveBadUtility();
        } else if (stop != null && madeSafe()) {
            stop = null;
        }
        if (!changeover.loaded(known())) {
            // with everything off there is nothing left to explain
            unexplained(Unexplained.NOTHING);
        }
        timers = timers.next(changeover, before, known(), entry.at());
        living = living.next(entry.at(), changeover, known());
        if (entry.event() instanceof Event.Done done && done.action() == Action.REFUEL) {
            living = living.refuelled(setup, done.filledLitres(), entry.at());
        }
        if (!changeover.onUtilitySide(known()) || known().branches() == SwapState.Branches.ON) {
            utilityTested.clear();
        }
        moments = moments.next(entry, switches(entry.event()));
        if (!known().utilityLive() || utilityFault) {
            watch = null;
        } else if (watch == null) {
            // said under "it isn't like that": the surest way to know is not claimed for it
            watch = new UtilityWatch(Sign.NEIGHBOURHOOD, entry.at());
        }
    }

    private static boolean switches(Event event) {
        return event instanceof Event.Opened
                || event instanceof Event.Done done && done.action() == Action.PICK_UP
                || event instanceof Event.Corrected
                || event instanceof Event.TakenOver;
    }

    // ---- what the kinds of event do

    void start(Event.Started started) {
        changeover = new Changeover(setup, started.options());
        state = changeover.putRight(started.state());
        goal = started.goal();
    }

    void done(Event.Done done, Entry entry) {
        SwapState before = known();
        // what was confirmed has happened, whether or not a rule would have allowed it
        Trial trial = Planner.attempt(changeover, goal, before, done.action(), done.circuit());
        readUnloaded = false;
        state = trial.state();
        here = done.action().place(changeover);
        if (done.circuit() != null && !changeover.wanted().contains(done.circuit())) {
            wish(done.circuit(), true);
        }
        if (changeover.fed(trial.state()) != changeover.fed(before)) {
            answers.clear();
            rooms.clear();
        }
        if (done.circuit() != null) {
            answers.remove(done.circuit());
        }
        Measured measured = done.measured();
        if (measured != null) {
            liftStop(done.action(), entry);
            if (done.action() != Action.MEASURE_UTILITY) {
                lastReading(measured);
            }
        }
    }

    void utilityTested(String circuit, Entry entry) {
        utilityTested.add(circuit);
        liftStop(Action.MEASURE_UTILITY, entry);
    }

    /** A good reading lifts the stop that was read in the same step, and no other. */
    private void liftStop(Action read, Entry entry) {
        if (stop != null && stop.action() == read) {
            stop = null;
            goal = goalBeforeStop;
            lifted = entry.sequence();
        }
    }

    void refuse(Event.RefusedReading refused) {
        if (refused.action() != Action.MEASURE_UTILITY) {
            lastReading(refused.measured());
        }
        if (refused.verdict() != Verdict.STOP) {
            readUnloaded = !readUnloaded;
            return;
        }
        readUnloaded = false;
        goalBeforeStop = goal == Goal.MAKE_SAFE ? goalBeforeStop : goal;
        goal = Goal.MAKE_SAFE;
        stop = refused;
        openedSinceStop = false;
    }

    void tookRoom(String room, String who) {
        rooms.put(room, who);
    }

    /** Readings under way are of the generator's supply only while it feeds. */
    void read(Measured measured) {
        if (changeover.fed(known())) {
            lastReading(measured);
        }
    }

    private void lastReading(Measured measured) {
        if (known().engine().running()) {
            SwapState.Change change = known().change();
            change.lastReading = measured;
            state = change.state();
            explain(measured.readings());
        }
    }

    /** Amps that were read count where they are more than what is known to be on. */
    private void explain(Readings readings) {
        boolean amps = readings.l1a() != null || readings.l2a() != null;
        if (amps && changeover.loaded(known())) {
            Capacity.Read read = new Capacity.Read(readings.l1a(), readings.l2a());
            unexplained(read.unexplainedBy(setup, changeover.powered(known())));
        }
    }

    private void unexplained(Unexplained more) {
        if (!setup.unexplained().equals(more)) {
            setup = setup.withUnexplained(more);
            changeover = new Changeover(setup, changeover.options());
        }
    }

    void correct(SwapState really) {
        stories = null;
        state = asFound(really);
    }

    void takeOver(SwapState really) {
        stories = null;
        state = asFound(really);
        here = null;
        undoable = null;
    }

    /** Positions as somebody has found them; what was read of the supply is not one of them, and stays. */
    private SwapState asFound(SwapState really) {
        SwapState.Change change = really.change();
        SwapState before = known();
        change.lastReading = before.lastReading();
        change.touchCold = before.touchCold();
        if (before.engine().running() && !change.engine.running()) {
            voidFuelAndOil(change);
        }
        return changeover.putRight(change.state());
    }

    void choose(Event.Chosen chosen) {
        goal = chosen.goal();
        changeover = new Changeover(setup, chosen.options());
        if (goal == Goal.REFUEL) {
            refuelAnew();
        }
    }

    void answer(Event.Answered answered) {
        answers.put(answered.circuit(), answered.answer());
    }

    void alarm() {
        alarmed = true;
        goal = Goal.MAKE_SAFE;
        undoable = null;
        airIsToBeChecked();
    }

    void allClear() {
        alarmed = false;
        undoable = null;
        airIsToBeChecked();
    }

    private void airIsToBeChecked() {
        SwapState.Change change = known().change();
        voidAir(change);
        state = change.state();
    }

    void utilitySeen(Event.UtilitySeen seen, Instant at) {
        // a supply that was measured as bad is no better for being there
        utilityFault &= seen.sign() != Sign.REPAIRED;
        watch = new UtilityWatch(seen.sign(), seen.since().isAfter(at) ? at : seen.since());
        utility(true);
    }

    void utility(boolean live) {
        SwapState.Change change = known().change();
        change.utilityLive = live;
        state = changeover.putRight(change.state());
    }

    void loadMeasured(Event.LoadMeasured measured) {
        setup = setup.withRunningWatts(measured.circuit(), measured.watts());
        changeover = new Changeover(setup, changeover.options());
    }

    void bondFound(Bond bond) {
        setup = setup.withBond(bond);
        changeover = new Changeover(setup, changeover.options());
        SwapState.Change change = known().change();
        change.bond = bond;
        state = changeover.putRight(change.state());
    }

    void planned(Event.Planned planned, Entry entry) {
        living = living.withPlan(planned.plan(), entry.at());
    }

    void observed(Event.Observed found, Entry entry) {
        living = living.withObserved(found, entry.at());
    }

    void fuelSeen(Event.FuelSeen seen, Entry entry) {
        living = living.withFuel(seen.litres(), entry.at());
    }

    void chargeSeen(Event.ChargeSeen seen, Entry entry) {
        living = living.withCharge(seen.wattHours(), entry.at());
    }

    void differs(Event.Stories told) {
        stories = told;
        undoable = null;
    }

    void end() {
        ended = true;
    }

    /** Making safe is never taken back, nor what came before it. */
    void mayBeUndone(Entry entry) {
        boolean madeSafe = entry.event() instanceof Event.Chosen chosen && chosen.goal() == Goal.MAKE_SAFE;
        undoable = madeSafe ? null : (Integer) entry.sequence();
    }

    /** Everything is still closed: it is opened before the engine runs again, and picked up in order after. */
    void stall(StallCause cause, Instant at) {
        if (!known().engine().running()) {
            return;
        }
        SwapState.Change change = known().change();
        change.engine = Engine.RESTING;
        voidFuelAndOil(change);
        if (cause == StallCause.CO_SHUT_OFF) {
            voidAir(change);
        }
        change.touchCold = cause == StallCause.LOW_OIL;
        if (cause == StallCause.OUT_OF_FUEL) {
            living = living.withFuel(0, at);
        }
        state = changeover.putRight(change.state());
        if (goal != Goal.MAKE_SAFE) {
            goal = cause == StallCause.OUT_OF_FUEL && changeover.has(Action.REFUEL) ? Goal.REFUEL : Goal.ON_GENERATOR;
        }
        if (goal == Goal.REFUEL) {
            refuelAnew();
        }
    }

    /** Whatever stopped the engine, its oil and its fuel are looked at before it starts again. */
    private static void voidFuelAndOil(SwapState.Change change) {
        change.untick(Check.CHECK_OIL);
        change.untick(Check.CHECK_FUEL);
    }

    /** Where carbon monoxide was found the set does not stand well, or an alarm does not work. */
    private static void voidAir(SwapState.Change change) {
        change.untick(Check.CHECK_PLACEMENT);
        change.untick(Check.CHECK_CO_ALARM);
    }

    /** An earlier refuelling does not count for this one. */
    private void refuelAnew() {
        SwapState.Change change = known().change();
        change.done = change.done.without(Check.REFUELLED);
        state = change.state();
    }

    void open(String circuit) {
        SwapState.Change change = known().change();
        // of a device that took all of them by itself, the others stay on
        boolean tookAll = changeover.parting() == Parting.BY_ITSELF;
        Set<String> picked = new TreeSet<>(tookAll ? changeover.switchedOn(known()) : change.picked);
        picked.remove(circuit);
        change.picked = java.util.Collections.unmodifiableSet(picked);
        change.branches = SwapState.Branches.STAGED;
        state = changeover.putRight(change.state());
        answers.remove(circuit);
        wish(circuit, false);
    }

    /** What somebody switches by choice is what shall run from now on, also after a refuel. */
    private void wish(String circuit, boolean run) {
        Options now = changeover.options();
        List<String> pickUp = new ArrayList<>(now.pickUp());
        Set<String> keepOn = new TreeSet<>(now.keepOn());
        pickUp.remove(circuit);
        if (run) {
            pickUp.add(circuit);
        } else {
            keepOn.remove(circuit);
        }
        changeover = new Changeover(
                setup, new Options(now.stopFirst(), now.bigOnesOff(), keepOn, pickUp, now.noSensitive(), now.at()));
    }

    /** Once parted from a bad utility, the house lives on the set until somebody says that it was repaired. */
    private void leaveBadUtility() {
        if (!changeover.onUtilitySide(known())) {
            stop = null;
            goal = Goal.ON_GENERATOR;
            utilityFault = true;
            SwapState.Change unsure = known().change();
            unsure.utilitySteady = false;
            state = unsure.state();
        }
    }

    private boolean madeSafe() {
        return new Planner(changeover, Goal.MAKE_SAFE).reached(known());
    }

    private SwapState known() {
        // a log begins with its start; should that be unreadable, then as a house just gone dark
        return state == null
                ? changeover.putRight(SwapState.initial(setup.source().bond(), true, false))
                : state;
    }

    Standing standing(int sequence) {
        return new Standing(
                changeover,
                sequence,
                known(),
                new Standing.Course(goal, goalBeforeStop, here, stop, openedSinceStop, lifted, readUnloaded),
                new Standing.Walk(
                        Collections.unmodifiableMap(new LinkedHashMap<>(answers)),
                        Collections.unmodifiableMap(new LinkedHashMap<>(rooms))),
                new Standing.Street(watch, utilityFault, utilityTested),
                new Standing.Lately(timers, living, moments),
                new Standing.Past(List.copyOf(lived), alarmed, undoable, ended, stories));
    }
}
