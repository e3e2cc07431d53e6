package juiceswap.core.house;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * What stands between the utility and the generator.
 *
 * @param refused the household has such an arrangement instead of a device, or null; then {@code kind} is cords, which is
 *     what is left to it
 * @param switchedNeutral the device switches the neutral too, so that the house's bond stays behind
 * @param maxBreakersOn most branch breakers that may be on at once, 1 or more, or null
 * @param feed how a 120 V generator meets the legs of the panel
 * @param proving where the supply is read before it is trusted
 * @param tested what its last tests came to
 * @param rideThrough what a battery of the device keeps alive when everything is off
 */
public record TransferDevice(
        Kind kind,
        @Nullable RefusedArrangement refused,
        boolean switchedNeutral,
        @Nullable Integer maxBreakersOn,
        Feed feed,
        Proving proving,
        Tested tested,
        RideThrough rideThrough) {

    /**
     * How a 120 V generator meets the two legs of a panel.
     *
     * @param bridged it feeds both
     * @param fedLeg the one that it feeds when not bridged
     */
    public record Feed(boolean bridged, Leg fedLeg) {
        /** One leg, the first. */
        public static final Feed USUAL = new Feed(false, Leg.L1);

        /** Both legs from one winding. */
        public static final Feed BRIDGED = new Feed(true, Leg.L1);
    }

    /**
     * Where the supply is read before it is trusted.
     *
     * @param panelMeter a meter is fitted that shows both legs without any breaker closed
     * @param testCircuits tough circuits, best one on each leg, on which the supply is proven, by id
     */
    public record Proving(boolean panelMeter, List<String> testCircuits) {
        /** Neither meter nor test circuit. */
        public static final Proving NOWHERE = new Proving(false, List.of());

        public Proving {
            testCircuits = List.copyOf(testCircuits);
        }
    }

    /** What the acceptance test, or the latest yearly test, of the device came to. */
    public enum Proof implements Worded {
        UNPROVEN("unproven"),
        PASSED("passed"),
        FAILED("failed");

        private final String word;

        Proof(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** What measuring came to of the way from the set's neutral to the house's neutral-to-ground bond. */
    public enum BondPath implements Worded {
        UNKNOWN("unknown"),
        SOUND("sound"),
        BROKEN("broken");

        private final String word;

        BondPath(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** What was tested: nothing counts that was not measured and kept. */
    public record Tested(Proof proof, BondPath bondPath) {
        /** Nobody has tested anything. */
        public static final Tested NOTHING = new Tested(Proof.UNPROVEN, BondPath.UNKNOWN);
    }

    /**
     * A battery of the device: it keeps some circuits live from the moment of the outage, and when everything is switched
     * off too.
     *
     * @param circuits by id; empty without a battery
     * @param wattHours that it gives from full, above 0, or null when not known
     */
    public record RideThrough(
            List<String> circuits, @Nullable Double wattHours) {
        /** No battery. */
        public static final RideThrough NONE = new RideThrough(List.of(), null);

        public RideThrough {
            circuits = List.copyOf(circuits);
            if (wattHours != null) {
                InvalidInput.positive("/rideThroughWattHours", wattHours);
            }
        }

        /** The same without that circuit. */
        public RideThrough without(String circuit) {
            return new RideThrough(
                    circuits.stream().filter(id -> !id.equals(circuit)).toList(), wattHours);
        }

        /** Hours that it carries so many watts; null when its size is not known, or nothing draws. */
        public @Nullable Double hours(double watts) {
            return wattHours == null || watts <= 0 ? null : (Double) (wattHours / watts);
        }
    }

    /**
     * The supported kinds, each described: what the planner, the drawings and the pages do with a kind follows from its
     * description. A kind that does not say how it parts the house from the utility can't be.
     */
    public enum Kind implements Worded {
        INTERLOCK("interlock", Parting.PLATE, Reach.MAIN_PANEL),
        TRANSFER_SWITCH("transfer-switch", Parting.HANDLE, Reach.MAIN_PANEL),
        SUBPANEL("subpanel", Parting.PLATE, Reach.OWN_PANEL),
        CIRCUIT_SWITCHES("circuit-switches", Parting.SWITCH_EACH, Reach.LISTED_CIRCUITS),
        AUTOMATIC_CIRCUITS("automatic-circuits", Parting.BY_ITSELF, Reach.LISTED_CIRCUITS),
        APPLIANCE("appliance", Parting.SWITCH_EACH, Reach.ONE_APPLIANCE),
        CORDS("cords", Parting.UNPLUGGED, Reach.PLUGGED_IN);

        private final String word;
        private final Parting parting;
        private final Reach reach;

        Kind(String word, Parting parting, Reach reach) {
            this.word = word;
            this.parting = parting;
            this.reach = reach;
        }

        @Override
        public String word() {
            return word;
        }

        /** How it parts the house from the utility. */
        public Parting parting() {
            return parting;
        }

        /** What it lets the generator feed. */
        public Reach reach() {
            return reach;
        }

        /** It belongs to the house's wiring, and so its neutral, its ground and its labels are proven. */
        public boolean wired() {
            return parting != Parting.UNPLUGGED;
        }

        /** It can be made to switch the neutral; a plate between two breakers can't. */
        public boolean maySwitchNeutral() {
            return wired() && parting != Parting.PLATE;
        }

        /** It may have a battery of its own that keeps some circuits alive. */
        public boolean mayRideThrough() {
            return parting == Parting.BY_ITSELF;
        }

        /** Branch by branch is switched where a meter or a test circuit can tell about the supply first. */
        public boolean hasTestCircuits() {
            return parting.switchesPanel() || parting == Parting.SWITCH_EACH && reach == Reach.LISTED_CIRCUITS;
        }

        /** The supply is read at its circuits once more under a load: it feeds more than one thing. */
        public boolean readUnderLoad() {
            return switch (parting) {
                case PLATE, HANDLE -> true;
                case SWITCH_EACH -> reach != Reach.ONE_APPLIANCE;
                case BY_ITSELF, UNPLUGGED -> false;
            };
        }

        /** What it feeds may be unplugged first; of a single appliance or cords the person decides that anyway. */
        public boolean asksForSensitive() {
            return reach != Reach.ONE_APPLIANCE && reach != Reach.PLUGGED_IN;
        }
    }

    public TransferDevice {
        InvalidInput.unless(maxBreakersOn == null || maxBreakersOn >= 1, "/maxBreakersOn", "invalid.one-or-more");
        InvalidInput.unless(
                !switchedNeutral || refused != null || kind != Kind.INTERLOCK,
                "/neutral",
                "invalid.plate-switches-no-neutral");
        InvalidInput.unless(
                rideThrough.equals(RideThrough.NONE) || kind.mayRideThrough(),
                "/rideThrough",
                "invalid.no-ride-through");
    }

    /** A device of that kind with a solid neutral, no limit of breakers, and nothing to prove its supply at. */
    public static TransferDevice of(Kind kind) {
        return new TransferDevice(
                kind, null, false, null, Feed.USUAL, Proving.NOWHERE, Tested.NOTHING, RideThrough.NONE);
    }

    /** What a household with a refused arrangement is left with. */
    public static TransferDevice instead(RefusedArrangement refused) {
        return new TransferDevice(
                Kind.CORDS, refused, false, null, Feed.USUAL, Proving.NOWHERE, Tested.NOTHING, RideThrough.NONE);
    }

    /** The same with a neutral that it switches, or does not. */
    public TransferDevice withSwitchedNeutral(boolean switched) {
        return new TransferDevice(kind, refused, switched, maxBreakersOn, feed, proving, tested, rideThrough);
    }

    /** The same with at most so many breakers on, or any number when null. */
    public TransferDevice withMaxBreakersOn(@Nullable Integer most) {
        return new TransferDevice(kind, refused, switchedNeutral, most, feed, proving, tested, rideThrough);
    }

    /** The same where a 120 V generator meets the legs so. */
    public TransferDevice withFeed(Feed other) {
        return new TransferDevice(kind, refused, switchedNeutral, maxBreakersOn, other, proving, tested, rideThrough);
    }

    /** The same with its supply proven there. */
    public TransferDevice withProving(Proving other) {
        return new TransferDevice(kind, refused, switchedNeutral, maxBreakersOn, feed, other, tested, rideThrough);
    }

    /** The same with such a battery. */
    public TransferDevice withRideThrough(RideThrough battery) {
        return new TransferDevice(kind, refused, switchedNeutral, maxBreakersOn, feed, proving, tested, battery);
    }

    /** The same, tested so. */
    public TransferDevice withTested(Tested other) {
        return new TransferDevice(kind, refused, switchedNeutral, maxBreakersOn, feed, proving, other, rideThrough);
    }

    /**
     * A 120 V generator feeds whatever it is switched or plugged to: both legs of a panel are bridged, or the device has
     * legs of its own, as every box and cord has.
     */
    public boolean feedsBothLegs() {
        return feed.bridged() || !kind.reach().panelLegsCount();
    }

    /** The leg that a 120 V generator feeds when not bridged. */
    public Leg fedLeg() {
        return feed.fedLeg();
    }

    /** A meter is fitted that shows both legs without any breaker closed. */
    public boolean panelMeter() {
        return proving.panelMeter();
    }

    /** The circuits that somebody has chosen to prove the supply on. */
    public List<String> testCircuits() {
        return proving.testCircuits();
    }

    /** Test circuits count only where branch by branch is switched at a panel or a box. */
    public List<String> usableTestCircuits() {
        return kind.hasTestCircuits() ? proving.testCircuits() : List.of();
    }

    /** Whether the supply of a panel can be proven before it is picked up: at a fitted meter, or at test circuits. */
    public boolean provable() {
        return panelMeter() || !usableTestCircuits().isEmpty();
    }

    /** The house's own neutral-to-ground bond counts in what the set feeds: through wiring whose neutral is not switched. */
    public boolean houseBondReaches() {
        return kind.wired() && !switchedNeutral;
    }
}
