package juiceswap.core.bonding;

import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.supply.Bond;
import org.jspecify.annotations.Nullable;

/**
 * Ohms between neutral and ground, measured with the engine stopped and no voltage present; infinite when the meter shows
 * an open circuit, null when not measured.
 *
 * @param generatorAlone at a receptacle of the set, its cord unplugged
 * @param inletAlone at the cord's house inlet, its cord unplugged
 * @param connected at a receptacle of the set with both cord ends in
 */
public record BondTests(
        @Nullable Double generatorAlone,
        @Nullable Double inletAlone,
        @Nullable Double connected) {
    /** Nothing was measured. */
    public static final BondTests NONE = new BondTests(null, null, null);

    /** Below this many ohms two conductors are joined. */
    private static final double JOINED_BELOW = 1;

    /** Above this many ohms they are not; in between the meter, its probes or a bad joint is doubted. */
    private static final double OPEN_ABOVE = 100;

    /** What a reading says. */
    public enum Finding implements Worded {
        NOT_MEASURED("not-measured"),
        BOND("bond"),
        DOUBTFUL("doubtful"),
        OPEN("open");

        private final String word;

        Finding(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    public BondTests {
        require("/generatorAloneOhms", generatorAlone);
        require("/inletAloneOhms", inletAlone);
        require("/connectedOhms", connected);
    }

    private static void require(String pointer, @Nullable Double ohms) {
        InvalidInput.unless(ohms == null || ohms >= 0, pointer, "invalid.zero-or-more");
    }

    /** What one of the readings says. */
    public static Finding finding(@Nullable Double ohms) {
        if (ohms == null) {
            return Finding.NOT_MEASURED;
        }
        if (ohms < JOINED_BELOW) {
            return Finding.BOND;
        }
        return ohms <= OPEN_ABOVE ? Finding.DOUBTFUL : Finding.OPEN;
    }

    /** Whether the set is bonded, by the reading at the set alone; empty when that was not taken or is doubtful. */
    public Optional<Bond> ofTheSet() {
        return switch (finding(generatorAlone)) {
            case BOND -> Optional.of(Bond.BONDED);
            case OPEN -> Optional.of(Bond.FLOATING);
            case NOT_MEASURED, DOUBTFUL -> Optional.empty();
        };
    }

    /** Both halves of the question were asked: the set alone, and for the house the way to its bond too. */
    boolean wholeFor(boolean onCords) {
        return generatorAlone != null && (onCords || inletAlone != null || connected != null);
    }

    boolean anyDoubtful() {
        return finding(generatorAlone) == Finding.DOUBTFUL
                || finding(inletAlone) == Finding.DOUBTFUL
                || finding(connected) == Finding.DOUBTFUL;
    }
}
