package juiceswap.core.electrical;

import java.util.function.UnaryOperator;
import juiceswap.core.Worded;
import juiceswap.core.electrical.Network.Bonds;
import juiceswap.core.electrical.Network.Faults;

/**
 * What can go wrong with the circuit between the generator and the panel: the one catalogue of which the wiring view, the
 * ranking of causes, the simulated meter and the simulated monitor take what they put in.
 */
public enum CircuitFault implements Worded {
    LOST_NEUTRAL(
            "lost-neutral",
            faults(f -> new Faults(true, f.openGround(), f.openL1(), f.openL2(), f.looseNeutralOhms(), f.tiedLegs()))),
    LOOSE_NEUTRAL("loose-neutral", network -> looseNeutral(network, CircuitFault.LOOSE_OHMS)),
    BROKEN_GROUND(
            "broken-ground",
            faults(f -> new Faults(f.openNeutral(), true, f.openL1(), f.openL2(), f.looseNeutralOhms(), f.tiedLegs()))),
    LOST_L1(
            "lost-l1",
            faults(f ->
                    new Faults(f.openNeutral(), f.openGround(), true, f.openL2(), f.looseNeutralOhms(), f.tiedLegs()))),
    LOST_L2(
            "lost-l2",
            faults(f ->
                    new Faults(f.openNeutral(), f.openGround(), f.openL1(), true, f.looseNeutralOhms(), f.tiedLegs()))),
    TIED_LEGS(
            "tied-legs",
            faults(f ->
                    new Faults(f.openNeutral(), f.openGround(), f.openL1(), f.openL2(), f.looseNeutralOhms(), true))),
    TWO_BONDS("two-bonds", network -> network.withBonds(new Bonds(true, true))),
    NO_BOND("no-bond", network -> network.withBonds(new Bonds(false, false))),
    /** Six times as long as it is, or as thin. */
    LONG_CORD("long-cord", network -> network.withCordTimes(CircuitFault.LONG_CORD_TIMES));

    /** Ohms of a joint that is loose enough to be found by its voltages: our judgement. */
    private static final double LOOSE_OHMS = 3;

    private static final double LONG_CORD_TIMES = 6;

    private final String word;
    private final UnaryOperator<Network> change;

    CircuitFault(String word, UnaryOperator<Network> change) {
        this.word = word;
        this.change = change;
    }

    @Override
    public String word() {
        return word;
    }

    /** It is about bonds, which a wiring view has switches of its own for. */
    public boolean aboutBonds() {
        return this == TWO_BONDS || this == NO_BOND;
    }

    /** That circuit with this fault in it, beside those that it has. */
    public Network in(Network network) {
        return change.apply(network);
    }

    /** That circuit with a joint of the neutral of so many ohms, 0 or more. */
    public static Network looseNeutral(Network network, double ohms) {
        Faults f = network.faults();
        return network.withFaults(
                new Faults(f.openNeutral(), f.openGround(), f.openL1(), f.openL2(), ohms, f.tiedLegs()));
    }

    private static UnaryOperator<Network> faults(UnaryOperator<Faults> more) {
        return network -> network.withFaults(more.apply(network.faults()));
    }
}
