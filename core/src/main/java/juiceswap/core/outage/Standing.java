package juiceswap.core.outage;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Danger;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.NearestBreaker;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Planner.Trial;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.outage.Event.RefusedReading;
import juiceswap.core.rotation.ChargeLevel;
import juiceswap.core.rotation.Progress;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.Wanted;
import org.jspecify.annotations.Nullable;

/**
 * Where an outage stands: the fold of its log.
 *
 * @param sequence of the last entry; a confirmation is made against it
 * @param course where to, and what stands in the way
 * @param walk what was found on the walk-round so far
 * @param street what is known of the utility's supply
 * @param lately since when things are as they are, and what was had, done and read
 * @param past what has led here
 */
public record Standing(
        Changeover changeover,
        int sequence,
        SwapState state,
        Course course,
        Walk walk,
        Street street,
        Lately lately,
        Past past) {

    /**
     * Where to, and what stands in the way.
     *
     * @param goal where to now
     * @param beforeStop where to again once a stop is cleared by a good reading
     * @param here where the last step was done, or null
     * @param stop the reading that halted the sequence, until a good reading or making safe clears it
     * @param openedSinceStop nothing is drawn from the set any more since that reading: only then it can be read again
     * @param lifted sequence of the entry that lifted the last stop, or null
     * @param readUnloaded legs stood far apart under load: the next reading is taken without it
     */
    public record Course(
            Goal goal,
            Goal beforeStop,
            @Nullable Place here,
            @Nullable RefusedReading stop,
            boolean openedSinceStop,
            @Nullable Integer lifted,
            boolean readUnloaded) {}

    /**
     * What was found on the walk-round so far.
     *
     * @param answers by circuit
     * @param rooms who walks round in which; the circuits that are in no room under the empty name
     */
    public record Walk(Map<String, Answer> answers, Map<String, String> rooms) {}

    /**
     * What is known of the utility's supply.
     *
     * @param watch how it is known that it has power again, or null
     * @param fault it was measured as bad, and nobody has said yet that it was repaired
     * @param tested circuits that were read under a load on the way back
     */
    public record Street(@Nullable UtilityWatch watch, boolean fault, Set<String> tested) {
        public Street {
            tested = Set.copyOf(tested);
        }
    }

    /**
     * What has happened lately.
     *
     * @param timers since when things have been as they are
     * @param living what the house has had, and by which plan it lives
     * @param moments when what was done and read last
     */
    public record Lately(Timers timers, Living living, Moments moments) {}

    /**
     * What has led here.
     *
     * @param lived the entries that were not taken back
     * @param alarmed a CO alarm was given and is not cleared: nobody is at the set or the panel
     * @param undoable sequence of the entry that undo would take back, or null
     * @param stories two tell it differently how things stand, and nobody has looked since; or null
     */
    public record Past(
            List<Entry> lived,
            boolean alarmed,
            @Nullable Integer undoable,
            boolean ended,
            Event.@Nullable Stories stories) {}

    /** What was found on the walk-round, by circuit. */
    public Map<String, Answer> answers() {
        return walk.answers();
    }

    /** Where to now. */
    public Goal goal() {
        return course.goal();
    }

    /** Where the last step was done, or null. */
    public @Nullable Place here() {
        return course.here();
    }

    /** The reading that halted the sequence, or null. */
    public @Nullable RefusedReading stop() {
        return course.stop();
    }

    /** The next reading under load is taken without it. */
    public boolean readUnloaded() {
        return course.readUnloaded();
    }

    /** How it is known that the street has power again, or null. */
    public @Nullable UtilityWatch watch() {
        return street.watch();
    }

    /** The street's supply was measured as bad, and nobody has said yet that it was repaired. */
    public boolean utilityFault() {
        return street.fault();
    }

    /** Since when things have been as they are. */
    public Timers timers() {
        return lately.timers();
    }

    /** What the house has had, and by which plan it lives. */
    public Living living() {
        return lately.living();
    }

    /**
     * The house as a rotation is to be planned for.
     *
     * @param zone by whose clock
     * @param stored litres in the cans when the outage began
     */
    public Wanted.Now planFrom(ZoneId zone, double stored, Instant now) {
        Setup setup = changeover.setup();
        ChargeLevel battery = living().battery(setup, now);
        return new Wanted.Now(
                setup,
                LocalDateTime.ofInstant(now, zone).truncatedTo(ChronoUnit.MINUTES),
                changeover.powered(state),
                living().had(setup, zone, now),
                living().fuelLeft(setup, stored, now),
                battery == null ? null : (Double) battery.wattHours());
    }

    /** When what was done and read last. */
    public Moments moments() {
        return lately.moments();
    }

    /** The entries that were not taken back. */
    public List<Entry> lived() {
        return past.lived();
    }

    /** A CO alarm was given and is not cleared. */
    public boolean alarmed() {
        return past.alarmed();
    }

    /** Sequence of the entry that undo would take back, or null. */
    public @Nullable Integer undoable() {
        return past.undoable();
    }

    /** Two tell it differently how things stand, and nobody has looked at everything since; or null. */
    public Event.@Nullable Stories stories() {
        return past.stories();
    }

    /** It is over. */
    public boolean ended() {
        return past.ended();
    }

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

    /**
     * The engine rests as planned, made safe with nothing left to be done: what comes next is to start it again.
     *
     * @param progress of the plan in force, or null without one
     */
    public boolean rests(@Nullable Progress progress) {
        return progress != null
                && progress.next() != null
                && progress.next().kind() == RotationPlan.MoveKind.ENGINE_ON
                && goal() == Goal.MAKE_SAFE
                && stop() == null
                && plan().steps().isEmpty();
    }

    /**
     * Whether a plan that was begun from an earlier standing may be put in force now: nothing was stopped, no breaker was
     * switched and no other plan was taken meanwhile. Else somebody may stand at the panel in the middle of a move, and the
     * plan from before it would turn the move around under their hands.
     */
    public boolean standsAs(Standing earlier) {
        return stop() == null
                && Objects.equals(living().plan(), earlier.living().plan())
                && state().picked().equals(earlier.state().picked());
    }

    /** Nothing was switched, plugged or started yet: what was begun can be ended at once. */
    public boolean untouched() {
        return lived().stream()
                .map(Entry::event)
                .noneMatch(event -> event instanceof Event.Done
                        || event instanceof Event.Opened
                        || event instanceof Event.Corrected
                        || event instanceof Event.TakenOver
                        || event instanceof Event.Stalled);
    }

    /** The engine was started in this outage: to the touch, and to its choke, it counts as warm. */
    public boolean engineWasStarted() {
        return lived().stream()
                .map(Entry::event)
                .anyMatch(event -> event instanceof Event.Done done && done.action() == Action.START_ENGINE);
    }

    /** It may end here: the house is back on the utility, or made safe, or nothing was touched. */
    public boolean mayEnd() {
        Plan plan = plan();
        boolean reached = plan.refused() == null && plan.steps().isEmpty() && stop() == null && stories() == null;
        return untouched() || reached && (goal() == Goal.ON_UTILITY || goal() == Goal.MAKE_SAFE);
    }

    /** What can hurt somebody now and no longer once that step is done. */
    public List<Danger> endedBy(Plan.Step step) {
        List<Danger> ended = new ArrayList<>(changeover.dangers(state));
        if (!ended.isEmpty()) {
            SwapState then = Planner.attempt(changeover, goal(), state, step.action(), step.circuit())
                    .state();
            ended.removeAll(changeover.dangers(then));
        }
        return List.copyOf(ended);
    }

    /**
     * Sequences of the entries that undo would take back for that person, the last first: all that they have written with
     * their last press. Empty when somebody else has acted since; making safe is never taken back.
     */
    public List<Integer> undoableBy(String who) {
        List<Entry> acts =
                lived().stream().filter(entry -> EventKind.moves(entry.event())).toList();
        List<Integer> all = new ArrayList<>();
        for (int i = acts.size() - 1; i >= 0 && undoable() != null; i--) {
            Entry act = acts.get(i);
            boolean samePress = act.at().equals(acts.get(acts.size() - 1).at());
            if (!samePress || !act.who().equals(who) || !EventKind.canBeUndone(act.event())) {
                break;
            }
            all.add(act.sequence());
        }
        return List.copyOf(all);
    }

    /** The first thing to do against a danger as things stand; empty without one. */
    public Optional<Plan.Step> againstDanger() {
        return changeover.danger(state)
                ? new Planner(changeover, Goal.MAKE_SAFE)
                        .plan(state).steps().stream().findFirst()
                : Optional.empty();
    }

    /** The goal that is planned for: once the tank is full, what is left of a refuelling is the way back onto the set. */
    public Goal planned() {
        return goal() == Goal.REFUEL && state.done().has(Check.REFUELLED) ? Goal.ON_GENERATOR : goal();
    }

    /**
     * The way on. When making safe, the generator breaker nearest to where the person stands comes first, even if the
     * set's own would end the same way a walk later.
     */
    public Plan plan() {
        return plan(here());
    }

    /** The way on for somebody who stands there, or for anybody when null. */
    public Plan plan(@Nullable Place at) {
        Changeover fromHere =
                new Changeover(changeover.setup(), changeover.options().at(at));
        Planner planner = new Planner(fromHere, planned());
        RefusedReading halted = stop();
        if (halted != null && halted.action() == Action.MEASURE_UTILITY) {
            return partFromUtility(fromHere);
        }
        return goal() == Goal.MAKE_SAFE ? makeSafe(at) : planner.plan(state);
    }

    /** The way to make safe for somebody who stands there, or for anybody when null, whatever the goal is now. */
    public Plan makeSafe(@Nullable Place at) {
        Changeover fromHere =
                new Changeover(changeover.setup(), changeover.options().at(at));
        Planner planner = new Planner(fromHere, Goal.MAKE_SAFE);
        return NearestBreaker.of(fromHere, state, at)
                .map(nearest -> nearestFirst(fromHere, planner, nearest))
                .orElseGet(() -> planner.plan(state));
    }

    /** It is the street's supply that is bad: off with the main; the set need not stop. */
    private static Plan partFromUtility(Changeover fromHere) {
        Action first = fromHere.parting() == Parting.PLATE ? Action.MAIN_OFF : Action.HANDLE_OFF;
        Plan.Step step = new Plan.Step(first, first.place(fromHere), 0, null, List.of(), false);
        return new Plan(List.of(step), 0, 1, null);
    }

    private Plan nearestFirst(Changeover fromHere, Planner planner, Action nearest) {
        Trial opened = Planner.attempt(fromHere, Goal.MAKE_SAFE, state, nearest, null);
        if (!opened.allowed()) {
            return planner.plan(state);
        }
        Plan rest = planner.plan(opened.state());
        List<Plan.Step> steps = new ArrayList<>();
        steps.add(new Plan.Step(nearest, nearest.place(fromHere), 0, null, List.of(), false));
        steps.addAll(rest.steps());
        return new Plan(List.copyOf(steps), rest.placeChanges(), rest.cost() + 1, rest.refused());
    }
}
