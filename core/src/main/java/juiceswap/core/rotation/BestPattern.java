package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import juiceswap.core.rotation.Demand.Track;

/**
 * The best on-slots of one circuit while all others stay as they are: found exactly, by dynamic programming backwards over
 * the slots in the automata of its needs.
 */
final class BestPattern {
    /** More states than this are looked at need by need, the heaviest alone. */
    private static final int MOST_STATES = 4000;

    private final Compiled problem;
    private final Tables[][] bySlot;
    private final double[][] off;
    private final double[][] on;
    private long work;

    /** What a slot does to a circuit's joint state, for one combination of open and closed windows. */
    private record Tables(int[] nextOff, int[] nextOn, double[] lostOff, double[] lostOn) {}

    private final int[] starts;
    private final double[][] ends;

    BestPattern(Compiled problem) {
        this.problem = problem;
        int count = problem.sets.count();
        bySlot = new Tables[count][];
        starts = new int[count];
        ends = new double[count][];
        for (int circuit = 0; circuit < count; circuit++) {
            join(circuit);
        }
        int most = Arrays.stream(ends).mapToInt(end -> end.length).max().orElse(0);
        off = new double[problem.slots + 1][most];
        on = new double[problem.slots + 1][most];
    }

    /** Elementary steps taken so far. */
    long work() {
        return work;
    }

    /** Joins the automata of a circuit's needs into one, their states as digits of one number. */
    private void join(int circuit) {
        List<Demand> demands = joined(problem.demands.get(circuit));
        List<Track> tracks = demands.stream().map(Demand::track).toList();
        int states = 1;
        for (Track track : tracks) {
            states *= track.states();
        }
        double[] end = new double[states];
        int start = 0;
        int unit = 1;
        for (int i = 0; i < tracks.size(); i++) {
            Track track = tracks.get(i);
            start += unit * track.start();
            for (int state = 0; state < states; state++) {
                end[state] += demands.get(i).weight() * track.atEnd()[state / unit % track.states()];
            }
            unit *= track.states();
        }
        starts[circuit] = start;
        ends[circuit] = end;
        Tables[] byWindows = new Tables[1 << Math.min(tracks.size(), 20)];
        bySlot[circuit] = new Tables[problem.slots];
        for (int slot = 0; slot < problem.slots; slot++) {
            int windows = 0;
            for (int i = 0; i < tracks.size(); i++) {
                windows |= tracks.get(i).inside()[slot] ? 1 << i : 0;
            }
            if (byWindows[windows] == null) {
                byWindows[windows] = tables(demands, tracks, states, windows);
            }
            bySlot[circuit][slot] = byWindows[windows];
        }
    }

    /** All needs of a circuit, or, where together they have too many states, as many of the weightiest as can be joined. */
    private static List<Demand> joined(List<Demand> demands) {
        List<Demand> sorted = new ArrayList<>(demands);
        sorted.sort(Comparator.comparingInt(Demand::weight).reversed());
        List<Demand> joined = new ArrayList<>();
        long states = 1;
        for (Demand demand : sorted) {
            long more = states * demand.track().states();
            if (joined.isEmpty() || more <= MOST_STATES && joined.size() < 10) {
                joined.add(demand);
                states = more;
            }
        }
        return joined;
    }

    private static Tables tables(List<Demand> demands, List<Track> tracks, int states, int windows) {
        int[][] next = new int[2][states];
        double[][] lost = new double[2][states];
        for (int state = 0; state < states; state++) {
            int unit = 1;
            for (int i = 0; i < tracks.size(); i++) {
                Track track = tracks.get(i);
                int inside = windows >> i & 1;
                int own = state / unit % track.states();
                for (int power = 0; power < 2; power++) {
                    next[power][state] += unit * track.next()[inside][power][own];
                    lost[power][state] += demands.get(i).weight() * track.lost()[inside][power][own];
                }
                unit *= track.states();
            }
        }
        return new Tables(next[0], next[1], lost[0], lost[1]);
    }

    /**
     * Finds the on-slots.
     *
     * @param may by slot: it can be on beside the others
     * @param must by slot: something that is on needs it
     * @param change by boundary: what it costs to switch it there
     * @param price by slot: what being on there costs beside that
     * @param held whether it is on before the first slot
     * @param found where they are put; on only where that is better than off
     */
    void find(
            int circuit,
            boolean[] may,
            boolean[] must,
            double[] change,
            double[] price,
            boolean held,
            boolean[] found) {
        int slots = problem.slots;
        int states = ends[circuit].length;
        System.arraycopy(ends[circuit], 0, off[slots], 0, states);
        System.arraycopy(ends[circuit], 0, on[slots], 0, states);
        for (int slot = slots - 1; slot >= 0; slot--) {
            step(bySlot[circuit][slot], states, slot, may[slot], must[slot], change[slot], price[slot]);
        }
        work += 2L * slots * states;
        int state = starts[circuit];
        boolean power = held;
        for (int slot = 0; slot < slots; slot++) {
            Tables here = bySlot[circuit][slot];
            double staysOff = here.lostOff[state] + off[slot + 1][here.nextOff[state]] + (power ? change[slot] : 0);
            double staysOn =
                    here.lostOn[state] + price[slot] + on[slot + 1][here.nextOn[state]] + (power ? 0 : change[slot]);
            power = must[slot] || may[slot] && staysOn < staysOff;
            found[slot] = power;
            state = power ? here.nextOn[state] : here.nextOff[state];
        }
    }

    /** The least cost from this slot on, for having been off or on before it, in each state. */
    private void step(Tables here, int states, int slot, boolean may, boolean must, double change, double price) {
        double[] offAfter = off[slot + 1];
        double[] onAfter = on[slot + 1];
        double[] offBefore = off[slot];
        double[] onBefore = on[slot];
        // a loop for each case: this is where the search spends half of its time
        if (must) {
            for (int state = 0; state < states; state++) {
                double stayOn = here.lostOn[state] + price + onAfter[here.nextOn[state]];
                offBefore[state] = stayOn + change;
                onBefore[state] = stayOn;
            }
        } else if (!may) {
            for (int state = 0; state < states; state++) {
                double stayOff = here.lostOff[state] + offAfter[here.nextOff[state]];
                offBefore[state] = stayOff;
                onBefore[state] = stayOff + change;
            }
        } else {
            for (int state = 0; state < states; state++) {
                double stayOff = here.lostOff[state] + offAfter[here.nextOff[state]];
                double stayOn = here.lostOn[state] + price + onAfter[here.nextOn[state]];
                offBefore[state] = Math.min(stayOff, stayOn + change);
                onBefore[state] = Math.min(stayOn, stayOff + change);
            }
        }
    }
}
