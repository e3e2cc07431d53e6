package juiceswap.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Problems;
import juiceswap.core.Worded;
import juiceswap.core.capacity.CordPlan;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.StateFields;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Panel;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.About;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.ExtensionCord;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.core.household.LivingWishes;
import juiceswap.core.household.Mounting;
import juiceswap.core.household.OutageWishes;
import juiceswap.core.household.Room;
import juiceswap.core.household.Supply;
import juiceswap.core.household.Wiring;
import juiceswap.core.household.WithoutPower;
import juiceswap.core.measure.AsTyped;
import juiceswap.core.measure.ClockFace;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.Quantity;
import juiceswap.core.measure.UnitSystem;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.CordEnds;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.Placement;
import juiceswap.core.supply.PowerStation;
import juiceswap.core.supply.Source;
import juiceswap.core.supply.StartControl;
import juiceswap.core.supply.Storage;
import org.jspecify.annotations.Nullable;

/**
 * A household as a file. What is as usual is not written, so that a file says what the household has said; what is read comes
 * back equal, however often it is written.
 */
public final class HouseholdJson {
    private static final String FORMAT = "juice-swap-household";
    private static final int MOST_SPACES = 84;

    private final Tree json;
    private final Problems problems = new Problems();

    private HouseholdJson(Tree json) {
        this.json = json;
    }

    /** Reads a file that satisfies its schema; throws {@link InvalidInput} with every problem and its place. */
    public static Household read(Tree json) {
        return new HouseholdJson(json).household();
    }

    // ---- reading

    private Household household() {
        Tree setup = json.path("setup");
        About about = problems.keep("", this::about);
        List<HomePanel> panels = panels();
        Mounting mounting = problems.keep("/panel", () -> mounting(json.path("panel")));
        List<EnteredCircuit> circuits = new ArrayList<>();
        for (int i = 0; i < setup.path("circuits").size(); i++) {
            EnteredCircuit circuit =
                    SetupReader.circuit(setup.path("circuits").get(i), "/setup/circuits/" + i, problems);
            if (circuit != null) {
                circuits.add(circuit);
            }
        }
        TransferDevice device = problems.keep("/setup/transfer", () -> SetupReader.transfer(setup.path("transfer")));
        Supply supply = supply(setup);
        LivingWishes living = living();
        problems.require();
        OutageWishes outage = new OutageWishes(Options.NONE, null);
        Household bare = new Household(
                Objects.requireNonNull(about),
                new Wiring(panels, Objects.requireNonNull(mounting), circuits, rooms()),
                Objects.requireNonNull(device),
                Objects.requireNonNull(supply),
                outage,
                Objects.requireNonNull(living));
        // wishes name circuits, which are known now
        OutageWishes wishes = problems.keep("/outage", () -> wishes(bare.setup()));
        problems.require();
        return bare.withWishes(Objects.requireNonNull(wishes));
    }

    private About about() {
        List<About.Person> people = new ArrayList<>();
        for (Tree person : json.path("people")) {
            people.add(new About.Person(person.path("name").asString(), person.text("notes", "")));
        }
        List<AsTyped.Text> typed = new ArrayList<>();
        for (Tree one : json.path("asTyped")) {
            Dimension dimension =
                    Worded.of(Dimension.class, one.path("dimension").asString());
            typed.add(new AsTyped.Text(
                    one.path("field").asString(),
                    new Quantity(dimension, one.path("si").asDouble()),
                    one.path("text").asString()));
        }
        Measures measures = measures(json.text("units"), json.text("clock"));
        return new About(json.path("name").asString(), json.text("notes", ""), people, measures, new AsTyped(typed));
    }

    /** The measures of a household by their words in its file; metric and a clock of 24 hours where nothing is said. */
    public static Measures measures(@Nullable String units, @Nullable String clock) {
        return new Measures(
                units == null ? Measures.METRIC.units() : Worded.of(UnitSystem.class, units),
                clock == null ? Measures.METRIC.clock() : Worded.of(ClockFace.class, clock));
    }

    private List<HomePanel> panels() {
        List<HomePanel> panels = new ArrayList<>();
        Tree first = json.path("panel");
        List<Integer> inputSpaces = new ArrayList<>();
        first.path("inputSpaces").forEach(space -> inputSpaces.add(space.asInt()));
        int spaces = (int) first.number("spaces", leastSpaces(inputSpaces));
        HomePanel main = problems.keep(
                "/panel", () -> new HomePanel("", first.text("name", ""), panel(first, spaces), inputSpaces, null));
        if (main != null) {
            panels.add(main);
        }
        for (int i = 0; i < json.path("subpanels").size(); i++) {
            Tree sub = json.path("subpanels").get(i);
            HomePanel read = problems.keep(
                    "/subpanels/" + i,
                    () -> new HomePanel(
                            sub.path("id").asString(),
                            sub.path("name").asString(),
                            panel(sub, sub.path("spaces").asInt()),
                            List.of(),
                            sub.text("feeder")));
            if (read != null) {
                panels.add(read);
            }
        }
        return panels;
    }

    private static Panel panel(Tree panel, int spaces) {
        return new Panel(
                spaces,
                Worded.of(Leg.class, panel.text("topLeg", Leg.L1.word())),
                Panel.Numbering.of(panel.text("numbering", Panel.Numbering.ACROSS.word())));
    }

    /** As many spaces as are used, where the file does not say. */
    private int leastSpaces(List<Integer> inputSpaces) {
        int most = inputSpaces.stream().mapToInt(Integer::intValue).max().orElse(0);
        for (Tree circuit : json.path("setup").path("circuits")) {
            if (circuit.text("panel", "").isEmpty()) {
                for (Tree space : circuit.path("spaces")) {
                    most = Math.max(most, space.asInt());
                }
            }
        }
        return Math.min(MOST_SPACES, Math.max(2, most + most % 2));
    }

    private static Mounting mounting(Tree panel) {
        return new Mounting(
                panel.number("mainAmps"),
                panel.text("mainAt", "top").equals("bottom"),
                Worded.of(Mounting.Way.class, panel.text("plateMoves", Mounting.Way.UP.word())));
    }

    private List<Room> rooms() {
        List<Room> rooms = new ArrayList<>();
        for (Tree room : json.path("rooms")) {
            rooms.add(new Room(room.path("name").asString(), room.texts("circuits")));
        }
        return rooms;
    }

    private OutageWishes wishes(Setup setup) {
        Double hold = json.path("outage").number("holdMinutes");
        return new OutageWishes(
                SwapJson.options(json.path("outage"), setup), hold == null ? null : (Integer) hold.intValue());
    }

    private @Nullable Supply supply(Tree setup) {
        Tree supply = json.path("supply");
        Source source = source(setup, supply);
        List<Link> path = SetupReader.path(setup.path("path"), "/setup/path", problems);
        Placement placement = problems.keep(
                "/supply",
                () -> new Placement(
                        supply.number("distanceM"),
                        supply.number("openingM"),
                        Worded.find(Placement.WayIn.class, supply.text("wayIn", ""))
                                .orElse(null)));
        Tree ends = supply.path("cordEnds");
        CordEnds cordEnds = !ends.isObject()
                ? null
                : new CordEnds(
                        ends.path("generator").asString().equals("male"),
                        ends.path("house").asString().equals("male"));
        List<ExtensionCord> cords = cords();
        List<StartControl> start = start(supply.path("start"));
        Storage storage = !supply.path("storage").isObject()
                ? null
                : problems.keep("/supply/storage", () -> storage(supply.path("storage")));
        if (source == null || placement == null) {
            return null;
        }
        return problems.keep(
                "/supply",
                () -> new Supply(
                        source, supply.flag("considering", false), path, placement, cordEnds, cords, start, storage));
    }

    private List<StartControl> start(Tree json) {
        List<StartControl> start = new ArrayList<>();
        int i = 0;
        for (Tree control : json) {
            StartControl one = problems.keep(
                    "/supply/start/" + i++,
                    () -> new StartControl(
                            Worded.of(
                                    StartControl.Kind.class,
                                    control.path("control").asString()),
                            control.text("note"),
                            control.text("photo")));
            if (one != null) {
                start.add(one);
            }
        }
        return start;
    }

    /** A power station, one generator, or two: alike, with their figures together, or each with its own. */
    private @Nullable Source source(Tree setup, Tree supply) {
        if (supply.path("powerStation").isObject()) {
            return problems.keep("/supply/powerStation", () -> powerStation(supply.path("powerStation")));
        }
        Generator generator = problems.keep("/setup/generator", () -> {
            InvalidInput.unless(setup.path("generator").isObject(), "", "invalid.missing");
            return SetupReader.generator(setup.path("generator"), true);
        });
        if (supply.path("second").isObject()) {
            Generator second =
                    problems.keep("/supply/second", () -> SetupReader.generator(supply.path("second"), true));
            return generator == null || second == null
                    ? null
                    : problems.keep("/supply", () -> new ParallelGenerators(generator, second));
        }
        boolean two = supply.number("sets", 1) == 2;
        return generator != null && two ? ParallelGenerators.halves(generator) : generator;
    }

    private static PowerStation powerStation(Tree json) {
        return new PowerStation(
                new PowerStation.Output(
                        json.path("output").asString().equals("120/240"),
                        json.path("runningWatts").asDouble(),
                        json.path("startingWatts").asDouble(),
                        json.flag("outputSwitch", true),
                        json.flag("gfciOutlets", false)),
                json.path("wattHours").asDouble(),
                json.path("chargingWatts").asDouble(),
                json.number("marginPercent", 80),
                json.number("ambientC", 20),
                Worded.of(juiceswap.core.supply.Bond.class, json.text("bond", "unknown")));
    }

    private static Storage storage(Tree json) {
        Tree charging = json.path("charging");
        return new Storage(
                json.path("wattHours").asDouble(),
                json.path("runningWatts").asDouble(),
                json.path("startingWatts").asDouble(),
                new Storage.Charging(
                        charging.path("circuit").asString(),
                        charging.path("watts").asDouble(),
                        charging.number("efficiencyPercent", Battery.USUAL_EFFICIENCY_PERCENT)),
                json.number("lowPercent", Battery.USUAL_LOW_PERCENT),
                json.texts("carries"));
    }

    private List<ExtensionCord> cords() {
        List<ExtensionCord> cords = new ArrayList<>();
        for (Tree cord : json.path("cords")) {
            List<ExtensionCord.Appliance> appliances = new ArrayList<>();
            for (Tree appliance : cord.path("loads")) {
                appliances.add(new ExtensionCord.Appliance(
                        appliance.path("circuit").asString(),
                        appliance.path("load").asString()));
            }
            cords.add(new ExtensionCord(
                    cord.path("name").asString(),
                    new CordPlan.Cord(
                            Conductor.of(cord.path("awg").asString()).orElseThrow(),
                            cord.path("lengthM").asDouble(),
                            cord.number("plugAmps"),
                            cord.flag("gfci", false)),
                    appliances));
        }
        return cords;
    }

    private @Nullable LivingWishes living() {
        Tree rotation = json.path("rotation");
        List<StandingNeed> needs = new ArrayList<>();
        for (int i = 0; i < rotation.path("needs").size(); i++) {
            Tree need = rotation.path("needs").get(i);
            StandingNeed read = problems.keep("/rotation/needs/" + i, () -> StandingNeedJson.read(need));
            if (read != null) {
                needs.add(read);
            }
        }
        Tree sleep = rotation.path("sleep");
        Sleep sleeps = !sleep.isObject()
                ? null
                : problems.keep(
                        "/rotation/sleep",
                        () -> new Sleep(StandingNeedJson.clock(sleep, "from"), StandingNeedJson.clock(sleep, "to")));
        List<WithoutPower> without = new ArrayList<>();
        for (Tree way : json.path("withoutPower")) {
            without.add(new WithoutPower(
                    Worded.of(WithoutPower.Way.class, way.path("how").asString()),
                    way.texts("circuits"),
                    way.text("note", "")));
        }
        return problems.keep(
                "/rotation", () -> new LivingWishes(needs, sleeps, rotation.number("storedLitres", 0), without));
    }

    // ---- writing

    /** The file of a household. */
    public static Tree write(Household household) {
        JsonObject file = new JsonObject();
        file.put("format", FORMAT);
        file.put("version", 1);
        file.put("name", household.name());
        file.unless("units", household.measures().units(), Measures.METRIC.units());
        file.unless("clock", household.measures().clock(), Measures.METRIC.clock());
        file.list("asTyped", household.about().typed().texts(), HouseholdJson::asTyped);
        file.list("people", household.about().people(), HouseholdJson::person);
        file.unlessEmpty("notes", household.notes());
        file.objectUnlessEmpty("panel", panel(household));
        file.list("subpanels", household.panels().subList(1, household.panels().size()), HouseholdJson::subpanel);
        file.list("rooms", household.wiring().rooms(), HouseholdJson::room);
        file.objectUnlessEmpty("outage", outage(household.wishes()));
        file.put("setup", setup(household, HouseholdJson::circuit).node());
        file.objectUnlessEmpty("supply", supply(household.supply()));
        file.list("withoutPower", household.withoutPower(), HouseholdJson::withoutPower);
        file.list("cords", household.cords(), HouseholdJson::cord);
        file.objectUnlessEmpty("rotation", rotation(household.living()));
        return Tree.of(file.node());
    }

    private static JsonObject asTyped(AsTyped.Text one) {
        return new JsonObject()
                .put("field", one.field())
                .put("dimension", one.quantity().dimension().word())
                .put("si", one.quantity().si())
                .put("text", one.text());
    }

    /** The setup alone, as the engine's endpoints take it: loads that are left off in an outage are not in it. */
    public static Tree writeSetup(Household household) {
        return Tree.of(setup(household, HouseholdJson::plainCircuit).node());
    }

    private static JsonObject person(About.Person person) {
        return new JsonObject().put("name", person.name()).unlessEmpty("notes", person.notes());
    }

    private static JsonObject panel(Household household) {
        HomePanel panel = household.panel();
        Mounting mounting = household.wiring().mounting();
        return hung(new JsonObject().unlessEmpty("name", panel.name()), panel)
                .number("mainAmps", mounting.mainAmps())
                .put("mainAt", mounting.mainAtBottom() ? "bottom" : "top")
                .put("plateMoves", mounting.plateMoves().word())
                .texts("inputSpaces", panel.inputSpaces());
    }

    private static JsonObject subpanel(HomePanel panel) {
        return hung(new JsonObject().put("id", panel.id()).put("name", panel.name()), panel)
                .unlessNull("feeder", panel.feeder());
    }

    private static JsonObject hung(JsonObject json, HomePanel panel) {
        return json.put("spaces", panel.panel().spaces())
                .unless("topLeg", panel.panel().topLeg(), Leg.L1)
                .unless("numbering", panel.panel().numbering(), Panel.Numbering.ACROSS);
    }

    private static JsonObject room(Room room) {
        return new JsonObject().put("name", room.name()).put("circuits", room.circuits());
    }

    private static JsonObject outage(OutageWishes outage) {
        Options options = outage.options();
        JsonObject json = new JsonObject();
        StateFields.of(options).forEach((field, value) -> {
            if (!Objects.equals(value, StateFields.of(Options.NONE).get(field))) {
                json.put(field, value);
            }
        });
        json.unlessNull("at", options.at() == null ? null : options.at().word());
        return json.unlessNull("holdMinutes", outage.holdMinutes());
    }

    private static JsonObject setup(
            Household household, java.util.function.BiFunction<EnteredCircuit, Circuit, JsonObject> writer) {
        TransferDevice device = household.setup().transfer();
        JsonObject json = new JsonObject();
        json.put("transfer", transfer(device).node());
        Source source = household.supply().source();
        Generator generator = source instanceof ParallelGenerators two && !two.alike() ? two.first() : source.engine();
        if (generator != null) {
            json.put("generator", generator(generator).node());
        }
        json.list("path", household.supply().path(), HouseholdJson::link);
        json.put(
                "circuits",
                household.circuits().stream()
                        .map(one -> writer.apply(one.entered(), one.circuit()).node())
                        .toList());
        return json;
    }

    private static JsonObject transfer(TransferDevice device) {
        return new JsonObject()
                .put(
                        "kind",
                        device.refused() == null
                                ? device.kind().word()
                                : device.refused().word())
                .put("neutral", device.switchedNeutral() ? "switched" : "solid")
                .unlessNull("maxBreakersOn", device.maxBreakersOn())
                .flag("bridged", device.feed().bridged())
                .unless("fedLeg", device.fedLeg(), Leg.L1)
                .flag("panelMeter", device.panelMeter())
                .texts("testCircuits", device.testCircuits())
                .texts("rideThrough", device.rideThrough().circuits())
                .unlessNull("rideThroughWattHours", device.rideThrough().wattHours());
    }

    private static JsonObject generator(Generator generator) {
        JsonObject json = new JsonObject()
                .put("output", generator.splitPhase() ? "120/240" : "120")
                .put("fuel", generator.fuel().word())
                .put("outputSwitch", generator.outputSwitch())
                .put(
                        "ratings",
                        generator.ratings().stream()
                                .map(rating -> new JsonObject()
                                        .put("fuel", rating.fuel().word())
                                        .number("runningWatts", rating.runningWatts())
                                        .number("startingWatts", rating.startingWatts())
                                        .node())
                                .toList())
                .numberUnless("altitudeM", generator.altitudeM(), 0)
                .numberUnless("ambientC", generator.ambientC(), 20)
                .numberUnless("marginPercent", generator.marginPercent(), 80)
                .put("bond", generator.bond().word())
                .put("bondChange", generator.bondChange().word())
                .flag("gfciOutlets", generator.gfciOutlets())
                .put("engine", generator.inverter() ? "inverter" : "conventional")
                .put("eco", generator.idleControl())
                .number("tankLitres", generator.tankLitres());
        if (!generator.litresPerHour().isEmpty()) {
            JsonObject litres = new JsonObject();
            generator.litresPerHour().forEach((percent, perHour) -> litres.number(plain(percent), perHour));
            json.put("litresPerHour", litres.node());
        }
        return json;
    }

    private static String plain(double number) {
        return number == Math.rint(number) ? String.valueOf((long) number) : String.valueOf(number);
    }

    private static JsonObject link(Link link) {
        return new JsonObject()
                .put("kind", link.kind().word())
                .number("amps", link.amps())
                .unlessNull("awg", link.awg())
                .number("lengthM", link.lengthM())
                .number("plugAmps", link.plugAmps());
    }

    private static JsonObject circuit(EnteredCircuit entered, Circuit inTheHouse) {
        JsonObject json = circuitFields(entered, entered.loads(), HouseholdJson::load)
                .unlessEmpty("panel", entered.seat().panel())
                .unlessNull(
                        "legAsFound",
                        entered.seat().legAsFound() == null
                                ? null
                                : entered.seat().legAsFound().word())
                .unlessEmpty("note", entered.said().note());
        entered.said().choices().forEach((occasion, choice) -> json.put(occasion.word(), choice.word()));
        return json;
    }

    private static JsonObject plainCircuit(EnteredCircuit entered, Circuit inTheHouse) {
        List<HomeLoad> used =
                entered.loads().stream().filter(load -> !load.leftOff()).toList();
        return circuitFields(entered, used, load -> loadFields(load.load()));
    }

    private static JsonObject circuitFields(
            EnteredCircuit entered, List<HomeLoad> loads, java.util.function.Function<HomeLoad, JsonObject> writer) {
        return new JsonObject()
                .put("id", entered.id())
                .put("label", entered.label())
                .put("spaces", entered.seat().spaces())
                .number("breakerAmps", entered.breakerAmps())
                .put(
                        "loads",
                        loads.stream().map(load -> writer.apply(load).node()).toList())
                .texts("needs", entered.ties().needs())
                .texts("notWith", entered.ties().notWith())
                .unlessNull("sharedNeutralWith", entered.ties().sharedNeutralWith())
                .flag("lockedOff", entered.lockedOff())
                .flag("attended", entered.said().attended());
    }

    private static JsonObject load(HomeLoad load) {
        JsonObject json = loadFields(load.load())
                .unlessNull("known", load.said() == null ? null : load.said().word())
                .number("lowWatts", load.lowWatts())
                .number("highWatts", load.highWatts())
                .flag("leftOff", load.leftOff());
        if (load.clamp() != null) {
            json.put(
                    "clamp",
                    new JsonObject()
                            .number("beforeAmps", load.clamp().beforeAmps())
                            .number("afterAmps", load.clamp().afterAmps())
                            .number("inrushAmps", load.clamp().inrushAmps())
                            .node());
        }
        return json;
    }

    private static JsonObject loadFields(Load load) {
        return new JsonObject()
                .put("name", load.name())
                .put("volts", load.volts())
                .unlessNull("leg", load.leg() == null ? null : load.leg().word())
                .number("runningWatts", load.nameplate().runningWatts())
                .number("startingWatts", load.nameplate().startingWatts())
                .number("amps", load.nameplate().amps())
                .number("horsepower", load.nameplate().horsepower())
                .unlessNull("codeLetter", load.nameplate().codeLetter())
                .number("lockedRotorAmps", load.nameplate().lockedRotorAmps())
                .flag("motor", load.nameplate().motor())
                .numberUnless("dutyPercent", load.dutyPercent(), 100)
                .numberUnless("count", load.count(), 1);
    }

    private static JsonObject supply(Supply supply) {
        JsonObject json = new JsonObject()
                .flag("considering", supply.considering())
                .number("distanceM", supply.placement().distanceM())
                .number("openingM", supply.placement().openingM())
                .unlessNull(
                        "wayIn",
                        supply.placement().wayIn() == null
                                ? null
                                : supply.placement().wayIn().word());
        if (supply.source() instanceof ParallelGenerators two) {
            if (two.alike()) {
                json.put("sets", 2);
            } else {
                json.put("second", generator(two.second()).node());
            }
        } else if (supply.source() instanceof PowerStation station) {
            json.put("powerStation", powerStation(station).node());
        }
        if (supply.cordEnds() != null) {
            json.put(
                    "cordEnds",
                    new JsonObject()
                            .put("generator", supply.cordEnds().generatorMale() ? "male" : "female")
                            .put("house", supply.cordEnds().houseMale() ? "male" : "female")
                            .node());
        }
        if (supply.storage() != null) {
            json.put("storage", storage(supply.storage()).node());
        }
        if (!supply.start().isEmpty()) {
            json.put("start", supply.start().stream().map(HouseholdJson::start).toList());
        }
        return json;
    }

    private static Object start(StartControl control) {
        return new JsonObject()
                .put("control", control.kind().word())
                .unlessNull("note", control.note())
                .unlessNull("photo", control.photo())
                .node();
    }

    private static JsonObject powerStation(PowerStation station) {
        return new JsonObject()
                .put("output", station.splitPhase() ? "120/240" : "120")
                .number("runningWatts", station.output().runningWatts())
                .number("startingWatts", station.output().startingWatts())
                .number("wattHours", station.wattHours())
                .number("chargingWatts", station.chargingWatts())
                .put("outputSwitch", station.outputSwitch())
                .flag("gfciOutlets", station.gfciOutlets())
                .numberUnless("marginPercent", station.marginPercent(), 80)
                .numberUnless("ambientC", station.ambientC(), 20)
                .put("bond", station.bond().word());
    }

    private static JsonObject storage(Storage storage) {
        return new JsonObject()
                .number("wattHours", storage.wattHours())
                .number("runningWatts", storage.runningWatts())
                .number("startingWatts", storage.startingWatts())
                .put(
                        "charging",
                        new JsonObject()
                                .put("circuit", storage.charging().circuit())
                                .number("watts", storage.charging().watts())
                                .numberUnless(
                                        "efficiencyPercent",
                                        storage.charging().efficiencyPercent(),
                                        Battery.USUAL_EFFICIENCY_PERCENT)
                                .node())
                .numberUnless("lowPercent", storage.lowPercent(), Battery.USUAL_LOW_PERCENT)
                .put("carries", storage.carries());
    }

    private static JsonObject withoutPower(WithoutPower way) {
        return new JsonObject()
                .put("how", way.how().word())
                .put("circuits", way.circuits())
                .unlessEmpty("note", way.note());
    }

    private static JsonObject cord(ExtensionCord cord) {
        return new JsonObject()
                .put("name", cord.name())
                .put("awg", cord.cord().wire().gauge())
                .number("lengthM", cord.cord().lengthM())
                .number("plugAmps", cord.cord().plugAmps())
                .flag("gfci", cord.cord().gfci())
                .list(
                        "loads",
                        cord.appliances(),
                        one -> new JsonObject().put("circuit", one.circuit()).put("load", one.load()));
    }

    private static JsonObject rotation(LivingWishes living) {
        JsonObject json = new JsonObject();
        Sleep sleep = living.sleep();
        if (sleep != null) {
            json.put(
                    "sleep",
                    new JsonObject()
                            .put("from", sleep.from().toString())
                            .put("to", sleep.to().toString())
                            .node());
        }
        json.numberUnless("storedLitres", living.storedLitres(), 0);
        json.list("needs", living.needs(), StandingNeedJson::write);
        return json;
    }
}
