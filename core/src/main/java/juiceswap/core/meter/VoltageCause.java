package juiceswap.core.meter;

import java.util.Set;
import juiceswap.core.Worded;

/** What readings out of band point to. */
public enum VoltageCause implements Worded {
    NO_SUPPLY("NO_SUPPLY"),
    MISREAD("MISREAD"),
    LEGS_TIED("LEGS_TIED"),
    LOST_LEG("LOST_LEG"),
    OPEN_NEUTRAL("OPEN_NEUTRAL"),
    NEUTRAL_SUSPECT("NEUTRAL_SUSPECT"),
    NOT_SPLIT_PHASE("NOT_SPLIT_PHASE"),
    ENGINE_FAST("ENGINE_FAST"),
    REGULATOR_HIGH("REGULATOR_HIGH"),
    OVERLOADED("OVERLOADED"),
    ENGINE_SLOW("ENGINE_SLOW"),
    VOLTAGE_DROP("VOLTAGE_DROP"),
    REGULATOR_LOW("REGULATOR_LOW"),
    GROUND_SHIFT("GROUND_SHIFT"),
    BOND_MISSING("BOND_MISSING");

    private static final Set<VoltageCause> WEAK = Set.of(OVERLOADED, ENGINE_SLOW, VOLTAGE_DROP, REGULATOR_LOW);

    private final String word;

    VoltageCause(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The supply is overloaded or sags: nothing more may be asked of it. */
    public boolean weakens() {
        return WEAK.contains(this);
    }
}
