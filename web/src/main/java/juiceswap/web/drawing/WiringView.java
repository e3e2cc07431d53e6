package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
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
@RecordBuilder
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
        return WiringViewBuilder.builder()
                .l1Open(faults.openL1())
                .l2Open(faults.openL2())
                .tied(faults.tiedLegs())
                .neutralLook(faults.openNeutral() ? "open" : faults.looseNeutralOhms() > 0 ? "loose" : "sound")
                .groundOpen(faults.openGround())
                .bondAtSet(network.bonds().generator())
                .bondAtPanel(network.bonds().panel())
                .l1Amps(amps(solved.l1Amps()))
                .l2Amps(amps(solved.l2Amps()))
                .neutralAmps(amps(solved.neutralAmps()))
                .groundAmps(amps(solved.groundAmps()))
                .groundCarries(solved.groundAmps() > FELT_AMPS)
                .l1n(volts(solved.l1n()))
                .l2n(volts(solved.l2n()))
                .l1l2(volts(solved.l1l2()))
                .frame(volts(solved.frameVolts()))
                .neutralToGround(volts(solved.neutralToGroundVolts()))
                .l1Verdict(verdict(solved.l1n()))
                .l2Verdict(verdict(solved.l2n()))
                .l1Watts(watts(network, Between.L1_N))
                .l2Watts(watts(network, Between.L2_N))
                .bothWatts(watts(network, Between.L1_L2))
                .inWords(inWords(network, solved))
                .build();
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
                say("drawing.wiring.the-neutral-is-lost-and", "amps", amps(solved.groundAmps()));
            case TWO_BONDS -> say("drawing.wiring.two-bonds-of-what-belongs", "amps", amps(solved.groundAmps()));
            case LOST_NEUTRAL ->
                say(
                        "drawing.wiring.with-the-neutral-lost-the",
                        "volts",
                        volts(solved.l1n()),
                        "volts2",
                        volts(solved.l2n()));
            case NO_BOND -> say("drawing.wiring.no-bond-neutral-and-frames");
            case OPEN_GROUND -> say("drawing.wiring.the-ground-wire-is-broken");
            case LOOSE_NEUTRAL -> say("drawing.wiring.a-loose-neutral-moves-with");
            case LEG_MISSING -> say("drawing.wiring.one-leg-is-missing-half");
            case LEGS_TIED -> say("drawing.wiring.both-legs-come-from-one");
            case NONE -> say("drawing.wiring.sound-the-neutral-carries-only");
        };
    }
}
