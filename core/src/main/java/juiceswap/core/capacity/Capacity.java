package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.ToDoubleFunction;
import juiceswap.core.InvalidInput;
import juiceswap.core.capacity.Finding.Code;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Setup;
import juiceswap.core.house.Unexplained;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Link;
import org.jspecify.annotations.Nullable;

/**
 * The answer to "may these be on, and may this one be closed now?".
 *
 * @param running watts of everything that is or will be on
 * @param neutralAmps current in the neutral from the 120 V loads, at unity power factor
 * @param imbalancePercent difference of the legs against the larger; 0 when idle or on a 120 V set
 * @param starting the worst moment, for each leg and for the total on its own
 * @param startingWatts worst total, which need not be the sum of the worst legs
 * @param startingCircuit the circuit behind the worst total, null when nothing starts harder than it runs
 * @param findings blocks and warnings
 */
public record Capacity(
        Limits limits,
        LegWatts running,
        double neutralAmps,
        double imbalancePercent,
        LegWatts starting,
        double startingWatts,
        @Nullable String startingCircuit,
        List<Finding> findings) {

    /**
     * What a meter shows while everything that is on is closed. On each leg the larger counts, what was read or what the
     * loads come to: a label is often wrong, and a motor may have been at rest when it was read.
     *
     * @param l1Amps 0 or more, or null where it was not read; of a 120 V set the one leg that it feeds
     * @param l2Amps the same of the other leg
     */
    public record Read(@Nullable Double l1Amps, @Nullable Double l2Amps) {
        /** Nobody has read any amps. */
        public static final Read NOTHING = new Read(null, null);

        public Read {
            InvalidInput.unless(l1Amps == null || l1Amps >= 0, "/l1Amps", "invalid.zero-or-more");
            InvalidInput.unless(l2Amps == null || l2Amps >= 0, "/l2Amps", "invalid.zero-or-more");
        }

        /**
         * What was read above what the loads that are on come to.
         *
         * @param on ids
         */
        public Unexplained unexplainedBy(Setup setup, Collection<String> on) {
            boolean splitPhase = setup.source().splitPhase();
            LegWatts known = LegWatts.NONE;
            for (Circuit circuit : setup.circuits(on)) {
                known = known.plus(LegWatts.running(circuit, splitPhase));
            }
            LegWatts counted = over(known, splitPhase);
            return new Unexplained(counted.l1() - known.l1(), counted.l2() - known.l2());
        }

        /** The watts that count, where the loads come to {@code reckoned}. */
        LegWatts over(LegWatts reckoned, boolean splitPhase) {
            double l1 = l1Amps == null ? 0 : l1Amps * Limits.LEG_VOLTS;
            double l2 = l2Amps == null || !splitPhase ? 0 : l2Amps * Limits.LEG_VOLTS;
            return new LegWatts(Math.max(reckoned.l1(), l1), Math.max(reckoned.l2(), l2));
        }
    }

    /** Over means by more than this share: exactly at a limit passes. */
    private static final double HAIR = 1e-9;

    /** From this share of a limit on, people are told that it is tight: our own choice. */
    public static final double TIGHT_SHARE = 0.9;

    private static final double IMBALANCE_WARN_PERCENT = 30;

    /** Nothing blocks. */
    public boolean ok() {
        return findings.stream().noneMatch(Finding::blocks);
    }

    /**
     * The largest share of a limit that is used: running and starting, in total and on the fuller leg. Tight is above
     * {@link #TIGHT_SHARE}.
     */
    public double fullestShare() {
        double legRunning = Math.max(running.l1(), running.l2()) / limits.legRunningWatts();
        double legStarting = Math.max(starting.l1(), starting.l2()) / limits.legStartingWatts();
        double total = Math.max(running.total() / limits.planRunningWatts(), startingWatts / limits.startingWatts());
        return Math.max(total, Math.max(legRunning, legStarting));
    }

    /** It passes, with little to spare. */
    public boolean tight() {
        return ok() && fullestShare() > TIGHT_SHARE;
    }

    /** The findings that forbid it. */
    public List<Finding> blocks() {
        return findings.stream().filter(Finding::blocks).toList();
    }

    /** Running amps on that leg. */
    public double amps(Leg leg) {
        return running.on(leg) / Limits.LEG_VOLTS;
    }

    /**
     * Judges a set of circuits.
     *
     * @param on ids of what is on
     * @param closing id of the one about to be closed, or null; must not be on already
     */
    public static Capacity of(Setup setup, Collection<String> on, @Nullable String closing) {
        return of(setup, on, closing, Read.NOTHING);
    }

    /** As {@link #of(Setup, Collection, String)}, where a meter shows what is on. */
    public static Capacity of(Setup setup, Collection<String> on, @Nullable String closing, Read read) {
        return of(setup, on, closing == null ? Set.of() : Set.of(closing), read);
    }

    /** As {@link #of(Setup, Collection, String)}, with all of {@code closing} starting at once. */
    public static Capacity of(Setup setup, Collection<String> on, Set<String> closing) {
        return of(setup, on, closing, Read.NOTHING);
    }

    private static Capacity of(Setup setup, Collection<String> on, Set<String> closing, Read read) {
        for (String id : closing) {
            InvalidInput.unless(!on.contains(id), "/closing", "invalid.already-on", "circuit", id);
        }
        return new Judge(setup, on, closing, read).capacity();
    }

    /** What may be drawn while these are on: more where one of them is only on for minutes, with somebody standing by. */
    public static Limits limits(Setup setup, Collection<Circuit> on) {
        return on.stream().anyMatch(Circuit::attended)
                ? Limits.attended(setup.source(), setup.path())
                : Limits.of(setup.source(), setup.path());
    }

    static boolean over(double value, double limit) {
        return value > limit * (1 + HAIR);
    }

    /** One judgement under way: what is on, what it draws, and what was found so far. */
    private static final class Judge {
        private final Setup setup;
        private final boolean splitPhase;
        private final Limits limits;
        private final Set<String> closing;
        private final List<Circuit> all;
        private final Set<String> ids;
        private final List<Circuit> behindFeeders;
        private final List<Finding> findings = new ArrayList<>();

        /** Of what is on before anything is closed: as read, or as reckoned. */
        private final LegWatts base;

        private LegWatts running = LegWatts.NONE;
        private LegWatts starting = LegWatts.NONE;
        private double startingWatts;
        private @Nullable String startingCircuit;

        Judge(Setup setup, Collection<String> on, Set<String> closing, Read read) {
            this.setup = setup;
            this.splitPhase = setup.source().splitPhase();
            this.closing = closing;
            this.ids = new HashSet<>(on);
            this.ids.addAll(closing);
            this.all = setup.circuits(ids);
            this.limits = limits(setup, all);
            this.behindFeeders =
                    all.stream().filter(circuit -> circuit.fedThrough() != null).toList();
            LegWatts reckoned = LegWatts.unexplained(setup, !on.isEmpty());
            for (Circuit circuit : all) {
                if (!closing.contains(circuit.id())) {
                    reckoned = reckoned.plus(LegWatts.running(circuit, splitPhase));
                }
            }
            this.base = read.over(reckoned, splitPhase);
        }

        Capacity capacity() {
            running = base;
            for (Circuit circuit : all) {
                if (closing.contains(circuit.id())) {
                    running = running.plus(LegWatts.running(circuit, splitPhase));
                }
            }
            findWorstStart();
            judgeCircuits();
            judgePairs();
            judgeCount();
            judgeWatts();
            double imbalance = judgeBalance();
            judgePath();
            return new Capacity(
                    limits,
                    running,
                    neutralAmps(),
                    imbalance,
                    starting,
                    startingWatts,
                    startingCircuit,
                    List.copyOf(findings));
        }

        /** (a) everything runs and the one largest start comes again; (b) the closing circuits start on what is on. */
        private void findWorstStart() {
            double again = 0;
            double againL1 = 0;
            double againL2 = 0;
            String againCircuit = null;
            for (Circuit circuit : all) {
                for (Load load : circuit.loads()) {
                    LegWatts extra = LegWatts.of(circuit, load, load.extraWatts(), splitPhase);
                    againL1 = Math.max(againL1, extra.l1());
                    againL2 = Math.max(againL2, extra.l2());
                    boolean tieGoesToClosing = load.extraWatts() == again
                            && againCircuit != null
                            && closing.contains(circuit.id())
                            && !closing.contains(againCircuit);
                    if (load.extraWatts() > again || tieGoesToClosing) {
                        again = load.extraWatts();
                        againCircuit = circuit.id();
                    }
                }
            }
            LegWatts first = base;
            double largestExtra = 0;
            String firstCircuit = null;
            for (Circuit circuit : all) {
                if (closing.contains(circuit.id())) {
                    first = first.plus(LegWatts.starting(circuit, splitPhase));
                    double extra = circuit.startingWatts() - circuit.runningWatts();
                    if (extra > largestExtra) {
                        largestExtra = extra;
                        firstCircuit = circuit.id();
                    }
                }
            }
            double totalAgain = running.total() + again;
            starting = new LegWatts(
                    Math.max(running.l1() + againL1, first.l1()), Math.max(running.l2() + againL2, first.l2()));
            startingWatts = Math.max(totalAgain, first.total());
            startingCircuit = firstCircuit != null && first.total() >= totalAgain ? firstCircuit : againCircuit;
        }

        private void judgeCircuits() {
            for (Circuit circuit : all) {
                if (circuit.lockedOff()) {
                    findings.add(Finding.about(Code.LOCKED_OFF, circuit.id()));
                }
                if (!splitPhase) {
                    judgeOn120(circuit);
                }
                for (String need : circuit.needs()) {
                    if (!ids.contains(need)) {
                        findings.add(Finding.pair(Code.NEEDS_OFF, circuit.id(), need));
                    }
                }
                judgeBreaker(circuit);
            }
        }

        /** Above its breaker it will trip, and not always at once; above the continuous share it should not stay for hours. */
        private void judgeBreaker(Circuit circuit) {
            double amps = fullerPoleAmps(throughBreaker(circuit));
            double continuous = Limits.CONTINUOUS_SHARE * circuit.breakerAmps();
            if (over(amps, circuit.breakerAmps())) {
                findings.add(Finding.about(Code.CIRCUIT_OVER, circuit.id()).blockingBy(amps - circuit.breakerAmps()));
            } else if (over(amps, continuous)) {
                findings.add(new Finding(Code.CIRCUIT_OVER, null, circuit.id(), null, amps - continuous));
            }
        }

        private void judgeOn120(Circuit circuit) {
            if (circuit.has240()) {
                findings.add(Finding.about(Code.NEEDS_240, circuit.id()));
            }
            Leg dead = setup.transfer().fedLeg().other();
            boolean onDeadLeg = circuit.twoPole()
                    ? circuit.loads().stream().anyMatch(load -> !load.is240() && circuit.legOf(load) == dead)
                    : circuit.leg() == dead;
            if (!setup.transfer().feedsBothLegs() && onDeadLeg) {
                findings.add(new Finding(Code.LEG_NOT_FED, dead, circuit.id(), null, null));
            }
            SharedNeutral.within(setup, circuit).ifPresent(findings::add);
        }

        /** Its own loads, and everything in a sub-panel that it feeds. */
        private LegWatts throughBreaker(Circuit circuit) {
            LegWatts watts = LegWatts.running(circuit, true);
            for (Circuit other : behindFeeders) {
                if (circuit.id().equals(other.fedThrough())) {
                    watts = watts.plus(throughBreaker(other));
                }
            }
            return watts;
        }

        private static double fullerPoleAmps(LegWatts watts) {
            return Math.max(watts.l1(), watts.l2()) / Limits.LEG_VOLTS;
        }

        /** Most circuits have nothing to do with another one: only pairs of which one names a partner are looked at. */
        private void judgePairs() {
            if (all.stream().noneMatch(Judge::namesPartner)) {
                return;
            }
            for (int i = 0; i < all.size(); i++) {
                Circuit one = all.get(i);
                boolean names = namesPartner(one);
                for (int j = i + 1; j < all.size(); j++) {
                    if (names || namesPartner(all.get(j))) {
                        judgePair(one, all.get(j));
                    }
                }
            }
        }

        private static boolean namesPartner(Circuit circuit) {
            return !circuit.notWith().isEmpty() || circuit.sharedNeutralWith() != null;
        }

        private void judgePair(Circuit one, Circuit other) {
            if (one.excludes(other)) {
                findings.add(Finding.pair(Code.NOT_WITH, one.id(), other.id()));
            }
            SharedNeutral.between(setup, one, other).ifPresent(findings::add);
        }

        private void judgeCount() {
            Integer most = setup.transfer().maxBreakersOn();
            if (most != null && all.size() > most) {
                findings.add(new Finding(Code.TOO_MANY_BREAKERS, null, null, null, (double) (all.size() - most)));
            }
        }

        private void judgeWatts() {
            LegWatts steady = steady();
            Limits forHours = Limits.of(setup.source(), setup.path());
            judgeRunning(Code.RUNNING_OVER, null, running.total(), steady.total(), Limits::planRunningWatts, forHours);
            judge(Code.STARTING_OVER, null, startingCircuit, startingWatts, limits.startingWatts());
            for (Leg leg : Leg.values()) {
                judgeRunning(
                        Code.LEG_RUNNING_OVER, leg, running.on(leg), steady.on(leg), Limits::legRunningWatts, forHours);
                judge(Code.LEG_STARTING_OVER, leg, null, starting.on(leg), limits.legStartingWatts());
            }
        }

        /** What runs for hours: all but what somebody stands by. So what is left when that goes off is within the margin. */
        private LegWatts steady() {
            LegWatts steady = running;
            for (Circuit circuit : all) {
                if (circuit.attended()) {
                    steady = steady.minus(LegWatts.running(circuit, splitPhase));
                }
            }
            return steady;
        }

        /** All of it against what may be drawn now, and what runs for hours against what may be drawn for hours. */
        private void judgeRunning(
                Code code,
                @Nullable Leg leg,
                double watts,
                double steadyWatts,
                ToDoubleFunction<Limits> limit,
                Limits forHours) {
            double most = limit.applyAsDouble(limits);
            double mostForHours = limit.applyAsDouble(forHours);
            if (watts - most >= steadyWatts - mostForHours) {
                judge(code, leg, null, watts, most);
            } else {
                judge(code, leg, null, steadyWatts, mostForHours);
            }
        }

        private void judge(Code code, @Nullable Leg leg, @Nullable String circuit, double watts, double limit) {
            if (over(watts, limit)) {
                findings.add(new Finding(code, leg, circuit, null, watts - limit));
            }
        }

        /** Each winding makes only half of the power; a 120 V set has one winding and no balance to keep. */
        private double judgeBalance() {
            double larger = Math.max(running.l1(), running.l2());
            if (!splitPhase || larger == 0) {
                return 0;
            }
            double percent = 100 * Math.abs(running.l1() - running.l2()) / larger;
            if (over(percent, IMBALANCE_WARN_PERCENT) && over(larger, limits.legRunningWatts() / 2)) {
                Leg leg = running.l1() >= running.l2() ? Leg.L1 : Leg.L2;
                findings.add(new Finding(Code.IMBALANCE, leg, null, null, percent - IMBALANCE_WARN_PERCENT));
            }
            return percent;
        }

        private double neutralAmps() {
            LegWatts at120 = LegWatts.NONE;
            for (Circuit circuit : all) {
                for (Load load : circuit.loads()) {
                    if (!load.is240()) {
                        at120 = at120.plus(LegWatts.of(circuit, load, load.runningWatts(), splitPhase));
                    }
                }
            }
            return Math.abs(at120.l1() / Limits.LEG_VOLTS - at120.l2() / Limits.LEG_VOLTS);
        }

        private void judgePath() {
            Double smallestBreaker = null;
            for (Link link : setup.path()) {
                double amps = link.carriesAmps();
                if (link.kind().needsProtection() && (smallestBreaker == null || amps < smallestBreaker)) {
                    Double by = smallestBreaker == null ? null : smallestBreaker - amps;
                    findings.add(new Finding(
                            Code.UNPROTECTED_LINK, null, null, link.kind().word(), by));
                }
                if (link.kind().isBreaker()) {
                    smallestBreaker = smallestBreaker == null ? amps : Math.min(smallestBreaker, amps);
                }
            }
        }
    }
}
