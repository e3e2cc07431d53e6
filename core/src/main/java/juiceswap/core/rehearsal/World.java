package juiceswap.core.rehearsal;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.rehearsal.Act.Deed;
import juiceswap.core.rehearsal.Consequence.Kind;
import juiceswap.core.rehearsal.Meter.Volts;
import juiceswap.core.rehearsal.Rehearsal.End;
import juiceswap.core.rehearsal.Rehearsal.Entry;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import org.jspecify.annotations.Nullable;

/**
 * A world under way: people act in it one after the other, time passes meanwhile, and what comes due comes. Nothing is
 * forbidden; rules are only reported.
 *
 * <p>What is closed is the truth here, and a state's branches and picked circuits follow from it.
 */
public final class World {
    /** How the generator is named among what was destroyed. */
    public static final String GENERATOR = "generator";

    private static final double THROUGH_THE_DOOR = 2;
    private static final double ON_ONE_SIDE = 0.5;

    private static final double COOL_DOWN = Action.COOL_DOWN_MINUTES;
    private static final double COOLING = 15;
    private static final double OIL_LASTS = 5;
    static final double ALARM_AFTER = 15;
    static final double POISONED_AFTER = ALARM_AFTER + 5;
    private static final double UTILITY_LASTS = 10;

    /** Two moments that are nearer than that are the same one, in minutes. */
    static final double SAME = 1e-9;

    private final Changeover changeover;
    private final Setup setup;
    private final Goal goal;
    private final Script script;
    private final Feed fromGenerator;
    private final Feed fromUtility;
    private final Set<Fault.Kind> faults = new HashSet<>();
    private final Harm harm;

    private SwapState state;
    /** Breakers that are ON; of a box, switches on the generator. */
    private final Set<String> closed = new LinkedHashSet<>();
    /** Of a box, switches on the utility's side. */
    private final Set<String> atLine = new LinkedHashSet<>();
    /** Only the big ones were opened, and no branch was moved since. */
    private boolean reduced;

    private boolean bondOther;
    private boolean badPlacement;
    private boolean engineGone;

    private double now;
    private String acting = "";
    private final Map<String, Place> places = new HashMap<>();
    private @Nullable Place place;
    private int walks;
    private int utilityChanges;
    private double runningSince;
    private double coldSince;
    private double idleSince;
    private double restingSince;
    private double liveSince;
    private double minutesDark;
    private double minutesUnseen;

    /** Of the moment that is being judged. */
    private Engine engineBefore;

    private List<Consequence> fresh = new ArrayList<>();

    /** A world in which nobody has done anything yet. */
    public World(Changeover changeover, Goal goal, SwapState begins, Script script) {
        this.changeover = changeover;
        this.setup = changeover.setup();
        this.goal = goal;
        this.script = script;
        this.fromGenerator = Feed.generator(setup, script);
        this.fromUtility = Feed.utility(setup, script);
        script.faults().forEach(fault -> faults.add(fault.kind()));
        this.bondOther = faults.contains(Fault.Kind.BOND_OTHER);
        this.badPlacement = script.badPlacement();
        this.place = changeover.options().at();

        SwapState.Change first = changeover.putRight(begins).change();
        first.untick(Check.REFUELLED);
        this.state = first.state();
        this.idleSince = -state.idleMinutes();
        this.engineBefore = state.engine();
        standAsSaid();
        follow();
        this.harm = new Harm(this);
        harm.begin();
    }

    /** A world in which nothing is wrong and nobody has done anything since: the stand-ins of meters are driven by it. */
    public static World sound(Changeover changeover, SwapState stands) {
        return new World(changeover, Goal.ON_GENERATOR, stands, Script.SOUND);
    }

    /** A sound world in which the generator carries these circuits, with that bond. */
    public static World carrying(Setup setup, Collection<String> on, Bond bond) {
        Changeover changeover = new Changeover(setup, Options.NONE);
        SwapState.Change state = Scenario.carrying(changeover, on);
        state.bond = bond;
        return sound(changeover, state.state());
    }

    // ---- how things stand

    /** Minutes since the beginning. */
    public double minutes() {
        return now;
    }

    /** Changes of place so far. */
    public int walks() {
        return walks;
    }

    /** Where the person whose turn it is stands; null before they have done anything anywhere. */
    public @Nullable Place place() {
        return place;
    }

    /** Where somebody stands; null before they have done anything anywhere. */
    public @Nullable Place place(String who) {
        return who.equals(acting) ? place : places.get(who);
    }

    /**
     * From here on it is this person who acts. Several act one after the other in one world, each where they stand; whoever
     * has not acted yet stands where the first one began.
     */
    public void takeTurn(String who) {
        if (!who.equals(acting)) {
            if (place != null) {
                places.put(acting, place);
            }
            place = places.getOrDefault(who, changeover.options().at());
            acting = who;
        }
    }

    /** As the changeover sees it. */
    public SwapState state() {
        return state;
    }

    /** What is closed, in the setup's order. */
    public List<Circuit> closed() {
        return setup.circuits(closed);
    }

    /** Of a box, what is switched to the utility's side, by id. */
    public Set<String> atLine() {
        return Collections.unmodifiableSet(atLine);
    }

    /** Circuits that no longer work, and {@link #GENERATOR}. */
    public Set<String> destroyed() {
        return harm.destroyed();
    }

    /** The generator's power comes to the panel. */
    public boolean generatorFeeds() {
        return changeover.fed(state);
    }

    /** The utility's power comes to the panel. */
    public boolean utilityFeeds() {
        return state.utilityLive() && changeover.onUtilitySide(state);
    }

    /** What is closed and gets power from the generator. */
    public List<Circuit> carried() {
        return generatorFeeds()
                ? closed().stream().filter(fromGenerator::reaches).toList()
                : List.of();
    }

    /** Hertz of the generator: it droops with its load; 0 while it stands. */
    public double hertz() {
        if (!state.engine().running()) {
            return 0;
        }
        return 62 - 2 * carriedWatts() / setup.source().runningWatts();
    }

    /** Watts that the generator carries, at nominal voltage. */
    public double carriedWatts() {
        return fromGenerator.running(carried()).total();
    }

    /** The ground wire carries part of the neutral's current. */
    public boolean groundCarries() {
        return harm.groundCarries();
    }

    /** Neutral and frame are joined in the generator, whatever its label says. */
    public boolean bonded() {
        return (state.bond() == Bond.BONDED) != bondOther;
    }

    /** Neutral-to-ground bonds in what the generator feeds, as they really are. */
    int bonds() {
        boolean house = setup.transfer().houseBondReaches() && state.cordAtGenerator() && state.cordAtHouse();
        return (bonded() ? 1 : 0) + (house ? 1 : 0);
    }

    /** The same before it is solved, so that a stand-in can put a fault of its own into it; null when dark. */
    public @Nullable Network network() {
        if (generatorFeeds()) {
            return fromGenerator.network(carried(), bonded());
        }
        return utilityFeeds() ? fromUtility.network(closed(), false) : null;
    }

    /** The circuit as the panel sees it: from the generator where that feeds it, else from the utility; null when dark. */
    public @Nullable Solution solution() {
        Network network = network();
        return network == null ? null : network.solve();
    }

    /** How a lamp on that leg looks; dark while nothing is ON. */
    public Glow glow(Leg leg) {
        Solution solution = closed.isEmpty() ? null : solution();
        return Glow.of(solution == null ? null : leg == Leg.L1 ? solution.l1n() : solution.l2n());
    }

    /** Where what is closed gets its power from; null when dark. */
    @Nullable
    Feed feed() {
        return generatorFeeds() ? fromGenerator : utilityFeeds() ? fromUtility : null;
    }

    /** The household with what is wished. */
    public Changeover changeover() {
        return changeover;
    }

    Script script() {
        return script;
    }

    boolean badPlacement() {
        return badPlacement;
    }

    double runningFor() {
        return state.engine().running() ? now - runningSince : 0;
    }

    /** What the engine was before what is being judged. */
    Engine engineBefore() {
        return engineBefore;
    }

    /** How long the hot engine has run without load, in minutes, 0 to 5. */
    public double idleMinutes() {
        return idles() ? Math.min(COOL_DOWN, now - idleSince) : 0;
    }

    private boolean idles() {
        return state.engine() == Engine.HOT && !changeover.loaded(state);
    }

    /** How it all came out. */
    public End end(Rehearsal.@Nullable Best best) {
        return RehearsalEndBuilder.builder()
                .state(state)
                .on(closed().stream().map(Circuit::id).toList())
                .idleMinutes(idleMinutes())
                .minutes(now)
                .walks(walks)
                .counts(harm.counts())
                .destroyed(List.copyOf(harm.destroyed()))
                .minutesDark(minutesDark)
                .minutesUnseen(minutesUnseen)
                .reached(new Planner(changeover, goal).reached(state))
                .best(best)
                .build();
    }

    // ---- acts

    /** Walks to where it is done, does it, and tells what came of it. */
    public Entry perform(Act act) {
        // what stood at the beginning comes with the first act
        List<Consequence> consequences = fresh;
        walkTo(act);
        boolean possible = possible(act);
        List<Rule> broken = possible ? broken(act) : List.of();
        if (possible && act.is(Action.REFUEL) && state.engine() != Engine.STOPPED) {
            harm.come(Kind.FUEL_FIRE, null);
        }
        pass(now + minutes(act, possible));
        boolean done = possible && stillPossible(act);
        Meter reading = null;
        if (done) {
            reading = read(act);
            engineBefore = state.engine();
            boolean idled = idles();
            apply(act);
            follow();
            startClocks(engineBefore, idled, act.is(Action.START_ENGINE));
            harm.judge(act);
        }
        fresh = new ArrayList<>();
        return new Entry(act, now, done, done ? broken : List.of(), reading, List.copyOf(consequences));
    }

    private void walkTo(Act act) {
        Place where = placeOf(act);
        if (where == null) {
            return;
        }
        Place from = place;
        if (from != null && from != where) {
            walks++;
            pass(now + walkMinutes(from, where));
        }
        place = where;
    }

    /** Minutes from one place to another: 2 through the door, half a minute on one side of it. */
    public static double walkMinutes(Place from, Place to) {
        if (from == to) {
            return 0;
        }
        return from.outside() == to.outside() ? ON_ONE_SIDE : THROUGH_THE_DOOR;
    }

    /** Where it is done in this household; null where one stands. */
    public @Nullable Place placeOf(Act act) {
        return switch (act.deed()) {
            case ACTION -> action(act).place(changeover);
            case OPEN, CLOSE -> Action.PICK_UP.place(changeover);
            case WAIT -> null;
            case WALK -> act.to();
            case LOOK_UTILITY -> Place.INDOORS;
            case MEASURE_BOND_ALONE, MEASURE_BOND_CONNECTED -> Place.GENERATOR;
        };
    }

    private static Action action(Act act) {
        Action action = act.action();
        if (action == null) {
            throw new IllegalStateException("no action: " + act);
        }
        return action;
    }

    /** Whether the hardware would let it happen now. */
    public boolean possible(Act act) {
        return switch (act.deed()) {
            case WAIT, WALK, LOOK_UTILITY -> true;
            case OPEN -> closed.contains(act.circuit()) || atLine.contains(act.circuit());
            case CLOSE -> !closed.contains(act.circuit());
            case MEASURE_BOND_ALONE, MEASURE_BOND_CONNECTED -> !state.engine().running();
            case ACTION -> possible(action(act));
        };
    }

    private boolean possible(Action action) {
        return switch (action) {
            case MEASURE_GENERATOR, MEASURE_PANEL, MEASURE_LOADED, MEASURE_UTILITY -> true;
            case START_ENGINE -> !engineGone && action.possible(changeover, state, null);
            case MAIN_ON -> plateLoose() ? !state.mainOn() : action.possible(changeover, state, null);
            case INPUT_ON -> plateLoose() ? !state.inputOn() : action.possible(changeover, state, null);
            case SET_BOND_BONDED, SET_BOND_FLOATING ->
                bondOther ? setup.source().bondChange() == BondChange.SWITCH : action.possible(changeover, state, null);
            default -> action.possible(changeover, state, null);
        };
    }

    private boolean plateLoose() {
        return changeover.parting() == Parting.PLATE && faults.contains(Fault.Kind.PLATE_LOOSE);
    }

    /** Waiting is over when its time has come, not when somebody says so. */
    private boolean stillPossible(Act act) {
        if (act.is(Action.WARM_UP)) {
            return state.engine() == Engine.READY;
        }
        if (act.is(Action.COOL_DOWN)) {
            return state.engine() == Engine.COOLED;
        }
        if (act.is(Action.WAIT_COOL)) {
            return state.engine() == Engine.STOPPED;
        }
        return possible(act);
    }

    /** Rules against it, by their words in alphabetical order; none where only this world allows it. */
    private List<Rule> broken(Act act) {
        Action action = act.deed() == Deed.CLOSE ? Action.PICK_UP : act.action();
        if (action == null) {
            return List.of();
        }
        boolean asIfPlateAllowed = plateLoose() && (action == Action.MAIN_ON || action == Action.INPUT_ON);
        if (!asIfPlateAllowed && !action.possible(changeover, state, act.circuit())) {
            return List.of();
        }
        return WhatIf.of(changeover, goal, state, action, act.circuit()).broken().stream()
                .sorted(Comparator.comparing(Rule::word))
                .toList();
    }

    /** The waits take what is left of them. */
    private double minutes(Act act, boolean possible) {
        if (!possible) {
            return Act.USUAL_MINUTES;
        }
        if (act.deed() == Deed.WAIT || act.deed() == Deed.WALK) {
            return act.minutes();
        }
        if (act.deed() != Deed.ACTION) {
            return Act.USUAL_MINUTES;
        }
        double left = switch (action(act)) {
            case WARM_UP -> coldSince + warmUpMinutes() - now;
            case COOL_DOWN -> idleSince + COOL_DOWN - now;
            case WAIT_COOL -> restingSince + COOLING - now;
            default -> action(act).minutes(changeover, state);
        };
        return Math.max(Act.USUAL_MINUTES, left);
    }

    private double warmUpMinutes() {
        return Action.WARM_UP.minutes(changeover, state);
    }

    private void apply(Act act) {
        switch (act.deed()) {
            case OPEN -> move(act, false);
            case CLOSE -> move(act, true);
            case ACTION -> apply(action(act));
            case WAIT, WALK, LOOK_UTILITY, MEASURE_BOND_ALONE, MEASURE_BOND_CONNECTED -> {
                // nothing is moved by it
            }
        }
    }

    private void move(Act act, boolean close) {
        String circuit = setup.circuit(String.valueOf(act.circuit())).id();
        reduced = false;
        atLine.remove(circuit);
        if (!close) {
            closed.remove(circuit);
            return;
        }
        if (Action.PICK_UP.possible(changeover, state, circuit)) {
            state = changeover.after(state, Action.PICK_UP, circuit);
        }
        closed.add(circuit);
    }

    private void apply(Action action) {
        switch (action) {
            case WARM_UP, COOL_DOWN, WAIT_COOL -> {
                // the clock has done it
            }
            case START_ENGINE -> start();
            case SET_BOND_BONDED, SET_BOND_FLOATING -> {
                bondOther = false;
                SwapState.Change set = state.change();
                set.bond = action == Action.SET_BOND_BONDED ? Bond.BONDED : Bond.FLOATING;
                state = changeover.putRight(set.state());
            }
            case MEASURE_GENERATOR, MEASURE_PANEL, MEASURE_LOADED, MEASURE_UTILITY -> {
                if (action.possible(changeover, state, null)) {
                    state = changeover.after(state, action, null);
                }
            }
            default -> {
                state = changeover.after(state, action, null);
                switchedTogether(action);
                lookedAt(action);
            }
        }
    }

    private void start() {
        if (faults.contains(Fault.Kind.FUEL_SHUT)) {
            SwapState.Change turnedOver = state.change();
            turnedOver.untick(Check.STOW);
            state = turnedOver.state();
        } else {
            state = changeover.after(state, Action.START_ENGINE, null);
        }
    }

    private void switchedTogether(Action action) {
        switch (action) {
            case BRANCHES_OFF -> closed.clear();
            case BRANCHES_ON -> closed.addAll(changeover.unlocked());
            case BIG_ONES_OFF -> closed.retainAll(changeover.staysOn());
            case SWITCHES_OFF -> {
                closed.clear();
                atLine.clear();
            }
            case SWITCHES_UTILITY -> {
                closed.clear();
                allAtLine();
            }
            default -> {
                return;
            }
        }
        reduced = action == Action.BIG_ONES_OFF;
    }

    private void lookedAt(Action action) {
        if (action == Action.CHECK_PLACEMENT && !state.engine().running()) {
            badPlacement = false;
        }
        if (action == Action.CHECK_OIL) {
            faults.remove(Fault.Kind.OIL_LOW);
        }
        if (action == Action.CHECK_FUEL) {
            faults.remove(Fault.Kind.FUEL_SHUT);
        }
    }

    private void allAtLine() {
        setup.circuits().forEach(circuit -> atLine.add(circuit.id()));
    }

    // ---- what is read

    private @Nullable Meter read(Act act) {
        return switch (act.deed()) {
            case LOOK_UTILITY -> new Meter.Utility(state.utilityLive());
            case MEASURE_BOND_ALONE, MEASURE_BOND_CONNECTED -> new Meter.Ohms(bondOhms());
            case ACTION ->
                switch (action(act)) {
                    case MEASURE_GENERATOR -> atGenerator();
                    case MEASURE_PANEL, MEASURE_LOADED -> atPanel();
                    case MEASURE_UTILITY -> atUtility();
                    default -> null;
                };
            case OPEN, CLOSE, WAIT, WALK -> null;
        };
    }

    private static final double SOUND_BOND_OHMS = 0.2;
    private static final double LOOSE_BOND_OHMS = 2.2;

    /** Neutral to frame at the generator's outlet: its own bond, or the house's through the cord; null when open. */
    private @Nullable Double bondOhms() {
        if (bonded()) {
            return SOUND_BOND_OHMS;
        }
        boolean house = setup.transfer().houseBondReaches() && state.cordAtGenerator() && state.cordAtHouse();
        if (!house || faults.contains(Fault.Kind.OPEN_NEUTRAL)) {
            return null;
        }
        return faults.contains(Fault.Kind.LOOSE_NEUTRAL) ? LOOSE_BOND_OHMS : SOUND_BOND_OHMS;
    }

    private Volts atGenerator() {
        boolean oneWinding = fromGenerator.oneWinding();
        if (!state.engine().running()) {
            return Volts.dead(oneWinding, false);
        }
        return Volts.atGenerator(fromGenerator.solve(carried(), bonded()).atSource(), oneWinding, hertz());
    }

    /** With everything off and no meter fitted there is nothing to read at. */
    private boolean somethingToReadAt() {
        return !closed.isEmpty() || changeover.alwaysReadsPanel();
    }

    private Volts atPanel() {
        Solution solution = somethingToReadAt() ? solution() : null;
        if (solution == null) {
            return Volts.dead(fromGenerator.oneWinding(), true);
        }
        return generatorFeeds()
                ? Volts.atPanel(solution, fromGenerator.oneWinding(), hertz())
                : Volts.atPanel(solution, false, UTILITY_HERTZ);
    }

    private static final double UTILITY_HERTZ = 60;

    /** Legs that are further apart than that tell of a bad neutral. */
    private static final double APART_VOLTS = 6;

    /** Without a fitted meter one test circuit after the other, until the legs are apart. */
    private Volts atUtility() {
        if (!utilityFeeds()) {
            return Volts.dead(false, false);
        }
        List<String> testCircuits = setup.transfer().usableTestCircuits();
        if (setup.transfer().panelMeter() || testCircuits.isEmpty()) {
            return somethingToReadAt() ? utilityWith(closed) : Volts.dead(false, false);
        }
        Volts last = Volts.dead(false, false);
        for (String test : testCircuits) {
            Set<String> with = new HashSet<>(closed);
            with.add(test);
            last = utilityWith(with);
            if (Math.abs(last.l1n() - Feed.orZero(last.l2n())) >= APART_VOLTS) {
                break;
            }
        }
        return last;
    }

    private Volts utilityWith(Set<String> on) {
        Solution solution = fromUtility.solve(setup.circuits(on), false);
        return Volts.atPanel(solution, false, UTILITY_HERTZ).withoutGround();
    }

    // ---- time

    /**
     * Time passes while nobody does anything: whoever looks and thinks is in the dark meanwhile. What comes of it is told
     * with the next act.
     *
     * @param minutes 0 or more
     */
    public void letPass(double minutes) {
        pass(now + minutes);
    }

    /** Minutes until something changes by itself, 0 or more; infinite where nothing will. */
    public double untilSomethingHappens() {
        return Math.max(0, nextDue() - now);
    }

    /** Lets time pass; what comes due on the way comes. */
    private void pass(double until) {
        while (true) {
            double due = Math.max(now, nextDue());
            if (due > until + SAME) {
                break;
            }
            count(due);
            now = due;
            comeDue();
        }
        count(Math.max(now, until));
        now = Math.max(now, until);
    }

    private void count(double until) {
        if (!generatorFeeds() && !utilityFeeds()) {
            minutesDark += until - now;
        }
        if (state.utilityLive() && !carried().isEmpty()) {
            minutesUnseen += Math.max(0, until - Math.max(now, liveSince + UTILITY_LASTS));
        }
    }

    private double nextDue() {
        double due = Double.POSITIVE_INFINITY;
        if (utilityChanges < script.utility().size()) {
            due = script.utility().get(utilityChanges).at();
        }
        if (state.engine() == Engine.COLD) {
            due = Math.min(due, coldSince + warmUpMinutes());
        }
        if (idles()) {
            due = Math.min(due, idleSince + COOL_DOWN);
        }
        if (state.engine() == Engine.RESTING) {
            due = Math.min(due, restingSince + COOLING);
        }
        if (state.engine().running() && faults.contains(Fault.Kind.OIL_LOW)) {
            due = Math.min(due, runningSince + OIL_LASTS);
        }
        if (state.engine().running() && badPlacement) {
            due = Math.min(due, harm.alarmed() ? Double.POSITIVE_INFINITY : runningSince + ALARM_AFTER);
            due = Math.min(due, harm.poisoned() ? Double.POSITIVE_INFINITY : runningSince + POISONED_AFTER);
        }
        return Math.min(due, harm.nextMotorBurns());
    }

    private boolean isDue(double at) {
        return at <= now + SAME;
    }

    private void comeDue() {
        engineBefore = state.engine();
        boolean idled = idles();
        while (utilityChanges < script.utility().size()
                && isDue(script.utility().get(utilityChanges).at())) {
            utility(script.utility().get(utilityChanges++).live());
        }
        if (state.engine() == Engine.COLD && isDue(coldSince + warmUpMinutes())) {
            engine(Engine.READY);
        }
        if (idles() && isDue(idleSince + COOL_DOWN)) {
            engine(Engine.COOLED);
        }
        if (state.engine() == Engine.RESTING && isDue(restingSince + COOLING)) {
            engine(Engine.STOPPED);
        }
        if (state.engine().running() && faults.contains(Fault.Kind.OIL_LOW) && isDue(runningSince + OIL_LASTS)) {
            stopByItself(Engine.RESTING);
        }
        follow();
        startClocks(engineBefore, idled, false);
        harm.judge(null);
    }

    private void utility(boolean live) {
        if (live == state.utilityLive()) {
            return;
        }
        SwapState.Change change = state.change();
        change.utilityLive = live;
        state = changeover.putRight(change.state());
        liveSince = now;
    }

    private void engine(Engine engine) {
        SwapState.Change change = state.change();
        change.engine = engine;
        state = change.state();
    }

    // ---- what follows

    /** The engine stops without anybody stopping it; how it stands then depends on what stopped it. */
    void stopByItself(Engine then) {
        state = changeover.after(state, Action.STOP_ENGINE, null);
        engine(then);
        restingSince = now;
        follow();
    }

    /** It will never run again. */
    void wreckEngine() {
        stopByItself(Engine.STOPPED);
        engineGone = true;
    }

    /** A breaker of a circuit opens by itself. */
    void open(Circuit circuit) {
        Engine before = state.engine();
        boolean idled = idles();
        closed.remove(circuit.id());
        reduced = false;
        follow();
        startClocks(before, idled, false);
    }

    /** The breaker on the generator, or that of the generator's input, opens by itself. */
    void open(boolean output) {
        Engine before = state.engine();
        boolean idled = idles();
        SwapState.Change change = state.change();
        if (output) {
            change.outputOn = false;
        } else {
            change.inputOn = false;
        }
        state = changeover.putRight(change.state());
        follow();
        startClocks(before, idled, false);
    }

    /** What came of how things stand; it goes with the act that is under way. */
    void came(Consequence consequence) {
        fresh.add(consequence);
    }

    private void startClocks(Engine before, boolean idled, boolean started) {
        Engine after = state.engine();
        if (started && after.running()) {
            runningSince = now;
            coldSince = now;
        }
        if (idles() && !idled) {
            idleSince = now;
        }
        if (after == Engine.RESTING && before != Engine.RESTING) {
            restingSince = now;
        }
    }

    /** Sets the breakers as the state that the rehearsal begins with says. */
    private void standAsSaid() {
        switch (changeover.parting()) {
            case PLATE, HANDLE -> {
                closed.addAll(changeover.switchedOn(state));
                reduced = state.branches() == Branches.REDUCED;
            }
            case SWITCH_EACH, UNPLUGGED -> {
                if (state.branches() == Branches.STAGED) {
                    closed.addAll(state.picked());
                }
                if (state.branches() != Branches.OFF) {
                    allAtLine();
                    atLine.removeAll(closed);
                }
            }
            case BY_ITSELF -> closed.addAll(changeover.unlocked());
        }
    }

    /** Branches and picked circuits follow from what is closed; a loaded engine gets hot. */
    private void follow() {
        Branches branches = branches();
        SwapState.Change change = state.change();
        change.branches = branches;
        boolean counts = branches == Branches.STAGED || branches == Branches.REDUCED;
        change.picked = counts ? Collections.unmodifiableSet(new TreeSet<>(closed)) : Set.of();
        state = changeover.putRight(change.state());
    }

    private Branches branches() {
        return switch (changeover.parting()) {
            case BY_ITSELF -> Branches.ON;
            case SWITCH_EACH, UNPLUGGED ->
                !closed.isEmpty()
                        ? Branches.STAGED
                        : atLine.size() == setup.circuits().size() ? Branches.ON : Branches.OFF;
            case PLATE, HANDLE -> branchesOfPanel();
        };
    }

    private Branches branchesOfPanel() {
        if (setup.circuits().isEmpty()) {
            return state.branches();
        }
        if (closed.isEmpty()) {
            return Branches.OFF;
        }
        if (reduced) {
            return Branches.REDUCED;
        }
        boolean all = closed.containsAll(changeover.unlocked());
        return all && !generatorFeeds() ? Branches.ON : Branches.STAGED;
    }
}
