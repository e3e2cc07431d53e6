package juiceswap.core.learn;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.learn.Observed.Move;
import juiceswap.core.learn.Step.Cluster;
import juiceswap.core.learn.Step.Side;
import org.jspecify.annotations.Nullable;

/**
 * Which circuit does which steps: each cluster goes to at most one circuit on its side, so that all together fit best: by
 * size, by whether it surges, and by when breakers were told to have been turned. Figures of the costs are our own, tuned on
 * made-up houses.
 */
final class Matching {
    /** People tell of a move up to that long before or after it, in seconds. */
    static final double TOLD_WITHIN = 22;

    private static final double IMPOSSIBLE = 25;
    private static final int SURE_STEPS = 3;

    private final Observed observed;
    private final List<Circuit> circuits;

    Matching(Observed observed, List<Circuit> circuits) {
        this.observed = observed;
        this.circuits = circuits;
    }

    /** Of circuits by id; clusters that fit none are left over. */
    Map<String, Cluster> match(List<Cluster> clusters, Side side) {
        List<Circuit> here =
                circuits.stream().filter(circuit -> side(circuit) == side).toList();
        List<Cluster> sure = clusters.stream()
                .filter(this::sure)
                .sorted(Comparator.comparingInt(one -> -one.size()))
                .toList();
        Search search = new Search(sure, here);
        search.from(0, 0);
        Map<String, Cluster> matched = new HashMap<>();
        for (int i = 0; i < sure.size(); i++) {
            int circuit = search.best[i];
            if (circuit >= 0) {
                matched.put(here.get(circuit).id(), sure.get(i));
            }
        }
        return matched;
    }

    /** Each of these steps was told of, and the load has never started or stopped by itself. */
    boolean onlyTurned(Circuit circuit, Cluster cluster) {
        return cluster.steps().stream()
                .allMatch(step ->
                        told(circuit, step.up()).stream().anyMatch(at -> Math.abs(at - step.at()) <= TOLD_WITHIN));
    }

    /**
     * The one step that a load makes which runs from when its breaker is turned ON: about its size, on its side, when it was
     * told, whatever else makes steps of that size. Null when there is none, or when it was told to be turned more often.
     */
    @Nullable
    Step closing(Circuit circuit, List<Step> steps) {
        if (!turnedOnOnce(circuit)) {
            return null;
        }
        double told = told(circuit, true).get(0);
        return steps.stream()
                .filter(step -> step.up() && step.side() == side(circuit))
                .filter(step -> Math.abs(step.at() - told) <= TOLD_WITHIN)
                .filter(step -> Math.abs(Math.log(step.watts() / circuit.runningWatts())) <= SAME_SIZE)
                .min(Comparator.comparingDouble(step -> Math.abs(Math.log(step.watts() / circuit.runningWatts()))))
                .orElse(null);
    }

    /** A load without a motor that was told to be turned ON once, and never OFF. */
    boolean turnedOnOnce(Circuit circuit) {
        return told(circuit, true).size() == 1 && told(circuit, false).isEmpty() && !motor(circuit);
    }

    /** As a logarithm: about a quarter more or less. */
    private static final double SAME_SIZE = 0.25;

    static Side side(Circuit circuit) {
        if (circuit.twoPole() || circuit.has240()) {
            return Side.BOTH;
        }
        return circuit.leg() == Leg.L1 ? Side.L1 : Side.L2;
    }

    private boolean sure(Cluster cluster) {
        return cluster.size() >= SURE_STEPS
                || cluster.steps().stream()
                        .anyMatch(step -> observed.moves().stream()
                                .anyMatch(move -> Math.abs(move.at() - step.at()) <= TOLD_WITHIN));
    }

    /** Branch and bound over all assignments: a house has few circuits on a leg. */
    private final class Search {
        private final double[][] cost;
        private final double[] unmatched;
        /** The least that all clusters from one on can cost. */
        private final double[] leastFrom;

        private final int[] chosen;
        private int[] best;
        private double least = Double.POSITIVE_INFINITY;
        private final Set<Integer> used = new HashSet<>();

        Search(List<Cluster> clusters, List<Circuit> here) {
            cost = new double[clusters.size()][here.size()];
            unmatched = new double[clusters.size()];
            chosen = new int[clusters.size()];
            best = new int[clusters.size()];
            Arrays.fill(best, -1);
            for (int i = 0; i < clusters.size(); i++) {
                unmatched[i] = 1.2 * Math.min(clusters.get(i).size(), 8) + 1.5;
                for (int j = 0; j < here.size(); j++) {
                    cost[i][j] = cost(here.get(j), clusters.get(i));
                }
            }
            leastFrom = new double[clusters.size() + 1];
            for (int i = clusters.size() - 1; i >= 0; i--) {
                double least =
                        Math.min(unmatched[i], Arrays.stream(cost[i]).min().orElse(Double.POSITIVE_INFINITY));
                leastFrom[i] = leastFrom[i + 1] + least;
            }
        }

        void from(int cluster, double sum) {
            if (sum + leastFrom[cluster] >= least) {
                return;
            }
            if (cluster == chosen.length) {
                least = sum;
                best = chosen.clone();
                return;
            }
            List<Integer> order = new ArrayList<>();
            for (int j = 0; j < cost[cluster].length; j++) {
                if (!used.contains(j) && cost[cluster][j] <= IMPOSSIBLE) {
                    order.add(j);
                }
            }
            order.sort(Comparator.comparingDouble(j -> cost[cluster][j]));
            for (int j : order) {
                used.add(j);
                chosen[cluster] = j;
                from(cluster + 1, sum + cost[cluster][j]);
                used.remove(j);
            }
            chosen[cluster] = -1;
            from(cluster + 1, sum + unmatched[cluster]);
        }
    }

    private double cost(Circuit circuit, Cluster cluster) {
        double cost = bySize(circuit, cluster);
        boolean motor = motor(circuit);
        Boolean surges = cluster.surges();
        if (surges != null && surges && !motor) {
            cost += 8;
        }
        if (surges != null && !surges && motor && observed.everySecond()) {
            cost += 4;
        }
        boolean steady = !motor
                && circuit.runningWatts() < 500
                && circuit.loads().stream().allMatch(load -> load.dutyPercent() >= 100);
        if (steady && cluster.size() >= 6) {
            cost += 1;
        }
        return cost + byMoves(circuit, cluster);
    }

    /** Labels of motors say more than they draw, and sometimes far more; those of heaters are about right. */
    private static double bySize(Circuit circuit, Cluster cluster) {
        double ratio = Math.log(cluster.watts() / circuit.runningWatts());
        boolean motor = motor(circuit);
        double off = motor ? (ratio + 0.35) / 0.3 : ratio / 0.13;
        double cost = off * off / 2;
        if (motor && ratio > 0.1) {
            double above = (ratio - 0.1) / 0.1;
            cost += above * above / 2;
        }
        return cost;
    }

    private double byMoves(Circuit circuit, Cluster cluster) {
        List<Double> ons = told(circuit, true);
        boolean fromTheStart = observed.onAtStart().contains(circuit.id());
        double cost = ons.isEmpty() && !fromTheStart ? 6 : 0;
        if (!ons.isEmpty() && !fromTheStart) {
            double first = ons.get(0);
            long early = cluster.steps().stream()
                    .filter(step -> step.at() < first - TOLD_WITHIN - 2)
                    .count();
            cost += 2.5 * Math.min(early, 4);
            cost -= hasStep(cluster, true, first) ? 3 : 0;
        }
        for (int i = 1; i < ons.size(); i++) {
            cost -= hasStep(cluster, true, ons.get(i)) ? 1.5 : 0;
        }
        for (double off : told(circuit, false)) {
            double again = ons.stream()
                    .filter(on -> on > off)
                    .mapToDouble(on -> on)
                    .min()
                    .orElse(Double.POSITIVE_INFINITY);
            cost -= hasStep(cluster, false, off) ? 1.5 : 0;
            long meanwhile = cluster.steps().stream()
                    .filter(step -> step.up() && step.at() > off + TOLD_WITHIN && step.at() < again - TOLD_WITHIN)
                    .count();
            cost += 1.5 * Math.min(meanwhile, 3);
        }
        return cost;
    }

    private List<Double> told(Circuit circuit, boolean on) {
        return observed.moves().stream()
                .filter(move -> move.on() == on && move.circuit().equals(circuit.id()))
                .map(Move::at)
                .toList();
    }

    private static boolean hasStep(Cluster cluster, boolean up, double at) {
        return cluster.steps().stream().anyMatch(step -> step.up() == up && Math.abs(step.at() - at) <= TOLD_WITHIN);
    }

    static boolean motor(Circuit circuit) {
        return circuit.loads().stream().anyMatch(Matching::isMotor);
    }

    private static boolean isMotor(Load load) {
        return load.startingWatts() > load.runningWatts();
    }
}
