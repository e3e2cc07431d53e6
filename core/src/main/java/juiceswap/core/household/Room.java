package juiceswap.core.household;

import java.util.List;

/**
 * A room and the circuits that are walked through in it.
 *
 * @param circuits by id, in walking order
 */
public record Room(String name, List<String> circuits) {
    public Room {
        circuits = List.copyOf(circuits);
    }
}
