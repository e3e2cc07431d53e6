package juiceswap.core.outage;

import java.time.Instant;
import java.util.List;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.supply.Bond;
import org.jspecify.annotations.Nullable;

/** Something a person did, read or said during an outage. */
public sealed interface Event {

    /** The outage or rehearsal begins: how things stand, where to, and how this household wants it done. */
    record Started(SwapState state, Goal goal, Options options) implements Event {}

    /** A step was confirmed, with the readings if it was a measurement. */
    record Done(
            Action action,
            @Nullable String circuit,
            @Nullable Readings readings,
            @Nullable Verdict verdict,
            List<VoltageCause> causes)
            implements Event {}

    /** Readings that stop the sequence, or that must be taken again before it goes on. */
    record RefusedReading(Action action, Readings readings, Verdict verdict, List<VoltageCause> causes)
            implements Event {}

    /** Readings taken under way, at the panel's receptacles or its meter; nothing waits for them. */
    record Read(Readings readings, Verdict verdict, List<VoltageCause> causes) implements Event {}

    /** It isn't like that: how things really stand. */
    record Corrected(SwapState state) implements Event {}

    /** One branch breaker was opened while the house is on the set. */
    record Opened(String circuit) implements Event {}

    /** Another goal, or other wishes. */
    record Chosen(Goal goal, Options options) implements Event {}

    /** On the walk-round: how what this circuit feeds was found. */
    record Answered(String circuit, Answer answer) implements Event {}

    /** The street has power again: how it is known, and since when it has had it. */
    record UtilitySeen(Sign sign, Instant since) implements Event {}

    /** The street has gone dark again. */
    record UtilityLost() implements Event {}

    /** Somebody else takes over, having looked how things really stand. */
    record TakenOver(SwapState state) implements Event {}

    /** The entry of that sequence number was taken back. */
    record Undone(int sequence) implements Event {}

    /** The CO alarm sounds, or somebody has a headache: everybody out. */
    record Alarmed() implements Event {}

    /** After an alarm: all are counted, the air is proven clean and the cause is found. */
    record AllClear() implements Event {}

    /**
     * A rotation is in force from now on.
     *
     * @param plan by which number it is kept
     * @param why it was made, in words
     */
    record Planned(long plan, String why) implements Event {}

    /**
     * A reserve as somebody found it.
     *
     * @param celsius degrees, null when it is not told by its temperature
     * @param minutes of reserve that this amounts to, 0 or more
     */
    record Observed(String circuit, @Nullable Double celsius, double minutes) implements Event {}

    /** Somebody has looked at the tank, or filled it by hand; litres in it, 0 or more. */
    record FuelSeen(double litres) implements Event {}

    /** What a circuit really draws, taken over from a meter on somebody's yes; watts, above 0. */
    record LoadMeasured(String circuit, double watts) implements Event {}

    /** Whether the set joins its neutral to its frame, as somebody has measured; bonded or floating. */
    record BondFound(Bond bond) implements Event {}

    /** The engine has stopped by itself under its load. */
    record Stalled() implements Event {}

    /** The outage is over. */
    record Ended() implements Event {}
}
