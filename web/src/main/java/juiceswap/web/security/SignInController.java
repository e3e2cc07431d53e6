package juiceswap.web.security;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.web.server.Cookie;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.web.savedrequest.RequestCache;
import org.springframework.security.web.savedrequest.SavedRequest;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.CookieValue;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Sign-in, the demo's one click, and the first-run set-up. */
@Controller
class SignInController {
    private static final int SHORTEST_PASSWORD = 10;

    /** Keeps a browser known that has signed in before. */
    static final String DEVICE = "juice-device";

    private static final Duration DEVICE_KNOWN = Duration.ofDays(400);

    private final Accounts accounts;
    private final PasswordCheck passwords;
    private final Audit audit;
    private final RequestCache asked;
    private final Entrance entrance;
    private final Newcomer newcomer;
    private final WorksFor work;
    private final AskedIn askedIn;
    private final WrongTries firstCodes;
    private final String firstCode;
    private final boolean demo;
    private final boolean secondEvening;

    /**
     * @param firstCode what the start of the server printed, for whoever sets the house up; empty where nobody else can reach it
     */
    SignInController(
            Accounts accounts,
            PasswordCheck passwords,
            Audit audit,
            RequestCache asked,
            Entrance entrance,
            Newcomer newcomer,
            WorksFor work,
            AskedIn askedIn,
            Clock clock,
            @Value("${juice.first-code:}") String firstCode,
            @Value("${juice.demo:false}") boolean demo,
            @Value("${juice.demo.second-evening:false}") boolean secondEvening) {
        this.accounts = accounts;
        this.passwords = passwords;
        this.audit = audit;
        this.asked = asked;
        this.entrance = entrance;
        this.newcomer = newcomer;
        this.work = work;
        this.askedIn = askedIn;
        this.firstCodes = new WrongTries(clock);
        this.firstCode = Codes.tidy(firstCode);
        this.demo = demo;
        this.secondEvening = secondEvening;
    }

    @GetMapping("/sign-in")
    String signIn(Model model) {
        if (accounts.none()) {
            return "redirect:/welcome";
        }
        return signInPage(model);
    }

    private String signInPage(Model model) {
        model.addAttribute("demo", demo);
        model.addAttribute("signUp", askedIn.open());
        return "security/sign-in";
    }

    @PostMapping("/sign-in")
    String signIn(
            @RequestParam(defaultValue = "") String username,
            @RequestParam(defaultValue = "") String password,
            @CookieValue(name = DEVICE, required = false) @Nullable String device,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        PasswordCheck.Checked checked = passwords.check(username.strip(), password, device, request.getRemoteAddr());
        Account account = checked.account();
        if (account == null) {
            model.addAttribute("username", username);
            model.addAttribute(checked.outcome() == PasswordCheck.Outcome.WAIT ? "wait" : "wrong", true);
            return signInPage(model);
        }
        SavedRequest before = asked.getRequest(request, response);
        asked.removeRequest(request, response);
        audit.write(account.householdId(), account.displayName(), Audit.What.SIGNED_IN, request.getRemoteAddr());
        entrance.enter(account, request, response);
        ResponseCookie known = ResponseCookie.from(DEVICE, passwords.remember(account))
                .httpOnly(true)
                .secure(request.isSecure())
                .sameSite(Cookie.SameSite.LAX.attributeValue())
                .path("/sign-in")
                .maxAge(DEVICE_KNOWN)
                .build();
        response.addHeader(HttpHeaders.SET_COOKIE, known.toString());
        if (account.is(Role.ELECTRICIAN) && work.several(account)) {
            return "redirect:/households";
        }
        return "redirect:" + (before == null ? "/" : pageOf(before.getRedirectUrl(), true));
    }

    @PostMapping("/demo-sign-in")
    String demoSignIn(
            @RequestParam(defaultValue = Accounts.DEMO_OWNER) String as,
            HttpServletRequest request,
            HttpServletResponse response) {
        if (!demo || !as.equals(Accounts.DEMO_OWNER) && !as.equals(Accounts.DEMO_HELPER)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        entrance.enter(accounts.called(as), request, response);
        return secondEvening ? "redirect:/now?tour=0" : "redirect:/";
    }

    @GetMapping("/welcome")
    String welcome(Model model) {
        if (!accounts.none()) {
            return "redirect:/sign-in";
        }
        model.addAttribute("codeAsked", !firstCode.isEmpty());
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
        Map<String, String> problems = new LinkedHashMap<>();
        newcomer.checkFounder(typed, problems);
        passwordProblem(typed.getOrDefault("password", "")).ifPresent(problem -> problems.put("password", problem));
        if (!firstCode.isEmpty() && !firstCode.equals(Codes.tidy(typed.getOrDefault("code", "")))) {
            boolean maySayWrong = firstCodes.take(request.getRemoteAddr());
            problems.put(
                    "code",
                    say(maySayWrong ? "security.welcome.code-wrong" : "security.join.too-many-wrong-codes-try"));
        }
        if (!problems.isEmpty()) {
            model.addAttribute("codeAsked", !firstCode.isEmpty());
            model.addAttribute("problems", problems);
            model.addAttribute("typed", typed);
            return "security/welcome";
        }
        Account owner = accounts.createFirst(
                typed.getOrDefault("household", "").strip(),
                PeopleNames.tidy(typed.getOrDefault("name", "")),
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
        return "redirect:" + pageOf(referer, false);
    }

    /** The page of an address, if it is one of ours; else the start. */
    private static String pageOf(@Nullable String address, boolean withQuery) {
        try {
            URI page = new URI(address == null ? "" : address);
            String path = page.getPath();
            boolean ours = path != null && path.matches("/[a-z0-9/-]{0,80}") && !path.startsWith("//");
            String query = withQuery && page.getRawQuery() != null ? "?" + page.getRawQuery() : "";
            return ours ? path + query : "/";
        } catch (URISyntaxException malformed) {
            return "/";
        }
    }

    /** What is wrong with a password that somebody wants to have, if anything. */
    static Optional<String> passwordProblem(String password) {
        if (password.length() < SHORTEST_PASSWORD) {
            return Optional.of(say("security.sign-in.at-least-characters", "shortestPassword", SHORTEST_PASSWORD));
        }
        return password.getBytes(StandardCharsets.UTF_8).length > 72
                ? Optional.of(say("security.sign-in.at-most-72-characters"))
                : Optional.empty();
    }

    static void require(
            Map<String, String> typed, String field, int most, String message, Map<String, String> problems) {
        String value = typed.getOrDefault(field, "").strip();
        if (value.isEmpty()) {
            problems.put(field, message);
        } else if (value.length() > most) {
            problems.put(field, say("security.sign-in.at-most-characters", "most", most));
        }
    }
}
