package juiceswap.core.measure;

import juiceswap.core.Worded;

/** What is measured in more than one unit. Electrical units, minutes and wire gauges are the same everywhere here. */
public enum Dimension implements Worded {
    /** Cords and distances; SI: metres. */
    LENGTH("length"),
    /** Height above the sea; SI: metres. */
    ALTITUDE("altitude"),
    /** Liquid fuel; SI: litres, as the field counts. */
    VOLUME("volume"),
    /** Air, food and water; SI: degrees Celsius, as the field counts. */
    TEMPERATURE("temperature");

    private final String word;

    Dimension(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }
}
