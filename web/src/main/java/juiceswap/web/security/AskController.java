package juiceswap.web.security;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Asking for a household of one's own on this server. */
@Controller
@RequestMapping("/ask")
class AskController {
    private static final int LONGEST_WORD = 300;

    private final AskedIn asked;
    private final Accounts accounts;
    private final Newcomer newcomer;
    private final PasswordCheck passwords;
    private final WrongTries tries;

    AskController(AskedIn asked, Accounts accounts, Newcomer newcomer, PasswordCheck passwords, Clock clock) {
        this.asked = asked;
        this.accounts = accounts;
        this.newcomer = newcomer;
        this.passwords = passwords;
        this.tries = new WrongTries(clock);
    }

    @GetMapping
    String page(Model model) {
        if (!asked.open()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        if (accounts.none()) {
            return "redirect:/welcome";
        }
        model.addAttribute("typed", Map.of());
        model.addAttribute("problems", Map.of());
        return "security/ask";
    }

    @PostMapping
    String ask(@RequestParam Map<String, String> typed, HttpServletRequest request, Model model) {
        if (!asked.open() || accounts.none()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Map<String, String> problems = new LinkedHashMap<>();
        newcomer.checkFounder(typed, problems);
        String name = PeopleNames.tidy(typed.getOrDefault("name", ""));
        String login = typed.getOrDefault("login", "").strip();
        String word = typed.getOrDefault("word", "").strip();
        SignInController.require(typed, "word", LONGEST_WORD, say("security.ask.say-who-you-are"), problems);
        if (!problems.containsKey("login") && asked.loginTaken(login)) {
            problems.put("login", say("security.people.login-taken"));
        }
        String password = typed.getOrDefault("password", "");
        SignInController.passwordProblem(password).ifPresent(problem -> problems.put("password", problem));
        if (problems.isEmpty()) {
            String hash = tries.take(request.getRemoteAddr()) ? passwords.hash(password) : null;
            if (hash == null || !asked.ask(typed.getOrDefault("household", "").strip(), name, login, hash, word)) {
                problems.put("word", say("security.ask.too-many"));
            }
        }
        model.addAttribute("typed", typed);
        model.addAttribute("problems", problems);
        model.addAttribute("asked", problems.isEmpty());
        return "security/ask";
    }
}
