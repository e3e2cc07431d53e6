package juiceswap.core.changeover;

import juiceswap.core.Worded;

/** Where a person stands to do something. */
public enum Place implements Worded {
    GENERATOR("generator", true),
    INLET("inlet", true),
    PANEL("panel", false),
    INDOORS("indoors", false);

    private final String word;

    private final boolean outside;

    Place(String word, boolean outside) {
        this.word = word;
        this.outside = outside;
    }

    @Override
    public String word() {
        return word;
    }

    /** Whether somebody there is out of the house. */
    public boolean outside() {
        return outside;
    }

    /** Cost of a walk, about minutes: 10 through the door, 3 on one side of it. */
    int walkTo(Place other) {
        if (this == other) {
            return 0;
        }
        return outside == other.outside ? 3 : 10;
    }
}
