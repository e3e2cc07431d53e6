package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.electrical.VoltageDrop;
import juiceswap.core.house.Load;
import juiceswap.core.supply.Limits;
import org.jspecify.annotations.Nullable;

/** Extension cords from the set to appliances: what each carries, and which appliance goes on which. */
public final class CordPlan {
    /** Rating of a cord's ends that nobody has looked at: the usual household plug. */
    public static final double USUAL_PLUG_AMPS = 15;

    /** Length of the cord that most people buy, 50 ft, in meters. */
    public static final double USUAL_LENGTH_M = 15.24;

    private CordPlan() {}

    /**
     * An extension cord.
     *
     * @param lengthM 0 or more metres
     * @param plugAmps rating of its ends, above 0; null when not known
     * @param gfci ground-fault protected, by itself or by the outlet it hangs on
     */
    public record Cord(
            Conductor wire, double lengthM, @Nullable Double plugAmps, boolean gfci) {}

    /** What can be wrong with a cord in use; the first two stop it. */
    public enum Fault implements Worded {
        /** More amps than its wire or its ends carry. */
        OVER_AMPACITY("over-ampacity"),
        /** An appliance for 240 V on a 120 V cord. */
        NEEDS_240("needs-240"),
        /** More than four fifths of what it carries: too warm for hours on end. */
        TOO_MUCH_FOR_HOURS("too-much-for-hours"),
        /** More than 5 % of the volts lost while running. */
        DROP("drop"),
        /** More than 5 % lost while the largest load starts: motors may not come up. */
        DROP_AT_START("drop-at-start"),
        /** Nothing trips when somebody touches a live part in the wet. */
        NO_GFCI("no-gfci");

        private final String word;

        Fault(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** Whether it must not be used like this. */
        public boolean stops() {
            return this == OVER_AMPACITY || this == NEEDS_240;
        }
    }

    /**
     * A cord with what hangs on it.
     *
     * @param running drop while everything on it runs
     * @param starting drop while its largest load starts beside the rest
     */
    public record Judged(VoltageDrop running, VoltageDrop starting, Set<Fault> faults) {
        /** Whether it may be used like this; a fault that only costs volts may remain. */
        public boolean ok() {
            return faults.stream().noneMatch(Fault::stops);
        }
    }

    /** What these loads mean for that cord. */
    public static Judged judge(Cord cord, List<Load> loads) {
        double running = 0;
        double extra = 0;
        Set<Fault> faults = EnumSet.noneOf(Fault.class);
        for (Load load : loads) {
            running += load.runningWatts();
            extra = Math.max(extra, load.extraWatts());
            if (load.is240()) {
                faults.add(Fault.NEEDS_240);
            }
        }
        VoltageDrop atRunning = VoltageDrop.of(
                Limits.LEG_VOLTS, running / Limits.LEG_VOLTS, cord.wire(), cord.lengthM(), cord.plugAmps());
        VoltageDrop atStart = VoltageDrop.of(
                Limits.LEG_VOLTS, (running + extra) / Limits.LEG_VOLTS, cord.wire(), cord.lengthM(), cord.plugAmps());
        if (Boolean.TRUE.equals(atRunning.overAmpacity())) {
            faults.add(Fault.OVER_AMPACITY);
        }
        Double ampacity = atRunning.ampacity();
        if (!faults.contains(Fault.OVER_AMPACITY)
                && ampacity != null
                && atRunning.amps() > Limits.CONTINUOUS_SHARE * ampacity) {
            faults.add(Fault.TOO_MUCH_FOR_HOURS);
        }
        if (atRunning.grade() == VoltageDrop.Grade.STOP) {
            faults.add(Fault.DROP);
        } else if (extra > 0 && atStart.grade() == VoltageDrop.Grade.STOP) {
            faults.add(Fault.DROP_AT_START);
        }
        if (!cord.gfci() && !loads.isEmpty()) {
            faults.add(Fault.NO_GFCI);
        }
        return new Judged(atRunning, atStart, Collections.unmodifiableSet(faults));
    }

    /**
     * Puts each load on a cord: the hungriest first, each on the cord that then loses the fewest volts at its worst
     * moment, among those that carry it.
     *
     * @return for each load the number of its cord, or −1 when none carries it
     */
    public static List<Integer> assign(List<Cord> cords, List<Load> loads) {
        List<List<Load>> on = new ArrayList<>();
        cords.forEach(cord -> on.add(new ArrayList<>()));
        Integer[] assigned = new Integer[loads.size()];
        List<Integer> hungriestFirst = new ArrayList<>();
        for (int i = 0; i < loads.size(); i++) {
            hungriestFirst.add(i);
        }
        hungriestFirst.sort(
                Comparator.comparingDouble((Integer i) -> loads.get(i).startingWatts())
                        .reversed());
        for (int i : hungriestFirst) {
            int best = -1;
            double bestPercent = Double.POSITIVE_INFINITY;
            for (int c = 0; c < cords.size(); c++) {
                List<Load> tried = new ArrayList<>(on.get(c));
                tried.add(loads.get(i));
                Judged judged = judge(cords.get(c), tried);
                if (judged.ok() && judged.starting().percent() < bestPercent) {
                    best = c;
                    bestPercent = judged.starting().percent();
                }
            }
            assigned[i] = best;
            if (best >= 0) {
                on.get(best).add(loads.get(i));
            }
        }
        return List.of(assigned);
    }
}
