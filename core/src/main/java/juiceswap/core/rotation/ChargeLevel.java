package juiceswap.core.rotation;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.PowerStation;
import juiceswap.core.supply.Storage;
import org.jspecify.annotations.Nullable;

/**
 * What a battery station holds, reckoned from when somebody last knew it, and what it has carried since.
 *
 * @param wattHours in it now; 0 where there is none
 * @param carries ids of what it carries at this moment; empty while something else feeds the house, or its charge is out
 * @param supplied what had power since when, from the generator, the street or the battery, in the order of time
 */
public record ChargeLevel(double wattHours, Set<String> carries, List<Supplied> supplied) {
    private static final double SECONDS_AN_HOUR = 3600;

    /** Somebody has read it from its display. */
    public record Known(Instant at, double wattHours) {}

    public ChargeLevel {
        carries = Set.copyOf(carries);
        supplied = List.copyOf(supplied);
    }

    /**
     * In a dark house a battery beside the generator carries what is plugged into it until only what is never planned with is
     * left. One that is the only source has carried whatever it fed; that it was charged somewhere has to be told.
     *
     * @param supplied from the set or the street, in the order of time
     * @param known the last time that it was known, null: full when it began
     */
    public static ChargeLevel of(Setup setup, List<Supplied> supplied, @Nullable Known known, Instant now) {
        Storage storage = setup.storage();
        if (setup.source() instanceof PowerStation station) {
            return ofSource(setup, station, supplied, known, now);
        }
        if (storage == null) {
            return new ChargeLevel(0, Set.of(), supplied);
        }
        Set<String> carried = new HashSet<>(storage.carries());
        double drawn = DutyWatts.of(setup.circuits(carried));
        double level = known == null ? storage.wattHours() : Math.min(storage.wattHours(), known.wattHours());
        Set<String> carriesNow = Set.of();
        List<Supplied> with = new ArrayList<>();
        for (int i = 0; i < supplied.size(); i++) {
            Supplied one = supplied.get(i);
            Instant end = i + 1 < supplied.size() ? supplied.get(i + 1).at() : now;
            // before it was read the level is not reckoned; what it carried then nobody doubts
            boolean reckoned = known == null || known.at().isBefore(end);
            Instant from = known != null && known.at().isAfter(one.at()) ? known.at() : one.at();
            double hours = reckoned && from.isBefore(end)
                    ? Duration.between(from, end).toMillis() / 1000.0 / SECONDS_AN_HOUR
                    : 0;
            if (!one.circuits().isEmpty()) {
                with.add(one);
                carriesNow = Set.of();
                boolean charging = one.circuits().contains(storage.charging().circuit());
                level = charging
                        ? Math.min(
                                storage.wattHours(), level + storage.charging().stored() * hours)
                        : level;
                continue;
            }
            double lasts = drawn <= 0 ? hours : Math.max(0, level - storage.lowWattHours()) / drawn;
            with.add(new Supplied(one.at(), carried, one.engineRuns()));
            carriesNow = lasts < hours ? Set.of() : carried;
            if (lasts < hours) {
                Instant empty = from.plusMillis((long) (lasts * SECONDS_AN_HOUR * 1000));
                with.add(new Supplied(empty, Set.of(), one.engineRuns()));
            }
            level -= Math.min(lasts, hours) * drawn;
        }
        return new ChargeLevel(level, carriesNow, with);
    }

    private static ChargeLevel ofSource(
            Setup setup, PowerStation station, List<Supplied> supplied, @Nullable Known known, Instant now) {
        double level = known == null ? station.wattHours() : Math.min(station.wattHours(), known.wattHours());
        Set<String> carries = Set.of();
        for (int i = 0; i < supplied.size(); i++) {
            Supplied one = supplied.get(i);
            Instant end = i + 1 < supplied.size() ? supplied.get(i + 1).at() : now;
            Instant from = known != null && known.at().isAfter(one.at()) ? known.at() : one.at();
            carries = one.engineRuns() ? one.circuits() : Set.of();
            if (from.isBefore(end)) {
                double hours = Duration.between(from, end).toMillis() / 1000.0 / SECONDS_AN_HOUR;
                level = Math.max(0, level - hours * DutyWatts.of(setup.circuits(carries)));
            }
        }
        return new ChargeLevel(level, carries, supplied);
    }

    /** Percent of what it holds when full, as a display shows them; 0 where there is none. */
    public double percent(Setup setup) {
        Battery battery = setup.battery();
        return battery == null ? 0 : battery.percent(wattHours);
    }

    /** Hours for which it goes on carrying; null while it carries nothing, or nothing that draws. */
    public @Nullable Double hoursLeft(Setup setup) {
        double drawn = DutyWatts.of(setup.circuits(carries));
        Battery battery = setup.battery();
        return drawn <= 0 || battery == null
                ? null
                : (Double) (Math.max(0, wattHours - battery.lowWattHours()) / drawn);
    }
}
