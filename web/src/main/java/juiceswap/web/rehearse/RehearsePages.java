package juiceswap.web.rehearse;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.SwapState.Handle;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Parting;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.measure.ClockFace;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Consequence;
import juiceswap.core.rehearsal.Meter;
import juiceswap.core.rehearsal.Rehearsal;
import juiceswap.core.rehearsal.Rehearsal.Entry;
import juiceswap.core.rehearsal.Severity;
import juiceswap.core.rehearsal.Walkthrough;
import juiceswap.core.rehearsal.Walkthrough.Seen;
import juiceswap.core.rehearsal.World;
import juiceswap.core.supply.Bond;
import juiceswap.web.rehearse.Practice.Slip;
import juiceswap.web.rehearse.RehearsePage.Branch;
import juiceswap.web.rehearse.RehearsePage.Came;
import juiceswap.web.rehearse.RehearsePage.Control;
import juiceswap.web.rehearse.RehearsePage.Past;
import juiceswap.web.rehearse.RehearsePage.Reading;
import juiceswap.web.rehearse.RehearsePage.Step;
import juiceswap.web.rehearse.RehearsePage.View;
import juiceswap.web.rehearse.RehearsePage.Walk;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Puts together what the world of a rehearsal shows, and what is told of it afterwards. */
@Component
class RehearsePages {
    /** A rehearsal is always an evening's. */
    private static final LocalTime BEGINS = LocalTime.of(18, 20);

    private static final int PAST_SHOWN = 5;

    private static final double SECONDS = 60;

    private final Words words;

    RehearsePages(Words words) {
        this.words = words;
    }

    // ---- the world

    /**
     * What somebody sees of it.
     *
     * @param viewer who looks: where they stand, and what they did or stood beside
     */
    RehearsePage page(Practice practice, Walkthrough walked, boolean hinted, String viewer) {
        World world = walked.world();
        Household household = practice.household();
        Place place = walked.stands(viewer);
        boolean stopped = practice.stopped(walked);
        List<Came> came = stopped ? came(walked.cameLast(), household) : List.of();
        List<Seen> own = walked.seenBy(viewer);
        boolean led = practice.way() == Way.LED || hinted;
        return RehearsePageBuilder.builder()
                .id(practice.id())
                .count(practice.acts().size())
                .way(practice.way().word())
                .trouble(practice.trouble().word())
                .seed(practice.seed())
                .goal(walked.scenario().goal().word())
                .clock(clock(world.minutes()))
                .time(time(world, stopped))
                .twelve(InUse.measures().clock() == ClockFace.OF_12_HOURS)
                .alarms(stopped && walked.cameLast().stream().anyMatch(one -> one.kind() == Consequence.Kind.CO_ALARM))
                .place(place.word())
                .others(walked.people().stream()
                        .filter(one -> !one.equals(viewer))
                        .toList())
                .walks(walks(walked.changeover(), place))
                .controls(controls(walked, place))
                .branches(branches(walked, household))
                .told(own.isEmpty() ? "" : told(own.get(own.size() - 1), viewer, household))
                .reading(reading(walked, viewer))
                .stopped(came)
                .hurt(stopped
                        && walked.cameLast().stream()
                                .anyMatch(one -> one.kind().severity().harms()))
                .past(past(own, walked.people().size() > 1, household))
                .step(led && !stopped ? step(walked, place, household) : null)
                .card(practice.way() == Way.STAND_IN ? card(walked, household) : List.of())
                .view(view(walked, place, stopped))
                .reached(walked.reached())
                .hints(practice.hints())
                .build();
    }

    /** The clock runs on from there while nobody does anything. */
    private static RehearsePage.Time time(World world, boolean stopped) {
        double left = world.untilSomethingHappens();
        Long due = stopped || Double.isInfinite(left) ? null : (Long) (long) Math.ceil(left * SECONDS);
        return new RehearsePage.Time(
                BEGINS.plusSeconds(Math.round(world.minutes() * SECONDS)).toSecondOfDay(), due, !stopped);
    }

    private static String clock(double minutes) {
        return InUse.measures().clockWithSeconds(BEGINS.plusSeconds(Math.round(minutes * SECONDS)));
    }

    private static String clockToTheMinute(double minutes) {
        return InUse.measures().clock(BEGINS.plusSeconds(Math.round(minutes * SECONDS)));
    }

    private List<Walk> walks(Changeover changeover, Place from) {
        List<Walk> walks = new ArrayList<>();
        for (Place to : Place.values()) {
            boolean nothingThere =
                    changeover.parting() == Parting.UNPLUGGED && to != Place.GENERATOR && to != Place.INDOORS;
            if (to != from && !nothingThere) {
                walks.add(new Walk(to.word(), World.walkMinutes(from, to) < 1 ? "half" : "two"));
            }
        }
        return walks;
    }

    // ---- what can be worked

    private List<Control> controls(Walkthrough walked, Place place) {
        Changeover changeover = walked.changeover();
        SwapState state = walked.world().state();
        List<Control> controls = new ArrayList<>();
        if (changeover.parting() == Parting.HANDLE && place == Place.PANEL) {
            for (Handle at : Handle.values()) {
                String act =
                        at == Handle.UTILITY ? "handle-utility" : at == Handle.OFF ? "handle-off" : "handle-generator";
                controls.add(new Control(
                        act, "handle-" + at.word(), state.handle() == at ? "here" : "", state.handle() == at, true));
            }
        }
        lever(controls, changeover, place, "main", state.mainOn(), Action.MAIN_ON, Action.MAIN_OFF);
        lever(controls, changeover, place, "input", state.inputOn(), Action.INPUT_ON, Action.INPUT_OFF);
        if (changeover.has(Action.PLATE_TO_GENERATOR) && place == Place.PANEL) {
            boolean over = state.plateToGenerator();
            controls.add(new Control(
                    (over ? Action.PLATE_TO_UTILITY : Action.PLATE_TO_GENERATOR).word(),
                    "plate",
                    over ? "generator" : "utility",
                    over,
                    true));
        }
        lever(controls, changeover, place, "engine", state.engine().running(), Action.START_ENGINE, Action.STOP_ENGINE);
        lever(controls, changeover, place, "output", state.outputOn(), Action.OUTPUT_ON, Action.OUTPUT_OFF);
        lever(controls, changeover, place, "eco", state.ecoOn(), Action.ECO_ON, Action.ECO_OFF);
        if (changeover.has(Action.SET_BOND_BONDED) && place == Place.GENERATOR) {
            boolean bonded = state.bond() == Bond.BONDED;
            controls.add(new Control(
                    (bonded ? Action.SET_BOND_FLOATING : Action.SET_BOND_BONDED).word(),
                    "bond",
                    bonded ? "bonded" : "floating",
                    bonded,
                    true));
            // its label may be wrong: the other way can always be tried
            controls.add(done(bonded ? Action.SET_BOND_BONDED : Action.SET_BOND_FLOATING));
        }
        plug(
                controls,
                changeover,
                place,
                "cord-generator",
                state.cordAtGenerator(),
                Action.CORD_GENERATOR_IN,
                Action.CORD_GENERATOR_OUT);
        plug(
                controls,
                changeover,
                place,
                "cord-house",
                state.cordAtHouse(),
                Action.CORD_HOUSE_IN,
                Action.CORD_HOUSE_OUT);
        if (changeover.has(Action.UNPLUG_SENSITIVE) && place == Place.INDOORS) {
            boolean unplugged = state.done().has(Check.UNPLUG_SENSITIVE);
            plug(
                    controls,
                    changeover,
                    place,
                    "sensitive",
                    !unplugged,
                    Action.REPLUG_SENSITIVE,
                    Action.UNPLUG_SENSITIVE);
        }
        waits(controls, walked, place);
        for (Action action : DONE_ONLY) {
            if (changeover.has(action) && action.place(changeover) == place) {
                controls.add(done(action));
            }
        }
        if (place == Place.GENERATOR) {
            controls.add(new Control("measure-bond-connected", "measure-bond-connected", "", false, false));
        }
        if (place == Place.INDOORS) {
            controls.add(new Control("look-utility", "look-utility", "", false, false));
        }
        return controls;
    }

    private static final List<Action> DONE_ONLY = List.of(
            Action.CHECK_PLACEMENT,
            Action.CHECK_OIL,
            Action.CHECK_FUEL,
            Action.INSPECT_CORD,
            Action.CHECK_CO_ALARM,
            Action.MEASURE_GENERATOR,
            Action.CHECK_GFCI,
            Action.MEASURE_PANEL,
            Action.MEASURE_LOADED,
            Action.MEASURE_UTILITY,
            Action.BRANCHES_OFF,
            Action.BIG_ONES_OFF,
            Action.SWITCHES_OFF,
            Action.BRANCHES_ON,
            Action.SWITCHES_UTILITY,
            Action.CONFIRM_UTILITY,
            Action.WALK_ROUND,
            Action.REFUEL,
            Action.STOW);

    private static Control done(Action action) {
        return new Control(action.word(), action.word(), "", false, false);
    }

    private static void lever(
            List<Control> controls,
            Changeover changeover,
            Place place,
            String name,
            boolean on,
            Action turnOn,
            Action turnOff) {
        if (changeover.has(turnOn) && turnOn.place(changeover) == place) {
            controls.add(new Control((on ? turnOff : turnOn).word(), name, on ? "on" : "off", on, true));
        }
    }

    private static void plug(
            List<Control> controls,
            Changeover changeover,
            Place place,
            String name,
            boolean in,
            Action plugIn,
            Action pullOut) {
        if (plugIn.place(changeover) == place) {
            controls.add(new Control((in ? pullOut : plugIn).word(), name, in ? "in" : "out", in, true));
        }
    }

    private static void waits(List<Control> controls, Walkthrough walked, Place place) {
        if (place != Place.GENERATOR || !walked.changeover().source().burns()) {
            return;
        }
        Engine engine = walked.world().state().engine();
        if (engine == Engine.COLD) {
            controls.add(done(Action.WARM_UP));
        } else if (engine == Engine.HOT) {
            controls.add(done(Action.COOL_DOWN));
        } else if (engine == Engine.RESTING) {
            controls.add(done(Action.WAIT_COOL));
        }
    }

    private static List<Branch> branches(Walkthrough walked, Household household) {
        World world = walked.world();
        List<String> closed = world.closed().stream().map(Circuit::id).toList();
        List<Branch> branches = new ArrayList<>();
        for (HomeCircuit circuit : household.circuits()) {
            if (walked.changeover().setup().find(circuit.id()) == null) {
                continue;
            }
            boolean on = closed.contains(circuit.id());
            String position = on ? "on" : world.atLine().contains(circuit.id()) ? "line" : "off";
            branches.add(new Branch(
                    circuit.id(),
                    household.printed(circuit),
                    circuit.circuit().label(),
                    on,
                    position,
                    world.destroyed().contains(circuit.id())));
        }
        return branches;
    }

    // ---- what came of it

    /** What the last act that somebody was at came to, in one sentence. */
    private String told(Seen last, String viewer, Household household) {
        Entry entry = last.entry();
        if (!last.did().by().equals(viewer)) {
            return words.say("rehearse.told.other", "who", last.did().by(), "what", text(entry.act(), household));
        }
        if (!entry.done()) {
            Action action = entry.act().action();
            return action == null ? words.say("rehearse.told.impossible") : words.blocked(action);
        }
        return words.say("rehearse.told.done", "what", text(entry.act(), household));
    }

    /** An act as a line of the row and of the debrief. */
    private String text(Act act, Household household) {
        Place to = act.to();
        if (to != null) {
            return words.say("rehearse.went." + to.word());
        }
        return words.say(
                "rehearse.act." + act.word(),
                "circuit",
                Words.label(act.circuit(), household),
                "minutes",
                Math.round(act.minutes()));
    }

    private List<Came> came(List<Consequence> consequences, Household household) {
        return consequences.stream()
                .sorted(Comparator.comparing(one -> one.kind().severity()))
                .map(one -> new Came(
                        one.kind().word(),
                        one.kind().severity().word(),
                        words.say("rehearse.came." + one.kind().word(), "circuit", named(one.circuit(), household)),
                        words.say("rehearse.came." + one.kind().word() + ".why")))
                .toList();
    }

    private static String named(@Nullable String circuit, Household household) {
        return circuit == null ? "" : Words.label(circuit, household);
    }

    /** What the last act read, for whoever holds the meter. */
    private @Nullable Reading reading(Walkthrough walked, String viewer) {
        Seen last = walked.last();
        if (last == null || !last.did().by().equals(viewer)) {
            return null;
        }
        Meter read = last.entry().reading();
        if (read instanceof Meter.Utility utility) {
            return other(words.say(utility.live() ? "rehearse.reads.live" : "rehearse.reads.dead"));
        }
        if (read instanceof Meter.Ohms bond) {
            Double ohms = bond.ohms();
            return other(
                    ohms == null
                            ? words.say("rehearse.reads.open")
                            : words.say("rehearse.reads.ohms", "ohms", figure(ohms)));
        }
        VoltageJudgement judged = last.judged();
        if (!(read instanceof Meter.Volts volts) || judged == null) {
            return null;
        }
        Verdict said = last.did().said();
        return RehearsePageReadingBuilder.builder()
                .l1n(figure(volts.l1n()))
                .l2n(volts.l2n() == null ? null : figure(volts.l2n()))
                .l1l2(volts.l1l2() == null ? null : figure(volts.l1l2()))
                .ng(volts.ng() == null ? null : figure(volts.ng()))
                .hz(figure(volts.hz()))
                .other(null)
                .said(said == null ? null : said.word())
                .verdict(judged.verdict().word())
                .causes(judged.causes().stream().map(words::cause).toList())
                .build();
    }

    private static Reading other(String text) {
        return RehearsePageReadingBuilder.builder()
                .l1n(null)
                .l2n(null)
                .l1l2(null)
                .ng(null)
                .hz(null)
                .other(text)
                .said(null)
                .verdict("")
                .causes(List.of())
                .build();
    }

    private static String figure(double value) {
        return String.format(Locale.ROOT, value < 10 ? "%.1f" : "%.0f", value);
    }

    private List<Past> past(List<Seen> own, boolean several, Household household) {
        List<Past> past = new ArrayList<>();
        for (Seen one : own.subList(Math.max(0, own.size() - PAST_SHOWN), own.size())) {
            String text = text(one.entry().act(), household);
            past.add(new Past(
                    clock(one.entry().at()),
                    several ? words.say("rehearse.told.other", "who", one.did().by(), "what", text) : text,
                    !one.entry().consequences().isEmpty()));
        }
        return past;
    }

    // ---- help

    private @Nullable Step step(Walkthrough walked, Place at, Household household) {
        Changeover from = new Changeover(
                walked.changeover().setup(), walked.changeover().options().at(at));
        Plan plan =
                new Planner(from, walked.scenario().goal()).plan(walked.world().state());
        if (plan.refused() != null) {
            return new Step(
                    words.say(plan.refused().reason()), words.say(plan.refused().instead()), "");
        }
        if (plan.steps().isEmpty()) {
            return null;
        }
        Plan.Step next = plan.steps().get(0);
        return new Step(
                words.title(next.action(), next.circuit(), household),
                words.why(next.action(), walked.scenario().goal(), household),
                next.place().word());
    }

    /** The order from how it began, as it would hang at the panel. */
    private List<String> card(Walkthrough walked, Household household) {
        Plan plan = new Planner(walked.changeover(), walked.scenario().goal())
                .plan(walked.scenario().begins());
        return plan.steps().stream()
                .map(step -> words.brief(step.action(), step.circuit(), household))
                .toList();
    }

    // ---- the picture

    private View view(Walkthrough walked, Place place, boolean stopped) {
        World world = walked.world();
        SwapState state = world.state();
        boolean running = state.engine().running();
        boolean feeds = world.generatorFeeds();
        boolean backfeeds = feeds && walked.changeover().backfeeds(state);
        Solution solution = world.solution();
        boolean seesHouse = stopped || place == Place.PANEL;
        return RehearsePageViewBuilder.builder()
                .street(state.utilityLive())
                .danger(backfeeds && !state.utilityLive())
                .hasMain(walked.changeover().has(Action.MAIN_ON))
                .hasCord(walked.changeover().has(Action.CORD_HOUSE_IN))
                .main(
                        walked.changeover().parting() == Parting.HANDLE
                                ? state.handle() == Handle.UTILITY
                                : state.mainOn())
                .input(
                        walked.changeover().parting() == Parting.HANDLE
                                ? state.handle() == Handle.GENERATOR
                                : walked.changeover().parting() != Parting.PLATE || state.inputOn())
                .lit(feeds || world.utilityFeeds())
                .cord(running && state.outputOn() && state.cordAtGenerator())
                .cordAtHouse(state.cordAtHouse())
                .cordAtGenerator(state.cordAtGenerator())
                .runs(running)
                .output(state.outputOn())
                .ground(feeds && world.groundCarries())
                .seesPanel(seesHouse)
                .seesGenerator(stopped || place == Place.GENERATOR)
                .seesStreet(stopped || place == Place.INDOORS || place.outside())
                .engine(state.engine().word())
                .bond(state.bond().word())
                .hertz(figure(world.hertz()))
                .l1(!stopped || solution == null || solution.l1n() == null ? null : figure(solution.l1n()))
                .l2(!stopped || solution == null || solution.l2n() == null ? null : figure(solution.l2n()))
                .wrecked(world.destroyed().contains(World.GENERATOR))
                .smoke(walked.scenario().script().badPlacement() && running)
                .lamps(stopped || !place.outside() ? lamps(world) : List.of())
                .build();
    }

    /** Whoever is in the house sees by its lamps what a meter would say. */
    private static List<RehearsePage.Lamp> lamps(World world) {
        return Arrays.stream(Leg.values())
                .map(leg -> new RehearsePage.Lamp(leg.name(), world.glow(leg).word()))
                .toList();
    }

    // ---- afterwards

    /**
     * How it went, as it is told afterwards.
     *
     * @param went by its word
     * @param broke what was destroyed, by name
     * @param people who took part, whoever began it first
     * @param rows each act that broke a rule or came to something, and what was taken back
     * @param track where each person was, minute by minute, for the picture; the way of the least possible beside it
     */
    @RecordBuilder
    public record Debrief(
            String headline,
            String went,
            List<String> broke,
            String dark,
            String minutes,
            int walks,
            @Nullable String leastMinutes,
            @Nullable Integer leastWalks,
            int hints,
            int back,
            boolean reached,
            List<String> people,
            List<Row> rows,
            List<Row> all,
            Track track) {}

    /** One act of the debrief. */
    public record Row(int number, String clock, String what, String rule, String right, String mark) {
        Row by(String who) {
            return who.isEmpty() ? this : new Row(number, clock, who + ": " + what, rule, right, mark);
        }

        Row judged(String wrongly) {
            return wrongly.isEmpty() ? this : new Row(number, clock, what, wrongly, right, mark);
        }
    }

    /** Each person's way as points of a picture 1000 wide and 160 high. */
    public record Track(List<Walker> lines, String least, List<Dot> dots, List<Tick> ticks, String feedsFrom) {}

    /** Somebody's way, and where it ends: there stands the name when there are several. */
    public record Walker(String who, String points, double x, double y) {}

    /** An act on the way; numbered where something is told of it. */
    public record Dot(double x, double y, String mark, int number) {}

    /** A time under the picture. */
    public record Tick(double x, String clock) {}

    Debrief debrief(Practice practice, Walkthrough walked) {
        Household household = practice.household();
        Rehearsal.Best best = Rehearsal.best(
                household.setup(),
                walked.scenario().begins(),
                walked.scenario().options(),
                walked.scenario().goal(),
                walked.scenario().script());
        Rehearsal.End end = walked.world().end(best);
        List<Row> rows = new ArrayList<>();
        List<Row> all = new ArrayList<>();
        int number = 0;
        boolean several = walked.people().size() > 1;
        int[] numbers = new int[walked.seen().size()];
        for (int i = 0; i < walked.seen().size(); i++) {
            Seen one = walked.seen().get(i);
            Entry entry = one.entry();
            boolean told = !entry.broken().isEmpty() || !entry.consequences().isEmpty() || one.misjudged();
            numbers[i] = told ? ++number : 0;
            Row row = row(numbers[i], entry.at(), entry.act(), entry.broken(), entry.consequences(), household)
                    .by(several ? one.did().by() : "")
                    .judged(one.misjudged() ? misjudged(one) : "");
            all.add(row);
            if (told) {
                rows.add(row);
            }
        }
        for (Slip slip : practice.slips()) {
            rows.add(row(++number, slip.minutes(), slip.act(), List.of(), slip.consequences(), household));
        }
        return RehearsePagesDebriefBuilder.builder()
                .headline(headline(practice, walked, end))
                .went(practice.went(walked).name().toLowerCase(Locale.ROOT))
                .broke(broke(practice, end, household))
                .dark(lasting(end.minutesDark()))
                .minutes(lasting(end.minutes()))
                .walks(end.walks())
                .leastMinutes(best == null ? null : lasting(best.minutes()))
                .leastWalks(best == null ? null : best.walks())
                .hints(practice.hints())
                .back(practice.slips().size())
                .reached(end.reached())
                .people(List.copyOf(walked.people()))
                .rows(rows)
                .all(all)
                .track(RehearseTrack.of(walked, numbers, RehearsePages::clockToTheMinute))
                .build();
    }

    private String misjudged(Seen one) {
        Verdict said = one.did().said();
        VoltageJudgement judged = one.judged();
        return said == null || judged == null
                ? ""
                : words.say(
                        "rehearse.misjudged",
                        "said",
                        words.say("rehearse.said." + said.word()),
                        "was",
                        words.say("rehearse.said." + judged.verdict().word()));
    }

    /** What was destroyed, and what would have been had it not been taken back. */
    private List<String> broke(Practice practice, Rehearsal.End end, Household household) {
        List<String> broke = new ArrayList<>();
        end.destroyed()
                .forEach(id -> broke.add(
                        id.equals(World.GENERATOR) ? words.say("rehearse.the-generator") : named(id, household)));
        for (Slip slip : practice.slips()) {
            for (Consequence came : slip.consequences()) {
                if (came.kind().severity() == Severity.PROPERTY) {
                    String what = came.circuit() == null
                            ? words.say("rehearse.the-generator")
                            : named(came.circuit(), household);
                    broke.add(words.say("rehearse.and-taken-back", "what", what));
                }
            }
        }
        return broke;
    }

    private Row row(
            int number, double at, Act act, List<Rule> broken, List<Consequence> consequences, Household household) {
        String rule = broken.isEmpty() ? "" : words.rule(broken.get(0));
        String right = consequences.isEmpty()
                ? ""
                : came(consequences, household).get(0).headline();
        String mark =
                consequences.stream().anyMatch(one -> one.kind().severity().harms())
                        ? "hurt"
                        : number > 0 ? "rule" : "";
        return new Row(number, clock(at), text(act, household), rule, right, mark);
    }

    private String headline(Practice practice, Walkthrough walked, Rehearsal.End end) {
        List<Consequence> came = practice.came(walked);
        return came.stream()
                .min(Comparator.comparing(one -> one.kind().severity()))
                .map(worst -> words.say(
                        "rehearse.came." + worst.kind().word(),
                        "circuit",
                        named(worst.circuit(), practice.household())))
                .orElseGet(() -> words.say(end.reached() ? "rehearse.all-well" : "rehearse.not-there"));
    }

    private String lasting(double minutes) {
        long seconds = Math.round(minutes * SECONDS);
        return words.say("rehearse.lasting", "minutes", seconds / 60, "seconds", seconds % 60);
    }
}
