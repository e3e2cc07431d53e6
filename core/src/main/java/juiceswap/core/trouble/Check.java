package juiceswap.core.trouble;

import juiceswap.core.Worded;
import juiceswap.core.changeover.Place;

/**
 * Something to look at, with how long it takes and whether the engine must be off for it: usual times, our own. A check is
 * independent of the others and finds one cause.
 */
public enum Check implements Worded {
    ENGINE_SWITCH("engine-switch", Place.GENERATOR, 0.25, false),
    FUEL_VALVE("fuel-valve", Place.GENERATOR, 0.25, false),
    FUEL_LEVEL("fuel-level", Place.GENERATOR, 0.5, false),
    CYLINDER("cylinder", Place.GENERATOR, 1, false),
    GAS_LOCKOUT("gas-lockout", Place.GENERATOR, 2, false),
    CHOKE("choke", Place.GENERATOR, 0.25, false),
    OIL_LEVEL("oil-level", Place.GENERATOR, 2, true),
    LEVEL_GROUND("level-ground", Place.GENERATOR, 0.5, false),
    CO_LIGHT("co-light", Place.GENERATOR, 0.25, false),
    START_BATTERY("start-battery", Place.GENERATOR, 3, true),
    BATTERY_TERMINALS("battery-terminals", Place.GENERATOR, 2, true),
    FUSE("fuse", Place.GENERATOR, 2, true),
    LOAD_OFF("load-off", Place.GENERATOR, 0.5, false),
    CORD_FREE("cord-free", Place.GENERATOR, 1, true),
    SPARK_LEAD("spark-lead", Place.GENERATOR, 1, true),
    SPARK_PLUG("spark-plug", Place.GENERATOR, 8, true),
    AIR_FILTER("air-filter", Place.GENERATOR, 4, true),
    FUEL_AGE("fuel-age", Place.GENERATOR, 1, false),
    TANK_VENT("tank-vent", Place.GENERATOR, 0.5, false),
    FLOODED("flooded", Place.GENERATOR, 3, true),
    GLOW("glow", Place.GENERATOR, 1, false),
    OUTPUT_BREAKER("output-breaker", Place.GENERATOR, 0.25, false),
    OUTLET_RESET("outlet-reset", Place.GENERATOR, 0.25, false),
    VOLTAGE_SELECTOR("voltage-selector", Place.GENERATOR, 0.5, true),
    CORD_ENDS("cord-ends", Place.INLET, 2, true),
    IDLE_CONTROL("idle-control", Place.GENERATOR, 0.25, false),
    BIG_LOAD("big-load", Place.PANEL, 1, false),
    ONE_BY_ONE("one-by-one", Place.PANEL, 4, false),
    BOND("bond", Place.GENERATOR, 3, true),
    LONG_CORD("long-cord", Place.GENERATOR, 2, false),
    EXHAUST_CLEAR("exhaust-clear", Place.GENERATOR, 1, true),
    COOLING_AIR("cooling-air", Place.GENERATOR, 1, false);

    private final String word;
    private final Place place;
    private final double minutes;
    private final boolean engineOff;

    Check(String word, Place place, double minutes, boolean engineOff) {
        this.word = word;
        this.place = place;
        this.minutes = minutes;
        this.engineOff = engineOff;
    }

    @Override
    public String word() {
        return word;
    }

    /** Where it is looked at. */
    public Place place() {
        return place;
    }

    /** Minutes that it takes. */
    public double minutes() {
        return minutes;
    }

    /** The engine is off meanwhile. */
    public boolean engineOff() {
        return engineOff;
    }
}
