package juiceswap.core.outage;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.stream.Stream;
import juiceswap.core.Fields;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.PhraseFields;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.StateFields;
import juiceswap.core.house.Setup;
import juiceswap.core.measure.Quantity;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageCause;
import juiceswap.core.supply.Bond;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Symptom;
import org.jspecify.annotations.Nullable;

/**
 * Everything that is to be known of a kind of event: the word by which it is stored, how it is written and read, what it says
 * to people, what it does to the standing of an outage, and whether anything was moved by it. A new kind is a record in
 * {@link Event}, its definition here, and its sentence in the message files.
 */
public final class EventKind<E extends Event> {
    /** What an event does to the standing that is being worked out. */
    interface Effect<E extends Event> {
        void on(Fold fold, E event, Entry entry);
    }

    /** What others had in mind when they confirmed a step may no longer hold after a kind that moves something. */
    private enum Moves {
        SOMETHING,
        NOTHING
    }

    static final EventKind<Event.Started> STARTED = new EventKind<>(
            "started",
            Event.Started.class,
            Moves.SOMETHING,
            event -> fields(
                    "state", StateFields.of(event.state()),
                    "goal", event.goal().word(),
                    "options", StateFields.of(event.options())),
            (stored, setup) -> new Event.Started(
                    StateFields.state(stored.requireObject("state"), setup),
                    stored.require(Goal.class, "goal"),
                    StateFields.options(stored.requireObject("options"), setup)),
            event -> Phrase.of(event.state().utilityLive() ? "event.started.rehearsal" : "event.started"),
            (fold, event, entry) -> fold.start(event));

    static final EventKind<Event.Done> DONE = new EventKind<>(
            "done",
            Event.Done.class,
            Moves.SOMETHING,
            event -> {
                Map<String, Object> stored = fields("action", event.action().word(), "circuit", event.circuit());
                if (event.measured() != null) {
                    stored.putAll(stored(event.measured()));
                }
                if (event.filledLitres() != null) {
                    stored.put("filledLitres", event.filledLitres());
                }
                if (event.skipped()) {
                    stored.put("skipped", true);
                }
                return stored;
            },
            (stored, setup) -> new Event.Done(
                    stored.require(Action.class, "action"),
                    stored.text("circuit"),
                    stored.object("readings") == null ? null : measured(stored),
                    stored.number("filledLitres"),
                    stored.flag("skipped", false)),
            EventKind::done,
            undoable((fold, event, entry) -> fold.done(event, entry)));

    static final EventKind<Event.UtilityTested> UTILITY_TESTED = new EventKind<>(
            "utility-tested",
            Event.UtilityTested.class,
            Moves.SOMETHING,
            event -> {
                Map<String, Object> stored = fields("circuit", event.circuit());
                stored.putAll(stored(event.measured()));
                return stored;
            },
            (stored, setup) -> new Event.UtilityTested(stored.requireText("circuit"), measured(stored)),
            event -> Phrase.of("event.utility-tested", "circuit", new Phrase.OfCircuit(event.circuit())),
            undoable((fold, event, entry) -> fold.utilityTested(event.circuit(), entry)));

    static final EventKind<Event.RefusedReading> REFUSED_READING = new EventKind<>(
            "refused-reading",
            Event.RefusedReading.class,
            Moves.SOMETHING,
            event -> {
                Map<String, Object> stored = fields("action", event.action().word());
                stored.putAll(stored(event.measured()));
                return stored;
            },
            (stored, setup) -> new Event.RefusedReading(stored.require(Action.class, "action"), measured(stored)),
            event -> Phrase.of(
                    "event.refused-reading",
                    "step",
                    brief(event.action(), null),
                    "verdict",
                    verdict(event.measured()),
                    "causes",
                    causes(event.measured())),
            (fold, event, entry) -> fold.refuse(event));

    static final EventKind<Event.Read> READ = new EventKind<>(
            "read",
            Event.Read.class,
            Moves.NOTHING,
            event -> stored(event.measured()),
            (stored, setup) -> new Event.Read(measured(stored)),
            event -> Phrase.of(
                    event.measured().causes().isEmpty() ? "event.read" : "event.read.causes",
                    "verdict",
                    verdict(event.measured()),
                    "causes",
                    causes(event.measured())),
            (fold, event, entry) -> fold.read(event.measured()));

    static final EventKind<Event.Corrected> CORRECTED = new EventKind<>(
            "corrected",
            Event.Corrected.class,
            Moves.SOMETHING,
            event -> fields("state", StateFields.of(event.state())),
            (stored, setup) -> new Event.Corrected(StateFields.state(stored.requireObject("state"), setup)),
            event -> Phrase.of("event.corrected"),
            undoable((fold, event, entry) -> fold.correct(event.state())));

    static final EventKind<Event.Opened> OPENED = new EventKind<>(
            "opened",
            Event.Opened.class,
            Moves.SOMETHING,
            event -> fields("circuit", event.circuit()),
            (stored, setup) -> new Event.Opened(stored.requireText("circuit")),
            event -> Phrase.of("event.opened", "circuit", new Phrase.OfCircuit(event.circuit())),
            undoable((fold, event, entry) -> fold.open(event.circuit())));

    static final EventKind<Event.Chosen> CHOSEN = new EventKind<>(
            "chosen",
            Event.Chosen.class,
            Moves.SOMETHING,
            event -> fields("goal", event.goal().word(), "options", StateFields.of(event.options())),
            (stored, setup) -> new Event.Chosen(
                    stored.require(Goal.class, "goal"), StateFields.options(stored.requireObject("options"), setup)),
            event -> Phrase.of("goal." + event.goal().word()),
            undoable((fold, event, entry) -> fold.choose(event)));

    static final EventKind<Event.Answered> ANSWERED = new EventKind<>(
            "answered",
            Event.Answered.class,
            Moves.NOTHING,
            event -> fields("circuit", event.circuit(), "answer", event.answer().word()),
            (stored, setup) -> new Event.Answered(stored.requireText("circuit"), answer(stored)),
            event -> Phrase.of(
                    "event.answered",
                    "circuit",
                    new Phrase.OfCircuit(event.circuit()),
                    "answer",
                    Phrase.of("answer." + event.answer().word())),
            (fold, event, entry) -> fold.answer(event));

    static final EventKind<Event.UtilitySeen> UTILITY_SEEN = new EventKind<>(
            "utility-seen",
            Event.UtilitySeen.class,
            Moves.SOMETHING,
            event -> fields("sign", event.sign().word(), "since", event.since().toString()),
            (stored, setup) -> new Event.UtilitySeen(
                    stored.require(Sign.class, "sign"), Instant.parse(stored.requireText("since"))),
            event -> Phrase.of(
                    "event.utility-seen",
                    "sign",
                    Phrase.of("sign." + event.sign().word() + ".brief")),
            undoable((fold, event, entry) -> fold.utilitySeen(event, entry.at())));

    static final EventKind<Event.UtilityLost> UTILITY_LOST = new EventKind<>(
            "utility-lost",
            Event.UtilityLost.class,
            Moves.SOMETHING,
            event -> fields(),
            (stored, setup) -> new Event.UtilityLost(),
            event -> Phrase.of("event.utility-lost"),
            undoable((fold, event, entry) -> fold.utility(false)));

    static final EventKind<Event.TakenOver> TAKEN_OVER = new EventKind<>(
            "taken-over",
            Event.TakenOver.class,
            Moves.SOMETHING,
            event -> fields("state", StateFields.of(event.state())),
            (stored, setup) -> new Event.TakenOver(StateFields.state(stored.requireObject("state"), setup)),
            event -> Phrase.of("event.taken-over"),
            (fold, event, entry) -> fold.takeOver(event.state()));

    static final EventKind<Event.Undone> UNDONE = new EventKind<>(
            "undone",
            Event.Undone.class,
            Moves.SOMETHING,
            event -> fields("sequence", event.sequence()),
            (stored, setup) -> new Event.Undone((int) stored.requireNumber("sequence")),
            event -> Phrase.of("event.undone", "sequence", event.sequence()),
            // what was taken back is left out of the fold from the beginning
            (fold, event, entry) -> {});

    static final EventKind<Event.Alarmed> ALARMED = new EventKind<>(
            "alarmed",
            Event.Alarmed.class,
            Moves.SOMETHING,
            event -> fields(),
            (stored, setup) -> new Event.Alarmed(),
            event -> Phrase.of("event.alarmed"),
            (fold, event, entry) -> fold.alarm());

    static final EventKind<Event.TookRoom> TOOK_ROOM = new EventKind<>(
            "took-room",
            Event.TookRoom.class,
            Moves.NOTHING,
            event -> fields("room", event.room()),
            (stored, setup) -> new Event.TookRoom(stored.requireText("room")),
            event -> event.room().isEmpty()
                    ? Phrase.of("event.took-room.elsewhere")
                    : Phrase.of("event.took-room", "room", event.room()),
            (fold, event, entry) -> fold.tookRoom(event.room(), entry.who()));

    static final EventKind<Event.AllRight> ALL_RIGHT = new EventKind<>(
            "all-right",
            Event.AllRight.class,
            Moves.NOTHING,
            event -> fields(),
            (stored, setup) -> new Event.AllRight(),
            event -> Phrase.of("event.all-right"),
            // that it was written is what it says
            (fold, event, entry) -> {});

    static final EventKind<Event.CauseFound> CAUSE_FOUND = new EventKind<>(
            "cause-found",
            Event.CauseFound.class,
            Moves.NOTHING,
            event -> fields(
                    "symptom", event.symptom().word(), "cause", event.cause().word()),
            (stored, setup) -> new Event.CauseFound(
                    stored.require(Symptom.class, "symptom"), stored.require(Check.class, "cause")),
            event -> Phrase.of(
                    "event.cause-found",
                    "symptom",
                    Phrase.of("trouble.symptom." + event.symptom().word()),
                    "cause",
                    Phrase.of("trouble.cause." + event.cause().word())),
            // it changes nothing of how the house stands; the next search for a cause asks the log for it
            (fold, event, entry) -> {});

    static final EventKind<Event.AllClear> ALL_CLEAR = new EventKind<>(
            "all-clear",
            Event.AllClear.class,
            Moves.SOMETHING,
            event -> fields("counted", event.counted()),
            (stored, setup) -> new Event.AllClear(stored.texts("counted")),
            event -> event.counted().isEmpty()
                    ? Phrase.of("event.all-clear")
                    : Phrase.of("event.all-clear.counted", "names", String.join(", ", event.counted())),
            (fold, event, entry) -> fold.allClear());

    static final EventKind<Event.Planned> PLANNED = new EventKind<>(
            "planned",
            Event.Planned.class,
            Moves.NOTHING,
            event -> fields("plan", event.plan(), "why", PhraseFields.of(event.why())),
            (stored, setup) -> new Event.Planned((long) stored.requireNumber("plan"), why(stored)),
            event -> Phrase.of("event.planned", "why", event.why()),
            undoable((fold, event, entry) -> fold.planned(event, entry)));

    static final EventKind<Event.Observed> OBSERVED = new EventKind<>(
            "observed",
            Event.Observed.class,
            Moves.NOTHING,
            event -> fields("circuit", event.circuit(), "celsius", event.celsius(), "minutes", event.minutes()),
            (stored, setup) -> new Event.Observed(
                    stored.requireText("circuit"), stored.number("celsius"), stored.requireNumber("minutes")),
            event -> event.celsius() == null
                    ? Phrase.of(
                            "event.observed",
                            "circuit",
                            new Phrase.OfCircuit(event.circuit()),
                            "left",
                            minutes(event.minutes()))
                    : Phrase.of(
                            "event.observed.warmth",
                            "circuit",
                            new Phrase.OfCircuit(event.circuit()),
                            "warmth",
                            Quantity.celsius(event.celsius()),
                            "left",
                            minutes(event.minutes())),
            undoable((fold, event, entry) -> fold.observed(event, entry)));

    static final EventKind<Event.FuelSeen> FUEL_SEEN = new EventKind<>(
            "fuel-seen",
            Event.FuelSeen.class,
            Moves.NOTHING,
            event -> fields("litres", event.litres()),
            (stored, setup) -> new Event.FuelSeen(stored.requireNumber("litres")),
            event -> Phrase.of("event.fuel-seen", "fuel", Quantity.litres(event.litres())),
            undoable((fold, event, entry) -> fold.fuelSeen(event, entry)));

    static final EventKind<Event.ChargeSeen> CHARGE_SEEN = new EventKind<>(
            "charge-seen",
            Event.ChargeSeen.class,
            Moves.NOTHING,
            event -> fields("wattHours", event.wattHours()),
            (stored, setup) -> new Event.ChargeSeen(stored.requireNumber("wattHours")),
            event -> Phrase.of("event.charge-seen", "watthours", Math.round(event.wattHours())),
            undoable((fold, event, entry) -> fold.chargeSeen(event, entry)));

    static final EventKind<Event.LoadMeasured> LOAD_MEASURED = new EventKind<>(
            "load-measured",
            Event.LoadMeasured.class,
            Moves.SOMETHING,
            event -> fields("circuit", event.circuit(), "watts", event.watts()),
            (stored, setup) -> new Event.LoadMeasured(stored.requireText("circuit"), stored.requireNumber("watts")),
            event -> Phrase.of(
                    "event.load-measured",
                    "circuit",
                    new Phrase.OfCircuit(event.circuit()),
                    "watts",
                    Math.round(event.watts())),
            undoable((fold, event, entry) -> fold.loadMeasured(event)));

    static final EventKind<Event.BondFound> BOND_FOUND = new EventKind<>(
            "bond-found",
            Event.BondFound.class,
            Moves.SOMETHING,
            event -> fields("bond", event.bond().word()),
            (stored, setup) -> new Event.BondFound(stored.require(Bond.class, "bond")),
            event -> Phrase.of("event.bond-found." + event.bond().word()),
            undoable((fold, event, entry) -> fold.bondFound(event.bond())));

    static final EventKind<Event.Stalled> STALLED = new EventKind<>(
            "stalled",
            Event.Stalled.class,
            Moves.SOMETHING,
            event -> fields("cause", event.cause().word()),
            // before causes were asked for, none was stored
            (stored, setup) -> new Event.Stalled(
                    stored.text("cause") == null ? StallCause.UNKNOWN : stored.require(StallCause.class, "cause")),
            event -> Phrase.of("event.stalled." + event.cause().word()),
            undoable((fold, event, entry) -> fold.stall(event.cause(), entry.at())));

    static final EventKind<Event.Ended> ENDED = new EventKind<>(
            "ended",
            Event.Ended.class,
            Moves.SOMETHING,
            event -> fields(),
            (stored, setup) -> new Event.Ended(),
            event -> Phrase.of("event.ended"),
            (fold, event, entry) -> fold.end());

    static final EventKind<Event.Told> TOLD = new EventKind<>(
            "told",
            Event.Told.class,
            Moves.NOTHING,
            event -> fields("kind", wordOf(event.event()), "payload", payloadOf(event.event())),
            (stored, setup) -> {
                Fields payload = stored.requireObject("payload");
                return new Event.Told(read(stored.requireText("kind"), payload, payload, setup));
            },
            event -> Phrase.of("event.told", "said", phraseOf(event.event())),
            // the log does not go by it
            (fold, event, entry) -> {});

    static final EventKind<Event.Stories> STORIES = new EventKind<>(
            "stories",
            Event.Stories.class,
            Moves.SOMETHING,
            event -> fields("log", stored(event.log()), "phone", stored(event.phone())),
            (stored, setup) -> new Event.Stories(story(stored, "log", setup), story(stored, "phone", setup)),
            event -> Phrase.of(
                    "event.stories",
                    "one",
                    event.log().who(),
                    "other",
                    event.phone().who()),
            (fold, event, entry) -> fold.differs(event));

    /** Not stored under this word: an unknown event keeps its own. */
    static final EventKind<Event.Unknown> UNKNOWN = new EventKind<>(
            "unknown",
            Event.Unknown.class,
            Moves.SOMETHING,
            event -> fields(),
            (stored, setup) -> new Event.Unknown("unknown", fields()),
            event -> Phrase.of("event.unknown", "word", event.word()),
            (fold, event, entry) -> {});

    private static final List<EventKind<?>> STORED = List.of(
            STARTED,
            DONE,
            UTILITY_TESTED,
            TOOK_ROOM,
            ALL_RIGHT,
            CAUSE_FOUND,
            REFUSED_READING,
            READ,
            CORRECTED,
            OPENED,
            CHOSEN,
            ANSWERED,
            UTILITY_SEEN,
            UTILITY_LOST,
            TAKEN_OVER,
            UNDONE,
            ALARMED,
            ALL_CLEAR,
            PLANNED,
            OBSERVED,
            FUEL_SEEN,
            CHARGE_SEEN,
            LOAD_MEASURED,
            BOND_FOUND,
            STALLED,
            TOLD,
            STORIES,
            ENDED);

    private final String word;
    private final Class<E> type;
    private final Moves moves;
    private final Function<E, Map<String, Object>> writer;
    private final BiFunction<Fields, Setup, E> reader;
    private final Function<E, Phrase> phrase;
    private final Effect<E> effect;

    private EventKind(
            String word,
            Class<E> type,
            Moves moves,
            Function<E, Map<String, Object>> writer,
            BiFunction<Fields, Setup, E> reader,
            Function<E, Phrase> phrase,
            Effect<E> effect) {
        this.word = word;
        this.type = type;
        this.moves = moves;
        this.writer = writer;
        this.reader = reader;
        this.phrase = phrase;
        this.effect = effect;
    }

    /** All kinds that are written to a log. */
    public static List<EventKind<?>> stored() {
        return STORED;
    }

    /** The word by which events of this kind are stored. */
    public String word() {
        return word;
    }

    /** The events of this kind. */
    public Class<E> type() {
        return type;
    }

    // ---- one event

    /** The word by which that event is stored. */
    public static String wordOf(Event event) {
        return event instanceof Event.Unknown unknown
                ? unknown.word()
                : event.kind().word();
    }

    /** The event as it is stored: an object of texts, numbers, truths, lists and objects. */
    public static Object payloadOf(Event event) {
        return event instanceof Event.Unknown unknown
                ? unknown.payload()
                : event.kind().write(event);
    }

    /**
     * The event that is stored so. What can't be read is an {@link Event.Unknown} and keeps its payload.
     *
     * @param setup of the household as the outage began
     * @param payload the same as {@code stored}, to be kept if it can't be read
     */
    public static Event read(String word, Fields stored, Object payload, Setup setup) {
        Optional<EventKind<?>> kind =
                STORED.stream().filter(one -> one.word.equals(word)).findFirst();
        try {
            return kind.<Event>map(one -> one.reader.apply(stored, setup))
                    .orElseGet(() -> new Event.Unknown(word, payload));
        } catch (InvalidInput | DateTimeException unreadable) {
            return new Event.Unknown(word, payload);
        }
    }

    /** What that event says to people. */
    public static Phrase phraseOf(Event event) {
        return event.kind().say(event);
    }

    /** Whether anything was switched, moved or decided by that event: else what a page offered before it still holds. */
    public static boolean moves(Event event) {
        return event.kind().moves == Moves.SOMETHING;
    }

    /** Lets an entry do to the standing what its kind of event does. */
    static void apply(Entry entry, Fold fold) {
        entry.event().kind().effect(entry, fold);
    }

    private Map<String, Object> write(Event event) {
        return writer.apply(type.cast(event));
    }

    private Phrase say(Event event) {
        return phrase.apply(type.cast(event));
    }

    private void effect(Entry entry, Fold fold) {
        effect.on(fold, type.cast(entry.event()), entry);
    }

    /** Whether people may have to be told at once of an entry that is stored by that word, whatever they do. */
    public static boolean cutsThrough(String word) {
        return Stream.of(ALARMED, ALL_CLEAR, REFUSED_READING, CHOSEN, DONE, UTILITY_TESTED, STORIES)
                .anyMatch(kind -> kind.word().equals(word));
    }

    /** Whether undo takes events of that kind back. */
    static boolean canBeUndone(Event event) {
        return event.kind().effect instanceof Undoable;
    }

    // ---- what definitions share

    /** An effect of an event that can be taken back. */
    private static <E extends Event> Effect<E> undoable(Effect<E> effect) {
        return new Undoable<>(effect);
    }

    private record Undoable<E extends Event>(Effect<E> effect) implements Effect<E> {
        @Override
        public void on(Fold fold, E event, Entry entry) {
            effect.on(fold, event, entry);
            fold.mayBeUndone(entry);
        }
    }

    private static Map<String, Object> fields(@Nullable Object... namesAndValues) {
        Map<String, Object> fields = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            fields.put((String) namesAndValues[i], namesAndValues[i + 1]);
        }
        return fields;
    }

    private static Map<String, Object> stored(Measured measured) {
        Readings readings = measured.readings();
        return fields(
                "readings",
                fields(
                        "l1n", readings.l1n(),
                        "l2n", readings.l2n(),
                        "l1l2", readings.l1l2(),
                        "hz", readings.hz(),
                        "ng", readings.ng(),
                        "l1a", readings.l1a(),
                        "l2a", readings.l2a()),
                "verdict",
                measured.verdict().word(),
                "causes",
                measured.causes().stream().map(VoltageCause::word).toList());
    }

    private static Map<String, Object> stored(Event.Stories.Story story) {
        return fields(
                "who", story.who(),
                "at", story.at().toString(),
                "said", PhraseFields.of(story.said()),
                "state", StateFields.of(story.state()));
    }

    private static Event.Stories.Story story(Fields stored, String which, Setup setup) {
        Fields story = stored.requireObject(which);
        return new Event.Stories.Story(
                story.requireText("who"),
                Instant.parse(story.requireText("at")),
                PhraseFields.read(story.requireObject("said")),
                StateFields.state(story.requireObject("state"), setup));
    }

    private static Measured measured(Fields stored) {
        Fields values = stored.requireObject("readings");
        Readings readings = new Readings(
                values.number("l1n"),
                values.number("l2n"),
                values.number("l1l2"),
                values.number("hz"),
                values.number("ng"),
                values.number("l1a"),
                values.number("l2a"));
        List<VoltageCause> causes = stored.texts("causes").stream()
                .map(cause -> Worded.of(VoltageCause.class, cause))
                .toList();
        return new Measured(readings, stored.require(Verdict.class, "verdict"), causes);
    }

    /** Logs from before there were more answers than two say only whether it ran. */
    private static Answer answer(Fields stored) {
        if (stored.text("answer") != null) {
            return stored.require(Answer.class, "answer");
        }
        return stored.flag("running", false) ? Answer.RUNNING : Answer.SILENT;
    }

    /** Logs from before reasons were kept by what they say hold them as text. */
    private static Phrase why(Fields stored) {
        String told = stored.text("why");
        return told != null ? Phrase.of("plan.why.told", "why", told) : PhraseFields.read(stored.requireObject("why"));
    }

    private static Phrase done(Event.Done event) {
        Phrase brief = brief(event.action(), event.circuit());
        if (event.filledLitres() != null) {
            brief = Phrase.of("event.filled", "step", brief, "amount", Quantity.litres(event.filledLitres()));
        }
        return event.skipped() ? Phrase.of("event.skipped", "step", brief) : brief;
    }

    private static Phrase brief(Action action, @Nullable String circuit) {
        String key = "step." + action.word() + ".brief";
        return circuit == null ? Phrase.of(key) : Phrase.of(key, "circuit", new Phrase.OfCircuit(circuit));
    }

    private static Phrase verdict(Measured measured) {
        return Phrase.of("verdict." + measured.verdict().word());
    }

    private static List<Phrase> causes(Measured measured) {
        return measured.causes().stream()
                .map(cause -> Phrase.of("cause." + cause.word()))
                .toList();
    }

    private static Duration minutes(double minutes) {
        return Duration.ofSeconds(Math.round(minutes * 60));
    }
}
