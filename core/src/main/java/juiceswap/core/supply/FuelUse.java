package juiceswap.core.supply;

import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Map;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * How long the fuel lasts.
 *
 * @param litresPerHour null where nobody counts litres: fuel from a pipe, or none at all
 */
public record FuelUse(@Nullable Double litresPerHour) {
    /** Share of the full-load consumption that an idling engine burns: rule of thumb. */
    private static final double IDLE_SHARE = 0.35;

    /** The same of an inverter set, whose engine slows down with its load: rule of thumb. */
    private static final double INVERTER_IDLE_SHARE = 0.25;

    /** Refuel when this share of what is in the tank now remains. */
    public static final double REFUEL_SHARE = 0.15;

    /**
     * At an average load: linear between the points of the set's table, whose end values hold outside it; without a
     * table between idle and full load by rule of thumb. Percent are of the derated running watts.
     *
     * @param averageWatts 0 or more
     */
    public static FuelUse at(Source source, double averageWatts) {
        InvalidInput.notNegative("/averageWatts", averageWatts);
        Generator generator = source.engine();
        Double litresPerKwh = generator == null ? null : generator.fuel().litresPerKwh();
        if (generator == null || litresPerKwh == null) {
            return new FuelUse(null);
        }
        double fullWatts = generator.runningWatts();
        double percent = 100 * averageWatts / fullWatts;
        if (!generator.litresPerHour().isEmpty()) {
            return new FuelUse(fromTable(generator, percent));
        }
        double full = litresPerKwh * fullWatts / 1000;
        double share = Math.min(100, percent) / 100;
        double idle = generator.inverter() ? INVERTER_IDLE_SHARE : IDLE_SHARE;
        return new FuelUse(full * (idle + (1 - idle) * share));
    }

    private static double fromTable(Generator generator, double percent) {
        Map.Entry<Double, Double> below = generator.litresPerHour().floorEntry(percent);
        Map.Entry<Double, Double> above = generator.litresPerHour().ceilingEntry(percent);
        if (below == null || above == null) {
            return (below == null ? above : below).getValue();
        }
        double span = above.getKey() - below.getKey();
        double share = span == 0 ? 0 : (percent - below.getKey()) / span;
        return below.getValue() + share * (above.getValue() - below.getValue());
    }

    /**
     * Hours that a full tank lasts at an average load.
     *
     * @param averageWatts 0 or more
     * @return null where nobody counts litres, or where the tank is not known
     */
    public static @Nullable Double fullTankHours(Source source, double averageWatts) {
        Generator engine = source.engine();
        Double tank = engine == null ? null : engine.tankLitres();
        return tank == null ? null : at(source, averageWatts).hoursLeft(tank);
    }

    /** Hours until the tank is empty; null when nothing is used or nobody can tell. */
    public @Nullable Double hoursLeft(double tankLitresNow) {
        InvalidInput.notNegative("/tankLitresNow", tankLitresNow);
        return litresPerHour == null || litresPerHour == 0 ? null : tankLitresNow / litresPerHour;
    }

    /** When the tank is empty, to the minute, rounded down. */
    public @Nullable LocalDateTime emptyAt(LocalDateTime at, double tankLitresNow) {
        return after(at, hoursLeft(tankLitresNow), 1);
    }

    /** When 15 % of what is in the tank now remain, to the minute, rounded down. */
    public @Nullable LocalDateTime refuelBy(LocalDateTime at, double tankLitresNow) {
        return after(at, hoursLeft(tankLitresNow), 1 - REFUEL_SHARE);
    }

    /**
     * Litres to fetch for so many hours, beyond tank and full cans.
     *
     * @param hours 0 or more
     */
    public @Nullable Double litresNeeded(double hours, double tankLitresNow, double reserveLitres) {
        InvalidInput.notNegative("/hours", hours);
        InvalidInput.notNegative("/reserveLitres", reserveLitres);
        return litresPerHour == null ? null : Math.max(0, hours * litresPerHour - tankLitresNow - reserveLitres);
    }

    private static @Nullable LocalDateTime after(LocalDateTime at, @Nullable Double hours, double share) {
        if (hours == null) {
            return null;
        }
        // a hair so that a whole number of minutes is not lost to rounding
        long minutes = (long) Math.floor(hours * share * 60 + 1e-9);
        return at.plusMinutes(minutes).truncatedTo(ChronoUnit.MINUTES);
    }
}
