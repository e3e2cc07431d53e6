package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.rotation.Demand.Track;
import org.jspecify.annotations.Nullable;

/**
 * The best on-slots of one circuit while all others stay as they are: found exactly, by dynamic programming backwards over
 * the slots in the automata of its needs.
 */
final class BestPattern {
    /** More states than this are looked at need by need, the heaviest alone. */
    private static final int MOST_STATES = 4000;

    /** A circuit may be switched after so many slots at the latest: what so many do to its state is worked out once. */
    private static final int LONGEST_PIECE = 16;

    private final Compiled problem;
    private final int[] begins;
    private final Tables[] tables;
    private final Tables[][] bySlot;
    private final double[][] off;
    private final double[][] on;
    private final double[] spare;
    private final double[] spareToo;
    private long work;

    /** What a slot does to a circuit's joint state, for one combination of kinds of slots. */
    private static final class Tables {
        private final int[] nextOff;
        private final int[] nextOn;
        private final double[] lostOff;
        private final double[] lostOn;

        /** The same for one slot more, once it was asked for. */
        private @Nullable Tables longer;

        Tables(int[] nextOff, int[] nextOn, double[] lostOff, double[] lostOn) {
            this.nextOff = nextOff;
            this.nextOn = nextOn;
            this.lostOff = lostOff;
            this.lostOn = lostOn;
        }

        Tables followedBy(Tables slot) {
            int states = nextOff.length;
            Tables both = new Tables(new int[states], new int[states], new double[states], new double[states]);
            for (int state = 0; state < states; state++) {
                both.nextOff[state] = slot.nextOff[nextOff[state]];
                both.nextOn[state] = slot.nextOn[nextOn[state]];
                both.lostOff[state] = lostOff[state] + slot.lostOff[nextOff[state]];
                both.lostOn[state] = lostOn[state] + slot.lostOn[nextOn[state]];
            }
            return both;
        }
    }

    private final int[] starts;
    private final double[][] ends;

    BestPattern(Compiled problem) {
        this.problem = problem;
        int count = problem.sets.count();
        bySlot = new Tables[count][];
        begins = new int[problem.slots + 1];
        tables = new Tables[problem.slots];
        starts = new int[count];
        ends = new double[count][];
        for (int circuit = 0; circuit < count; circuit++) {
            join(circuit);
        }
        int most = Arrays.stream(ends).mapToInt(end -> end.length).max().orElse(0);
        spare = new double[most];
        spareToo = new double[most];
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
        Map<List<Integer>, Tables> byKinds = new HashMap<>();
        bySlot[circuit] = new Tables[problem.slots];
        for (int slot = 0; slot < problem.slots; slot++) {
            List<Integer> kinds = new ArrayList<>();
            for (Track track : tracks) {
                kinds.add(track.kind()[slot]);
            }
            Tables known = byKinds.get(kinds);
            if (known == null) {
                known = tables(demands, tracks, states, kinds);
                byKinds.put(kinds, known);
            }
            bySlot[circuit][slot] = known;
        }
    }

    /** All needs of a circuit, or, where together they have too many states, as many of the weightiest as can be joined. */
    private static List<Demand> joined(List<Demand> demands) {
        List<Demand> sorted = new ArrayList<>(demands);
        sorted.sort(Comparator.comparingDouble(Demand::weight).reversed());
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

    private static Tables tables(List<Demand> demands, List<Track> tracks, int states, List<Integer> kinds) {
        int[][] next = new int[2][states];
        double[][] lost = new double[2][states];
        for (int state = 0; state < states; state++) {
            int unit = 1;
            for (int i = 0; i < tracks.size(); i++) {
                Track track = tracks.get(i);
                int kind = kinds.get(i);
                int own = state / unit % track.states();
                for (int power = 0; power < 2; power++) {
                    next[power][state] += unit * track.next()[kind][power][own];
                    lost[power][state] += demands.get(i).weight() * track.lost()[kind][power][own];
                }
                unit *= track.states();
            }
        }
        return new Tables(next[0], next[1], lost[0], lost[1]);
    }

    /** A piece of the horizon in which a circuit is on or off throughout: what that does to its joint state. */
    private Tables through(int circuit, int slot, int length) {
        Tables here = bySlot[circuit][slot];
        for (int slots = 2; slots <= length; slots++) {
            if (here.longer == null) {
                here.longer = here.followedBy(bySlot[circuit][slot]);
            }
            here = here.longer;
        }
        return here;
    }

    /**
     * Finds the on-slots within a stretch of the horizon; before and after it everything stays as it is.
     *
     * @param sets by slot: what is on; of the circuit only what is outside the stretch is looked at
     * @param first the first slot of the stretch
     * @param last the slot after the stretch
     * @param may by slot: it can be on beside the others
     * @param must by slot: something that is on needs it
     * @param change by boundary, the one at the end of the stretch too: what it costs to switch it there
     * @param price by slot: what being on there costs beside that
     * @param seam by boundary: it may be switched there
     * @param found where they are put; on only where that is better than off
     */
    void find(
            int circuit,
            long[] sets,
            int first,
            int last,
            boolean[] may,
            boolean[] must,
            double[] change,
            double[] price,
            boolean[] seam,
            boolean[] found) {
        Tables[] ofCircuit = bySlot[circuit];
        int states = ends[circuit].length;
        int pieces = 0;
        for (int slot = first; slot < last; slot++) {
            boolean same = slot > first
                    && !seam[slot]
                    && slot - begins[pieces - 1] < LONGEST_PIECE
                    && may[slot] == may[slot - 1]
                    && must[slot] == must[slot - 1]
                    && price[slot] == price[slot - 1]
                    && ofCircuit[slot] == ofCircuit[slot - 1];
            if (!same) {
                begins[pieces++] = slot;
            }
        }
        begins[pieces] = last;
        double[] after = after(circuit, sets, last);
        boolean onAfter = last < problem.slots && on(sets, circuit, last);
        double toOff = last < problem.slots && !onAfter ? change[last] : 0;
        double toOn = onAfter ? change[last] : 0;
        for (int state = 0; state < states; state++) {
            off[pieces][state] = after[state] + toOn;
            on[pieces][state] = after[state] + toOff;
        }
        for (int piece = pieces - 1; piece >= 0; piece--) {
            int slot = begins[piece];
            int length = begins[piece + 1] - slot;
            tables[piece] = through(circuit, slot, length);
            step(tables[piece], states, piece, may[slot], must[slot], change[slot], price[slot] * length);
        }
        work += 40L + first + 2L * (last - first) + 2L * pieces * states;
        int state = starts[circuit];
        for (int slot = 0; slot < first; slot++) {
            state = on(sets, circuit, slot) ? ofCircuit[slot].nextOn[state] : ofCircuit[slot].nextOff[state];
        }
        boolean power =
                first > 0 ? on(sets, circuit, first - 1) : problem.now != null && (problem.now >>> circuit & 1) != 0;
        for (int piece = 0; piece < pieces; piece++) {
            int slot = begins[piece];
            int end = begins[piece + 1];
            Tables here = tables[piece];
            double staysOff = here.lostOff[state] + off[piece + 1][here.nextOff[state]] + (power ? change[slot] : 0);
            double staysOn = here.lostOn[state]
                    + price[slot] * (end - slot)
                    + on[piece + 1][here.nextOn[state]]
                    + (power ? 0 : change[slot]);
            power = must[slot] || may[slot] && staysOn < staysOff;
            Arrays.fill(found, slot, end, power);
            state = power ? here.nextOn[state] : here.nextOff[state];
        }
    }

    private static boolean on(long[] sets, int circuit, int slot) {
        return (sets[slot] >>> circuit & 1) != 0;
    }

    /** What is lost from that slot on in each state, when the circuit stays on and off as it is. */
    private double[] after(int circuit, long[] sets, int from) {
        double[] now = ends[circuit];
        int states = now.length;
        int end = problem.slots;
        double[] next = spare;
        double[] other = spareToo;
        while (end > from) {
            boolean power = on(sets, circuit, end - 1);
            int begin = end - 1;
            while (begin > from
                    && end - begin < LONGEST_PIECE
                    && on(sets, circuit, begin - 1) == power
                    && bySlot[circuit][begin - 1] == bySlot[circuit][begin]) {
                begin--;
            }
            Tables piece = through(circuit, begin, end - begin);
            int[] leads = power ? piece.nextOn : piece.nextOff;
            double[] lost = power ? piece.lostOn : piece.lostOff;
            for (int state = 0; state < states; state++) {
                next[state] = lost[state] + now[leads[state]];
            }
            now = next;
            next = other;
            other = now;
            end = begin;
            work += 10 + states;
        }
        return now;
    }

    /** The least cost from this slot on, for having been off or on before it, in each state. */
    private void step(Tables here, int states, int piece, boolean may, boolean must, double change, double price) {
        double[] offAfter = off[piece + 1];
        double[] onAfter = on[piece + 1];
        double[] offBefore = off[piece];
        double[] onBefore = on[piece];
        // a loop for each case: this is one of two places where the search spends most of its time
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
