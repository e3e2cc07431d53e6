package juiceswap.core.supply;

import juiceswap.core.InvalidInput;

/**
 * What the set's label promises on one fuel, at sea level and 25 °C.
 *
 * @param runningWatts continuous, above 0
 * @param startingWatts for a few seconds, above 0
 */
public record Rating(Fuel fuel, double runningWatts, double startingWatts) {
    public Rating {
        InvalidInput.positive("/runningWatts", runningWatts);
        InvalidInput.positive("/startingWatts", startingWatts);
    }
}
