package juiceswap.web.security;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
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
    String ask(@AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String code, Model model) {
        // who is of the household needs no code
        if (account != null && !account.guest()) {
            return "redirect:/swap";
        }
        model.addAttribute("code", code);
        return "security/join";
    }

    @PostMapping
    String join(
            @RequestParam(defaultValue = "") String code,
            @RequestParam(defaultValue = "") String name,
            Model model,
            HttpServletRequest request,
            HttpServletResponse response) {
        model.addAttribute("code", code);
        model.addAttribute("name", name);
        if (name.isBlank() || name.strip().length() > LONGEST_NAME) {
            model.addAttribute(
                    "nameProblem",
                    name.isBlank() ? "Say what to call you." : "At most " + LONGEST_NAME + " characters.");
            return "security/join";
        }
        Joined joined = guests.join(code, name.strip(), request.getRemoteAddr());
        if (joined.refused() == null) {
            entrance.enter(joined.guest(), request, response);
            return "redirect:/swap";
        }
        switch (joined.refused()) {
            case WRONG_CODE ->
                model.addAttribute("codeProblem", "No outage that goes on has this code. Ask for it once more.");
            case TOO_MANY_TRIES -> model.addAttribute("codeProblem", "Too many wrong codes. Try again in a minute.");
            case NAME_TAKEN -> model.addAttribute("nameProblem", "Somebody of that name helps already. Add a letter.");
        }
        return "security/join";
    }
}
