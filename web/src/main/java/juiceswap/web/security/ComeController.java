package juiceswap.web.security;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import juiceswap.web.security.People.Way;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Coming into a household with the code of an invitation, and making a new password with one. */
@Controller
@RequestMapping("/come")
class ComeController {
    private static final int LONGEST_NAME = 40;
    private static final int LONGEST_LICENCE = 80;

    private final People people;
    private final Entrance entrance;
    private final WrongTries tries;

    ComeController(People people, Entrance entrance, Clock clock) {
        this.people = people;
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
            check(way.get(), typed, name, login, problems);
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

    private void check(Way way, Map<String, String> typed, String name, String login, Map<String, String> problems) {
        SignInController.require(typed, "name", LONGEST_NAME, say("security.sign-in.say-what-to-call-you"), problems);
        SignInController.require(typed, "login", 80, say("security.sign-in.choose-a-sign-in-name"), problems);
        if (!problems.containsKey("name")) {
            if (PeopleNames.unreadable(name) || PeopleNames.reserved(name)) {
                problems.put("name", say("security.people.name-unreadable"));
            } else if (way.role() != Role.OWNER && people.nameTaken(way.household(), name)) {
                problems.put("name", say("security.people.name-taken"));
            }
        }
        if (!problems.containsKey("login") && people.loginTaken(login)) {
            problems.put("login", say("security.people.login-taken"));
        }
        if (way.role() == Role.OWNER) {
            SignInController.require(typed, "household", 120, say("security.sign-in.give-the-house-a-name"), problems);
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
