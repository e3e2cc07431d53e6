package juiceswap.core.supply;

import juiceswap.core.Worded;

/** Whether the set joins its neutral to its frame. */
public enum Bond implements Worded {
    BONDED("bonded"),
    FLOATING("floating"),
    UNKNOWN("unknown");

    private final String word;

    Bond(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }
}
