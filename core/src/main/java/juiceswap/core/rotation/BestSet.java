package juiceswap.core.rotation;

/**
 * The set of circuits that is worth most of those that may be on together, each of its circuits being worth something by
 * itself: found by branch and bound, the worthiest first. It stops after so many steps; what it has then is mostly the best.
 */
final class BestSet {
    private static final int MOST_STEPS = 300;

    private final Compiled problem;
    private final Allowed allowed;

    /** Circuits that are worth anything, the worthiest first, and how many they are. */
    private final int[] order;

    private int count;

    /** What those from the one of this number on are worth together. */
    private final double[] rest;

    private double[] worth = {};
    private long best;
    private double bestWorth;
    private int steps;
    private long work;

    BestSet(Compiled problem, Allowed allowed) {
        this.problem = problem;
        this.allowed = allowed;
        order = new int[problem.sets.count()];
        rest = new double[problem.sets.count() + 1];
    }

    /** Elementary steps taken so far. */
    long work() {
        return work;
    }

    /**
     * @param worth by circuit: by how much better it is on than off; below 0, by how much worse
     * @return with all that its circuits need
     */
    long find(double[] worth) {
        this.worth = worth;
        sort();
        best = 0;
        bestWorth = 0;
        steps = 0;
        choose(0, 0, 0);
        work += 10L * steps;
        return best;
    }

    private void sort() {
        count = 0;
        for (int circuit = 0; circuit < worth.length; circuit++) {
            if (problem.wants(circuit) && worth[circuit] > 0) {
                int place = count++;
                while (place > 0 && worth[order[place - 1]] < worth[circuit]) {
                    order[place] = order[place - 1];
                    place--;
                }
                order[place] = circuit;
            }
        }
        rest[count] = 0;
        for (int i = count - 1; i >= 0; i--) {
            rest[i] = rest[i + 1] + worth[order[i]];
        }
    }

    /** Adds to a set what is best of the circuits from one of the order on. */
    private void choose(int next, long set, double worthSoFar) {
        if (worthSoFar > bestWorth) {
            bestWorth = worthSoFar;
            best = set;
        }
        if (worthSoFar + rest[next] <= bestWorth || steps > MOST_STEPS) {
            return;
        }
        steps++;
        long more = problem.sets.withNeeded(order[next]) & ~set;
        if (allowed.may(set | more)) {
            choose(next + 1, set | more, worthSoFar + worth(more));
        }
        if (more != 0) {
            choose(next + 1, set, worthSoFar);
        }
    }

    private double worth(long circuits) {
        double sum = 0;
        for (long left = circuits; left != 0; left &= left - 1) {
            sum += worth[Long.numberOfTrailingZeros(left)];
        }
        return sum;
    }
}
