package juiceswap.core.changeover;

import java.util.Locale;

/** Where a person stands to do something. */
public enum Place {
    GENERATOR(true),
    INLET(true),
    PANEL(false),
    INDOORS(false);

    private final boolean outside;

    Place(boolean outside) {
        this.outside = outside;
    }

    /** Whether somebody there is out of the house. */
    public boolean outside() {
        return outside;
    }

    /** How it is written in JSON. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Cost of a walk, about minutes: 10 through the door, 3 on one side of it. */
    int walkTo(Place other) {
        if (this == other) {
            return 0;
        }
        return outside == other.outside ? 3 : 10;
    }
}
