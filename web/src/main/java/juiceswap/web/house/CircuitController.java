package juiceswap.web.house;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.meter.ClampReading;
import juiceswap.web.exchange.CircuitEntry;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.LoadEntry;
import juiceswap.web.form.Form;
import juiceswap.web.household.HouseDraft;
import juiceswap.web.security.Account;
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
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** One circuit: what hangs on it, how that is known, and what it depends on. */
@Controller
class CircuitController {
    private static final int MOST_FOUND = 8;

    private final HouseEditing editing;
    private final Catalogue catalogue;

    CircuitController(HouseEditing editing, Catalogue catalogue) {
        this.editing = editing;
        this.catalogue = catalogue;
    }

    /** A load as shown: figures with units and how sure they are. */
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
        HouseholdFile file = editing.open(account, "/house", model).file();
        CircuitEntry entry = file.find(id);
        if (entry == null) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND, "This circuit is not there any more");
        }
        model.addAttribute("circuit", entry);
        model.addAttribute("printed", file.printed(entry));
        model.addAttribute("where", file.panel(entry.panel()).name());
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
                                    ? linkValues(file, entry)
                                    : editingLoad
                                            ? loadValues(file, id, load)
                                            : Map.of(
                                                    "volts",
                                                    entry.circuit().twoPole() ? "240" : "120",
                                                    "known",
                                                    "nameplate")));
        }
        return "house/circuit";
    }

    static List<LoadView> views(CircuitEntry entry) {
        List<LoadView> views = new ArrayList<>();
        for (int i = 0; i < entry.loads().size(); i++) {
            LoadEntry load = entry.loads().get(i);
            views.add(new LoadView(
                    i,
                    (load.load().count() > 1 ? load.load().count() + " × " : "")
                            + load.load().name(),
                    Shown.watts(load.load().runningWatts()),
                    Shown.watts(load.load().startingWatts()),
                    load.known().word(),
                    "± " + Shown.watts(load.running().plusMinus()),
                    from(load),
                    Shown.plain(load.load().dutyPercent()) + " %",
                    load.leftOff()));
        }
        return views;
    }

    /** What the watts were computed from, in one line. */
    private static String from(LoadEntry entry) {
        Load load = entry.load();
        Nameplate plate = load.nameplate();
        if (entry.clamp() != null) {
            ClampReading clamp = entry.clamp();
            return Shown.amps(clamp.beforeAmps()) + " before, " + Shown.amps(clamp.afterAmps()) + " after"
                    + (clamp.inrushAmps() == null ? "" : ", " + Shown.amps(clamp.inrushAmps()) + " at the start");
        }
        List<String> parts = new ArrayList<>();
        if (plate.runningWatts() == null) {
            parts.add(
                    plate.amps() != null
                            ? Shown.amps(plate.amps()) + " × " + load.volts() + " V"
                            : Shown.plain(Objects.requireNonNull(plate.horsepower())) + " hp by the motor table");
        }
        if (plate.startingWatts() == null) {
            if (plate.lockedRotorAmps() != null) {
                parts.add("start: " + Shown.amps(plate.lockedRotorAmps()) + " locked rotor");
            } else if (plate.horsepower() != null && plate.codeLetter() != null) {
                parts.add("start: code letter " + plate.codeLetter());
            } else if (load.extraWatts() > 0) {
                parts.add("start: three times running, by rule of thumb");
            }
        }
        return String.join("; ", parts);
    }

    private static String totals(CircuitEntry entry) {
        Estimate running = entry.running();
        return running.value() == 0
                ? "Nothing hangs on it yet."
                : Shown.watts(running.value()) + " running ± " + Shown.watts(running.plusMinus()) + ", "
                        + Shown.watts(entry.circuit().startingWatts()) + " when its breaker closes.";
    }

    private static Map<String, String> linkValues(HouseholdFile file, CircuitEntry entry) {
        Map<String, String> values = new HashMap<>();
        entry.circuit().needs().stream()
                .filter(id -> !id.equals(entry.circuit().fedThrough()))
                .forEach(id -> values.put("needs-" + id, "on"));
        values.put("legAsFound", Json.text(node(file, entry.id()), "legAsFound", ""));
        entry.circuit().notWith().forEach(id -> values.put("notWith-" + id, "on"));
        values.put(
                "sharedNeutralWith", Objects.requireNonNullElse(entry.circuit().sharedNeutralWith(), ""));
        return values;
    }

    private static Map<String, String> loadValues(HouseholdFile file, String circuit, int index) {
        JsonNode node = node(file, circuit).path("loads").path(index);
        Map<String, String> values = new HashMap<>();
        node.properties().forEach(field -> {
            JsonNode value = field.getValue();
            if (value.isNumber()) {
                values.put(field.getKey(), Shown.plain(value.asDouble()));
            } else if (value.isString()) {
                values.put(field.getKey(), value.asString());
            } else if (value.isBoolean() && value.asBoolean()) {
                values.put(field.getKey(), "true");
            }
        });
        node.path("clamp")
                .properties()
                .forEach(field ->
                        values.put(field.getKey(), Shown.plain(field.getValue().asDouble())));
        values.putIfAbsent("known", "nameplate");
        return values;
    }

    private static JsonNode node(HouseholdFile file, String circuit) {
        for (JsonNode node : file.json().path("setup").path("circuits")) {
            if (node.path("id").asString().equals(circuit)) {
                return node;
            }
        }
        throw new IllegalStateException("a circuit of the file is in its document");
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
        String name = form.required("name", "what is it");
        boolean done = editing.change(account, form, (index == null ? "added " : "changed ") + name, draft -> {
            ObjectNode load =
                    loadFrom(form, name, draft.circuit(id).path("spaces").size() == 1);
            form.requireSound();
            ArrayNode loads = draft.loads(id);
            if (index == null) {
                loads.add(load);
            } else {
                InvalidInput.unless(index >= 0 && index < loads.size(), "", "invalid.load-gone");
                loads.set(index, load);
            }
        });
        if (done) {
            flash.addFlashAttribute("taken", name + " is saved.");
            return "redirect:/house/circuit/" + id;
        }
        model.addAttribute("form", form);
        return show(account, id, index, "", false, model);
    }

    /** Measured amps, when given, are what its watts come from; the readings are kept with them. */
    private static ObjectNode loadFrom(Form form, String name, boolean single) {
        ObjectNode load = Json.MAPPER.createObjectNode();
        int volts = form.value("volts").equals("240") ? 240 : 120;
        load.put("name", name);
        load.put("volts", volts);
        if (!single && volts == 120) {
            HouseDraft.put(load, "leg", form.text("leg"));
        }
        String known = form.value("known").isEmpty() ? "nameplate" : form.value("known");
        for (String field : List.of(
                "runningWatts", "startingWatts", "amps", "horsepower", "lockedRotorAmps", "lowWatts", "highWatts")) {
            HouseDraft.putNumber(load, field, form.number(field));
        }
        String letter = form.text("codeLetter");
        HouseDraft.put(load, "codeLetter", letter == null ? null : letter.toUpperCase(Locale.ROOT));
        HouseDraft.put(load, "motor", form.checked("motor") ? true : null);
        HouseDraft.put(load, "leftOff", form.checked("leftOff") ? true : null);
        HouseDraft.putNumber(load, "dutyPercent", form.number("dutyPercent"));
        HouseDraft.put(load, "count", form.whole("count"));
        Double after = form.number("afterAmps");
        if (known.equals("measured") && after != null) {
            Double before = form.number("beforeAmps");
            ClampReading reading = new ClampReading(before == null ? 0 : before, after, form.number("inrushAmps"));
            HouseDraft.putNumber(load, "runningWatts", reading.runningWatts(volts));
            Double starting = reading.startingWatts(volts);
            if (starting != null) {
                HouseDraft.putNumber(load, "startingWatts", starting);
            }
            ObjectNode clamp = load.putObject("clamp");
            HouseDraft.putNumber(clamp, "beforeAmps", reading.beforeAmps());
            HouseDraft.putNumber(clamp, "afterAmps", reading.afterAmps());
            HouseDraft.putNumber(clamp, "inrushAmps", reading.inrushAmps());
            load.remove("lowWatts");
            load.remove("highWatts");
        }
        load.put("known", known);
        if (known.equals("measured") && after == null && form.number("runningWatts") == null) {
            form.problem("afterAmps", "what the meter showed after it was switched on");
        }
        return load;
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
        boolean done = editing.change(account, form, "added " + typical.name(), draft -> {
            ObjectNode circuit = draft.circuit(id);
            ObjectNode load = draft.loads(id).addObject();
            load.put("name", typical.name());
            load.put("volts", typical.volts());
            if (typical.volts() == 120 && circuit.path("spaces").size() == 2) {
                load.put("leg", Leg.L1.word());
            }
            load.put("runningWatts", typical.watts());
            HouseDraft.put(load, "startingWatts", typical.startingWatts());
            HouseDraft.put(load, "motor", typical.motor() ? true : null);
            load.put("dutyPercent", typical.dutyPercent());
            load.put("known", "guessed");
            load.put("lowWatts", typical.low());
            load.put("highWatts", typical.high());
        });
        if (done) {
            flash.addFlashAttribute(
                    "taken", typical.name() + " is added as a guess. Read its label or measure it when you can.");
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
        if (editing.change(account, form, "took a load off", draft -> {
            ArrayNode loads = draft.loads(id);
            InvalidInput.unless(index != null && index >= 0 && index < loads.size(), "", "invalid.load-gone");
            loads.remove((int) index);
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
        boolean done = editing.change(account, form, "changed what depends on what", draft -> {
            ObjectNode circuit = draft.circuit(id);
            HouseDraft.put(circuit, "needs", named(typed, "needs-"));
            HouseDraft.put(circuit, "notWith", named(typed, "notWith-"));
            draft.sharedNeutral(id, form.text("sharedNeutralWith"));
            HouseDraft.put(circuit, "legAsFound", form.text("legAsFound"));
        });
        if (done) {
            flash.addFlashAttribute("taken", "Saved.");
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
