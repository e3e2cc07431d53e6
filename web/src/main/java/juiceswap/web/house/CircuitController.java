package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.Household;
import juiceswap.core.meter.ClampReading;
import juiceswap.web.form.Form;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One circuit: what hangs on it, how that is known, and what it depends on. */
@Controller
class CircuitController {
    private static final int MOST_FOUND = 8;

    private final HouseEditing editing;
    private final Catalogue catalogue;

    private final Words words;

    CircuitController(HouseEditing editing, Catalogue catalogue, Words words) {
        this.words = words;
        this.editing = editing;
        this.catalogue = catalogue;
    }

    /** A load as shown: figures with units and how sure they are. */
    @RecordBuilder
    public record LoadView(
            int index,
            String name,
            String running,
            String starting,
            String known,
            String error,
            String from,
            String duty,
            boolean leftOff) {}

    @GetMapping("/house/circuit/{id}")
    String show(
            @AuthenticationPrincipal Account account,
            @PathVariable String id,
            @RequestParam(required = false) @Nullable Integer load,
            @RequestParam(defaultValue = "") String q,
            @RequestParam(defaultValue = "false") boolean links,
            Model model) {
        Household file = editing.open(account, "/house", model).file();
        HomeCircuit entry = file.find(id);
        if (entry == null) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND, say("house.circuit.this-circuit-is-not-there"));
        }
        model.addAttribute("circuit", entry);
        model.addAttribute("printed", file.printed(entry));
        model.addAttribute("where", words.panel(file.panel(entry.panel()).name()));
        model.addAttribute("loads", views(entry));
        model.addAttribute("total", totals(entry));
        model.addAttribute(
                "others",
                file.circuits().stream().filter(other -> other != entry).toList());
        model.addAttribute("q", q);
        model.addAttribute("found", q.isBlank() ? List.of() : catalogue.search(q, MOST_FOUND));
        boolean editingLoad = load != null && load >= 0 && load < entry.loads().size();
        model.addAttribute("load", editingLoad ? load : null);
        model.addAttribute("links", links);
        Form form = (Form) Objects.requireNonNull(model.getAttribute("form"));
        if (!form.wrong()) {
            model.addAttribute(
                    "form",
                    new Form(
                            links
                                    ? linkValues(entry)
                                    : editingLoad
                                            ? loadValues(entry.loads().get(Objects.requireNonNull(load)))
                                            : Map.of(
                                                    "volts",
                                                    entry.circuit().twoPole() ? "240" : "120",
                                                    "known",
                                                    "nameplate")));
        }
        return "house/circuit";
    }

    static List<LoadView> views(HomeCircuit entry) {
        List<LoadView> views = new ArrayList<>();
        for (int i = 0; i < entry.loads().size(); i++) {
            HomeLoad load = entry.loads().get(i);
            views.add(CircuitControllerLoadViewBuilder.builder()
                    .index(i)
                    .name((load.load().count() > 1 ? load.load().count() + " × " : "")
                            + load.load().name())
                    .running(Shown.watts(load.load().runningWatts()))
                    .starting(Shown.watts(load.load().startingWatts()))
                    .known(load.known().word())
                    .error("± " + Shown.watts(load.running().plusMinus()))
                    .from(from(load))
                    .duty(Shown.plain(load.load().dutyPercent()) + " %")
                    .leftOff(load.leftOff())
                    .build());
        }
        return views;
    }

    /** What the watts were computed from, in one line. */
    private static String from(HomeLoad entry) {
        Load load = entry.load();
        Nameplate plate = load.nameplate();
        if (entry.clamp() != null) {
            ClampReading clamp = entry.clamp();
            return say(
                    "house.circuit.before-after",
                    "beforeAmps",
                    Shown.amps(clamp.beforeAmps()),
                    "afterAmps",
                    Shown.amps(clamp.afterAmps()),
                    "start",
                    (clamp.inrushAmps() == null
                            ? ""
                            : say("house.circuit.at-the-start", "inrushAmps", Shown.amps(clamp.inrushAmps()))));
        }
        List<String> parts = new ArrayList<>();
        if (plate.runningWatts() == null) {
            parts.add(
                    plate.amps() != null
                            ? Shown.amps(plate.amps()) + " × " + load.volts() + " V"
                            : say(
                                    "house.circuit.hp-by-the-motor-table",
                                    "horsepower",
                                    Shown.plain(Objects.requireNonNull(plate.horsepower()))));
        }
        if (plate.startingWatts() == null) {
            if (plate.lockedRotorAmps() != null) {
                parts.add(say(
                        "house.circuit.start-locked-rotor", "lockedRotorAmps", Shown.amps(plate.lockedRotorAmps())));
            } else if (plate.horsepower() != null && plate.codeLetter() != null) {
                parts.add(say("house.circuit.start-code-letter", "codeLetter", plate.codeLetter()));
            } else if (load.extraWatts() > 0) {
                parts.add(say("house.circuit.start-three-times-running-by"));
            }
        }
        return String.join("; ", parts);
    }

    private static String totals(HomeCircuit entry) {
        Estimate running = entry.running();
        return running.value() == 0
                ? say("house.circuit.nothing-hangs-on-it-yet")
                : say(
                        "house.circuit.running-when-its-breaker-closes",
                        "runningWatts",
                        Shown.watts(running.value()),
                        "plusMinus",
                        Shown.watts(running.plusMinus()),
                        "startingWatts",
                        Shown.watts(entry.circuit().startingWatts()));
    }

    private static Map<String, String> linkValues(HomeCircuit entry) {
        EnteredCircuit entered = entry.entered();
        Map<String, String> values = new HashMap<>();
        entered.ties().needs().forEach(id -> values.put("needs-" + id, "on"));
        Leg leg = entered.seat().legAsFound();
        values.put("legAsFound", leg == null ? "" : leg.word());
        entered.ties().notWith().forEach(id -> values.put("notWith-" + id, "on"));
        values.put(
                "sharedNeutralWith", Objects.requireNonNullElse(entered.ties().sharedNeutralWith(), ""));
        return values;
    }

    private static Map<String, String> loadValues(HomeLoad entry) {
        Load load = entry.load();
        Nameplate plate = load.nameplate();
        Map<String, String> values = new HashMap<>();
        values.put("name", load.name());
        values.put("volts", String.valueOf(load.volts()));
        putText(values, "leg", load.leg() == null ? null : load.leg().word());
        putNumber(values, "runningWatts", plate.runningWatts());
        putNumber(values, "startingWatts", plate.startingWatts());
        putNumber(values, "amps", plate.amps());
        putNumber(values, "horsepower", plate.horsepower());
        putText(values, "codeLetter", plate.codeLetter());
        putNumber(values, "lockedRotorAmps", plate.lockedRotorAmps());
        putText(values, "motor", plate.motor() ? "true" : null);
        putNumber(values, "dutyPercent", load.dutyPercent() == 100 ? null : (Double) load.dutyPercent());
        putText(values, "count", load.count() == 1 ? null : String.valueOf(load.count()));
        putNumber(values, "lowWatts", entry.lowWatts());
        putNumber(values, "highWatts", entry.highWatts());
        putText(values, "leftOff", entry.leftOff() ? "true" : null);
        values.put("known", entry.known().word());
        ClampReading clamp = entry.clamp();
        if (clamp != null) {
            putNumber(values, "beforeAmps", clamp.beforeAmps());
            putNumber(values, "afterAmps", clamp.afterAmps());
            putNumber(values, "inrushAmps", clamp.inrushAmps());
        }
        return values;
    }

    private static void putText(Map<String, String> values, String field, @Nullable String text) {
        if (text != null) {
            values.put(field, text);
        }
    }

    private static void putNumber(Map<String, String> values, String field, @Nullable Double number) {
        putText(values, field, number == null ? null : Shown.plain(number));
    }

    @PostMapping("/house/circuit/{id}/load")
    String saveLoad(
            @AuthenticationPrincipal Account account,
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        Integer index = form.whole("index");
        String name = form.required("name", "form.what-is-it");
        Phrase change = Phrase.of(index == null ? "change.added-2" : "change.changed-load", "name", name);
        boolean done = editing.change(account, form, change, house -> {
            EnteredCircuit circuit = house.entered(id);
            HomeLoad load = loadFrom(form, name, circuit.seat().spaces().size() == 1);
            form.requireSound();
            if (index == null) {
                return house.withLoad(id, load);
            }
            List<HomeLoad> loads = new ArrayList<>(circuit.loads());
            InvalidInput.unless(index >= 0 && index < loads.size(), "", "invalid.load-gone");
            loads.set(index, load);
            return house.withCircuit(id, one -> one.withLoads(loads));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.is-saved-2", "name", name));
            return "redirect:/house/circuit/" + id;
        }
        model.addAttribute("form", form);
        return show(account, id, index, "", false, model);
    }

    /** Measured amps, when given, are what its watts come from; the readings are kept with them. */
    private static HomeLoad loadFrom(Form form, String name, boolean single) {
        int volts = form.value("volts").equals("240") ? 240 : 120;
        Leg leg = single || volts == 240 ? null : form.wordOrNull(Leg.class, "leg");
        Estimate.Known known = form.word(Estimate.Known.class, "known", Estimate.Known.NAMEPLATE);
        Double running = form.number("runningWatts");
        Double starting = form.number("startingWatts");
        Double low = form.number("lowWatts");
        Double high = form.number("highWatts");
        Double after = form.number("afterAmps");
        ClampReading clamp = null;
        if (known == Estimate.Known.MEASURED && after != null) {
            Double before = form.number("beforeAmps");
            clamp = new ClampReading(before == null ? 0 : before, after, form.number("inrushAmps"));
            running = clamp.runningWatts(volts);
            Double start = clamp.startingWatts(volts);
            starting = start == null ? starting : start;
            low = null;
            high = null;
        }
        if (known == Estimate.Known.MEASURED && after == null && running == null) {
            form.problem("afterAmps", "form.what-the-meter-showed-after");
        }
        String letter = form.text("codeLetter");
        Nameplate plate = new Nameplate(
                running,
                starting,
                form.number("amps"),
                form.number("horsepower"),
                letter == null ? null : letter.toUpperCase(Locale.ROOT),
                form.number("lockedRotorAmps"),
                form.checked("motor"));
        Double duty = form.number("dutyPercent");
        Integer count = form.whole("count");
        form.requireSound();
        Load load = new Load(name, volts, leg, plate, duty == null ? 100 : duty, count == null ? 1 : count);
        return new HomeLoad(load, known, low, high, form.checked("leftOff"), clamp);
    }

    @PostMapping("/house/circuit/{id}/catalogue")
    String fromCatalogue(
            @AuthenticationPrincipal Account account,
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        Catalogue.Typical typical = catalogue
                .named(form.value("name"))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        boolean done = editing.change(account, form, Phrase.of("change.added-2", "name", typical.name()), house -> {
            boolean twoPole = house.entered(id).seat().spaces().size() == 2;
            return house.withLoad(id, typical.load(twoPole));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.is-added-as-a-guess", "name", typical.name()));
            return form.checked("panel") ? "redirect:/house?circuit=" + id : "redirect:/house/circuit/" + id;
        }
        model.addAttribute("form", form);
        return show(account, id, null, form.value("q"), false, model);
    }

    @PostMapping("/house/circuit/{id}/load/remove")
    String removeLoad(
            @AuthenticationPrincipal Account account,
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            Model model) {
        Form form = new Form(typed);
        Integer index = form.whole("index");
        if (editing.change(account, form, Phrase.of("change.took-a-load-off"), house -> {
            List<HomeLoad> loads = new ArrayList<>(house.entered(id).loads());
            InvalidInput.unless(index != null && index >= 0 && index < loads.size(), "", "invalid.load-gone");
            loads.remove((int) Objects.requireNonNull(index));
            return house.withCircuit(id, one -> one.withLoads(loads));
        })) {
            return "redirect:/house/circuit/" + id;
        }
        model.addAttribute("form", form);
        return show(account, id, null, "", false, model);
    }

    @PostMapping("/house/circuit/{id}/links")
    String saveLinks(
            @AuthenticationPrincipal Account account,
            @PathVariable String id,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.changed-what-depends-on-what"), house -> {
            EnteredCircuit before = house.entered(id);
            EnteredCircuit.Ties ties = new EnteredCircuit.Ties(
                    named(typed, "needs-"),
                    named(typed, "notWith-"),
                    before.ties().sharedNeutralWith());
            EnteredCircuit.Seat seat = new EnteredCircuit.Seat(
                    before.seat().panel(), before.seat().spaces(), form.wordOrNull(Leg.class, "legAsFound"));
            return house.withCircuit(id, one -> one.withTies(ties).withSeat(seat))
                    .sharingNeutral(id, form.text("sharedNeutralWith"));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.saved"));
            return "redirect:/house/circuit/" + id;
        }
        model.addAttribute("form", form);
        return show(account, id, null, "", true, model);
    }

    private static List<String> named(Map<String, String> typed, String prefix) {
        return typed.keySet().stream()
                .filter(field -> field.startsWith(prefix))
                .map(field -> field.substring(prefix.length()))
                .sorted()
                .toList();
    }
}
