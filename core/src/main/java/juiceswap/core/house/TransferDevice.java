package juiceswap.core.house;

import java.util.List;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * What stands between the utility and the generator.
 *
 * @param switchedNeutral the device switches the neutral too, so that the house's bond stays behind
 * @param maxBreakersOn most branch breakers that may be on at once, or null
 * @param bridged a 120 V set feeds both legs
 * @param fedLeg the leg that a 120 V set feeds when not bridged
 * @param panelMeter a meter is fitted that shows both legs without any breaker closed
 * @param testCircuits tough circuits, best one on each leg, on which the supply is proven
 */
public record TransferDevice(
        Kind kind,
        boolean switchedNeutral,
        @Nullable Integer maxBreakersOn,
        boolean bridged,
        Leg fedLeg,
        boolean panelMeter,
        List<String> testCircuits) {

    /** The supported kinds, and the dangerous arrangements that are refused by name. */
    public enum Kind implements Worded {
        INTERLOCK("interlock"),
        TRANSFER_SWITCH("transfer-switch"),
        SUBPANEL("subpanel"),
        CIRCUIT_SWITCHES("circuit-switches"),
        AUTOMATIC_CIRCUITS("automatic-circuits"),
        APPLIANCE("appliance"),
        CORDS("cords"),
        DRYER_OUTLET("dryer-outlet"),
        RANGE_OUTLET("range-outlet"),
        WALL_OUTLET("wall-outlet"),
        RECEPTACLE_INLET("receptacle-inlet"),
        DOUBLE_MALE_CORD("double-male-cord"),
        CAPPED_PLUG("capped-plug"),
        MAIN_ONLY("main-only"),
        HOME_MADE_LOCK("home-made-lock"),
        LIFTED_GROUND("lifted-ground"),
        INDOOR_GENERATOR("indoor-generator");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** The one that is written so in JSON; empty when there is none. */
        public static Optional<Kind> of(String word) {
            return Worded.find(Kind.class, word);
        }

        /** A main breaker and a generator input breaker that can't both be on. */
        public boolean hasPlate() {
            return this == INTERLOCK || this == SUBPANEL;
        }

        /** The whole panel is switched over, and its branch breakers with it. */
        public boolean switchesPanel() {
            return hasPlate() || this == TRANSFER_SWITCH;
        }

        /** Each circuit has a switch of its own: line or generator. */
        public boolean switchesCircuits() {
            return this == CIRCUIT_SWITCHES || this == APPLIANCE;
        }
    }

    public TransferDevice {
        testCircuits = List.copyOf(testCircuits);
        InvalidInput.unless(maxBreakersOn == null || maxBreakersOn >= 1, "/maxBreakersOn", "invalid.one-or-more");
    }

    /** Test circuits count only where branch by branch is switched at a panel or a box. */
    public List<String> usableTestCircuits() {
        return kind.switchesPanel() || kind == Kind.CIRCUIT_SWITCHES ? testCircuits : List.of();
    }

    /** Whether the supply of a panel can be proven before it is picked up: at a fitted meter, or at test circuits. */
    public boolean provable() {
        return panelMeter || !usableTestCircuits().isEmpty();
    }

    /** The house's own neutral-to-ground bond counts in what the set feeds: through wiring whose neutral is not switched. */
    public boolean houseBondReaches() {
        return kind != Kind.CORDS && !switchedNeutral;
    }
}
