package juiceswap.core.supply;

/** Whether the set joins its neutral to its frame. */
public enum Bond {
    BONDED,
    FLOATING,
    UNKNOWN;

    /** How it is written in JSON. */
    public String word() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }
}
