package juiceswap.web.outage;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.Phrase;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.outage.Confirming.Outcome;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.Standing;
import juiceswap.core.words.ReadingForm;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import org.springframework.core.io.ClassPathResource;

class SwapServiceTest {
    private static final Instant NOW = Instant.parse("2031-02-03T18:00:00Z");
    private static final Account INES = new Account(1, 7, "ines", "Ines", "owner", null);

    private final Outages outages = mock(Outages.class);
    private final Helpers helpers = mock(Helpers.class);
    private final PutAside putAside = mock(PutAside.class);
    private final DeviceTests tests = mock(DeviceTests.class);
    private final SwapService swap =
            new SwapService(outages, helpers, putAside, tests, Clock.fixed(NOW, ZoneOffset.UTC));
    private final List<Entry> log = new ArrayList<>();
    private Household household;

    @BeforeEach
    void outageOn() throws IOException {
        byte[] file = new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray();
        household = new Schemas().household(StrictJson.parse(file));
        Changeover changeover = new Changeover(household.setup(), household.outage());
        SwapState dark =
                changeover.putRight(SwapState.initial(household.setup().source().bond(), true, false));
        write(new Event.Started(dark, Goal.ON_GENERATOR, household.outage()));
        when(outages.current(INES))
                .thenAnswer(call -> Optional.of(new Outage(
                        3,
                        7,
                        false,
                        household,
                        Instant.EPOCH,
                        null,
                        List.copyOf(log),
                        Standing.of(household.setup(), log))));
    }

    private void write(Event event) {
        log.add(new Entry(log.size() + 1, Instant.EPOCH, "Ines", event));
    }

    private void advance(Action until) {
        while (true) {
            Plan.Step next = Standing.of(household.setup(), log).plan().steps().get(0);
            if (next.action() == until) {
                return;
            }
            write(Event.Done.step(next.action(), next.circuit()));
        }
    }

    private Standing standing() {
        return Standing.of(household.setup(), log);
    }

    @SuppressWarnings("unchecked")
    private Event written() {
        ArgumentCaptor<List<? extends Event>> events = ArgumentCaptor.forClass(List.class);
        verify(outages).append(anyLong(), anyLong(), anyInt(), events.capture(), any(), any());
        return events.getValue().get(0);
    }

    private void nothingWritten() {
        verify(outages, never()).append(anyLong(), anyLong(), anyInt(), any(), any(), any());
    }

    @Test
    void aStepIsWrittenAgainstWhatWasSeen() {
        Outcome outcome = swap.confirm(INES, 1, Action.CHECK_CO_ALARM, null, Map.of());
        assertThat(outcome).isInstanceOf(Outcome.Taken.class);
        verify(outages).append(7, 3, 1, List.of(Event.Done.step(Action.CHECK_CO_ALARM, null)), INES, NOW);
        verify(helpers).acted(INES, 3, Place.INDOORS);
    }

    @Test
    void whatWasDoneInsideMeanwhileDoesNotUndoWhatWasDoneOutside() {
        write(Event.Done.step(Action.CHECK_CO_ALARM, null));
        Outcome outcome = swap.confirm(INES, 1, Action.CHECK_PLACEMENT, null, Map.of());
        assertThat(outcome).isInstanceOf(Outcome.Taken.class);
        verify(outages).append(anyLong(), anyLong(), org.mockito.ArgumentMatchers.eq(2), any(), any(), any());
    }

    @Test
    void twoStepsInsideAtOnceDoNotBothWin() {
        write(Event.Done.step(Action.UNPLUG_SENSITIVE, null));
        assertThrows(Conflict.class, () -> swap.confirm(INES, 1, Action.BRANCHES_OFF, null, Map.of()));
        write(new Event.Corrected(Standing.of(household.setup(), log).state()));
        assertThrows(Conflict.class, () -> swap.confirm(INES, 1, Action.CHECK_PLACEMENT, null, Map.of()));
        nothingWritten();
    }

    @Test
    void whoSawAnOlderLogIsTold() {
        write(Event.Done.step(Action.CHECK_CO_ALARM, null));
        assertThrows(Conflict.class, () -> swap.confirm(INES, 1, Action.CHECK_CO_ALARM, null, Map.of()));
        nothingWritten();
    }

    @Test
    void aDangerousStepIsRefusedWithItsRule() {
        Outcome outcome = swap.confirm(INES, 1, Action.START_ENGINE, null, Map.of());
        assertThat(((Outcome.Refused) outcome).broken()).contains(Rule.START_UNCHECKED);
        nothingWritten();
    }

    @Test
    void whatThePlateHoldsIsImpossible() {
        Outcome outcome = swap.confirm(INES, 1, Action.INPUT_ON, null, Map.of());
        assertThat(((Outcome.Refused) outcome).impossible()).isTrue();
        nothingWritten();
    }

    @Test
    void goodReadingsAreWrittenWithTheStep() {
        advance(Action.MEASURE_GENERATOR);
        swap.confirm(INES, log.size(), Action.MEASURE_GENERATOR, null, Map.of("l1n", "121,5", "l2n", " 121 "));
        Event.Done done = (Event.Done) written();
        assertThat(done.measured().readings().l1n()).isEqualTo(121.5);
        assertThat(done.measured().verdict()).isEqualTo(Verdict.GOOD);
    }

    @Test
    void readingsThatSayStopAreNoStepDone() {
        advance(Action.MEASURE_PANEL);
        swap.confirm(INES, log.size(), Action.MEASURE_PANEL, null, Map.of("l1n", "2", "l2n", "121"));
        Event.RefusedReading refused = (Event.RefusedReading) written();
        assertThat(refused.measured().causes()).containsExactly(VoltageCause.LOST_LEG);
        assertThat(refused.verdict()).isEqualTo(Verdict.STOP);
    }

    /** Reads under the measuring step that is next and puts into the log what the service would write. */
    private Event read(String l1n, String l2n) {
        org.mockito.Mockito.clearInvocations(outages);
        swap.confirm(INES, log.size(), Action.MEASURE_LOADED, null, Map.of("l1n", l1n, "l2n", l2n));
        Event event = written();
        write(event);
        return event;
    }

    @Test
    void legsFarApartUnderLoadAreReadWithoutItAndThenAgainWithALittle() {
        advance(Action.MEASURE_LOADED);
        assertThat(((Event.RefusedReading) read("114", "124")).verdict()).isEqualTo(Verdict.WATCH);
        assertThat(Standing.of(household.setup(), log).readUnloaded()).isTrue();
        // together again without load: it was a heavy load on a long cord; the step itself is still to be done
        assertThat(read("120", "121")).isInstanceOf(Event.RefusedReading.class);
        Standing standing = standing();
        assertThat(standing.readUnloaded()).isFalse();
        assertThat(standing.plan().steps().get(0).action()).isEqualTo(Action.MEASURE_LOADED);
        assertThat(read("119", "121")).isInstanceOf(Event.Done.class);
    }

    @Test
    void legsStillApartWithoutLoadAreALostNeutral() {
        advance(Action.MEASURE_LOADED);
        read("114", "124");
        Event.RefusedReading still = (Event.RefusedReading) read("114", "124");
        assertThat(still.verdict()).isEqualTo(Verdict.STOP);
        assertThat(still.measured().causes()).containsExactly(VoltageCause.OPEN_NEUTRAL);
    }

    @Test
    void aPlanMadeWhileEverythingWasStoppedIsNotPutInForce() {
        advance(Action.MEASURE_LOADED);
        read("88", "151");
        org.mockito.Mockito.clearInvocations(outages);
        assertThat(swap.planned(INES, standing(), 4, Phrase.of("plan.why.day-ahead")))
                .isFalse();
        nothingWritten();
    }

    @Test
    void aPlanFromBeforeABreakerWasSwitchedDoesNotTurnTheMoveAround() {
        advance(Action.PICK_UP);
        Standing before = standing();
        Plan.Step pickUp = before.plan().steps().get(0);
        write(Event.Done.step(pickUp.action(), pickUp.circuit()));
        assertThat(swap.planned(INES, before, 4, Phrase.of("plan.why.day-ahead")))
                .isFalse();
        nothingWritten();
        assertThat(swap.planned(INES, standing(), 4, Phrase.of("plan.why.day-ahead")))
                .isTrue();
        assertThat(written()).isInstanceOf(Event.Planned.class);
    }

    @Test
    void badNumbersComeBackAsTyped() {
        advance(Action.MEASURE_GENERATOR);
        Outcome outcome = swap.confirm(
                INES, log.size(), Action.MEASURE_GENERATOR, null, Map.of("l1n", "12O", "l2n", "", "hz", "6000"));
        ReadingForm form = ((SwapService.BadReadings) outcome).form();
        assertThat(form.fields()).extracting(ReadingForm.Field::typed).containsExactly("12O", "", "", "6000");
        assertThat(form.fields().get(0).problem()).startsWith("Type a number");
        assertThat(form.fields().get(1).problem()).startsWith("Needed");
        assertThat(form.fields().get(2).problem()).isNull();
        assertThat(form.fields().get(3).problem()).isEqualTo("From 0 to 1000.");
        nothingWritten();
    }

    @Test
    void whatDoesNotFitSaysWhatMakesRoom() {
        advance(Action.WALK_ROUND);
        Outcome outcome = swap.confirm(INES, log.size(), Action.PICK_UP, "range", Map.of());
        assertThat(((Outcome.Refused) outcome).makeRoom()).isNotEmpty();
        nothingWritten();
    }

    @Test
    void makingSafeWinsEvenWhileSomebodyElseWrites() {
        doThrow(new Conflict()).doNothing().when(outages).append(anyLong(), anyLong(), anyInt(), any(), any(), any());
        swap.makeSafe(INES);
        verify(outages, times(2)).append(anyLong(), anyLong(), anyInt(), any(), any(), any());
    }

    @Test
    void theReturnOfTheUtilityIsSeenButNotTrustedBeforeItHasHeld() {
        swap.utilitySeen(INES, 1, Sign.METER_DISPLAY, Duration.ofMinutes(4));
        assertThat(written()).isEqualTo(new Event.UtilitySeen(Sign.METER_DISPLAY, NOW.minusSeconds(240)));
        log.add(new Entry(2, NOW, "Ines", new Event.UtilitySeen(Sign.METER_DISPLAY, NOW.minusSeconds(599))));
        org.mockito.Mockito.clearInvocations(outages);
        assertThat(swap.goBack(INES, 2)).isFalse();
        assertThat(swap.confirm(INES, 2, Action.CONFIRM_UTILITY, null, Map.of()))
                .isInstanceOf(Outcome.TooEarly.class);
        nothingWritten();
    }

    @Test
    void onceItHasHeldTheWayBackIsOpen() {
        log.add(new Entry(2, NOW, "Ines", new Event.UtilitySeen(Sign.MESSAGE, NOW.minusSeconds(600))));
        assertThat(swap.goBack(INES, 2)).isTrue();
        assertThat(((Event.Done) written()).action()).isEqualTo(Action.CONFIRM_UTILITY);
    }

    @Test
    void whatTheSensorShowsGoesToTheLogUnasked() {
        swap.sensorShows(INES, true);
        assertThat(written()).isEqualTo(new Event.UtilitySeen(Sign.SENSOR, NOW));
    }

    @Test
    void withNothingSensitiveLeftTheStepItselfGoes() {
        when(putAside.of(7)).thenReturn(java.util.EnumSet.of(Lookout.ELECTRONICS));
        swap.putAside(INES, 1, Lookout.ELECTRONICS);
        verify(putAside).add(7, Lookout.ELECTRONICS);
        Event.Chosen chosen = (Event.Chosen) written();
        assertThat(chosen.options().noSensitive()).isTrue();
        assertThat(chosen.options().pickUp()).isEqualTo(household.outage().pickUp());
    }

    @Test
    void duringAnAlarmNothingElseIsWritten() {
        advance(Action.MEASURE_PANEL);
        write(new Event.Alarmed());
        int seen = log.size();
        assertThrows(Conflict.class, () -> swap.aim(INES, seen, Goal.ON_GENERATOR));
        assertThrows(Conflict.class, () -> swap.open(INES, seen, "fridge"));
        swap.undo(INES, seen);
        swap.makeSafe(INES);
        swap.alarm(INES);
        nothingWritten();
        swap.engineStoppedInCleanAir(INES);
        assertThat(written())
                .isInstanceOfSatisfying(
                        Event.Corrected.class,
                        corrected ->
                                assertThat(corrected.state().engine().running()).isFalse());
    }

    @Test
    void anAllClearWithoutAnAlarmSaysNothing() {
        swap.allClear(INES, 1, java.util.List.of());
        swap.engineStoppedInCleanAir(INES);
        nothingWritten();
        swap.alarm(INES);
        assertThat(written()).isInstanceOf(Event.Alarmed.class);
    }
}
