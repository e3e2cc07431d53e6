package juiceswap.core.changeover;

import java.util.Optional;
import java.util.Set;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.house.Parting;
import juiceswap.core.house.RefusedArrangement;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.BondPath;
import juiceswap.core.house.TransferDevice.Proof;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Source.BondChange;

/**
 * No plan is made, and why.
 *
 * @param instead what to do that is safe
 */
public record Refusal(Code code, Phrase instead) {

    /** Why a plan is refused. */
    public enum Code implements Worded {
        BACKFED_OUTLET("BACKFED_OUTLET"),
        DOUBLE_MALE_CORD("DOUBLE_MALE_CORD"),
        NO_INTERLOCK("NO_INTERLOCK"),
        GROUND_LIFTED("GROUND_LIFTED"),
        INDOORS("INDOORS"),
        BOND_PATH_BROKEN("BOND_PATH_BROKEN"),
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

    private Refusal(Code code) {
        this(code, Phrase.of("refusal." + code.word() + ".instead"));
    }

    /** Measuring the bond is what leads on. */
    public boolean measures() {
        return code == Code.BOND_UNKNOWN || code == Code.BOND_PATH_BROKEN;
    }

    /** Making safe comes before everything else: what keeps generator and utility apart can't be trusted. */
    public boolean makesSafeFirst() {
        return code == Code.INTERLOCK_FAULT;
    }

    /** What is wrong, in one sentence. */
    public Phrase reason() {
        return Phrase.of("refusal." + code.word());
    }

    static Optional<Refusal> of(Changeover changeover, SwapState state, Goal goal) {
        RefusedArrangement arrangement = changeover.setup().transfer().refused();
        if (arrangement != null) {
            Refusal refusal = of(arrangement);
            return Optional.of(
                    goal == Goal.MAKE_SAFE ? new Refusal(refusal.code, Phrase.of("made-safe.instead")) : refusal);
        }
        return switch (goal) {
            case ON_GENERATOR, REFUEL -> ofFeeding(changeover, state, goal);
            case ON_UTILITY -> state.utilityLive() ? Optional.empty() : refuse(Code.UTILITY_DEAD);
            case MAKE_SAFE -> Optional.empty();
        };
    }

    /** Arrangements that kill, whatever the goal: who is hurt, and what is left to do. */
    public static Refusal of(RefusedArrangement arrangement) {
        return new Refusal(
                switch (arrangement.danger()) {
                    case BACKFED_OUTLET -> Code.BACKFED_OUTLET;
                    case LIVE_MALE_PLUG -> Code.DOUBLE_MALE_CORD;
                    case NO_INTERLOCK -> Code.NO_INTERLOCK;
                    case GROUND_LIFTED -> Code.GROUND_LIFTED;
                    case INDOORS -> Code.INDOORS;
                });
    }

    private static Optional<Refusal> ofFeeding(Changeover changeover, SwapState state, Goal goal) {
        TransferDevice device = changeover.setup().transfer();
        if (device.kind().wired() && device.tested().bondPath() == BondPath.BROKEN) {
            return refuse(Code.BOND_PATH_BROKEN);
        }
        if (state.bond() == Bond.UNKNOWN) {
            return refuse(Code.BOND_UNKNOWN);
        }
        if (changeover.source().bondChange() != BondChange.SWITCH) {
            int bonds = changeover.bondsWhenConnected(state);
            if (bonds != 1) {
                return refuse(bonds > 1 ? Code.TWO_BONDS : Code.NO_BOND);
            }
        }
        boolean plateDefeated = state.mainOn() && state.plateToGenerator()
                || state.inputOn() && (state.mainOn() || !state.plateToGenerator());
        boolean failed = device.kind().wired() && device.tested().proof() == Proof.FAILED;
        if (failed || changeover.parting() == Parting.PLATE && plateDefeated) {
            return refuse(Code.INTERLOCK_FAULT);
        }
        // what is picked now may have come up in another way than one by one from nothing
        if (!changeover.allFit(Set.of()) && !changeover.allFit(state.picked())) {
            return doesNotFit();
        }
        if (changeover.parting() == Parting.BY_ITSELF && !changeover.source().outputSwitch()) {
            return refuse(Code.NO_OUTPUT_SWITCH);
        }
        Generator engine = changeover.source().engine();
        boolean tank = engine != null && engine.fuel().fromTank();
        return goal == Goal.REFUEL && !tank ? refuse(Code.NO_TANK) : Optional.empty();
    }

    static Optional<Refusal> doesNotFit() {
        return refuse(Code.DOES_NOT_FIT);
    }

    private static Optional<Refusal> refuse(Code code) {
        return Optional.of(new Refusal(code));
    }
}
