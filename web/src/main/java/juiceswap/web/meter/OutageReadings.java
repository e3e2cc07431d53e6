package juiceswap.web.meter;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.Function;
import juiceswap.core.changeover.Action;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Trend.Point;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import org.jspecify.annotations.Nullable;

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
            Event event = entry.event();
            Measured measured = event.measured();
            if (measured != null) {
                add(taken, entry.at(), action(event), measured.readings());
            }
        }
        return new OutageReadings(List.copyOf(taken));
    }

    /** The step that it was read for, null for what was read under way. */
    private static @Nullable Action action(Event event) {
        if (event instanceof Event.RefusedReading refused) {
            return refused.action();
        }
        return event instanceof Event.Done done ? done.action() : null;
    }

    private static void add(List<Taken> taken, Instant at, @Nullable Action action, Readings readings) {
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
