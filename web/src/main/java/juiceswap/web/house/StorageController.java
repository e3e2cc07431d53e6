package juiceswap.web.house;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Phrase;
import juiceswap.core.house.Circuit;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.Storage;
import juiceswap.web.form.Form;
import juiceswap.web.security.Account;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A battery station beside the generator: what it holds and gives, how it is charged, what is plugged into it. */
@Controller
class StorageController {
    /** What a circuit that is plugged into it is called in the form: this and its id. */
    private static final String CARRIES = "carries-";

    private final HouseEditing editing;

    StorageController(HouseEditing editing) {
        this.editing = editing;
    }

    @GetMapping("/house/battery")
    String show(@AuthenticationPrincipal Account account, Model model) {
        Household house = editing.open(account, "/house/supply", model).file();
        Storage storage = house.supply().storage();
        if (model.getAttribute("form") instanceof Form form && !form.wrong()) {
            model.addAttribute("form", new Form(values(storage)));
        }
        model.addAttribute("there", storage != null);
        model.addAttribute("burns", house.setup().source().burns());
        Map<String, String> circuits = new LinkedHashMap<>();
        List<Circuit> pluggable = new ArrayList<>();
        for (Circuit circuit : house.setup().circuits()) {
            if (!circuit.lockedOff() && circuit.runningWatts() > 0) {
                circuits.put(circuit.id(), circuit.label());
                boolean charger = storage != null
                        && circuit.id().equals(storage.charging().circuit());
                if (!circuit.has240() && !charger) {
                    pluggable.add(circuit);
                }
            }
        }
        model.addAttribute("chargers", circuits);
        model.addAttribute("pluggable", pluggable);
        return "house/battery";
    }

    private static Map<String, String> values(@Nullable Storage storage) {
        Map<String, String> values = new HashMap<>();
        if (storage == null) {
            values.put("lowPercent", Shown.plain(Battery.USUAL_LOW_PERCENT));
            values.put("efficiencyPercent", Shown.plain(Battery.USUAL_EFFICIENCY_PERCENT));
            return values;
        }
        values.put("wattHours", Shown.plain(storage.wattHours()));
        values.put("runningWatts", Shown.plain(storage.runningWatts()));
        values.put("startingWatts", Shown.plain(storage.startingWatts()));
        values.put("chargingWatts", Shown.plain(storage.charging().watts()));
        values.put("chargingCircuit", storage.charging().circuit());
        values.put("efficiencyPercent", Shown.plain(storage.charging().efficiencyPercent()));
        values.put("lowPercent", Shown.plain(storage.lowPercent()));
        storage.carries().forEach(id -> values.put(CARRIES + id, "true"));
        return values;
    }

    @PostMapping("/house/battery")
    String save(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean gone = typed.getOrDefault("what", "").equals("remove");
        boolean done = editing.change(
                account,
                form,
                Phrase.of(gone ? "change.battery-gone" : "change.battery"),
                house -> house.withSupply(house.supply().withStorage(gone ? null : storage(form, house))));
        if (!done) {
            model.addAttribute("form", form);
            return show(account, model);
        }
        flash.addFlashAttribute("taken", Phrase.of("told.saved"));
        return gone ? "redirect:/house/supply" : "redirect:/house/battery";
    }

    private static Storage storage(Form form, Household house) {
        double wattHours = form.above0("wattHours", "form.must-be-more-than-0");
        double running = form.above0("runningWatts", "form.must-be-more-than-0");
        Double starting = form.number("startingWatts");
        double charging = form.above0("chargingWatts", "form.must-be-more-than-0");
        String circuit = form.required("chargingCircuit", "invalid.choose-circuit");
        Double efficiency = form.number("efficiencyPercent");
        Double low = form.number("lowPercent");
        form.requireSound();
        List<String> carries = new ArrayList<>();
        house.setup().circuits().stream()
                .map(Circuit::id)
                .filter(id -> form.checked(CARRIES + id))
                .forEach(carries::add);
        InvalidInput.unless(house.find(circuit) != null, "/chargingCircuit", "invalid.choose-circuit");
        Storage storage = new Storage(
                wattHours,
                running,
                starting == null ? running : starting,
                new Storage.Charging(
                        circuit, charging, efficiency == null ? Battery.USUAL_EFFICIENCY_PERCENT : efficiency),
                low == null ? Battery.USUAL_LOW_PERCENT : low,
                carries);
        List<Problem> unfit = house.setup().withStorage(storage).unfitStorage();
        if (!unfit.isEmpty()) {
            throw new InvalidInput(unfit.stream()
                    .map(problem -> new Problem(field(problem.field()), problem.what()))
                    .toList());
        }
        return storage;
    }

    /** The field of the form for one of the file. */
    private static String field(String pointer) {
        return switch (pointer) {
            case "/storage/charging/watts" -> "/chargingWatts";
            case "/storage/carries" -> "/runningWatts";
            default -> "";
        };
    }
}
