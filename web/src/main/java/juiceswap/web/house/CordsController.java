package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.capacity.CordPlan;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.electrical.VoltageDrop;
import juiceswap.core.house.Load;
import juiceswap.core.household.ExtensionCord;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Quantity;
import juiceswap.core.supply.Limits;
import juiceswap.web.form.Form;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Extension cords instead of house wiring: which appliance hangs on which, and whether the cord is good for it. */
@Controller
class CordsController {
    private final HouseEditing editing;

    CordsController(HouseEditing editing) {
        this.editing = editing;
    }

    /** A cord with what it carries. */
    @RecordBuilder
    public record CordView(
            int index,
            String name,
            String wire,
            String amps,
            String carries,
            String drop,
            String startDrop,
            String verdict,
            List<String> faults,
            List<String> appliances) {}

    /** An appliance that could hang on a cord. */
    public record ApplianceView(String key, String name, String watts, int cord, String advice) {}

    @GetMapping("/house/cords")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable Integer cord,
            @RequestParam(defaultValue = "false") boolean add,
            Model model) {
        Household file = editing.open(account, "/house/cords", model).file();
        List<CordView> cords = new ArrayList<>();
        for (int i = 0; i < file.cords().size(); i++) {
            cords.add(view(i, file.cords().get(i), file));
        }
        Integer one = cord != null && cord >= 0 && cord < file.cords().size() ? cord : null;
        model.addAttribute("cords", cords);
        model.addAttribute("appliances", appliances(file, (Form) Objects.requireNonNull(model.getAttribute("form"))));
        model.addAttribute("cord", one);
        model.addAttribute("add", add || one != null);
        model.addAttribute("gauges", Conductor.gauges().subList(0, 6));
        model.addAttribute("gfciSet", file.setup().source().gfciOutlets());
        Form form = (Form) Objects.requireNonNull(model.getAttribute("form"));
        if (!form.wrong() && one != null) {
            ExtensionCord chosen = file.cords().get(one);
            Map<String, String> values = new HashMap<>();
            values.put("name", chosen.name());
            values.put("awg", chosen.cord().wire().gauge());
            values.put(
                    "lengthM",
                    file.field("lengthM", Quantity.metres(chosen.cord().lengthM())));
            values.put(
                    "plugAmps",
                    chosen.cord().plugAmps() == null
                            ? ""
                            : Shown.plain(chosen.cord().plugAmps()));
            if (chosen.cord().gfci()) {
                values.put("gfci", "true");
            }
            model.addAttribute("form", new Form(values));
        }
        return "house/cords";
    }

    private static final Quantity USUAL_CORD = Quantity.metres(CordPlan.USUAL_LENGTH_M);

    private static CordView view(int index, ExtensionCord cord, Household file) {
        List<Load> loads = file.loadsOn(cord);
        CordPlan.Judged judged = file.judged(cord);
        List<String> faults =
                judged.faults().stream().map(fault -> words(fault, judged)).toList();
        return CordsControllerCordViewBuilder.builder()
                .index(index)
                .name(cord.name())
                .wire(cord.cord().wire().gauge() + " AWG, "
                        + InUse.measures().show(Quantity.metres(cord.cord().lengthM())))
                .amps(Shown.amps(judged.running().amps()))
                .carries(
                        judged.running().ampacity() == null
                                ? say("house.cords.not-known")
                                : Shown.plain(judged.running().ampacity()) + " A")
                .drop(percent(judged.running()))
                .startDrop(percent(judged.starting()))
                .verdict(loads.isEmpty() ? "" : !judged.ok() ? "stop" : faults.isEmpty() ? "good" : "watch")
                .faults(faults)
                .appliances(cord.appliances().stream()
                        .map(ExtensionCord.Appliance::load)
                        .toList())
                .build();
    }

    private static String percent(VoltageDrop drop) {
        return say("house.cords.drop", "percent", drop.percent(), "volts", drop.endVolts());
    }

    private static String words(CordPlan.Fault fault, CordPlan.Judged judged) {
        return switch (fault) {
            case OVER_AMPACITY ->
                say(
                        "house.cords.too-much-where-it-carries",
                        "amps",
                        Shown.amps(judged.running().amps()),
                        "ampacity",
                        Shown.plain(Objects.requireNonNull(judged.running().ampacity())));
            case TOO_MUCH_FOR_HOURS -> say("house.cords.too-much-for-hours");
            case NEEDS_240 -> say("house.cords.a-240-v-appliance-cant");
            case DROP -> say("house.cords.more-than-5-is-lost");
            case DROP_AT_START -> say("house.cords.more-than-5-is-lost-2");
            case NO_GFCI -> say("house.cords.no-ground-fault-protection-use");
        };
    }

    private static List<ApplianceView> appliances(Household file, Form form) {
        Map<String, Integer> cordOf = form.wrong() ? chosen(form.typed()) : new HashMap<>();
        for (int i = 0; i < file.cords().size(); i++) {
            for (ExtensionCord.Appliance appliance : file.cords().get(i).appliances()) {
                cordOf.putIfAbsent(appliance.circuit() + "/" + appliance.load(), i);
            }
        }
        List<ApplianceView> views = new ArrayList<>();
        for (HomeCircuit entry : file.circuits()) {
            for (HomeLoad load : entry.loads()) {
                String key = entry.id() + "/" + load.load().name();
                String advice = load.load().is240()
                        ? say("house.cords.240-v-not-by-cord")
                        : VoltageDrop.thinnestGood(
                                        Limits.LEG_VOLTS,
                                        load.load().startingWatts() / Limits.LEG_VOLTS,
                                        CordPlan.USUAL_LENGTH_M)
                                .map(wire -> say(
                                        "house.cords.alone-at-15-m-awg", "gauge", wire.gauge(), "length", USUAL_CORD))
                                .orElse(say("house.cords.too-much-for-a-cord", "length", USUAL_CORD));
                views.add(new ApplianceView(
                        key,
                        load.load().name() + ", " + entry.circuit().label(),
                        Shown.watts(load.load().runningWatts()) + " / "
                                + Shown.watts(load.load().startingWatts()),
                        load.load().is240() ? -2 : cordOf.getOrDefault(key, -1),
                        advice));
            }
        }
        return views;
    }

    @PostMapping("/house/cords/cord")
    String saveCord(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        Integer index = form.whole("index");
        boolean remove = form.value("what").equals("remove");
        String name = remove ? "" : form.required("name", "form.a-name-such-as-orange");
        Phrase change = remove ? Phrase.of("change.took-out-cord") : Phrase.of("change.changed", "label", name);
        boolean done = editing.change(account, form, change, house -> {
            List<ExtensionCord> cords = new ArrayList<>(house.cords());
            InvalidInput.unless(index == null || index >= 0 && index < cords.size(), "", "invalid.cord-gone");
            if (remove && index != null) {
                cords.remove((int) index);
            } else if (index == null) {
                cords.add(new ExtensionCord(name, cord(form), List.of()));
            } else {
                cords.set(
                        index,
                        new ExtensionCord(name, cord(form), cords.get(index).appliances()));
            }
            return house.withSupply(house.supply().withCords(cords));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.saved"));
            return "redirect:/house/cords";
        }
        model.addAttribute("form", form);
        return show(account, index, true, model);
    }

    private static CordPlan.Cord cord(Form form) {
        Double length = form.amount(Dimension.LENGTH, "lengthM");
        if (length == null) {
            form.problem("lengthM", "form.its-length");
        }
        Conductor wire = Conductor.of(form.value("awg")).orElse(null);
        if (wire == null) {
            form.problem("awg", "invalid.choose-one");
        }
        // a plug that nobody has looked at is the usual one of a household
        Double typedPlug = form.number("plugAmps");
        Double plug = typedPlug == null ? (Double) CordPlan.USUAL_PLUG_AMPS : typedPlug;
        form.requireSound();
        return new CordPlan.Cord(
                Objects.requireNonNull(wire), Objects.requireNonNull(length), plug, form.checked("gfci"));
    }

    /** Hangs appliances on cords: as chosen, or as computed. */
    @PostMapping("/house/cords/assign")
    String assign(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean computed = form.value("what").equals("propose");
        boolean done = editing.change(account, form, Phrase.of("change.hung-appliances-on-cords"), house -> {
            Map<String, Integer> cordOf = computed ? proposed(house, typed) : chosen(typed);
            List<ExtensionCord> cords = new ArrayList<>();
            for (int i = 0; i < house.cords().size(); i++) {
                List<ExtensionCord.Appliance> appliances = new ArrayList<>();
                for (HomeCircuit entry : house.circuits()) {
                    for (HomeLoad load : entry.loads()) {
                        String name = load.load().name();
                        if (Objects.equals(cordOf.get(entry.id() + "/" + name), i)) {
                            appliances.add(new ExtensionCord.Appliance(entry.id(), name));
                        }
                    }
                }
                cords.add(house.cords().get(i).with(appliances));
            }
            return house.withSupply(house.supply().withCords(cords));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of(computed ? "told.spread" : "told.saved"));
            return "redirect:/house/cords";
        }
        model.addAttribute("form", form);
        return show(account, null, false, model);
    }

    private static Map<String, Integer> chosen(Map<String, String> typed) {
        Map<String, Integer> cordOf = new HashMap<>();
        typed.forEach((field, value) -> {
            if (field.startsWith("cord-") && value.matches("[0-9]{1,3}")) {
                cordOf.put(field.substring("cord-".length()), Integer.valueOf(value));
            }
        });
        return cordOf;
    }

    /** Those that hang on any cord now are spread anew. */
    private static Map<String, Integer> proposed(Household file, Map<String, String> typed) {
        Map<String, Integer> now = chosen(typed);
        List<String> keys = new ArrayList<>();
        List<Load> loads = new ArrayList<>();
        for (HomeCircuit entry : file.circuits()) {
            for (HomeLoad load : entry.loads()) {
                String key = entry.id() + "/" + load.load().name();
                if (now.containsKey(key)) {
                    keys.add(key);
                    loads.add(load.load());
                }
            }
        }
        List<Integer> cords =
                CordPlan.assign(file.cords().stream().map(file::protectedBySet).toList(), loads);
        Map<String, Integer> cordOf = new HashMap<>();
        for (int i = 0; i < keys.size(); i++) {
            cordOf.put(keys.get(i), cords.get(i));
        }
        return cordOf;
    }
}
