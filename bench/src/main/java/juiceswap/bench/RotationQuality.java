package juiceswap.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.RandomHouseholds;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationPlan;

/**
 * How good the plans are: made-up households by the hundred, each planned with some effort, against the best that is known of
 * each. What is better than known is written into the list.
 *
 * <p>Arguments: the list, an effort, the first seed, the last, and by how much a seed differs from the one before.
 */
public final class RotationQuality {
    private RotationQuality() {}

    public static void main(String[] arguments) throws IOException {
        Path list = Path.of(arguments[0]);
        Effort effort = Effort.of(arguments[1]).orElseThrow();
        long first = Long.parseLong(arguments[2]);
        long last = Long.parseLong(arguments[3]);
        long by = Long.parseLong(arguments[4]);
        Map<Long, Double> best = read(list);
        RandomHouseholds.of(first).plan(Effort.QUICK);
        List<Double> ratios = new ArrayList<>();
        List<Double> times = new ArrayList<>();
        StringBuilder worse = new StringBuilder();
        for (long seed = first; seed <= last; seed += by) {
            Rotation rotation = RandomHouseholds.of(seed);
            long from = System.nanoTime();
            RotationPlan plan = rotation.plan(effort);
            times.add((System.nanoTime() - from) / 1e6);
            double known = best.getOrDefault(seed, Double.MAX_VALUE);
            if (plan.score() < known - 1e-9) {
                best.put(seed, plan.score());
                known = plan.score();
            }
            double ratio = (plan.score() + 100) / (known + 100);
            ratios.add(ratio);
            if (ratio > 1.03) {
                worse.append(String.format(Locale.ROOT, " %d:%.3f(%.1f/%.1f)", seed, ratio, plan.score(), known));
            }
        }
        write(list, best);
        double[] sorted =
                ratios.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        double[] millis =
                times.stream().mapToDouble(Double::doubleValue).sorted().toArray();
        System.out.printf(
                Locale.ROOT,
                "%s, %d households: median %.4f, 9 in 10 %.4f, worst %.4f, mean %.4f; ms median %.0f, worst %.0f%n%s%n",
                effort,
                sorted.length,
                sorted[sorted.length / 2],
                sorted[sorted.length * 9 / 10],
                sorted[sorted.length - 1],
                Arrays.stream(sorted).average().orElse(0),
                millis[millis.length / 2],
                millis[millis.length - 1],
                worse);
    }

    private static Map<Long, Double> read(Path list) throws IOException {
        Map<Long, Double> best = new TreeMap<>();
        if (Files.exists(list)) {
            for (String line : Files.readAllLines(list)) {
                String[] parts = line.split(",", 2);
                best.put(Long.parseLong(parts[0]), Double.parseDouble(parts[1]));
            }
        }
        return best;
    }

    private static void write(Path list, Map<Long, Double> best) {
        StringBuilder lines = new StringBuilder();
        best.forEach(
                (seed, score) -> lines.append(seed).append(',').append(score).append('\n'));
        try {
            Files.writeString(list, lines);
        } catch (IOException failed) {
            throw new UncheckedIOException(failed);
        }
    }
}
