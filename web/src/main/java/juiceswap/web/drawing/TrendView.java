package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import juiceswap.core.meter.Trend;
import juiceswap.core.meter.Trend.Point;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;

/**
 * Readings over the outage as a small chart, 320 by 90, with the good band shaded.
 *
 * @param name what was read
 * @param bandY top of the good band
 * @param path through the readings
 * @param dots one for each reading, as long as they are few
 * @param count of readings
 * @param last the latest, in words
 * @param warning where it is heading, or null
 */
public record TrendView(
        String name,
        double bandY,
        double bandHeight,
        String path,
        List<Dot> dots,
        int count,
        String last,
        @Nullable String warning) {
    private static final double WIDTH = 320;
    private static final double HEIGHT = 90;
    private static final double EDGE = 6;

    /** More readings than this are a curve alone. */
    private static final int MOST_DOTS = 30;

    /** One reading; {@code title} says it with its time. */
    public record Dot(double x, double y, String title) {}

    /** A path through points in the order of time: of many in one column of the chart it takes what can be told apart. */
    private static final class Curve {
        private final StringBuilder path = new StringBuilder();
        private double column = Double.NaN;
        private double lowest;
        private double highest;

        void add(double x, double y) {
            boolean same = Math.rint(x) == column;
            if (same && y >= lowest && y <= highest) {
                return;
            }
            lowest = same ? Math.min(lowest, y) : y;
            highest = same ? Math.max(highest, y) : y;
            column = Math.rint(x);
            path.append(path.isEmpty() ? 'M' : 'L').append(x).append(' ').append(y);
        }

        String path() {
            return path.toString();
        }
    }

    /** {@code unit} is V, Hz or A; the chart shows more than the good band, but nothing below zero. */
    public static TrendView of(String name, String unit, Trend trend, ZoneId zone) {
        double margin = (trend.high() - trend.low()) * (trend.low() > 0 ? 0.75 : 0.25);
        double bottom = Math.max(0, trend.low() - margin);
        double scale = HEIGHT / (trend.high() + margin - bottom);
        Instant first = trend.points().get(0).at();
        Point latest = trend.points().get(trend.points().size() - 1);
        double seconds = Math.max(1, Duration.between(first, latest.at()).toSeconds());
        List<Dot> dots = new ArrayList<>();
        Curve curve = new Curve();
        for (Point point : trend.points()) {
            double x = EDGE
                    + (WIDTH - 2 * EDGE) * Duration.between(first, point.at()).toSeconds() / seconds;
            double y = Math.max(3, Math.min(HEIGHT - 3, HEIGHT - (point.value() - bottom) * scale));
            curve.add(round(x), round(y));
            if (trend.points().size() <= MOST_DOTS) {
                dots.add(new Dot(
                        round(x),
                        round(y),
                        say("drawing.trend.at", "shown", shown(point.value(), unit), "time", time(point.at(), zone))));
            }
        }
        String warning = trend.leavesBandAt()
                .map(at -> say("drawing.trend.drifting-out-of-its-good", "time", time(at, zone)))
                .orElse(null);
        return new TrendView(
                name,
                round(HEIGHT - (trend.high() - bottom) * scale),
                round((trend.high() - trend.low()) * scale),
                curve.path(),
                List.copyOf(dots),
                trend.points().size(),
                shown(latest.value(), unit),
                warning);
    }

    private static String shown(double value, String unit) {
        return String.format(Locale.ENGLISH, unit.equals("V") ? "%.0f %s" : "%.1f %s", value, unit);
    }

    private static String time(Instant at, ZoneId zone) {
        return InUse.measures().clock(at.atZone(zone).toLocalTime());
    }

    private static double round(double value) {
        return Math.round(value * 10) / 10.0;
    }
}
