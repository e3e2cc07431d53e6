package juiceswap.core.changeover;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.PriorityQueue;
import juiceswap.core.changeover.Changeover.Move;
import org.jspecify.annotations.Nullable;

/**
 * Finds the least-cost sequence of actions from any state to a goal: A* over states and places, where an action is
 * offered if the hardware allows it and taken only if no rule is broken by it. It knows neither actions nor rules by name.
 *
 * <p>Cost: an action 1, a waiting minute 1, a walk as {@link Place} says and 1 more when it begins with the engine running
 * and the house not fed. Among equal costs the fewest steps, then the order of {@link Action}.
 */
public final class Planner {
    private final Changeover changeover;
    private final Goal goal;
    private final boolean shortcuts;

    /** A planner of ways to that goal. */
    public Planner(Changeover changeover, Goal goal) {
        this(changeover, goal, true);
    }

    /** {@code shortcuts} false makes the search look at every order of steps; the plan must be the same. */
    Planner(Changeover changeover, Goal goal, boolean shortcuts) {
        this.changeover = changeover;
        this.goal = goal;
        this.shortcuts = shortcuts;
    }

    /** What would happen if somebody did it now. */
    public record Trial(boolean impossible, List<Rule> broken, SwapState state) {
        /** Whether it can be done and breaks no rule. */
        public boolean allowed() {
            return !impossible && broken.isEmpty();
        }
    }

    /**
     * Tries one action without a search.
     *
     * @param goal what it would be done for, or null
     */
    public static Trial attempt(
            Changeover changeover, @Nullable Goal goal, SwapState given, Action action, @Nullable String circuit) {
        SwapState state = changeover.putRight(given);
        if (!action.possible(changeover, state, circuit)) {
            return new Trial(true, List.of(), state);
        }
        Attempt attempt = Attempt.of(changeover, goal, state, new Move(action, circuit));
        return new Trial(false, Rule.allBrokenBy(attempt), attempt.after());
    }

    /** Whether the goal is reached. */
    public boolean reached(SwapState state) {
        return goal.reached(changeover, changeover.putRight(state));
    }

    /** The least-cost plan, or the refusal. */
    public Plan plan(SwapState given) {
        SwapState.Change fresh = changeover.putRight(given).change();
        fresh.untick(Check.REFUELLED);
        SwapState start = fresh.state();
        Optional<Refusal> refusal = Refusal.of(changeover, start, goal);
        if (refusal.isPresent()) {
            return Plan.refusedFor(refusal.get());
        }
        Node end = search(start);
        if (end == null) {
            return Plan.refusedFor(Refusal.doesNotFit().orElseThrow());
        }
        return describe(end);
    }

    private record Standing(SwapState state, @Nullable Place place) {}

    /** A way to a standing: its cost so far and the step it ends with. */
    private static final class Node {
        final Standing at;
        final @Nullable Node from;
        final @Nullable Move move;
        final int cost;
        final int steps;
        /** What surely is still to come; null once the goal is reached. */
        final @Nullable Outlook ahead;

        final int estimate;

        Node(Standing at, @Nullable Node from, @Nullable Move move, int cost, int steps, @Nullable Outlook ahead) {
            this.at = at;
            this.from = from;
            this.move = move;
            this.cost = cost;
            this.steps = steps;
            this.ahead = ahead;
            this.estimate = cost + (ahead == null ? 0 : ahead.costFrom(at.place()));
        }

        /** The most promising first. */
        static int compareUrgency(Node one, Node other) {
            if (one.estimate != other.estimate) {
                return Integer.compare(one.estimate, other.estimate);
            }
            return one.cost != other.cost
                    ? Integer.compare(one.cost, other.cost)
                    : Integer.compare(one.steps, other.steps);
        }

        boolean betterThan(Node other) {
            if (cost != other.cost) {
                return cost < other.cost;
            }
            if (steps != other.steps) {
                return steps < other.steps;
            }
            return comparePaths(this, other) < 0;
        }

        private static int comparePaths(Node one, Node other) {
            if (one == other || one.from == null || other.from == null) {
                return 0;
            }
            int earlier = comparePaths(one.from, other.from);
            return earlier != 0
                    ? earlier
                    : Objects.requireNonNull(one.move)
                            .action()
                            .compareTo(Objects.requireNonNull(other.move).action());
        }
    }

    private @Nullable Node search(SwapState start) {
        Standing origin = new Standing(start, changeover.options().at());
        Node first = new Node(origin, null, null, 0, 0, ahead(start));
        Map<Standing, Node> best = new HashMap<>();
        best.put(origin, first);
        PriorityQueue<Node> open = new PriorityQueue<>(Node::compareUrgency);
        open.add(first);
        Node found = null;
        while (!open.isEmpty()) {
            Node node = open.poll();
            if (found != null && node.estimate > found.cost) {
                break;
            }
            if (best.get(node.at) != node) {
                continue;
            }
            if (node.ahead == null) {
                if (found == null || node.betterThan(found)) {
                    found = node;
                }
                continue;
            }
            for (Move move : changeover.moves(node.at.state())) {
                Node next = follow(node, move);
                if (next == null) {
                    continue;
                }
                Node known = best.get(next.at);
                if (known == null || next.betterThan(known)) {
                    best.put(next.at, next);
                    open.add(next);
                }
                if (shortcuts && bestNow(node, next, node.ahead)) {
                    break;
                }
            }
        }
        return found;
    }

    /**
     * Whether the moves after this one need no look: it surely has to be done, it is here, and it is never too early.
     * Any way that does it later can do it now at no higher cost, and comes after this one in the order of equals. While a
     * hot engine idles, minutes count, so there the order is left open.
     */
    private static boolean bestNow(Node node, Node next, Outlook ahead) {
        Action action = Objects.requireNonNull(next.move).action();
        return action.neverTooEarly()
                && next.at.place() == node.at.place()
                && node.at.state().engine() != Engine.HOT
                && ahead.surely(action);
    }

    private @Nullable Node follow(Node node, Move move) {
        SwapState before = node.at.state();
        Attempt attempt = Attempt.of(changeover, goal, before, move);
        if (attempt.after().equals(before) || !Rule.noneBrokenBy(attempt)) {
            return null;
        }
        Place place = move.action().place(changeover);
        int cost = node.cost
                + walk(before, node.at.place(), place)
                + 1
                + move.action().minutes(changeover, before);
        return new Node(new Standing(attempt.after(), place), node, move, cost, node.steps + 1, ahead(attempt.after()));
    }

    private @Nullable Outlook ahead(SwapState state) {
        return goal.reached(changeover, state) ? null : goal.outlook(changeover, state);
    }

    private int walk(SwapState before, @Nullable Place from, Place to) {
        if (from == null || from == to) {
            return 0;
        }
        boolean runsUnattended = before.engine().running() && !changeover.fed(before);
        return from.walkTo(to) + (runsUnattended ? 1 : 0);
    }

    private Plan describe(Node end) {
        List<Move> moves = new ArrayList<>();
        List<SwapState> befores = new ArrayList<>();
        for (Node node = end; node.from != null; node = node.from) {
            moves.add(node.move);
            befores.add(node.from.at.state());
        }
        Collections.reverse(moves);
        Collections.reverse(befores);
        List<Plan.Step> steps = new ArrayList<>();
        Place here = changeover.options().at();
        int placeChanges = 0;
        for (int i = 0; i < moves.size(); i++) {
            Action action = moves.get(i).action();
            Place place = action.place(changeover);
            placeChanges += here != null && here != place ? 1 : 0;
            here = place;
            steps.add(new Plan.Step(
                    action,
                    place,
                    action.minutes(changeover, befores.get(i)),
                    moves.get(i).circuit(),
                    because(befores.get(i), moves.subList(i + 1, moves.size())),
                    action.ranAlongside(befores.get(i))));
        }
        return new Plan(List.copyOf(steps), placeChanges, end.cost, null);
    }

    /** The rules that the rest of the plan would break first if the step before it were left out. */
    private List<Rule> because(SwapState without, List<Move> rest) {
        SwapState state = without;
        for (Move move : rest) {
            if (!move.action().possible(changeover, state, move.circuit())) {
                return List.of();
            }
            Attempt attempt = Attempt.of(changeover, goal, state, move);
            List<Rule> broken = Rule.allBrokenBy(attempt);
            if (!broken.isEmpty()) {
                return broken;
            }
            state = attempt.after();
        }
        return List.of();
    }
}
