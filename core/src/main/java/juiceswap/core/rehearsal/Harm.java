package juiceswap.core.rehearsal;

import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.capacity.LegWatts;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.electrical.VoltageDrop;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.rehearsal.Consequence.Kind;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Source;
import org.jspecify.annotations.Nullable;

/**
 * What comes of how things stand. A situation counts when it is entered, once each time; each kind is looked for in the
 * order of {@link Kind} and sees what those before it did.
 */
final class Harm {
    private static final double CARRIES_TO_GROUND_AMPS = 0.1;

    private static final double DESTROYS_VOLTS = 140;
    private static final double DESTROYS_DELICATE_VOLTS = 132;
    private static final double MOTOR_SUFFERS_BELOW_VOLTS = 95;
    private static final double MOTOR_HUMS_FROM_VOLTS = 20;
    private static final double MOTOR_LASTS_MINUTES = 2;

    /** From so many times its amps on a breaker opens, and a cord gets hot. */
    private static final double OVER = 1.25;

    private final World world;
    private final Setup setup;
    private final Map<Severity, Integer> counts = new EnumMap<>(Severity.class);
    private final Set<String> destroyed = new LinkedHashSet<>();
    private final Set<Consequence> standing = new HashSet<>();
    private final Map<String, Double> motorsSuffer = new HashMap<>();
    private Set<Circuit> carriedBefore = new LinkedHashSet<>();
    private boolean alarmed;
    private boolean poisoned;
    private boolean beginning;

    Harm(World world) {
        this.world = world;
        this.setup = world.changeover().setup();
        for (Severity severity : Severity.values()) {
            counts.put(severity, 0);
        }
    }

    Map<Severity, Integer> counts() {
        return Collections.unmodifiableMap(new LinkedHashMap<>(counts));
    }

    Set<String> destroyed() {
        return destroyed;
    }

    boolean alarmed() {
        return alarmed;
    }

    boolean poisoned() {
        return poisoned;
    }

    /** When the next suffering motor burns, in minutes; infinite when none suffers. */
    double nextMotorBurns() {
        double next = Double.POSITIVE_INFINITY;
        for (double since : motorsSuffer.values()) {
            next = Math.min(next, since + MOTOR_LASTS_MINUTES);
        }
        return next;
    }

    /** Something came of it. */
    void come(Kind kind, @Nullable String circuit) {
        counts.merge(kind.severity(), 1, Integer::sum);
        world.came(new Consequence(kind, circuit));
    }

    /** What stands at the beginning was not entered; what destroys or stops something comes all the same. */
    void begin() {
        carriedBefore = new LinkedHashSet<>(world.carried());
        beginning = true;
        judge(null);
        beginning = false;
    }

    /**
     * Judges a moment in which something has changed.
     *
     * @param act what somebody has just done, or null when something came by itself
     */
    void judge(@Nullable Act act) {
        if (act != null && act.is(Action.START_ENGINE)) {
            alarmed = false;
            poisoned = false;
        }
        meetTheUtility();
        arc(act);
        bonds();
        volts();
        delicate();
        boolean stalled = stall(act);
        tripAndHeat();
        wear(act, stalled);
        monoxide();
        leaveWhatIsOver();
        carriedBefore = new LinkedHashSet<>(world.carried());
    }

    private SwapState state() {
        return world.state();
    }

    private void enter(Kind kind, @Nullable String circuit, boolean holds) {
        Consequence situation = new Consequence(kind, circuit);
        if (holds && standing.add(situation) && !beginning) {
            come(kind, circuit);
        }
    }

    private void leaveWhatIsOver() {
        standing.removeIf(situation -> !holds(situation));
        Set<String> suffering = sufferingMotors();
        motorsSuffer.keySet().retainAll(suffering);
        for (String circuit : suffering) {
            motorsSuffer.putIfAbsent(circuit, world.minutes());
        }
    }

    private boolean holds(Consequence situation) {
        return switch (situation.kind()) {
            case LINE_WORKER -> feedsTheStreet() && !state().utilityLive();
            case GROUND_CURRENT -> groundCarries();
            case NO_TRIP -> nothingTrips();
            case DELICATE -> onRoughPower(setup.circuit(String.valueOf(situation.circuit())));
            case CORD_HOT -> cordOverloaded();
            default -> false;
        };
    }

    // ---- out to the street

    private boolean feedsTheStreet() {
        return world.generatorFeeds() && world.changeover().backfeeds(state());
    }

    private void meetTheUtility() {
        enter(Kind.LINE_WORKER, null, feedsTheStreet() && !state().utilityLive());
        if (feedsTheStreet() && state().utilityLive()) {
            destroyed.add(World.GENERATOR);
            come(Kind.OUT_OF_STEP, null);
            world.wreckEngine();
        }
    }

    private void arc(@Nullable Act act) {
        boolean cordMoved = act != null
                && (act.is(Action.CORD_GENERATOR_IN)
                        || act.is(Action.CORD_GENERATOR_OUT)
                        || act.is(Action.CORD_HOUSE_IN)
                        || act.is(Action.CORD_HOUSE_OUT));
        if (cordMoved && state().engine().running() && state().outputOn()) {
            come(Kind.ARC, null);
        }
    }

    // ---- neutral and ground

    private void bonds() {
        enter(Kind.GROUND_CURRENT, null, groundCarries());
        enter(Kind.NO_TRIP, null, nothingTrips());
    }

    boolean groundCarries() {
        if (!world.generatorFeeds() || world.bonds() < 2) {
            return false;
        }
        Solution solution = world.solution();
        return solution != null && solution.groundAmps() >= CARRIES_TO_GROUND_AMPS;
    }

    private boolean nothingTrips() {
        return world.generatorFeeds()
                && world.bonds() == 0
                && world.changeover().kind().wired();
    }

    // ---- volts

    private void volts() {
        Feed feed = world.feed();
        Solution solution = world.solution();
        if (feed == null || solution == null) {
            return;
        }
        for (Circuit circuit : world.closed()) {
            double limit = isDelicate(circuit) ? DESTROYS_DELICATE_VOLTS : DESTROYS_VOLTS;
            boolean tooHigh = circuit.loads().stream()
                    .anyMatch(load -> feed.volts(circuit, load, solution) > limit * windings(load));
            if (tooHigh && destroyed.add(circuit.id())) {
                come(Kind.OVERVOLTAGE, circuit.id());
            }
        }
        Set<String> suffering = sufferingMotors();
        for (Circuit circuit : world.closed()) {
            Double since = motorsSuffer.get(circuit.id());
            boolean burns = since != null && world.minutes() >= since + MOTOR_LASTS_MINUTES - World.SAME;
            if (burns && suffering.contains(circuit.id()) && destroyed.add(circuit.id())) {
                come(Kind.UNDERVOLTAGE, circuit.id());
            }
        }
    }

    private static int windings(Load load) {
        return load.is240() ? 2 : 1;
    }

    private Set<String> sufferingMotors() {
        Feed feed = world.feed();
        Solution solution = world.solution();
        Set<String> suffering = new LinkedHashSet<>();
        if (feed == null || solution == null) {
            return suffering;
        }
        for (Circuit circuit : world.closed()) {
            boolean suffers = circuit.loads().stream().anyMatch(load -> {
                double volts = feed.volts(circuit, load, solution) / windings(load);
                boolean motor = load.startingWatts() > load.runningWatts();
                return motor && volts >= MOTOR_HUMS_FROM_VOLTS && volts < MOTOR_SUFFERS_BELOW_VOLTS;
            });
            if (suffers && !destroyed.contains(circuit.id())) {
                suffering.add(circuit.id());
            }
        }
        return suffering;
    }

    private boolean isDelicate(Circuit circuit) {
        return world.script().delicate().contains(circuit.id())
                && !state().done().has(Check.UNPLUG_SENSITIVE);
    }

    private boolean onRoughPower(Circuit circuit) {
        return isDelicate(circuit)
                && !setup.source().inverter()
                && world.carried().contains(circuit);
    }

    private void delicate() {
        for (Circuit circuit : setup.circuits()) {
            enter(Kind.DELICATE, circuit.id(), onRoughPower(circuit));
        }
    }

    // ---- load

    /** The engine dies when what runs and what starts is more than it can give for a moment. */
    private boolean stall(@Nullable Act act) {
        List<Circuit> carried = world.carried();
        if (carried.isEmpty()) {
            return false;
        }
        List<Circuit> runs = new ArrayList<>(carried);
        List<Circuit> starts = new ArrayList<>(carried);
        runs.retainAll(carriedBefore);
        starts.removeAll(carriedBefore);
        boolean cold = coldBefore(act);
        boolean tooMuch;
        if (world.changeover().parting() == Parting.BY_ITSELF) {
            tooMuch = oneByOneTooMuch(runs, starts, cold);
        } else {
            tooMuch = tooMuch(runs, starts, cold);
        }
        if (!tooMuch) {
            return false;
        }
        List<Circuit> rough = carried.stream().filter(this::onRoughPower).toList();
        boolean hot = world.engineBefore() == Engine.HOT || world.engineBefore() == Engine.RESTING;
        come(Kind.STALL, null);
        for (Circuit circuit : rough) {
            if (carriedBefore.contains(circuit)) {
                come(Kind.DELICATE, circuit.id());
            }
        }
        world.stopByItself(hot ? Engine.RESTING : Engine.STOPPED);
        return true;
    }

    /** Relays take one circuit after the other; the first of them ends the cold. */
    private boolean oneByOneTooMuch(List<Circuit> runs, List<Circuit> starts, boolean cold) {
        List<Circuit> on = new ArrayList<>(runs);
        boolean stillCold = cold;
        for (Circuit next : starts) {
            if (tooMuch(on, List.of(next), stillCold)) {
                return true;
            }
            stillCold = false;
            on.add(next);
        }
        return starts.isEmpty() && tooMuch(runs, starts, cold);
    }

    private boolean tooMuch(List<Circuit> runs, List<Circuit> starts, boolean cold) {
        Feed feed = Feed.generator(setup, world.script());
        Source source = setup.source();
        double step = feed.starting(starts).total();
        double demand = feed.running(runs).total() + step;
        double limit = source.startingWatts() * (cold ? 0.5 : 1);
        boolean idleControlled = state().ecoOn() && source.idleControl() && over(step, source.runningWatts() / 2);
        return over(demand, limit) || idleControlled;
    }

    private boolean coldBefore(@Nullable Act act) {
        return world.engineBefore() == Engine.COLD || act != null && act.is(Action.START_ENGINE);
    }

    private static boolean over(double value, double limit) {
        return value > limit * (1 + World.SAME);
    }

    private void tripAndHeat() {
        boolean tripped = tripCircuits();
        tripped |= tripSupply();
        enter(Kind.CORD_HOT, null, !tripped && cordOverloaded());
    }

    private boolean tripCircuits() {
        boolean tripped = false;
        for (Circuit circuit : world.closed()) {
            Feed feed = world.feed();
            if (feed != null && over(feed.breakerAmps(circuit), OVER * circuit.breakerAmps())) {
                come(Kind.TRIP, circuit.id());
                world.open(circuit);
                tripped = true;
            }
        }
        return tripped;
    }

    /** Of the breaker on the generator and that of its input the smaller opens, the generator's own on a tie. */
    private boolean tripSupply() {
        if (!world.generatorFeeds()) {
            return false;
        }
        double output = setup.source().outputSwitch() ? leastAmps(Link.Kind.OUTPUT_BREAKER) : Double.POSITIVE_INFINITY;
        double input = world.changeover().parting() == Parting.PLATE
                ? leastAmps(Link.Kind.INPUT_BREAKER)
                : Double.POSITIVE_INFINITY;
        LegWatts running = Feed.generator(setup, world.script()).running(world.carried());
        double amps = Math.max(running.l1(), running.l2()) / Limits.LEG_VOLTS;
        if (!over(amps, OVER * Math.min(output, input))) {
            return false;
        }
        come(Kind.TRIP, null);
        world.open(output <= input);
        return true;
    }

    private double leastAmps(Link.Kind kind) {
        return setup.path().stream()
                .filter(link -> link.kind() == kind)
                .mapToDouble(Link::amps)
                .min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    private boolean cordOverloaded() {
        Solution solution = world.generatorFeeds() ? world.solution() : null;
        if (solution == null) {
            return false;
        }
        double amps = Math.max(solution.l1Amps(), solution.l2Amps());
        return setup.path().stream()
                .filter(link -> link.kind() == Link.Kind.CORD)
                .anyMatch(link -> over(amps, OVER * ampacity(link)));
    }

    /** What wire and ends carry; where nothing is known of either, what the cord is said to carry. */
    private static double ampacity(Link cord) {
        String awg = cord.awg();
        Conductor wire = awg == null ? null : Conductor.of(awg).orElseThrow();
        Double carries = VoltageDrop.ampacity(wire, cord.plugAmps());
        return carries == null ? cord.amps() : carries;
    }

    // ---- the engine

    private void wear(@Nullable Act act, boolean stalled) {
        boolean stoppedHot = act != null && act.is(Action.STOP_ENGINE) && world.engineBefore() == Engine.HOT;
        boolean loadedCold = !stalled && coldBefore(act) && !world.carried().isEmpty();
        if (stoppedHot || loadedCold) {
            come(Kind.WEAR, null);
        }
    }

    private void monoxide() {
        if (!world.badPlacement() || !state().engine().running()) {
            return;
        }
        if (!alarmed && world.runningFor() >= World.ALARM_AFTER - World.SAME) {
            alarmed = true;
            come(Kind.CO_ALARM, null);
        }
        if (!poisoned && world.runningFor() >= World.POISONED_AFTER - World.SAME) {
            poisoned = true;
            come(Kind.CO, null);
        }
    }
}
