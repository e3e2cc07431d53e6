package juiceswap.core.meter;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.Worded;
import juiceswap.core.electrical.CircuitFault;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.electrical.Network.Source;
import org.jspecify.annotations.Nullable;

/**
 * How well each {@link Hypothesis} explains the readings of this household, and which reading would tell the leading ones
 * apart best. For each hypothesis the circuit is solved in some variations, since nobody knows how loose a neutral is or what
 * exactly runs; the readings are compared with each prediction, and by Bayes' rule the hypotheses share out a whole. It
 * explains; it never softens what {@link VoltageJudgement} demands.
 */
public final class CauseRanking {
    /** How far a reading may be from the truth of the model, as a standard deviation: meter, trim, unknown loads. */
    private static final double LEG_SIGMA = 2.5;

    private static final double LINE_SIGMA = 4;
    private static final double HERTZ_SIGMA = 0.8;
    private static final double NEUTRAL_SIGMA = 1;

    /** A meter between points without a connection shows some stray volts. */
    private static final double STRAY_VOLTS = 8;

    private static final double STRAY_SIGMA = 12;

    /** A reading that would separate the leading ones less than this is not worth its walk. */
    private static final double WORTH_MEASURING = 0.15;

    /** What one variation of a hypothesis predicts for a reading. */
    private record Predicted(double value, double sigma) {}

    private record Variation(Map<Reading, Predicted> readings) {}

    /** The five things that can be read. */
    public enum Reading implements Worded {
        L1N("l1n"),
        L2N("l2n"),
        L1L2("l1l2"),
        HZ("hz"),
        NG("ng");

        private final String word;

        Reading(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        @Nullable
        Double of(Readings readings) {
            return switch (this) {
                case L1N -> readings.l1n();
                case L2N -> readings.l2n();
                case L1L2 -> readings.l1l2();
                case HZ -> readings.hz();
                case NG -> readings.ng();
            };
        }
    }

    /**
     * One hypothesis.
     *
     * @param share of certainty, 0 to 1
     */
    public record Ranked(Hypothesis hypothesis, double share) {}

    /**
     * The answer.
     *
     * @param ranked the likeliest first
     * @param measureNext what separates the leading ones best, or null when nothing would
     */
    public record Ranking(List<Ranked> ranked, @Nullable Reading measureNext) {}

    private final HouseCircuit house;
    private final boolean splitPhase;
    private final Map<Hypothesis, List<Variation>> variations = new EnumMap<>(Hypothesis.class);

    /** Solves all variations once; {@link #rank} then answers at every keystroke. */
    public CauseRanking(HouseCircuit house) {
        this.house = house;
        this.splitPhase = house.setup().source().splitPhase();
        predictSound();
        predictSpeedAndVolts();
        predictFaults();
    }

    private boolean loaded() {
        return !house.on().isEmpty();
    }

    // ---- what each hypothesis predicts

    private void predictSound() {
        double hertz = house.hertz();
        add(Hypothesis.HEALTHY, house.healthy(), hertz);
        add(Hypothesis.HEALTHY, unloaded(house.healthy()), hertz);
        if (loaded()) {
            for (double longer : new double[] {3, 6, 10}) {
                add(Hypothesis.LONG_CORD, house.healthy().withCordTimes(longer), hertz);
            }
        }
    }

    private void predictSpeedAndVolts() {
        double hertz = house.hertz();
        for (double share : new double[] {0.93, 0.88, 0.80}) {
            add(Hypothesis.REGULATOR_LOW, source(house.healthy(), share), hertz);
            if (loaded()) {
                add(Hypothesis.OVERLOAD, source(house.healthy(), share), 60 - 40 * (1 - share));
            }
            add(Hypothesis.ENGINE_SLOW, source(house.healthy(), 1 - (1 - share) / 2), 60 - 40 * (1 - share));
        }
        for (double share : new double[] {1.06, 1.12, 1.2}) {
            add(Hypothesis.REGULATOR_HIGH, source(house.healthy(), share), hertz);
            add(Hypothesis.ENGINE_FAST, source(house.healthy(), 1 + (share - 1) / 3), 61 + 40 * (share - 1));
        }
    }

    private void predictFaults() {
        double hertz = house.hertz();
        // how the load is spread over the legs decides what a bad neutral does; what is on is not known to the watt
        double[][] spreads = {
            {500, 300},
            {300, 500},
            {900, 300},
            {300, 900},
            {1500, 150},
            {150, 1500},
            {800, 30},
            {30, 800},
            {60, 20},
            {20, 60}
        };
        Network lost = CircuitFault.LOST_NEUTRAL.in(house.healthy());
        Network withoutL1 = CircuitFault.LOST_L1.in(house.healthy());
        Network withoutL2 = CircuitFault.LOST_L2.in(house.healthy());
        if (splitPhase) {
            add(Hypothesis.LOST_NEUTRAL, lost, hertz);
            for (double[] spread : spreads) {
                add(Hypothesis.LOST_NEUTRAL, loads(lost, spread), hertz);
                for (double ohms : new double[] {0.5, 2, 6}) {
                    Network loose = CircuitFault.looseNeutral(house.healthy(), ohms);
                    add(Hypothesis.LOOSE_NEUTRAL, loads(loose, spread), hertz);
                }
            }
            add(Hypothesis.LOST_LEG, withoutL1, hertz);
            add(Hypothesis.LOST_LEG, withoutL2, hertz);
            add(Hypothesis.LOST_LEG, unloaded(withoutL1), hertz);
            add(Hypothesis.LOST_LEG, unloaded(withoutL2), hertz);
            add(Hypothesis.TIED_LEGS, CircuitFault.TIED_LEGS.in(house.healthy()), hertz);
        }
        add(Hypothesis.TWO_BONDS, CircuitFault.TWO_BONDS.in(house.healthy()), hertz);
        add(Hypothesis.NO_BOND, CircuitFault.NO_BOND.in(house.healthy()), hertz);
    }

    private void add(Hypothesis hypothesis, Network network, double hertz) {
        boolean aboutBonds = hypothesis == Hypothesis.TWO_BONDS || hypothesis == Hypothesis.NO_BOND;
        Solution solved = (aboutBonds ? network : withOneBond(network)).solve();
        Map<Reading, Predicted> readings = new EnumMap<>(Reading.class);
        readings.put(Reading.L1N, volts(solved.l1n(), LEG_SIGMA));
        readings.put(Reading.L2N, volts(solved.l2n(), LEG_SIGMA));
        readings.put(Reading.L1L2, volts(solved.l1l2(), LINE_SIGMA));
        readings.put(Reading.HZ, new Predicted(hertz, HERTZ_SIGMA));
        readings.put(Reading.NG, volts(solved.neutralToGroundVolts(), NEUTRAL_SIGMA));
        variations.computeIfAbsent(hypothesis, key -> new ArrayList<>()).add(new Variation(readings));
    }

    private static Predicted volts(@Nullable Double value, double sigma) {
        return value == null ? new Predicted(STRAY_VOLTS, STRAY_SIGMA) : new Predicted(value, sigma);
    }

    /** Every other hypothesis is about a circuit whose bond is in order: two things wrong at once are not told apart. */
    private static Network withOneBond(Network network) {
        boolean atPanel = network.bonds().panel();
        return bonds(network, !atPanel, atPanel);
    }

    private static Network unloaded(Network network) {
        return network.withLoads(List.of());
    }

    private static Network loads(Network network, double[] legWatts) {
        return network.withLoads(List.of(
                new Network.Load(Between.L1_N, legWatts[0], 1), new Network.Load(Between.L2_N, legWatts[1], 1)));
    }

    private static Network source(Network network, double share) {
        Source source = network.source();
        return network.withSource(new Source(source.l1Volts() * share, source.l2Volts() * share, source.ohms()));
    }

    private static Network bonds(Network network, boolean generator, boolean panel) {
        return network.withBonds(new Network.Bonds(generator, panel));
    }

    // ---- how well they explain what was read

    /** Ranks the hypotheses for these readings. */
    public Ranking rank(Readings readings) {
        Map<Hypothesis, Double> logs = new EnumMap<>(Hypothesis.class);
        double highest = Double.NEGATIVE_INFINITY;
        for (Map.Entry<Hypothesis, List<Variation>> entry : variations.entrySet()) {
            double log = Math.log(entry.getKey().prior()) + logLikelihood(entry.getValue(), readings);
            logs.put(entry.getKey(), log);
            highest = Math.max(highest, log);
        }
        double sum = 0;
        for (double log : logs.values()) {
            sum += Math.exp(log - highest);
        }
        List<Ranked> ranked = new ArrayList<>();
        for (Map.Entry<Hypothesis, Double> entry : logs.entrySet()) {
            ranked.add(new Ranked(entry.getKey(), Math.exp(entry.getValue() - highest) / sum));
        }
        ranked.sort(Comparator.comparingDouble(Ranked::share).reversed());
        return new Ranking(List.copyOf(ranked), measureNext(ranked, readings));
    }

    /** The mean over the variations, so that a hypothesis which could explain anything gains nothing by it. */
    private static double logLikelihood(List<Variation> variations, Readings readings) {
        double highest = Double.NEGATIVE_INFINITY;
        double[] logs = new double[variations.size()];
        for (int i = 0; i < logs.length; i++) {
            logs[i] = logLikelihood(variations.get(i), readings);
            highest = Math.max(highest, logs[i]);
        }
        double sum = 0;
        for (double log : logs) {
            sum += Math.exp(log - highest);
        }
        return highest + Math.log(sum / logs.length);
    }

    private static double logLikelihood(Variation variation, Readings readings) {
        double log = 0;
        for (Reading reading : Reading.values()) {
            Double value = reading.of(readings);
            if (value != null) {
                Predicted predicted =
                        Objects.requireNonNull(variation.readings().get(reading));
                double off = (value - predicted.value()) / predicted.sigma();
                log -= off * off / 2 + Math.log(predicted.sigma());
            }
        }
        return log;
    }

    /** Of what was not read: where the predictions of the leading ones lie farthest apart, weighed by their shares. */
    private @Nullable Reading measureNext(List<Ranked> ranked, Readings readings) {
        Reading best = null;
        double most = WORTH_MEASURING;
        for (Reading reading : Reading.values()) {
            boolean exists = splitPhase || reading != Reading.L2N && reading != Reading.L1L2;
            if (exists && reading.of(readings) == null) {
                double separation = separation(ranked, reading, readings);
                if (separation > most) {
                    most = separation;
                    best = reading;
                }
            }
        }
        return best;
    }

    private double separation(List<Ranked> ranked, Reading reading, Readings readings) {
        double sum = 0;
        for (int i = 0; i < ranked.size(); i++) {
            for (int k = i + 1; k < ranked.size(); k++) {
                Predicted one = likeliest(ranked.get(i).hypothesis(), reading, readings);
                Predicted other = likeliest(ranked.get(k).hypothesis(), reading, readings);
                double apart = (one.value() - other.value()) / Math.max(one.sigma(), other.sigma());
                sum += ranked.get(i).share() * ranked.get(k).share() * Math.min(9, apart * apart);
            }
        }
        return sum;
    }

    /** What the variation that explains the readings best predicts for another reading. */
    private Predicted likeliest(Hypothesis hypothesis, Reading reading, Readings readings) {
        Variation best = Objects.requireNonNull(variations.get(hypothesis)).stream()
                .max(Comparator.comparingDouble(variation -> logLikelihood(variation, readings)))
                .orElseThrow();
        return Objects.requireNonNull(best.readings().get(reading));
    }
}
