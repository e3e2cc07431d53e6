package juiceswap.web.swap;

import java.time.Duration;
import juiceswap.core.outage.Sign;
import juiceswap.web.outage.SimulatedStreetSensor;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The street's power as people and the sensor see it come and go, and the way back to it. */
@Controller
@RequestMapping("/swap")
class StreetController {
    private static final String BACK = SwapController.BACK;
    private static final int MOST_MINUTES_AGO = 24 * 60;

    private final SwapService swap;
    private final SimulatedStreetSensor sensor;
    private final Words words;

    StreetController(SwapService swap, SimulatedStreetSensor sensor, Words words) {
        this.swap = swap;
        this.sensor = sensor;
        this.words = words;
    }

    @PostMapping("/utility-seen")
    String utilitySeen(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "") String sign,
            @RequestParam(defaultValue = "0") int minutesAgo,
            RedirectAttributes flash) {
        if (sign.isEmpty()) {
            flash.addFlashAttribute("refused", words.say("swap.parts.say-how-you-know"));
            return BACK;
        }
        Duration ago = Duration.ofMinutes(Math.max(0, Math.min(MOST_MINUTES_AGO, minutesAgo)));
        swap.utilitySeen(
                account, seen, Sign.of(sign).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND)), ago);
        return BACK;
    }

    @PostMapping("/utility-lost")
    String utilityLost(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        swap.utilityLost(account, seen);
        return BACK;
    }

    @PostMapping("/go-back")
    String goBack(@AuthenticationPrincipal Account account, @RequestParam int seen, RedirectAttributes flash) {
        if (!swap.goBack(account, seen)) {
            flash.addFlashAttribute("refused", words.say("notice.not-held"));
        }
        return BACK;
    }

    /** The stand-in for the street-side sensor is set to show something. */
    @PostMapping("/sensor")
    String sensor(@AuthenticationPrincipal Account account, @RequestParam boolean live) {
        sensor.show(account.householdId(), live);
        swap.sensorShows(account, live);
        return BACK;
    }
}
