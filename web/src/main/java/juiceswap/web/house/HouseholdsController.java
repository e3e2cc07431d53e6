package juiceswap.web.house;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import juiceswap.web.security.Account;
import juiceswap.web.security.Entrance;
import juiceswap.web.security.WorksFor;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** The households for which an electrician works; one of them at a time. */
@Controller
class HouseholdsController {
    private final WorksFor work;
    private final Entrance entrance;

    HouseholdsController(WorksFor work, Entrance entrance) {
        this.work = work;
        this.entrance = entrance;
    }

    @GetMapping("/households")
    String show(@AuthenticationPrincipal Account account, Model model) {
        model.addAttribute("works", work.of(account));
        return "house/households";
    }

    @PostMapping("/households")
    String go(
            @AuthenticationPrincipal Account account,
            @RequestParam long household,
            HttpServletRequest request,
            HttpServletResponse response) {
        if (work.of(account).stream().noneMatch(one -> one.household() == household)) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        entrance.enter(account.in(household), request, response);
        return "redirect:/house";
    }
}
