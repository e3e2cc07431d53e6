package juiceswap.web.security;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import juiceswap.web.security.People.Way;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.CookieValue;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Coming into a household with the code of an invitation, and making a new password with one. */
@Controller
@RequestMapping("/come")
class ComeController {
    private static final int LONGEST_LICENCE = 80;

    private final People people;
    private final Newcomer newcomer;
    private final PasswordCheck passwords;
    private final Entrance entrance;
    private final WrongTries tries;

    ComeController(People people, Newcomer newcomer, PasswordCheck passwords, Entrance entrance, Clock clock) {
        this.people = people;
        this.newcomer = newcomer;
        this.passwords = passwords;
        this.entrance = entrance;
        this.tries = new WrongTries(clock);
    }

    @GetMapping
    String ask(@RequestParam(defaultValue = "") String code, HttpServletRequest request, Model model) {
        Map<String, String> problems = new LinkedHashMap<>();
        model.addAttribute("typed", Map.of("code", code));
        model.addAttribute("problems", problems);
        if (!code.isBlank()) {
            way(code, request, problems).ifPresent(way -> model.addAttribute("way", way));
        }
        return "security/come";
    }

    @PostMapping
    String come(
            @RequestParam Map<String, String> typed,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Map<String, String> problems = new LinkedHashMap<>();
        model.addAttribute("typed", typed);
        model.addAttribute("problems", problems);
        Optional<Way> way = way(typed.getOrDefault("code", ""), request, problems);
        if (way.isEmpty()) {
            return "security/come";
        }
        model.addAttribute("way", way.get());
        boolean isNew = way.get().role() != null;
        String name = PeopleNames.tidy(typed.getOrDefault("name", ""));
        String login = typed.getOrDefault("login", "").strip();
        if (isNew) {
            check(way.get(), typed, name, problems);
        }
        String password = typed.getOrDefault("password", "");
        SignInController.passwordProblem(password).ifPresent(problem -> problems.put("password", problem));
        if (!problems.isEmpty()) {
            return "security/come";
        }
        String licence = typed.getOrDefault("licence", "").strip();
        Optional<Account> account = !isNew
                ? people.renew(way.get(), password)
                : way.get().role() == Role.OWNER
                        ? people.found(
                                way.get(), typed.getOrDefault("household", "").strip(), name, login, password)
                        : people.come(way.get(), name, login, password, licence.isEmpty() ? null : licence);
        if (account.isEmpty()) {
            problems.put("code", say("security.come.code-wrong"));
            return "security/come";
        }
        entrance.enter(account.get(), request, response);
        return "redirect:/";
    }

    /** An electrician with an account on this server already comes to work for one household more. */
    @PostMapping("/known")
    String comeKnown(
            @RequestParam Map<String, String> typed,
            @CookieValue(name = SignInController.DEVICE, required = false) @Nullable String device,
            HttpServletRequest request,
            HttpServletResponse response,
            Model model) {
        Map<String, String> problems = new LinkedHashMap<>();
        model.addAttribute("typed", typed);
        model.addAttribute("problems", problems);
        Way way = way(typed.getOrDefault("code", ""), request, problems)
                .filter(one -> one.role() == Role.ELECTRICIAN)
                .orElse(null);
        if (way == null) {
            problems.putIfAbsent("code", say("security.come.code-wrong"));
            return "security/come";
        }
        model.addAttribute("way", way);
        PasswordCheck.Checked checked = passwords.check(
                typed.getOrDefault("known", "").strip(),
                typed.getOrDefault("secret", ""),
                device,
                request.getRemoteAddr());
        Account worker = checked.account();
        if (worker == null) {
            boolean wait = checked.outcome() == PasswordCheck.Outcome.WAIT;
            problems.put(
                    "secret",
                    say(
                            wait
                                    ? "security.sign-in.too-many-wrong-passwords-try"
                                    : "security.sign-in.name-or-password-is-wrong"));
            return "security/come";
        }
        if (!worker.is(Role.ELECTRICIAN)) {
            problems.put("known", say("security.come.known.no-electrician"));
            return "security/come";
        }
        if (people.nameTakenByOthers(way.household(), worker)) {
            problems.put("known", say("security.come.known.name-taken"));
            return "security/come";
        }
        Account there = people.comeAlso(way, worker).orElse(null);
        if (there == null) {
            problems.put("code", say("security.come.code-wrong"));
            return "security/come";
        }
        entrance.enter(there, request, response);
        return "redirect:/house";
    }

    private void check(Way way, Map<String, String> typed, String name, Map<String, String> problems) {
        if (way.role() == Role.OWNER) {
            newcomer.checkFounder(typed, problems);
            return;
        }
        newcomer.check(typed, problems);
        if (!problems.containsKey("name") && people.nameTaken(way.household(), name)) {
            problems.put("name", say("security.people.name-taken"));
        }
        if (way.role() == Role.ELECTRICIAN) {
            SignInController.require(
                    typed, "licence", LONGEST_LICENCE, say("security.come.say-your-licence"), problems);
        }
    }

    /** What the code opens; a problem at its field when nothing does. */
    private Optional<Way> way(String code, HttpServletRequest request, Map<String, String> problems) {
        if (!tries.take(request.getRemoteAddr())) {
            problems.put("code", say("security.join.too-many-wrong-codes-try"));
            return Optional.empty();
        }
        Optional<Way> way = people.way(code);
        if (way.isPresent()) {
            tries.forget(request.getRemoteAddr());
        } else {
            problems.put("code", say("security.come.code-wrong"));
        }
        return way;
    }
}
