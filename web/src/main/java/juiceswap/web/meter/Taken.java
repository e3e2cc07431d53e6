package juiceswap.web.meter;

import java.time.Instant;
import juiceswap.core.meter.Readings;

/**
 * What was read at one moment.
 *
 * @param where generator or panel
 */
public record Taken(Instant at, String where, Readings readings) {
    static final String GENERATOR = "generator";
    public static final String PANEL = "panel";
}
