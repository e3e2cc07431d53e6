package juiceswap.core.supply;

import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Quantity;
import org.jspecify.annotations.Nullable;

/** What the engine burns. Everything that differs from fuel to fuel is said here. */
public enum Fuel implements Worded {
    /** Litres per kWh at full load: rule of thumb, as for the others. */
    GASOLINE("gasoline", Store.CANS, 0.60, null, true),
    /** Litres of liquid. A label that is silent on propane: 10 % less than on gasoline, a rule of thumb. */
    PROPANE("propane", Store.CYLINDERS, 0.95, 0.90, true),
    /** A label that is silent on it: 20 % less than on gasoline, a rule of thumb. */
    NATURAL_GAS("natural-gas", Store.PIPE, null, 0.80, true),
    DIESEL("diesel", Store.CANS, 0.42, null, false);

    /** Where it comes from. */
    public enum Store {
        /** Poured from cans into the tank of the engine. */
        CANS,
        /** Pressed into cylinders beside it. */
        CYLINDERS,
        /** From the street, without end as far as anybody can tell. */
        PIPE
    }

    private final String word;
    private final Store store;
    private final @Nullable Double litresPerKwh;
    private final @Nullable Double shareOfGasoline;
    private final boolean choke;

    Fuel(String word, Store store, @Nullable Double litresPerKwh, @Nullable Double shareOfGasoline, boolean choke) {
        this.word = word;
        this.store = store;
        this.litresPerKwh = litresPerKwh;
        this.shareOfGasoline = shareOfGasoline;
        this.choke = choke;
    }

    @Override
    public String word() {
        return word;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Fuel> of(String word) {
        return Worded.find(Fuel.class, word);
    }

    /** Where it comes from. */
    public Store store() {
        return store;
    }

    /** How it is bought and told: propane by weight. */
    public Dimension dimension() {
        return this == PROPANE ? Dimension.PROPANE : Dimension.VOLUME;
    }

    /** So many liters of it, as people measure it. */
    public Quantity amount(double litres) {
        return new Quantity(dimension(), litres);
    }

    /** It runs out and can be filled in again. */
    public boolean fromTank() {
        return store != Store.PIPE;
    }

    /** Litres that a full load burns for each kWh, rule of thumb; null where nobody counts litres. */
    public @Nullable Double litresPerKwh() {
        return litresPerKwh;
    }

    /** Share of the gasoline rating where the label is silent on this fuel; null where that can't be told. */
    public @Nullable Double shareOfGasoline() {
        return shareOfGasoline;
    }

    /** An engine for it is started with a choke. */
    public boolean choke() {
        return choke;
    }
}
