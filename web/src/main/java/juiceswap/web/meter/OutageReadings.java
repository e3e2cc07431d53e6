package juiceswap.web.meter;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import juiceswap.core.changeover.Action;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Trend.Point;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;

/**
 * What was read of the set's supply in an outage, in the order of time; the utility's own is left out.
 *
 * @param taken the readings with time and place
 */
record OutageReadings(List<Taken> taken) {

    /** Those that people wrote to the log. */
    static OutageReadings of(List<Entry> lived) {
        List<Taken> taken = new ArrayList<>();
        for (Entry entry : lived) {
            if (entry.event() instanceof Event.Read read) {
                taken.add(new Taken(entry.at(), Taken.PANEL, read.readings()));
            } else if (entry.event() instanceof Event.RefusedReading refused) {
                add(taken, entry.at(), refused.action(), refused.readings());
            } else if (entry.event() instanceof Event.Done done && done.readings() != null) {
                add(taken, entry.at(), done.action(), done.readings());
            }
        }
        return new OutageReadings(List.copyOf(taken));
    }

    private static void add(List<Taken> taken, Instant at, Action action, Readings readings) {
        if (action != Action.MEASURE_UTILITY) {
            taken.add(new Taken(at, action == Action.MEASURE_GENERATOR ? Taken.GENERATOR : Taken.PANEL, readings));
        }
    }

    /** These and others in the order of time. */
    OutageReadings with(List<Taken> others) {
        List<Taken> all = new ArrayList<>(taken);
        all.addAll(others);
        all.sort(Comparator.comparing(Taken::at));
        return new OutageReadings(List.copyOf(all));
    }

    /** The readings of one kind, as far as they were taken. */
    List<Point> points(Function<Readings, Double> kind) {
        List<Point> points = new ArrayList<>();
        for (Taken one : taken) {
            Double value = kind.apply(one.readings());
            if (value != null) {
                points.add(new Point(one.at(), value));
            }
        }
        return points;
    }
}
