package juiceswap.core.meter;

/** What readings out of band point to. */
public enum VoltageCause {
    NO_SUPPLY,
    MISREAD,
    LEGS_TIED,
    LOST_LEG,
    OPEN_NEUTRAL,
    NEUTRAL_SUSPECT,
    NOT_SPLIT_PHASE,
    ENGINE_FAST,
    REGULATOR_HIGH,
    OVERLOADED,
    ENGINE_SLOW,
    VOLTAGE_DROP,
    REGULATOR_LOW,
    GROUND_SHIFT,
    BOND_MISSING
}
