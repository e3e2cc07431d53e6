package juiceswap.core.outage;

import java.time.Instant;
import java.util.List;
import juiceswap.core.Phrase;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Verdict;
import juiceswap.core.supply.Bond;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Symptom;
import org.jspecify.annotations.Nullable;

/**
 * Something a person did, read or said during an outage. What a kind of event is called in the log, how it is stored and
 * shown, and what it does to the standing is defined in {@link EventKind}.
 */
public sealed interface Event {
    /** What kind of event it is. */
    EventKind<?> kind();

    /** What was read in it, or null. */
    default @Nullable Measured measured() {
        return null;
    }

    /** The outage or rehearsal begins: how things stand, where to, and how this household wants it done. */
    record Started(SwapState state, Goal goal, Options options) implements Event {
        @Override
        public EventKind<Started> kind() {
            return EventKind.STARTED;
        }
    }

    /**
     * A step was confirmed.
     *
     * @param measured what was read, if it was a measurement
     * @param filledLitres what went into the tank, 0 or more; null when it was filled to the top, or nothing was filled
     * @param skipped it was confirmed before its time was over, and on being asked again
     */
    record Done(
            Action action,
            @Nullable String circuit,
            @Nullable Measured measured,
            @Nullable Double filledLitres,
            boolean skipped)
            implements Event {
        /** A step whose time was over, with what was read in it. */
        public Done(Action action, @Nullable String circuit, @Nullable Measured measured) {
            this(action, circuit, measured, null, false);
        }

        /** A step without readings. */
        public static Done step(Action action, @Nullable String circuit) {
            return new Done(action, circuit, null);
        }

        /** The same before its time was over. */
        public Done early() {
            return new Done(action, circuit, measured, filledLitres, true);
        }

        /** The same with so much filled in. */
        public Done filling(double litres) {
            return new Done(action, circuit, measured, litres, skipped);
        }

        @Override
        public EventKind<Done> kind() {
            return EventKind.DONE;
        }
    }

    /** Readings that stop the sequence, or that must be taken again before it goes on. */
    record RefusedReading(Action action, Measured measured) implements Event {
        /** How bad it is. */
        public Verdict verdict() {
            return measured.verdict();
        }

        @Override
        public EventKind<RefusedReading> kind() {
            return EventKind.REFUSED_READING;
        }
    }

    /** Readings taken under way, at the panel's receptacles or its meter; nothing waits for them. */
    record Read(Measured measured) implements Event {
        @Override
        public EventKind<Read> kind() {
            return EventKind.READ;
        }
    }

    /** It isn't like that: how things really stand. */
    record Corrected(SwapState state) implements Event {
        @Override
        public EventKind<Corrected> kind() {
            return EventKind.CORRECTED;
        }
    }

    /** One branch breaker was opened while the house is on the set. */
    record Opened(String circuit) implements Event {
        @Override
        public EventKind<Opened> kind() {
            return EventKind.OPENED;
        }
    }

    /** Another goal, or other wishes. */
    record Chosen(Goal goal, Options options) implements Event {
        @Override
        public EventKind<Chosen> kind() {
            return EventKind.CHOSEN;
        }
    }

    /** On the walk-round: how what this circuit feeds was found. */
    record Answered(String circuit, Answer answer) implements Event {
        @Override
        public EventKind<Answered> kind() {
            return EventKind.ANSWERED;
        }
    }

    /** One circuit of the way back was read under a load while the street feeds it; others are still to be read. */
    record UtilityTested(String circuit, Measured measured) implements Event {
        @Override
        public EventKind<UtilityTested> kind() {
            return EventKind.UTILITY_TESTED;
        }
    }

    /** The street has power again: how it is known, and since when it has had it. */
    record UtilitySeen(Sign sign, Instant since) implements Event {
        @Override
        public EventKind<UtilitySeen> kind() {
            return EventKind.UTILITY_SEEN;
        }
    }

    /** The street has gone dark again. */
    record UtilityLost() implements Event {
        @Override
        public EventKind<UtilityLost> kind() {
            return EventKind.UTILITY_LOST;
        }
    }

    /** Somebody else takes over, having looked how things really stand. */
    record TakenOver(SwapState state) implements Event {
        @Override
        public EventKind<TakenOver> kind() {
            return EventKind.TAKEN_OVER;
        }
    }

    /** The entry of that sequence number was taken back. */
    record Undone(int sequence) implements Event {
        @Override
        public EventKind<Undone> kind() {
            return EventKind.UNDONE;
        }
    }

    /** The CO alarm sounds, or somebody has a headache: everybody out. */
    record Alarmed() implements Event {
        @Override
        public EventKind<Alarmed> kind() {
            return EventKind.ALARMED;
        }
    }

    /**
     * After an alarm: all are counted, the air is proven clean and the cause is found.
     *
     * @param counted by name; empty in logs from before names were asked for
     */
    record AllClear(List<String> counted) implements Event {
        public AllClear {
            counted = List.copyOf(counted);
        }

        @Override
        public EventKind<AllClear> kind() {
            return EventKind.ALL_CLEAR;
        }
    }

    /** What was behind a trouble of the engine or the supply, as somebody found it. */
    record CauseFound(Symptom symptom, Check cause) implements Event {
        @Override
        public EventKind<CauseFound> kind() {
            return EventKind.CAUSE_FOUND;
        }
    }

    /**
     * Somebody walks round in a room.
     *
     * @param room by its name in the household; empty for the circuits that are in none
     */
    record TookRoom(String room) implements Event {
        @Override
        public EventKind<TookRoom> kind() {
            return EventKind.TOOK_ROOM;
        }
    }

    /** Somebody who is alone outside says that all is well with them. */
    record AllRight() implements Event {
        @Override
        public EventKind<AllRight> kind() {
            return EventKind.ALL_RIGHT;
        }
    }

    /**
     * A rotation is in force from now on.
     *
     * @param plan by which number it is kept
     * @param why it was made
     */
    record Planned(long plan, Phrase why) implements Event {
        @Override
        public EventKind<Planned> kind() {
            return EventKind.PLANNED;
        }
    }

    /**
     * A reserve as somebody found it.
     *
     * @param celsius degrees, null when it is not told by its temperature
     * @param minutes of reserve that this amounts to, 0 or more
     */
    record Observed(String circuit, @Nullable Double celsius, double minutes) implements Event {
        @Override
        public EventKind<Observed> kind() {
            return EventKind.OBSERVED;
        }
    }

    /** Somebody has looked at the tank, or filled it by hand; litres in it, 0 or more. */
    record FuelSeen(double litres) implements Event {
        @Override
        public EventKind<FuelSeen> kind() {
            return EventKind.FUEL_SEEN;
        }
    }

    /** Somebody has read what the battery station holds; watt-hours, 0 or more. */
    record ChargeSeen(double wattHours) implements Event {
        @Override
        public EventKind<ChargeSeen> kind() {
            return EventKind.CHARGE_SEEN;
        }
    }

    /** What a circuit really draws, taken over from a meter on somebody's yes; watts, above 0. */
    record LoadMeasured(String circuit, double watts) implements Event {
        @Override
        public EventKind<LoadMeasured> kind() {
            return EventKind.LOAD_MEASURED;
        }
    }

    /** Whether the set joins its neutral to its frame, as somebody has measured; bonded or floating. */
    record BondFound(Bond bond) implements Event {
        @Override
        public EventKind<BondFound> kind() {
            return EventKind.BOND_FOUND;
        }
    }

    /** The engine has stopped by itself. */
    record Stalled(StallCause cause) implements Event {
        @Override
        public EventKind<Stalled> kind() {
            return EventKind.STALLED;
        }
    }

    /** The outage is over. */
    record Ended() implements Event {
        @Override
        public EventKind<Ended> kind() {
            return EventKind.ENDED;
        }
    }

    /**
     * What a phone wrote while it was alone, and what the log does not go by, because others had gone on differently
     * meanwhile, or had done the same. It is kept as it was said.
     */
    record Told(Event event) implements Event {
        @Override
        public EventKind<Told> kind() {
            return EventKind.TOLD;
        }
    }

    /**
     * Two tell it differently how things stand: the log, and a phone that was alone. Nothing is switched on until somebody
     * has looked at everything.
     */
    record Stories(Story log, Story phone) implements Event {
        /**
         * One of the two.
         *
         * @param who said something last in it
         * @param said what that was
         * @param state where it leads
         */
        public record Story(String who, Instant at, Phrase said, SwapState state) {}

        @Override
        public EventKind<Stories> kind() {
            return EventKind.STORIES;
        }
    }

    /**
     * What this version can't read: written by a newer one, or damaged. It is kept as it is and says nothing here.
     *
     * @param word by which it is stored
     * @param payload as it is stored
     */
    record Unknown(String word, Object payload) implements Event {
        @Override
        public EventKind<Unknown> kind() {
            return EventKind.UNKNOWN;
        }
    }
}
