package juiceswap.core.supply;

import java.util.List;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * Propane from cylinders: how long one lasts, and down to what cold it gives off gas as fast as the engine draws it.
 *
 * <p>A cylinder gives off gas only as fast as heat comes in through the part of its wall that liquid wets. The trade’s rule of
 * thumb for containers in still air: diameter × length in inches × a factor for how full it is × a factor for the cold gives
 * BTU an hour. The factor for the cold is 0 at −20 °F, 1 at 0 °F and 2 at 20 °F; in between and above it grows evenly.
 */
public final class Propane {
    /** Liters of liquid propane that weigh a pound. */
    private static final double LITRES_PER_POUND = 0.45359237 / 0.508;

    /** Heat of a pound of propane, BTU: gross heating value. */
    private static final double BTU_PER_POUND = 21_500;

    /** The rule’s factor for a container that is still three tenths full; fuller ones give more. */
    private static final double FACTOR_AT_THREE_TENTHS = 70;

    private static final double NOTHING_BELOW_F = -20;
    private static final double DEGREES_PER_FACTOR = 20;

    /** Usual cylinders, by what they hold when filled to four fifths. */
    public static final List<Cylinder> CYLINDERS = List.of(
            new Cylinder(20, 12.2, 12),
            new Cylinder(30, 12.2, 18),
            new Cylinder(40, 12.2, 23),
            new Cylinder(100, 14.7, 42));

    private Propane() {}

    /**
     * A cylinder.
     *
     * @param pounds of propane when full
     * @param diameterInches across
     * @param lengthInches of its straight part
     */
    public record Cylinder(double pounds, double diameterInches, double lengthInches) {
        /** Liters of liquid when full. */
        public double litres() {
            return pounds * LITRES_PER_POUND;
        }
    }

    /**
     * Hours that a full cylinder lasts.
     *
     * @param averageWatts 0 or more
     * @return null where the source burns no propane, or nothing
     */
    public static @Nullable Double hours(Source source, double averageWatts, Cylinder cylinder) {
        return burns(source) ? FuelUse.at(source, averageWatts).hoursLeft(cylinder.litres()) : null;
    }

    /**
     * The cold, in °C, below which cylinders that are joined give off less gas than the engine draws, once they are three
     * tenths full.
     *
     * @param averageWatts 0 or more
     * @param joined how many feed the engine together, 1 or more
     * @return null where the source burns no propane, or nothing
     */
    public static @Nullable Double enoughDownToC(Source source, double averageWatts, Cylinder cylinder, int joined) {
        InvalidInput.positive("/joined", joined);
        Double litres = burns(source) ? FuelUse.at(source, averageWatts).litresPerHour() : null;
        if (litres == null || litres == 0) {
            return null;
        }
        double needed = litres / LITRES_PER_POUND * BTU_PER_POUND;
        double given = joined * cylinder.diameterInches() * cylinder.lengthInches() * FACTOR_AT_THREE_TENTHS;
        double fahrenheit = NOTHING_BELOW_F + DEGREES_PER_FACTOR * needed / given;
        return (fahrenheit - 32) / 1.8;
    }

    private static boolean burns(Source source) {
        Generator engine = source.engine();
        return engine != null && engine.fuel() == Fuel.PROPANE;
    }
}
