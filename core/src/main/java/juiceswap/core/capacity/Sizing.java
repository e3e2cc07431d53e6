package juiceswap.core.capacity;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Source;

/**
 * The least generator that a choice of circuits needs, as its label would read for the fuel in use.
 *
 * @param demands nameplate watts that each of the four limits asks for, in the order of {@link Demand}
 * @param running watts by leg while everything wanted runs
 * @param pathOk the links of the path carry the wanted legs
 * @param order in which the circuits were closed; empty when they start all at once
 */
public record Sizing(List<Double> demands, LegWatts running, boolean pathOk, List<String> order) {

    /** The limits of a set that can decide its size. */
    public enum Demand implements Worded {
        RUNNING("running"),
        STARTING("starting"),
        LEG_RUNNING("leg-running"),
        LEG_STARTING("leg-starting");

        private final String word;

        Demand(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Least running watts on the label. */
    public double runningWatts() {
        return Math.max(demand(Demand.RUNNING), demand(Demand.LEG_RUNNING));
    }

    /** Least starting watts on the label, never less than running. */
    public double startingWatts() {
        return Math.max(runningWatts(), Math.max(demand(Demand.STARTING), demand(Demand.LEG_STARTING)));
    }

    /** Watts that the choice asks for in that sense. */
    public double demand(Demand demand) {
        return demands.get(demand.ordinal());
    }

    /** The largest of the four, the first of equals. */
    public Demand decidedBy() {
        Demand largest = Demand.RUNNING;
        for (Demand demand : Demand.values()) {
            if (demand(demand) > demand(largest)) {
                largest = demand;
            }
        }
        return largest;
    }

    /**
     * Sizes for {@code want}. The best start order does not depend on the size of the set, since every limit on starting
     * grows in proportion to its starting watts; so the order is found for any set, and its worst step tells the size.
     *
     * @param setup the setup; its ratings are ignored, the rest of the generator counts
     * @param allAtOnce every load starts in the same moment, as after a stall with all breakers left on
     */
    public static Sizing of(Setup setup, List<String> want, boolean allAtOnce) {
        Source source = setup.source();
        int windings = source.splitPhase() ? 2 : 1;
        double left = source.derating();
        double planned = left * source.marginPercent() / 100;

        // everything runs, and the largest start comes again; or everything starts together
        Capacity together =
                allAtOnce ? Capacity.of(setup, List.of(), Set.copyOf(want)) : Capacity.of(setup, want, Set.of());
        double starting = together.startingWatts();
        double legStarting =
                Math.max(together.starting().l1(), together.starting().l2());
        List<String> order = new ArrayList<>();
        if (!allAtOnce) {
            for (StartOrder.Step step :
                    StartOrder.of(setup, List.of(), want, List.of()).steps()) {
                starting = Math.max(starting, step.peak().total());
                legStarting = Math.max(
                        legStarting, Math.max(step.peak().l1(), step.peak().l2()));
                order.add(step.circuit());
            }
        }
        LegWatts running = together.running();
        double largerLeg = Math.max(running.l1(), running.l2());
        Limits limits = together.limits();
        boolean pathOk = limits.linkAmps() == null || !Capacity.over(largerLeg, limits.linkAmps() * Limits.LEG_VOLTS);
        return new Sizing(
                List.of(
                        running.total() / planned,
                        starting / left,
                        windings * largerLeg / planned,
                        windings * legStarting / left),
                running,
                pathOk,
                List.copyOf(order));
    }

    /**
     * Watts as a label reads, before altitude and heat.
     *
     * @param runningWatts for hours, in total
     * @param startingWatts for seconds, in total
     */
    public record Label(double runningWatts, double startingWatts) {
        /** What the label of that source reads for the fuel in use. */
        public static Label of(Source source) {
            return new Label(source.runningWatts() / source.derating(), source.startingWatts() / source.derating());
        }
    }

    /** Whether a set of that label, on this path, is enough. */
    public boolean carriedBy(Label label) {
        return !Capacity.over(runningWatts(), label.runningWatts())
                && !Capacity.over(startingWatts(), label.startingWatts())
                && pathOk;
    }
}
