package juiceswap.pocket;

import static juiceswap.exchange.Tree.object;

import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.MakeRoom;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Refusal;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Parting;
import juiceswap.core.measure.Quantity;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Event.Stories.Story;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.StallCause;
import juiceswap.core.outage.Standing;
import juiceswap.core.outage.Timers.Wait;
import juiceswap.core.rotation.Progress;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.supply.StartControl;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Diagnosis;
import juiceswap.core.trouble.Diagnosis.Outcome;
import juiceswap.core.trouble.EngineKind;
import juiceswap.core.trouble.Findings;
import juiceswap.core.trouble.Symptom;
import juiceswap.core.words.LookoutText;
import juiceswap.core.words.Parts;
import juiceswap.core.words.ReadingForm;
import juiceswap.core.words.Wording;
import org.jspecify.annotations.Nullable;

/** What the pocket page shows, in words: everything that is decided is decided here, the page only draws it. */
final class View {
    private static final int LOG_SHOWN = 12;

    private final Carried carried;
    private final Wording words;
    private final List<Entry> log;
    private final Standing standing;
    private final Instant now;

    View(Carried carried, Wording words, List<Entry> log, Standing standing, Instant now) {
        this.carried = carried;
        this.words = words;
        this.log = log;
        this.standing = standing;
        this.now = now;
    }

    /** Before an outage. */
    static Map<String, @Nullable Object> calm(Carried carried) {
        return object("phase", "none", "house", carried.household().name(), "me", carried.me());
    }

    Map<String, @Nullable Object> view() {
        Plan plan = standing.plan();
        Changeover changeover = standing.changeover();
        Plan.Step next = plan.steps().isEmpty() ? null : plan.steps().get(0);
        boolean fed = changeover.fed(standing.state());
        Map<String, @Nullable Object> view = calm(carried);
        view.put("phase", phase(plan));
        view.put("onUtility", standing.goal() == Goal.ON_UTILITY);
        view.put("step", next == null ? null : step(next, plan));
        view.put("refused", plan.refused() == null ? null : refused(plan));
        view.put("stop", standing.stop() == null ? null : stop(standing.stop()));
        view.put("stories", standing.stories() == null ? null : stories(standing.stories()));
        view.put("heads", new Acts(carried, words, log, standing, now).heads());
        view.put("member", carried.member());
        view.put("engineRuns", standing.state().engine().running());
        view.put("parts", parts());
        view.put("fed", fed);
        view.put("circuits", circuits());
        view.put("chosen", List.copyOf(changeover.wanted()));
        view.put("living", fed ? living() : null);
        view.put(
                "fields",
                fields(ReadingForm.underWay(
                        words, carried.household().setup(), changeover.loaded(standing.state()), Map.of())));
        view.put("undoable", !standing.undoableBy(carried.me()).isEmpty());
        view.put("utilityLive", standing.state().utilityLive());
        view.put("canGoBack", standing.state().utilityLive() && standing.goal() != Goal.ON_UTILITY);
        view.put(
                "canRefuel",
                changeover.has(Action.REFUEL) && standing.state().engine().running());
        view.put("mayEnd", carried.member() && standing.mayEnd());
        view.put(
                "signs",
                choices(
                        "sign.",
                        Arrays.stream(Sign.values())
                                .filter(sign -> sign != Sign.SENSOR)
                                .map(Sign::word)
                                .toList()));
        view.put(
                "stallCauses",
                choices(
                        "stallcause.",
                        Arrays.stream(StallCause.values()).map(StallCause::word).toList()));
        view.put("symptoms", symptoms());
        view.put("log", lines());
        return view;
    }

    private String phase(Plan plan) {
        if (standing.ended()) {
            return "none";
        }
        if (standing.alarmed()) {
            return "alarm";
        }
        if (standing.stories() != null && standing.goal() != Goal.MAKE_SAFE) {
            return "stories";
        }
        if (plan.refused() != null) {
            return "refused";
        }
        return plan.steps().isEmpty() ? "reached" : "step";
    }

    private List<Map<String, @Nullable Object>> symptoms() {
        return carried.household().setup().source().engine() == null
                ? List.of()
                : choices(
                        "trouble.symptom.",
                        Arrays.stream(Symptom.values()).map(Symptom::word).toList());
    }

    /** What to look at next for that symptom, or what was found, after what was looked at already. */
    Map<String, @Nullable Object> trouble(Symptom symptom, boolean electricStart, Findings looked) {
        boolean cold = !standing.engineWasStarted();
        EngineKind engine =
                EngineKind.usual(carried.household().setup().source().engine(), electricStart, cold);
        Findings found = looked.of(symptom, engine);
        Diagnosis diagnosis = Diagnosis.of(symptom, engine, found.looked(), carried.causesBefore());
        Check next = diagnosis.next();
        return object(
                "symptom",
                symptom.word(),
                "title",
                words.say("trouble.symptom." + symptom.word()),
                "check",
                next == null ? null : words.say("trouble.check." + next.word()),
                "how",
                next == null ? null : words.say("trouble.how." + next.word()),
                "engineOff",
                next != null && next.engineOff(),
                "onward",
                next == null ? List.of() : onward(next, found),
                "cause",
                diagnosis.fix(),
                "found",
                diagnosis.fix() == null ? null : words.say("trouble.cause." + diagnosis.fix()),
                "fix",
                diagnosis.fix() == null ? null : words.say("trouble.fix." + diagnosis.fix()),
                "giveUp",
                diagnosis.giveUp() == null ? null : words.say("trouble.give-up." + diagnosis.giveUp()),
                "back",
                found.withoutLast().written(),
                "looked",
                found.looked().size());
    }

    private List<Map<String, @Nullable Object>> onward(Check next, Findings found) {
        List<Map<String, @Nullable Object>> onward = new ArrayList<>();
        for (Outcome outcome : Outcome.values()) {
            onward.add(object(
                    "outcome", outcome.word(),
                    "label", words.say("trouble.outcome." + outcome.word()),
                    "found", found.with(next, outcome).written()));
        }
        return onward;
    }

    private List<Map<String, @Nullable Object>> choices(String beginning, List<String> all) {
        List<Map<String, @Nullable Object>> choices = new ArrayList<>();
        all.forEach(word -> choices.add(object("value", word, "label", words.say(beginning + word))));
        return choices;
    }

    // ---- the step

    private Map<String, @Nullable Object> step(Plan.Step next, Plan plan) {
        Action action = next.action();
        boolean unloaded = action == Action.MEASURE_LOADED && standing.readUnloaded();
        long done = standing.lived().stream()
                .filter(entry -> entry.event() instanceof Event.Done)
                .count();
        Optional<Wait> wait = standing.timers()
                .of(
                        standing.changeover(),
                        standing.state(),
                        action,
                        standing.watch(),
                        carried.household().hold());
        String load = action != Action.MEASURE_LOADED
                ? ""
                : Measuring.whereToLoad(standing)
                        .map(circuit -> " "
                                + words.say(
                                        "swap.swap.load-there",
                                        "circuit",
                                        label(circuit.id()),
                                        "leg",
                                        circuit.leg().word()))
                        .orElse("");
        Map<String, @Nullable Object> step = object(
                "action", action.word(),
                "circuit", next.circuit(),
                "place", words.place(next.place()),
                "outside", next.place().outside(),
                "number", done + 1,
                "of", done + plan.steps().size(),
                "title", unloaded ? words.say("read-unloaded.title") : title(next),
                "why",
                        (unloaded
                                        ? words.say("read-unloaded.why")
                                        : words.why(action, standing.goal(), carried.household()))
                                + load,
                "done", words.done(action, carried.household()),
                "trouble", words.trouble(action, carried.household()),
                "dangers",
                        standing.endedBy(next).stream()
                                .map(danger -> words.say("danger." + danger.word()))
                                .toList());
        step.put(
                "wait",
                wait.map(one -> object(
                                "from",
                                one.from().toEpochMilli(),
                                "until",
                                one.until().toEpochMilli()))
                        .orElse(null));
        step.put("fields", Measuring.takesReadings(action) ? fields(ReadingForm.empty(words, standing, action)) : null);
        step.put(
                "amount",
                action == Action.REFUEL
                        ? carried.household()
                                .measures()
                                .symbol(carried.household().fuelDimension())
                        : null);
        step.put(
                "lookFor",
                carried.household().lookouts(action, carried.aside()).stream()
                        .map(new LookoutText(words, carried.household(), carried.bondProof())::of)
                        .toList());
        step.put("start", action == Action.START_ENGINE ? start() : List.of());
        step.put("walk", action == Action.WALK_ROUND ? walk() : List.of());
        step.put(
                "then",
                plan.steps().size() < 2
                        ? null
                        : words.brief(
                                plan.steps().get(1).action(),
                                plan.steps().get(1).circuit(),
                                carried.household()));
        return step;
    }

    private String title(Plan.Step next) {
        List<Circuit> toTest = next.action() == Action.MEASURE_UTILITY ? Measuring.utilityToTest(standing) : List.of();
        return toTest.isEmpty()
                ? words.title(next.action(), next.circuit(), carried.household())
                : words.say(
                        "utility-under-load.title",
                        "circuit",
                        label(toTest.get(0).id()));
    }

    /** This engine's own controls, in their order. */
    private List<Map<String, @Nullable Object>> start() {
        boolean cold = !standing.engineWasStarted();
        List<Map<String, @Nullable Object>> controls = new ArrayList<>();
        for (StartControl control :
                StartControl.forStart(carried.household().supply().start(), cold)) {
            controls.add(object(
                    "title", words.say("start." + control.kind().word()),
                    "note", control.note(),
                    "photo", control.photo()));
        }
        return controls;
    }

    private List<Map<String, @Nullable Object>> walk() {
        List<Map<String, @Nullable Object>> things = new ArrayList<>();
        for (Circuit circuit :
                standing.changeover().setup().circuits(standing.state().picked())) {
            Answer answer = standing.answers().get(circuit.id());
            things.add(object(
                    "circuit", circuit.id(),
                    "label", label(circuit.id()),
                    "answer", answer == null ? null : answer.word(),
                    "choices",
                            choices(
                                    "answer.",
                                    Arrays.stream(Answer.values())
                                            .map(Answer::word)
                                            .toList())));
        }
        return things;
    }

    /** The fields of a reading, each with what is wrong with what was typed. */
    static List<Map<String, @Nullable Object>> fields(ReadingForm form) {
        List<Map<String, @Nullable Object>> fields = new ArrayList<>();
        for (ReadingForm.Field field : form.fields()) {
            fields.add(object(
                    "name", field.name(),
                    "label", field.label(),
                    "unit", field.unit(),
                    "required", field.required(),
                    "problem", field.problem(),
                    "verdict", field.verdict()));
        }
        return fields;
    }

    // ---- what stands in the way

    private Map<String, @Nullable Object> refused(Plan plan) {
        var refused = java.util.Objects.requireNonNull(plan.refused());
        // first what may hurt somebody is made safe
        boolean danger = standing.changeover().danger(standing.state());
        return object(
                "reason", words.say(refused.reason(), carried.household()),
                "instead", words.say(refused.instead(), carried.household()),
                "ways", refused.code() == Refusal.Code.DOES_NOT_FIT && !danger ? smallerChoices() : List.of());
    }

    private List<Map<String, @Nullable Object>> smallerChoices() {
        List<Map<String, @Nullable Object>> ways = new ArrayList<>();
        for (Wording.SmallerChoice way :
                words.smallerChoices(standing.changeover().wanted(), carried.household())) {
            ways.add(object("text", way.text(), "rest", way.rest()));
        }
        return ways;
    }

    private Map<String, @Nullable Object> stop(Event.RefusedReading stop) {
        boolean utility = stop.action() == Action.MEASURE_UTILITY;
        boolean offFirst = !standing.course().openedSinceStop();
        return object(
                "action", stop.action().word(),
                "read", words.brief(stop.action(), null, carried.household()),
                "causes", stop.measured().causes().stream().map(words::cause).toList(),
                "advice",
                        stop.measured().causes().stream()
                                .map(cause -> words.causeAction(cause, utility))
                                .toList(),
                "offFirst", offFirst,
                "fields", fields(ReadingForm.empty(words, standing, stop.action())));
    }

    private Map<String, @Nullable Object> stories(Event.Stories told) {
        return object("log", story(told.log()), "phone", story(told.phone()), "differ", differ(told));
    }

    private Map<String, @Nullable Object> story(Story story) {
        return object(
                "who", story.who(),
                "at", clock(story.at()),
                "said", words.say(story.said(), carried.household()),
                "parts",
                        Parts.of(words, standing.changeover(), story.state()).stream()
                                .map(part ->
                                        object("name", part.name(), "label", part.label(), "position", part.position()))
                                .toList());
    }

    private List<String> differ(Event.Stories told) {
        List<Parts.Part> one = Parts.of(words, standing.changeover(), told.log().state());
        List<Parts.Part> other =
                Parts.of(words, standing.changeover(), told.phone().state());
        List<String> differ = new ArrayList<>();
        for (int i = 0; i < one.size(); i++) {
            if (!one.get(i).value().equals(other.get(i).value())) {
                differ.add(one.get(i).name());
            }
        }
        return differ;
    }

    private List<Map<String, @Nullable Object>> parts() {
        List<Map<String, @Nullable Object>> parts = new ArrayList<>();
        for (Parts.Part part : Parts.of(words, standing.changeover(), standing.state())) {
            parts.add(object(
                    "name", part.name(),
                    "label", part.label(),
                    "value", part.value(),
                    "choices",
                            part.choices().stream()
                                    .map(choice -> object("value", choice.value(), "label", choice.label()))
                                    .toList()));
        }
        return parts;
    }

    // ---- on the generator

    private String label(String circuit) {
        return Wording.label(circuit, carried.household());
    }

    private String clock(Instant at) {
        return carried.household().measures().clock(at.atOffset(carried.zone()).toLocalTime());
    }

    private List<Map<String, @Nullable Object>> circuits() {
        List<Map<String, @Nullable Object>> circuits = new ArrayList<>();
        if (standing.changeover().parting() == Parting.BY_ITSELF) {
            return circuits;
        }
        for (Circuit circuit : carried.household().setup().circuits()) {
            circuits.add(object(
                    "id", circuit.id(),
                    "label", label(circuit.id()),
                    "locked", circuit.lockedOff(),
                    "on", standing.state().picked().contains(circuit.id())));
        }
        return circuits;
    }

    /** May I switch this? With what to turn off for it, where that helps. */
    Map<String, @Nullable Object> asked(String circuit) {
        if (standing.state().picked().contains(circuit)) {
            return object(
                    "circuit",
                    circuit,
                    "label",
                    label(circuit),
                    "on",
                    true,
                    "allowed",
                    true,
                    "lines",
                    List.of(),
                    "makeRoom",
                    List.of());
        }
        WhatIf whatIf = WhatIf.of(standing.changeover(), standing.planned(), standing.state(), Action.PICK_UP, circuit);
        boolean allowed = whatIf.answer() == WhatIf.Answer.ALLOWED;
        List<String> lines = new ArrayList<>();
        List<String> room = List.of();
        if (!allowed) {
            whatIf.broken().forEach(rule -> lines.add(words.ifDone(rule)));
            if (whatIf.broken().isEmpty()) {
                lines.add(words.blocked(Action.PICK_UP));
            }
            if (whatIf.broken().equals(List.of(Rule.CAPACITY))) {
                room = MakeRoom.toClose(
                                standing.changeover().setup(), standing.state().picked(), circuit)
                        .orElse(List.of());
            }
        }
        return object(
                "circuit",
                circuit,
                "label",
                label(circuit),
                "on",
                false,
                "allowed",
                allowed,
                "lines",
                lines,
                "makeRoom",
                room.stream().map(id -> object("id", id, "label", label(id))).toList());
    }

    private Map<String, @Nullable Object> living() {
        Set<String> on = standing.changeover().powered(standing.state());
        LocalDateTime local = now.atOffset(carried.zone()).toLocalDateTime();
        Capacity capacity = Capacity.of(standing.changeover().setup(), on, (String) null);
        Refuelling.Fuel fuel = standing.living()
                .fuelLeft(standing.changeover().setup(), carried.household().storedLitres(), now);
        Map<String, @Nullable Object> living = object(
                "load",
                words.say(
                        "pocket.load",
                        "watts",
                        Math.round(capacity.running().total()),
                        "most",
                        Math.round(capacity.limits().planRunningWatts())),
                "fuel",
                fuel == null ? null : words.say("pocket.fuel", "tank", Quantity.litres(fuel.tankLitresNow())),
                "move",
                null);
        if (carried.plan() != null && standing.living().plan() != null) {
            Progress progress = Progress.of(carried.plan(), on, local);
            var move = progress.next();
            living.put(
                    "move",
                    move == null
                            ? null
                            : object(
                                    "at",
                                            carried.household()
                                                    .measures()
                                                    .clock(move.at().toLocalTime()),
                                    "due", !move.at().isAfter(local),
                                    "stops", move.kind() == MoveKind.ENGINE_OFF,
                                    "off", named(progress.leftOff()),
                                    "on", named(progress.leftOn())));
        }
        return living;
    }

    private List<Map<String, @Nullable Object>> named(List<String> circuits) {
        List<Map<String, @Nullable Object>> named = new ArrayList<>();
        circuits.forEach(id -> named.add(object("id", id, "label", label(id))));
        return named;
    }

    private List<String> lines() {
        List<String> lines = new ArrayList<>();
        for (int i = log.size() - 1; i >= 0 && lines.size() < LOG_SHOWN; i--) {
            Entry entry = log.get(i);
            lines.add(clock(entry.at()) + "  " + entry.who() + ": " + words.event(entry.event(), carried.household()));
        }
        return lines;
    }
}
