package juiceswap.web.swap;

import jakarta.servlet.http.HttpServletRequest;
import java.util.Objects;
import java.util.Optional;
import juiceswap.core.changeover.Action;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Turns;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.Outages.Outage;
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
    private final Words words;

    SwapConflicts(SwapService swap, Words words) {
        this.swap = swap;
        this.words = words;
    }

    @ExceptionHandler(Conflict.class)
    String conflict(@AuthenticationPrincipal Account account, HttpServletRequest request, RedirectAttributes flash) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty()) {
            flash.addFlashAttribute("conflict", words.say("notice.ended"));
            return "redirect:/now";
        }
        Entry last = Turns.lastMoved(outage.get().log());
        String what = words.event(last.event(), outage.get().household());
        String own = own(request, outage.get());
        if (!own.isEmpty() && !last.who().equals(account.displayName())) {
            flash.addFlashAttribute(
                    "conflict", words.say("notice.not-taken", "own", own, "who", last.who(), "step", what));
            return SwapController.BACK;
        }
        flash.addFlashAttribute(
                "conflict",
                last.who().equals(account.displayName())
                        ? words.say("notice.conflict-own", "step", what)
                        : words.say("notice.conflict", "who", last.who(), "step", what));
        return SwapController.BACK;
    }

    /** The act that was not taken, by its name; empty when it has none. */
    private String own(HttpServletRequest request, Outage outage) {
        return Action.of(Objects.requireNonNullElse(request.getParameter("action"), ""))
                .map(action -> words.brief(action, request.getParameter("circuit"), outage.household()))
                .orElse("");
    }
}
