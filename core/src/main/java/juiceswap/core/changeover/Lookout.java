package juiceswap.core.changeover;

import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import juiceswap.core.Worded;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Fuel;

/**
 * What to look for in a check: which points there are depends on this household's set, fuel, cord and climate. A point that
 * a household has no use for can be put aside for good, but none on which lives hang.
 */
public enum Lookout implements Worded {
    NO_FLOOD("no-flood", Action.CHECK_PLACEMENT, false, setup -> true),
    DISTANCE("distance", Action.CHECK_PLACEMENT, false, setup -> true),
    EXHAUST("exhaust", Action.CHECK_PLACEMENT, false, setup -> true),
    BOND_PROVEN("bond-proven", Action.CHECK_PLACEMENT, false, setup -> true),
    LEVEL("level", Action.CHECK_PLACEMENT, true, setup -> true),
    SNOW("snow", Action.CHECK_PLACEMENT, true, setup -> setup.source().ambientC() <= 2),
    COVER("cover", Action.CHECK_PLACEMENT, true, setup -> true),
    ALARM_SOUNDS("alarm-sounds", Action.CHECK_CO_ALARM, false, setup -> true),
    ALARM_WHERE_PEOPLE_SLEEP("alarm-where-people-sleep", Action.CHECK_CO_ALARM, true, setup -> true),
    OIL_LEVEL("oil-level", Action.CHECK_OIL, false, setup -> true),
    OIL_FOR_THE_COLD(
            "oil-for-the-cold", Action.CHECK_OIL, true, setup -> setup.source().ambientC() < -10),
    FUEL_LASTS("fuel-lasts", Action.CHECK_FUEL, true, ofFuel(Fuel::fromTank)),
    FUEL_VALVE("fuel-valve", Action.CHECK_FUEL, false, setup -> true),
    CANS_AWAY("cans-away", Action.CHECK_FUEL, true, ofFuel(fuel -> fuel.store() == Fuel.Store.CANS)),
    CORD_DRY("cord-dry", Action.INSPECT_CORD, false, setup -> true),
    CORD_ENDS(
            "cord-ends",
            Action.INSPECT_CORD,
            false,
            setup -> setup.transfer().kind().wired()),
    CORD_UNCOILED("cord-uncoiled", Action.INSPECT_CORD, false, setup -> true),
    CORD_OPENING(
            "cord-opening",
            Action.INSPECT_CORD,
            true,
            setup -> !setup.transfer().kind().wired()),
    ELECTRONICS(
            "electronics",
            Action.UNPLUG_SENSITIVE,
            true,
            setup -> !setup.source().inverter()),
    SURGE_STRIPS(
            "surge-strips",
            Action.UNPLUG_SENSITIVE,
            true,
            setup -> setup.source().inverter()),
    THROTTLE("throttle", Action.WARM_UP, true, setup -> !setup.source().inverter()),
    CHOKE("choke", Action.WARM_UP, true, ofFuel(Fuel::choke));

    private final String word;

    private final Action check;
    private final boolean canBePutAside;
    private final Predicate<Setup> applies;

    Lookout(String word, Action check, boolean canBePutAside, Predicate<Setup> applies) {
        this.word = word;
        this.check = check;
        this.canBePutAside = canBePutAside;
        this.applies = applies;
    }

    @Override
    public String word() {
        return word;
    }

    /** A point that hangs on what the engine burns. */
    private static Predicate<Setup> ofFuel(Predicate<Fuel> fits) {
        return setup -> setup.source().engine() != null
                && fits.test(Objects.requireNonNull(setup.source().engine()).fuel());
    }

    /** The points of one check in this household, without those put aside. */
    public static List<Lookout> of(Setup setup, Action check, Set<Lookout> putAside) {
        return Arrays.stream(values())
                .filter(point -> point.check == check && point.applies.test(setup) && !putAside.contains(point))
                .toList();
    }

    /** The step that it is looked at in. */
    public Action check() {
        return check;
    }

    /** Whether a household may say that it has no use for this point. */
    public boolean canBePutAside() {
        return canBePutAside;
    }

    /** Whether nothing is left that would have to be unplugged, so that the step itself is not needed. */
    public static boolean nothingSensitive(Setup setup, Set<Lookout> putAside) {
        return of(setup, Action.UNPLUG_SENSITIVE, putAside).isEmpty();
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Lookout> of(String word) {
        return Worded.find(Lookout.class, word);
    }
}
