package juiceswap.core.learn;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.house.Circuit;
import juiceswap.core.learn.Decoder.Found;
import juiceswap.core.learn.Decoder.Runner;
import juiceswap.core.learn.Observed.Move;
import juiceswap.core.learn.Step.Cluster;
import juiceswap.core.learn.Step.Side;
import org.jspecify.annotations.Nullable;

/**
 * What was learned from a panel monitor: of each circuit that gave evidence its real load, and what is drawn now.
 *
 * @param circuits in the order of the house
 * @param explained circuits that run at the end of the readings
 * @param unexplainedL1 watts of leg 1 at the end that no circuit explains; L2 alike
 */
public record Learned(List<Real> circuits, List<Drawn> explained, double unexplainedL1, double unexplainedL2) {

    /**
     * A circuit's real load.
     *
     * @param runningWatts both legs together
     * @param startingWatts the highest mean over a second at a start, a lower bound; null where none was seen
     * @param dutyPercent share of the time closed in which it ran; null below three cycles
     * @param errorWatts by which the running watts may be off
     */
    public record Real(
            String circuit,
            double runningWatts,
            @Nullable Double startingWatts,
            @Nullable Double dutyPercent,
            double errorWatts,
            List<Evidence> evidence) {}

    /**
     * A step that was seen.
     *
     * @param at second of the step, not of the telling
     * @param l1 watts by which leg 1 rose; L2 alike
     */
    public record Evidence(double at, double l1, double l2, Kind kind) {}

    /** What made a step. */
    public enum Kind implements Worded {
        /** A person turned the breaker ON. */
        CLOSED("closed"),
        OPENED("opened"),
        /** The load started by itself. */
        CYCLED("cycled");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** What a circuit draws now, in watts. */
    public record Drawn(String circuit, double watts) {}

    private static final int MOST_UNKNOWN = 8;
    /** An unknown load is believed in if it makes what was read so much likelier. */
    private static final double WORTH_BELIEVING = 20;

    private static final int CYCLES_FOR_DUTY = 3;
    private static final String UNKNOWN = "?";

    /** Learns from what was observed in a house with these circuits. */
    public static Learned from(List<Circuit> circuits, Observed observed) {
        List<Plateau> plateaus = Plateau.of(observed.readings());
        if (plateaus.isEmpty()) {
            return new Learned(List.of(), List.of(), 0, 0);
        }
        List<Circuit> known =
                circuits.stream().filter(circuit -> circuit.runningWatts() > 0).toList();
        return new Learning(known, observed, plateaus).learned();
    }

    /**
     * A load with where it ran.
     *
     * @param runs for each plateau
     */
    private record Track(String name, Side side, double watts, boolean[] runs) {
        double on(int leg) {
            return new Runner(name, side, watts).on(leg);
        }
    }

    /** One learning under way. */
    private static final class Learning {
        private final List<Circuit> circuits;
        private final Observed observed;
        private final List<Plateau> plateaus;

        Learning(List<Circuit> circuits, Observed observed, List<Plateau> plateaus) {
            this.circuits = circuits;
            this.observed = observed;
            this.plateaus = plateaus;
        }

        Learned learned() {
            Map<String, Track> tracks = new LinkedHashMap<>();
            tracks().forEach(track -> tracks.put(track.name(), track));
            List<Real> reals = new ArrayList<>();
            for (Circuit circuit : circuits) {
                Track track = tracks.get(circuit.id());
                Real real = track == null ? null : new OfCircuit(circuit, track).real();
                if (real != null && !real.evidence().isEmpty()) {
                    reals.add(real);
                }
            }
            return now(reals, tracks);
        }

        /**
         * What the circuits do. Those that were only ever turned ON and OFF by people are known from their steps alone; what
         * they draw is taken off before the others are looked for.
         */
        private List<Track> tracks() {
            List<Step> steps = Step.between(plateaus);
            Matching matching = new Matching(observed, circuits);
            List<Track> steady = new ArrayList<>();
            List<Runner> cycling = new ArrayList<>();
            List<Cluster> rest = new ArrayList<>();
            for (Side side : Side.values()) {
                List<Cluster> clusters = Cluster.of(steps, side);
                Map<String, Cluster> matched = matching.match(clusters, side);
                for (Circuit circuit : circuits) {
                    Cluster cluster = matched.get(circuit.id());
                    if (cluster != null && matching.onlyTurned(circuit, cluster)) {
                        steady.add(new Track(circuit.id(), side, cluster.watts(), runs(cluster)));
                    } else if (cluster != null && cycling.size() < Decoder.MOST_LOADS) {
                        cycling.add(new Runner(circuit.id(), side, cluster.watts()));
                    }
                }
                for (Circuit circuit : circuits) {
                    Step closing = matched.containsKey(circuit.id()) || Matching.side(circuit) != side
                            ? null
                            : matching.closing(circuit, steps);
                    if (closing != null) {
                        Cluster alone = new Cluster(side, closing.watts(), List.of(closing), null);
                        steady.add(new Track(circuit.id(), side, closing.watts(), runs(alone)));
                    }
                }
                Set<Cluster> used = new HashSet<>(matched.values());
                clusters.stream().filter(cluster -> !used.contains(cluster)).forEach(rest::add);
            }
            Decoder decoder = new Decoder(without(steady), closings());
            List<Runner> believed = withUnknown(decoder, withHidden(decoder, matching, cycling, steady), rest);
            Found found = decoder.find(believed, 3, true);
            List<Track> tracks = new ArrayList<>(steady);
            for (int j = 0; j < found.runners().size(); j++) {
                Runner runner = found.runners().get(j);
                boolean[] runs = new boolean[plateaus.size()];
                for (int i = 0; i < runs.length; i++) {
                    runs[i] = found.runs(i, j);
                }
                tracks.add(new Track(runner.name(), runner.side(), runner.watts(), runs));
            }
            return tracks;
        }

        /** When each circuit was told to be closed: no entry where nobody told. */
        private Map<String, List<Move>> closings() {
            Map<String, List<Move>> closings = new LinkedHashMap<>();
            for (Circuit circuit : circuits) {
                List<Move> moves = observed.moves().stream()
                        .filter(move -> move.circuit().equals(circuit.id()))
                        .toList();
                boolean fromTheStart = observed.onAtStart().contains(circuit.id());
                if (!fromTheStart && !moves.isEmpty() && moves.get(0).on()) {
                    closings.put(circuit.id(), moves);
                }
            }
            return closings;
        }

        private boolean[] runs(Cluster cluster) {
            List<Step> inTime = cluster.steps().stream()
                    .sorted(Comparator.comparingDouble(Step::at))
                    .toList();
            boolean[] runs = new boolean[plateaus.size()];
            for (int i = 0; i < runs.length; i++) {
                boolean on = !inTime.get(0).up();
                for (Step step : inTime) {
                    on = step.at() <= plateaus.get(i).at() ? step.up() : on;
                }
                runs[i] = on;
            }
            return runs;
        }

        private List<Plateau> without(List<Track> steady) {
            List<Plateau> rest = new ArrayList<>();
            for (int i = 0; i < plateaus.size(); i++) {
                double[] level = plateaus.get(i).level().clone();
                for (Track track : steady) {
                    level[0] -= track.runs()[i] ? track.on(0) : 0;
                    level[1] -= track.runs()[i] ? track.on(1) : 0;
                }
                rest.add(plateaus.get(i).withLevel(level));
            }
            return rest;
        }

        /** Circuits that were told to be turned ON and whose own step is hidden by another's: with the watts of their label. */
        private List<Runner> withHidden(Decoder decoder, Matching matching, List<Runner> cycling, List<Track> steady) {
            List<Runner> best = cycling;
            double cost = decoder.find(best, 2, false).cost();
            for (Circuit circuit : circuits) {
                boolean found = cycling.stream().anyMatch(one -> one.name().equals(circuit.id()))
                        || steady.stream().anyMatch(one -> one.name().equals(circuit.id()));
                if (!found && matching.turnedOnOnce(circuit) && best.size() < Decoder.MOST_LOADS) {
                    List<Runner> more = new ArrayList<>(best);
                    more.add(new Runner(circuit.id(), Matching.side(circuit), circuit.runningWatts()));
                    double with = decoder.find(more, 2, false).cost();
                    if (with < cost - WORTH_BELIEVING) {
                        best = more;
                        cost = with;
                    }
                }
            }
            return best;
        }

        private static List<Runner> withUnknown(Decoder decoder, List<Runner> runners, List<Cluster> rest) {
            rest.sort(Comparator.comparingInt(cluster -> -cluster.size()));
            List<Runner> best = runners;
            double cost = decoder.find(best, 2, false).cost();
            for (Cluster cluster : rest.subList(0, Math.min(MOST_UNKNOWN, rest.size()))) {
                if (best.size() >= Decoder.MOST_LOADS) {
                    break;
                }
                List<Runner> more = new ArrayList<>(best);
                more.add(new Runner(UNKNOWN + best.size(), cluster.side(), cluster.watts()));
                double with = decoder.find(more, 2, false).cost();
                if (with < cost - WORTH_BELIEVING) {
                    best = more;
                    cost = with;
                }
            }
            return best;
        }

        private Learned now(List<Real> reals, Map<String, Track> tracks) {
            int last = plateaus.size() - 1;
            double l1 = plateaus.get(last).level()[0];
            double l2 = plateaus.get(last).level()[1];
            List<Drawn> explained = new ArrayList<>();
            for (Real real : reals) {
                Track track = tracks.get(real.circuit());
                if (track != null && track.runs()[last]) {
                    explained.add(new Drawn(real.circuit(), track.watts()));
                    l1 -= track.on(0);
                    l2 -= track.on(1);
                }
            }
            return new Learned(List.copyOf(reals), List.copyOf(explained), Math.max(0, l1), Math.max(0, l2));
        }

        /** What the plateaus say of one circuit. */
        private final class OfCircuit {
            private final Circuit circuit;
            private final Track track;
            private final List<Evidence> evidence = new ArrayList<>();
            private double closedSeconds;
            private double runningSeconds;
            private double surge = Double.NEGATIVE_INFINITY;

            OfCircuit(Circuit circuit, Track track) {
                this.circuit = circuit;
                this.track = track;
            }

            Real real() {
                Set<Move> told = new HashSet<>();
                boolean closed = observed.onAtStart().contains(circuit.id());
                boolean everTold = observed.moves().stream()
                        .anyMatch(move -> move.on() && move.circuit().equals(circuit.id()));
                double watts = track.watts();
                List<Double> seen = new ArrayList<>();
                for (int i = 0; i < plateaus.size(); i++) {
                    Plateau plateau = plateaus.get(i);
                    boolean runs = track.runs()[i];
                    boolean ran = i > 0 && track.runs()[i - 1];
                    if (i > 0 && runs != ran) {
                        Plateau before = plateaus.get(i - 1);
                        Move move = told(runs, plateau.at(), told);
                        if (move != null) {
                            told.add(move);
                        }
                        boolean untoldClosing = runs && !closed && !everTold;
                        if (runs) {
                            add(before, plateau, move != null || untoldClosing ? Kind.CLOSED : Kind.CYCLED);
                            surge = Math.max(surge, surgeOf(before, plateau, watts));
                            closed = true;
                        } else if (move != null) {
                            add(before, plateau, Kind.OPENED);
                            closed = false;
                        }
                        if (Decoder.clear(before, plateau)) {
                            seen.add(Math.abs(Decoder.rise(side(), before, plateau)));
                        }
                    }
                    closed = toldBetween(closed, i);
                    double seconds = plateau.readings();
                    closedSeconds += closed || runs ? seconds : 0;
                    runningSeconds += runs ? seconds : 0;
                }
                long cycles = evidence.stream()
                        .filter(one -> one.kind() == Kind.CYCLED)
                        .count();
                return new Real(
                        circuit.id(),
                        watts,
                        surge == Double.NEGATIVE_INFINITY ? null : (Double) Math.max(watts, surge),
                        cycles < CYCLES_FOR_DUTY || closedSeconds == 0
                                ? null
                                : (Double) (100 * runningSeconds / closedSeconds),
                        error(seen, watts),
                        List.copyOf(evidence));
            }

            private Side side() {
                return track.side();
            }

            /** A breaker that was turned while nothing ran behind it makes no step, and still begins or ends the time. */
            private boolean toldBetween(boolean closed, int i) {
                boolean now = closed;
                Plateau plateau = plateaus.get(i);
                for (Move move : observed.moves()) {
                    boolean within = move.at() >= plateau.at() && move.at() <= plateau.until();
                    if (within && move.circuit().equals(circuit.id()) && !track.runs()[i]) {
                        now = move.on();
                    }
                }
                return now;
            }

            private @Nullable Move told(boolean on, double at, Set<Move> used) {
                return observed.moves().stream()
                        .filter(move -> move.on() == on
                                && move.circuit().equals(circuit.id())
                                && !used.contains(move)
                                && Math.abs(move.at() - at) <= Matching.TOLD_WITHIN)
                        .min(Comparator.comparingDouble(move -> Math.abs(move.at() - at)))
                        .orElse(null);
            }

            private void add(Plateau before, Plateau after, Kind kind) {
                evidence.add(new Evidence(
                        after.at(),
                        side() == Side.L2 ? 0 : before.rise(after, 0),
                        side() == Side.L1 ? 0 : before.rise(after, 1),
                        kind));
            }

            /** The highest reading about the start, less what else is on. */
            private double surgeOf(Plateau before, Plateau after, double watts) {
                double over = 0;
                for (int leg = 0; leg < 2; leg++) {
                    boolean here = side() == Side.BOTH || (side() == Side.L1) == (leg == 0);
                    double level = Math.max(after.level()[leg], before.level()[leg]);
                    over += here ? Math.max(0, after.peak()[leg] - level) : 0;
                }
                return watts + over;
            }

            /** Spread of the single steps over the root of their number, and what no number of them takes away. */
            private static double error(List<Double> seen, double watts) {
                double systematic = 0.01 * watts + 3;
                if (seen.size() < 2) {
                    return systematic + 15;
                }
                double spread = Middle.of(
                        seen.stream().map(one -> Math.abs(one - watts)).toList());
                return systematic + 1.5 * spread / Math.sqrt(seen.size());
            }
        }
    }
}
