package juiceswap.core.supply;

/** Whether the set joins its neutral to its frame. */
public enum Bond {
    BONDED,
    FLOATING,
    UNKNOWN;

    public String word() {
        return name().toLowerCase(java.util.Locale.ROOT);
    }
}
