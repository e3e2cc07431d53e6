package juiceswap.web.rehearse;

import juiceswap.core.Worded;

/** How much help somebody has while rehearsing. */
enum Way implements Worded {
    /** Swap's next step stands beside it. */
    LED("led"),
    /** No steps; a hint counts. */
    BY_HEART("by-heart"),
    /** Somebody who doesn't live here has what hangs at the panel, and nothing else. */
    STAND_IN("stand-in");

    private final String word;

    Way(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }
}
