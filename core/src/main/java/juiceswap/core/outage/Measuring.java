package juiceswap.core.outage;

import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.LegWatts;
import juiceswap.core.changeover.Action;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Reach;
import juiceswap.core.house.Setup;
import juiceswap.core.house.Unexplained;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageJudgement;

/** What becomes of readings that are taken for a measuring step. */
public final class Measuring {
    private Measuring() {}

    /** Whether a step takes readings from a meter. */
    public static boolean takesReadings(Action action) {
        return switch (action) {
            case MEASURE_GENERATOR, MEASURE_PANEL, MEASURE_LOADED, MEASURE_UTILITY -> true;
            default -> false;
        };
    }

    /** Whether two legs are to be read: the utility has them whatever the set makes. */
    public static boolean twoLegs(Standing standing, Action action) {
        Setup setup = standing.changeover().setup();
        boolean oneOutlet = standing.changeover().kind().reach() == Reach.ONE_APPLIANCE
                && action != Action.MEASURE_GENERATOR
                && setup.circuits(standing.state().picked()).stream().noneMatch(Circuit::twoPole);
        return action == Action.MEASURE_UTILITY || setup.source().splitPhase() && !oneOutlet;
    }

    /**
     * Where the load for a reading under load belongs: one leg only, the lighter one, at a circuit that is on there anyway.
     * Empty where the set has no two legs, or nothing single-pole is on.
     */
    public static Optional<Circuit> whereToLoad(Standing standing) {
        Setup setup = standing.changeover().setup();
        if (!setup.source().splitPhase()) {
            return Optional.empty();
        }
        LegWatts running =
                Capacity.of(setup, standing.state().picked(), (String) null).running();
        Leg lighter = running.l1() <= running.l2() ? Leg.L1 : Leg.L2;
        return setup.circuits(standing.state().picked()).stream()
                .filter(circuit -> !circuit.twoPole() && circuit.leg() == lighter)
                .findFirst();
    }

    /**
     * The test circuits that are still to be read one after the other on the way back, under a plain load; the last of them
     * ends the step. Empty where no test circuits are chosen: then any circuit will do.
     */
    public static List<Circuit> utilityToTest(Standing standing) {
        Setup setup = standing.changeover().setup();
        return setup.transfer().usableTestCircuits().stream()
                .filter(id -> !standing.street().tested().contains(id))
                .map(setup::circuit)
                .toList();
    }

    /** Whether the readings of this step are to be taken with a load on. */
    public static boolean underLoad(Standing standing, Action action) {
        return action == Action.MEASURE_LOADED && !standing.readUnloaded();
    }

    /** A monitor's amps are news when they differ by so many watts on a leg from what counts: half a small heater. */
    private static final double NEWS_WATTS = 400;

    /** What was switched needs this long to settle; and so often at most is a monitor's figure taken into the log. */
    private static final Duration SETTLED = Duration.ofSeconds(60);

    /** Whether amps that a monitor has shown for some seconds tell something that is not counted yet. */
    public static boolean tellsNews(Standing standing, Readings readings, Instant now) {
        Setup setup = standing.changeover().setup();
        boolean amps = readings.l1a() != null || readings.l2a() != null;
        Instant last = standing.moments().written();
        if (!amps
                || !standing.changeover().loaded(standing.state())
                || last != null && last.isAfter(now.minus(SETTLED))) {
            return false;
        }
        Unexplained shown = new Capacity.Read(readings.l1a(), readings.l2a())
                .unexplainedBy(setup, standing.changeover().powered(standing.state()));
        Unexplained counted = setup.unexplained();
        return Math.abs(shown.l1Watts() - counted.l1Watts()) > NEWS_WATTS
                || Math.abs(shown.l2Watts() - counted.l2Watts()) > NEWS_WATTS;
    }

    /**
     * The event to log for readings taken when no step asks for them: a stop halts everything as it does in a measuring step,
     * and leads away from the supply that was read, set or street.
     */
    public static Event underWay(Standing standing, Readings readings) {
        boolean loaded = standing.changeover().loaded(standing.state());
        boolean onTheSet = standing.changeover().fed(standing.state());
        boolean onTheStreet = standing.state().utilityLive()
                && standing.changeover().parting().switchesPanel()
                && standing.changeover().onUtilitySide(standing.state());
        boolean splitPhase =
                twoLegs(standing, onTheStreet && !onTheSet ? Action.MEASURE_UTILITY : Action.MEASURE_LOADED);
        VoltageJudgement judged = VoltageJudgement.of(splitPhase, true, loaded, readings);
        if (judged.verdict() == Verdict.STOP && (onTheSet || onTheStreet)) {
            Action measured = onTheSet ? Action.MEASURE_LOADED : Action.MEASURE_UTILITY;
            return new Event.RefusedReading(measured, new Measured(readings, judged.verdict(), judged.causes()));
        }
        // with nothing fed there is nothing to part from
        return new Event.Read(new Measured(readings, judged.verdict(), judged.causes()));
    }

    /**
     * The event to log. The step is done only when the verdict is no stop and the load was on where it belongs: legs far
     * apart under load are read once more without it, and after that again with a little load.
     */
    public static Event judge(Standing standing, Action action, Readings readings) {
        boolean loaded = underLoad(standing, action);
        VoltageJudgement judged =
                VoltageJudgement.of(twoLegs(standing, action), action != Action.MEASURE_GENERATOR, loaded, readings);
        boolean withoutItsLoad = action == Action.MEASURE_LOADED && !loaded;
        boolean refused = judged.verdict() == Verdict.STOP
                || withoutItsLoad
                || VoltageJudgement.mustReadUnloaded(loaded, readings);
        List<Circuit> toTest = action == Action.MEASURE_UTILITY ? utilityToTest(standing) : List.of();
        if (!refused && toTest.size() > 1) {
            return new Event.UtilityTested(
                    toTest.get(0).id(), new Measured(readings, judged.verdict(), judged.causes()));
        }
        return refused
                ? new Event.RefusedReading(action, new Measured(readings, judged.verdict(), judged.causes()))
                : new Event.Done(action, null, new Measured(readings, judged.verdict(), judged.causes()));
    }
}
