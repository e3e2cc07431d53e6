package juiceswap.core.outage;

import java.util.ArrayList;
import java.util.HashSet;
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
import juiceswap.core.changeover.NearestBreaker;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Planner.Trial;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Event.RefusedReading;
import org.jspecify.annotations.Nullable;

/**
 * Where an outage stands: the fold of its log.
 *
 * @param sequence of the last entry; a confirmation is made against it
 * @param goal where to now
 * @param goalBeforeStop where to again once a stop is cleared by a good reading
 * @param here where the last step was done, or null
 * @param stop the reading that halted the sequence, until a good reading or making safe clears it
 * @param readUnloaded legs stood far apart under load: the next reading is taken without it
 * @param answers of the walk-round by circuit
 * @param timers since when things have been as they are
 * @param living what the house has had, and by which plan it lives
 * @param watch how it is known that the street has power again, or null
 * @param lived the entries that were not taken back
 * @param alarmed a CO alarm was given and is not cleared: nobody is at the set or the panel
 * @param undoable sequence of the entry that undo would take back, or null
 */
public record Standing(
        Changeover changeover,
        int sequence,
        SwapState state,
        Goal goal,
        Goal goalBeforeStop,
        @Nullable Place here,
        @Nullable RefusedReading stop,
        boolean readUnloaded,
        Map<String, Answer> answers,
        Timers timers,
        Living living,
        @Nullable UtilityWatch watch,
        List<Entry> lived,
        boolean alarmed,
        @Nullable Integer undoable,
        boolean ended) {

    /** Reads a log, which begins with {@link Event.Started}. */
    public static Standing of(Setup setup, List<Entry> log) {
        Set<Integer> undone = new HashSet<>();
        for (Entry entry : log) {
            if (entry.event() instanceof Event.Undone back) {
                undone.add(back.sequence());
            }
        }
        Fold fold = new Fold(setup);
        for (Entry entry : log) {
            if (!undone.contains(entry.sequence()) && !(entry.event() instanceof Event.Undone)) {
                fold.take(entry);
            }
        }
        return fold.standing(log.get(log.size() - 1).sequence());
    }

    /**
     * The same as {@link #of} for the whole log, without reading again what has led here: a log of days has thousands of
     * entries. Only when something was taken back it is read from the beginning.
     *
     * @param setup as in the beginning
     * @param log the whole of it, that of this standing first
     */
    public Standing after(Setup setup, List<Entry> log) {
        List<Entry> more = log.subList(sequence, log.size());
        if (more.stream().anyMatch(entry -> entry.event() instanceof Event.Undone)) {
            return of(setup, log);
        }
        Fold fold = new Fold(this);
        more.forEach(fold::take);
        return more.isEmpty() ? this : fold.standing(log.get(log.size() - 1).sequence());
    }

    /** The goal that is planned for: once the tank is full, what is left of a refuelling is the way back onto the set. */
    public Goal planned() {
        return goal == Goal.REFUEL && state.done().has(Check.REFUELLED) ? Goal.ON_GENERATOR : goal;
    }

    /**
     * The way on. When making safe, the generator breaker nearest to where the person stands comes first, even if the
     * set's own would end the same way a walk later.
     */
    public Plan plan() {
        return plan(here);
    }

    /** The way on for somebody who stands there, or for anybody when null. */
    public Plan plan(@Nullable Place at) {
        Changeover fromHere =
                new Changeover(changeover.setup(), changeover.options().at(at));
        Planner planner = new Planner(fromHere, planned());
        if (stop != null && stop.action() == Action.MEASURE_UTILITY) {
            return partFromUtility(fromHere);
        }
        if (goal == Goal.MAKE_SAFE) {
            var nearest = NearestBreaker.of(fromHere, state, at);
            if (nearest.isPresent()) {
                return nearestFirst(fromHere, planner, nearest.get());
            }
        }
        return planner.plan(state);
    }

    /** It is the street's supply that is bad: off with the main; the set need not stop. */
    private static Plan partFromUtility(Changeover fromHere) {
        Action first = fromHere.kind().hasPlate() ? Action.MAIN_OFF : Action.HANDLE_OFF;
        Plan.Step step = new Plan.Step(first, first.place(fromHere), 0, null, List.of(), false);
        return new Plan(List.of(step), 0, 1, null);
    }

    private Plan nearestFirst(Changeover fromHere, Planner planner, Action nearest) {
        Trial opened = Planner.attempt(fromHere, goal, state, nearest, null);
        if (!opened.allowed()) {
            return planner.plan(state);
        }
        Plan rest = planner.plan(opened.state());
        List<Plan.Step> steps = new ArrayList<>();
        steps.add(new Plan.Step(nearest, nearest.place(fromHere), 0, null, List.of(), false));
        steps.addAll(rest.steps());
        return new Plan(List.copyOf(steps), rest.placeChanges(), rest.cost() + 1, rest.refused());
    }

    /** The fold under way. */
    private static final class Fold {
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
            setup = so.changeover.setup();
            changeover = so.changeover;
            state = so.state;
            goal = so.goal;
            goalBeforeStop = so.goalBeforeStop;
            here = so.here;
            stop = so.stop;
            readUnloaded = so.readUnloaded;
            answers.putAll(so.answers);
            timers = so.timers;
            living = so.living;
            watch = so.watch;
            lived.addAll(so.lived);
            alarmed = so.alarmed;
            undoable = so.undoable;
            ended = so.ended;
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
}
