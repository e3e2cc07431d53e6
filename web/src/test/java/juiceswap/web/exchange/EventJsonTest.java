package juiceswap.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import juiceswap.core.Phrase;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.StallCause;
import juiceswap.core.supply.Bond;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Symptom;
import juiceswap.exchange.EventJson;
import juiceswap.exchange.Tree;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.core.io.ClassPathResource;

/** What is written to the log is what is read from it. */
class EventJsonTest {
    private Setup setup;

    @BeforeEach
    void cottage() throws java.io.IOException {
        byte[] file = new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray();
        setup = new Schemas().household(StrictJson.parse(file)).setup();
    }

    private static Tree json(String text) {
        return StrictJson.parse(text.getBytes(StandardCharsets.UTF_8));
    }

    static Stream<Event> events() {
        SwapState dark = SwapState.initial(Bond.BONDED, true, false);
        Readings readings = new Readings(121.0, 119.5, null, 60.1, null);
        return Stream.of(
                new Event.Started(dark, Goal.ON_GENERATOR, Options.NONE),
                Event.Done.step(Action.PICK_UP, "fridge"),
                new Event.Done(Action.MEASURE_PANEL, null, new Measured(readings, Verdict.GOOD, List.of())),
                Event.Done.step(Action.REFUEL, null).filling(12.5),
                Event.Done.step(Action.WAIT_COOL, null).early(),
                new Event.UtilityTested("lamp", new Measured(readings, Verdict.GOOD, List.of())),
                new Event.Read(new Measured(readings, Verdict.WATCH, List.of(VoltageCause.VOLTAGE_DROP))),
                new Event.RefusedReading(
                        Action.MEASURE_LOADED,
                        new Measured(readings, Verdict.STOP, List.of(VoltageCause.OPEN_NEUTRAL))),
                new Event.Corrected(dark),
                new Event.Opened("well"),
                new Event.Chosen(Goal.REFUEL, Options.NONE),
                new Event.Answered("well", Answer.NEEDS_RESTART),
                new Event.UtilitySeen(Sign.METER_DISPLAY, Instant.parse("2026-01-14T18:04:00Z")),
                new Event.UtilityLost(),
                new Event.TakenOver(dark),
                new Event.Undone(3),
                new Event.BondFound(Bond.FLOATING),
                new Event.Planned(7, Phrase.of("why.taken", "minutes", 30.0)),
                new Event.Observed("fridge", 4.5, 180),
                new Event.Observed("fridge", null, 60),
                new Event.FuelSeen(9.5),
                new Event.ChargeSeen(960),
                new Event.LoadMeasured("fridge", 240),
                new Event.Stalled(StallCause.LOW_OIL),
                new Event.Alarmed(),
                new Event.AllClear(List.of("Ines", "Bram")),
                new Event.TookRoom("Kitchen"),
                new Event.AllRight(),
                new Event.CauseFound(Symptom.CRANKS_NO_START, Check.FUEL_VALVE),
                new Event.Told(Event.Done.step(Action.PICK_UP, "well")),
                new Event.Stories(
                        new Event.Stories.Story(
                                "Ines", Instant.parse("2026-01-14T18:04:00Z"), Phrase.of("event.ended"), dark),
                        new Event.Stories.Story(
                                "Bram", Instant.parse("2026-01-14T18:05:00Z"), Phrase.of("event.ended"), dark)),
                new Event.Ended());
    }

    @ParameterizedTest
    @MethodSource("events")
    void everyEventComesBackEqual(Event event) {
        String stored = EventJson.payload(event);
        assertThat(EventJson.read(EventKind.wordOf(event), json(stored), setup)).isEqualTo(event);
    }

    @Test
    void kindsAreWordsWithHyphens() {
        assertThat(events().map(EventKind::wordOf))
                .contains("refused-reading", "all-clear", "utility-seen", "taken-over", "read", "ended");
    }

    /** Logs from before there were four answers. */
    @ParameterizedTest
    @CsvSource({"true,RUNNING", "false,SILENT"})
    void oldAnswersAreUnderstood(boolean running, Answer answer) {
        Event read = EventJson.read("answered", json("{\"circuit\": \"well\", \"running\": " + running + "}"), setup);
        assertThat(read).isEqualTo(new Event.Answered("well", answer));
    }

    /** One line for each kind as the version before this one wrote it. */
    static Stream<String> earlier() throws java.io.IOException {
        return new ClassPathResource("earlier/version-9-events.tsv")
                .getContentAsString(java.nio.charset.StandardCharsets.UTF_8)
                .lines();
    }

    @ParameterizedTest
    @MethodSource("earlier")
    void whatTheVersionBeforeWroteIsReadAndWrittenAgain(String line) {
        String kind = line.substring(0, line.indexOf('\t'));
        Tree payload = json(line.substring(line.indexOf('\t') + 1));
        Event read = EventJson.read(kind, payload, setup);
        assertThat(read).isNotInstanceOf(Event.Unknown.class);
        assertThat(EventKind.wordOf(read)).isEqualTo(kind);
        assertThat(EventJson.read(kind, json(EventJson.payload(read)), setup)).isEqualTo(read);
    }

    @Test
    void everyKindOfEventIsStoredByItsWordAndTried() {
        List<Class<?>> stored =
                EventKind.stored().stream().<Class<?>>map(EventKind::type).toList();
        assertThat(Event.class.getPermittedSubclasses())
                .filteredOn(kind -> kind != Event.Unknown.class)
                .containsExactlyInAnyOrderElementsOf(stored);
        assertThat(stored)
                .containsExactlyInAnyOrderElementsOf(
                        events().<Class<?>>map(Event::getClass).distinct().toList());
    }

    @Test
    void anUnknownKindIsKeptWhole() {
        Event read = EventJson.read("storm-named", json("{\"name\": \"Hazel\"}"), setup);
        assertThat(read).isInstanceOf(Event.Unknown.class);
        assertThat(EventKind.wordOf(read)).isEqualTo("storm-named");
        assertThat(json(EventJson.payload(read))).isEqualTo(json("{\"name\": \"Hazel\"}"));
    }

    @Test
    void aKnownKindThatCannotBeReadIsKeptWhole() {
        Event read = EventJson.read("undone", json("{\"sequence\": \"three\"}"), setup);
        assertThat(read).isInstanceOf(Event.Unknown.class);
        assertThat(EventKind.wordOf(read)).isEqualTo("undone");
        assertThat(EventJson.payload(read)).contains("three");
    }
}
