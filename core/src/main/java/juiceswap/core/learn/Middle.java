package juiceswap.core.learn;

import java.util.Arrays;
import java.util.List;

/** The median: of many figures with a few wild ones among them the one to believe. */
final class Middle {
    private Middle() {}

    /** The median of at least one figure. */
    static double of(double... figures) {
        double[] sorted = figures.clone();
        Arrays.sort(sorted);
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }

    static double of(List<Double> figures) {
        return of(figures.stream().mapToDouble(Double::doubleValue).toArray());
    }
}
