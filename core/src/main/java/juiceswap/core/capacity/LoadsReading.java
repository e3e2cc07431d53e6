package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import juiceswap.core.house.Unexplained;
import juiceswap.core.supply.Limits;
import org.jspecify.annotations.Nullable;

/**
 * "I read 17.4 and 9.1 A": amps of each leg against what should flow with what is on.
 *
 * @param verdict by the worse of what is read and what is reckoned, on the fuller leg or in total
 * @param l1 the leg, or the only winding of a 120 V set
 * @param l2 null for a 120 V set
 * @param explanations what may be behind the difference, the likeliest first; never empty
 * @param openFirst what to open when it is over, the least important first; empty when it is not
 * @param levelling null when the legs are level enough, or no exchange helps
 */
public record LoadsReading(
        Verdict verdict,
        OneLeg l1,
        @Nullable OneLeg l2,
        List<Explanation> explanations,
        List<String> openFirst,
        @Nullable Levelling levelling) {

    /** How what is drawn stands to what may be. */
    public enum Verdict implements Worded {
        FITS("fits"),
        TIGHT("tight"),
        OVER("over");

        private final String word;

        Verdict(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * Amps of one leg.
     *
     * @param limit continuous
     * @param reckoned with everything that is on running
     * @param headroom limit less the worse of reckoned and measured; below 0 when it is over
     */
    public record OneLeg(double limit, double reckoned, double measured, double headroom) {
        /** Measured less reckoned. */
        public double difference() {
            return measured - reckoned;
        }
    }

    /** What may be behind a difference. */
    public enum Kind implements Worded {
        AS_RECKONED("as-reckoned"),
        /** Thermostats have switched these off for now. */
        CYCLED_OFF("cycled-off"),
        /** One unit of it is starting. */
        STARTING("starting"),
        /** It is taken as off, but may be on. */
        SWITCHED_ON("switched-on"),
        /** Something that nobody has told of. */
        UNKNOWN_LOAD("unknown-load");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * @param circuits what it is about; empty for AS_RECKONED and UNKNOWN_LOAD
     * @param share how likely it is among all that were weighed, 0 to 1
     * @param l1Watts what it leaves unexplained on L1: measured less explained
     */
    public record Explanation(Kind kind, List<String> circuits, double share, double l1Watts, double l2Watts) {}

    /**
     * An exchange that levels the legs; nothing more important is opened for something less so.
     *
     * @param imbalancePercent that is left, reckoned
     */
    public record Levelling(String open, String close, double imbalancePercent) {}

    /**
     * A clamp meter and a house's volts are together not better than this, and amps times volts are volt-amperes, which with
     * motors among the loads are some tenths more than watts: our judgement.
     */
    private static final double LEAST_ERROR_WATTS = 60;

    private static final double ERROR_SHARE = 0.1;

    /** How unlikely each is before anything is read, as a natural logarithm: our judgement. */
    private static final double STARTING_COST = 4;

    private static final double SWITCHED_ON_COST = 3;
    private static final double UNKNOWN_COST = 5;

    /** Nothing is quite sure to run, or to stand, all the time. */
    private static final double LEAST_DUTY = 0.05;

    private static final double MOST_DUTY = 0.97;

    private static final int MOST_EXPLANATIONS = 4;
    private static final int MOST_TOGETHER = 6;
    private static final int KEPT_A_ROUND = 40;
    private static final double IMBALANCE_PERCENT = 30;

    /**
     * @param on ids of what is on
     * @param l1Amps 0 or more
     * @param l2Amps 0 or more; not looked at for a 120 V set
     * @param needs what the circuits are needed for; the least important is opened first
     */
    public static LoadsReading of(Setup setup, Collection<String> on, double l1Amps, double l2Amps, List<Need> needs) {
        InvalidInput.notNegative("/l1Amps", l1Amps);
        InvalidInput.notNegative("/l2Amps", l2Amps);
        // it is what nobody has told of that is asked about here
        Setup asTold = setup.withUnexplained(Unexplained.NOTHING);
        return new Question(asTold, new LinkedHashSet<>(on), l1Amps, l2Amps, needs).answer();
    }

    /**
     * Running watts of a circuit from amps before and after its breaker was closed (or opened: the order does not matter).
     *
     * @param watts above 0
     * @param doubtful something else changed on a leg that this circuit does not touch, or nothing changed at all
     */
    public record Measured(String circuit, double watts, boolean doubtful) {
        /** Amps that the other leg may change by without another load having changed. */
        private static final double STEADY_AMPS = 0.7;

        /** What a circuit drew, from the amps of its leg before and after it was switched. */
        public static Measured of(
                Setup setup, String circuit, double beforeL1, double beforeL2, double afterL1, double afterL2) {
            InvalidInput.unless(setup.find(circuit) != null, "/circuit", "invalid.no-circuit", "circuit", circuit);
            Circuit found = setup.circuit(circuit);
            double l1 = Math.abs(afterL1 - beforeL1);
            double l2 = Math.abs(afterL2 - beforeL2);
            boolean both = setup.source().splitPhase() && found.twoPole();
            boolean onL1 = !setup.source().splitPhase() || found.leg() == Leg.L1;
            double own = both ? l1 + l2 : onL1 ? l1 : l2;
            double other = both || !setup.source().splitPhase() ? 0 : onL1 ? l2 : l1;
            return new Measured(circuit, own * Limits.LEG_VOLTS, other > STEADY_AMPS || own * Limits.LEG_VOLTS < 1);
        }
    }

    /** One question under way. */
    private static final class Question {
        private final Setup setup;
        private final Set<String> on;
        private final boolean splitPhase;
        private final LegWatts measured;
        private final LegWatts reckoned;
        private final Limits limits;
        private final List<Need> needs;
        private final double error;

        Question(Setup setup, Set<String> on, double l1Amps, double l2Amps, List<Need> needs) {
            this.setup = setup;
            this.on = on;
            this.needs = needs;
            splitPhase = setup.source().splitPhase();
            measured = new LegWatts(l1Amps * Limits.LEG_VOLTS, splitPhase ? l2Amps * Limits.LEG_VOLTS : 0);
            reckoned = Capacity.of(setup, on, (String) null).running();
            limits = Capacity.limits(setup, setup.circuits(on));
            error = Math.max(LEAST_ERROR_WATTS, ERROR_SHARE * measured.total());
        }

        LoadsReading answer() {
            OneLeg l1 = leg(Leg.L1);
            OneLeg l2 = splitPhase ? leg(Leg.L2) : null;
            Verdict verdict = verdict(worse(), worseTotal());
            return new LoadsReading(
                    verdict,
                    l1,
                    l2,
                    explanations(),
                    verdict == Verdict.OVER ? openFirst() : List.of(),
                    splitPhase ? levelling() : null);
        }

        private OneLeg leg(Leg leg) {
            double limit = limits.legRunningWatts() / Limits.LEG_VOLTS;
            double is = measured.on(leg) / Limits.LEG_VOLTS;
            double should = reckoned.on(leg) / Limits.LEG_VOLTS;
            return new OneLeg(limit, should, is, limit - Math.max(is, should));
        }

        private double worseTotal() {
            return Math.max(measured.total(), reckoned.total());
        }

        private LegWatts worse() {
            return new LegWatts(Math.max(measured.l1(), reckoned.l1()), Math.max(measured.l2(), reckoned.l2()));
        }

        /** The legs may each be worse in another way than the whole: the total is judged on its own. */
        private Verdict verdict(LegWatts legs, double total) {
            double share = Math.max(
                    total / limits.planRunningWatts(), Math.max(legs.l1(), legs.l2()) / limits.legRunningWatts());
            return Capacity.over(share, 1) ? Verdict.OVER : share > Capacity.TIGHT_SHARE ? Verdict.TIGHT : Verdict.FITS;
        }

        // ---- what may be behind it

        private record Guess(Kind kind, List<String> circuits, LegWatts change, double cost) {}

        private List<Explanation> explanations() {
            LegWatts difference = new LegWatts(measured.l1() - reckoned.l1(), measured.l2() - reckoned.l2());
            List<Guess> guesses = new ArrayList<>();
            guesses.add(new Guess(Kind.AS_RECKONED, List.of(), LegWatts.NONE, 0));
            addCycledOff(guesses, difference);
            for (Circuit circuit : setup.circuits()) {
                if (!on.contains(circuit.id()) && !circuit.lockedOff()) {
                    guesses.add(new Guess(
                            Kind.SWITCHED_ON,
                            List.of(circuit.id()),
                            LegWatts.running(circuit, splitPhase),
                            SWITCHED_ON_COST));
                }
            }
            for (Circuit circuit : setup.circuits(on)) {
                for (Load load : circuit.loads()) {
                    if (load.extraWatts() > 0) {
                        LegWatts extra = LegWatts.of(circuit, load, load.extraWatts(), splitPhase);
                        guesses.add(new Guess(Kind.STARTING, List.of(circuit.id()), extra, STARTING_COST));
                    }
                }
            }
            if (difference.total() > error) {
                guesses.add(new Guess(Kind.UNKNOWN_LOAD, List.of(), difference, UNKNOWN_COST));
            }
            return shares(guesses, difference);
        }

        private List<Explanation> shares(List<Guess> guesses, LegWatts difference) {
            double least = guesses.stream()
                    .mapToDouble(guess -> surprise(guess, difference))
                    .min()
                    .orElse(0);
            double sum = guesses.stream()
                    .mapToDouble(guess -> Math.exp(least - surprise(guess, difference)))
                    .sum();
            return guesses.stream()
                    .sorted(Comparator.comparingDouble(guess -> surprise(guess, difference)))
                    .limit(MOST_EXPLANATIONS)
                    .map(guess -> new Explanation(
                            guess.kind,
                            guess.circuits,
                            Math.exp(least - surprise(guess, difference)) / sum,
                            difference.l1() - guess.change.l1(),
                            difference.l2() - guess.change.l2()))
                    .toList();
        }

        /** How surprising a guess is, as a negative logarithm: normal errors of reading, and what was thought before. */
        private double surprise(Guess guess, LegWatts difference) {
            double l1 = (difference.l1() - guess.change.l1()) / error;
            double l2 = (difference.l2() - guess.change.l2()) / error;
            return (l1 * l1 + l2 * l2) / 2 + guess.cost;
        }

        /** Sets of loads that are off by their thermostats, the likely ones: each round adds one load to the best so far. */
        private void addCycledOff(List<Guess> guesses, LegWatts difference) {
            List<Guess> round = List.of(new Guess(Kind.CYCLED_OFF, List.of(), LegWatts.NONE, 0));
            Set<Set<String>> seen = new HashSet<>();
            for (int size = 1; size <= MOST_TOGETHER && !round.isEmpty(); size++) {
                List<Guess> next = new ArrayList<>();
                for (Guess so : round) {
                    for (Circuit circuit : setup.circuits(on)) {
                        List<String> circuits = new ArrayList<>(so.circuits);
                        circuits.add(circuit.id());
                        if (!so.circuits.contains(circuit.id()) && seen.add(new HashSet<>(circuits))) {
                            LegWatts its = LegWatts.running(circuit, splitPhase);
                            LegWatts change = new LegWatts(so.change.l1() - its.l1(), so.change.l2() - its.l2());
                            next.add(new Guess(
                                    Kind.CYCLED_OFF, List.copyOf(circuits), change, so.cost + costOfOff(circuit)));
                        }
                    }
                }
                next.sort(Comparator.comparingDouble(guess -> surprise(guess, difference)));
                round = List.copyOf(next.subList(0, Math.min(KEPT_A_ROUND, next.size())));
                guesses.addAll(round);
            }
        }

        /** By the share of time that its loads run: ln(p / (1 − p)), so that what seldom runs is likely to stand. */
        private static double costOfOff(Circuit circuit) {
            double cost = 0;
            for (Load load : circuit.loads()) {
                double duty = Math.max(LEAST_DUTY, Math.min(MOST_DUTY, load.dutyPercent() / 100));
                cost += Math.log(duty / (1 - duty));
            }
            return cost;
        }

        // ---- what to do

        /** The fewest circuits, the least important among them, without which it fits; all that help when none are enough. */
        private List<String> openFirst() {
            List<String> candidates = setup.circuits(on).stream()
                    .filter(circuit -> LegWatts.running(circuit, splitPhase).total() > 0)
                    .sorted(Comparator.comparingDouble((Circuit circuit) -> importance(circuit.id()))
                            .thenComparingDouble(circuit -> -circuit.runningWatts()))
                    .map(Circuit::id)
                    .toList();
            Predicate<Set<String>> enough = this::fitsWithout;
            List<List<String>> ways = MakeRoom.smallest(candidates, enough);
            return ways.stream()
                    .min(Comparator.comparingDouble(way ->
                            way.stream().mapToDouble(this::importance).max().orElse(0)))
                    .map(way -> setup.circuits(MakeRoom.withDependants(setup, on, way)).stream()
                            .map(Circuit::id)
                            .toList())
                    .orElse(candidates);
        }

        private boolean fitsWithout(Set<String> opened) {
            LegWatts freed = LegWatts.NONE;
            for (Circuit circuit : setup.circuits(MakeRoom.withDependants(setup, on, opened))) {
                freed = freed.plus(LegWatts.running(circuit, splitPhase));
            }
            LegWatts left = new LegWatts(worse().l1() - freed.l1(), worse().l2() - freed.l2());
            return verdict(left, worseTotal() - freed.total()) != Verdict.OVER;
        }

        private double importance(String id) {
            return needs.stream()
                    .filter(need -> need.circuit().equals(id))
                    .mapToDouble(Need::weight)
                    .max()
                    .orElse(0);
        }

        /** One single-pole circuit of the fuller leg for one of the other that is off. */
        private @Nullable Levelling levelling() {
            double now = imbalance(measured);
            if (now <= IMBALANCE_PERCENT) {
                return null;
            }
            Leg fuller = measured.l1() > measured.l2() ? Leg.L1 : Leg.L2;
            Levelling best = null;
            for (Circuit open : setup.circuits(on)) {
                for (Circuit close : setup.circuits()) {
                    boolean pair = !open.twoPole()
                            && !close.twoPole()
                            && importance(open.id()) <= importance(close.id())
                            && open.leg() == fuller
                            && close.leg() != fuller
                            && !on.contains(close.id())
                            && on.containsAll(close.needs())
                            && MakeRoom.withDependants(setup, on, List.of(open.id()))
                                            .size()
                                    == 1;
                    if (!pair) {
                        continue;
                    }
                    LegWatts out = LegWatts.running(open, true);
                    LegWatts in = LegWatts.running(close, true);
                    double left = imbalance(
                            new LegWatts(measured.l1() - out.l1() + in.l1(), measured.l2() - out.l2() + in.l2()));
                    Set<String> rest = new HashSet<>(on);
                    rest.remove(open.id());
                    if (left < (best == null ? now : best.imbalancePercent)
                            && Capacity.of(setup, rest, close.id()).ok()) {
                        best = new Levelling(open.id(), close.id(), left);
                    }
                }
            }
            return best;
        }

        private static double imbalance(LegWatts watts) {
            double larger = Math.max(watts.l1(), watts.l2());
            return larger <= 0 ? 0 : 100 * Math.abs(watts.l1() - watts.l2()) / larger;
        }
    }
}
