package juiceswap.core.rotation;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.house.Need;
import juiceswap.core.rotation.Demand.Account;
import org.jspecify.annotations.Nullable;

/**
 * A rotation: what is on when, the moves that lead there, and what the needs get from it.
 *
 * @param on ids by slot of what has power, from the engine or, while it stands still, from a battery
 * @param moves in the order of time
 * @param unmet needs that go short
 * @param thin minutes that reserves spend near their bottom
 * @param below reserves of which less is left at a time than has to be
 * @param levels by circuit: minutes of reserve at the end of each slot
 * @param sessions the runs that fulfil needs of the kinds session and minutes
 * @param engineOff slots in which the engine stands still
 * @param never circuits that can't be powered at all, however others wait
 * @param score lower is better
 */
@RecordBuilder
public record RotationPlan(
        Rotation rotation,
        List<Set<String>> on,
        List<Move> moves,
        List<Unmet> unmet,
        List<Thin> thin,
        List<Below> below,
        Map<String, double[]> levels,
        List<Session> sessions,
        List<Integer> engineOff,
        List<String> never,
        List<Warning> warnings,
        int visits,
        int nightVisits,
        int flips,
        double score) {

    /** Why breakers are switched. */
    public enum MoveKind implements Worded {
        /** The set that it begins with. */
        FIRST("first"),
        /** Somebody walks to the panel for it. */
        VISIT("visit"),
        ENGINE_OFF("engine-off"),
        ENGINE_ON("engine-on");

        private final String word;

        MoveKind(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** What somebody has to know of a plan beside its figures. */
    public enum Warning implements Worded {
        /** Something on which a life hangs is without power while the engine stands still. */
        LIFE_UNPOWERED("LIFE_UNPOWERED");

        private final String word;

        Warning(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * What is switched at one moment.
     *
     * @param slot at whose beginning it is
     * @param off ids to open first
     * @param on ids to close after that, in start order
     */
    public record Move(int slot, LocalDateTime at, MoveKind kind, List<String> off, List<String> on) {}

    /**
     * A need that goes short.
     *
     * @param need its number
     * @param engineOff only because the engine stands still; it does not count in the score
     */
    public record Unmet(int need, String circuit, double minutes, boolean engineOff) {}

    /** A reserve that gets near its bottom. */
    public record Thin(int need, String circuit, double minutes) {}

    /** Where so much of a reserve had to be left: minutes that are missing then. */
    public record Below(int need, String circuit, LocalDateTime at, double minutes) {}

    /** A run that fulfils a need. */
    public record Session(int need, String circuit, LocalDateTime from, LocalDateTime to) {}

    public RotationPlan {
        on = List.copyOf(on);
        moves = List.copyOf(moves);
    }

    /** What the engine feeds in a slot: nothing while it stands still, whatever a battery carries then. */
    public Set<String> fed(int slot) {
        return engineOff.contains(slot) ? Set.of() : on.get(slot);
    }

    /** When the slot begins. */
    public LocalDateTime at(int slot) {
        return rotation.horizon().at(slot);
    }

    /**
     * What is on when the engine runs again after a stop that begins then, and lasts as long as a filling does or as planned:
     * not what was on before it.
     *
     * @return ids; null where the engine stays off
     */
    public @Nullable Set<String> onAfterStop(LocalDateTime stopped) {
        int slot = rotation.horizon().slotAt(stopped.plusMinutes(Refuelling.MINUTES));
        while (slot < on.size() && engineOff.contains(slot)) {
            slot++;
        }
        return slot == on.size() ? null : on.get(slot);
    }

    /**
     * Whether anybody misses it. While the engine stands still, what keeps a reserve has said by that how long it may go
     * without; and a test circuit that is on at all hours is on to prove a supply that there is not then.
     */
    public boolean missed(Unmet one) {
        if (!one.engineOff()) {
            return true;
        }
        Need need = rotation.needs().get(one.need());
        boolean keeps = rotation.needs().stream()
                .anyMatch(other ->
                        other instanceof Need.Reserve && other.circuit().equals(one.circuit()));
        boolean proves = rotation.setup().transfer().usableTestCircuits().contains(one.circuit());
        return !keeps && !(proves && need.window().equals(Need.Window.ALWAYS));
    }

    /** Minutes that a need goes short, as people count them: a job that is not done by its length, whatever it is worth. */
    double shortBy(Unmet one) {
        Need need = rotation.needs().get(one.need());
        return need instanceof Need.Session job ? job.minutes() : one.minutes();
    }

    /** What these on-sets amount to. */
    static RotationPlan of(Compiled problem, long[] sets) {
        Horizon horizon = problem.horizon;
        List<Unmet> unmet = new ArrayList<>();
        List<Thin> thin = new ArrayList<>();
        List<Below> below = new ArrayList<>();
        List<Session> sessions = new ArrayList<>();
        Map<String, double[]> levels = new LinkedHashMap<>();
        boolean lifeUnpowered = false;
        double score = problem.walks(sets);
        for (Demand demand : inOrder(problem)) {
            String circuit = problem.sets.id(demand.circuit());
            boolean[] on = pattern(sets, demand.circuit());
            Account account = demand.account(on);
            score += demand.weight() * account.lost();
            if (account.unmet() > 0) {
                unmet.add(new Unmet(demand.need(), circuit, account.unmet(), false));
            }
            if (account.engineOff() > 0) {
                unmet.add(new Unmet(demand.need(), circuit, account.engineOff(), true));
                lifeUnpowered |= demand.priority() == Need.Priority.LIFE;
            }
            if (account.thin() > 0) {
                thin.add(new Thin(demand.need(), circuit, account.thin()));
            }
            if (demand instanceof ReserveDemand reserve) {
                levels.put(circuit, reserve.levels(on));
                below.addAll(reserve.below(on, circuit));
            }
            for (Demand.Run run : demand.fulfilledBy(on)) {
                sessions.add(new Session(demand.need(), circuit, horizon.at(run.from()), horizon.at(run.to())));
            }
        }
        List<Integer> engineOff = new ArrayList<>();
        for (int slot = 0; slot < problem.slots; slot++) {
            if (problem.still[slot]) {
                engineOff.add(slot);
            }
        }
        List<Move> moves = moves(problem, sets);
        List<Move> visits =
                moves.stream().filter(move -> move.kind() == MoveKind.VISIT).toList();
        return RotationPlanBuilder.builder()
                .rotation(problem.rotation)
                .on(on(problem, sets))
                .moves(moves)
                .unmet(List.copyOf(unmet))
                .thin(List.copyOf(thin))
                .below(List.copyOf(below))
                .levels(levels)
                .sessions(List.copyOf(sessions))
                .engineOff(List.copyOf(engineOff))
                .never(neverNamed(problem))
                .warnings(lifeUnpowered ? List.of(Warning.LIFE_UNPOWERED) : List.of())
                .visits(visits.size())
                .nightVisits((int) visits.stream()
                        .filter(move -> problem.night[move.slot()])
                        .count())
                .flips(visits.stream()
                        .mapToInt(move -> move.off().size() + move.on().size())
                        .sum())
                .score(score)
                .build();
    }

    private static List<Demand> inOrder(Compiled problem) {
        return problem.demands.stream()
                .flatMap(List::stream)
                .sorted(java.util.Comparator.comparingInt(Demand::need))
                .toList();
    }

    private static boolean[] pattern(long[] sets, int circuit) {
        boolean[] on = new boolean[sets.length];
        for (int slot = 0; slot < on.length; slot++) {
            on[slot] = (sets[slot] >> circuit & 1) == 1;
        }
        return on;
    }

    private static List<Set<String>> on(Compiled problem, long[] sets) {
        List<Set<String>> on = new ArrayList<>();
        for (int slot = 0; slot < sets.length; slot++) {
            on.add(
                    slot > 0 && sets[slot] == sets[slot - 1]
                            ? on.get(slot - 1)
                            : java.util.Collections.unmodifiableSet(new LinkedHashSet<>(problem.sets.ids(sets[slot]))));
        }
        return on;
    }

    private static List<String> neverNamed(Compiled problem) {
        List<String> never = new ArrayList<>();
        for (String id : problem.sets.ids(problem.never)) {
            if (problem.hasNeed(problem.sets.number(id))) {
                never.add(id);
            }
        }
        return List.copyOf(never);
    }

    private static List<Move> moves(Compiled problem, long[] sets) {
        List<Move> moves = new ArrayList<>();
        for (int slot = 0; slot < sets.length; slot++) {
            // the breakers are OFF while the engine stands still, whatever hangs on a battery
            long after = problem.still[slot] ? 0 : sets[slot];
            long before = slot > 0 && problem.still[slot - 1] ? 0 : problem.before(sets, slot);
            boolean first = slot == 0 && problem.now == null;
            if (after != before || first) {
                List<String> stays = problem.sets.ids(before & after);
                List<String> closing = problem.sets.ids(after & ~before);
                moves.add(new Move(
                        slot,
                        problem.horizon.at(slot),
                        kind(problem, slot),
                        problem.sets.ids(before & ~after),
                        StartOrder.of(problem.rotation.setup(), stays, closing, List.of())
                                .circuits()));
            }
        }
        return moves;
    }

    private static MoveKind kind(Compiled problem, int slot) {
        if (!problem.free[slot]) {
            return MoveKind.VISIT;
        }
        if (problem.still[slot]) {
            return MoveKind.ENGINE_OFF;
        }
        return slot == 0 ? MoveKind.FIRST : MoveKind.ENGINE_ON;
    }

    /** Whether a walk for this move wakes somebody; at the very beginning somebody is asking, and so is awake. */
    public boolean wakes(Move move) {
        return move.kind() == MoveKind.VISIT
                && move.slot() > 0
                && rotation.horizon().night(move.slot());
    }

    /**
     * The first time that the engine runs and nobody is there: a set that runs alone can be stolen, catch fire or stall. Null
     * when there is none.
     */
    public Horizon.@Nullable EngineOff firstUnattended() {
        Horizon horizon = rotation.horizon();
        int from = 0;
        while (from < horizon.slots() && !runsAlone(from)) {
            from++;
        }
        int to = from;
        while (to < horizon.slots() && runsAlone(to)) {
            to++;
        }
        return from == horizon.slots() ? null : new Horizon.EngineOff(horizon.at(from), horizon.at(to));
    }

    private boolean runsAlone(int slot) {
        return rotation.horizon().nobodyThere(slot) && !engineOff.contains(slot);
    }
}
