package juiceswap.web.exchange;

import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Supplier;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Worded;
import juiceswap.core.capacity.CordPlan;
import juiceswap.core.changeover.Options;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Panel;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.ClampReading;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.supply.CordEnds;
import juiceswap.core.supply.Placement;
import tools.jackson.databind.JsonNode;

/** Reads one household's file. Goes on after a problem, so that every one is named. */
final class HouseholdReader {
    private final JsonNode json;
    private final List<Problem> problems = new ArrayList<>();
    private final Map<String, PanelEntry> panels = new LinkedHashMap<>();

    HouseholdReader(JsonNode json) {
        this.json = json;
    }

    HouseholdFile household() {
        readPanels();
        requireSound();
        Setup setup = SetupReader.read(json.path("setup"), "/setup", this::hang);
        Set<String> known = SwapJson.ids(setup);
        Map<String, List<String>> rooms = rooms(known);
        Options outage = keep("/outage", Options.NONE, () -> SwapJson.options(json.path("outage"), setup));
        List<WithoutPower> withoutPower = withoutPower(known);
        Set<String> metOtherwise = new HashSet<>();
        withoutPower.forEach(way -> metOtherwise.addAll(way.circuits()));
        List<CircuitEntry> circuits = new ArrayList<>();
        for (int i = 0; i < setup.circuits().size(); i++) {
            circuits.add(entry(i, setup.circuits().get(i), setup, outage, metOtherwise));
        }
        requirePlaces(setup, circuits);
        List<ExtensionCord> cords = cords(known);
        SupplyNotes supply = supply();
        JsonNode rotation = json.path("rotation");
        List<StandingNeed> needs = needs(rotation, known);
        Sleep sleep = !rotation.path("sleep").isObject()
                ? null
                : keep(
                        "/rotation/sleep",
                        null,
                        () -> new Sleep(
                                StandingNeedJson.clock(rotation.path("sleep"), "from"),
                                StandingNeedJson.clock(rotation.path("sleep"), "to")));
        requireSound();
        JsonNode panel = json.path("panel");
        return new HouseholdFile(
                json,
                json.path("name").asString(),
                Json.text(json, "notes", ""),
                setup,
                List.copyOf(circuits),
                rooms,
                List.copyOf(panels.values()),
                Json.number(panel, "mainAmps"),
                Json.text(panel, "mainAt", "top").equals("bottom"),
                Json.text(panel, "plateMoves", "up"),
                outage,
                supply,
                withoutPower,
                cords,
                needs,
                sleep);
    }

    private List<StandingNeed> needs(JsonNode rotation, Set<String> known) {
        List<StandingNeed> needs = new ArrayList<>();
        Set<String> kept = new HashSet<>();
        for (int i = 0; i < rotation.path("needs").size(); i++) {
            JsonNode node = rotation.path("needs").get(i);
            String place = "/rotation/needs/" + i;
            StandingNeed need = keep(place, null, () -> StandingNeedJson.read(node, known));
            if (need == null) {
                continue;
            }
            if (need instanceof StandingNeed.Keep && !kept.add(need.circuit())) {
                problems.add(new Problem(place, "invalid.keeps-already"));
            }
            needs.add(need);
        }
        return List.copyOf(needs);
    }

    private void requireSound() {
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
    }

    private <T> T keep(String place, T otherwise, Supplier<T> value) {
        try {
            return value.get();
        } catch (InvalidInput invalid) {
            invalid.problems().forEach(problem -> problems.add(problem.under(place)));
            return otherwise;
        }
    }

    private void readPanels() {
        JsonNode first = json.path("panel");
        List<Integer> inputSpaces = new ArrayList<>();
        first.path("inputSpaces").forEach(space -> inputSpaces.add(space.asInt()));
        int spaces = (int) Json.number(first, "spaces", leastSpaces(inputSpaces));
        panels.put(
                "",
                new PanelEntry(
                        "", Json.text(first, "name", "Panel"), panel(first, spaces), List.copyOf(inputSpaces), null));
        Set<String> circuits = new HashSet<>();
        json.path("setup")
                .path("circuits")
                .forEach(circuit -> circuits.add(circuit.path("id").asString()));
        for (int i = 0; i < json.path("subpanels").size(); i++) {
            JsonNode sub = json.path("subpanels").get(i);
            String place = "/subpanels/" + i;
            String id = sub.path("id").asString();
            String feeder = Json.text(sub, "feeder", null);
            if (feeder != null && !circuits.contains(feeder)) {
                problems.add(new Problem(place + "/feeder", "invalid.no-circuit", "circuit", feeder));
            }
            Panel panel = panel(sub, sub.path("spaces").asInt());
            PanelEntry entry = new PanelEntry(id, sub.path("name").asString(), panel, List.of(), feeder);
            if (panels.putIfAbsent(id, entry) != null) {
                problems.add(new Problem(place + "/id", "invalid.panel-exists"));
            }
        }
        for (int i = 0; i < json.path("setup").path("circuits").size(); i++) {
            String panel = panelOf(json.path("setup").path("circuits").get(i));
            if (!panels.containsKey(panel)) {
                problems.add(new Problem("/setup/circuits/" + i + "/panel", "invalid.no-panel", "panel", panel));
            }
        }
    }

    private static Panel panel(JsonNode panel, int spaces) {
        return new Panel(
                spaces,
                Worded.of(Leg.class, Json.text(panel, "topLeg", "L1")),
                Panel.Numbering.of(Json.text(panel, "numbering", "across")));
    }

    /** As many spaces as are used, where the file does not say. */
    private int leastSpaces(List<Integer> inputSpaces) {
        int most = inputSpaces.stream().mapToInt(Integer::intValue).max().orElse(0);
        for (JsonNode circuit : json.path("setup").path("circuits")) {
            if (panelOf(circuit).isEmpty()) {
                for (JsonNode space : circuit.path("spaces")) {
                    most = Math.max(most, space.asInt());
                }
            }
        }
        return Math.min(84, Math.max(2, most + most % 2));
    }

    private static String panelOf(JsonNode circuit) {
        return Json.text(circuit, "panel", "");
    }

    private SetupReader.Hang hang(JsonNode circuit) {
        PanelEntry panel = Objects.requireNonNull(panels.get(panelOf(circuit)));
        String found = Json.text(circuit, "legAsFound", null);
        int space = circuit.path("spaces").path(0).asInt();
        if (space < 1) {
            return new SetupReader.Hang(null, panel.feeder(), panel.fed());
        }
        Leg leg = found != null ? Worded.of(Leg.class, found) : panel.panel().legOf(space);
        return new SetupReader.Hang(leg == Leg.ofSpace(space) ? null : leg, panel.feeder(), panel.fed());
    }

    private Map<String, List<String>> rooms(Set<String> known) {
        Map<String, List<String>> rooms = new LinkedHashMap<>();
        for (int i = 0; i < json.path("rooms").size(); i++) {
            JsonNode room = json.path("rooms").get(i);
            String place = "/rooms/" + i;
            List<String> circuits = keep(place, List.of(), () -> Json.knownOnce(room, "circuits", known));
            if (rooms.put(room.path("name").asString(), circuits) != null) {
                problems.add(new Problem(place + "/name", "invalid.room-exists"));
            }
        }
        return rooms;
    }

    private CircuitEntry entry(int index, Circuit circuit, Setup setup, Options outage, Set<String> metOtherwise) {
        JsonNode node = json.path("setup").path("circuits").get(index);
        Map<Choice.Occasion, Choice> choices = new EnumMap<>(Choice.Occasion.class);
        for (Choice.Occasion occasion : Choice.Occasion.values()) {
            String word = Json.text(node, occasion.word(), null);
            boolean off = circuit.lockedOff() || metOtherwise.contains(circuit.id());
            choices.put(
                    occasion, off ? Choice.OFF : word != null ? Choice.of(word) : usual(circuit.id(), setup, outage));
        }
        List<LoadEntry> loads = new ArrayList<>();
        for (int i = 0; i < node.path("loads").size(); i++) {
            JsonNode load = node.path("loads").get(i);
            String place = "/setup/circuits/" + index + "/loads/" + i;
            LoadEntry entry = keep(place, null, () -> loadEntry(load));
            if (entry != null) {
                loads.add(entry);
            }
        }
        return new CircuitEntry(circuit, panelOf(node), Json.text(node, "note", ""), choices, loads);
    }

    /** Where nobody has chosen yet: what the household picks up and tests with must run, the rest takes turns. */
    private static Choice usual(String id, Setup setup, Options outage) {
        boolean wanted = outage.pickUp().contains(id)
                || setup.transfer().usableTestCircuits().contains(id);
        return wanted ? Choice.MUST : Choice.TURNS;
    }

    private static LoadEntry loadEntry(JsonNode node) {
        Load load = SetupReader.load(node);
        JsonNode clamp = node.path("clamp");
        ClampReading reading = !clamp.isObject()
                ? null
                : Json.under(
                        "/clamp",
                        () -> new ClampReading(
                                clamp.path("beforeAmps").asDouble(),
                                clamp.path("afterAmps").asDouble(),
                                Json.number(clamp, "inrushAmps")));
        Estimate.Known known = Estimate.Known.of(Json.text(node, "known", "nameplate"));
        double watts = load.runningWatts();
        Estimate usual = known.around(watts);
        Double low = Json.number(node, "lowWatts");
        Double high = Json.number(node, "highWatts");
        InvalidInput.unless(low == null || load.count() * low <= watts, "/lowWatts", "invalid.low-above-running");
        InvalidInput.unless(high == null || load.count() * high >= watts, "/highWatts", "invalid.high-below-running");
        return new LoadEntry(
                load,
                known,
                new Estimate(
                        low == null ? usual.low() : load.count() * low,
                        watts,
                        high == null ? usual.high() : load.count() * high),
                Json.flag(node, "leftOff", false),
                reading);
    }

    /** Every breaker must be where one can be: inside its panel, and alone or as a tandem. */
    private void requirePlaces(Setup setup, List<CircuitEntry> circuits) {
        for (PanelEntry panel : panels.values()) {
            try {
                if (panel.main() && !setup.transfer().kind().switchesPanel()) {
                    requireInside(panel, circuits);
                } else {
                    panel.map(circuits);
                }
            } catch (InvalidInput invalid) {
                invalid.problems().forEach(problem -> problems.add(atIndex(problem, circuits)));
            }
        }
    }

    /** A box of switches has numbered positions, of which a circuit may have several; only their count holds. */
    private static void requireInside(PanelEntry panel, List<CircuitEntry> circuits) {
        int spaces = panel.panel().spaces();
        List<Problem> outside = circuits.stream()
                .filter(entry -> entry.panel().equals(panel.id()))
                .filter(entry -> entry.circuit().spaces().stream().anyMatch(space -> space > spaces))
                .map(entry -> new Problem("/" + entry.id() + "/spaces", "invalid.outside-panel", "spaces", spaces))
                .toList();
        if (!outside.isEmpty()) {
            throw new InvalidInput(outside);
        }
    }

    private static Problem atIndex(Problem problem, List<CircuitEntry> circuits) {
        for (int i = 0; i < circuits.size(); i++) {
            if (problem.field().equals("/" + circuits.get(i).id() + "/spaces")) {
                return new Problem("/setup/circuits/" + i + "/spaces", problem.message());
            }
        }
        return problem;
    }

    private List<WithoutPower> withoutPower(Set<String> known) {
        List<WithoutPower> ways = new ArrayList<>();
        for (int i = 0; i < json.path("withoutPower").size(); i++) {
            JsonNode way = json.path("withoutPower").get(i);
            List<String> circuits = keep("/withoutPower/" + i, List.of(), () -> Json.knownOnce(way, "circuits", known));
            ways.add(new WithoutPower(way.path("how").asString(), circuits, Json.text(way, "note", "")));
        }
        return ways;
    }

    private List<ExtensionCord> cords(Set<String> known) {
        List<ExtensionCord> cords = new ArrayList<>();
        for (int i = 0; i < json.path("cords").size(); i++) {
            JsonNode cord = json.path("cords").get(i);
            List<ExtensionCord.Appliance> appliances = new ArrayList<>();
            for (int j = 0; j < cord.path("loads").size(); j++) {
                JsonNode appliance = cord.path("loads").get(j);
                String circuit = appliance.path("circuit").asString();
                if (!known.contains(circuit)) {
                    problems.add(new Problem(
                            "/cords/" + i + "/loads/" + j + "/circuit", "invalid.no-circuit", "circuit", circuit));
                }
                appliances.add(new ExtensionCord.Appliance(
                        circuit, appliance.path("load").asString()));
            }
            cords.add(new ExtensionCord(
                    cord.path("name").asString(),
                    new CordPlan.Cord(
                            Conductor.of(cord.path("awg").asString()).orElseThrow(),
                            cord.path("lengthM").asDouble(),
                            Json.number(cord, "plugAmps"),
                            Json.flag(cord, "gfci", false)),
                    appliances));
        }
        return cords;
    }

    private SupplyNotes supply() {
        JsonNode supply = json.path("supply");
        JsonNode ends = supply.path("cordEnds");
        CordEnds cordEnds = !ends.isObject()
                ? null
                : new CordEnds(
                        ends.path("generator").asString().equals("male"),
                        ends.path("house").asString().equals("male"));
        if (cordEnds != null && cordEnds.fault().isPresent()) {
            problems.add(new Problem(
                    "/supply/cordEnds",
                    switch (cordEnds.fault().get()) {
                        case TWO_MALE ->
                            "two male ends: whoever holds the free end holds live blades. Have the cord replaced; never use it";
                        case TWO_FEMALE -> "two female ends fit neither the set nor the inlet";
                        case TURNED ->
                            "the wrong way round: blades at the house end would be live in the hand. The set takes the male end";
                    }));
        }
        return new SupplyNotes(
                Json.flag(supply, "considering", false),
                (int) Json.number(supply, "sets", 1),
                new Placement(Json.number(supply, "distanceM"), Json.number(supply, "openingM")),
                cordEnds);
    }
}
