package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.security.Role;
import juiceswap.web.words.Words;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What all pages of the house share: how they begin, and how a form becomes a change. */
@Component
class HouseEditing {
    private static final int LONGEST_ID = 40;

    /** The pages of the house in the order of their tabs. */
    private static final List<String> TABS =
            List.of("panel", "loads", "supply", "choose", "needs", "size", "cords", "device", "people", "files");

    private static final List<String> TABS_OF_AN_ELECTRICIAN = List.of("panel", "supply", "device", "people");

    /** Files hold the whole household, keys included. */
    private static final List<String> TABS_OF_A_WATCHER =
            TABS.stream().filter(tab -> !tab.equals("files")).toList();

    private final Households households;
    private final Words words;

    HouseEditing(Households households, Words words) {
        this.households = households;
        this.words = words;
    }

    /** Small letters, digits and hyphens of a label, for an id. */
    static String plain(String label) {
        String plain = Normalizer.normalize(label, Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        return plain.substring(0, Math.min(LONGEST_ID, plain.length()));
    }

    /** Fills in what every page of the house shows; throws 404 when there is no house yet. */
    Households.Held open(Account account, String tab, Model model) {
        Households.Held held = households
                .held(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(
                        HttpStatus.NOT_FOUND, say("house.house-editing.there-is-no-house-yet")));
        model.addAttribute("held", held);
        model.addAttribute("household", held.file());
        model.addAttribute("first", households.firstSteps(account.householdId(), held.file()));
        model.addAttribute("tabs", tabs(account));
        model.addAttribute("tab", tab);
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(Map.of()));
        }
        return held;
    }

    private static List<String> tabs(Account account) {
        return account.is(Role.ELECTRICIAN)
                ? TABS_OF_AN_ELECTRICIAN
                : account.is(Role.WATCHER) ? TABS_OF_A_WATCHER : TABS;
    }

    Optional<Household> file(Account account) {
        return households.file(account.householdId());
    }

    /** Says on the next page why a change was not made that has no form of its own to say it in. */
    void refuse(Form form, RedirectAttributes flash) {
        flash.addFlashAttribute("refused", words.everything(form.everything()));
    }

    /**
     * Stores a change made from a form. False when it could not be: then the form says why at its fields, and nothing is
     * stored.
     */
    boolean change(Account account, Form form, Phrase what, UnaryOperator<Household> edit) {
        return store(account, form, what, before -> edit.apply(Objects.requireNonNull(before)));
    }

    /** The same for a household that may have no house yet: then the change is made from null. */
    boolean begin(Account account, Form form, Phrase what, Supplier<Household> house) {
        return store(account, form, what, before -> house.get());
    }

    private boolean store(Account account, Form form, Phrase what, Households.Edit edit) {
        try {
            households.change(account.householdId(), form.version(), account.displayName(), words.say(what), before -> {
                Household after = edit.apply(before);
                form.requireSound();
                return after.withAbout(
                        after.about().withTyped(form.keptWith(after.about().typed())));
            });
            return true;
        } catch (InvalidInput invalid) {
            form.with(invalid);
        } catch (Households.Outdated outdated) {
            form.elsewhere().add(outdated.what());
        }
        return false;
    }
}
