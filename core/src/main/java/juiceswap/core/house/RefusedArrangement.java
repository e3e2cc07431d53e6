package juiceswap.core.house;

import juiceswap.core.Worded;

/**
 * A way to get power into a house that people are known to use and that nobody is ever led through. Until an electrician has
 * fitted a transfer device, extension cords are what is left.
 */
public enum RefusedArrangement implements Worded {
    DRYER_OUTLET("dryer-outlet", Danger.BACKFED_OUTLET),
    RANGE_OUTLET("range-outlet", Danger.BACKFED_OUTLET),
    WALL_OUTLET("wall-outlet", Danger.BACKFED_OUTLET),
    RECEPTACLE_INLET("receptacle-inlet", Danger.BACKFED_OUTLET),
    DOUBLE_MALE_CORD("double-male-cord", Danger.LIVE_MALE_PLUG),
    CAPPED_PLUG("capped-plug", Danger.LIVE_MALE_PLUG),
    MAIN_ONLY("main-only", Danger.NO_INTERLOCK),
    HOME_MADE_LOCK("home-made-lock", Danger.NO_INTERLOCK),
    LIFTED_GROUND("lifted-ground", Danger.GROUND_LIFTED),
    INDOOR_GENERATOR("indoor-generator", Danger.INDOORS);

    /** Who is hurt by it, and how. */
    public enum Danger {
        /** The generator is on the utility's wires, and bare prongs are live. */
        BACKFED_OUTLET,
        /** A male plug can be live. */
        LIVE_MALE_PLUG,
        /** Only memory keeps the generator off the utility's wires. */
        NO_INTERLOCK,
        /** A fault makes frames live and trips nothing. */
        GROUND_LIFTED,
        /** Exhaust comes into the house. */
        INDOORS
    }

    private final String word;
    private final Danger danger;

    RefusedArrangement(String word, Danger danger) {
        this.word = word;
        this.danger = danger;
    }

    @Override
    public String word() {
        return word;
    }

    /** Why it is refused. */
    public Danger danger() {
        return danger;
    }
}
