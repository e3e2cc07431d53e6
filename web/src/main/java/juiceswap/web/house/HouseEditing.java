package juiceswap.web.house;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import juiceswap.core.InvalidInput;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.form.Form;
import juiceswap.web.household.HouseDraft;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What all pages of the house share: how they begin, and how a form becomes a change. */
@Component
class HouseEditing {
    /** A page of the house: its address and its name. */
    record Tab(String href, String name) {}

    private static final List<Tab> TABS = List.of(
            new Tab("/house", "Panel"),
            new Tab("/house/loads", "Loads"),
            new Tab("/house/supply", "Supply"),
            new Tab("/house/choose", "Choose"),
            new Tab("/house/needs", "Needs"),
            new Tab("/house/size", "Size"),
            new Tab("/house/cords", "Cords"),
            new Tab("/house/device", "Transfer"),
            new Tab("/house/files", "Files"));

    private final Households households;

    HouseEditing(Households households) {
        this.households = households;
    }

    /** Fills in what every page of the house shows; throws 404 when there is no house yet. */
    Households.Held open(Account account, String tab, Model model) {
        Households.Held held = households
                .held(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND, "There is no house yet"));
        model.addAttribute("held", held);
        model.addAttribute("household", held.file());
        model.addAttribute("first", households.firstSteps(account.householdId(), held.file()));
        model.addAttribute("tabs", TABS);
        model.addAttribute("tab", tab);
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(Map.of()));
        }
        return held;
    }

    Optional<HouseholdFile> file(Account account) {
        return households.file(account.householdId());
    }

    /** Says on the next page why a change was not made that has no form of its own to say it in. */
    static void refuse(Form form, RedirectAttributes flash) {
        flash.addFlashAttribute("refused", form.everything());
    }

    /**
     * Stores a change made from a form. False when it could not be: then the form says why at its fields, and nothing is
     * stored.
     */
    boolean change(Account account, Form form, String what, Consumer<HouseDraft> edit) {
        try {
            households.change(account.householdId(), form.version(), account.displayName(), what, file -> {
                HouseDraft draft = new HouseDraft(file);
                edit.accept(draft);
                form.requireSound();
                return draft.file();
            });
            return true;
        } catch (InvalidInput invalid) {
            form.with(invalid);
        } catch (Households.Outdated outdated) {
            form.elsewhere().add(outdated.getMessage());
        }
        return false;
    }
}
