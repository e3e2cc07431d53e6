package juiceswap.core.measure;

import java.io.Serializable;

/**
 * An amount of something that households measure in different units.
 *
 * @param si in the SI unit of its dimension
 */
public record Quantity(Dimension dimension, double si) implements Serializable {
    /** A length of so many meters. */
    public static Quantity metres(double metres) {
        return new Quantity(Dimension.LENGTH, metres);
    }

    /** A height above the sea of so many meters. */
    public static Quantity altitude(double metres) {
        return new Quantity(Dimension.ALTITUDE, metres);
    }

    /** So many liters of liquid fuel. */
    public static Quantity litres(double litres) {
        return new Quantity(Dimension.VOLUME, litres);
    }

    /** A temperature in degrees Celsius. */
    public static Quantity celsius(double celsius) {
        return new Quantity(Dimension.TEMPERATURE, celsius);
    }
}
