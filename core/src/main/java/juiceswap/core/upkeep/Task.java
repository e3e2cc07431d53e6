package juiceswap.core.upkeep;

import juiceswap.core.Worded;
import juiceswap.core.supply.Fuel;
import org.jspecify.annotations.Nullable;

/**
 * Something that is due again and again, in the order in which it is listed. The intervals are starting values from general
 * practice; the manual of the set comes first.
 */
public enum Task implements Worded {
    /** Twenty minutes or more under at least half load; an outage counts. */
    EXERCISE("exercise", 30, null),
    /** The first oil of a new engine carries its filings. */
    OIL_FIRST("oil-first", null, 5.0),
    OIL("oil", 365, 50.0),
    AIR_FILTER("air-filter", 365, 50.0),
    SPARK_PLUG("spark-plug", 365, 100.0),
    /** Of fuel in store; see {@link FuelLot}. */
    FUEL_AGE("fuel-age", null, null),
    /** On a maintainer, or charged. */
    BATTERY("battery", 30, null),
    CO_ALARM_TEST("co-alarm-test", 30, null),
    GROUND_FAULT_TEST("ground-fault-test", 30, null),
    /** And after every repair. */
    BOND_PROOF("bond-proof", 365, null),
    TRANSFER_PROOF("transfer-proof", 365, null),
    CORD("cord", 365, null),
    /** By somebody other than last time. */
    REHEARSAL("rehearsal", 182, null);

    /** So long a run under at least half load counts as an exercise, in minutes; an outage does. */
    public static final int EXERCISE_MINUTES = 20;

    private final String word;
    private final Interval usual;

    Task(String word, @Nullable Integer days, @Nullable Double hours) {
        this.word = word;
        this.usual = new Interval(days, hours);
    }

    @Override
    public String word() {
        return word;
    }

    /** How often, where the manual says nothing else. Of fuel it is each lot that says. */
    public Interval usual() {
        return usual;
    }

    /** Whether an engine on that fuel, with or without a battery, asks for it. */
    boolean appliesTo(Fuel fuel, boolean battery) {
        return switch (this) {
            case SPARK_PLUG -> fuel != Fuel.DIESEL;
            case FUEL_AGE -> fuel == Fuel.GASOLINE || fuel == Fuel.DIESEL;
            case BATTERY -> battery;
            default -> true;
        };
    }

    /** Changing the oil is changing the oil, whether or not it is the first time. */
    boolean countsFor(Task other) {
        boolean bothOil = (this == OIL || this == OIL_FIRST) && (other == OIL || other == OIL_FIRST);
        return this == other || bothOil;
    }
}
