package juiceswap.web.meter;

import static juiceswap.web.words.Say.say;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Trend;
import juiceswap.core.meter.Trend.Point;
import juiceswap.core.supply.Limits;
import juiceswap.web.drawing.TrendView;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import org.springframework.stereotype.Component;

/** Readings over time as charts, one for each kind that was read more than once. */
@Component
public class Trends {
    private final Feeds feeds;

    Trends(Feeds feeds) {
        this.feeds = feeds;
    }

    /** Of the outage that is on, else of the day before the last reading. */
    List<TrendView> now(Account account, Setup setup) {
        return charts(feeds.forCharts(account), setup);
    }

    /** Of an outage that may be long over. */
    public List<TrendView> of(Outage outage) {
        return charts(feeds.forCharts(outage), outage.household().setup());
    }

    private static List<TrendView> charts(OutageReadings readings, Setup setup) {
        double mostAmps = Limits.of(setup.source(), setup.path()).legRunningWatts() / Limits.LEG_VOLTS;
        List<TrendView> trends = new ArrayList<>();
        add(trends, "L1", "V", readings.points(Readings::l1n), Trend::ofLegVolts);
        add(trends, "L2", "V", readings.points(Readings::l2n), Trend::ofLegVolts);
        add(trends, say("meter.trends.frequency"), "Hz", readings.points(Readings::hz), Trend::ofHertz);
        add(trends, "L1", "A", readings.points(Readings::l1a), points -> Trend.ofLegAmps(points, mostAmps));
        add(trends, "L2", "A", readings.points(Readings::l2a), points -> Trend.ofLegAmps(points, mostAmps));
        return trends;
    }

    private static void add(
            List<TrendView> trends, String name, String unit, List<Point> points, Function<List<Point>, Trend> band) {
        if (points.size() > 1) {
            trends.add(TrendView.of(name, unit, band.apply(points), ZoneId.systemDefault()));
        }
    }
}
