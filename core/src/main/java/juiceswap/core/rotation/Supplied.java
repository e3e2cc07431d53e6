package juiceswap.core.rotation;

import java.time.Instant;
import java.util.Set;

/**
 * What has had power from a moment on, until the next one that is told.
 *
 * @param circuits ids of what has power, from the set or from the street
 * @param engineRuns the set burns fuel
 */
public record Supplied(Instant at, Set<String> circuits, boolean engineRuns) {
    public Supplied {
        circuits = Set.copyOf(circuits);
    }
}
