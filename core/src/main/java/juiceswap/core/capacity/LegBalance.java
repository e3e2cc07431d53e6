package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import juiceswap.core.house.Setup;
import org.jspecify.annotations.Nullable;

/**
 * Which breakers an electrician could move so that the two legs carry more alike.
 *
 * @param moves one or two
 * @param beforeWatts difference of the legs as they are
 * @param afterWatts difference after the moves
 * @param setup the setup as it would be
 */
public record LegBalance(List<Move> moves, double beforeWatts, double afterWatts, Setup setup) {

    /**
     * A single-pole breaker to the other leg.
     *
     * @param space where it goes
     * @param inExchange the breaker that comes to its place, null when the space is free
     */
    public record Move(String circuit, int space, @Nullable String inExchange) {}

    /** Moves that gain less are not worth an electrician's visit: our own choice. */
    private static final double WORTH_WATTS = 100;

    private static final int MOST = 3;

    /** Watts gained. */
    public double gainWatts() {
        return beforeWatts - afterWatts;
    }

    /**
     * The best proposals for what is on, with the fewest moves first among equal gains. Halves of a shared neutral stay
     * on opposite legs and so are left where they are.
     *
     * @param map the panel whose breakers may move
     */
    public static List<LegBalance> of(Setup setup, Collection<String> on, Panel panel, PanelMap map) {
        if (!setup.source().splitPhase()) {
            return List.of();
        }
        double difference = difference(setup, on);
        List<Change> single = changes(setup, on, panel, map);
        List<Proposal> found = new ArrayList<>();
        for (int i = 0; i < single.size(); i++) {
            Change one = single.get(i);
            consider(List.of(one), difference, found);
            for (int j = i + 1; j < single.size(); j++) {
                if (one.apart(single.get(j))) {
                    consider(List.of(one, single.get(j)), difference, found);
                }
            }
        }
        return found.stream()
                .sorted(Comparator.comparingDouble(Proposal::cost))
                .limit(MOST)
                .map(proposal -> new LegBalance(
                        proposal.moves(), Math.abs(difference), proposal.after(), moved(setup, proposal.moves())))
                .toList();
    }

    /** Changes that gain enough, and the difference of the legs after them. */
    private record Proposal(List<Change> changes, double after) {
        List<Move> moves() {
            return changes.stream().map(Change::move).toList();
        }

        /** A second move must be worth it. */
        double cost() {
            return after + WORTH_WATTS * changes.size();
        }
    }

    private static void consider(List<Change> changes, double difference, List<Proposal> found) {
        double after = difference;
        for (Change change : changes) {
            after += change.shift;
        }
        if (Math.abs(difference) - Math.abs(after) >= WORTH_WATTS) {
            found.add(new Proposal(changes, Math.abs(after)));
        }
    }

    /** A move and by how many watts it shifts L1 against L2. */
    private record Change(Move move, double shift) {
        boolean apart(Change other) {
            List<String> mine = circuits();
            return other.circuits().stream().noneMatch(mine::contains) && move.space() != other.move.space();
        }

        private List<String> circuits() {
            return move.inExchange() == null ? List.of(move.circuit()) : List.of(move.circuit(), move.inExchange());
        }
    }

    private static List<Change> changes(Setup setup, Collection<String> on, Panel panel, PanelMap map) {
        List<Circuit> movable = setup.circuits().stream()
                .filter(circuit -> map.places().containsKey(circuit.id()))
                .filter(circuit -> onItsSpace(circuit, panel))
                .filter(circuit -> setup.circuits().stream().noneMatch(circuit::sharesNeutralWith))
                .toList();
        Map<Leg, Integer> free = new HashMap<>();
        map.free(1).forEach(space -> free.putIfAbsent(panel.legOf(space), space));
        List<Change> changes = new ArrayList<>();
        for (Circuit circuit : movable) {
            double watts = on.contains(circuit.id()) ? circuit.runningWatts() : 0;
            Integer space = free.get(circuit.leg().other());
            if (space != null && watts > 0) {
                changes.add(new Change(new Move(circuit.id(), space, null), shift(circuit.leg(), watts)));
            }
            for (Circuit other : movable) {
                double others = on.contains(other.id()) ? other.runningWatts() : 0;
                if (circuit.leg() != other.leg() && watts > others) {
                    changes.add(new Change(
                            new Move(circuit.id(), other.spaces().get(0), other.id()),
                            shift(circuit.leg(), watts - others)));
                }
            }
        }
        return changes;
    }

    /** A single-pole breaker on the leg that its space tells: elsewhere nobody knows what moving it would do. */
    private static boolean onItsSpace(Circuit circuit, Panel panel) {
        return !circuit.twoPole()
                && circuit.leg() == panel.legOf(circuit.spaces().get(0));
    }

    /** Moving watts away from a leg shifts the difference L1 − L2 by twice as much. */
    private static double shift(Leg from, double watts) {
        return from == Leg.L1 ? -2 * watts : 2 * watts;
    }

    private static Setup moved(Setup setup, List<Move> moves) {
        List<Circuit> circuits = new ArrayList<>();
        for (Circuit circuit : setup.circuits()) {
            boolean goes = moves.stream()
                    .anyMatch(move ->
                            move.circuit().equals(circuit.id()) || circuit.id().equals(move.inExchange()));
            circuits.add(goes ? circuit.onLeg(circuit.leg().other()) : circuit);
        }
        return setup.withCircuits(circuits);
    }

    /** L1 less L2, watts running. */
    private static double difference(Setup setup, Collection<String> on) {
        LegWatts sum = LegWatts.NONE;
        for (Circuit circuit : setup.circuits(on)) {
            sum = sum.plus(LegWatts.running(circuit, true));
        }
        return sum.l1() - sum.l2();
    }
}
