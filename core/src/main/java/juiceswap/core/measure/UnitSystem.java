package juiceswap.core.measure;

import java.util.EnumMap;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.Worded;

/** Which unit stands for each dimension. A system is described here and nowhere else. */
public enum UnitSystem implements Worded {
    METRIC(
            "metric",
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
            "ussystem",
            Map.of(
                    Dimension.LENGTH, Units.FOOT,
                    Dimension.ALTITUDE, Units.FOOT,
                    Dimension.VOLUME, Units.GALLON,
                    Dimension.PROPANE, Units.POUND_OF_PROPANE,
                    Dimension.TEMPERATURE, Units.FAHRENHEIT));

    private final String word;
    private final String inLocales;
    private final Map<Dimension, Unit> units;

    UnitSystem(String word, String inLocales, Map<Dimension, Unit> units) {
        this.word = word;
        this.inLocales = inLocales;
        this.units = new EnumMap<>(units);
        if (this.units.size() != Dimension.values().length) {
            throw new IllegalArgumentException(word + " has no unit for one of the dimensions");
        }
    }

    @Override
    public String word() {
        return word;
    }

    /** What identifiers of locales call it (key {@code ms} of Unicode's). */
    public String inLocales() {
        return inLocales;
    }

    Unit unit(Dimension dimension) {
        return Objects.requireNonNull(units.get(dimension));
    }
}
