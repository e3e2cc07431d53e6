package juiceswap.core.supply;

import java.util.Optional;
import juiceswap.core.Worded;

/** What the engine burns. */
public enum Fuel implements Worded {
    GASOLINE("gasoline"),
    PROPANE("propane"),
    NATURAL_GAS("natural-gas"),
    DIESEL("diesel");

    private final String word;

    Fuel(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Fuel> of(String word) {
        return Worded.find(Fuel.class, word);
    }
}
