package juiceswap.core.trouble;

import juiceswap.core.supply.Fuel;

/**
 * What kind of engine it is, and how it stands.
 *
 * @param electricStart by a key or a button; else by a cord
 * @param choke it has one to set by hand
 * @param coShutOff it stops itself on carbon monoxide
 * @param cold it has not run for an hour
 */
public record EngineKind(Fuel fuel, boolean electricStart, boolean choke, boolean coShutOff, boolean cold) {
    boolean liquid() {
        return fuel == Fuel.GASOLINE || fuel == Fuel.DIESEL;
    }

    boolean sparks() {
        return fuel != Fuel.DIESEL;
    }
}
