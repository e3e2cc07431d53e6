package juiceswap.web.swap;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Refusal;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Parting;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.SilenceCause;
import juiceswap.core.outage.Standing;
import juiceswap.core.outage.Timers.Wait;
import juiceswap.core.outage.Turns;
import juiceswap.core.outage.Turns.Turn;
import juiceswap.core.supply.Generator;
import juiceswap.core.words.LookoutText;
import juiceswap.core.words.Parts;
import juiceswap.core.words.ReadingForm;
import juiceswap.web.drawing.FitView;
import juiceswap.web.drawing.Scene;
import juiceswap.web.drawing.SceneDrawing;
import juiceswap.web.form.Form;
import juiceswap.web.household.StartLine;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.PutAside;
import juiceswap.web.security.Account;
import juiceswap.web.swap.SwapPage.Line;
import juiceswap.web.swap.SwapPage.Walk;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Puts the Swap page together from where an outage stands. */
@Component
public class SwapPages {
    private static final int DONE_SHOWN = 4;
    private static final int NEXT_SHOWN = 9;
    private static final int TOLD_TO_A_SUCCESSOR = 8;

    private final Words words;
    private final Crews crews;
    private final Watches watches;
    private final PartCards cards;
    private final PutAside putAside;
    private final LookoutWords lookouts;
    private final LikelyCauses likelyCauses;
    private final Clock clock;

    SwapPages(
            Words words,
            Crews crews,
            Watches watches,
            PartCards cards,
            PutAside putAside,
            LookoutWords lookouts,
            LikelyCauses likelyCauses,
            Clock clock) {
        this.words = words;
        this.crews = crews;
        this.watches = watches;
        this.cards = cards;
        this.putAside = putAside;
        this.lookouts = lookouts;
        this.likelyCauses = likelyCauses;
        this.clock = clock;
    }

    /** What somebody wants to see of it. Everything but the first two may be null. */
    public record View(
            Outage outage,
            Account account,
            @Nullable ReadingForm typed,
            @Nullable Form filled,
            @Nullable String part,
            @Nullable String askedAction,
            @Nullable String askedCircuit) {
        /** How things stand, and nothing else. */
        static View plain(Outage outage, Account account) {
            return new View(outage, account, null, null, null, null, null);
        }
    }

    public SwapPage page(View view) {
        Outage outage = view.outage();
        Standing standing = outage.standing();
        Household household = outage.household();
        Crews.Work work = crews.work(outage, standing, view.account());
        Plan plan = work.plan();
        Turn turn = work.turn();
        Plan.Step next = turn.step();
        List<SwapPage.Story> stories = standing.stories() == null || standing.goal() == Goal.MAKE_SAFE
                ? List.of()
                : stories(standing, household);
        String phase = !stories.isEmpty()
                ? "stories"
                : plan.refused() != null
                        ? "refused"
                        : plan.steps().isEmpty() ? "reached" : next == null ? "wait" : "step";
        List<Event.Done> done = doneSteps(standing);
        SwapState state = standing.state();
        Generator engine = household.setup().source().engine();
        Changeover changeover = standing.changeover();
        String closing = next == null ? null : next.circuit();
        boolean showsFit =
                changeover.fed(state) && (closing != null || !state.picked().isEmpty());
        return SwapPageBuilder.builder()
                .outage(outage.id())
                .sequence(standing.sequence())
                .aloneSince(Turns.aloneSince(outage.log(), view.account().displayName()))
                .rehearsal(outage.rehearsal())
                .goal(standing.goal().word())
                .phase(phase)
                .step(next == null ? null : step(outage, standing, turn, next, done.size(), plan, view))
                .walks(walks(household, changeover, done, plan, next))
                .doneEarlier(Math.max(0, done.size() - DONE_SHOWN))
                .more(Math.max(0, plan.steps().size() - NEXT_SHOWN))
                .refusal(plan.refused())
                .whyNot(doesNotFit(plan) ? whyNot(changeover, household) : List.of())
                .smallerChoices(doesNotFit(plan) ? words.smallerChoices(changeover.wanted(), household) : List.of())
                .stop(standing.stop() == null ? null : stop(standing, standing.stop(), household, view.typed()))
                .stories(stories)
                .fit(
                        showsFit
                                ? FitView.of(
                                        household, Capacity.of(changeover.setup(), state.picked(), closing), closing)
                                : null)
                .rooms(rooms(household, standing))
                .circuits(
                        changeover.fed(state) && changeover.parting() != Parting.BY_ITSELF
                                ? circuits(household, state)
                                : List.of())
                .parts(Parts.of(words, changeover, state))
                .checks(checks(state))
                .can(Map.of(
                        "utilityLive", state.utilityLive(),
                        "onGenerator", changeover.fed(state),
                        "refuel", engine != null && engine.fuel().fromTank()))
                .scene(scene(view, standing, next))
                .undoable(!standing.undoableBy(view.account().displayName()).isEmpty())
                .untouched(standing.untouched())
                .crew(work.crew())
                .watch(watches.watch(outage, standing))
                .card(cards.card(standing, household, plan, view.part(), view.askedAction(), view.askedCircuit()))
                .asks(cards.asks(standing, household, plan))
                .build();
    }

    /** The two stories, with the parts on which they differ. */
    private List<SwapPage.Story> stories(Standing standing, Household household) {
        Event.Stories told = Objects.requireNonNull(standing.stories());
        List<Parts.Part> one = Parts.of(words, standing.changeover(), told.log().state());
        List<Parts.Part> other =
                Parts.of(words, standing.changeover(), told.phone().state());
        return List.of(story(told.log(), one, other, household), story(told.phone(), other, one, household));
    }

    private SwapPage.Story story(
            Event.Stories.Story story, List<Parts.Part> its, List<Parts.Part> others, Household household) {
        List<Parts.Part> differing = new ArrayList<>(its);
        differing.removeAll(others);
        return new SwapPage.Story(
                story.who(), Words.since(story.at(), clock.instant()), words.say(story.said(), household), differing);
    }

    /** Everybody who is to be counted after an alarm: who lives here, and who is here. */
    public List<String> heads(Outage outage) {
        Set<String> heads = new LinkedHashSet<>();
        outage.household().about().people().forEach(person -> heads.add(person.name()));
        heads.addAll(crews.everybody(outage));
        return List.copyOf(heads);
    }

    /** What has happened, the newest first, for somebody who takes over. */
    public List<String> handOver(Outage outage) {
        List<Entry> lived = outage.standing().lived();
        List<String> lines = new ArrayList<>();
        for (int i = lived.size() - 1; i >= 0 && lines.size() < TOLD_TO_A_SUCCESSOR; i--) {
            Entry entry = lived.get(i);
            lines.add(InUse.measures()
                            .clock(entry.at().atZone(ZoneId.systemDefault()).toLocalTime()) + "  " + entry.who() + ": "
                    + words.event(entry.event(), outage.household()));
        }
        return lines;
    }

    private static Scene scene(View view, Standing standing, Plan.@Nullable Step next) {
        Household household = view.outage().household();
        Optional<WhatIf> asked = view.askedAction() == null
                ? Optional.empty()
                : PartCards.whatIf(standing, view.askedAction(), view.askedCircuit());
        if (asked.isPresent()) {
            Action action =
                    Action.of(Objects.requireNonNull(view.askedAction())).orElseThrow();
            return SceneDrawing.supposed(household, standing.changeover(), asked.get(), action);
        }
        return SceneDrawing.of(
                household,
                standing.changeover(),
                standing.state(),
                next == null ? null : next.action(),
                next == null ? null : next.circuit());
    }

    private static List<Event.Done> doneSteps(Standing standing) {
        List<Event.Done> done = new ArrayList<>();
        for (Entry entry : standing.lived()) {
            if (entry.event() instanceof Event.Done step) {
                done.add(step);
            }
        }
        return done;
    }

    private SwapPage.Step step(
            Outage outage, Standing standing, Turn turn, Plan.Step next, int done, Plan plan, View view) {
        ReadingForm typed = view.typed();
        Form filled = view.filled() == null ? new Form(Map.of()) : view.filled();
        Household household = outage.household();
        Action action = next.action();
        ReadingForm form = null;
        if (Measuring.takesReadings(action)) {
            form = typed == null ? ReadingForm.empty(words, standing, action) : typed;
        }
        Entry last = outage.log().get(outage.log().size() - 1);
        Optional<Wait> wait = standing.timers()
                .of(standing.changeover(), standing.state(), action, standing.watch(), household.hold());
        boolean unloaded = action == Action.MEASURE_LOADED && standing.readUnloaded();
        Set<Lookout> aside = putAside.of(outage.householdId());
        LookoutText looksFor = lookouts.of(household, outage.householdId());
        return new SwapPage.Step(
                action.word(),
                next.circuit(),
                new SwapPage.StepWords(
                        words.place(next.place()),
                        title(standing, next, unloaded, household),
                        unloaded
                                ? words.say("read-unloaded.why")
                                : words.why(action, standing.goal(), household)
                                        + whereToLoad(action, standing, household),
                        words.done(action, household),
                        words.trouble(action, household),
                        next.because().stream().map(words::rule).toList(),
                        notice(last.event()),
                        standing.endedBy(next).stream()
                                .map(danger -> words.say("danger." + danger.word()))
                                .toList()),
                new SwapPage.Clock(wait.map(w -> w.until().toEpochMilli()).orElse(0L), clock.millis()),
                new SwapPage.Number(
                        done + 1 + Math.max(0, plan.steps().indexOf(next)),
                        done + plan.steps().size()),
                new SwapPage.Asked(form, action == Action.REFUEL ? filled : null),
                new SwapPage.LookFor(
                        household.lookouts(action, aside).stream()
                                .map(point ->
                                        new SwapPage.Point(point.word(), looksFor.of(point), point.canBePutAside()))
                                .toList(),
                        household.lookouts(action, Set.of()).size()
                                - household.lookouts(action, aside).size(),
                        action == Action.START_ENGINE
                                ? StartLine.of(household, !standing.engineWasStarted(), words)
                                : List.of()),
                turn.walk());
    }

    private String title(Standing standing, Plan.Step next, boolean unloaded, Household household) {
        if (unloaded) {
            return words.say("read-unloaded.title");
        }
        List<Circuit> toTest = next.action() == Action.MEASURE_UTILITY ? Measuring.utilityToTest(standing) : List.of();
        return toTest.isEmpty()
                ? words.title(next.action(), next.circuit(), household)
                : words.say(
                        "utility-under-load.title",
                        "circuit",
                        Words.label(toTest.get(0).id(), household));
    }

    /** Says on which circuit and leg the load for a reading belongs, so that nobody loads both. */
    private static String whereToLoad(Action action, Standing standing, Household household) {
        return action != Action.MEASURE_LOADED
                ? ""
                : Measuring.whereToLoad(standing)
                        .map(circuit -> " "
                                + say(
                                        "swap.swap.load-there",
                                        "circuit",
                                        Words.label(circuit.id(), household),
                                        "leg",
                                        circuit.leg().word()))
                        .orElse("");
    }

    /** What the reading just taken means for this step, or null. */
    private @Nullable String notice(Event last) {
        Measured measured = last.measured();
        boolean told = measured != null
                && !measured.causes().isEmpty()
                && (last instanceof Event.Done
                        || last instanceof Event.RefusedReading && measured.verdict() != Verdict.STOP);
        return told && measured != null ? words.causes(measured.causes()) : null;
    }

    private List<Walk> walks(
            Household household, Changeover changeover, List<Event.Done> done, Plan plan, Plan.@Nullable Step now) {
        List<Walk> walks = new ArrayList<>();
        for (Event.Done step : done.subList(Math.max(0, done.size() - DONE_SHOWN), done.size())) {
            add(
                    walks,
                    words.place(step.action().place(changeover)),
                    words.brief(step.action(), step.circuit(), household),
                    "done");
        }
        for (int i = 0; i < Math.min(NEXT_SHOWN, plan.steps().size()); i++) {
            Plan.Step step = plan.steps().get(i);
            add(
                    walks,
                    words.place(step.place()),
                    words.brief(step.action(), step.circuit(), household),
                    step.equals(now) ? "now" : "next");
        }
        return walks;
    }

    private static void add(List<Walk> walks, String place, String text, String status) {
        if (walks.isEmpty() || !walks.get(walks.size() - 1).place().equals(place)) {
            walks.add(new Walk(place, new ArrayList<>()));
        }
        walks.get(walks.size() - 1).lines().add(new Line(text, status));
    }

    private SwapPage.Stop stop(
            Standing standing, Event.RefusedReading stop, Household household, @Nullable ReadingForm typed) {
        return new SwapPage.Stop(
                words.brief(stop.action(), null, household),
                stop.measured().causes().stream().map(words::cause).toList(),
                stop.measured().causes().stream()
                        .map(cause -> words.causeAction(cause, stop.action() == Action.MEASURE_UTILITY))
                        .toList(),
                stop.action().word(),
                typed == null ? ReadingForm.empty(words, standing, stop.action()) : typed,
                typed != null,
                standing.course().openedSinceStop(),
                stop.action() == Action.MEASURE_UTILITY
                                || !stop.measured().readings().ofSupply()
                        ? List.of()
                        : judged(standing, stop.action(), stop.measured().readings())
                                .likely());
    }

    private List<SwapPage.RoomView> rooms(Household household, Standing standing) {
        List<SwapPage.RoomView> rooms = new ArrayList<>();
        household.rooms().forEach((name, circuits) -> addRoom(rooms, name, circuits, household, standing));
        addRoom(rooms, "", household.elsewhere(), household, standing);
        return rooms;
    }

    private void addRoom(
            List<SwapPage.RoomView> rooms, String name, List<String> circuits, Household household, Standing standing) {
        List<SwapPage.ThingView> things = new ArrayList<>();
        for (String id : circuits) {
            if (standing.state().picked().contains(id)) {
                Answer answer = standing.answers().get(id);
                things.add(new SwapPage.ThingView(
                        id,
                        Words.label(id, household),
                        answer == null ? "" : answer.word(),
                        hints(answer, id, standing, household)));
            }
        }
        if (!things.isEmpty()) {
            rooms.add(new SwapPage.RoomView(
                    name,
                    name.isEmpty() ? say("swap.swap.elsewhere") : name,
                    things,
                    standing.walk().rooms().getOrDefault(name, "")));
        }
    }

    private List<String> hints(@Nullable Answer answer, String circuit, Standing standing, Household household) {
        if (answer == Answer.TRIPPED) {
            return List.of(words.say("tripped.do"));
        }
        if (answer == Answer.NEEDS_RESTART) {
            return List.of(words.say("restart.do"));
        }
        if (answer != Answer.SILENT) {
            return List.of();
        }
        return SilenceCause.of(household.setup(), circuit, standing.state().picked()).stream()
                .map(cause ->
                        words.say("silence." + cause.kind().word(), "circuit", Words.label(cause.partner(), household)))
                .toList();
    }

    private static List<SwapPage.CircuitLine> circuits(Household household, SwapState state) {
        return household.setup().circuits().stream()
                .map(circuit -> new SwapPage.CircuitLine(
                        circuit.id(),
                        Words.label(circuit.id(), household),
                        state.picked().contains(circuit.id()),
                        circuit.lockedOff(),
                        circuit.twoPole() ? "L1 L2" : circuit.leg().word(),
                        Math.round(circuit.runningWatts())))
                .toList();
    }

    private List<SwapPage.CheckLine> checks(SwapState state) {
        return Arrays.stream(Check.values())
                .filter(check -> check != Check.REFUELLED && check != Check.WALK_ROUND)
                .map(check -> new SwapPage.CheckLine(
                        check.word(),
                        words.say("step." + check.word() + ".brief"),
                        state.done().has(check)))
                .toList();
    }

    /**
     * What readings for a measuring step mean while they are being typed; null as long as a field is wrong, nothing is
     * typed, or it is the street's supply, of which the set's circuit knows nothing.
     */
    public LikelyCauses.@Nullable Judged judged(Standing standing, Action action, ReadingForm form) {
        boolean readable = !form.isEmpty() && form.fields().stream().allMatch(field -> !field.isWrong());
        return readable && Measuring.takesReadings(action) && action != Action.MEASURE_UTILITY
                ? judged(standing, action, form.readings())
                : null;
    }

    private LikelyCauses.Judged judged(Standing standing, Action action, Readings readings) {
        return likelyCauses.judge(
                standing.changeover().setup(),
                action != Action.MEASURE_GENERATOR,
                Measuring.underLoad(standing, action) ? standing.state().picked() : Set.of(),
                standing.state().bond(),
                readings);
    }

    private static boolean doesNotFit(Plan plan) {
        return plan.refused() != null && plan.refused().code() == Refusal.Code.DOES_NOT_FIT;
    }

    /** What exactly does not fit. */
    private static List<String> whyNot(Changeover changeover, Household household) {
        return changeover.firstThatFails(Set.of()).stream()
                .map(failing -> say(
                        "swap.swap.fails-at",
                        "circuit",
                        Words.label(failing.circuit(), household),
                        "findings",
                        failing.capacity().blocks().stream()
                                .map(finding -> FitView.finding(finding, household))
                                .collect(Collectors.joining(" "))))
                .toList();
    }

    /** What is asked back when a step is confirmed before its time is over. */
    public String askBack(Instant until, Action action) {
        long minutes =
                Math.max(1, Math.round(Duration.between(clock.instant(), until).toSeconds() / 60.0));
        return say("swap.ask-back." + action.word(), "minutes", minutes);
    }
}
