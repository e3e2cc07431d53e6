package juiceswap.core.rotation;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * What is in the tank, reckoned from when somebody last knew it.
 *
 * @param litres in the tank
 */
public record TankLevel(double litres) {

    /** Somebody has looked at the tank, or filled it. */
    public record Known(Instant at, double litres) {}

    /**
     * Null when nobody can tell: no tank, or fuel that comes through a pipe.
     *
     * @param supplied in the order of time
     * @param known the last time that it was known, null: full when it began
     */
    public static @Nullable TankLevel of(Setup setup, List<Supplied> supplied, @Nullable Known known, Instant now) {
        Generator engine = setup.source().engine();
        Double tank = engine == null ? null : engine.tankLitres();
        if (tank == null || FuelUse.at(setup.source(), 0).litresPerHour() == null) {
            return null;
        }
        double litres = known == null ? tank : Math.min(tank, known.litres());
        for (int i = 0; i < supplied.size(); i++) {
            Supplied one = supplied.get(i);
            Instant from = known != null && known.at().isAfter(one.at()) ? known.at() : one.at();
            Instant to = i + 1 < supplied.size() ? supplied.get(i + 1).at() : now;
            if (one.engineRuns() && from.isBefore(to)) {
                Double perHour = FuelUse.at(setup.source(), DutyWatts.drawn(setup, one.circuits()))
                        .litresPerHour();
                litres -= (perHour == null ? 0 : perHour)
                        * Duration.between(from, to).getSeconds()
                        / 3600.0;
            }
        }
        return new TankLevel(Math.max(0, litres));
    }
}
