package juiceswap.core.trouble;

import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * What kind of engine it is, and how it stands.
 *
 * @param electricStart by a key or a button; else by a cord
 * @param choke it has one to set by hand
 * @param coShutOff it stops itself on carbon monoxide
 * @param cold it has not run for an hour
 */
public record EngineKind(Fuel fuel, boolean electricStart, boolean choke, boolean coShutOff, boolean cold) {
    /**
     * As far as a household has said: fuel and how it is started; a choke and a stop on carbon monoxide as most of them have.
     *
     * @param generator null for a source without an engine, or before there is one
     */
    public static EngineKind usual(@Nullable Generator generator, boolean electricStart, boolean cold) {
        Fuel fuel = generator == null ? Fuel.GASOLINE : generator.fuel();
        return new EngineKind(fuel, electricStart, fuel != Fuel.DIESEL, true, cold);
    }

    boolean liquid() {
        return fuel == Fuel.GASOLINE || fuel == Fuel.DIESEL;
    }

    boolean sparks() {
        return fuel != Fuel.DIESEL;
    }
}
