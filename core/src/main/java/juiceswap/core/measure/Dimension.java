package juiceswap.core.measure;

import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;

/** What is measured in more than one unit. Electrical units, minutes and wire gauges are the same everywhere here. */
public enum Dimension implements Worded {
    /** Cords and distances; SI: meters. */
    LENGTH("length", List.of(Units.INCH, Units.CENTIMETER)),
    /** Height above the sea; SI: meters. */
    ALTITUDE("altitude", List.of()),
    /** Liquid fuel; SI: liters, as the field counts. */
    VOLUME("volume", List.of(Units.QUART)),
    /** Propane, bought by weight; SI: liters of liquid, as the field counts. */
    PROPANE("propane", List.of(Units.GALLON_OF_PROPANE, Units.LITER_OF_PROPANE)),
    /** Air, food and water; SI: degrees Celsius, as the field counts. */
    TEMPERATURE("temperature", List.of());

    private final String word;
    private final List<Unit> alsoTyped;

    Dimension(String word, List<Unit> alsoTyped) {
        this.word = word;
        this.alsoTyped = alsoTyped;
    }

    @Override
    public String word() {
        return word;
    }

    /** The unit that people write so, of whatever system; empty when there is none. */
    Optional<Unit> unitWritten(String text) {
        for (UnitSystem system : UnitSystem.values()) {
            if (system.unit(this).isWritten(text)) {
                return Optional.of(system.unit(this));
            }
        }
        return alsoTyped.stream().filter(unit -> unit.isWritten(text)).findFirst();
    }
}
