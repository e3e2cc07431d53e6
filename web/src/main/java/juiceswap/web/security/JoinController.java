package juiceswap.web.security;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.util.Objects;
import juiceswap.web.security.Guests.Joined;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Joining an outage with its code. */
@Controller
@RequestMapping("/join")
class JoinController {
    private static final int LONGEST_NAME = 40;

    private final Guests guests;
    private final Entrance entrance;

    JoinController(Guests guests, Entrance entrance) {
        this.guests = guests;
        this.entrance = entrance;
    }

    @GetMapping
    String ask(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "") String code,
            @RequestParam(defaultValue = "") String off,
            Model model) {
        // who is of the household needs no code
        if (account != null && !account.guest()) {
            return "redirect:/swap";
        }
        model.addAttribute("code", code);
        model.addAttribute("off", off);
        return "security/join";
    }

    @PostMapping
    String join(
            @RequestParam(defaultValue = "") String code,
            @RequestParam(defaultValue = "") String name,
            @RequestParam(defaultValue = "helper") String role,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        model.addAttribute("code", code);
        model.addAttribute("name", name);
        if (name.isBlank() || name.strip().length() > LONGEST_NAME) {
            model.addAttribute(
                    "nameProblem",
                    name.isBlank()
                            ? say("security.join.say-what-to-call-you")
                            : say("security.join.at-most-characters", "longestName", LONGEST_NAME));
            return "security/join";
        }
        if (PeopleNames.unreadable(name)) {
            model.addAttribute("nameProblem", say("security.people.name-unreadable"));
            return "security/join";
        }
        Joined joined = guests.join(code, PeopleNames.tidy(name), role.equals("watcher"), request.getRemoteAddr());
        if (joined.guest() != null) {
            entrance.enter(joined.guest(), request, response);
            return "redirect:/swap";
        }
        switch (Objects.requireNonNull(joined.refused())) {
            case WRONG_CODE -> model.addAttribute("codeProblem", say("security.join.no-outage-that-goes-on"));
            case TOO_MANY_TRIES -> model.addAttribute("codeProblem", say("security.join.too-many-wrong-codes-try"));
            case NAME_TAKEN -> model.addAttribute("nameProblem", say("security.join.somebody-of-that-name-helps"));
        }
        return "security/join";
    }
}
