package juiceswap.web.exchange;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import tools.jackson.databind.JsonNode;

/**
 * A household as a file: the setup that the engine computes with, and what people need besides.
 *
 * @param json the document as given; export gives it back equal
 * @param rooms circuits by room, in walking order
 * @param panelSpaces spaces of the panel as it hangs
 * @param mainAmps the main breaker, or null
 * @param mainAtBottom the main hangs below the branches
 * @param inputSpaces spaces of the generator input breaker; may be empty
 * @param plateMoves which way the interlock plate moves towards the generator: up, down, left or right
 * @param outage the household's wishes for an outage
 */
public record HouseholdFile(
        JsonNode json,
        String name,
        String notes,
        Setup setup,
        Map<String, List<String>> rooms,
        int panelSpaces,
        Double mainAmps,
        boolean mainAtBottom,
        List<Integer> inputSpaces,
        String plateMoves,
        Options outage) {

    /** Reads a file; throws {@link InvalidInput} with every problem and its place. */
    public static HouseholdFile read(JsonNode json, Schemas schemas) {
        schemas.requireHousehold(json);
        Setup setup = SetupReader.read(json.path("setup"), "/setup");
        List<Problem> problems = new ArrayList<>();
        Map<String, List<String>> rooms = new LinkedHashMap<>();
        Set<String> known = SwapJson.ids(setup);
        for (int i = 0; i < json.path("rooms").size(); i++) {
            JsonNode room = json.path("rooms").get(i);
            String place = "/rooms/" + i;
            try {
                List<String> circuits = Json.knownOnce(room, "circuits", known);
                if (rooms.put(room.path("name").asString(), circuits) != null) {
                    problems.add(new Problem(place + "/name", "there is already a room of this name"));
                }
            } catch (InvalidInput invalid) {
                invalid.problems().forEach(problem -> problems.add(problem.under(place)));
            }
        }
        Options outage = Options.NONE;
        try {
            outage = SwapJson.options(json.path("outage"), setup);
        } catch (InvalidInput invalid) {
            invalid.problems().forEach(problem -> problems.add(problem.under("/outage")));
        }
        List<Integer> inputSpaces = new ArrayList<>();
        json.path("panel").path("inputSpaces").forEach(space -> inputSpaces.add(space.asInt()));
        int spaces = (int) Json.number(json.path("panel"), "spaces", leastSpaces(setup, inputSpaces));
        findOutside(setup, spaces, problems);
        findCollisions(setup, inputSpaces, problems);
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        return new HouseholdFile(
                json,
                json.path("name").asString(),
                Json.text(json, "notes", ""),
                setup,
                rooms,
                spaces,
                Json.number(json.path("panel"), "mainAmps"),
                Json.text(json.path("panel"), "mainAt", "top").equals("bottom"),
                List.copyOf(inputSpaces),
                Json.text(json.path("panel"), "plateMoves", "up"),
                outage);
    }

    /** Circuits in no room, walked through last. */
    public List<String> elsewhere() {
        Set<String> placed = new HashSet<>();
        rooms.values().forEach(placed::addAll);
        return setup.circuits().stream()
                .map(Circuit::id)
                .filter(id -> !placed.contains(id))
                .toList();
    }

    private static int leastSpaces(Setup setup, List<Integer> inputSpaces) {
        int most = inputSpaces.stream().mapToInt(Integer::intValue).max().orElse(0);
        for (Circuit circuit : setup.circuits()) {
            most = Math.max(most, circuit.spaces().get(circuit.spaces().size() - 1));
        }
        return Math.max(2, most + most % 2);
    }

    private static void findOutside(Setup setup, int spaces, List<Problem> problems) {
        for (int i = 0; i < setup.circuits().size(); i++) {
            List<Integer> own = setup.circuits().get(i).spaces();
            if (own.get(own.size() - 1) > spaces) {
                problems.add(
                        new Problem("/setup/circuits/" + i + "/spaces", "the panel has only " + spaces + " spaces"));
            }
        }
    }

    /** At most two single-pole breakers (a tandem) share a space; anything else can't be in a panel. */
    private static void findCollisions(Setup setup, List<Integer> inputSpaces, List<Problem> problems) {
        if (!setup.transfer().kind().switchesPanel()) {
            return;
        }
        Map<Integer, Integer> taken = new LinkedHashMap<>();
        inputSpaces.forEach(space -> taken.put(space, 2));
        for (int i = 0; i < setup.circuits().size(); i++) {
            Circuit circuit = setup.circuits().get(i);
            for (int space : circuit.spaces()) {
                int halves = circuit.twoPole() ? 2 : 1;
                if (taken.merge(space, halves, Integer::sum) > 2) {
                    problems.add(
                            new Problem("/setup/circuits/" + i + "/spaces", "space " + space + " is already taken"));
                }
            }
        }
    }
}
