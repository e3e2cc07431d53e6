package juiceswap.web.rotate;

import static juiceswap.web.words.Say.say;

import juiceswap.web.outage.Outages.Conflict;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The log has gone on, or there is no outage to plan for any more: nothing is written, and how things stand is shown. */
@ControllerAdvice(assignableTypes = {RotateController.class, WishController.class, FindingsController.class})
class RotateConflicts {
    @ExceptionHandler(Conflict.class)
    String conflict(RedirectAttributes flash) {
        flash.addFlashAttribute("conflict", say("rotate.rotate-conflicts.something-has-happened-meanwhile-this"));
        return RotateController.BACK;
    }
}
