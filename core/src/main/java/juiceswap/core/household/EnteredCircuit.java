package juiceswap.core.household;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Leg;
import org.jspecify.annotations.Nullable;

/**
 * A circuit as the household has entered it. What the rules make of it in this house is {@link HomeCircuit}.
 *
 * @param id not empty, unique in the house
 * @param label as on the panel door
 * @param breakerAmps above 0
 * @param loads all of them, those that are left off in an outage too
 * @param lockedOff a lock holds its breaker off
 */
public record EnteredCircuit(
        String id,
        String label,
        Seat seat,
        double breakerAmps,
        List<HomeLoad> loads,
        Ties ties,
        boolean lockedOff,
        Said said) {

    /**
     * Where its breaker sits.
     *
     * @param panel id of its panel, empty for the first one
     * @param spaces one, or n and n + 2 for a two-pole breaker
     * @param legAsFound the leg that a meter has found it on, null where its space tells
     */
    public record Seat(
            String panel, List<Integer> spaces, @Nullable Leg legAsFound) {
        public Seat {
            spaces = List.copyOf(spaces);
        }

        /** In the first panel, on the leg that its space tells. */
        public static Seat at(List<Integer> spaces) {
            return new Seat("", spaces, null);
        }
    }

    /**
     * What it hangs together with, by the ids of other circuits.
     *
     * @param needs must be on with it
     * @param notWith must not be on with it
     * @param sharedNeutralWith the other circuit on its neutral, or null
     */
    public record Ties(
            List<String> needs,
            List<String> notWith,
            @Nullable String sharedNeutralWith) {
        /** It stands alone. */
        public static final Ties NONE = new Ties(List.of(), List.of(), null);

        public Ties {
            needs = List.copyOf(needs);
            notWith = List.copyOf(notWith);
        }

        /** The same without that circuit. */
        Ties without(String circuit) {
            return new Ties(
                    Household.without(needs, circuit),
                    Household.without(notWith, circuit),
                    circuit.equals(sharedNeutralWith) ? null : sharedNeutralWith);
        }
    }

    /**
     * What people say of it.
     *
     * @param note empty when there is none
     * @param attended see {@link juiceswap.core.house.Circuit}
     * @param choices what is wanted of it, for the occasions for which somebody has said
     */
    public record Said(String note, boolean attended, Map<Occasion, Choice> choices) {
        /** Nothing. */
        public static final Said NOTHING = new Said("", false, Map.of());

        public Said {
            Map<Occasion, Choice> copy = new EnumMap<>(Occasion.class);
            copy.putAll(choices);
            choices = java.util.Collections.unmodifiableMap(copy);
        }

        /** The same with another choice on that occasion. */
        public Said with(Occasion occasion, Choice choice) {
            Map<Occasion, Choice> copy = new EnumMap<>(Occasion.class);
            copy.putAll(choices);
            copy.put(occasion, choice);
            return new Said(note, attended, copy);
        }
    }

    public EnteredCircuit {
        loads = List.copyOf(loads);
        InvalidInput.unless(!id.isEmpty(), "/id", "invalid.empty");
        InvalidInput.positive("/breakerAmps", breakerAmps);
        InvalidInput.unless(!seat.spaces().isEmpty(), "/spaces", "invalid.two-pole-spaces");
    }

    /** A new breaker without anything on it. */
    public static EnteredCircuit bare(String id, String label, Seat seat, double breakerAmps) {
        return new EnteredCircuit(id, label, seat, breakerAmps, List.of(), Ties.NONE, false, Said.NOTHING);
    }

    public EnteredCircuit withLabel(String other) {
        return new EnteredCircuit(id, other, seat, breakerAmps, loads, ties, lockedOff, said);
    }

    public EnteredCircuit withSeat(Seat other) {
        return new EnteredCircuit(id, label, other, breakerAmps, loads, ties, lockedOff, said);
    }

    public EnteredCircuit withBreakerAmps(double amps) {
        return new EnteredCircuit(id, label, seat, amps, loads, ties, lockedOff, said);
    }

    public EnteredCircuit withLoads(List<HomeLoad> others) {
        return new EnteredCircuit(id, label, seat, breakerAmps, others, ties, lockedOff, said);
    }

    public EnteredCircuit withTies(Ties others) {
        return new EnteredCircuit(id, label, seat, breakerAmps, loads, others, lockedOff, said);
    }

    public EnteredCircuit withLockedOff(boolean locked) {
        return new EnteredCircuit(id, label, seat, breakerAmps, loads, ties, locked, said);
    }

    public EnteredCircuit withSaid(Said other) {
        return new EnteredCircuit(id, label, seat, breakerAmps, loads, ties, lockedOff, other);
    }

    public EnteredCircuit withNote(String note) {
        return withSaid(new Said(note, said.attended(), said.choices()));
    }

    /** Whether it is used for minutes, with somebody standing by. */
    public EnteredCircuit withAttended(boolean attended) {
        return withSaid(new Said(said.note(), attended, said.choices()));
    }

    /** In other spaces of the panel where it is. */
    public EnteredCircuit withSpaces(List<Integer> spaces) {
        return withSeat(new Seat(seat.panel(), spaces, seat.legAsFound()));
    }
}
