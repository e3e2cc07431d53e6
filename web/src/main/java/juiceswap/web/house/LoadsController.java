package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.house.Estimate;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.web.security.Account;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** All loads: as a list, and as a walk through the rooms so that nothing is forgotten. */
@Controller
class LoadsController {
    private static final int MOST_FOUND = 12;

    private final HouseEditing editing;
    private final Catalogue catalogue;

    LoadsController(HouseEditing editing, Catalogue catalogue) {
        this.editing = editing;
        this.catalogue = catalogue;
    }

    /** A circuit with its loads. */
    public record CircuitView(HomeCircuit entry, String printed, List<CircuitController.LoadView> loads) {}

    /** A room, or the whole house. */
    public record Group(String name, List<CircuitView> circuits, List<Catalogue.Typical> usual) {}

    @GetMapping("/house/loads")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "circuit") String by,
            @RequestParam(defaultValue = "") String q,
            Model model) {
        Household file = editing.open(account, "/house/loads", model).file();
        boolean byRoom = by.equals("room");
        model.addAttribute("byRoom", byRoom);
        model.addAttribute(
                "groups", byRoom ? rooms(file) : List.of(new Group("", views(file, file.circuits()), List.of())));
        model.addAttribute("known", howKnown(file));
        model.addAttribute("q", q);
        model.addAttribute("found", q.isBlank() ? List.of() : catalogue.search(q, MOST_FOUND));
        return "house/loads";
    }

    /** How many loads are known in which way, and what that means for the whole. */
    public record Known(long guessed, long nameplate, long measured, String total) {}

    private static Known howKnown(Household file) {
        long[] counts = new long[Estimate.Known.values().length];
        List<Estimate> all = new ArrayList<>();
        for (HomeCircuit entry : file.circuits()) {
            entry.loads().forEach(load -> {
                counts[load.known().ordinal()]++;
                all.add(load.running());
            });
        }
        Estimate sum = Estimate.sum(all);
        return new Known(
                counts[0], counts[1], counts[2], Shown.watts(sum.value()) + " ± " + Shown.watts(sum.plusMinus()));
    }

    private List<Group> rooms(Household file) {
        List<Group> groups = new ArrayList<>();
        Map<String, List<String>> rooms = new LinkedHashMap<>(file.rooms());
        List<String> elsewhere = file.elsewhere();
        if (!elsewhere.isEmpty()) {
            rooms.put(say("house.loads.in-no-room-yet"), elsewhere);
        }
        rooms.forEach((room, ids) -> groups.add(new Group(
                room,
                views(
                        file,
                        file.circuits().stream()
                                .filter(entry -> ids.contains(entry.id()))
                                .toList()),
                forgotten(file, room))));
        return groups;
    }

    /** What is often in such a room and not on any list yet. */
    private List<Catalogue.Typical> forgotten(Household file, String room) {
        List<String> names = file.circuits().stream()
                .flatMap(entry -> entry.loads().stream())
                .map(load -> load.load().name().toLowerCase(java.util.Locale.ROOT))
                .toList();
        return catalogue.all().stream()
                .filter(typical -> room.toLowerCase(java.util.Locale.ROOT)
                        .contains(typical.room().toLowerCase(java.util.Locale.ROOT)))
                .filter(typical -> names.stream().noneMatch(typical::matches))
                .limit(6)
                .toList();
    }

    private static List<CircuitView> views(Household file, Collection<HomeCircuit> entries) {
        return entries.stream()
                .map(entry -> new CircuitView(entry, file.printed(entry), CircuitController.views(entry)))
                .toList();
    }
}
