package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;

/**
 * A need laid over the slots of a horizon: what a circuit's on-slots amount to for it, and the same as an automaton that
 * goes from slot to slot, in which the search looks for the best on-slots.
 */
abstract sealed class Demand
        permits ReserveDemand, AlwaysDemand, SessionDemand, MinutesDemand, PinnedDemand, BrieflyDemand, SparingDemand {
    /** What a minute near the bottom, or owed at the end, weighs against one that is unmet. */
    static final double LESSER = 0.1;

    /**
     * What a need gets.
     *
     * @param unmet minutes that count
     * @param engineOff minutes unmet because the engine stands still, which don't count
     * @param thin minutes near the bottom of a reserve
     * @param owed minutes that a reserve ends below where it should
     * @param below minutes that are missing where so much had to be left, by what they weigh
     * @param minded what is minded beyond that, in minutes: being on, going off, being very low
     */
    record Account(double unmet, double engineOff, double thin, double owed, double below, double minded) {
        Account(double unmet, double engineOff, double thin, double owed) {
            this(unmet, engineOff, thin, owed, 0, 0);
        }

        double lost() {
            return unmet + LESSER * (thin + owed) + below + minded;
        }
    }

    /** Slots from {@code from} up to, not including, {@code to}. */
    record Run(int from, int to) {}

    /**
     * The need as an automaton. Tables go by kind of slot, then by off (0) or on (1), then by state.
     *
     * @param start state before the first slot
     * @param next state after a slot
     * @param lost weighed minutes that a slot loses
     * @param atEnd weighed minutes that are lost by ending in a state
     * @param kind by slot
     */
    record Track(int start, int[][][] next, double[][][] lost, double[] atEnd, int[] kind) {
        /** Of slots inside a window, which are of kind 1, and outside of it, of kind 0. */
        Track(int start, int[][][] next, double[][][] lost, double[] atEnd, boolean[] inside) {
            this(start, next, lost, atEnd, kinds(inside));
        }

        private static int[] kinds(boolean[] inside) {
            int[] kind = new int[inside.length];
            for (int slot = 0; slot < kind.length; slot++) {
                kind[slot] = inside[slot] ? 1 : 0;
            }
            return kind;
        }

        int states() {
            return atEnd.length;
        }
    }

    private final int need;
    private final int circuit;
    private final double weight;
    private final Priority priority;
    final Horizon horizon;
    final boolean[] inside;
    final int first;
    final int end;

    /**
     * @param need its number among the needs
     * @param circuit its number in {@link OnSets}
     */
    Demand(int need, int circuit, Need asked, Horizon horizon) {
        this.need = need;
        this.circuit = circuit;
        this.weight = asked.weight();
        this.priority = asked.priority();
        this.horizon = horizon;
        this.first = horizon.firstInside(asked.window());
        this.end = horizon.endInside(asked.window());
        this.inside = new boolean[horizon.slots()];
        for (int slot = first; slot < end; slot++) {
            inside[slot] = true;
        }
    }

    /**
     * @param held whether the circuit may be taken as on before the first slot
     * @param was whether it is known to be on before the first slot
     */
    static Demand of(int number, Need need, int circuit, Horizon horizon, boolean held, boolean was) {
        if (need instanceof Need.Reserve reserve) {
            return new ReserveDemand(number, circuit, reserve, horizon);
        }
        if (need instanceof Need.Always always) {
            return new AlwaysDemand(number, circuit, always, horizon, was);
        }
        if (need instanceof Need.Session session) {
            return new SessionDemand(number, circuit, session, horizon, held);
        }
        if (need instanceof Need.Pinned pinned) {
            return new PinnedDemand(number, circuit, pinned, horizon);
        }
        if (need instanceof Need.Briefly briefly) {
            return new BrieflyDemand(number, circuit, briefly, horizon);
        }
        if (need instanceof Need.Sparing sparing) {
            return new SparingDemand(number, circuit, sparing, horizon);
        }
        return new MinutesDemand(number, circuit, (Need.Minutes) need, horizon);
    }

    /** Its number among the needs. */
    final int need() {
        return need;
    }

    final int circuit() {
        return circuit;
    }

    final double weight() {
        return weight;
    }

    final Priority priority() {
        return priority;
    }

    /** What the need gets from these on-slots. */
    abstract Account account(boolean[] on);

    /** What these on-slots cost by this need. */
    final double cost(boolean[] on) {
        return weight * account(on).lost();
    }

    /** The runs that fulfil it, as far as it is fulfilled by runs. */
    List<Run> fulfilledBy(boolean[] on) {
        return List.of();
    }

    abstract Track track();

    /** The need along the on-slots of a plan, for the search; nothing is kept in it yet. */
    abstract Course course();

    /** The runs of on-slots, clipped to the window. */
    final List<Run> runs(boolean[] on) {
        List<Run> runs = new ArrayList<>();
        int slot = first;
        while (slot < end) {
            if (!on[slot]) {
                slot++;
                continue;
            }
            int from = slot;
            while (slot < end && on[slot]) {
                slot++;
            }
            runs.add(new Run(from, slot));
        }
        return runs;
    }

    /** How many slots it takes to make up so many minutes. */
    final int slotsFor(double minutes) {
        return (int) Math.max(0, Math.ceil(minutes / horizon.slotMinutes() - 1e-9));
    }
}
