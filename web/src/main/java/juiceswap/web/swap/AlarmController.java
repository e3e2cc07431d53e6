package juiceswap.web.swap;

import java.util.List;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** A CO alarm or a headache: out, and nothing else counts until the air is proven. */
@Controller
@RequestMapping("/swap")
class AlarmController {
    private static final String BACK = SwapController.BACK;

    private final SwapService swap;
    private final SwapPages pages;
    private final Words words;

    AlarmController(SwapService swap, SwapPages pages, Words words) {
        this.swap = swap;
        this.pages = pages;
        this.words = words;
    }

    @PostMapping("/co-alarm")
    String alarm(@AuthenticationPrincipal Account account) {
        return swap.alarm(account) ? BACK : "redirect:/swap/co-alarm";
    }

    /** What to do, also when no outage is on to log it in. */
    @GetMapping("/co-alarm")
    String whatToDo(@AuthenticationPrincipal Account account) {
        return swap.current(account).isPresent() ? BACK : "swap/alarm";
    }

    @PostMapping("/engine-stopped")
    String engineStopped(@AuthenticationPrincipal Account account) {
        swap.engineStoppedInCleanAir(account);
        return BACK;
    }

    @PostMapping("/all-clear")
    String allClear(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "") List<String> sure,
            @RequestParam(defaultValue = "") List<String> counted,
            RedirectAttributes flash) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        List<String> heads = pages.heads(outage);
        List<String> missing =
                heads.stream().filter(head -> !counted.contains(head)).toList();
        if (!missing.isEmpty()) {
            flash.addFlashAttribute("refused", words.say("notice.not-counted", "names", String.join(", ", missing)));
        } else if (!sure.containsAll(List.of("air", "cause"))) {
            flash.addFlashAttribute("refused", words.say("notice.not-clear"));
        } else {
            swap.allClear(account, seen, heads);
        }
        return BACK;
    }
}
