package juiceswap.web.house;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.house.TransferDevice;
import juiceswap.web.form.Form;
import juiceswap.web.household.HouseDraft;
import juiceswap.web.security.Account;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A house from nothing: the few things that everything else hangs on. */
@Controller
class BeginController {
    /** What is most often so; the person corrects what isn't. */
    private static final Map<String, String> SUGGESTED = Map.of(
            "spaces", "24",
            "kind", "interlock",
            "output", "120/240",
            "fuel", "gasoline",
            "outletAmps", "30");

    /** Of a set that is not bought yet, until sizing says better: a common middle size. */
    private static final double CONSIDERED_RUNNING_WATTS = 5000;

    private static final double CONSIDERED_STARTING_WATTS = 6250;

    /** The form as it is first shown. */
    static Form form(String household) {
        Map<String, String> values = new HashMap<>(SUGGESTED);
        values.put("household", household);
        return new Form(values);
    }

    private final HouseEditing editing;

    BeginController(HouseEditing editing) {
        this.editing = editing;
    }

    @PostMapping("/house/begin")
    String begin(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        boolean considering = form.checked("considering");
        Integer spaces = form.whole("spaces");
        if (spaces == null) {
            form.problem("spaces", "count them, free ones included");
        }
        Double running = form.number("runningWatts");
        Double starting = form.number("startingWatts");
        if (running == null && !considering) {
            form.problem("runningWatts", "the smaller figure on the set, or tick that there is none yet");
        }
        Double outlet = form.number("outletAmps");
        if (outlet == null) {
            form.problem("outletAmps", "it is written beside the outlet");
        }
        Double mainAmps = form.number("mainAmps");
        Double cordM = form.number("lengthM");
        boolean done = editing.change(account, form, "described the house", draft -> {
            form.requireSound();
            draft.replaceWith(HouseDraft.beginning(
                    form.value("household").isBlank()
                            ? "Our house"
                            : form.value("household").strip()));
            ObjectNode panel = draft.object("panel");
            panel.put("spaces", spaces);
            HouseDraft.putNumber(panel, "mainAmps", mainAmps);
            TransferDevice.Kind kind =
                    TransferDevice.Kind.of(form.value("kind")).orElse(TransferDevice.Kind.CORDS);
            if (kind == TransferDevice.Kind.INTERLOCK && spaces >= 4) {
                HouseDraft.put(panel, "inputSpaces", List.of(2, 4));
            }
            draft.transfer().put("kind", kind.word());
            ObjectNode generator = draft.generator();
            generator.put("output", form.value("output"));
            generator.put("fuel", form.value("fuel"));
            ObjectNode rating = generator.putArray("ratings").addObject();
            rating.put("fuel", form.value("fuel"));
            double runs = running == null ? CONSIDERED_RUNNING_WATTS : running;
            HouseDraft.putNumber(rating, "runningWatts", runs);
            HouseDraft.putNumber(
                    rating,
                    "startingWatts",
                    starting != null ? starting : running == null ? (Double) CONSIDERED_STARTING_WATTS : (Double) runs);
            if (considering) {
                draft.object("supply").put("considering", true);
            }
            path(draft.path(), kind, outlet, form.text("awg"), cordM);
        });
        if (done) {
            return "redirect:/house";
        }
        model.addAttribute("form", form);
        model.addAttribute("samples", FilesController.SAMPLES);
        return "house/begin";
    }

    private static void path(ArrayNode path, TransferDevice.Kind kind, double amps, String awg, Double lengthM) {
        link(path, "outputBreaker", amps);
        if (kind == TransferDevice.Kind.CORDS) {
            return;
        }
        ObjectNode cord = link(path, "cord", amps);
        HouseDraft.put(cord, "awg", awg);
        HouseDraft.putNumber(cord, "lengthM", lengthM);
        link(path, "inlet", amps);
        link(path, kind.switchesPanel() ? "inputBreaker" : "transfer", amps);
    }

    private static ObjectNode link(ArrayNode path, String kind, double amps) {
        ObjectNode link = path.addObject();
        link.put("kind", kind);
        HouseDraft.putNumber(link, "amps", amps);
        return link;
    }
}
