package juiceswap.web.exchange;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.outage.UtilityWatch;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.rotation.Need;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.Wanted;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/**
 * A household as a file: the setup that the engine computes with, and what people need besides.
 *
 * @param json the document as given; export gives it back equal
 * @param circuits in the order of the directory, each as the setup has it and with what people know of it
 * @param rooms circuits by room, in walking order
 * @param panels the panel that the transfer device feeds, then sub-panels
 * @param mainAmps the main breaker, or null
 * @param mainAtBottom the main hangs below the branches
 * @param plateMoves which way the interlock plate moves towards the generator: up, down, left or right
 * @param outage the household's wishes for an outage
 * @param withoutPower needs that are met without electricity
 * @param cords extension cords at hand
 * @param needs what circuits are needed for on any day; empty where nobody has said
 * @param sleep when nobody wants to be woken, null: never
 */
public record HouseholdFile(
        JsonNode json,
        String name,
        String notes,
        Setup setup,
        List<CircuitEntry> circuits,
        Map<String, List<String>> rooms,
        List<PanelEntry> panels,
        @Nullable Double mainAmps,
        boolean mainAtBottom,
        String plateMoves,
        Options outage,
        SupplyNotes supply,
        List<WithoutPower> withoutPower,
        List<ExtensionCord> cords,
        List<StandingNeed> needs,
        @Nullable Sleep sleep) {

    /** Reads a file; throws {@link InvalidInput} with every problem and its place. */
    public static HouseholdFile read(JsonNode json, Schemas schemas) {
        schemas.requireHousehold(json);
        return new HouseholdReader(json).household();
    }

    /** How long the street's power must have held before the way back is offered. */
    public Duration hold() {
        return Duration.ofMinutes(
                json.path("outage").path("holdMinutes").asInt((int) UtilityWatch.DEFAULT_HOLD.toMinutes()));
    }

    /** Litres in full cans. */
    public double storedLitres() {
        return Json.number(json.path("rotation"), "storedLitres", 0);
    }

    /** Whether somebody has said what the circuits are needed for. */
    public boolean needsAreSaid() {
        return !needs.isEmpty();
    }

    /** What is wanted of a rotation on any day; where nobody has said, what the circuits' names and choices tell. */
    public Wanted wanted() {
        return new Wanted(needs.isEmpty() ? guessedNeeds() : needs, List.of(), sleep);
    }

    /** What is kept by the names of the circuits; what else must run is on. */
    public List<StandingNeed> guessedNeeds() {
        List<StandingNeed> guessed = new ArrayList<>();
        for (CircuitEntry entry : circuits) {
            if (entry.circuit().lockedOff()) {
                continue;
            }
            boolean must = entry.choice(Choice.Occasion.WINTER) == Choice.MUST;
            Keeping.guessed(entry.circuit().label())
                    .map(keeping -> (StandingNeed) keeping.usual(entry.id()))
                    .or(() -> must
                            ? java.util.Optional.of(new StandingNeed.AlwaysOn(entry.id(), Need.Priority.COMFORT, null))
                            : java.util.Optional.empty())
                    .ifPresent(guessed::add);
        }
        return List.copyOf(guessed);
    }

    /** The panel that the transfer device feeds. */
    public PanelEntry panel() {
        return panels.get(0);
    }

    public PanelEntry panel(String id) {
        return panels.stream()
                .filter(panel -> panel.id().equals(id))
                .findFirst()
                .orElseThrow(() -> new InvalidInput("/panel", "invalid.no-panel", "panel", id));
    }

    public int panelSpaces() {
        return panel().panel().spaces();
    }

    public List<Integer> inputSpaces() {
        return panel().inputSpaces();
    }

    /** The circuit of that id, or null. */
    public @Nullable CircuitEntry find(String id) {
        return circuits.stream()
                .filter(entry -> entry.id().equals(id))
                .findFirst()
                .orElse(null);
    }

    /** The numbers printed beside a circuit's breaker, such as 13–15; 9a and 9b for the halves of a tandem. */
    public String printed(CircuitEntry entry) {
        PanelEntry in = panel(entry.panel());
        List<String> sharing = circuits.stream()
                .filter(other -> other.panel().equals(entry.panel())
                        && other.circuit().spaces().equals(entry.circuit().spaces()))
                .map(CircuitEntry::id)
                .toList();
        String half = sharing.size() < 2 ? "" : sharing.indexOf(entry.id()) == 0 ? "a" : "b";
        return String.join(
                        "–",
                        entry.circuit().spaces().stream()
                                .map(space -> String.valueOf(in.panel().printed(space)))
                                .toList())
                + half;
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

    /** Circuits wanted so on that occasion; those that can't be fed count as off. */
    public List<String> chosen(Choice.Occasion occasion, Choice choice) {
        return circuits.stream()
                .filter(entry -> entry.choice(occasion) == choice)
                .map(CircuitEntry::id)
                .toList();
    }
}
