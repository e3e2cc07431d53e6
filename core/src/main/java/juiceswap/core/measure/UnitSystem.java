package juiceswap.core.measure;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.Worded;

/** Which unit stands for each dimension. A system is described here and nowhere else. */
public enum UnitSystem implements Worded {
    METRIC(
            "metric",
            Map.of(
                    Dimension.LENGTH, new Unit("m", List.of("metre", "metres", "meter", "meters"), 1, 0, 1),
                    Dimension.ALTITUDE, new Unit("m", List.of("metre", "metres", "meter", "meters"), 1, 0, 0),
                    Dimension.VOLUME, new Unit("litres", List.of("l", "litre", "liter", "liters"), 1, 0, 1),
                    Dimension.TEMPERATURE, new Unit("°C", List.of("c", "celsius"), 1, 0, 1)));

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
