package juiceswap.core.rehearsal;

import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.changeover.Action;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.StallCause;
import juiceswap.core.trouble.Check;
import org.jspecify.annotations.Nullable;

/** What has befallen a household in an outage of its own, as something that can be rehearsed. */
public final class Befallen {
    private Befallen() {}

    /**
     * What the log of an outage tells of.
     *
     * @return each trouble with when it was told last; what was taken back does not count
     */
    public static Map<Trouble, Instant> in(List<Entry> log) {
        Set<Integer> undone = log.stream()
                .filter(entry -> entry.event() instanceof Event.Undone)
                .map(entry -> ((Event.Undone) entry.event()).sequence())
                .collect(Collectors.toSet());
        Map<Trouble, Instant> befallen = new EnumMap<>(Trouble.class);
        for (Entry entry : log) {
            Event event = entry.event() instanceof Event.Told told ? told.event() : entry.event();
            Trouble trouble = undone.contains(entry.sequence()) ? null : of(event);
            if (trouble != null) {
                befallen.merge(trouble, entry.at(), (one, other) -> one.isAfter(other) ? one : other);
            }
        }
        return befallen;
    }

    private static @Nullable Trouble of(Event event) {
        if (event instanceof Event.Alarmed) {
            return Trouble.ALARM;
        }
        if (event instanceof Event.Stalled stalled) {
            return of(stalled.cause());
        }
        if (event instanceof Event.UtilityLost) {
            return Trouble.BACK_AND_GONE;
        }
        if (event instanceof Event.TakenOver) {
            return Trouble.TAKE_OVER;
        }
        if (event instanceof Event.Corrected) {
            return Trouble.SOMEBODY_ELSE;
        }
        if (event instanceof Event.CauseFound found) {
            return of(found.cause());
        }
        Measured measured = event.measured();
        if (measured == null || measured.causes().isEmpty()) {
            return null;
        }
        return of(measured.causes().get(0), ofTheUtility(event));
    }

    private static boolean ofTheUtility(Event event) {
        Action action = event instanceof Event.Done done
                ? done.action()
                : event instanceof Event.RefusedReading refused ? refused.action() : null;
        return event instanceof Event.UtilityTested || action == Action.MEASURE_UTILITY;
    }

    private static Trouble of(StallCause cause) {
        return switch (cause) {
            case OUT_OF_FUEL -> Trouble.HOT_TANK;
            case LOW_OIL -> Trouble.OIL_LOW;
            case CO_SHUT_OFF -> Trouble.BAD_PLACE;
            case OVERLOAD -> Trouble.HEAVY_LOAD;
            case UNKNOWN -> Trouble.STALLED;
        };
    }

    private static @Nullable Trouble of(Check cause) {
        return switch (cause) {
            case FUEL_VALVE, FUEL_LEVEL, CYLINDER, ENGINE_SWITCH -> Trouble.FUEL_SHUT;
            case OIL_LEVEL -> Trouble.OIL_LOW;
            case CO_LIGHT -> Trouble.BAD_PLACE;
            case IDLE_CONTROL -> Trouble.IDLE_CONTROL;
            case BIG_LOAD, ONE_BY_ONE -> Trouble.HEAVY_LOAD;
            case BOND -> Trouble.TWO_BONDS;
            case CORD_ENDS -> Trouble.LOOSE_END;
            default -> null;
        };
    }

    private static @Nullable Trouble of(VoltageCause cause, boolean utility) {
        return switch (cause) {
            case OPEN_NEUTRAL -> utility ? Trouble.UTILITY_NEUTRAL : Trouble.OPEN_NEUTRAL;
            case NEUTRAL_SUSPECT -> utility ? Trouble.UTILITY_NEUTRAL : Trouble.LOOSE_NEUTRAL;
            // what else the utility does wrong is nothing that a household can practise
            case LOST_LEG -> utility ? null : Trouble.LOST_LEG;
            case LEGS_TIED -> utility ? null : Trouble.LEGS_TIED;
            case REGULATOR_HIGH, ENGINE_FAST -> utility ? null : Trouble.REGULATOR_HIGH;
            case REGULATOR_LOW, ENGINE_SLOW -> utility ? null : Trouble.REGULATOR_LOW;
            case OVERLOADED -> utility ? null : Trouble.HEAVY_LOAD;
            case NO_SUPPLY, MISREAD, NOT_SPLIT_PHASE, VOLTAGE_DROP, GROUND_SHIFT, BOND_MISSING -> null;
        };
    }
}
