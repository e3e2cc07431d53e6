package juiceswap.core.outage;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
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
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Event.RefusedReading;
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
    private Timers timers = Timers.NONE;
    private Living living = Living.NOTHING;
    private @Nullable UtilityWatch watch;
    private final List<Entry> lived = new ArrayList<>();
    private boolean alarmed;
    private @Nullable Integer undoable;
    private boolean ended;

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
        goalBeforeStop = so.goalBeforeStop();
        here = so.here();
        stop = so.stop();
        readUnloaded = so.readUnloaded();
        answers.putAll(so.answers());
        timers = so.timers();
        living = so.living();
        watch = so.watch();
        lived.addAll(so.lived());
        alarmed = so.alarmed();
        undoable = so.undoable();
        ended = so.ended();
    }

    void take(Entry entry) {
        lived.add(entry);
        SwapState before = state;
        take(entry, entry.event());
        if (stop != null && stop.action() == Action.MEASURE_UTILITY) {
            leaveBadUtility();
        } else if (stop != null && madeSafe()) {
            stop = null;
        }
        timers = timers.next(changeover, before, known(), entry.at());
        living = living.next(entry, changeover, known());
        if (!known().utilityLive()) {
            watch = null;
        } else if (watch == null) {
            // said under "it isn't like that": the surest way to know is not claimed for it
            watch = new UtilityWatch(Sign.NEIGHBOURHOOD, entry.at());
        }
    }

    private void take(Entry entry, Event event) {
        if (event instanceof Event.Started started) {
            changeover = new Changeover(setup, started.options());
            state = changeover.putRight(started.state());
            goal = started.goal();
        } else if (event instanceof Event.Done done) {
            take(done);
            undoable = entry.sequence();
        } else if (event instanceof Event.Corrected corrected) {
            state = changeover.putRight(corrected.state());
            undoable = entry.sequence();
        } else if (event instanceof Event.Opened opened) {
            open(opened.circuit());
            undoable = entry.sequence();
        } else if (event instanceof Event.Chosen chosen) {
            goal = chosen.goal();
            changeover = new Changeover(setup, chosen.options());
            if (goal == Goal.REFUEL) {
                refuelAnew();
            }
            undoable = entry.sequence();
        } else if (event instanceof Event.Answered answered) {
            answers.put(answered.circuit(), answered.answer());
        } else if (event instanceof RefusedReading refused && refused.verdict() != Verdict.STOP) {
            readUnloaded = !readUnloaded;
        } else if (event instanceof RefusedReading refused) {
            readUnloaded = false;
            goalBeforeStop = goal == Goal.MAKE_SAFE ? goalBeforeStop : goal;
            goal = Goal.MAKE_SAFE;
            stop = refused;
        } else if (event instanceof Event.Alarmed) {
            alarmed = true;
            goal = Goal.MAKE_SAFE;
            undoable = null;
        } else if (event instanceof Event.AllClear) {
            alarmed = false;
            undoable = null;
        } else if (event instanceof Event.UtilitySeen seen) {
            watch = new UtilityWatch(seen.sign(), seen.since().isAfter(entry.at()) ? entry.at() : seen.since());
            utility(true);
            undoable = entry.sequence();
        } else if (event instanceof Event.UtilityLost) {
            utility(false);
            undoable = entry.sequence();
        } else if (event instanceof Event.TakenOver over) {
            state = changeover.putRight(over.state());
            here = null;
            undoable = null;
        } else if (event instanceof Event.LoadMeasured measured) {
            setup = setup.withRunningWatts(measured.circuit(), measured.watts());
            changeover = new Changeover(setup, changeover.options());
            undoable = entry.sequence();
        } else if (event instanceof Event.BondFound found) {
            setup = setup.withBond(found.bond());
            changeover = new Changeover(setup, changeover.options());
            SwapState.Change change = known().change();
            change.bond = found.bond();
            state = changeover.putRight(change.state());
            undoable = entry.sequence();
        } else if (event instanceof Event.Stalled) {
            stall();
            undoable = entry.sequence();
        } else if (event instanceof Event.Planned
                || event instanceof Event.Observed
                || event instanceof Event.FuelSeen) {
            // what these say is kept in Living
            undoable = entry.sequence();
        } else if (event instanceof Event.Ended) {
            ended = true;
        }
    }

    private void utility(boolean live) {
        SwapState.Change change = known().change();
        change.utilityLive = live;
        state = changeover.putRight(change.state());
    }

    private void take(Event.Done done) {
        SwapState before = known();
        // what was confirmed has happened, whether or not a rule would have allowed it
        Trial trial = Planner.attempt(changeover, goal, before, done.action(), done.circuit());
        readUnloaded = false;
        state = trial.state();
        here = done.action().place(changeover);
        if (done.circuit() != null && !changeover.wanted().contains(done.circuit())) {
            wish(done.circuit(), true);
        }
        if (done.action() == Action.PICK_UP || changeover.fed(trial.state()) != changeover.fed(before)) {
            answers.clear();
        }
        if (stop != null && done.readings() != null) {
            stop = null;
            goal = goalBeforeStop;
        }
    }

    /** Everything is still closed: it is opened before the engine runs again, and picked up in order after. */
    private void stall() {
        if (known().engine().running()) {
            SwapState.Change change = known().change();
            change.engine = Engine.RESTING;
            state = changeover.putRight(change.state());
            goal = goal == Goal.MAKE_SAFE ? goal : Goal.ON_GENERATOR;
        }
    }

    /** An earlier refuelling does not count for this one. */
    private void refuelAnew() {
        SwapState.Change change = known().change();
        change.done = change.done.without(Check.REFUELLED);
        state = change.state();
    }

    private void open(String circuit) {
        SwapState.Change change = known().change();
        Set<String> picked = new TreeSet<>(change.picked);
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

    /** Once parted from a bad utility, the house lives on the set until the street is sound and steady again. */
    private void leaveBadUtility() {
        if (!changeover.onUtilitySide(known())) {
            stop = null;
            goal = Goal.ON_GENERATOR;
            SwapState.Change unsure = known().change();
            unsure.utilitySteady = false;
            state = unsure.state();
        }
    }

    private boolean madeSafe() {
        return new Planner(changeover, Goal.MAKE_SAFE).reached(known());
    }

    private SwapState known() {
        if (state == null) {
            throw new IllegalStateException("an outage log begins with its start");
        }
        return state;
    }

    Standing standing(int sequence) {
        return new Standing(
                changeover,
                sequence,
                known(),
                goal,
                goalBeforeStop,
                here,
                stop,
                readUnloaded,
                Map.copyOf(answers),
                timers,
                living,
                watch,
                List.copyOf(lived),
                alarmed,
                undoable,
                ended);
    }
}
