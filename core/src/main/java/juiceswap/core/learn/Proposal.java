package juiceswap.core.learn;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.Worded;
import juiceswap.core.house.Estimate.Known;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.Household;
import juiceswap.core.learn.Learned.Real;
import org.jspecify.annotations.Nullable;

/**
 * What a circuit really draws against what was entered for it.
 *
 * @param enteredWatts running watts of all its loads that are used in an outage; entered start and duty alike, the duty null
 *     where it has several loads
 * @param differences empty where it draws what was entered
 */
public record Proposal(
        String circuit,
        double enteredWatts,
        double enteredStart,
        @Nullable Double enteredDuty,
        Real real,
        Set<Difference> differences) {
    /** As far apart as a label and an ordinary meter are anyway: our own choice, as wide as what learning promises. */
    private static final double NOTED_SHARE = 0.1;

    private static final double NOTED_WATTS = 40;

    /** A start is told of only where it is clearly harder: what was read is a lower bound. */
    private static final double HARDER_SHARE = 1.2;

    private static final double NOTED_DUTY = 15;

    /** What runs for so much of the time hardly ever rests: a leaking seal, little refrigerant, a stuck float. */
    private static final double ALL_THE_TIME = 90;

    public Proposal {
        differences = java.util.Collections.unmodifiableSet(new TreeSet<>(differences));
    }

    /** In which way it differs. */
    public enum Difference implements Worded {
        MORE("more"),
        LESS("less"),
        HARDER_START("harder-start"),
        RUNS_MORE("runs-more"),
        RUNS_LESS("runs-less"),
        ALL_DAY("all-day");

        private final String word;

        Difference(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** Something has changed for the worse, and is not only known better now. */
        public boolean warns() {
            return this == HARDER_START || this == ALL_DAY;
        }
    }

    /** Of each circuit that gave evidence and that the household knows; the one that differs most first. */
    public static List<Proposal> of(Household household, List<Real> circuits) {
        List<Proposal> proposals = new ArrayList<>();
        for (Real real : circuits) {
            HomeCircuit circuit = household.find(real.circuit());
            if (circuit != null && real.runningWatts() > 0) {
                proposals.add(of(circuit, real));
            }
        }
        proposals.sort(Comparator.comparing((Proposal one) -> one.differences.isEmpty())
                .thenComparingDouble(one -> -Math.abs(one.enteredWatts - one.real.runningWatts())));
        return List.copyOf(proposals);
    }

    private static Proposal of(HomeCircuit circuit, Real real) {
        double watts = circuit.circuit().runningWatts();
        double start = circuit.circuit().startingWatts();
        List<Load> loads = circuit.circuit().loads();
        Double duty = loads.size() == 1 ? (Double) loads.get(0).dutyPercent() : null;
        Set<Difference> differences = new TreeSet<>();
        double apart = real.runningWatts() - watts;
        if (Math.abs(apart) > Math.max(NOTED_WATTS, NOTED_SHARE * watts)) {
            differences.add(apart > 0 ? Difference.MORE : Difference.LESS);
        }
        Double realStart = real.startingWatts();
        if (realStart != null && realStart > Math.max(start * HARDER_SHARE, start + NOTED_WATTS)) {
            differences.add(Difference.HARDER_START);
        }
        Double realDuty = real.dutyPercent();
        if (realDuty != null && duty != null && Math.abs(realDuty - duty) > NOTED_DUTY) {
            boolean allDay = realDuty >= ALL_THE_TIME;
            differences.add(
                    allDay ? Difference.ALL_DAY : realDuty > duty ? Difference.RUNS_MORE : Difference.RUNS_LESS);
        }
        return new Proposal(circuit.id(), watts, start, duty, real, differences);
    }

    /**
     * The household with that load as it was learned: one load takes the figures, of several each its share. A start is never
     * made smaller: what was read of it is a lower bound.
     */
    public static Household taken(Household household, Real real) {
        return household.withCircuit(real.circuit(), circuit -> circuit.withLoads(learned(circuit, real)));
    }

    private static List<HomeLoad> learned(EnteredCircuit circuit, Real real) {
        List<HomeLoad> used =
                circuit.loads().stream().filter(load -> !load.leftOff()).toList();
        double before =
                used.stream().mapToDouble(load -> load.load().runningWatts()).sum();
        List<HomeLoad> loads = new ArrayList<>();
        for (HomeLoad load : circuit.loads()) {
            if (load.leftOff()) {
                loads.add(load);
            } else if (used.size() == 1) {
                loads.add(only(load, real));
            } else {
                double share = load.load().runningWatts() / before;
                Load draws = load.load().withRunningWatts(real.runningWatts() * share);
                // whose share it really is nobody knows
                loads.add(new HomeLoad(draws, load.said(), null, null, false, load.clamp()));
            }
        }
        return loads;
    }

    private static HomeLoad only(HomeLoad entered, Real real) {
        Load load = entered.load();
        double unit = Math.rint(real.runningWatts()) / load.count();
        double others = (load.count() - 1) * unit;
        double start = real.startingWatts() == null ? unit : real.startingWatts() - others;
        double unitStart = Math.rint(Math.max(start, load.nameplate().unitStartingWatts(load.volts())));
        Nameplate plate = new Nameplate(
                unit,
                Math.max(unit, unitStart),
                null,
                null,
                null,
                null,
                load.nameplate().motor());
        Double duty = real.dutyPercent();
        Load draws = new Load(
                load.name(),
                load.volts(),
                load.leg(),
                plate,
                duty == null ? load.dutyPercent() : Math.rint(duty),
                load.count());
        double low = Math.max(1, unit - real.errorWatts() / load.count());
        return new HomeLoad(
                draws, Known.MEASURED, Math.min(low, unit), unit + real.errorWatts() / load.count(), false, null);
    }
}
