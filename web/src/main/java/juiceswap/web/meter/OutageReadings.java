package juiceswap.web.meter;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
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
    private static final String HEAD = "time,where,l1n,l2n,l1l2,hz,ng,l1a,l2a";

    /** One reading of the meter. */
    record Taken(Instant at, String where, Readings readings) {}

    static OutageReadings of(List<Entry> lived) {
        List<Taken> taken = new ArrayList<>();
        for (Entry entry : lived) {
            if (entry.event() instanceof Event.Read read) {
                taken.add(new Taken(entry.at(), "panel", read.readings()));
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
            taken.add(new Taken(at, action == Action.MEASURE_GENERATOR ? "generator" : "panel", readings));
        }
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

    /** As a table: times in UTC, empty where nothing was read. */
    String csv() {
        StringBuilder table = new StringBuilder(HEAD).append('\n');
        for (Taken one : taken) {
            Readings read = one.readings();
            table.append(one.at()).append(',').append(one.where());
            for (Double value : new Double[] {read.l1n(), read.l2n(), read.l1l2(), read.hz(), read.ng(), null, null}) {
                table.append(',').append(value == null ? "" : String.format(Locale.ENGLISH, "%s", value));
            }
            table.append('\n');
        }
        return table.toString();
    }
}
