package juiceswap.core.rotation;

import java.time.Duration;
import java.time.LocalDateTime;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.rotation.RotationPlan.Move;
import org.jspecify.annotations.Nullable;

/**
 * How far a plan has been followed.
 *
 * @param next the move that is due, or the next one to come; null when there is none left
 * @param leftOff of the next move: what is still to be opened
 * @param leftOn of the next move: what is still to be closed, in start order
 * @param then the moves after it, in order
 */
public record Progress(State state, @Nullable Move next, List<String> leftOff, List<String> leftOn, List<Move> then) {
    /** A move may come so much earlier or later and is still that move. */
    public static final Duration GRACE = Duration.ofMinutes(30);

    /** What is on against what should be. */
    public enum State implements Worded {
        /** As planned; the next move is still to come. */
        ON_PLAN("on-plan"),
        /** Its time has come. */
        DUE("due"),
        /** Some of its breakers are switched. */
        PARTLY("partly"),
        /** It was not made in time: what is true now has to be planned from. */
        OVERDUE("overdue"),
        /** Something is on or off that no move is about. */
        OFF_PLAN("off-plan");

        private final String word;

        State(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * @param on what is really on
     */
    public static Progress of(RotationPlan plan, Set<String> on, LocalDateTime now) {
        Horizon horizon = plan.rotation().horizon();
        if (!now.isBefore(horizon.at(horizon.slots()))) {
            return new Progress(State.OVERDUE, null, List.of(), List.of(), List.of());
        }
        Set<String> needed = plan.fed(horizon.slotAt(now));
        if (on.equals(needed)) {
            return before(
                    State.ON_PLAN,
                    on,
                    plan.moves().stream().filter(move -> move.at().isAfter(now)).toList());
        }
        Move due = null;
        for (Move move : plan.moves()) {
            due = !move.at().isAfter(now) ? move : due;
        }
        boolean late = due != null && due.at().plus(GRACE).isBefore(now);
        if (due != null && !late && between(plan, due, on)) {
            LocalDateTime since = due.at();
            State state = on.equals(beforeMove(plan, due)) ? State.DUE : State.PARTLY;
            return before(state, on, movesFrom(plan, since));
        }
        // the next move may be made a little early
        Move early = plan.moves().stream()
                .filter(move -> move.at().isAfter(now) && !move.at().isAfter(now.plus(GRACE)))
                .findFirst()
                .orElse(null);
        if (early != null && between(plan, early, on)) {
            boolean whole = on.equals(plan.fed(early.slot()));
            List<Move> left = movesFrom(plan, early.at());
            return before(whole ? State.ON_PLAN : State.PARTLY, on, whole ? left.subList(1, left.size()) : left);
        }
        State state = due != null && between(plan, due, on) ? State.OVERDUE : State.OFF_PLAN;
        return new Progress(state, null, List.of(), List.of(), List.of());
    }

    private static List<Move> movesFrom(RotationPlan plan, LocalDateTime time) {
        return plan.moves().stream().filter(move -> !move.at().isBefore(time)).toList();
    }

    private static Progress before(State state, Set<String> on, List<Move> left) {
        if (left.isEmpty()) {
            return new Progress(state, null, List.of(), List.of(), List.of());
        }
        Move next = left.get(0);
        return new Progress(
                state,
                next,
                next.off().stream().filter(on::contains).toList(),
                next.on().stream().filter(id -> !on.contains(id)).toList(),
                List.copyOf(left.subList(1, left.size())));
    }

    /** Whether every circuit is as before that move or as after it. */
    private static boolean between(RotationPlan plan, Move move, Set<String> on) {
        Set<String> before = beforeMove(plan, move);
        Set<String> after = plan.fed(move.slot());
        Set<String> all = new HashSet<>(on);
        all.addAll(before);
        all.addAll(after);
        return all.stream()
                .allMatch(id -> on.contains(id) == before.contains(id) || on.contains(id) == after.contains(id));
    }

    private static Set<String> beforeMove(RotationPlan plan, Move move) {
        return move.slot() == 0
                ? Objects.requireNonNullElse(plan.rotation().now(), Set.<String>of())
                : plan.fed(move.slot() - 1);
    }
}
