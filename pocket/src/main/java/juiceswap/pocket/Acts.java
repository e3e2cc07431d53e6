package juiceswap.pocket;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.StateFields;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Circuit;
import juiceswap.core.measure.Quantity;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Confirming;
import juiceswap.core.outage.Confirming.Outcome;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.StallCause;
import juiceswap.core.outage.Standing;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Symptom;
import juiceswap.core.words.ReadingForm;
import juiceswap.core.words.Wording;
import juiceswap.exchange.Tree;
import org.jspecify.annotations.Nullable;

/** What somebody does in the pocket, by the word that the page sends; judged by the same code as on the server. */
final class Acts {
    private static final double ONE_MINUTE = 60_000.0;

    private final Carried carried;
    private final Wording words;
    private final List<Entry> log;
    private final @Nullable Standing standing;
    private final Instant now;

    /** What came of it: events to keep, or what to tell; {@code early} asks whether it is really done. */
    record Came(
            List<Event> events,
            String refused,
            boolean early,
            @Nullable ReadingForm readings) {
        static Came taken(List<? extends Event> events) {
            return new Came(List.copyOf(events), "", false, null);
        }

        static Came refused(String why) {
            return new Came(List.of(), why, false, null);
        }
    }

    Acts(Carried carried, Wording words, List<Entry> log, @Nullable Standing standing, Instant now) {
        this.carried = carried;
        this.words = words;
        this.log = log;
        this.standing = standing;
        this.now = now;
    }

    Came act(Tree command) {
        String what = command.text("do", "");
        if (standing == null || standing.ended()) {
            return what.equals("begin") || what.equals("alarm")
                    ? begin(what)
                    : Came.refused(words.say("pocket.not-begun"));
        }
        if (standing.alarmed()) {
            return inAlarm(standing, what, command);
        }
        return switch (what) {
            case "alarm" -> Came.taken(List.of(new Event.Alarmed()));
            case "make-safe" -> chosen(standing, Goal.MAKE_SAFE);
            case "done" -> done(standing, command);
            case "read" -> read(standing, command.path("fields"));
            case "undo" -> undo(standing);
            case "positions" -> positions(standing, command.path("parts"));
            case "open" -> Came.taken(List.of(new Event.Opened(circuit(command))));
            case "answers" -> answers(command);
            case "move" -> outcome(confirming(standing).move(carried.me(), command.texts("off"), command.texts("on")));
            case "aim" -> chosen(standing, Worded.of(Goal.class, command.text("goal", "")));
            case "go-back" ->
                confirming(standing)
                        .goBack()
                        .map(Came::taken)
                        .orElseGet(() -> Came.refused(words.say("notice.not-held")));
            case "utility-seen" ->
                Came.taken(List.of(new Event.UtilitySeen(Worded.of(Sign.class, command.text("sign", "")), now)));
            case "utility-lost" -> Came.taken(List.of(new Event.UtilityLost()));
            case "stalled" ->
                Came.taken(List.of(new Event.Stalled(Worded.of(StallCause.class, command.text("cause", "")))));
            case "choose" -> choose(standing, command);
            case "cause-found" -> causeFound(command);
            case "end" -> end(standing);
            default -> throw new InvalidInput("/do", "invalid.unknown");
        };
    }

    /** An alarm waits for nothing: where no outage is on, it begins one that is stopped at once. */
    private Came begin(String what) {
        Standing ended = standing;
        List<Event> events = new ArrayList<>();
        if (ended == null) {
            events.add(Confirming.begin(carried.household().setup(), carried.wishes(), false));
        } else {
            // one that this phone has ended goes on: its log is sent as one
            events.add(new Event.Undone(ended.sequence()));
            events.add(new Event.UtilityLost());
            events.add(new Event.Chosen(Goal.ON_GENERATOR, carried.wishes()));
        }
        if (what.equals("alarm")) {
            events.add(new Event.Alarmed());
        }
        return Came.taken(events);
    }

    private Came inAlarm(Standing so, String what, Tree command) {
        switch (what) {
            case "alarm", "make-safe" -> {
                return Came.taken(List.of(new Event.Alarmed()));
            }
            case "engine-stopped" -> {
                return Came.taken(List.of(confirming(so).engineStoppedInCleanAir()));
            }
            case "all-clear" -> {
                List<String> heads = heads();
                List<String> missing = new ArrayList<>(heads);
                missing.removeAll(command.texts("counted"));
                if (!carried.member()) {
                    return Came.refused(words.say("swap.alarm.only-a-member-clears"));
                }
                if (!missing.isEmpty()) {
                    return Came.refused(words.say("notice.not-counted", "names", String.join(", ", missing)));
                }
                return !command.texts("sure").containsAll(List.of("air", "cause"))
                        ? Came.refused(words.say("notice.not-clear"))
                        : Came.taken(List.of(new Event.AllClear(heads)));
            }
            default -> {
                return Came.refused(words.say("pocket.alarm-first"));
            }
        }
    }

    /** Everybody who is to be counted after an alarm, as far as this phone knows. */
    List<String> heads() {
        List<String> heads = new ArrayList<>();
        carried.household().about().people().forEach(person -> heads.add(person.name()));
        for (Entry entry : log) {
            if (!heads.contains(entry.who())) {
                heads.add(entry.who());
            }
        }
        if (!heads.contains(carried.me())) {
            heads.add(carried.me());
        }
        return heads;
    }

    private Confirming confirming(Standing so) {
        return new Confirming(
                carried.household().setup(), carried.household().hold(), carried.rehearsal(), log, so, now);
    }

    private Came chosen(Standing so, Goal goal) {
        return Came.taken(List.of(new Event.Chosen(goal, so.changeover().options())));
    }

    /** Other circuits than the household's own; those that there are not, or that are locked off, are left out. */
    private Came choose(Standing so, Tree command) {
        Set<String> known = new HashSet<>();
        for (Circuit circuit : carried.household().setup().circuits()) {
            if (!circuit.lockedOff()) {
                known.add(circuit.id());
            }
        }
        List<String> wanted = new ArrayList<>(command.texts("pickUp"));
        wanted.retainAll(known);
        Options options = so.changeover().options().picking(wanted);
        return Came.taken(List.of(new Event.Chosen(Goal.ON_GENERATOR, options)));
    }

    private static Came causeFound(Tree command) {
        return Came.taken(List.of(new Event.CauseFound(
                Worded.of(Symptom.class, command.text("symptom", "")),
                Worded.of(Check.class, command.text("cause", "")))));
    }

    private static String circuit(Tree command) {
        return InvalidInput.present(command.text("circuit"), "/circuit", "invalid.missing");
    }

    private Came done(Standing so, Tree command) {
        Action action =
                Action.of(command.text("action", "")).orElseThrow(() -> new InvalidInput("/action", "invalid.unknown"));
        String circuit = command.text("circuit");
        Confirming confirming = confirming(so);
        Optional<Outcome> against = confirming.against(action, circuit);
        if (against.isPresent()) {
            return outcome(against.get());
        }
        if (Measuring.takesReadings(action)) {
            ReadingForm form = ReadingForm.typed(words, so, action, typed(command.path("fields")));
            return form.hasProblems()
                    ? new Came(List.of(), words.say("pocket.look-at-the-fields"), false, form)
                    : Came.taken(List.of(Measuring.judge(so, action, form.readings())));
        }
        Double litres = null;
        String filled = command.path("fields").text("filledLitres", "");
        if (action == Action.REFUEL && !filled.isBlank()) {
            OptionalDouble amount =
                    carried.household().measures().read(carried.household().fuelDimension(), filled);
            Double tank = so.changeover().source().engine() == null
                    ? null
                    : so.changeover().source().engine().tankLitres();
            if (amount.isEmpty() || !confirming.canBeFilled(amount.getAsDouble())) {
                return Came.refused(words.say(
                        tank == null ? "rotate.litres-wrong" : "rotate.more-than-the-tank",
                        "tank",
                        tank == null ? "" : Quantity.litres(tank)));
            }
            litres = amount.getAsDouble();
        }
        return outcome(confirming.step(action, circuit, litres, command.flag("early", false)));
    }

    private static Map<String, String> typed(Tree fields) {
        Map<String, String> typed = new LinkedHashMap<>();
        fields.properties().forEach((name, value) -> typed.put(name, value.asString()));
        // an empty form is still one that was sent
        typed.put("sent", "yes");
        return typed;
    }

    private Came outcome(Outcome outcome) {
        if (outcome instanceof Outcome.Taken taken) {
            return Came.taken(taken.events());
        }
        if (outcome instanceof Outcome.Refused refused) {
            return Came.refused(words.refusal(refused, carried.household()));
        }
        if (outcome instanceof Outcome.AskBack ask) {
            long minutes =
                    Math.max(1, Math.round(Duration.between(now, ask.until()).toMillis() / ONE_MINUTE));
            return new Came(List.of(), words.say("pocket.really-done", "minutes", minutes), true, null);
        }
        if (outcome instanceof Outcome.OffFirst) {
            return Came.refused(words.say("notice.off-first"));
        }
        return Came.refused(
                words.say(outcome instanceof Outcome.LookFirst ? "pocket.stories.look-first" : "notice.not-held"));
    }

    private Came read(Standing so, Tree fields) {
        ReadingForm form = ReadingForm.underWay(
                words, carried.household().setup(), so.changeover().loaded(so.state()), typed(fields));
        return form.hasProblems() || form.isEmpty()
                ? new Came(List.of(), words.say("pocket.look-at-the-fields"), false, form)
                : Came.taken(List.of(Measuring.underWay(so, form.readings())));
    }

    private Came undo(Standing so) {
        List<Event> undone = new ArrayList<>();
        so.undoableBy(carried.me()).forEach(sequence -> undone.add(new Event.Undone(sequence)));
        return Came.taken(undone);
    }

    /** How things really stand: what was told put into what is known. */
    private Came positions(Standing so, Tree parts) {
        Map<String, Object> fields = new LinkedHashMap<>(StateFields.of(so.state()));
        parts.properties().forEach((part, position) -> {
            if (fields.get(part) instanceof String) {
                fields.put(part, position.asString());
            }
        });
        if (parts.path("picked").isArray()) {
            fields.put("picked", parts.texts("picked"));
        }
        if (!"staged".equals(fields.get("branches"))) {
            fields.put("picked", List.of());
        }
        SwapState found = StateFields.state(Tree.of(fields), carried.household().setup());
        return Came.taken(List.of(so.stories() == null ? new Event.Corrected(found) : new Event.TakenOver(found)));
    }

    private Came answers(Tree command) {
        List<Event> events = new ArrayList<>();
        command.path("answers")
                .properties()
                .forEach((circuit, answer) ->
                        events.add(new Event.Answered(circuit, Worded.of(Answer.class, answer.asString()))));
        if (command.flag("finish", false)) {
            events.add(Event.Done.step(Action.WALK_ROUND, null));
        }
        return Came.taken(events);
    }

    private Came end(Standing so) {
        if (!carried.member() || !so.mayEnd()) {
            return Came.refused(words.say("pocket.can-not-end"));
        }
        return Came.taken(List.of(new Event.Ended()));
    }
}
