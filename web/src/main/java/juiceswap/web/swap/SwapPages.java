package juiceswap.web.swap;

import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Circuit;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Standing;
import juiceswap.core.supply.Generator.BondChange;
import juiceswap.web.drawing.FitView;
import juiceswap.web.drawing.SceneView;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.swap.Outages.Outage;
import juiceswap.web.swap.SwapPage.Choice;
import juiceswap.web.swap.SwapPage.Line;
import juiceswap.web.swap.SwapPage.Part;
import juiceswap.web.swap.SwapPage.Walk;
import juiceswap.web.words.Words;
import org.springframework.stereotype.Component;

/** Puts the Swap page together from where an outage stands. */
@Component
public class SwapPages {
    private static final int DONE_SHOWN = 4;
    private static final int NEXT_SHOWN = 9;

    private final Words words;
    private final Clock clock;

    public SwapPages(Words words, Clock clock) {
        this.words = words;
        this.clock = clock;
    }

    /** {@code typed} is a reading form to show again, or null. */
    public SwapPage page(Outage outage, ReadingForm typed) {
        Standing standing = outage.standing();
        HouseholdFile household = outage.household();
        Plan plan = standing.plan();
        Plan.Step next = plan.steps().isEmpty() ? null : plan.steps().get(0);
        String phase = plan.refused() != null ? "refused" : next == null ? "reached" : "step";
        List<Event.Done> done = doneSteps(standing);
        SwapState state = standing.state();
        Changeover changeover = standing.changeover();
        String closing = next == null ? null : next.circuit();
        boolean showsFit =
                changeover.fed(state) && (closing != null || !state.picked().isEmpty());
        return new SwapPage(
                standing.sequence(),
                outage.rehearsal(),
                standing.goal().word(),
                phase,
                next == null
                        ? null
                        : step(outage, standing, next, done.size(), plan.steps().size(), typed),
                walks(household, changeover, done, plan),
                Math.max(0, done.size() - DONE_SHOWN),
                Math.max(0, plan.steps().size() - NEXT_SHOWN),
                plan.refused(),
                standing.stop() == null ? null : stop(standing, household, typed),
                showsFit
                        ? FitView.of(household, Capacity.of(household.setup(), state.picked(), closing), closing)
                        : null,
                rooms(household, standing),
                changeover.fed(state)
                                && changeover.kind() != juiceswap.core.house.TransferDevice.Kind.AUTOMATIC_CIRCUITS
                        ? circuits(household, state)
                        : List.of(),
                parts(changeover, state),
                checks(state),
                Map.of(
                        "utilityLive", state.utilityLive(),
                        "onGenerator", changeover.fed(state)),
                SceneView.of(changeover, state, household.plateMoves(), next == null ? null : next.action()),
                standing.undoable() != null);
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
            Outage outage, Standing standing, Plan.Step next, int done, int left, ReadingForm typed) {
        HouseholdFile household = outage.household();
        Action action = next.action();
        ReadingForm form = null;
        if (Measuring.takesReadings(action)) {
            form = typed == null ? ReadingForm.empty(standing, action) : typed;
        }
        Entry last = outage.log().get(outage.log().size() - 1);
        long waitUntil = next.minutes() == 0
                ? 0
                : last.at().plusSeconds(60L * next.minutes()).toEpochMilli();
        String notice = notice(last.event());
        boolean unloaded = action == Action.MEASURE_LOADED && standing.readUnloaded();
        return new SwapPage.Step(
                action.word(),
                next.circuit(),
                placeName(next.place()),
                unloaded ? words.say("read-unloaded.title") : words.title(action, next.circuit(), household),
                unloaded ? words.say("read-unloaded.why") : words.why(action, household),
                words.done(action, household),
                words.trouble(action),
                next.because().stream().map(words::rule).toList(),
                next.minutes(),
                waitUntil,
                clock.millis(),
                done + 1,
                done + left,
                form,
                notice);
    }

    /** What the reading just taken means for this step, or null. */
    private String notice(Event last) {
        if (last instanceof Event.RefusedReading refused && refused.verdict() != Verdict.STOP) {
            return words.causes(refused.causes());
        }
        return last instanceof Event.Done done && !done.causes().isEmpty() ? words.causes(done.causes()) : null;
    }

    private List<Walk> walks(HouseholdFile household, Changeover changeover, List<Event.Done> done, Plan plan) {
        List<Walk> walks = new ArrayList<>();
        for (Event.Done step : done.subList(Math.max(0, done.size() - DONE_SHOWN), done.size())) {
            add(
                    walks,
                    placeName(step.action().place(changeover)),
                    words.brief(step.action(), step.circuit(), household),
                    "done");
        }
        for (int i = 0; i < Math.min(NEXT_SHOWN, plan.steps().size()); i++) {
            Plan.Step step = plan.steps().get(i);
            add(
                    walks,
                    placeName(step.place()),
                    words.brief(step.action(), step.circuit(), household),
                    i == 0 ? "now" : "next");
        }
        return walks;
    }

    private static void add(List<Walk> walks, String place, String text, String status) {
        if (walks.isEmpty() || !walks.get(walks.size() - 1).place().equals(place)) {
            walks.add(new Walk(place, new ArrayList<>()));
        }
        walks.get(walks.size() - 1).lines().add(new Line(text, status));
    }

    static String placeName(Place place) {
        return switch (place) {
            case GENERATOR -> "outside, at the set";
            case INLET -> "outside, at the inlet";
            case PANEL -> "at the panel";
            case INDOORS -> "indoors";
        };
    }

    private SwapPage.Stop stop(Standing standing, HouseholdFile household, ReadingForm typed) {
        Event.RefusedReading stop = standing.stop();
        return new SwapPage.Stop(
                words.brief(stop.action(), null, household),
                stop.causes().stream().map(words::cause).toList(),
                stop.causes().stream().map(words::causeAction).toList(),
                stop.action().word(),
                typed == null ? ReadingForm.empty(standing, stop.action()) : typed,
                typed != null);
    }

    private static List<SwapPage.RoomView> rooms(HouseholdFile household, Standing standing) {
        List<SwapPage.RoomView> rooms = new ArrayList<>();
        household.rooms().forEach((name, circuits) -> addRoom(rooms, name, circuits, household, standing));
        addRoom(rooms, "Elsewhere", household.elsewhere(), household, standing);
        return rooms;
    }

    private static void addRoom(
            List<SwapPage.RoomView> rooms,
            String name,
            List<String> circuits,
            HouseholdFile household,
            Standing standing) {
        Set<String> picked = standing.state().picked();
        List<SwapPage.ThingView> things = new ArrayList<>();
        for (String id : circuits) {
            if (picked.contains(id)) {
                Boolean answer = standing.answers().get(id);
                boolean silent = Boolean.FALSE.equals(answer);
                things.add(new SwapPage.ThingView(
                        id,
                        Words.label(id, household),
                        answer == null ? "" : answer ? "running" : "silent",
                        silent ? silenceHints(household.setup().circuit(id), picked, household) : List.of()));
            }
        }
        if (!things.isEmpty()) {
            rooms.add(new SwapPage.RoomView(name, things));
        }
    }

    private static List<String> silenceHints(Circuit circuit, Set<String> picked, HouseholdFile household) {
        List<String> hints = new ArrayList<>();
        for (String need : circuit.needs()) {
            if (!picked.contains(need)) {
                hints.add("Its partner is off: " + Words.label(need, household) + ".");
            }
        }
        hints.add("A ground-fault outlet may have tripped: press its reset.");
        hints.add("Many compressors wait some minutes before they restart: look again in five.");
        hints.add("It may need its own switch or start button.");
        return hints;
    }

    private static List<SwapPage.CircuitLine> circuits(HouseholdFile household, SwapState state) {
        return household.setup().circuits().stream()
                .map(circuit -> new SwapPage.CircuitLine(
                        circuit.id(),
                        Words.label(circuit.id(), household),
                        state.picked().contains(circuit.id()),
                        circuit.lockedOff(),
                        circuit.twoPole() ? "L1 L2" : circuit.leg().name(),
                        Math.round(circuit.runningWatts())))
                .toList();
    }

    /** Everything whose true position can be told, with the words that {@link SwapController} reads back. */
    private static List<Part> parts(Changeover changeover, SwapState state) {
        Map<String, Part> parts = new LinkedHashMap<>();
        put(parts, "utility", "Street", state.utilityLive() ? "live" : "dead", "dead:no power", "live:has power");
        put(
                parts,
                "engine",
                "Engine",
                state.engine().word(),
                "stopped:stopped and cold",
                "resting:stopped, still hot",
                "cold:runs, not yet warm",
                "ready:runs, warm",
                "hot:runs, has carried load",
                "cooled:runs, cooled down");
        if (changeover.generator().outputSwitch()) {
            put(parts, "output", "Breaker on the set", onOff(state.outputOn()), "off:off", "on:on");
        }
        put(parts, "cordGenerator", "Cord at the set", inOut(state.cordAtGenerator()), "out:out", "in:in");
        put(parts, "cordHouse", "Cord at the inlet", inOut(state.cordAtHouse()), "out:out", "in:in");
        if (changeover.generator().bondChange() == BondChange.SWITCH) {
            put(parts, "bond", "Bond switch", state.bond().word(), "bonded:bonded", "floating:floating");
        }
        if (changeover.generator().idleControl()) {
            put(parts, "eco", "Idle control", onOff(state.ecoOn()), "off:off", "on:on");
        }
        if (changeover.kind().hasPlate()) {
            put(parts, "main", "Main breaker", onOff(state.mainOn()), "on:on", "off:off");
            put(
                    parts,
                    "plate",
                    "Interlock plate",
                    state.plateToGenerator() ? "generator" : "utility",
                    "utility:lets the main close",
                    "generator:holds the main off");
            put(parts, "input", "Generator input breaker", onOff(state.inputOn()), "off:off", "on:on");
        }
        if (changeover.kind() == juiceswap.core.house.TransferDevice.Kind.TRANSFER_SWITCH) {
            put(
                    parts,
                    "handle",
                    "Transfer switch",
                    state.handle().word(),
                    "utility:utility",
                    "off:off",
                    "generator:generator");
        }
        if (changeover.kind() != juiceswap.core.house.TransferDevice.Kind.AUTOMATIC_CIRCUITS) {
            put(
                    parts,
                    "branches",
                    changeover.kind().switchesPanel() ? "Branch breakers" : "Circuit switches",
                    state.branches().word(),
                    changeover.kind().switchesPanel() ? "on:all on" : "on:all on line",
                    "off:all off",
                    "staged:on one by one");
        }
        return List.copyOf(parts.values());
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

    private static void put(Map<String, Part> parts, String name, String label, String value, String... choices) {
        List<Choice> all = new ArrayList<>();
        for (String choice : choices) {
            int colon = choice.indexOf(':');
            all.add(new Choice(choice.substring(0, colon), choice.substring(colon + 1)));
        }
        parts.put(name, new Part(name, label, value, all));
    }

    private static String onOff(boolean on) {
        return on ? "on" : "off";
    }

    private static String inOut(boolean in) {
        return in ? "in" : "out";
    }

    /** The sentence for a refused confirmation. */
    public String refusal(SwapService.Outcome.Refused refused, HouseholdFile household) {
        String what = words.brief(refused.action(), refused.circuit(), household);
        if (refused.impossible()) {
            return what + ": not possible as things stand.";
        }
        String rules =
                String.join(" ", refused.broken().stream().map(words::rule).toList());
        if (!refused.broken().contains(Rule.CAPACITY)) {
            return what + ": not now. " + rules;
        }
        if (refused.makeRoom() == null) {
            return what + " doesn’t fit. Nothing that could be switched off makes room for it.";
        }
        String open = String.join(
                ", ",
                refused.makeRoom().stream()
                        .map(id -> Words.label(id, household))
                        .toList());
        return what + " doesn’t fit now. To make room, switch off first: " + open + ".";
    }
}
