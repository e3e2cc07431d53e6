package juiceswap.core.supply;

import java.util.Arrays;
import java.util.Optional;

/** What the engine burns. */
public enum Fuel {
    GASOLINE("gasoline"),
    PROPANE("propane"),
    NATURAL_GAS("natural-gas"),
    DIESEL("diesel");

    private final String word;

    Fuel(String word) {
        this.word = word;
    }

    public String word() {
        return word;
    }

    public static Optional<Fuel> of(String word) {
        return Arrays.stream(values()).filter(fuel -> fuel.word.equals(word)).findFirst();
    }
}
