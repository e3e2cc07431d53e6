package juiceswap.core.house;

/**
 * How a transfer device keeps the generator and the utility apart, and so what a person operates. Whatever depends on it is
 * decided in a switch over all of them: a new one does not compile until each place has said what it means there.
 */
public enum Parting {
    /** A plate lets main breaker and generator input breaker be on only one at a time; the branches behind them are switched. */
    PLATE,
    /** A handle with three positions: utility, off, generator; the branches behind it are switched. */
    HANDLE,
    /** A switch for each circuit: line, off, generator. */
    SWITCH_EACH,
    /** Relays that act by themselves as soon as the generator gives power; nobody operates them. */
    BY_ITSELF,
    /** Nothing joins them: what the generator feeds is unplugged from the wall first. */
    UNPLUGGED;

    /** The whole panel is switched over, and its branch breakers with it. */
    public boolean switchesPanel() {
        return this == PLATE || this == HANDLE;
    }

    /** Circuits or appliances go over one by one, each by hand. */
    public boolean oneByOne() {
        return this == SWITCH_EACH || this == UNPLUGGED;
    }
}
