package juiceswap.core.household;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.ToIntFunction;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Problems;
import juiceswap.core.capacity.CordPlan;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.capacity.Remedies;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.CircuitBuilder;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Need;
import juiceswap.core.house.PanelMap;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.Quantity;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * A household as a whole: immutable, and always sound. What it names exists, every breaker is where one can be, nothing hangs
 * together in a circle. A change gives another household; one that would not be sound throws {@link InvalidInput} with every
 * problem at its field, as a JSON pointer into the household file.
 */
public final class Household {
    private final About about;
    private final Wiring wiring;
    private final TransferDevice device;
    private final Supply supply;
    private final OutageWishes outage;
    private final LivingWishes living;

    // what follows from them
    private final Setup setup;
    private final List<HomeCircuit> circuits;
    private final Map<String, HomeCircuit> byId = new HashMap<>();

    /** Throws {@link InvalidInput} when it would not be sound. */
    public Household(
            About about,
            Wiring wiring,
            TransferDevice device,
            Supply supply,
            OutageWishes outage,
            LivingWishes living) {
        this.about = about;
        this.wiring = wiring;
        this.device = device;
        this.supply = supply;
        this.outage = outage;
        this.living = living;
        this.setup = setup(wiring, device, supply);
        Set<String> metOtherwise = new HashSet<>();
        living.withoutPower().forEach(way -> metOtherwise.addAll(way.circuits()));
        List<HomeCircuit> all = new ArrayList<>();
        for (EnteredCircuit entered : wiring.circuits()) {
            Circuit circuit = setup.circuit(entered.id());
            HomeCircuit home = new HomeCircuit(entered, circuit, choices(entered, circuit, metOtherwise));
            all.add(home);
            byId.put(home.id(), home);
        }
        this.circuits = List.copyOf(all);
        requireSound();
    }

    // ---- what it is

    /** Whose house it is. */
    public About about() {
        return about;
    }

    /** What people call it. */
    public String name() {
        return about.name();
    }

    /** Empty when there are none. */
    public String notes() {
        return about.notes();
    }

    /** In which its people see and type amounts and times. */
    public Measures measures() {
        return about.measures();
    }

    /** As it stands in the field of that name: as somebody has typed it, or in the household's own unit. */
    public String field(String name, Quantity quantity) {
        return about.typed().text(name, quantity).orElseGet(() -> measures().field(quantity));
    }

    /** How the fuel of this house is bought and told. */
    public Dimension fuelDimension() {
        Generator engine = supply.source().engine();
        return engine == null ? Dimension.VOLUME : engine.fuel().dimension();
    }

    /** So many liters of the fuel that this house burns. */
    public Quantity fuel(double litres) {
        return new Quantity(fuelDimension(), litres);
    }

    /** What hangs on the walls, as it was entered. */
    public Wiring wiring() {
        return wiring;
    }

    /** What gives power, and how it comes to the house. */
    public Supply supply() {
        return supply;
    }

    /** How a changeover is wanted, with what an outage waits for. */
    public OutageWishes wishes() {
        return outage;
    }

    /** How a changeover is wanted. */
    public Options outage() {
        return outage.options();
    }

    /** How long the utility must have held before the way back is offered. */
    public Duration hold() {
        return outage.hold();
    }

    /** How life on the source is wanted. */
    public LivingWishes living() {
        return living;
    }

    /** What the engine computes with. */
    public Setup setup() {
        return setup;
    }

    /** In the order of the directory. */
    public List<HomeCircuit> circuits() {
        return circuits;
    }

    /** The circuit of that id, or null. */
    public @Nullable HomeCircuit find(String id) {
        return byId.get(id);
    }

    /** The panel that the transfer device feeds, then sub-panels. */
    public List<HomePanel> panels() {
        return wiring.panels();
    }

    /** The panel that the transfer device feeds. */
    public HomePanel panel() {
        return wiring.panels().get(0);
    }

    /** The panel of that id; {@link InvalidInput} when there is none. */
    public HomePanel panel(String id) {
        return wiring.panels().stream()
                .filter(panel -> panel.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new InvalidInput("/panel", "invalid.no-panel", "panel", id));
    }

    /** Of the main breaker, or null. */
    public @Nullable Double mainAmps() {
        return wiring.mounting().mainAmps();
    }

    /** The main hangs below the branches. */
    public boolean mainAtBottom() {
        return wiring.mounting().mainAtBottom();
    }

    /** Which way the interlock plate moves towards the generator. */
    public Mounting.Way plateMoves() {
        return wiring.mounting().plateMoves();
    }

    /** Circuits by room, in walking order. */
    public Map<String, List<String>> rooms() {
        Map<String, List<String>> rooms = new LinkedHashMap<>();
        wiring.rooms().forEach(room -> rooms.put(room.name(), room.circuits()));
        return rooms;
    }

    /** The room of each circuit that is in one. */
    public Map<String, String> roomOf() {
        Map<String, String> roomOf = new HashMap<>();
        wiring.rooms().forEach(room -> room.circuits().forEach(id -> roomOf.put(id, room.name())));
        return roomOf;
    }

    /** Circuits in no room, walked through last. */
    public List<String> elsewhere() {
        Set<String> placed = roomOf().keySet();
        return circuits.stream()
                .map(HomeCircuit::id)
                .filter(id -> !placed.contains(id))
                .toList();
    }

    /** Extension cords at hand. */
    public List<ExtensionCord> cords() {
        return supply.cords();
    }

    /** What is plugged into that cord, as far as it is still in the house. */
    public List<Load> loadsOn(ExtensionCord cord) {
        List<Load> loads = new ArrayList<>();
        for (ExtensionCord.Appliance appliance : cord.appliances()) {
            HomeCircuit one = find(appliance.circuit());
            if (one != null) {
                one.loads().stream()
                        .map(HomeLoad::load)
                        .filter(load -> load.name().equals(appliance.load()))
                        .forEach(loads::add);
            }
        }
        return loads;
    }

    /** What is plugged into that cord means for it; outlets of the set that are protected protect it too. */
    public CordPlan.Judged judged(ExtensionCord cord) {
        return CordPlan.judge(protectedBySet(cord), loadsOn(cord));
    }

    /** That cord, protected by the outlets of the set where these are. */
    public CordPlan.Cord protectedBySet(ExtensionCord cord) {
        CordPlan.Cord own = cord.cord();
        boolean gfci = own.gfci() || setup.source().gfciOutlets();
        return new CordPlan.Cord(own.wire(), own.lengthM(), own.plugAmps(), gfci);
    }

    /** Cords that must not be used as they are loaded. */
    public List<ExtensionCord> overloadedCords() {
        return cords().stream().filter(cord -> !judged(cord).ok()).toList();
    }

    /**
     * Whether somebody who plugs tools straight into a generator may have no neutral bond: it floats for the house, or nobody
     * knows.
     */
    public boolean lacksBondAlone() {
        return setup().source().generators().stream().anyMatch(one -> one.bond() != Bond.BONDED);
    }

    /** Watts that what is wanted in an outage draws on average, each thing for the share of time that it runs. */
    public double averageWattsWanted() {
        Set<String> wanted = Set.copyOf(new Changeover(setup(), outage()).wanted());
        return DutyWatts.of(setup().circuits(wanted));
    }

    /** Needs that are met without electricity. */
    public List<WithoutPower> withoutPower() {
        return living.withoutPower();
    }

    /** Litres in full cans. */
    public double storedLitres() {
        return living.storedLitres();
    }

    /** When nobody wants to be woken, null: never. */
    public @Nullable Sleep sleep() {
        return living.sleep();
    }

    /** What circuits are needed for on any day; empty where nobody has said. */
    public List<StandingNeed> needs() {
        return living.needs();
    }

    /** Whether somebody has said what the circuits are needed for. */
    public boolean needsAreSaid() {
        return !living.needs().isEmpty();
    }

    /** What is wanted of a rotation on any day; where nobody has said, what the circuits' names and choices tell. */
    public Wanted wanted() {
        return new Wanted(needsAreSaid() ? living.needs() : guessedNeeds(), List.of(), living.sleep());
    }

    /**
     * How much a circuit matters, from 1: what a minute without it weighs where it is needed for something, twice that where it
     * must run, and a little more where the supply is proven with it. The order is what counts; the numbers are our own.
     *
     * @param must ids of what must run
     */
    public ToIntFunction<String> importance(Set<String> must) {
        Map<String, Integer> needed = new HashMap<>();
        wanted().standing()
                .forEach(need -> needed.merge(need.circuit(), need.priority().weight(), Math::max));
        Set<String> proving = Set.copyOf(setup.transfer().usableTestCircuits());
        return id -> (1 + needed.getOrDefault(id, 0)) * (must.contains(id) ? 2 : 1) + (proving.contains(id) ? 2 : 0);
    }

    /** What to leave off of a choice that can't all be started and carried, the best first; empty where it fits. */
    public List<List<String>> toLeaveOff(Collection<String> chosen) {
        return Remedies.leaveOff(setup, chosen, importance(Set.of()));
    }

    /**
     * What is wanted of a rotation on that occasion: what must run then is on, whatever else it keeps. It is not turned off
     * for somebody's comfort unless they ask for that. On a battery alone nothing runs all day that is kept by less.
     */
    public Wanted wanted(Occasion occasion) {
        Wanted any = wanted();
        List<StandingNeed> all = new ArrayList<>(any.standing());
        for (HomeCircuit one : circuits) {
            boolean isOn = all.stream()
                    .anyMatch(need -> need.circuit().equals(one.id())
                            && (need instanceof StandingNeed.AlwaysOn
                                    || need instanceof StandingNeed.Keep
                                            && !supply.source().burns()));
            if (one.choice(occasion) == Choice.MUST && !one.circuit().lockedOff() && !isOn) {
                all.add(new StandingNeed.AlwaysOn(one.id(), Need.Priority.PROPERTY, null));
            }
        }
        return new Wanted(all, any.wishes(), any.sleep());
    }

    /** What the circuits that may be used keep, as far as their names say. */
    public Set<Keeping> guessedKeepings() {
        Set<Keeping> kept = EnumSet.noneOf(Keeping.class);
        for (HomeCircuit one : circuits) {
            if (!one.circuit().lockedOff()) {
                Keeping.guessed(one.circuit().label()).ifPresent(kept::add);
            }
        }
        return kept;
    }

    /** What is kept by the names of the circuits; what else must run is on. */
    public List<StandingNeed> guessedNeeds() {
        List<StandingNeed> guessed = new ArrayList<>();
        for (HomeCircuit one : circuits) {
            if (one.circuit().lockedOff()) {
                continue;
            }
            boolean must = one.choice(Occasion.WINTER) == Choice.MUST;
            Keeping.guessed(one.circuit().label())
                    .map(keeping -> (StandingNeed) keeping.usual(one.id()))
                    .or(() -> must
                            ? Optional.of(new StandingNeed.AlwaysOn(one.id(), Need.Priority.COMFORT, null))
                            : Optional.empty())
                    .ifPresent(guessed::add);
        }
        return List.copyOf(guessed);
    }

    /** The numbers printed beside a circuit's breaker, such as 13–15; 9a and 9b for the halves of a tandem. */
    public String printed(HomeCircuit one) {
        HomePanel in = panel(one.panel());
        List<String> sharing = circuits.stream()
                .filter(other -> other.panel().equals(one.panel())
                        && other.circuit().spaces().equals(one.circuit().spaces()))
                .map(HomeCircuit::id)
                .toList();
        String half = sharing.size() < 2 ? "" : sharing.indexOf(one.id()) == 0 ? "a" : "b";
        return one.circuit().spaces().stream()
                        .map(space -> String.valueOf(in.panel().printed(space)))
                        .collect(Collectors.joining("–"))
                + half;
    }

    /** Circuits wanted so on that occasion; those that can't be fed count as off. */
    public List<String> chosen(Occasion occasion, Choice choice) {
        return circuits.stream()
                .filter(one -> one.choice(occasion) == choice)
                .map(HomeCircuit::id)
                .toList();
    }

    // ---- changes of the whole

    public Household withAbout(About other) {
        return new Household(other, wiring, device, supply, outage, living);
    }

    private Household with(Wiring other) {
        return new Household(about, other, device, supply, outage, living);
    }

    public Household withDevice(TransferDevice other) {
        return new Household(about, wiring, other, supply, outage, living);
    }

    public Household withSupply(Supply other) {
        return new Household(about, wiring, device, other, outage, living);
    }

    public Household withWishes(OutageWishes other) {
        return new Household(about, wiring, device, supply, other, living);
    }

    public Household withLiving(LivingWishes other) {
        return new Household(about, wiring, device, supply, outage, other);
    }

    /** The same where the installation was tested so. */
    public Household withTested(TransferDevice.Tested tested) {
        TransferDevice device = setup().transfer();
        return device.tested().equals(tested) ? this : withDevice(device.withTested(tested));
    }

    /** The same with a source that is bonded, or not, as found. */
    public Household withBond(Bond bond) {
        return withSupply(supply.withSource(supply.source().withBond(bond)));
    }

    /**
     * What is picked up in an outage, and what is not left on, follows from what must run and what stays off in that season.
     *
     * @param ids of what must run
     * @param off ids of what stays off
     */
    public Household withPickUp(Collection<String> ids, Collection<String> off) {
        Options now = outage.options();
        Set<String> keepOn = new TreeSet<>(now.keepOn());
        keepOn.removeAll(off);
        Options picks =
                new Options(now.stopFirst(), now.bigOnesOff(), keepOn, List.copyOf(ids), now.noSensitive(), now.at());
        return withWishes(new OutageWishes(picks, outage.holdMinutes()));
    }

    // ---- changes of the wiring

    /** The same with that panel in the place of the one with its id, or added when there is none. */
    public Household withPanel(HomePanel panel) {
        List<HomePanel> all = new ArrayList<>(wiring.panels());
        int at = indexOfPanel(panel.id());
        if (at < 0) {
            all.add(panel);
        } else {
            all.set(at, panel);
        }
        return with(wiring.withPanels(all));
    }

    private int indexOfPanel(String id) {
        for (int i = 0; i < wiring.panels().size(); i++) {
            if (wiring.panels().get(i).id().equals(id)) {
                return i;
            }
        }
        return -1;
    }

    /** The same without a sub-panel; {@link InvalidInput} while circuits are in it. */
    public Household withoutPanel(String id) {
        InvalidInput.unless(circuits.stream().noneMatch(one -> one.panel().equals(id)), "", "invalid.panel-not-empty");
        return with(wiring.withPanels(wiring.panels().stream()
                .filter(panel -> panel.main() || !panel.id().equals(id))
                .toList()));
    }

    /**
     * The same where the generator reaches only these circuits: they are in the device's own panel or box, and what else was
     * in the first panel is in one that stays on the utility.
     *
     * @param reached ids of circuits of the first panel; at least one
     * @param rest what the panel that stays on the utility is called, not blank
     */
    public Household withOwnPanel(Collection<String> reached, String rest) {
        InvalidInput.unless(
                circuits.stream().anyMatch(one -> one.panel().isEmpty() && reached.contains(one.id())),
                "/ownPanel",
                "invalid.own-panel-empty");
        InvalidInput.unless(!device.kind().reach().everything(), "/ownPanel", "invalid.whole-panel");
        String id = freePanelId();
        HomePanel stays = new HomePanel(id, rest, panel().panel(), List.of(), null);
        List<EnteredCircuit> all = wiring.circuits().stream()
                .map(one -> one.seat().panel().isEmpty() && !reached.contains(one.id())
                        ? one.withSeat(new EnteredCircuit.Seat(
                                id, one.seat().spaces(), one.seat().legAsFound()))
                        : one)
                .toList();
        List<HomePanel> panels = new ArrayList<>(wiring.panels());
        boolean plate = device.kind().parting() == Parting.PLATE;
        panels.set(0, new HomePanel("", "", panel().panel(), plate ? panel().inputSpaces() : List.of(), null));
        panels.add(stays);
        // the main breaker that was written down is that of the house, not of this panel
        Mounting own = new Mounting(null, mainAtBottom(), plateMoves());
        return with(wiring.withPanels(panels).withCircuits(all).withMounting(own));
    }

    private String freePanelId() {
        for (int i = 1; ; i++) {
            String id = "panel-" + i;
            if (indexOfPanel(id) < 0) {
                return id;
            }
        }
    }

    /** The generator reaches this circuit: it is in the device's panel or box, or in a panel that is fed through it. */
    public boolean reaches(HomeCircuit one) {
        return reached(wiring).contains(one.panel());
    }

    /** Ids of the panels that the generator reaches: the first one, and each that is fed from one of these. */
    private static Set<String> reached(Wiring wiring) {
        Map<String, String> panelOf = new HashMap<>();
        wiring.circuits()
                .forEach(circuit -> panelOf.put(circuit.id(), circuit.seat().panel()));
        Set<String> reached = new HashSet<>(Set.of(""));
        boolean more = true;
        while (more) {
            more = false;
            for (HomePanel panel : wiring.panels()) {
                more |= panel.feeder() != null
                        && reached.contains(panelOf.getOrDefault(panel.feeder(), panel.id()))
                        && reached.add(panel.id());
            }
        }
        return reached;
    }

    /** What to look for in a check at this house: what its equipment asks for, and the gap where the cord comes in. */
    public List<Lookout> lookouts(Action check, Set<Lookout> putAside) {
        List<Lookout> points = new ArrayList<>(Lookout.of(setup, check, putAside));
        boolean gap =
                check == Lookout.CORD_OPENING.check() && supply.placement().leavesGap();
        if (gap && !points.contains(Lookout.CORD_OPENING) && !putAside.contains(Lookout.CORD_OPENING)) {
            points.add(Lookout.CORD_OPENING);
        }
        return List.copyOf(points);
    }

    /** The same with its panel hung otherwise. */
    public Household withMounting(Mounting other) {
        return with(wiring.withMounting(other));
    }

    /** The circuit as it was entered; {@link InvalidInput} when it is not there any more. */
    public EnteredCircuit entered(String id) {
        HomeCircuit found = find(id);
        if (found == null) {
            throw new InvalidInput("/circuit", "invalid.circuit-gone");
        }
        return found.entered();
    }

    /** The same with one circuit changed; {@link InvalidInput} when it is not there any more. */
    public Household withCircuit(String id, UnaryOperator<EnteredCircuit> change) {
        EnteredCircuit changed = change.apply(entered(id));
        return withCircuits(one -> one.id().equals(id) ? changed : one);
    }

    /** The same with every circuit changed. */
    public Household withCircuits(UnaryOperator<EnteredCircuit> change) {
        return with(wiring.withCircuits(wiring.circuits().stream().map(change).toList()));
    }

    /** The same with a load at the end of what is on that circuit. */
    public Household withLoad(String circuit, HomeLoad load) {
        return withCircuit(circuit, one -> {
            List<HomeLoad> loads = new ArrayList<>(one.loads());
            loads.add(load);
            return one.withLoads(loads);
        });
    }

    /** The same with another circuit at the end of the directory. */
    public Household withNew(EnteredCircuit circuit) {
        List<EnteredCircuit> all = new ArrayList<>(wiring.circuits());
        all.add(circuit);
        return with(wiring.withCircuits(all));
    }

    /** The same without a circuit, and without it in everything that names it. */
    public Household without(String id) {
        entered(id);
        List<EnteredCircuit> left = wiring.circuits().stream()
                .filter(one -> !one.id().equals(id))
                .map(one -> one.withTies(one.ties().without(id)))
                .toList();
        List<Room> rooms = wiring.rooms().stream()
                .map(room -> new Room(room.name(), without(room.circuits(), id)))
                .toList();
        List<HomePanel> panels = wiring.panels().stream()
                .map(panel -> id.equals(panel.feeder()) ? panel.fedBy(null) : panel)
                .toList();
        TransferDevice.Proving proving =
                new TransferDevice.Proving(device.panelMeter(), without(device.testCircuits(), id));
        List<ExtensionCord> cords = supply.cords().stream()
                .map(cord -> cord.with(cord.appliances().stream()
                        .filter(appliance -> !appliance.circuit().equals(id))
                        .toList()))
                .toList();
        Options now = outage.options();
        Set<String> keepOn = new HashSet<>(now.keepOn());
        keepOn.remove(id);
        Options options = new Options(
                now.stopFirst(), now.bigOnesOff(), keepOn, without(now.pickUp(), id), now.noSensitive(), now.at());
        return new Household(
                about,
                new Wiring(panels, wiring.mounting(), left, rooms),
                device.withProving(proving).withRideThrough(device.rideThrough().without(id)),
                supply.withCords(cords)
                        .withStorage(
                                supply.storage() == null
                                        ? null
                                        : supply.storage().without(id)),
                new OutageWishes(options, outage.holdMinutes()),
                new LivingWishes(
                        living.needs().stream()
                                .filter(need -> !need.circuit().equals(id))
                                .toList(),
                        living.sleep(),
                        living.storedLitres(),
                        living.withoutPower().stream()
                                .map(way -> new WithoutPower(way.how(), without(way.circuits(), id), way.note()))
                                .toList()));
    }

    static List<String> without(List<String> ids, String id) {
        return ids.stream().filter(one -> !one.equals(id)).toList();
    }

    /** The same with the breakers of a panel where that map has them; the circuits of other panels stay. */
    public Household placed(String panel, PanelMap map) {
        return withCircuits(one -> {
            List<Integer> spaces = map.places().get(one.id());
            return one.seat().panel().equals(panel) && spaces != null ? one.withSpaces(spaces) : one;
        });
    }

    /**
     * The same with a breaker moved.
     *
     * @param tandem it shares the space with the breaker that is there, as its lower half
     */
    public Household moved(String id, String panel, int space, boolean tandem) {
        EnteredCircuit circuit = entered(id);
        PanelMap map = panel(panel).map(circuits);
        if (!circuit.seat().panel().equals(panel)) {
            PanelMap added = map.add(id, space, circuit.seat().spaces().size());
            Household there = withCircuit(
                    id,
                    one -> one.withSeat(new EnteredCircuit.Seat(
                            panel,
                            Objects.requireNonNull(added.places().get(id)),
                            one.seat().legAsFound())));
            return there.atTheEnd(id);
        }
        return tandem ? atTheEnd(id).placed(panel, map.share(id, space)) : placed(panel, map.move(id, space));
    }

    /** Moves a circuit to the end of the directory: the lower half when it shares a space. */
    private Household atTheEnd(String id) {
        EnteredCircuit circuit = entered(id);
        List<EnteredCircuit> all = new ArrayList<>(wiring.circuits());
        all.remove(circuit);
        all.add(circuit);
        return with(wiring.withCircuits(all));
    }

    /** The same with a circuit in that room alone, made when it is missing; null takes it out of all. */
    public Household inRoom(String id, @Nullable String room) {
        List<Room> rooms = new ArrayList<>();
        boolean found = false;
        for (Room one : wiring.rooms()) {
            List<String> ids = new ArrayList<>(without(one.circuits(), id));
            if (one.name().equalsIgnoreCase(room)) {
                ids.add(id);
                found = true;
            }
            if (!ids.isEmpty()) {
                rooms.add(new Room(one.name(), ids));
            }
        }
        if (room != null && !found) {
            rooms.add(new Room(room, List.of(id)));
        }
        return with(wiring.withRooms(rooms));
    }

    /** The same where two circuits share a neutral, or this one with none when null; both say so. */
    public Household sharingNeutral(String id, @Nullable String with) {
        return withCircuits(one -> {
            EnteredCircuit.Ties ties = one.ties();
            String partner = ties.sharedNeutralWith();
            if (one.id().equals(id)) {
                partner = with;
            } else if (one.id().equals(with)) {
                partner = id;
            } else if (id.equals(partner)) {
                partner = null;
            }
            return one.withTies(new EnteredCircuit.Ties(ties.needs(), ties.notWith(), partner));
        });
    }

    /**
     * An id that no circuit has yet.
     *
     * @param stem small letters, digits and hyphens, made from its label; may be empty
     */
    public String freeId(String stem) {
        String wanted = stem.isEmpty() ? "circuit" : stem;
        String id = wanted;
        for (int i = 2; find(id) != null; i++) {
            id = wanted + "-" + i;
        }
        return id;
    }

    // ---- how the rules see it

    private static Setup setup(Wiring wiring, TransferDevice device, Supply supply) {
        Problems problems = new Problems();
        Map<String, HomePanel> panels = panels(wiring, problems);
        problems.require();
        List<Circuit> circuits = new ArrayList<>();
        Set<String> reached = reached(wiring);
        for (int i = 0; i < wiring.circuits().size(); i++) {
            EnteredCircuit entered = wiring.circuits().get(i);
            HomePanel panel = Objects.requireNonNull(panels.get(entered.seat().panel()));
            Circuit circuit =
                    problems.keep("/setup/circuits/" + i, () -> circuit(entered, panel, reached.contains(panel.id())));
            if (circuit != null) {
                circuits.add(circuit);
            }
        }
        problems.require();
        Setup setup = problems.keep(
                "/setup",
                () -> new Setup(device, supply.source(), supply.path(), circuits).withStorage(supply.storage()));
        problems.require();
        return Objects.requireNonNull(setup);
    }

    private static Map<String, HomePanel> panels(Wiring wiring, Problems problems) {
        Set<String> ids = new HashSet<>();
        wiring.circuits().forEach(circuit -> ids.add(circuit.id()));
        Map<String, HomePanel> panels = new LinkedHashMap<>();
        for (int i = 0; i < wiring.panels().size(); i++) {
            HomePanel panel = wiring.panels().get(i);
            String place = "/subpanels/" + (i - 1);
            if (panel.feeder() != null && !ids.contains(panel.feeder())) {
                problems.add(place + "/feeder", "invalid.no-circuit", "circuit", panel.feeder());
            }
            if (panels.putIfAbsent(panel.id(), panel) != null) {
                problems.add(place + "/id", "invalid.panel-exists");
            }
        }
        for (int i = 0; i < wiring.circuits().size(); i++) {
            String panel = wiring.circuits().get(i).seat().panel();
            if (!panels.containsKey(panel)) {
                problems.add("/setup/circuits/" + i + "/panel", "invalid.no-panel", "panel", panel);
            }
        }
        return panels;
    }

    private static Circuit circuit(EnteredCircuit entered, HomePanel panel, boolean reached) {
        List<Load> loads = entered.loads().stream().map(HomeLoad::load).toList();
        List<Load> used = entered.loads().stream()
                .filter(load -> !load.leftOff())
                .map(HomeLoad::load)
                .toList();
        return CircuitBuilder.builder()
                .id(entered.id())
                .label(entered.label())
                .spaces(entered.seat().spaces())
                .breakerAmps(entered.breakerAmps())
                .loads(loads)
                .needs(entered.ties().needs())
                .notWith(entered.ties().notWith())
                .sharedNeutralWith(entered.ties().sharedNeutralWith())
                .lockedOff(entered.lockedOff() || !reached)
                .legAsFound(leg(entered.seat(), panel))
                .fedThrough(panel.feeder())
                .attended(entered.said().attended())
                .build()
                .withLoads(used);
    }

    /** The leg of a single-pole breaker where it differs from what its space alone would tell, else null. */
    private static @Nullable Leg leg(EnteredCircuit.Seat seat, HomePanel panel) {
        if (seat.spaces().size() != 1 || seat.spaces().get(0) < 1) {
            return null;
        }
        int space = seat.spaces().get(0);
        Leg leg = seat.legAsFound() != null ? seat.legAsFound() : panel.panel().legOf(space);
        return leg == Leg.ofSpace(space) ? null : leg;
    }

    private Map<Occasion, Choice> choices(EnteredCircuit entered, Circuit circuit, Set<String> metOtherwise) {
        Map<Occasion, Choice> choices = new EnumMap<>(Occasion.class);
        boolean off = circuit.lockedOff() || metOtherwise.contains(circuit.id());
        for (Occasion occasion : Occasion.values()) {
            Choice said = entered.said().choices().get(occasion);
            choices.put(occasion, off ? Choice.OFF : said != null ? said : usual(circuit.id()));
        }
        return choices;
    }

    /** Where nobody has chosen yet: what the household picks up and tests with must run, the rest takes turns. */
    private Choice usual(String id) {
        boolean wanted = outage.options().pickUp().contains(id)
                || device.usableTestCircuits().contains(id);
        return wanted ? Choice.MUST : Choice.TURNS;
    }

    // ---- what must hold

    private void requireSound() {
        Problems problems = new Problems();
        Set<String> roomNames = new HashSet<>();
        for (int i = 0; i < wiring.rooms().size(); i++) {
            Room room = wiring.rooms().get(i);
            requireKnown(problems, "/rooms/" + i + "/circuits", room.circuits());
            if (!roomNames.add(room.name())) {
                problems.add("/rooms/" + i + "/name", "invalid.room-exists");
            }
        }
        requireKnown(problems, "/outage/keepOn", List.copyOf(outage.options().keepOn()));
        requireKnown(problems, "/outage/pickUp", outage.options().pickUp());
        for (int i = 0; i < living.withoutPower().size(); i++) {
            requireKnown(
                    problems,
                    "/withoutPower/" + i + "/circuits",
                    living.withoutPower().get(i).circuits());
        }
        requireKnown(
                problems, "/setup/transfer/rideThrough", device.rideThrough().circuits());
        requireCords(problems);
        requireNeeds(problems);
        requirePlaces(problems);
        if (supply.cordEnds() != null) {
            supply.cordEnds()
                    .fault()
                    .ifPresent(fault -> problems.add("/supply/cordEnds", "invalid.cord-ends." + fault.word()));
        }
        problems.require();
    }

    private void requireKnown(Problems problems, String place, List<String> ids) {
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < ids.size(); i++) {
            if (find(ids.get(i)) == null) {
                problems.add(place + "/" + i, "invalid.no-circuit", "circuit", ids.get(i));
            } else if (!seen.add(ids.get(i))) {
                problems.add(place + "/" + i, "invalid.listed-twice");
            }
        }
    }

    private void requireCords(Problems problems) {
        for (int i = 0; i < supply.cords().size(); i++) {
            List<ExtensionCord.Appliance> appliances = supply.cords().get(i).appliances();
            for (int j = 0; j < appliances.size(); j++) {
                String circuit = appliances.get(j).circuit();
                if (find(circuit) == null) {
                    problems.add("/cords/" + i + "/loads/" + j + "/circuit", "invalid.no-circuit", "circuit", circuit);
                }
            }
        }
    }

    private void requireNeeds(Problems problems) {
        Set<String> kept = new HashSet<>();
        for (int i = 0; i < living.needs().size(); i++) {
            StandingNeed need = living.needs().get(i);
            String place = "/rotation/needs/" + i;
            if (find(need.circuit()) == null) {
                problems.add(place + "/circuit", "invalid.no-circuit", "circuit", need.circuit());
            } else if (need instanceof StandingNeed.Keep && !kept.add(need.circuit())) {
                problems.add(place, "invalid.keeps-already");
            }
        }
    }

    /** Every breaker must be where one can be: inside its panel, and alone or as a tandem. */
    private void requirePlaces(Problems problems) {
        for (HomePanel panel : wiring.panels()) {
            try {
                if (panel.main() && !device.kind().parting().switchesPanel()) {
                    requireInside(panel);
                } else {
                    panel.map(circuits);
                }
            } catch (InvalidInput invalid) {
                invalid.problems().forEach(problem -> problems.add(atIndex(problem)));
            }
        }
    }

    /** A box of switches has numbered positions, of which a circuit may have several; only their count holds. */
    private void requireInside(HomePanel panel) {
        int spaces = panel.panel().spaces();
        List<Problem> outside = circuits.stream()
                .filter(one -> one.panel().equals(panel.id()))
                .filter(one -> one.circuit().spaces().stream().anyMatch(space -> space > spaces))
                .map(one -> new Problem("/" + one.id() + "/spaces", "invalid.outside-panel", "spaces", spaces))
                .toList();
        if (!outside.isEmpty()) {
            throw new InvalidInput(outside);
        }
    }

    private Problem atIndex(Problem problem) {
        for (int i = 0; i < circuits.size(); i++) {
            if (problem.field().equals("/" + circuits.get(i).id() + "/spaces")) {
                return new Problem("/setup/circuits/" + i + "/spaces", problem.what());
            }
        }
        return problem;
    }

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Household household
                && about.equals(household.about)
                && wiring.equals(household.wiring)
                && device.equals(household.device)
                && supply.equals(household.supply)
                && outage.equals(household.outage)
                && living.equals(household.living);
    }

    @Override
    public int hashCode() {
        return Objects.hash(about, wiring, device, supply, outage, living);
    }

    @Override
    public String toString() {
        return about.name();
    }
}
