package juiceswap.web.swap;

import java.util.Arrays;
import juiceswap.core.changeover.Place;
import juiceswap.web.outage.Helpers;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.security.Guests;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** Who stands where, and who may still join. */
@Controller
@RequestMapping("/swap")
class CrewController {
    private static final String BACK = SwapController.BACK;

    private final SwapService swap;
    private final Helpers helpers;
    private final Guests guests;

    CrewController(SwapService swap, Helpers helpers, Guests guests) {
        this.swap = swap;
        this.helpers = helpers;
        this.guests = guests;
    }

    @PostMapping("/stand")
    String stand(@AuthenticationPrincipal Account account, @RequestParam String place) {
        Place at = Arrays.stream(Place.values())
                .filter(one -> one.word().equals(place))
                .findFirst()
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        helpers.stand(account, swap.current(account).orElseThrow(Conflict::new).id(), at);
        return BACK;
    }

    /** Somebody is not there any more, and is no longer waited for. */
    @PostMapping("/gone")
    String gone(@AuthenticationPrincipal Account account, @RequestParam String name) {
        helpers.remove(account, swap.current(account).orElseThrow(Conflict::new).id(), name);
        return BACK;
    }

    @PostMapping("/new-code")
    String newCode(@AuthenticationPrincipal Account account) {
        guests.renewCode(swap.current(account).orElseThrow(Conflict::new).id());
        return BACK;
    }
}
