package juiceswap.core.supply;

import java.util.List;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * Where the set stands.
 *
 * @param distanceM metres the cord must reach, from the set to the inlet; 0 or more, null when not measured
 * @param openingM metres from the set to the nearest door, window or vent; 0 or more, null when not measured
 */
public record Placement(
        @Nullable Double distanceM, @Nullable Double openingM) {
    /** Least distance of a running set from any opening: 6 m (20 ft), as public health advice has it. */
    public static final double LEAST_OPENING_M = 6;

    public Placement {
        if (distanceM != null) {
            InvalidInput.notNegative("/distanceM", distanceM);
        }
        if (openingM != null) {
            InvalidInput.notNegative("/openingM", openingM);
        }
    }

    /** The set stands where exhaust may come in. */
    public boolean tooNearOpening() {
        return openingM != null && openingM < LEAST_OPENING_M;
    }

    /** Metres by which the cords of the path are too short; 0 when they reach, or when their length is not known. */
    public double shortByM(List<Link> path) {
        double cordM = path.stream()
                .filter(link -> link.kind() == Link.Kind.CORD && link.lengthM() != null)
                .mapToDouble(link -> link.lengthM() == null ? 0 : link.lengthM())
                .sum();
        return distanceM == null || cordM == 0 ? 0 : Math.max(0, distanceM - cordM);
    }
}
