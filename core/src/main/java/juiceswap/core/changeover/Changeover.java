package juiceswap.core.changeover;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source;
import juiceswap.core.supply.Source.BondChange;
import org.jspecify.annotations.Nullable;

/**
 * One household's changeover: what its equipment and wishes make of a {@link SwapState}. Reads states, never changes
 * them. Remembers judgements of capacity, since the search asks for the same ones again and again; several threads may ask
 * at once.
 */
public final class Changeover {
    private final Setup setup;
    private final Options options;
    private final Kind kind;
    private final Parting parting;
    private final List<String> wanted;
    private final Set<String> staysOn;
    private final Map<Set<String>, List<String>> pickUpOrders = new ConcurrentHashMap<>();
    private final Map<String, Boolean> pickUpFits = new ConcurrentHashMap<>();
    private volatile @Nullable Boolean blockFits;

    /** The changeover of that house as these options want it. */
    public Changeover(Setup setup, Options options) {
        this.setup = setup;
        this.options = options;
        this.kind = setup.transfer().kind();
        this.parting = kind.parting();
        this.staysOn = new LinkedHashSet<>();
        for (Circuit circuit : setup.circuits(options.keepOn())) {
            if (!circuit.lockedOff()) {
                staysOn.add(circuit.id());
            }
        }
        Set<String> all = new LinkedHashSet<>();
        if (parting != Parting.BY_ITSELF) {
            all.addAll(setup.transfer().usableTestCircuits());
            all.addAll(options.pickUp());
            if (options.bigOnesOff() && parting.switchesPanel()) {
                all.addAll(staysOn);
            }
        }
        this.wanted = List.copyOf(all);
    }

    /** The house, its device and its set. */
    public Setup setup() {
        return setup;
    }

    /** What is wished for. */
    public Options options() {
        return options;
    }

    /** Of the transfer device. */
    public Kind kind() {
        return kind;
    }

    /** How the transfer device keeps generator and utility apart. */
    public Parting parting() {
        return parting;
    }

    /** What feeds the house in an outage. */
    public Source source() {
        return setup.source();
    }

    /** Whether this household has what the action is done to, however it stands. */
    public boolean has(Action action) {
        return switch (action) {
            case MAIN_ON, MAIN_OFF, PLATE_TO_GENERATOR, PLATE_TO_UTILITY, INPUT_ON, INPUT_OFF ->
                parting == Parting.PLATE;
            case HANDLE_OFF, HANDLE_GENERATOR, HANDLE_UTILITY -> parting == Parting.HANDLE;
            case BRANCHES_ON, BRANCHES_OFF, MEASURE_UTILITY -> parting.switchesPanel();
            case BIG_ONES_OFF -> parting.switchesPanel() && options.bigOnesOff();
            case SWITCHES_OFF -> parting.oneByOne();
            case SWITCHES_UTILITY -> !parting.switchesPanel();
            case PICK_UP -> true;
            case MEASURE_PANEL -> kind.wired();
            case MEASURE_LOADED -> kind.readUnderLoad();
            case CHECK_GFCI -> !kind.wired();
            case OUTPUT_ON, OUTPUT_OFF -> source().outputSwitch();
            case ECO_ON, ECO_OFF -> source().idleControl();
            case SET_BOND_BONDED, SET_BOND_FLOATING -> source().bondChange() == BondChange.SWITCH;
            case CHECK_CO_ALARM, CHECK_PLACEMENT, CHECK_OIL, CHECK_FUEL, REFUEL, WARM_UP, COOL_DOWN, WAIT_COOL ->
                source().burns();
            case CONFIRM_UTILITY,
                    UNPLUG_SENSITIVE,
                    STOP_ENGINE,
                    CORD_GENERATOR_OUT,
                    CORD_HOUSE_OUT,
                    INSPECT_CORD,
                    CORD_HOUSE_IN,
                    CORD_GENERATOR_IN,
                    START_ENGINE,
                    MEASURE_GENERATOR,
                    WALK_ROUND,
                    REPLUG_SENSITIVE,
                    STOW -> true;
        };
    }

    /** Whether that check is asked for here and not yet made: without an engine there is no exhaust, oil or fuel to check. */
    boolean lacks(SwapState state, Check check) {
        boolean asked = source().burns()
                || check != Check.CHECK_PLACEMENT
                        && check != Check.CHECK_CO_ALARM
                        && check != Check.CHECK_OIL
                        && check != Check.CHECK_FUEL;
        return asked && !state.done().has(check);
    }

    /** How an engine that carries load stands; a battery does not get hot by it. */
    Engine loadedEngine() {
        return source().burns() ? Engine.HOT : Engine.READY;
    }

    // ---- what a state means

    /** Running, and nothing open between the set and the house's breakers. */
    public boolean fed(SwapState state) {
        boolean through =
                state.engine().running() && state.outputOn() && state.cordAtGenerator() && state.cordAtHouse();
        return through && feedsThrough(state);
    }

    /** What the device has to be set to before the generator's power comes through it. */
    private boolean feedsThrough(SwapState state) {
        return switch (parting) {
            case PLATE -> state.inputOn();
            case HANDLE -> state.handle() == SwapState.Handle.GENERATOR;
            case SWITCH_EACH, BY_ITSELF, UNPLUGGED -> true;
        };
    }

    /**
     * Whether the device keeps what the generator feeds off the utility's wires as it is set now. Only a plate that is loose
     * or forced does not: a handle has one position at a time, a switch one side, relays one coil, a plug one outlet.
     */
    public boolean parted(SwapState state) {
        return switch (parting) {
            case PLATE -> !(state.mainOn() && state.inputOn());
            case HANDLE, SWITCH_EACH, BY_ITSELF, UNPLUGGED -> true;
        };
    }

    /**
     * There is something in the house to read the supply at: a fitted meter, the box's own display, or what is picked, once
     * every test circuit is. With everything off every outlet is dead.
     */
    boolean showsVolts(SwapState state) {
        return alwaysReadsPanel()
                || !state.picked().isEmpty()
                        && state.picked().containsAll(setup.transfer().usableTestCircuits());
    }

    /** Whether the house counts as fed by proven supply only once it was read there. */
    boolean mustReadPanel(SwapState state) {
        return alwaysReadsPanel() || !state.picked().isEmpty();
    }

    /** A meter or a display shows the supply whether or not anything is picked. */
    public boolean alwaysReadsPanel() {
        return setup.transfer().panelMeter() || parting == Parting.BY_ITSELF;
    }

    /** Fed, and something may draw current. */
    public boolean loaded(SwapState state) {
        if (!fed(state)) {
            return false;
        }
        return switch (parting) {
            case PLATE, HANDLE -> state.branches() != SwapState.Branches.OFF;
            case SWITCH_EACH, UNPLUGGED -> state.branches() == SwapState.Branches.STAGED;
            case BY_ITSELF -> true;
        };
    }

    /** Ids of the circuits that have power while the house is fed. */
    public Set<String> powered(SwapState state) {
        if (!fed(state)) {
            return Set.of();
        }
        boolean all = switch (parting) {
            case PLATE, HANDLE -> state.branches() == SwapState.Branches.ON;
            case SWITCH_EACH, UNPLUGGED -> false;
            case BY_ITSELF -> !turnedOffByHand(state);
        };
        return all ? unlocked() : Set.copyOf(state.picked());
    }

    /** Ids of the circuits whose breaker or switch is ON for what the device feeds, whether or not there is power. */
    public Set<String> switchedOn(SwapState state) {
        return switch (parting) {
            case PLATE, HANDLE ->
                switch (state.branches()) {
                    case ON -> unlocked();
                    case OFF -> Set.of();
                    case REDUCED -> Set.copyOf(staysOn);
                    case STAGED -> Set.copyOf(state.picked());
                };
            case SWITCH_EACH, UNPLUGGED -> Set.copyOf(state.picked());
            case BY_ITSELF -> turnedOffByHand(state) ? Set.copyOf(state.picked()) : unlocked();
        };
    }

    /** Of a device that takes all of its circuits by itself, some were turned OFF at their own breakers. */
    boolean turnedOffByHand(SwapState state) {
        return parting == Parting.BY_ITSELF && state.branches() == SwapState.Branches.STAGED;
    }

    /**
     * What comes on in one moment as soon as the device is fed, judged as one block; empty where a person picks up circuit by
     * circuit.
     */
    public Optional<Capacity> takenAtOnce() {
        return parting == Parting.BY_ITSELF ? Optional.of(Capacity.of(setup, Set.of(), unlocked())) : Optional.empty();
    }

    /** Ids of the circuits that no lock holds off. */
    public Set<String> unlocked() {
        Set<String> unlocked = new LinkedHashSet<>();
        for (Circuit circuit : setup.circuits()) {
            if (!circuit.lockedOff()) {
                unlocked.add(circuit.id());
            }
        }
        return unlocked;
    }

    /** The house's main is closed towards the street; true for kinds without a main. */
    public boolean onUtilitySide(SwapState state) {
        return switch (parting) {
            case PLATE -> state.mainOn();
            case HANDLE -> state.handle() == SwapState.Handle.UTILITY;
            case SWITCH_EACH, BY_ITSELF, UNPLUGGED -> true;
        };
    }

    /** Neutral-to-ground bonds in what the running set energises. */
    public int bonds(SwapState state) {
        if (floatsByDesign()) {
            return 1;
        }
        int atSet = state.bond() == Bond.BONDED ? 1 : 0;
        boolean houseReaches = setup.transfer().houseBondReaches() && state.cordAtGenerator() && state.cordAtHouse();
        return atSet + (houseReaches ? 1 : 0);
    }

    /** A small floating set on extension cords with nothing to change is used as its manual says. */
    private boolean floatsByDesign() {
        return !kind.wired() && source().bond() == Bond.FLOATING && source().bondChange() == BondChange.NONE;
    }

    /** Bonds once both cord ends are in. */
    int bondsWhenConnected(SwapState state) {
        SwapState.Change connected = state.change();
        connected.cordAtGenerator = true;
        connected.cordAtHouse = true;
        return bonds(connected.state());
    }

    /** Main and generator input both closed: the set feeds the street. */
    public boolean backfeeds(SwapState state) {
        return !parted(state);
    }

    /** The engine runs with the cord in at one end only: live prongs or a live inlet. */
    public boolean looseLiveEnd(SwapState state) {
        return state.engine().running() && state.cordAtGenerator() != state.cordAtHouse();
    }

    /** The engine runs with no bond, or more than one. */
    public boolean wrongBondCount(SwapState state) {
        return state.engine().running() && bonds(state) != 1;
    }

    /**
     * Whether somebody may come to harm as things stand: the set feeds the street, a live end lies open, or the bond
     * is wrong.
     */
    public boolean danger(SwapState state) {
        return backfeeds(state) || looseLiveEnd(state) || wrongBondCount(state);
    }

    /** What can hurt somebody as things stand, the worst first. */
    public List<Danger> dangers(SwapState state) {
        return Danger.in(this, state);
    }

    /** Whether the supply is proven on that circuit. */
    public boolean isTestCircuit(String circuit) {
        return setup.transfer().usableTestCircuits().contains(circuit);
    }

    /** Whether delicate electronics are asked for in this household. */
    boolean asksForSensitive() {
        return kind.asksForSensitive() && !options.noSensitive();
    }

    // ---- capacity and order of pick-ups

    /** Everything that is to be on in the end. */
    public List<String> wanted() {
        return wanted;
    }

    /** What is wanted and not yet on, in the order of picking up. */
    public List<String> unpicked(SwapState state) {
        return wanted.stream().filter(id -> !state.picked().contains(id)).toList();
    }

    /** What stays on when only the big ones are opened. */
    public Set<String> staysOn() {
        return staysOn;
    }

    /** The circuits still to be picked up, in order: test circuits, then by the least worst surge. */
    public List<String> pickUpOrder(Set<String> picked) {
        return pickUpOrders.computeIfAbsent(picked, on -> {
            List<String> left = wanted.stream().filter(id -> !on.contains(id)).toList();
            return StartOrder.of(setup, on, left, setup.transfer().usableTestCircuits())
                    .circuits();
        });
    }

    /** Whether closing that circuit on top of what is picked passes the capacity check. */
    public boolean pickUpFits(Set<String> picked, String circuit) {
        return pickUpFits.computeIfAbsent(
                circuit + picked, key -> Capacity.of(setup, picked, circuit).ok());
    }

    /** Whether all that stays on passes as one block that starts at once. */
    public boolean blockFits() {
        if (blockFits == null) {
            blockFits = Capacity.of(setup, Set.of(), staysOn).ok();
        }
        return blockFits;
    }

    /** Whether everything wanted can be picked up one by one on top of {@code picked}. */
    public boolean allFit(Set<String> picked) {
        return firstThatFails(picked).isEmpty();
    }

    /** A circuit that can't be picked up when its turn comes, and what is in its way. */
    public record Failing(String circuit, Capacity capacity) {}

    /** The first of the wanted circuits that does not pass on top of those before it; empty when all do. */
    public Optional<Failing> firstThatFails(Set<String> picked) {
        Set<String> on = new HashSet<>(picked);
        for (String next : pickUpOrder(picked)) {
            Capacity capacity = Capacity.of(setup, on, next);
            if (!capacity.ok()) {
                return Optional.of(new Failing(next, capacity));
            }
            on.add(next);
        }
        return Optional.empty();
    }

    // ---- keeping states true

    /** The state as a person would find it: what contradicts itself is put right. */
    public SwapState putRight(SwapState given) {
        SwapState.Change state = given.change();
        state.outputOn |= !source().outputSwitch();
        state.ecoOn &= source().idleControl();
        if (source().bondChange() != BondChange.SWITCH) {
            state.bond = source().bond();
        }
        if (state.branches == SwapState.Branches.ON || state.branches == SwapState.Branches.OFF) {
            state.picked = Set.of();
        }
        if (state.branches == SwapState.Branches.REDUCED && fed(state.state())) {
            state.picked = Set.of();
            state.pick(staysOn);
        }
        settle(state);
        return state.state();
    }

    /** What follows from positions alone: load heats the engine; a measurement is void once its supply is gone. */
    private void settle(SwapState.Change state) {
        SwapState now = state.state();
        boolean fed = fed(now);
        if (loaded(now)) {
            state.engine = loadedEngine();
            state.idleMinutes = 0;
        }
        if (state.engine != Engine.HOT) {
            state.idleMinutes = 0;
        }
        if (!now.engine().running()) {
            state.lastReading = null;
        }
        state.touchCold &= now.engine() == Engine.RESTING;
        state.generatorMeasured &= now.engine().running();
        state.panelMeasured &= fed;
        state.loadedMeasured &= fed;
        state.utilitySteady &= state.utilityLive;
        state.utilityMeasured &= state.utilityLive;
    }

    /** The state after an action that the hardware allows, whether or not a rule is broken by it. */
    public SwapState after(SwapState before, Action action, @Nullable String circuit) {
        SwapState.Change change = before.change();
        action.apply(this, change, circuit);
        SwapState moved = change.state();
        if (fed(moved) && !fed(before)) {
            change.panelMeasured = false;
            change.loadedMeasured = false;
            change.untick(Check.WALK_ROUND);
            if (moved.branches() == SwapState.Branches.REDUCED) {
                change.pick(staysOn);
            }
        }
        boolean idledThrough =
                before.engine() == Engine.HOT && moved.engine() == Engine.HOT && !loaded(before) && !loaded(moved);
        if (idledThrough) {
            change.idleMinutes = Math.min(5, before.idleMinutes() + 1);
        }
        settle(change);
        return change.state();
    }

    /** What can be done from here, one entry an action; for pick-up only the next circuit in order. */
    List<Move> moves(SwapState state) {
        List<Move> moves = new ArrayList<>();
        for (Action action : Action.values()) {
            if (action != Action.PICK_UP) {
                if (action.possible(this, state, null)) {
                    moves.add(new Move(action, null));
                }
            } else if (fed(state)) {
                List<String> order = pickUpOrder(state.picked());
                if (!order.isEmpty() && action.possible(this, state, order.get(0))) {
                    moves.add(new Move(action, order.get(0)));
                }
            }
        }
        return moves;
    }

    /** An action, with its circuit when it is a pick-up. */
    public record Move(Action action, @Nullable String circuit) {}
}
