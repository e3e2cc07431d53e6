package juiceswap.core.changeover;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Generator.BondChange;
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
        this.staysOn = new LinkedHashSet<>();
        for (Circuit circuit : setup.circuits(options.keepOn())) {
            if (!circuit.lockedOff()) {
                staysOn.add(circuit.id());
            }
        }
        Set<String> all = new LinkedHashSet<>();
        if (kind != Kind.AUTOMATIC_CIRCUITS) {
            all.addAll(setup.transfer().usableTestCircuits());
            all.addAll(options.pickUp());
            if (options.bigOnesOff() && kind.switchesPanel()) {
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

    /** The set. */
    public Generator generator() {
        return setup.generator();
    }

    /** Whether this household has what the action is done to, however it stands. */
    public boolean has(Action action) {
        boolean circuits = kind != Kind.AUTOMATIC_CIRCUITS;
        return switch (action) {
            case MAIN_ON, MAIN_OFF, PLATE_TO_GENERATOR, PLATE_TO_UTILITY, INPUT_ON, INPUT_OFF -> kind.hasPlate();
            case HANDLE_OFF, HANDLE_GENERATOR, HANDLE_UTILITY -> kind == Kind.TRANSFER_SWITCH;
            case BRANCHES_ON, BRANCHES_OFF, MEASURE_UTILITY -> kind.switchesPanel();
            case BIG_ONES_OFF -> kind.switchesPanel() && options.bigOnesOff();
            case SWITCHES_OFF, SWITCHES_UTILITY -> circuits && !kind.switchesPanel();
            case PICK_UP -> circuits;
            case MEASURE_PANEL -> kind != Kind.CORDS;
            case MEASURE_LOADED -> circuits && kind != Kind.CORDS && kind != Kind.APPLIANCE;
            case CHECK_GFCI -> kind == Kind.CORDS;
            case OUTPUT_ON, OUTPUT_OFF -> generator().outputSwitch();
            case ECO_ON, ECO_OFF -> generator().idleControl();
            case SET_BOND_BONDED, SET_BOND_FLOATING -> generator().bondChange() == BondChange.SWITCH;
            default -> true;
        };
    }

    // ---- what a state means

    /** Running, and nothing open between the set and the house's breakers. */
    public boolean fed(SwapState state) {
        boolean through =
                state.engine().running() && state.outputOn() && state.cordAtGenerator() && state.cordAtHouse();
        if (kind.hasPlate()) {
            return through && state.inputOn();
        }
        if (kind == Kind.TRANSFER_SWITCH) {
            return through && state.handle() == SwapState.Handle.GENERATOR;
        }
        return through;
    }

    /** Fed, and something may draw current. */
    public boolean loaded(SwapState state) {
        if (!fed(state)) {
            return false;
        }
        if (kind == Kind.AUTOMATIC_CIRCUITS) {
            return true;
        }
        return kind.switchesPanel()
                ? state.branches() != SwapState.Branches.OFF
                : state.branches() == SwapState.Branches.STAGED;
    }

    /** Ids of the circuits that have power while the house is fed. */
    public Set<String> powered(SwapState state) {
        boolean all =
                kind == Kind.AUTOMATIC_CIRCUITS || kind.switchesPanel() && state.branches() == SwapState.Branches.ON;
        if (!fed(state)) {
            return Set.of();
        }
        return all ? unlocked() : Set.copyOf(state.picked());
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
        if (kind.hasPlate()) {
            return state.mainOn();
        }
        return kind != Kind.TRANSFER_SWITCH || state.handle() == SwapState.Handle.UTILITY;
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
        return kind == Kind.CORDS
                && generator().bond() == Bond.FLOATING
                && generator().bondChange() == BondChange.NONE;
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
        return kind.hasPlate() && state.mainOn() && state.inputOn();
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

    /** Whether the supply is proven on that circuit. */
    public boolean isTestCircuit(String circuit) {
        return setup.transfer().usableTestCircuits().contains(circuit);
    }

    /** Whether delicate electronics are asked for in this household. */
    boolean asksForSensitive() {
        return kind != Kind.APPLIANCE && kind != Kind.CORDS && !options.noSensitive();
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
        Set<String> on = new HashSet<>(picked);
        for (String next : pickUpOrder(picked)) {
            if (!Capacity.of(setup, on, next).ok()) {
                return false;
            }
            on.add(next);
        }
        return true;
    }

    // ---- keeping states true

    /** The state as a person would find it: what contradicts itself is put right. */
    public SwapState putRight(SwapState given) {
        SwapState.Change state = given.change();
        state.outputOn |= !generator().outputSwitch();
        state.ecoOn &= generator().idleControl();
        if (generator().bondChange() != BondChange.SWITCH) {
            state.bond = generator().bond();
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
            state.engine = Engine.HOT;
            state.idleMinutes = 0;
        }
        if (state.engine != Engine.HOT) {
            state.idleMinutes = 0;
        }
        if (!now.engine().running()) {
            state.lastReading = null;
        }
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
