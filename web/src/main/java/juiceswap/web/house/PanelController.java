package juiceswap.web.house;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import juiceswap.web.drawing.PanelView;
import juiceswap.web.exchange.CircuitEntry;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.PanelEntry;
import juiceswap.web.form.Form;
import juiceswap.web.household.HouseDraft;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** The panel as it hangs, edited in place. */
@Controller
class PanelController {
    private static final int MOST_LIKELY = 4;
    private static final String NOTHING_MORE = "There is nothing more.";

    private final HouseEditing editing;
    private final Households households;
    private final Catalogue catalogue;
    private final ITemplateEngine templates;

    PanelController(HouseEditing editing, Households households, Catalogue catalogue, ITemplateEngine templates) {
        this.catalogue = catalogue;
        this.editing = editing;
        this.households = households;
        this.templates = templates;
    }

    @GetMapping("/house")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable String circuit,
            @RequestParam(required = false) @Nullable Integer space,
            @RequestParam(defaultValue = "") String panel,
            @RequestParam(defaultValue = "false") boolean settings,
            Model model) {
        if (editing.file(account).isEmpty()) {
            model.addAttribute("samples", FilesController.SAMPLES);
            if (!model.containsAttribute("form")) {
                model.addAttribute("form", BeginController.form(households.name(account.householdId())));
            }
            return "house/begin";
        }
        HouseholdFile file = editing.open(account, "/house", model).file();
        CircuitEntry chosen = circuit == null ? null : file.find(circuit);
        PanelEntry shown = chosen != null ? file.panel(chosen.panel()) : panelOf(file, panel);
        model.addAttribute("shown", shown);
        model.addAttribute("panel", PanelView.of(file, shown, circuit));
        model.addAttribute("circuit", chosen);
        model.addAttribute("space", chosen == null ? space : null);
        model.addAttribute("settings", settings);
        model.addAttribute("likely", likely(chosen));
        model.addAttribute(
                "nextFree", map(shown, file).free(1).stream().findFirst().orElse(null));
        model.addAttribute("roomOf", roomOf(file));
        model.addAttribute("places", places(file));
        if (!model.containsAttribute("subForm")) {
            model.addAttribute("subForm", new Form(Map.of()));
        }
        Form form = (Form) Objects.requireNonNull(model.getAttribute("form"));
        if (!form.wrong()) {
            if (chosen != null) {
                model.addAttribute("form", new Form(quickValues(chosen, file)));
            } else if (space != null) {
                model.addAttribute("form", new Form(Map.of("label", "", "breakerAmps", "20", "poles", "1")));
            } else if (settings) {
                model.addAttribute("form", new Form(settingValues(shown, file)));
            }
        }
        return "house/panel";
    }

    /** What probably hangs on a circuit that has nothing on it yet. */
    private List<Catalogue.Typical> likely(@Nullable CircuitEntry chosen) {
        return chosen == null || !chosen.loads().isEmpty()
                ? List.of()
                : catalogue.likely(chosen.circuit().label(), chosen.circuit().twoPole(), MOST_LIKELY);
    }

    /** A place that a breaker can be put to, with what is there now. */
    public record PlaceView(String value, String text) {}

    /** A panel with its places. */
    public record PlacesView(String name, List<PlaceView> places) {}

    private static List<PlacesView> places(HouseholdFile file) {
        return file.panels().stream()
                .map(panel -> new PlacesView(panel.name(), places(panel, file)))
                .toList();
    }

    private static List<PlaceView> places(PanelEntry panel, HouseholdFile file) {
        List<PlaceView> places = new ArrayList<>();
        PanelMap map = map(panel, file);
        for (int number = 1; number <= panel.panel().spaces(); number++) {
            int space = panel.panel().spaceOf(number);
            if (!panel.inputSpaces().contains(space)) {
                String there = String.join(
                        ", ",
                        map.at(space).stream()
                                .map(id -> Objects.requireNonNull(file.find(id))
                                        .circuit()
                                        .label())
                                .toList());
                places.add(
                        new PlaceView(panel.id() + "/" + space, number + (there.isEmpty() ? "  free" : "  " + there)));
            }
        }
        return places;
    }

    /** The map, or an empty one for a device that has no panel of breakers. */
    static PanelMap map(PanelEntry panel, HouseholdFile file) {
        try {
            return panel.map(file.circuits());
        } catch (InvalidInput noPanel) {
            return new PanelMap(panel.panel(), List.of(), Map.of());
        }
    }

    static PanelEntry panelOf(HouseholdFile file, String id) {
        return file.panels().stream()
                .filter(panel -> panel.id().equals(id))
                .findFirst()
                .orElse(file.panel());
    }

    static Map<String, String> roomOf(HouseholdFile file) {
        Map<String, String> rooms = new HashMap<>();
        file.rooms().forEach((room, circuits) -> circuits.forEach(id -> rooms.put(id, room)));
        return rooms;
    }

    private static Map<String, String> quickValues(CircuitEntry chosen, HouseholdFile file) {
        Map<String, String> values = new HashMap<>();
        values.put("label", chosen.circuit().label());
        values.put("breakerAmps", Shown.plain(chosen.circuit().breakerAmps()));
        values.put("poles", chosen.circuit().twoPole() ? "2" : "1");
        values.put("room", roomOf(file).getOrDefault(chosen.id(), ""));
        values.put("note", chosen.note());
        if (chosen.circuit().lockedOff()) {
            values.put("lockedOff", "true");
        }
        return values;
    }

    private static Map<String, String> settingValues(PanelEntry shown, HouseholdFile file) {
        Map<String, String> values = new HashMap<>();
        Panel panel = shown.panel();
        values.put("name", shown.name());
        values.put("spaces", String.valueOf(panel.spaces()));
        values.put("topLeg", panel.topLeg().word());
        values.put("numbering", panel.numbering().word());
        values.put("mainAmps", file.mainAmps() == null ? "" : Shown.plain(file.mainAmps()));
        values.put("mainAt", file.mainAtBottom() ? "bottom" : "top");
        values.put("plateMoves", file.plateMoves());
        values.put("feeder", shown.feeder() == null ? "" : shown.feeder());
        values.put(
                "inputSpace",
                shown.inputSpaces().isEmpty()
                        ? ""
                        : String.valueOf(panel.printed(shown.inputSpaces().get(0))));
        return values;
    }

    private static String label(Form form) {
        return form.required("label", "write what it feeds, as on the panel door");
    }

    private static @Nullable Double breakerAmps(Form form) {
        Double amps = form.number("breakerAmps");
        if (amps == null) {
            form.problem("breakerAmps", "the number on the breaker’s lever");
        }
        return amps;
    }

    @PostMapping("/house/panel/add")
    String add(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String label = label(form);
        Double amps = breakerAmps(form);
        int poles = form.value("poles").equals("2") ? 2 : 1;
        Integer space = form.whole("space");
        String panel = form.value("panel");
        String[] id = new String[1];
        boolean done = editing.change(account, form, "added " + label, draft -> {
            form.requireSound();
            HouseholdFile before = editing.file(account).orElseThrow();
            PanelEntry into = before.panel(panel);
            // a place that can't be is named at the form before the file is built
            map(into, before).add("new", space == null ? 0 : space, poles);
            id[0] = draft.addCircuit(panel, PanelMap.spacesFrom(space, poles), label, amps);
        });
        if (done) {
            flash.addFlashAttribute("taken", label + " is in the panel. Add what hangs on it.");
            return "redirect:/house?circuit=" + id[0];
        }
        model.addAttribute("form", form);
        return show(account, null, space, panel, false, model);
    }

    @PostMapping("/house/panel/move")
    String move(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String id = form.value("circuit");
        String[] to = form.value("space").split("/", 2);
        boolean tandem = form.value("how").equals("tandem");
        HouseholdFile before = editing.file(account).orElseThrow();
        CircuitEntry entry = before.find(id);
        String label = entry == null ? "a circuit" : entry.circuit().label();
        boolean done = editing.change(account, form, "moved " + label, draft -> {
            InvalidInput.unless(entry != null, "/circuit", "invalid.circuit-gone");
            InvalidInput.unless(to.length == 2 && to[1].matches("[0-9]{1,2}"), "/space", "invalid.where-to");
            PanelEntry panel = before.panel(to[0]);
            int space = Integer.parseInt(to[1]);
            PanelMap map = panel.map(before.circuits());
            if (!to[0].equals(entry.panel())) {
                draft.place(map.add(id, space, entry.circuit().spaces().size()));
                HouseDraft.put(draft.circuit(id), "panel", to[0].isEmpty() ? null : to[0]);
                draft.toTheEnd(id);
            } else if (tandem) {
                draft.place(map.share(id, space));
                draft.toTheEnd(id);
            } else {
                draft.place(map.move(id, space));
            }
        });
        if (!done) {
            HouseEditing.refuse(form, flash);
        }
        return toCircuit(entry);
    }

    /** Only what is known goes into an address. */
    private static String toCircuit(@Nullable CircuitEntry entry) {
        return "redirect:/house"
                + (entry == null ? "" : "?circuit=" + entry.circuit().id());
    }

    @PostMapping("/house/panel/circuit")
    String quick(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String id = form.value("circuit");
        String label = label(form);
        Double amps = breakerAmps(form);
        boolean done = editing.change(account, form, "changed " + label, draft -> {
            ObjectNode circuit = draft.circuit(id);
            circuit.put("label", label);
            HouseDraft.putNumber(circuit, "breakerAmps", amps);
            HouseDraft.put(circuit, "note", form.text("note"));
            HouseDraft.put(circuit, "lockedOff", form.checked("lockedOff") ? true : null);
            int first = circuit.path("spaces").get(0).asInt();
            HouseDraft.put(
                    circuit,
                    "spaces",
                    PanelMap.spacesFrom(first, form.value("poles").equals("2") ? 2 : 1));
            draft.room(id, form.text("room"));
        });
        if (done) {
            flash.addFlashAttribute("taken", label + " is saved.");
            return "redirect:/house?circuit=" + id;
        }
        model.addAttribute("form", form);
        return show(account, id, null, "", false, model);
    }

    @PostMapping("/house/panel/remove")
    String remove(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String id = form.value("circuit");
        CircuitEntry entry = editing.file(account).orElseThrow().find(id);
        String label = entry == null ? "the circuit" : entry.circuit().label();
        boolean done = editing.change(account, form, "took " + label + " out", draft -> {
            draft.circuit(id);
            draft.removeCircuit(id);
        });
        if (!done) {
            HouseEditing.refuse(form, flash);
            return toCircuit(entry);
        }
        flash.addFlashAttribute("taken", label + " is out of the panel. Undo brings it back.");
        return "redirect:/house?panel=" + (entry == null ? "" : entry.panel());
    }

    @PostMapping("/house/panel/settings")
    String settings(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String id = form.value("panel");
        String name = form.required("name", "a name, such as Panel or Garage");
        Integer spaces = form.whole("spaces");
        if (spaces == null) {
            form.problem("spaces", "how many spaces it has, free ones included");
        }
        Double mainAmps = form.number("mainAmps");
        Integer input = form.whole("inputSpace");
        boolean done = editing.change(account, form, "changed the panel " + name, draft -> {
            form.requireSound();
            ObjectNode panel = id.isEmpty() ? draft.object("panel") : subpanel(draft, id);
            panel.put("name", name);
            panel.put("spaces", spaces);
            HouseDraft.put(panel, "topLeg", form.value("topLeg").equals("L2") ? "L2" : null);
            HouseDraft.put(
                    panel, "numbering", form.value("numbering").equals("across") ? null : form.text("numbering"));
            if (id.isEmpty()) {
                HouseDraft.putNumber(panel, "mainAmps", mainAmps);
                panel.put("mainAt", form.value("mainAt"));
                panel.put("plateMoves", form.value("plateMoves"));
                HouseDraft.put(panel, "inputSpaces", input == null ? null : inputSpaces(spaces, input, form));
            } else {
                HouseDraft.put(panel, "feeder", form.text("feeder"));
            }
        });
        if (done) {
            flash.addFlashAttribute("taken", name + " is saved.");
            return "redirect:/house" + (id.isEmpty() ? "" : "?panel=" + id);
        }
        model.addAttribute("form", form);
        return show(account, null, null, id, true, model);
    }

    /** The two spaces of the generator input breaker, given by the first number printed beside it. */
    private static List<Integer> inputSpaces(int spaces, int printed, Form form) {
        Panel panel = new Panel(spaces, Leg.L1, Panel.Numbering.of(form.value("numbering")));
        InvalidInput.unless(
                printed >= 1 && printed <= spaces, "/inputSpace", "invalid.panel-numbers", "spaces", spaces);
        int space = panel.spaceOf(printed);
        InvalidInput.unless(space + 2 <= spaces, "/inputSpace", "invalid.takes-space-below");
        return List.of(space, space + 2);
    }

    private static ObjectNode subpanel(HouseDraft draft, String id) {
        for (JsonNode panel : draft.list("subpanels")) {
            if (panel.path("id").asString().equals(id)) {
                return (ObjectNode) panel;
            }
        }
        throw new InvalidInput("/panel", "invalid.panel-gone");
    }

    @PostMapping("/house/subpanel")
    String addSubpanel(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        String name = form.required("subpanelName", "a name, such as Garage");
        String[] id = new String[1];
        boolean done = editing.change(account, form, "added the panel " + name, draft -> {
            form.requireSound();
            String stem =
                    name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-").replaceAll("^-|-$", "");
            id[0] = stem.isEmpty() ? "panel" : stem.substring(0, Math.min(30, stem.length()));
            for (int i = 2; has(draft, id[0]); i++) {
                id[0] = id[0].replaceAll("-\\d+$", "") + "-" + i;
            }
            ObjectNode panel = draft.list("subpanels").addObject();
            panel.put("id", id[0]);
            panel.put("name", name);
            panel.put("spaces", 8);
            HouseDraft.put(panel, "feeder", form.text("feeder"));
        });
        if (done) {
            return "redirect:/house?settings=true&panel=" + id[0];
        }
        model.addAttribute("subForm", form);
        return show(account, null, null, "", true, model);
    }

    private static boolean has(HouseDraft draft, String id) {
        for (JsonNode panel : draft.list("subpanels")) {
            if (panel.path("id").asString().equals(id)) {
                return true;
            }
        }
        return false;
    }

    @PostMapping("/house/subpanel/remove")
    String removeSubpanel(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String id = form.value("panel");
        boolean done = editing.change(account, form, "took a sub-panel out", draft -> {
            boolean used = editing.file(account).orElseThrow().circuits().stream()
                    .anyMatch(entry -> entry.panel().equals(id));
            InvalidInput.unless(!used, "", "invalid.panel-not-empty");
            HouseDraft.removeWhere(
                    draft.list("subpanels"),
                    panel -> panel.path("id").asString().equals(id));
        });
        if (!done) {
            HouseEditing.refuse(form, flash);
        }
        return done ? "redirect:/house" : "redirect:/house?settings=true";
    }

    @PostMapping("/house/undo")
    String undo(@AuthenticationPrincipal Account account, @RequestParam String back, RedirectAttributes flash) {
        flash.addFlashAttribute(
                "taken",
                households
                        .undo(account.householdId())
                        .map(what -> "Taken back: " + what + ".")
                        .orElse(NOTHING_MORE));
        return backTo(back);
    }

    @PostMapping("/house/redo")
    String redo(@AuthenticationPrincipal Account account, @RequestParam String back, RedirectAttributes flash) {
        flash.addFlashAttribute(
                "taken",
                households
                        .redo(account.householdId())
                        .map(what -> "Done again: " + what + ".")
                        .orElse(NOTHING_MORE));
        return backTo(back);
    }

    private static String backTo(String page) {
        return "redirect:" + (page.matches("/house(/[a-z]+)?") ? page : "/house");
    }

    /** The panel as a drawing of its own. */
    @GetMapping("/house/panel.svg")
    ResponseEntity<String> svg(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String panel) {
        HouseholdFile file = editing.file(account).orElseThrow();
        PanelEntry shown = panelOf(file, panel);
        Context context = new Context();
        context.setVariable("panel", PanelView.of(file, shown, null));
        context.setVariable("name", file.name() + ", " + shown.name());
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("image/svg+xml"))
                .header("Content-Disposition", "attachment; filename=\"panel.svg\"")
                .body(templates.process("house/panel-svg", context));
    }

    /** The panel directory to print. */
    @GetMapping("/house/directory")
    String directory(@AuthenticationPrincipal Account account, Model model) {
        HouseholdFile file = editing.open(account, "/house", model).file();
        List<Directory> panels = new ArrayList<>();
        for (PanelEntry panel : file.panels()) {
            panels.add(new Directory(panel, PanelView.of(file, panel, null), Shown.directory(file, panel)));
        }
        model.addAttribute("panels", panels);
        return "house/directory";
    }

    /** A panel with its drawing and its lines. */
    public record Directory(PanelEntry panel, PanelView drawing, List<Shown.DirectoryLine> lines) {}
}
