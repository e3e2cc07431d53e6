package juiceswap.core.outage;

import java.time.Instant;

/**
 * A line of the outage log.
 *
 * @param sequence 1 and up without gaps
 */
public record Entry(int sequence, Instant at, String who, Event event) {}
