package juiceswap.core.changeover;

import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator.BondChange;

/**
 * No plan is made, and why.
 *
 * @param reason what is wrong, in one sentence
 * @param instead what to do that is safe
 */
public record Refusal(Code code, String reason, String instead) {

    /** Why a plan is refused. */
    public enum Code implements Worded {
        BACKFED_OUTLET("BACKFED_OUTLET"),
        DOUBLE_MALE_CORD("DOUBLE_MALE_CORD"),
        NO_INTERLOCK("NO_INTERLOCK"),
        GROUND_LIFTED("GROUND_LIFTED"),
        INDOORS("INDOORS"),
        BOND_UNKNOWN("BOND_UNKNOWN"),
        TWO_BONDS("TWO_BONDS"),
        NO_BOND("NO_BOND"),
        INTERLOCK_FAULT("INTERLOCK_FAULT"),
        DOES_NOT_FIT("DOES_NOT_FIT"),
        NO_OUTPUT_SWITCH("NO_OUTPUT_SWITCH"),
        NO_TANK("NO_TANK"),
        UTILITY_DEAD("UTILITY_DEAD");

        private final String word;

        Code(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    private static final String USE_CORDS =
            "Run extension cords from the generator to the appliances until an electrician has fitted a transfer device.";
    private static final String MAKE_SAFE = "generator breaker off, engine off";

    static Optional<Refusal> of(Changeover changeover, SwapState state, Goal goal) {
        Optional<Refusal> arrangement = ofArrangement(changeover.kind());
        if (arrangement.isPresent()) {
            return goal != Goal.MAKE_SAFE
                    ? arrangement
                    : arrangement.map(refusal -> new Refusal(refusal.code, refusal.reason, MAKE_SAFE));
        }
        return switch (goal) {
            case ON_GENERATOR, REFUEL -> ofFeeding(changeover, state, goal);
            case ON_UTILITY ->
                state.utilityLive()
                        ? Optional.empty()
                        : refuse(
                                Code.UTILITY_DEAD,
                                "The street has no power yet.",
                                "Stay on the generator, or make safe, until the utility is back and has held.");
            case MAKE_SAFE -> Optional.empty();
        };
    }

    /** Arrangements that kill, whatever the goal. */
    private static Optional<Refusal> ofArrangement(Kind kind) {
        return switch (kind) {
            case DRYER_OUTLET, RANGE_OUTLET, WALL_OUTLET, RECEPTACLE_INLET ->
                refuse(
                        Code.BACKFED_OUTLET,
                        "Feeding the house through an outlet puts your generator on the street's wires, where it can kill a"
                                + " line worker, and leaves bare live prongs in your hand.",
                        USE_CORDS);
            case DOUBLE_MALE_CORD, CAPPED_PLUG ->
                refuse(
                        Code.DOUBLE_MALE_CORD,
                        "A male plug that can be live kills whoever touches its prongs; a cap or care does not change that.",
                        USE_CORDS);
            case MAIN_ONLY, HOME_MADE_LOCK ->
                refuse(
                        Code.NO_INTERLOCK,
                        "Only memory or a home-made lock would keep your generator off the street's wires, and both fail.",
                        USE_CORDS);
            case LIFTED_GROUND ->
                refuse(
                        Code.GROUND_LIFTED,
                        "Without its ground a fault makes metal frames live and no breaker opens.",
                        "Have an electrician restore the equipment ground; until then use intact extension cords.");
            case INDOOR_GENERATOR ->
                refuse(
                        Code.INDOORS,
                        "Carbon monoxide from an engine in or against a building kills the people inside within minutes.",
                        "Move it outdoors, 6 m (20 ft) or more from doors, windows and vents, exhaust pointing away.");
            case INTERLOCK, TRANSFER_SWITCH, SUBPANEL, CIRCUIT_SWITCHES, AUTOMATIC_CIRCUITS, APPLIANCE, CORDS ->
                Optional.empty();
        };
    }

    private static Optional<Refusal> ofFeeding(Changeover changeover, SwapState state, Goal goal) {
        if (goal == Goal.REFUEL && changeover.generator().fuel() == Fuel.NATURAL_GAS) {
            return refuse(Code.NO_TANK, "A set on natural gas has no tank to fill.", "Check the gas supply instead.");
        }
        if (state.bond() == Bond.UNKNOWN) {
            return refuse(
                    Code.BOND_UNKNOWN,
                    "Nobody knows whether this set joins its neutral to its frame.",
                    "Find out first: engine off, cord unplugged, measure neutral to ground at one of its outlets.");
        }
        if (changeover.generator().bondChange() != BondChange.SWITCH) {
            int bonds = changeover.bondsWhenConnected(state);
            if (bonds > 1) {
                return refuse(
                        Code.TWO_BONDS,
                        "Both the generator and the panel join neutral to ground, so neutral current would run on ground"
                                + " wires and metal frames, and a broken neutral would stay hidden.",
                        "Float the generator as its manual says, or have an electrician fit a transfer device that"
                                + " switches the neutral.");
            }
            if (bonds < 1) {
                return refuse(
                        Code.NO_BOND,
                        "Nothing would join neutral to ground, so a fault would not trip a breaker and frames could become"
                                + " live.",
                        "Bond the generator as its manual says, or ask an electrician.");
            }
        }
        boolean plateDefeated = state.mainOn() && state.plateToGenerator()
                || state.inputOn() && (state.mainOn() || !state.plateToGenerator());
        if (changeover.kind().hasPlate() && plateDefeated) {
            return refuse(
                    Code.INTERLOCK_FAULT,
                    "The interlock plate should make this position impossible: it is loose, forced or misread.",
                    "Make safe, then have an electrician check the interlock before it is used again.");
        }
        if (changeover.kind() == Kind.AUTOMATIC_CIRCUITS
                && !changeover.generator().outputSwitch()) {
            return refuse(
                    Code.NO_OUTPUT_SWITCH,
                    "This box takes load by itself, and without a breaker on the set the engine would meet it cold.",
                    "Ask an electrician for a switch at the inlet, or use a set with an output breaker.");
        }
        // what is picked now may have come up in another way than one by one from nothing
        if (!changeover.allFit(java.util.Set.of()) && !changeover.allFit(state.picked())) {
            return doesNotFit();
        }
        return Optional.empty();
    }

    static Optional<Refusal> doesNotFit() {
        return refuse(
                Code.DOES_NOT_FIT,
                "The chosen circuits are more than generator, cord and breakers can start and carry.",
                "Choose fewer or smaller circuits, or let some take turns.");
    }

    private static Optional<Refusal> refuse(Code code, String reason, String instead) {
        return Optional.of(new Refusal(code, reason, instead));
    }
}
