package juiceswap.web.house;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.StartControl;
import juiceswap.core.supply.StartControl.Kind;
import juiceswap.web.form.Form;
import juiceswap.web.household.Pictures;
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
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How this engine is started: its controls in their order, each with a note and a picture of the owner's. */
@Controller
class EngineController {
    private static final String PAGE = "redirect:/house/engine";

    private final HouseEditing editing;
    private final Pictures pictures;

    EngineController(HouseEditing editing, Pictures pictures) {
        this.editing = editing;
        this.pictures = pictures;
    }

    @GetMapping("/house/engine")
    String show(@AuthenticationPrincipal Account account, Model model) {
        Household house = editing.open(account, "/house/supply", model).file();
        model.addAttribute("kinds", kinds());
        model.addAttribute("burns", house.setup().source().engine() != null);
        return "house/engine";
    }

    private static List<String> kinds() {
        List<String> kinds = new ArrayList<>();
        for (Kind kind : Kind.values()) {
            kinds.add(kind.word());
        }
        return kinds;
    }

    /** Puts in what engines of this kind usually have, to be corrected. */
    @PostMapping("/house/engine/usual")
    String usual(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        return change(account, form, "change.engine-usual", model, flash, house -> {
            Generator engine = house.setup().source().engine();
            Fuel fuel = engine == null ? Fuel.GASOLINE : engine.fuel();
            return new ArrayList<>(StartControl.usual(fuel, form.text("electric") != null));
        });
    }

    @PostMapping("/house/engine/add")
    String add(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            @RequestParam(required = false) @Nullable MultipartFile photo,
            Model model,
            RedirectAttributes flash) {
        Form form = withPhoto(typed);
        return change(account, form, "change.engine-control", model, flash, house -> {
            List<StartControl> start = new ArrayList<>(house.supply().start());
            start.add(new StartControl(
                    form.word(Kind.class, "control", Kind.OTHER),
                    form.text("note"),
                    pictures.kept(account.householdId(), photo)));
            return start;
        });
    }

    /** Changes a control's note or picture, moves it nearer to the beginning, or takes it out. */
    @PostMapping("/house/engine/{index}")
    String save(
            @AuthenticationPrincipal Account account,
            @PathVariable int index,
            @RequestParam Map<String, String> typed,
            @RequestParam(required = false) @Nullable MultipartFile photo,
            Model model,
            RedirectAttributes flash) {
        Form form = withPhoto(typed);
        // what is wrong with it stands at the control that it was said of
        model.addAttribute("row", index);
        String what = typed.getOrDefault("what", "save");
        return change(account, form, "change.engine-control", model, flash, house -> {
            List<StartControl> start = new ArrayList<>(house.supply().start());
            if (index < 0 || index >= start.size()) {
                throw new ResponseStatusException(HttpStatus.NOT_FOUND);
            }
            switch (what) {
                case "remove" -> start.remove(index);
                case "earlier" -> Collections.swap(start, index, Math.max(0, index - 1));
                case "without-picture" ->
                    start.set(index, start.get(index).with(start.get(index).note(), null));
                default -> {
                    String fresh = pictures.kept(account.householdId(), photo);
                    StartControl old = start.get(index);
                    start.set(index, old.with(form.text("note"), fresh == null ? old.photo() : fresh));
                }
            }
            return start;
        });
    }

    /** How the list becomes another one. */
    private interface Edit {
        List<StartControl> of(Household house);
    }

    private String change(Account account, Form form, String what, Model model, RedirectAttributes flash, Edit edit) {
        boolean done = editing.change(
                account,
                form,
                Phrase.of(what),
                house -> house.withSupply(house.supply().withStart(edit.of(house))));
        if (!done) {
            model.addAttribute("form", form);
            return show(account, model);
        }
        editing.file(account)
                .ifPresent(house -> pictures.keepOnly(
                        account.householdId(),
                        house.supply().start().stream()
                                .map(StartControl::photo)
                                .filter(Objects::nonNull)
                                .collect(Collectors.toSet())));
        flash.addFlashAttribute("taken", Phrase.of("told.saved"));
        return PAGE;
    }

    /** A file is no text: its field is there all the same, for what may be wrong with it. */
    private static Form withPhoto(Map<String, String> typed) {
        Map<String, String> all = new HashMap<>(typed);
        all.put("photo", "");
        return new Form(all);
    }
}
