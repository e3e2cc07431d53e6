package juiceswap.core.supply;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What may be drawn, in watts, in total and from each leg.
 *
 * @param planRunningWatts continuous total, derated and less the margin
 * @param startingWatts short-time total, derated, no margin
 * @param legRunningWatts continuous, one leg; for a 120 V set its only winding
 * @param legStartingWatts short-time, one leg
 * @param linkAmps continuous amps through the weakest link, null without a path
 * @param weakestLink the link with the least amps, the first of equals; null without a path
 * @param limitedBy the link that sets {@code legRunningWatts}, null when the generator does
 * @param assumed the rating for this fuel is a rule of thumb
 */
public record Limits(
        double planRunningWatts,
        double startingWatts,
        double legRunningWatts,
        double legStartingWatts,
        @Nullable Double linkAmps,
        Link.@Nullable Kind weakestLink,
        Link.@Nullable Kind limitedBy,
        boolean assumed) {

    /** Continuous loads are kept to 80 % of a breaker's, cord's or inlet's rating (usual wiring practice). */
    public static final double CONTINUOUS_SHARE = 0.8;

    /** Volts between a leg and the neutral. */
    public static final double LEG_VOLTS = 120;

    /** What a set gives through that path. */
    public static Limits of(Source source, List<Link> path) {
        return of(source, path, source.marginPercent());
    }

    /**
     * The same for minutes with somebody standing by: the margin is for hours, the running watts hold without end. What
     * stands between generator and house is kept to its continuous share all the same.
     */
    public static Limits attended(Source source, List<Link> path) {
        return of(source, path, 100);
    }

    private static Limits of(Source source, List<Link> path, double marginPercent) {
        double plan = source.runningWatts() * marginPercent / 100;
        double starting = source.startingWatts();
        int windings = source.splitPhase() ? 2 : 1;
        double generatorLegWatts = plan / windings;

        Link weakest = weakest(path);
        Double linkAmps = weakest == null ? null : CONTINUOUS_SHARE * weakest.carriesAmps();
        double linkWatts = linkAmps == null ? Double.POSITIVE_INFINITY : linkAmps * LEG_VOLTS;
        Link.Kind weakestKind = weakest == null ? null : weakest.kind();
        return new Limits(
                plan,
                starting,
                Math.min(generatorLegWatts, linkWatts),
                starting / windings,
                linkAmps,
                weakestKind,
                linkWatts < generatorLegWatts ? weakestKind : null,
                source.ratingAssumed());
    }

    /** The link that carries the least amps, the first of equals; null for an empty path. */
    public static @Nullable Link weakest(List<Link> path) {
        Link weakest = null;
        for (Link link : path) {
            if (weakest == null || link.carriesAmps() < weakest.carriesAmps()) {
                weakest = link;
            }
        }
        return weakest;
    }
}
