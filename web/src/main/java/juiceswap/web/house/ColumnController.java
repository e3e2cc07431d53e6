package juiceswap.web.house;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.web.drawing.PanelView;
import juiceswap.web.form.Form;
import juiceswap.web.security.Account;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/**
 * A whole column of breakers entered in one go, from top to bottom as it hangs, with what is on each guessed from its name.
 * The panel is drawn beside it while it is typed.
 */
@Controller
class ColumnController {
    private static final String TAB = "/house";

    /** What most breakers have, so that only the others are typed. */
    private static final String USUAL_AMPS = "20";

    private final HouseEditing editing;
    private final Catalogue catalogue;

    ColumnController(HouseEditing editing, Catalogue catalogue) {
        this.editing = editing;
        this.catalogue = catalogue;
    }

    /** A side of the panel. */
    enum Side implements Worded {
        LEFT("left"),
        RIGHT("right");

        private final String word;

        Side(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        static Side of(String word) {
            return Worded.find(Side.class, word).orElse(LEFT);
        }

        boolean has(int space) {
            return Panel.isLeft(space) == (this == LEFT);
        }

        Side other() {
            return this == LEFT ? RIGHT : LEFT;
        }
    }

    /**
     * A free place, as a line of the form.
     *
     * @param number printed beside it
     * @param two a double breaker fits there, for the place below is free too
     */
    public record Line(int space, int number, boolean two) {}

    @GetMapping("/house/column")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "") String panel,
            @RequestParam(defaultValue = "left") String side,
            Model model) {
        Household house = editing.open(account, TAB, model).file();
        HomePanel shown = PanelController.panelOf(house, panel);
        Side at = Side.of(side);
        List<Line> lines = lines(house, shown, at);
        Form form = (Form) Objects.requireNonNull(model.getAttribute("form"));
        if (!form.wrong()) {
            Map<String, String> values = new LinkedHashMap<>();
            lines.forEach(line -> values.put("amps-" + line.space, USUAL_AMPS));
            form = new Form(values);
            model.addAttribute("form", form);
        }
        model.addAttribute("shown", shown);
        model.addAttribute("side", at.word());
        model.addAttribute("other", at.other().word());
        model.addAttribute("lines", lines);
        model.addAttribute("panel", drawn(house, shown, lines, form));
        return "house/column";
    }

    /** The panel with what is typed so far. */
    @GetMapping("/house/column/drawn")
    String drawn(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Household house = editing.open(account, TAB, model).file();
        HomePanel shown = PanelController.panelOf(house, typed.getOrDefault("panel", ""));
        Side at = Side.of(typed.getOrDefault("side", ""));
        model.addAttribute("panel", drawn(house, shown, lines(house, shown, at), new Form(typed)));
        return "house/column :: drawn";
    }

    @PostMapping("/house/column")
    String save(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        Side side = Side.of(form.value("side"));
        List<HomeCircuit> added = new ArrayList<>();
        boolean done = editing.change(account, form, Phrase.of("change.column", "side", side.word()), house -> {
            HomePanel panel = PanelController.panelOf(house, form.value("panel"));
            List<Line> lines = lines(house, panel, side);
            Household with = entered(house, panel, lines, form);
            with.circuits().stream()
                    .filter(circuit -> house.find(circuit.id()) == null)
                    .forEach(added::add);
            if (added.isEmpty() && !form.wrong() && !lines.isEmpty()) {
                form.problem("label-" + lines.get(0).space, "form.write-what-it-feeds-as");
            }
            return with;
        });
        if (!done) {
            model.addAttribute("form", form);
            return show(account, form.value("panel"), side.word(), model);
        }
        List<String> unknown = added.stream()
                .filter(circuit -> circuit.loads().isEmpty())
                .map(circuit -> circuit.circuit().label())
                .toList();
        flash.addFlashAttribute(
                "taken",
                Phrase.of(
                        unknown.isEmpty() ? "told.column" : "told.column.unknown",
                        "count",
                        added.size(),
                        "unknown",
                        String.join(", ", unknown)));
        boolean otherSide = form.value("then").equals("other");
        return otherSide ? "redirect:/house/column?side=" + side.other().word() : "redirect:/house/loads";
    }

    /** The free places of one side, from top to bottom. */
    private static List<Line> lines(Household house, HomePanel panel, Side side) {
        PanelMap map = PanelController.map(panel, house);
        Set<Integer> free = new TreeSet<>(map.free(1));
        Set<Integer> two = new TreeSet<>(map.free(2));
        return free.stream()
                .filter(side::has)
                .map(space -> new Line(space, panel.panel().printed(space), two.contains(space)))
                .toList();
    }

    /**
     * The house with a circuit for each line with a name, and on it what its name tells. What can't be is noted at its field
     * and left out.
     */
    private Household entered(Household house, HomePanel panel, List<Line> lines, Form form) {
        Household with = house;
        for (Line line : lines) {
            String label = form.text("label-" + line.space);
            if (label == null) {
                continue;
            }
            boolean two = form.checked("double-" + line.space);
            PanelMap map = PanelController.map(panel, with);
            Double amps = form.number("amps-" + line.space);
            if (!map.free(1).contains(line.space)) {
                form.problem("label-" + line.space, "form.under-a-double");
            } else if (two && !map.free(2).contains(line.space)) {
                form.problem("label-" + line.space, "form.no-room-for-a-double");
            } else if (amps == null || amps <= 0) {
                form.problem("amps-" + line.space, "form.the-number-on-the-breakers");
            } else {
                with = with(with, panel, line.space, label, amps, two);
            }
        }
        return with;
    }

    private Household with(Household house, HomePanel panel, int space, String label, double amps, boolean two) {
        String id = house.freeId(HouseEditing.plain(label));
        Household with = house.withNew(EnteredCircuit.bare(
                id, label, new EnteredCircuit.Seat(panel.id(), PanelMap.spacesFrom(space, two ? 2 : 1), null), amps));
        return catalogue
                .guess(label, two)
                .map(guess -> with.withLoad(id, guess.load(two)))
                .orElse(with);
    }

    /** As far as it can be drawn: a line that can't be yet is left out. */
    private PanelView drawn(Household house, HomePanel panel, List<Line> lines, Form form) {
        Household with = entered(house, panel, lines, new Form(form.typed()));
        return PanelView.of(with, with.panel(panel.id()), null);
    }
}
