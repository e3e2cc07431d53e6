package juiceswap.web.outage;

import java.time.Instant;
import java.util.Optional;

/** A sensor on the street side of the main: it tells whether the street has power without anybody closing anything. */
public interface StreetSensor {

    /** What it shows, and since when. */
    record Reading(boolean live, Instant since) {}

    /** What the household's sensor shows; empty when it has none. */
    Optional<Reading> read(long householdId);
}
