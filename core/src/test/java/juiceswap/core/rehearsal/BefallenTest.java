package juiceswap.core.rehearsal;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Action;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.StallCause;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Symptom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What has gone wrong in a household is what its people should practise. */
class BefallenTest {
    private static final Instant BEGAN = Instant.parse("2031-02-03T18:00:00Z");

    private final List<Entry> log = new ArrayList<>();

    private Instant write(Event event) {
        Instant at = BEGAN.plusSeconds(60L * log.size());
        log.add(new Entry(log.size() + 1, at, "Ines", event));
        return at;
    }

    private static Measured found(VoltageCause cause) {
        return new Measured(new Readings(88.0, 151.0, null, null, null), Verdict.STOP, List.of(cause));
    }

    @Test
    void theSameReadingIsOfTheGeneratorOrOfTheUtility() {
        Instant own = write(new Event.RefusedReading(Action.MEASURE_PANEL, found(VoltageCause.OPEN_NEUTRAL)));
        Instant theirs = write(new Event.UtilityTested("lamp", found(VoltageCause.OPEN_NEUTRAL)));
        assertEquals(Map.of(Trouble.OPEN_NEUTRAL, own, Trouble.UTILITY_NEUTRAL, theirs), Befallen.in(log));
    }

    @Test
    void theLatestTimeCountsAndWhatWasTakenBackDoesNot() {
        write(new Event.Stalled(StallCause.OVERLOAD));
        Instant again = write(new Event.Stalled(StallCause.OVERLOAD));
        write(new Event.Alarmed());
        write(new Event.Undone(3));
        assertEquals(Map.of(Trouble.HEAVY_LOAD, again), Befallen.in(log));
    }

    @Test
    void whatAPhoneToldAfterwardsCountsTooAndSoundReadingsDoNot() {
        write(new Event.Read(new Measured(new Readings(120.0, 121.0, null, null, null), Verdict.GOOD, List.of())));
        Instant told = write(new Event.Told(new Event.CauseFound(Symptom.CRANKS_NO_START, Check.FUEL_VALVE)));
        assertEquals(Map.of(Trouble.FUEL_SHUT, told), Befallen.in(log));
    }

    /** Every reason for which an engine stopped can be practised. */
    @ParameterizedTest
    @EnumSource(StallCause.class)
    void everyStallIsSomethingToRehearse(StallCause cause) {
        write(new Event.Stalled(cause));
        assertEquals(1, Befallen.in(log).size());
    }
}
