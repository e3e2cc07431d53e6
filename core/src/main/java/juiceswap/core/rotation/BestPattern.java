package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntToDoubleFunction;
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

    /** What a circuit still loses if nothing of it changes any more is remembered at one boundary in so many. */
    private static final int BETWEEN_TAILS = 16;

    private final Compiled problem;
    private final int[] begins;
    private final double[] changes;
    private final Tables[] tables;
    private final Tables[][] bySlot;
    private final int[] starts;
    private final double[][] ends;

    /** By piece and state: what is lost from there on at least, having been off, or on, before it. */
    private final double[][] off;

    private final double[][] on;

    /** By piece: the states in which it can begin, and how many they are. */
    private final int[][] reached;

    private final int[] reachedCount;

    /** By state: the number of the piece for which it was found last; pieces are counted through. */
    private final long[] seen;

    private long piecesSeen;

    /** By circuit and boundary: the state there along the plan that is kept. */
    private final int[][] stateAt;

    /** By circuit: the last boundary at which that is right. */
    private final int[] stateKnown;

    /** By circuit, by remembered boundary, by state: what is lost from there on along the plan that is kept. */
    private final double[][][] tails;

    /** By circuit: the first remembered boundary at which that is right. */
    private final int[] tailKnown;

    /** States that are followed along the plan that is kept, and what each has lost on the way. */
    private final int[] followed;

    private final double[] lostOnTheWay;
    private long work;

    /** What a slot does to a circuit's joint state, for one combination of kinds of slots. */
    private static final class Tables {
        private final int[] nextOff;
        private final int[] nextOn;
        private final double[] lostOff;
        private final double[] lostOn;

        /** By slots: the same for so many, as far as they were asked for. */
        private final @Nullable Tables[] longer = new Tables[LONGEST_PIECE + 1];

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

    BestPattern(Compiled problem) {
        this.problem = problem;
        int count = problem.sets.count();
        bySlot = new Tables[count][];
        begins = new int[problem.slots + 1];
        tables = new Tables[problem.slots];
        changes = new double[problem.slots];
        starts = new int[count];
        ends = new double[count][];
        for (int circuit = 0; circuit < count; circuit++) {
            join(circuit);
        }
        int most = Arrays.stream(ends).mapToInt(end -> end.length).max().orElse(0);
        off = new double[problem.slots + 1][most];
        on = new double[problem.slots + 1][most];
        reached = new int[problem.slots + 1][most];
        reachedCount = new int[problem.slots + 1];
        seen = new long[most];
        stateAt = new int[count][problem.slots + 1];
        stateKnown = new int[count];
        tails = new double[count][(problem.slots + BETWEEN_TAILS - 1) / BETWEEN_TAILS][];
        tailKnown = new int[count];
        followed = new int[most];
        lostOnTheWay = new double[most];
        for (int circuit = 0; circuit < count; circuit++) {
            stateAt[circuit][0] = starts[circuit];
            tailKnown[circuit] = tails[circuit].length;
        }
    }

    /** What is kept of a circuit has changed in the slots {@code from} up to, not including, {@code to}. */
    void changed(int circuit, int from, int to) {
        stateKnown[circuit] = Math.min(stateKnown[circuit], from);
        tailKnown[circuit] = Math.max(tailKnown[circuit], (to + BETWEEN_TAILS - 1) / BETWEEN_TAILS);
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
        Tables one = bySlot[circuit][slot];
        Tables whole = length == 1 ? one : one.longer[length];
        if (whole == null) {
            whole = through(circuit, slot, length - 1).followedBy(one);
            one.longer[length] = whole;
        }
        return whole;
    }

    /**
     * Finds the on-slots within a stretch of the horizon; before and after it the circuit stays as it is kept.
     *
     * @param sets by slot: what is on; of the circuit only what is outside the stretch is looked at, and must be as kept
     * @param first the first slot of the stretch
     * @param last the slot after the stretch
     * @param may by slot: it can be on beside the others
     * @param must by slot: something that is on needs it
     * @param price by slot: what being on there costs beside that
     * @param seam by boundary: it may be switched there
     * @param change by boundary, the one at the end of the stretch too: what it costs to switch it there
     * @param found where they are put; on only where that is better than off
     */
    void find(
            int circuit,
            long[] sets,
            int first,
            int last,
            boolean[] may,
            boolean[] must,
            double[] price,
            boolean[] seam,
            IntToDoubleFunction change,
            boolean[] found) {
        int pieces = cut(circuit, first, last, may, must, price, seam);
        int start = stateAt(circuit, sets, first);
        reach(start, pieces, may, must);
        for (int piece = 0; piece < pieces; piece++) {
            changes[piece] = change.applyAsDouble(begins[piece]);
        }
        end(circuit, sets, last, pieces, last < problem.slots ? change.applyAsDouble(last) : 0);
        for (int piece = pieces - 1; piece >= 0; piece--) {
            int slot = begins[piece];
            step(piece, may[slot], must[slot], changes[piece], price[slot] * (begins[piece + 1] - slot));
        }
        work += 40L + 2L * (last - first);
        int state = start;
        boolean power =
                first > 0 ? on(sets, circuit, first - 1) : problem.now != null && (problem.now >>> circuit & 1) != 0;
        for (int piece = 0; piece < pieces; piece++) {
            int slot = begins[piece];
            int end = begins[piece + 1];
            Tables here = tables[piece];
            double staysOff = here.lostOff[state] + off[piece + 1][here.nextOff[state]] + (power ? changes[piece] : 0);
            double staysOn = here.lostOn[state]
                    + price[slot] * (end - slot)
                    + on[piece + 1][here.nextOn[state]]
                    + (power ? 0 : changes[piece]);
            power = must[slot] || may[slot] && staysOn < staysOff;
            Arrays.fill(found, slot, end, power);
            state = power ? here.nextOn[state] : here.nextOff[state];
        }
    }

    /** Cuts a stretch into pieces that are alike throughout; returns how many. */
    private int cut(int circuit, int first, int last, boolean[] may, boolean[] must, double[] price, boolean[] seam) {
        Tables[] ofCircuit = bySlot[circuit];
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
        for (int piece = 0; piece < pieces; piece++) {
            tables[piece] = through(circuit, begins[piece], begins[piece + 1] - begins[piece]);
        }
        return pieces;
    }

    /** Finds the states that each piece can begin in: in a short stretch they are few of all. */
    private void reach(int start, int pieces, boolean[] may, boolean[] must) {
        reached[0][0] = start;
        reachedCount[0] = 1;
        for (int piece = 0; piece < pieces; piece++) {
            Tables here = tables[piece];
            boolean canBeOn = must[begins[piece]] || may[begins[piece]];
            boolean canBeOff = !must[begins[piece]];
            int[] next = reached[piece + 1];
            int count = 0;
            long mark = ++piecesSeen;
            for (int i = 0; i < reachedCount[piece]; i++) {
                int state = reached[piece][i];
                int whenOn = here.nextOn[state];
                if (canBeOn && seen[whenOn] != mark) {
                    seen[whenOn] = mark;
                    next[count++] = whenOn;
                }
                int whenOff = here.nextOff[state];
                if (canBeOff && seen[whenOff] != mark) {
                    seen[whenOff] = mark;
                    next[count++] = whenOff;
                }
            }
            reachedCount[piece + 1] = count;
            work += 3L * count;
        }
    }

    private static boolean on(long[] sets, int circuit, int slot) {
        return (sets[slot] >>> circuit & 1) != 0;
    }

    /** The state in which a slot begins. */
    private int stateAt(int circuit, long[] sets, int slot) {
        int[] states = stateAt[circuit];
        for (int known = stateKnown[circuit]; known < slot; known++) {
            Tables here = bySlot[circuit][known];
            states[known + 1] = on(sets, circuit, known) ? here.nextOn[states[known]] : here.nextOff[states[known]];
            work++;
        }
        stateKnown[circuit] = Math.max(stateKnown[circuit], slot);
        return states[slot];
    }

    /** What is lost after the stretch, in each state in which it can end. */
    private void end(int circuit, long[] sets, int last, int pieces, double change) {
        boolean onAfter = last < problem.slots && on(sets, circuit, last);
        double toOff = onAfter ? 0 : change;
        double toOn = onAfter ? change : 0;
        int checkpoint = (last + BETWEEN_TAILS - 1) / BETWEEN_TAILS;
        double[] tail = tail(circuit, sets, checkpoint);
        int stop = Math.min(problem.slots, checkpoint * BETWEEN_TAILS);
        int count = reachedCount[pieces];
        System.arraycopy(reached[pieces], 0, followed, 0, count);
        work += 3L * count * follow(circuit, sets, last, stop, count);
        for (int i = 0; i < count; i++) {
            double lost = lostOnTheWay[i] + tail[followed[i]];
            off[pieces][reached[pieces][i]] = lost + toOn;
            on[pieces][reached[pieces][i]] = lost + toOff;
        }
    }

    /**
     * Follows so many states along the plan that is kept, from one boundary to another.
     *
     * @return in how many pieces
     */
    private int follow(int circuit, long[] sets, int from, int to, int count) {
        Arrays.fill(lostOnTheWay, 0, count, 0);
        int pieces = 0;
        int slot = from;
        while (slot < to) {
            int next = alike(circuit, sets, slot, to);
            Tables here = through(circuit, slot, next - slot);
            boolean power = on(sets, circuit, slot);
            int[] leads = power ? here.nextOn : here.nextOff;
            double[] lost = power ? here.lostOn : here.lostOff;
            for (int i = 0; i < count; i++) {
                lostOnTheWay[i] += lost[followed[i]];
                followed[i] = leads[followed[i]];
            }
            slot = next;
            pieces++;
        }
        return pieces;
    }

    /** The slot up to which a circuit stays as it is, and its slots are of a kind. */
    private int alike(int circuit, long[] sets, int slot, int stop) {
        boolean power = on(sets, circuit, slot);
        int next = slot + 1;
        while (next < stop && on(sets, circuit, next) == power && bySlot[circuit][next] == bySlot[circuit][slot]) {
            next++;
        }
        return next;
    }

    /** By state: what is lost from a remembered boundary on along the plan that is kept. */
    private double[] tail(int circuit, long[] sets, int checkpoint) {
        if (checkpoint == tails[circuit].length) {
            return ends[circuit];
        }
        int states = ends[circuit].length;
        for (int i = tailKnown[circuit] - 1; i >= checkpoint; i--) {
            double[] after = i + 1 == tails[circuit].length ? ends[circuit] : tails[circuit][i + 1];
            double[] tail = tails[circuit][i] == null ? new double[states] : tails[circuit][i];
            for (int state = 0; state < states; state++) {
                followed[state] = state;
            }
            int stop = Math.min(problem.slots, (i + 1) * BETWEEN_TAILS);
            int pieces = follow(circuit, sets, i * BETWEEN_TAILS, stop, states);
            for (int state = 0; state < states; state++) {
                tail[state] = lostOnTheWay[state] + after[followed[state]];
            }
            tails[circuit][i] = tail;
            work += states + 2L * states * pieces;
        }
        tailKnown[circuit] = Math.min(tailKnown[circuit], checkpoint);
        return tails[circuit][checkpoint];
    }

    /** The least cost from this piece on, for having been off or on before it, in each state that it can begin in. */
    private void step(int piece, boolean may, boolean must, double change, double price) {
        Tables here = tables[piece];
        double[] offAfter = off[piece + 1];
        double[] onAfter = on[piece + 1];
        double[] offBefore = off[piece];
        double[] onBefore = on[piece];
        int[] states = reached[piece];
        int count = reachedCount[piece];
        work += 3L * count;
        // a loop for each case: this is one of two places where the search spends most of its time
        if (must) {
            for (int i = 0; i < count; i++) {
                int state = states[i];
                double stayOn = here.lostOn[state] + price + onAfter[here.nextOn[state]];
                offBefore[state] = stayOn + change;
                onBefore[state] = stayOn;
            }
        } else if (!may) {
            for (int i = 0; i < count; i++) {
                int state = states[i];
                double stayOff = here.lostOff[state] + offAfter[here.nextOff[state]];
                offBefore[state] = stayOff;
                onBefore[state] = stayOff + change;
            }
        } else {
            for (int i = 0; i < count; i++) {
                int state = states[i];
                double stayOff = here.lostOff[state] + offAfter[here.nextOff[state]];
                double stayOn = here.lostOn[state] + price + onAfter[here.nextOn[state]];
                offBefore[state] = Math.min(stayOff, stayOn + change);
                onBefore[state] = Math.min(stayOn, stayOff + change);
            }
        }
    }
}
