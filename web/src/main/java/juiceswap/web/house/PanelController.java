package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.core.household.Mounting;
import juiceswap.web.drawing.PanelView;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.security.Guests;
import juiceswap.web.words.Words;
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
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;
import org.thymeleaf.ITemplateEngine;
import org.thymeleaf.context.Context;

/** The panel as it hangs, edited in place. */
@Controller
class PanelController {
    private static final int MOST_LIKELY = 4;
    private static final Phrase NOTHING_MORE = Phrase.of("told.nothing-more");

    private static final int LONGEST_PANEL_ID = 30;

    /** Of a sub-panel until its own are counted: a small box. */
    private static final int NEW_SPACES = 8;

    private final HouseEditing editing;
    private final Guests guests;
    private final Households households;
    private final Catalogue catalogue;
    private final ITemplateEngine templates;
    private final Words words;

    PanelController(
            HouseEditing editing,
            Households households,
            Catalogue catalogue,
            ITemplateEngine templates,
            Words words,
            Guests guests) {
        this.guests = guests;
        this.words = words;
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
        Household file = editing.open(account, "/house", model).file();
        HomeCircuit chosen = circuit == null ? null : file.find(circuit);
        HomePanel shown = chosen != null ? file.panel(chosen.panel()) : panelOf(file, panel);
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
    private List<Catalogue.Typical> likely(@Nullable HomeCircuit chosen) {
        return chosen == null || !chosen.loads().isEmpty()
                ? List.of()
                : catalogue.likely(chosen.circuit().label(), chosen.circuit().twoPole(), MOST_LIKELY);
    }

    /** A place that a breaker can be put to, with what is there now. */
    public record PlaceView(String value, String text) {}

    /** A panel with its places. */
    public record PlacesView(String name, List<PlaceView> places) {}

    private List<PlacesView> places(Household file) {
        return file.panels().stream()
                .map(panel -> new PlacesView(words.panel(panel.name()), places(panel, file)))
                .toList();
    }

    private static List<PlaceView> places(HomePanel panel, Household file) {
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
                places.add(new PlaceView(
                        panel.id() + "/" + space,
                        number + (there.isEmpty() ? "  " + say("house.panel.free") : "  " + there)));
            }
        }
        return places;
    }

    /** The map, or an empty one for a device that has no panel of breakers. */
    static PanelMap map(HomePanel panel, Household file) {
        try {
            return panel.map(file.circuits());
        } catch (InvalidInput noPanel) {
            return new PanelMap(panel.panel(), List.of(), Map.of());
        }
    }

    static HomePanel panelOf(Household file, String id) {
        return file.panels().stream()
                .filter(panel -> panel.id().equals(id))
                .findFirst()
                .orElse(file.panel());
    }

    static Map<String, String> roomOf(Household file) {
        Map<String, String> rooms = new HashMap<>();
        file.rooms().forEach((room, circuits) -> circuits.forEach(id -> rooms.put(id, room)));
        return rooms;
    }

    private static Map<String, String> quickValues(HomeCircuit chosen, Household file) {
        Map<String, String> values = new HashMap<>();
        values.put("label", chosen.circuit().label());
        values.put("breakerAmps", Shown.plain(chosen.circuit().breakerAmps()));
        values.put("poles", chosen.circuit().twoPole() ? "2" : "1");
        values.put("room", roomOf(file).getOrDefault(chosen.id(), ""));
        values.put("note", chosen.note());
        if (chosen.circuit().lockedOff()) {
            values.put("lockedOff", "true");
        }
        if (chosen.circuit().attended()) {
            values.put("attended", "true");
        }
        return values;
    }

    private Map<String, String> settingValues(HomePanel shown, Household file) {
        Map<String, String> values = new HashMap<>();
        Panel panel = shown.panel();
        values.put("name", words.panel(shown.name()));
        values.put("spaces", String.valueOf(panel.spaces()));
        values.put("topLeg", panel.topLeg().word());
        values.put("numbering", panel.numbering().word());
        values.put("mainAmps", file.mainAmps() == null ? "" : Shown.plain(file.mainAmps()));
        values.put("mainAt", file.mainAtBottom() ? "bottom" : "top");
        values.put("plateMoves", file.plateMoves().word());
        values.put("feeder", shown.feeder() == null ? "" : shown.feeder());
        values.put(
                "inputSpace",
                shown.inputSpaces().isEmpty()
                        ? ""
                        : String.valueOf(panel.printed(shown.inputSpaces().get(0))));
        return values;
    }

    private static String label(Form form) {
        return form.required("label", "form.write-what-it-feeds-as");
    }

    private static @Nullable Double breakerAmps(Form form) {
        Double amps = form.number("breakerAmps");
        if (amps == null) {
            form.problem("breakerAmps", "form.the-number-on-the-breakers");
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
        boolean done = editing.change(account, form, Phrase.of("change.added", "label", label), house -> {
            form.requireSound();
            // a place that can't be is named at the form before the house is built
            house.panel(panel).map(house.circuits()).add("new", space == null ? 0 : space, poles);
            id[0] = house.freeId(HouseEditing.plain(label));
            return house.withNew(EnteredCircuit.bare(
                    id[0],
                    label,
                    new EnteredCircuit.Seat(panel, PanelMap.spacesFrom(Objects.requireNonNull(space), poles), null),
                    Objects.requireNonNull(amps)));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.is-in-the-panel-add", "label", label));
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
        Household before = editing.file(account).orElseThrow();
        HomeCircuit entry = before.find(id);
        String label =
                entry == null ? say("house.panel.a-circuit") : entry.circuit().label();
        boolean done = editing.change(account, form, Phrase.of("change.moved", "label", label), house -> {
            InvalidInput.unless(to.length == 2 && to[1].matches("[0-9]{1,2}"), "/space", "invalid.where-to");
            return house.moved(id, to[0], Integer.parseInt(to[1]), tandem);
        });
        if (!done) {
            editing.refuse(form, flash);
        }
        return toCircuit(entry);
    }

    /** Only what is known goes into an address. */
    private static String toCircuit(@Nullable HomeCircuit entry) {
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
        boolean done = editing.change(account, form, Phrase.of("change.changed", "label", label), house -> {
            form.requireSound();
            return house.withCircuit(
                            id,
                            circuit -> circuit.withLabel(label)
                                    .withBreakerAmps(Objects.requireNonNull(amps))
                                    .withNote(Objects.requireNonNullElse(form.text("note"), ""))
                                    .withLockedOff(form.checked("lockedOff"))
                                    .withAttended(form.checked("attended"))
                                    .withSpaces(PanelMap.spacesFrom(
                                            circuit.seat().spaces().get(0),
                                            form.value("poles").equals("2") ? 2 : 1)))
                    .inRoom(id, form.text("room"));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.is-saved", "label", label));
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
        HomeCircuit entry = editing.file(account).orElseThrow().find(id);
        String label =
                entry == null ? say("house.panel.the-circuit") : entry.circuit().label();
        boolean done =
                editing.change(account, form, Phrase.of("change.took-out", "label", label), house -> house.without(id));
        if (!done) {
            editing.refuse(form, flash);
            return toCircuit(entry);
        }
        flash.addFlashAttribute("taken", Phrase.of("told.is-out-of-the-panel", "label", label));
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
        String name = form.required("name", "form.a-name-such-as-panel");
        Integer spaces = form.whole("spaces");
        if (spaces == null) {
            form.problem("spaces", "form.how-many-spaces-it-has");
        }
        Double mainAmps = form.number("mainAmps");
        Integer input = form.whole("inputSpace");
        boolean done = editing.change(account, form, Phrase.of("change.changed-the-panel", "name", name), house -> {
            form.requireSound();
            HomePanel before = house.panel(id);
            Panel panel = new Panel(
                    Objects.requireNonNull(spaces),
                    form.word(Leg.class, "topLeg", Leg.L1),
                    form.word(Panel.Numbering.class, "numbering", Panel.Numbering.ACROSS));
            if (!id.isEmpty()) {
                return house.withPanel(new HomePanel(id, name, panel, List.of(), form.text("feeder")));
            }
            List<Integer> inputSpaces = input == null ? List.of() : inputSpaces(panel, input);
            return house.withMounting(new Mounting(
                            mainAmps,
                            form.value("mainAt").equals("bottom"),
                            form.word(Mounting.Way.class, "plateMoves", Mounting.Way.UP)))
                    .withPanel(new HomePanel("", name, panel, inputSpaces, before.feeder()));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.is-saved-2", "name", name));
            return "redirect:/house" + (id.isEmpty() ? "" : "?panel=" + id);
        }
        model.addAttribute("form", form);
        return show(account, null, null, id, true, model);
    }

    /** The two spaces of the generator input breaker, given by the first number printed beside it. */
    private static List<Integer> inputSpaces(Panel panel, int printed) {
        InvalidInput.unless(
                printed >= 1 && printed <= panel.spaces(),
                "/inputSpace",
                "invalid.panel-numbers",
                "spaces",
                panel.spaces());
        int space = panel.spaceOf(printed);
        InvalidInput.unless(space + 2 <= panel.spaces(), "/inputSpace", "invalid.takes-space-below");
        return List.of(space, space + 2);
    }

    @PostMapping("/house/subpanel")
    String addSubpanel(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        String name = form.required("subpanelName", "form.a-name-such-as-garage");
        String[] id = new String[1];
        boolean done = editing.change(account, form, Phrase.of("change.added-the-panel", "name", name), house -> {
            form.requireSound();
            String stem = HouseEditing.plain(name);
            id[0] = stem.isEmpty() ? "panel" : stem.substring(0, Math.min(LONGEST_PANEL_ID, stem.length()));
            for (int i = 2; has(house, id[0]); i++) {
                id[0] = id[0].replaceAll("-\\d+$", "") + "-" + i;
            }
            return house.withPanel(new HomePanel(
                    id[0],
                    name,
                    new Panel(NEW_SPACES, Leg.L1, Panel.Numbering.ACROSS),
                    List.of(),
                    form.text("feeder")));
        });
        if (done) {
            return "redirect:/house?settings=true&panel=" + id[0];
        }
        model.addAttribute("subForm", form);
        return show(account, null, null, "", true, model);
    }

    private static boolean has(Household house, String id) {
        return house.panels().stream().anyMatch(panel -> panel.id().equals(id));
    }

    @PostMapping("/house/subpanel/remove")
    String removeSubpanel(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String id = form.value("panel");
        boolean done = editing.change(
                account, form, Phrase.of("change.took-a-sub-panel-out"), house -> house.withoutPanel(id));
        if (!done) {
            editing.refuse(form, flash);
        }
        return done ? "redirect:/house" : "redirect:/house?settings=true";
    }

    @PostMapping("/house/undo")
    String undo(@AuthenticationPrincipal Account account, @RequestParam String back, RedirectAttributes flash) {
        flash.addFlashAttribute(
                "taken",
                households
                        .undo(account.householdId())
                        .map(what -> Phrase.of("told.taken-back", "what", what))
                        .orElse(NOTHING_MORE));
        return backTo(back);
    }

    @PostMapping("/house/redo")
    String redo(@AuthenticationPrincipal Account account, @RequestParam String back, RedirectAttributes flash) {
        flash.addFlashAttribute(
                "taken",
                households
                        .redo(account.householdId())
                        .map(what -> Phrase.of("told.done-again", "what", what))
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
        Household file = editing.file(account).orElse(null);
        if (file == null) {
            return ResponseEntity.notFound().build();
        }
        HomePanel shown = panelOf(file, panel);
        Context context = new Context();
        context.setVariable("panel", PanelView.of(file, shown, null));
        context.setVariable("name", file.name() + ", " + words.panel(shown.name()));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("image/svg+xml"))
                .header("Content-Disposition", "attachment; filename=\"panel.svg\"")
                .body(templates.process("house/panel-svg", context));
    }

    /** The panel directory to print. */
    @GetMapping("/house/directory")
    String directory(@AuthenticationPrincipal Account account, Model model) {
        Household file = editing.open(account, "/house", model).file();
        List<Directory> panels = new ArrayList<>();
        for (HomePanel panel : file.panels()) {
            panels.add(new Directory(panel, PanelView.of(file, panel, null), Shown.directory(file, panel)));
        }
        model.addAttribute("panels", panels);
        model.addAttribute("printedCode", guests.printedCode(account.householdId()));
        model.addAttribute(
                "joinAddress",
                ServletUriComponentsBuilder.fromCurrentContextPath()
                        .path("/join")
                        .build()
                        .toUriString());
        return "house/directory";
    }

    /** A panel with its drawing and its lines. */
    public record Directory(HomePanel panel, PanelView drawing, List<Shown.DirectoryLine> lines) {}
}
