package juiceswap.web.security;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Sign-in, the demo's one click, and the first-run set-up. */
@Controller
class SignInController {
    private static final int SHORTEST_PASSWORD = 10;

    private final Accounts accounts;
    private final Entrance entrance;
    private final boolean demo;
    private final boolean secondEvening;

    SignInController(
            Accounts accounts,
            Entrance entrance,
            @Value("${juice.demo:false}") boolean demo,
            @Value("${juice.demo.second-evening:false}") boolean secondEvening) {
        this.accounts = accounts;
        this.entrance = entrance;
        this.demo = demo;
        this.secondEvening = secondEvening;
    }

    @GetMapping("/sign-in")
    String signIn(@RequestParam Map<String, String> parameters, Model model) {
        if (accounts.none()) {
            return "redirect:/welcome";
        }
        model.addAttribute("wrong", parameters.containsKey("wrong"));
        model.addAttribute("wait", parameters.containsKey("wait"));
        model.addAttribute("demo", demo);
        return "security/sign-in";
    }

    @PostMapping("/demo-sign-in")
    String demoSignIn(
            @RequestParam(defaultValue = Accounts.DEMO_OWNER) String as,
            HttpServletRequest request,
            HttpServletResponse response) {
        if (!demo || !as.equals(Accounts.DEMO_OWNER) && !as.equals(Accounts.DEMO_HELPER)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        entrance.enter(accounts.loadUserByUsername(as), request, response);
        return secondEvening ? "redirect:/now?tour=0" : "redirect:/";
    }

    @GetMapping("/welcome")
    String welcome(Model model) {
        if (!accounts.none()) {
            return "redirect:/sign-in";
        }
        model.addAttribute("problems", Map.of());
        model.addAttribute("typed", Map.of());
        return "security/welcome";
    }

    @PostMapping("/welcome")
    String create(
            @RequestParam Map<String, String> typed,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        Map<String, String> problems = problems(typed);
        if (!problems.isEmpty()) {
            model.addAttribute("problems", problems);
            model.addAttribute("typed", typed);
            return "security/welcome";
        }
        Account owner = accounts.createFirst(
                typed.getOrDefault("household", "").strip(),
                typed.getOrDefault("name", "").strip(),
                typed.getOrDefault("login", "").strip(),
                typed.getOrDefault("password", ""));
        if (owner == null) {
            return "redirect:/sign-in";
        }
        entrance.enter(owner, request, response);
        return "redirect:/house";
    }

    @PostMapping("/theme")
    String theme(
            @AuthenticationPrincipal Account account,
            @RequestHeader(name = "Referer", required = false) String referer) {
        accounts.setTheme(account, accounts.theme(account).equals("night") ? "day" : "night");
        return "redirect:" + pageOf(referer);
    }

    /** The page that a form was sent from, if it is one of ours; else the start. */
    private static String pageOf(@Nullable String referer) {
        try {
            String path = referer == null ? null : new URI(referer).getPath();
            return path != null && path.matches("/[a-z0-9/-]{0,80}") && !path.startsWith("//") ? path : "/";
        } catch (URISyntaxException malformed) {
            return "/";
        }
    }

    private static Map<String, String> problems(Map<String, String> typed) {
        Map<String, String> problems = new LinkedHashMap<>();
        require(typed, "household", 120, say("security.sign-in.give-the-house-a-name"), problems);
        require(typed, "name", 80, say("security.sign-in.say-what-to-call-you"), problems);
        require(typed, "login", 80, say("security.sign-in.choose-a-sign-in-name"), problems);
        String password = typed.getOrDefault("password", "");
        if (password.length() < SHORTEST_PASSWORD) {
            problems.put(
                    "password", say("security.sign-in.at-least-characters", "shortestPassword", SHORTEST_PASSWORD));
        } else if (password.getBytes(StandardCharsets.UTF_8).length > 72) {
            problems.put("password", say("security.sign-in.at-most-72-characters"));
        }
        return problems;
    }

    private static void require(
            Map<String, String> typed, String field, int most, String message, Map<String, String> problems) {
        String value = typed.getOrDefault(field, "").strip();
        if (value.isEmpty()) {
            problems.put(field, message);
        } else if (value.length() > most) {
            problems.put(field, say("security.sign-in.at-most-characters", "most", most));
        }
    }
}
