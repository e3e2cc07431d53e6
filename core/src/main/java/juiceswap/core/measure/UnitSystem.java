package juiceswap.core.measure;

import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.Worded;

/** Which unit stands for each dimension. A system is described here and nowhere else. */
public enum UnitSystem implements Worded {
    METRIC(
            "metric",
            Map.of(
                    Dimension.LENGTH, Units.METER,
                    Dimension.ALTITUDE, Units.METER_UP,
                    Dimension.VOLUME, Units.LITER,
                    Dimension.PROPANE, Units.KILOGRAM_OF_PROPANE,
                    Dimension.TEMPERATURE, Units.CELSIUS)),
    /** As people in the United States measure. */
    US(
            "us",
            Map.of(
                    Dimension.LENGTH, Units.FOOT,
                    Dimension.ALTITUDE, Units.FOOT,
                    Dimension.VOLUME, Units.GALLON,
                    Dimension.PROPANE, Units.POUND_OF_PROPANE,
                    Dimension.TEMPERATURE, Units.FAHRENHEIT));

    private final String word;
    private final Map<Dimension, Unit> units;

    UnitSystem(String word, Map<Dimension, Unit> units) {
        this.word = word;
        this.units = new EnumMap<>(units);
        if (this.units.size() != Dimension.values().length) {
            throw new IllegalArgumentException(word + " has no unit for one of the dimensions");
        }
    }

    @Override
    public String word() {
        return word;
    }

    Unit unit(Dimension dimension) {
        return Objects.requireNonNull(units.get(dimension));
    }
}
