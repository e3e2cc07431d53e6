package juiceswap.web.drawing;

import java.util.Locale;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.electrical.Network.Solution;
import org.jspecify.annotations.Nullable;

/**
 * The circuit from the windings to the loads, with what flows in it. Amps and volts are written as they are shown.
 *
 * @param neutralLook sound, loose or open
 * @param groundCarries current flows on the ground wire, where none belongs
 * @param l1Verdict of the volts that L1 gives its loads: good, watch or stop
 */
public record WiringView(
        boolean l1Open,
        boolean l2Open,
        boolean tied,
        String neutralLook,
        boolean groundOpen,
        boolean bondAtSet,
        boolean bondAtPanel,
        String l1Amps,
        String l2Amps,
        String neutralAmps,
        String groundAmps,
        boolean groundCarries,
        String l1n,
        String l2n,
        String l1l2,
        String frame,
        String neutralToGround,
        String l1Verdict,
        String l2Verdict,
        String l1Watts,
        String l2Watts,
        String bothWatts,
        String inWords) {
    private static final double FELT_AMPS = 0.05;

    public static WiringView of(Network network, Solution solved) {
        Faults faults = network.faults();
        return new WiringView(
                faults.openL1(),
                faults.openL2(),
                faults.tiedLegs(),
                faults.openNeutral() ? "open" : faults.looseNeutralOhms() > 0 ? "loose" : "sound",
                faults.openGround(),
                network.bonds().generator(),
                network.bonds().panel(),
                amps(solved.l1Amps()),
                amps(solved.l2Amps()),
                amps(solved.neutralAmps()),
                amps(solved.groundAmps()),
                solved.groundAmps() > FELT_AMPS,
                volts(solved.l1n()),
                volts(solved.l2n()),
                volts(solved.l1l2()),
                volts(solved.frameVolts()),
                volts(solved.neutralToGroundVolts()),
                verdict(solved.l1n()),
                verdict(solved.l2n()),
                watts(network, Between.L1_N),
                watts(network, Between.L2_N),
                watts(network, Between.L1_L2),
                inWords(network, solved));
    }

    /** Whole volts; where nothing joins the two points there is no voltage to read. */
    public static String volts(@Nullable Double volts) {
        if (volts == null) {
            return "floating";
        }
        return String.format(Locale.ENGLISH, volts < 10 && volts >= 0.05 ? "%.1f V" : "%.0f V", volts);
    }

    private static String amps(double amps) {
        return String.format(Locale.ENGLISH, "%.1f A", amps < FELT_AMPS ? 0 : amps);
    }

    /** What the set must carry, as everywhere else: of a motor its volt-amperes. */
    private static String watts(Network network, Between between) {
        double watts = network.loads().stream()
                .filter(load -> load.between() == between)
                .mapToDouble(load -> load.voltAmperes(load.watts()))
                .sum();
        return String.format(Locale.ENGLISH, "%,.0f W", watts);
    }

    private static String verdict(@Nullable Double volts) {
        return volts == null
                ? "stop"
                : juiceswap.core.meter.Verdict.ofLegVolts(volts).word();
    }

    /** What is most to be said about it, in one sentence. */
    private static String inWords(Network network, Solution solved) {
        return switch (network.worstTrouble()) {
            case LOST_NEUTRAL_HIDDEN ->
                "The neutral is lost, and the second bond hides it: " + amps(solved.groundAmps())
                        + " return over the ground wire and every metal frame on it, and a voltmeter shows nothing wrong.";
            case TWO_BONDS ->
                "Two bonds: " + amps(solved.groundAmps())
                        + " of what belongs on the neutral return over the ground wire and the frames.";
            case LOST_NEUTRAL ->
                "With the neutral lost the two legs share 240 V by their loads: " + volts(solved.l1n()) + " and "
                        + volts(solved.l2n()) + ".";
            case NO_BOND ->
                "No bond: neutral and frames float against each other, and a fault to a frame trips nothing.";
            case OPEN_GROUND ->
                "The ground wire is broken: a fault to a frame on the far side of the bond trips nothing, and leaves it"
                        + " live.";
            case LOOSE_NEUTRAL -> "A loose neutral moves with every load: the lightly loaded leg goes high.";
            case LEG_MISSING -> "One leg is missing: half the circuits are dead, and 240 V things pass stray volts on.";
            case LEGS_TIED ->
                "Both legs come from one winding: nothing has 240 V, and a shared neutral carries the sum instead of"
                        + " the difference.";
            case NONE -> "Sound: the neutral carries only the difference between the legs, the ground wire nothing.";
        };
    }
}
