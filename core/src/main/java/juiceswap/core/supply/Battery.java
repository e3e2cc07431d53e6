package juiceswap.core.supply;

/** A battery that a house lives on: as its only source, or while the engine of another rests. */
public sealed interface Battery permits PowerStation, Storage {
    /** Where nobody has said: so much of what goes in comes out again, our own rule of thumb for inverter and charger. */
    double USUAL_EFFICIENCY_PERCENT = 85;

    /** Where nobody has said: many a station switches itself off below it. */
    double USUAL_LOW_PERCENT = 10;

    /** Watt-hours that it gives when full, above 0. */
    double wattHours();

    /** Percent of {@link #wattHours} that are never planned with, 0 to below 100. */
    double lowPercent();

    /** Watts by which what it holds rises while it is charged. */
    double storedWatts();

    /** Watt-hours that are never planned with. */
    default double lowWattHours() {
        return wattHoursAt(lowPercent());
    }

    /** Watt-hours that so many percent of it are, 0 to 100. */
    default double wattHoursAt(double percent) {
        return wattHours() * percent / 100;
    }

    /** Percent of what it holds when full, as a display shows them, that so many watt-hours are. */
    default double percent(double left) {
        return 100 * left / wattHours();
    }
}
