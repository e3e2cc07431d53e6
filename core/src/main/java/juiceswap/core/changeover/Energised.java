package juiceswap.core.changeover;

/**
 * Which parts carry voltage, from the street to the set.
 *
 * @param street the street's wires, also when a set feeds them by mistake
 * @param panel the panel's bus, from either side
 * @param inlet the house inlet and the wire behind it
 * @param cord the cord, also with one end loose
 * @param engine the set's windings
 */
public record Energised(boolean street, boolean panel, boolean inlet, boolean cord, boolean engine) {

    /** What carries voltage in that state. */
    public static Energised of(Changeover changeover, SwapState state) {
        boolean fed = changeover.fed(state);
        boolean fromStreet = state.utilityLive() && changeover.onUtilitySide(state);
        boolean cord = state.engine().running() && state.outputOn() && state.cordAtGenerator();
        return new Energised(
                state.utilityLive() || fed && changeover.backfeeds(state),
                fed || fromStreet,
                cord && state.cordAtHouse(),
                cord,
                state.engine().running());
    }
}
