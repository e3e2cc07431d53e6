package juiceswap.core.learn;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.learn.Observed.Move;
import juiceswap.core.learn.Step.Side;

/**
 * Which loads run on each plateau: the most likely row of sets, where each plateau's watts are the base and what runs, and
 * every load that turns ON or OFF from one to the next has its price (the usual most likely path of a hidden Markov chain,
 * kept to the best sets of each plateau).
 */
final class Decoder {
    /** More would make more sets than can be looked at. */
    static final int MOST_LOADS = 12;

    private static final int BEAM = 60;
    private static final double NOISE_WATTS = 15;
    private static final double LEVEL_WATTS = 12;
    private static final double LEVEL_SHARE = 0.01;
    private static final double WORST = 60;
    private static final double PRICE = 5;
    private static final double PRICE_AFTER_SILENCE = 1;
    private static final double DEARER_TOGETHER = 0.3;
    private static final int SURE_READINGS = 5;
    private static final int CALM_READINGS = 8;

    /** A load that goes ON and OFF, of a circuit or of nothing that is known. */
    record Runner(String name, Side side, double watts) {
        double on(int leg) {
            if (side == Side.BOTH) {
                return watts / 2;
            }
            return (side == Side.L1) == (leg == 0) ? watts : 0;
        }

        Runner withWatts(double other) {
            return new Runner(name, side, other);
        }
    }

    /** What was found: a set for each plateau, as bits in the order of the runners; the base; how unlikely it all is. */
    record Found(List<Runner> runners, int[] sets, double[] base, double cost) {
        boolean runs(int plateau, int runner) {
            return (sets[plateau] >> runner & 1) != 0;
        }
    }

    /** A load that runs behind a breaker that was told to be OFF: what is told may be wrong, but seldom is. */
    private static final double AGAINST_WORD = 4;

    private final List<Plateau> plateaus;
    private final Map<String, List<Move>> told;

    /**
     * @param told when each circuit was told to be turned, first ON; no entry where nobody told
     */
    Decoder(List<Plateau> plateaus, Map<String, List<Move>> told) {
        this.plateaus = plateaus;
        this.told = told;
    }

    /** As bits, the runners whose breaker was OFF all through that plateau, as far as was told. */
    private int off(List<Runner> runners, Plateau plateau) {
        int off = 0;
        for (int j = 0; j < runners.size(); j++) {
            List<Move> moves = told.get(runners.get(j).name());
            if (moves != null && offAllThrough(moves, plateau)) {
                off |= 1 << j;
            }
        }
        return off;
    }

    private static boolean offAllThrough(List<Move> moves, Plateau plateau) {
        boolean on = false;
        for (Move move : moves) {
            if (!on && plateau.until() < move.at() - Matching.TOLD_WITHIN) {
                return true;
            }
            if (move.at() + Matching.TOLD_WITHIN > plateau.at()) {
                return false;
            }
            on = move.on();
        }
        return !on;
    }

    /**
     * Looks so often, each time with the base, and where wanted the loads' watts, as the last look showed them.
     *
     * @param sharpen also the watts of the loads
     */
    Found find(List<Runner> runners, int times, boolean sharpen) {
        List<Runner> now = runners;
        Found found = start(runners);
        double[] base;
        for (int i = 1; i <= times; i++) {
            base = baseOf(found);
            if (sharpen) {
                now = sharpened(found);
            }
            found = i == times ? new Found(now, found.sets(), base, found.cost()) : decode(now, base);
        }
        return found;
    }

    /**
     * The likeliest with the base as it was first seen: on each leg the lowest level, or another low level that lasts long.
     * From a wrong one no number of looks leads away.
     */
    private Found start(List<Runner> runners) {
        Found best = decode(runners, new double[] {lowest(0), lowest(1)});
        for (int leg = 0; leg < 2; leg++) {
            for (double low : lowLevels(leg)) {
                double[] base = best.base().clone();
                base[leg] = low;
                Found other = decode(runners, base);
                best = other.cost() < best.cost() ? other : best;
            }
        }
        return best;
    }

    private static final int LOW_LEVELS = 5;
    private static final double SAME_LEVEL_WATTS = 20;

    /** Levels of the lower half, those that last longest first. */
    private List<Double> lowLevels(int leg) {
        List<Plateau> sorted = new ArrayList<>(plateaus.stream()
                .filter(plateau -> plateau.readings() >= CALM_READINGS)
                .sorted(Comparator.comparingDouble(plateau -> plateau.level()[leg]))
                .toList());
        sorted = sorted.subList(0, (sorted.size() + 1) / 2);
        List<double[]> groups = new ArrayList<>();
        for (Plateau plateau : sorted) {
            double level = plateau.level()[leg];
            double[] last = groups.isEmpty() ? null : groups.get(groups.size() - 1);
            if (last == null || level - last[0] > SAME_LEVEL_WATTS) {
                groups.add(new double[] {level, plateau.readings()});
            } else {
                last[1] += plateau.readings();
            }
        }
        return groups.stream()
                .sorted(Comparator.comparingDouble(group -> -group[1]))
                .limit(LOW_LEVELS)
                .map(group -> group[0] + SAME_LEVEL_WATTS / 3)
                .toList();
    }

    private double lowest(int leg) {
        return plateaus.stream()
                .filter(plateau -> plateau.readings() >= CALM_READINGS)
                .mapToDouble(plateau -> plateau.level()[leg])
                .min()
                .orElse(0);
    }

    private double[] baseOf(Found found) {
        double[] base = new double[2];
        for (int leg = 0; leg < 2; leg++) {
            List<Double> rest = new ArrayList<>();
            for (int i = 0; i < plateaus.size(); i++) {
                if (plateaus.get(i).readings() >= SURE_READINGS) {
                    rest.add(plateaus.get(i).level()[leg] - sum(found.runners(), found.sets()[i], leg));
                }
            }
            base[leg] = rest.isEmpty() ? found.base()[leg] : Middle.of(rest);
        }
        return base;
    }

    private static double sum(List<Runner> runners, int set, int leg) {
        double sum = 0;
        for (int j = 0; j < runners.size(); j++) {
            if ((set >> j & 1) != 0) {
                sum += runners.get(j).on(leg);
            }
        }
        return sum;
    }

    /** Each load's watts as its own steps alone show them. */
    private List<Runner> sharpened(Found found) {
        List<Runner> sharp = new ArrayList<>();
        for (int j = 0; j < found.runners().size(); j++) {
            Runner runner = found.runners().get(j);
            List<Double> seen = new ArrayList<>();
            for (int i = 0; i + 1 < plateaus.size(); i++) {
                boolean alone = (found.sets()[i] ^ found.sets()[i + 1]) == 1 << j;
                if (alone && clear(plateaus.get(i), plateaus.get(i + 1))) {
                    seen.add(Math.abs(rise(runner.side(), plateaus.get(i), plateaus.get(i + 1))));
                }
            }
            sharp.add(seen.isEmpty() ? runner : runner.withWatts(Middle.of(seen)));
        }
        return sharp;
    }

    static boolean clear(Plateau before, Plateau after) {
        return before.readings() >= SURE_READINGS && after.readings() >= SURE_READINGS && !before.gapBefore(after);
    }

    static double rise(Side side, Plateau before, Plateau after) {
        return switch (side) {
            case L1 -> before.rise(after, 0);
            case L2 -> before.rise(after, 1);
            case BOTH -> before.rise(after, 0) + before.rise(after, 1);
        };
    }

    /** A set with what it cost to come there, and from where. */
    private record Way(int set, double cost, int from) {}

    private Found decode(List<Runner> runners, double[] base) {
        int count = 1 << runners.size();
        double[][] sums = new double[count][2];
        for (int set = 0; set < count; set++) {
            sums[set][0] = base[0] + sum(runners, set, 0);
            sums[set][1] = base[1] + sum(runners, set, 1);
        }
        List<Map<Integer, Way>> beams = new ArrayList<>();
        for (int i = 0; i < plateaus.size(); i++) {
            Map<Integer, Way> before = i == 0 ? Map.of() : beams.get(i - 1);
            boolean silence = i > 0 && plateaus.get(i - 1).gapBefore(plateaus.get(i));
            beams.add(step(plateaus.get(i), sums, off(runners, plateaus.get(i)), before, silence));
        }
        int[] sets = new int[plateaus.size()];
        Way last = beams.get(beams.size() - 1).values().stream()
                .min((one, other) -> Double.compare(one.cost(), other.cost()))
                .orElseThrow();
        double cost = last.cost();
        for (int i = plateaus.size() - 1; i >= 0; i--) {
            sets[i] = last.set();
            if (i > 0) {
                last = beams.get(i - 1).getOrDefault(last.from(), last);
            }
        }
        return new Found(runners, sets, base, cost);
    }

    private static Map<Integer, Way> step(
            Plateau plateau, double[][] sums, int off, Map<Integer, Way> before, boolean silence) {
        Map<Integer, Way> beam = new HashMap<>();
        for (int set : likeliest(plateau, sums, off)) {
            double here = misfit(plateau, sums[set]) + AGAINST_WORD * Integer.bitCount(set & off);
            if (before.isEmpty()) {
                beam.put(set, new Way(set, here, set));
                continue;
            }
            double least = Double.POSITIVE_INFINITY;
            int from = set;
            for (Way way : before.values()) {
                int flips = Integer.bitCount(set ^ way.set());
                double price = (silence ? PRICE_AFTER_SILENCE : PRICE)
                        * flips
                        * (1 + DEARER_TOGETHER * Math.max(0, flips - 1));
                if (way.cost() + price < least) {
                    least = way.cost() + price;
                    from = way.set();
                }
            }
            beam.put(set, new Way(set, least + here, from));
        }
        return beam;
    }

    private static int[] likeliest(Plateau plateau, double[][] sums, int off) {
        double[] misfit = new double[sums.length];
        for (int set = 0; set < sums.length; set++) {
            misfit[set] = misfit(plateau, sums[set]) + AGAINST_WORD * Integer.bitCount(set & off);
        }
        if (sums.length <= BEAM) {
            int[] all = new int[sums.length];
            Arrays.setAll(all, set -> set);
            return all;
        }
        double[] sorted = misfit.clone();
        Arrays.sort(sorted);
        double limit = sorted[BEAM - 1];
        int[] best = new int[BEAM];
        int kept = 0;
        for (int set = 0; set < sums.length && kept < BEAM; set++) {
            if (misfit[set] <= limit) {
                best[kept++] = set;
            }
        }
        return Arrays.copyOf(best, kept);
    }

    private static double misfit(Plateau plateau, double[] sum) {
        double misfit = 0;
        for (int leg = 0; leg < 2; leg++) {
            double level = plateau.level()[leg];
            double spread = Math.hypot(
                    NOISE_WATTS / Math.sqrt(Math.max(1, plateau.readings())), LEVEL_WATTS + LEVEL_SHARE * level);
            double off = (level - sum[leg]) / spread;
            misfit += Math.min(off * off / 2, WORST);
        }
        return misfit;
    }
}
