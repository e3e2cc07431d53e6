package juiceswap.web.house;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpSession;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import juiceswap.core.Phrase;
import juiceswap.web.drawing.QrCode;
import juiceswap.web.form.Form;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.security.AskedIn;
import juiceswap.web.security.People;
import juiceswap.web.security.Role;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.springframework.beans.factory.annotation.Value;
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
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/**
 * Who belongs to the household. What concerns others, below {@code /house/people/of}, is the owner's alone; what concerns
 * oneself, below {@code /house/people/own}, everybody's.
 */
@Controller
class PeopleController {
    private static final String PAGE = "redirect:/house/people";

    private final People people;
    private final Accounts accounts;
    private final AskedIn asked;
    private final HouseEditing editing;
    private final Words words;
    private final boolean encrypts;

    PeopleController(
            People people,
            Accounts accounts,
            AskedIn asked,
            HouseEditing editing,
            Words words,
            @Value("${juice.tls.directory:}") String certificates) {
        this.encrypts = !certificates.isBlank();
        this.people = people;
        this.accounts = accounts;
        this.asked = asked;
        this.editing = editing;
        this.words = words;
    }

    /**
     * Somebody as listed.
     *
     * @param ours what they are and their password are this household's alone to change
     */
    public record Listed(long id, String name, String login, String role, String licence, boolean self, boolean ours) {}

    /** Who asks for a household of their own. */
    public record Asking(long id, String household, String name, String login, String word, String at) {}

    /** An invitation as listed. */
    public record Invited(long id, String role, String by, String until) {}

    @GetMapping("/house/people")
    String show(@AuthenticationPrincipal Account account, Model model) {
        if (editing.file(account).isPresent()) {
            editing.open(account, "/house/people", model);
        }
        if (!(model.getAttribute("form") instanceof Form)) {
            model.addAttribute("form", new Form(Map.of()));
        }
        model.addAttribute("owns", account.is(Role.OWNER));
        model.addAttribute(
                "people",
                accounts.of(account.householdId()).stream()
                        .map(one -> new Listed(
                                one.id(),
                                one.displayName(),
                                one.login(),
                                one.standing().map(Role::word).orElseThrow(),
                                accounts.licence(one).orElse(""),
                                one.id() == account.id(),
                                people.oursAlone(one)))
                        .toList());
        model.addAttribute(
                "invited",
                people.open(account.householdId()).stream()
                        .map(one -> new Invited(one.id(), one.role().word(), one.invitedBy(), said(one.until())))
                        .toList());
        model.addAttribute("roles", roles());
        boolean invitesHouseholds = people.mayInviteHouseholds(account);
        model.addAttribute("invitesHouseholds", invitesHouseholds);
        model.addAttribute(
                "asking",
                invitesHouseholds
                        ? asked.waiting().stream()
                                .map(one -> new Asking(
                                        one.id(), one.household(), one.name(), one.login(), one.word(), said(one.at())))
                                .toList()
                        : List.of());
        model.addAttribute("encrypts", encrypts);
        return "house/people";
    }

    private static String said(Instant at) {
        return InUse.measures().dayAndClock(LocalDateTime.ofInstant(at, ZoneId.systemDefault()));
    }

    /** What the owner can make somebody. */
    private static List<String> roles() {
        return Stream.of(Role.values())
                .filter(role -> role != Role.OWNER)
                .map(Role::word)
                .toList();
    }

    private static Optional<Role> role(String word) {
        return Stream.of(Role.values())
                .filter(role -> role != Role.OWNER && role.word().equals(word))
                .findFirst();
    }

    /** The code is on the answer alone: it is kept nowhere, and the page that is asked for again doesn't show it. */
    @PostMapping("/house/people/of/invite")
    String invite(@AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String role, Model model) {
        boolean household = role.equals(Role.OWNER.word()) && people.mayInviteHouseholds(account);
        Role wanted = household ? Role.OWNER : role(role).orElseThrow(PeopleController::nobody);
        showCode(people.invite(account, wanted), "invitation." + wanted.word(), model);
        return show(account, model);
    }

    @GetMapping({"/house/people/of/invite", "/house/people/of/{id}/new-password"})
    String afterCode() {
        return PAGE;
    }

    private static void showCode(String code, String what, Model model) {
        String address = ServletUriComponentsBuilder.fromCurrentContextPath()
                .path("/come")
                .queryParam("code", code)
                .build()
                .toUriString();
        model.addAttribute("code", code.substring(0, 5) + "-" + code.substring(5));
        model.addAttribute("codeFor", what);
        model.addAttribute("codeAddress", address);
        model.addAttribute("codePicture", QrCode.of(address));
        model.addAttribute("codeHere", QrCode.ofThisMachineAlone(address));
    }

    @PostMapping("/house/people/of/invitation/{id}/withdraw")
    String withdraw(@AuthenticationPrincipal Account account, @PathVariable long id, RedirectAttributes flash) {
        people.withdraw(account.householdId(), id);
        flash.addFlashAttribute("taken", Phrase.of("told.invitation-withdrawn"));
        return PAGE;
    }

    @PostMapping("/house/people/of/{id}/role")
    String changeRole(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String role,
            RedirectAttributes flash) {
        Account whom = ours(account, id);
        people.changeRole(account, whom, role(role).orElseThrow(PeopleController::nobody));
        flash.addFlashAttribute("taken", Phrase.of("told.role-changed", "name", whom.displayName()));
        return PAGE;
    }

    @PostMapping("/house/people/of/{id}/remove")
    String remove(@AuthenticationPrincipal Account account, @PathVariable long id, RedirectAttributes flash) {
        Account whom = other(account, id);
        people.remove(account, whom);
        flash.addFlashAttribute("taken", Phrase.of("told.removed", "name", whom.displayName()));
        return PAGE;
    }

    @PostMapping("/house/people/of/{id}/new-password")
    String newPassword(@AuthenticationPrincipal Account account, @PathVariable long id, Model model) {
        showCode(people.newPasswordFor(account, ours(account, id)), "password", model);
        return show(account, model);
    }

    /** Both sign in again: what they may do has changed. */
    @PostMapping("/house/people/of/{id}/hand-over")
    String handOver(@AuthenticationPrincipal Account account, @PathVariable long id) {
        people.handOver(account, ours(account, id));
        return "redirect:/sign-in";
    }

    @PostMapping("/house/people/of/everybody/forget")
    String forget(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            HttpServletRequest request) {
        Form form = new Form(typed);
        if (!form.value("forget").strip().equalsIgnoreCase(words.say("house.people.delete-word"))) {
            form.problem("forget", "form.type-the-word");
            model.addAttribute("form", form);
            return show(account, model);
        }
        people.forget(account);
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        return "redirect:/sign-in";
    }

    @PostMapping("/house/people/own/password")
    String password(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            HttpServletRequest request,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        if (People.passwordProblem(form.value("fresh")).isPresent()) {
            form.problem("fresh", "form.password-length");
        } else if (!people.changePassword(
                account,
                form.value("old"),
                form.value("fresh"),
                request.getSession().getId())) {
            form.problem("old", "form.password-wrong");
        }
        if (form.wrong()) {
            model.addAttribute("form", form);
            return show(account, model);
        }
        flash.addFlashAttribute("taken", Phrase.of("told.password-changed"));
        return PAGE;
    }

    @PostMapping("/house/people/own/elsewhere")
    String elsewhere(@AuthenticationPrincipal Account account, HttpServletRequest request, RedirectAttributes flash) {
        people.signOutElsewhere(account, request.getSession().getId());
        flash.addFlashAttribute("taken", Phrase.of("told.signed-out-elsewhere"));
        return PAGE;
    }

    @PostMapping("/house/people/of/asking/{id}/yes")
    String letIn(@AuthenticationPrincipal Account account, @PathVariable long id, RedirectAttributes flash) {
        ownerOfTheServer(account);
        asked.letIn(account, id)
                .ifPresentOrElse(
                        one -> flash.addFlashAttribute("taken", Phrase.of("told.let-in", "name", one.name())),
                        () -> flash.addFlashAttribute("refused", Phrase.of("told.not-let-in")));
        return PAGE;
    }

    @PostMapping("/house/people/of/asking/{id}/no")
    String turnDown(@AuthenticationPrincipal Account account, @PathVariable long id, RedirectAttributes flash) {
        ownerOfTheServer(account);
        asked.turnDown(id);
        flash.addFlashAttribute("taken", Phrase.of("told.turned-down"));
        return PAGE;
    }

    private void ownerOfTheServer(Account account) {
        if (!people.mayInviteHouseholds(account)) {
            throw nobody();
        }
    }

    /** Somebody else of the household, whose account belongs to no other one. */
    private Account ours(Account account, long id) {
        Account whom = other(account, id);
        if (!people.oursAlone(whom)) {
            throw nobody();
        }
        return whom;
    }

    private Account other(Account account, long id) {
        return people.other(account, id).orElseThrow(PeopleController::nobody);
    }

    private static ResponseStatusException nobody() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
}
