package juiceswap.core.rehearsal;

import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * Something that is not as it seems.
 *
 * @param circuit of {@link Kind#HEAVY}, else null
 */
public record Fault(Kind kind, @Nullable String circuit) {

    /** Volts of each leg of a generator whose regulator is as it should be. */
    static final double SOUND_VOLTS = 120;

    /** What can be wrong. Those of the wiring are on the way from the generator to the panel. */
    public enum Kind implements Worded {
        OPEN_NEUTRAL("OPEN_NEUTRAL"),
        /** 2 Ω more in the neutral. */
        LOOSE_NEUTRAL("LOOSE_NEUTRAL"),
        LOST_L1("LOST_L1"),
        LOST_L2("LOST_L2"),
        /** One winding feeds both legs. */
        LEGS_TIED("LEGS_TIED"),
        /** 136 V a leg. */
        REGULATOR_HIGH("REGULATOR_HIGH"),
        /** 106 V a leg. */
        REGULATOR_LOW("REGULATOR_LOW"),
        /** The set's bond is the other way round than its label says, until somebody sets it. */
        BOND_OTHER("BOND_OTHER"),
        /** Nothing keeps main and generator input apart. */
        PLATE_LOOSE("PLATE_LOOSE"),
        UTILITY_OPEN_NEUTRAL("UTILITY_OPEN_NEUTRAL"),
        /** The engine does not catch until the fuel is checked. */
        FUEL_SHUT("FUEL_SHUT"),
        /** The engine stops by itself after five minutes until the oil is checked. */
        OIL_LOW("OIL_LOW"),
        /** A circuit draws twice its watts. */
        HEAVY("HEAVY");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    public Fault {
        InvalidInput.unless((kind == Kind.HEAVY) == (circuit != null), "", "invalid.fault-circuit");
    }

    /** A fault of the whole house. */
    public static Fault of(Kind kind) {
        return new Fault(kind, null);
    }

    /** A circuit that draws twice what it should. */
    public static Fault heavy(String circuit) {
        return new Fault(Kind.HEAVY, circuit);
    }

    /** As it is written: a word, for {@link Kind#HEAVY} with the circuit behind a colon. */
    public static Fault of(String written) {
        int colon = written.indexOf(':');
        return colon < 0
                ? of(Worded.of(Kind.class, written))
                : new Fault(Worded.of(Kind.class, written.substring(0, colon)), written.substring(colon + 1));
    }

    /** As {@link #of(String)} reads it. */
    public String written() {
        return circuit == null ? kind.word() : kind.word() + ":" + circuit;
    }
}
