package juiceswap.web.swap;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Objects;
import juiceswap.core.changeover.Action;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.Overtaken;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Somebody else was faster: nothing is written, and what happened is shown. */
@ControllerAdvice(
        assignableTypes = {SwapController.class, AlarmController.class, StreetController.class, CrewController.class})
class SwapConflicts {
    private final SwapService swap;
    private final Overtaken overtaken;
    private final Words words;

    SwapConflicts(SwapService swap, Overtaken overtaken, Words words) {
        this.swap = swap;
        this.overtaken = overtaken;
        this.words = words;
    }

    @ExceptionHandler(Conflict.class)
    String conflict(@AuthenticationPrincipal Account account, HttpServletRequest request, RedirectAttributes flash) {
        flash.addFlashAttribute("conflict", overtaken.told(account, outage -> own(request, outage)));
        return swap.current(account).isPresent() ? SwapController.BACK : "redirect:/now";
    }

    /** The act that was not taken, by its name; empty when it has none. */
    private String own(HttpServletRequest request, Outage outage) {
        return Action.of(Objects.requireNonNullElse(request.getParameter("action"), ""))
                .map(action -> words.brief(action, request.getParameter("circuit"), outage.household()))
                .orElse("");
    }
}
