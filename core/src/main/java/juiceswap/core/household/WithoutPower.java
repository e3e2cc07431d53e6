package juiceswap.core.household;

import java.util.List;
import juiceswap.core.Worded;

/**
 * A need that is met without electricity in an outage.
 *
 * @param circuits that therefore stay off, by id
 * @param note empty when there is none
 */
public record WithoutPower(Way how, List<String> circuits, String note) {
    public WithoutPower {
        circuits = List.copyOf(circuits);
    }

    /** How it is met. */
    public enum Way implements Worded {
        WOOD_HEAT("wood-heat"),
        GAS_HEAT("gas-heat"),
        MATCH_LIT_BURNER("match-lit-burner"),
        COLD_OUTDOORS("cold-outdoors"),
        STORED_WATER("stored-water"),
        LAMPS("lamps");

        private final String word;

        Way(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }
}
