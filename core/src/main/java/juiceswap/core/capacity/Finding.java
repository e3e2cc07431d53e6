package juiceswap.core.capacity;

import juiceswap.core.Worded;
import juiceswap.core.house.Leg;
import org.jspecify.annotations.Nullable;

/**
 * Something to say about a set of circuits.
 *
 * @param leg the leg that is over, the larger, or the one not fed; null for totals
 * @param circuit the circuit it is about, or null
 * @param other the other circuit of a pair, or the kind of link
 * @param by how far over: watts; amps for CIRCUIT_OVER and UNPROTECTED_LINK; a count for TOO_MANY_BREAKERS; percentage
 *     points for IMBALANCE; null where there is no amount
 * @param blocks it forbids switching on like this; else it warns
 */
public record Finding(
        Code code,
        @Nullable Leg leg,
        @Nullable String circuit,
        @Nullable String other,
        @Nullable Double by,
        boolean blocks) {

    /** What can be found, and whether it blocks wherever it is found; the others block when they are far enough over. */
    public enum Code implements Worded {
        RUNNING_OVER("RUNNING_OVER", true),
        STARTING_OVER("STARTING_OVER", true),
        LEG_RUNNING_OVER("LEG_RUNNING_OVER", true),
        LEG_STARTING_OVER("LEG_STARTING_OVER", true),
        NEEDS_240("NEEDS_240", true),
        LEG_NOT_FED("LEG_NOT_FED", true),
        SHARED_NEUTRAL_120("SHARED_NEUTRAL_120", true),
        NEEDS_OFF("NEEDS_OFF", true),
        NOT_WITH("NOT_WITH", true),
        LOCKED_OFF("LOCKED_OFF", true),
        TOO_MANY_BREAKERS("TOO_MANY_BREAKERS", true),
        CIRCUIT_OVER("CIRCUIT_OVER", false),
        IMBALANCE("IMBALANCE", false),
        UNPROTECTED_LINK("UNPROTECTED_LINK", false),
        SHARED_NEUTRAL_SAME_LEG("SHARED_NEUTRAL_SAME_LEG", false);

        private final String word;

        private final boolean blocks;

        Code(String word, boolean blocks) {
            this.word = word;
            this.blocks = blocks;
        }

        @Override
        public String word() {
            return word;
        }
    }

    Finding(Code code, @Nullable Leg leg, @Nullable String circuit, @Nullable String other, @Nullable Double by) {
        this(code, leg, circuit, other, by, code.blocks);
    }

    /** The same, so far over that it blocks. */
    Finding blockingBy(double amount) {
        return new Finding(code, leg, circuit, other, amount, true);
    }

    static Finding about(Code code, String circuit) {
        return new Finding(code, null, circuit, null, null);
    }

    static Finding pair(Code code, String circuit, String other) {
        return new Finding(code, null, circuit, other, null);
    }
}
