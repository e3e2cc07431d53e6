package juiceswap.core.meter;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Readings of one kind over an outage, and where they are heading: the straight line through the latest of them by least
 * squares. A drift is spoken of only when it is larger than the readings scatter about that line.
 *
 * @param points in the order of time
 * @param low lower end of the good band
 * @param high upper end of the good band
 */
public record Trend(List<Point> points, double low, double high) {
    /** Volts of a leg, with the good band of {@link Verdict#ofLegVolts}. */
    public static Trend ofLegVolts(List<Point> points) {
        return new Trend(points, 114, 126);
    }

    /** Hertz under load, with the good band of {@link Verdict#ofHertz}. */
    public static Trend ofHertz(List<Point> points) {
        return new Trend(points, 59, 61.5);
    }

    /** Amps of a leg, with the most that it may carry for long. */
    public static Trend ofLegAmps(List<Point> points, double mostAmps) {
        return new Trend(points, 0, mostAmps);
    }

    /** Fewer points than this say nothing of a drift. */
    private static final int LEAST_POINTS = 3;

    /** A motor that starts is no drift: readings over less time than this say nothing of one. Our own choice. */
    private static final Duration LEAST_TIME = Duration.ofMinutes(10);

    /** What was hours ago was another load: of readings by hand the latest six count, of a monitor's the last 20 minutes. */
    private static final int LATEST = 6;

    private static final Duration RECENT = Duration.ofMinutes(20);

    /** What lies further ahead than this is not worth a warning. */
    private static final Duration HORIZON = Duration.ofHours(3);

    public Trend {
        points = List.copyOf(points);
    }

    /** One reading. */
    public record Point(Instant at, double value) {}

    /**
     * When the drift leaves the good band, if it does so within three hours of the last reading; empty when it is steady,
     * heading inwards, or outside already.
     */
    public Optional<Instant> leavesBandAt() {
        List<Point> latest = latest();
        if (latest.size() < LEAST_POINTS) {
            return Optional.empty();
        }
        Point last = latest.get(latest.size() - 1);
        Line line = Line.through(latest);
        boolean inside = last.value() >= low && last.value() <= high;
        if (!inside
                || line.seconds < LEAST_TIME.getSeconds()
                || line.perSecond == 0
                || Math.abs(line.perSecond) * line.seconds < 2 * line.scatter) {
            return Optional.empty();
        }
        double edge = line.perSecond > 0 ? high : low;
        double seconds = (edge - line.atLast) / line.perSecond;
        if (seconds < 0 || seconds > HORIZON.getSeconds()) {
            return Optional.empty();
        }
        return Optional.of(last.at().plusSeconds(Math.round(seconds)));
    }

    private List<Point> latest() {
        int from = Math.max(0, points.size() - LATEST);
        Instant since = points.isEmpty()
                ? Instant.EPOCH
                : points.get(points.size() - 1).at().minus(RECENT);
        while (from > 0 && !points.get(from - 1).at().isBefore(since)) {
            from--;
        }
        return points.subList(from, points.size());
    }

    /**
     * At most about {@code most} points over the same time: of those that fall together the one farthest from the middle
     * of the band is kept, so that nothing remarkable is lost. The last one stays.
     */
    public List<Point> thinned(int most) {
        if (points.size() <= most) {
            return points;
        }
        Instant first = points.get(0).at();
        Point last = points.get(points.size() - 1);
        long bucketMillis = Math.max(1, Duration.between(first, last.at()).toMillis() / (most - 1) + 1);
        double middle = (low + high) / 2;
        List<Point> kept = new ArrayList<>();
        long bucket = -1;
        for (Point point : points) {
            long own = Duration.between(first, point.at()).toMillis() / bucketMillis;
            int end = kept.size() - 1;
            if (own != bucket) {
                kept.add(point);
            } else if (Math.abs(point.value() - middle) > Math.abs(kept.get(end).value() - middle)) {
                kept.set(end, point);
            }
            bucket = own;
        }
        if (kept.get(kept.size() - 1) != last) {
            kept.add(last);
        }
        return List.copyOf(kept);
    }

    /** The line of least squares, with its value at the last point and the standard deviation about it. */
    private record Line(double perSecond, double atLast, double seconds, double scatter) {
        static Line through(List<Point> points) {
            Instant first = points.get(0).at();
            double count = points.size();
            double meanTime = 0;
            double meanValue = 0;
            for (Point point : points) {
                meanTime += seconds(first, point) / count;
                meanValue += point.value() / count;
            }
            double together = 0;
            double spread = 0;
            for (Point point : points) {
                double time = seconds(first, point) - meanTime;
                together += time * (point.value() - meanValue);
                spread += time * time;
            }
            double slope = spread == 0 ? 0 : together / spread;
            double squares = 0;
            for (Point point : points) {
                double off = point.value() - meanValue - slope * (seconds(first, point) - meanTime);
                squares += off * off;
            }
            double length = seconds(first, points.get(points.size() - 1));
            return new Line(slope, meanValue + slope * (length - meanTime), length, Math.sqrt(squares / count));
        }

        private static double seconds(Instant first, Point point) {
            return Duration.between(first, point.at()).toMillis() / 1000.0;
        }
    }
}
