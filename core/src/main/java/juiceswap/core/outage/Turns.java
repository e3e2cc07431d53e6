package juiceswap.core.outage;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Plan.Step;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Planner.Trial;
import juiceswap.core.changeover.SwapState;
import org.jspecify.annotations.Nullable;

/**
 * Whose move is next when several people work at once: everybody gets the first step of the plan that is on their side of
 * the door and that may be done now, whatever the others are still at. A step may be done now if, with it done first, the
 * rest of the plan still leads to the goal and breaks no rule.
 */
public final class Turns {
    /** How far ahead in the plan work is looked for; what is later would be too early to think of. */
    private static final int LOOK_AHEAD = 14;

    private final Standing standing;
    private final Goal goal;
    private final List<Step> steps;
    private final Map<String, Turn> turns = new LinkedHashMap<>();

    private Turns(Standing standing, Plan plan) {
        this.standing = standing;
        this.goal = standing.planned();
        this.steps = plan.steps();
    }

    /** Somebody who helps, and where; {@code at} is null when they have not said. */
    public record Person(String name, @Nullable Place at) {}

    /**
     * What one person does now.
     *
     * @param step to do, or null when there is nothing to do yet
     * @param walk it is on the other side of the door, and nobody is there
     * @param waitsFor a step of somebody else that comes before this person's next one, or null
     * @param waitsForWhom who does that, or null when nobody does yet
     * @param then this person's next step after the wait, or null
     */
    public record Turn(
            @Nullable Step step,
            boolean walk,
            @Nullable Step waitsFor,
            @Nullable String waitsForWhom,
            @Nullable Step then) {}

    /** Everybody's turn by name. Whoever has not said where they are sees the plan's first step. */
    public static Map<String, Turn> of(Standing standing, Plan plan, List<Person> people) {
        Turns turns = new Turns(standing, plan);
        List<Person> placed =
                people.stream().filter(person -> person.at() != null).toList();
        turns.handOut(placed);
        Step first = plan.steps().isEmpty() ? null : plan.steps().get(0);
        for (Person person : people) {
            if (person.at() == null) {
                turns.turns.put(person.name(), new Turn(first, false, null, null, null));
            }
        }
        return Collections.unmodifiableMap(new LinkedHashMap<>(turns.turns));
    }

    /**
     * Whether nothing was switched, moved or decided since the log ended at {@code seen}: somebody has only read or found
     * something, or a rotation was planned. What a page offered then still holds.
     */
    public static boolean nothingMoved(List<Entry> log, int seen) {
        return seen >= 1
                && seen <= log.size()
                && log.subList(seen, log.size()).stream().noneMatch(entry -> EventKind.moves(entry.event()));
    }

    /**
     * Whether a confirmation made when the log ended at {@code seen} still says what it said. It does when nothing was
     * written since, and also when others have only confirmed different steps meanwhile that have nothing to do with it: on
     * the other side of the door, or where one of the two only looks at something. Never for the same step, and not for
     * readings, which may have been changed by it.
     *
     * @param log all of it
     * @param seen sequence of the last entry that the person had seen
     */
    public static boolean stillMeant(Changeover changeover, List<Entry> log, int seen, Action action) {
        if (nothingMoved(log, seen)) {
            return true;
        }
        if (seen < 1 || seen > log.size() || Measuring.takesReadings(action)) {
            return false;
        }
        boolean outside = action.place(changeover).outside();
        return log.subList(seen, log.size()).stream()
                .filter(entry -> EventKind.moves(entry.event()))
                .allMatch(entry -> entry.event() instanceof Event.Done done
                        && done.action() != action
                        && (done.action().place(changeover).outside() != outside
                                || done.action().onlyLooks()
                                || action.onlyLooks()));
    }

    /**
     * The sequence after which nobody but this person has switched, moved or decided anything: what they press on a page of
     * theirs that is no older than that still means what it meant, whatever they have done themselves since.
     */
    public static int aloneSince(List<Entry> log, String who) {
        for (int i = log.size() - 1; i >= 0; i--) {
            Entry entry = log.get(i);
            if (EventKind.moves(entry.event()) && !entry.who().equals(who)) {
                return entry.sequence();
            }
        }
        return 1;
    }

    /**
     * The last entry by which something was switched, moved or decided: what has made a page old, whatever was read or planned
     * after it.
     *
     * @param log not empty
     */
    public static Entry lastMoved(List<Entry> log) {
        for (int i = log.size() - 1; i >= 0; i--) {
            if (EventKind.moves(log.get(i).event())) {
                return log.get(i);
            }
        }
        return log.get(log.size() - 1);
    }

    private void handOut(List<Person> people) {
        List<Person> idle = new ArrayList<>(people);
        Set<Place> busy = EnumSet.noneOf(Place.class);
        Map<Step, String> doneBy = new LinkedHashMap<>();
        for (int i = 0; i < Math.min(LOOK_AHEAD, steps.size()) && !idle.isEmpty(); i++) {
            Step step = steps.get(i);
            Person person = nearest(idle, step.place());
            // two people at one panel or one engine get into each other's way; indoors there is room
            boolean taken = step.place() != Place.INDOORS && busy.contains(step.place());
            if (person == null || taken || !mayBeDoneNow(i)) {
                continue;
            }
            busy.add(step.place());
            idle.remove(person);
            doneBy.put(step, person.name());
            turns.put(person.name(), new Turn(step, false, null, null, null));
        }
        if (!steps.isEmpty() && !doneBy.containsKey(steps.get(0)) && !idle.isEmpty()) {
            Person walks = idle.remove(0);
            doneBy.put(steps.get(0), walks.name());
            turns.put(walks.name(), new Turn(steps.get(0), true, null, null, null));
        }
        for (Person person : idle) {
            turns.put(person.name(), waits(person, doneBy));
        }
    }

    /** The one on that side of the door, best at that very place. */
    private static @Nullable Person nearest(List<Person> people, Place place) {
        Person best = null;
        for (Person person : people) {
            Place at = Objects.requireNonNull(person.at());
            if (at == place) {
                return person;
            }
            if (best == null && at.outside() == place.outside()) {
                best = person;
            }
        }
        return best;
    }

    private boolean mayBeDoneNow(int index) {
        Step step = steps.get(index);
        if (index == 0) {
            return true;
        }
        boolean secondPickUp = step.action() == Action.PICK_UP
                && steps.subList(0, index).stream().anyMatch(earlier -> earlier.action() == Action.PICK_UP);
        if (secondPickUp) {
            return false;
        }
        List<Step> order = new ArrayList<>(steps);
        order.add(0, order.remove(index));
        return leadsToTheGoal(order);
    }

    private boolean leadsToTheGoal(List<Step> order) {
        Changeover changeover = standing.changeover();
        SwapState state = standing.state();
        for (Step step : order) {
            Trial trial = Planner.attempt(changeover, goal, state, step.action(), step.circuit());
            if (!trial.allowed()) {
                return false;
            }
            state = trial.state();
        }
        return new Planner(changeover, goal).reached(state);
    }

    private Turn waits(Person person, Map<Step, String> doneBy) {
        boolean outside = Objects.requireNonNull(person.at()).outside();
        int next = 0;
        while (next < steps.size()
                && (steps.get(next).place().outside() != outside || doneBy.containsKey(steps.get(next)))) {
            next++;
        }
        Step then = next < steps.size() ? steps.get(next) : null;
        Step waitsFor = null;
        for (Step step : steps.subList(0, next)) {
            if (doneBy.containsKey(step)) {
                waitsFor = step;
            }
        }
        return new Turn(null, false, waitsFor, waitsFor == null ? null : doneBy.get(waitsFor), then);
    }
}
