package juiceswap.core.supply;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * Where the set stands.
 *
 * @param distanceM metres the cord must reach, from the set to the inlet; 0 or more, null when not measured
 * @param openingM metres from the set to the nearest door, window or vent; 0 or more, null when not measured
 * @param wayIn how the cord comes into the house, null when nobody has said
 */
public record Placement(
        @Nullable Double distanceM,
        @Nullable Double openingM,
        @Nullable WayIn wayIn) {
    /** How the cord comes into the house. */
    public enum WayIn implements Worded {
        /** To an inlet on an outside wall: nothing stands open. */
        OUTSIDE_INLET("outside-inlet"),
        /** To an inlet indoors, such as in a garage: the cord passes an opening on its way. */
        INLET_INDOORS("inlet-indoors"),
        /** Through a door or window that can't be shut. */
        THROUGH_OPENING("through-opening");

        private final String word;

        WayIn(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** How far it stands, and nothing of the way in. */
    public Placement(@Nullable Double distanceM, @Nullable Double openingM) {
        this(distanceM, openingM, null);
    }

    /** Exhaust can come in along the cord: the gap is to be closed. */
    public boolean leavesGap() {
        return wayIn == WayIn.INLET_INDOORS || wayIn == WayIn.THROUGH_OPENING;
    }

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
