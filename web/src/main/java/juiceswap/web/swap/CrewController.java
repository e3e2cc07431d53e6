package juiceswap.web.swap;

import java.util.Arrays;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Place;
import juiceswap.web.outage.Helpers;
import juiceswap.web.outage.Helpers.Role;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.security.Guests;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
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

    /** A member takes somebody off who has joined with the code: that code is worth nothing any more either. */
    @PostMapping("/take-off")
    String takeOff(@AuthenticationPrincipal Account account, @RequestParam String name) {
        long outage = swap.current(account).orElseThrow(Conflict::new).id();
        helpers.takeOff(account, outage, name);
        guests.renewCode(outage);
        guests.renewPrintedCode(account.householdId());
        return BACK;
    }

    /** A member lets somebody who has joined help, or only look on. */
    @PostMapping("/let")
    String let(@AuthenticationPrincipal Account account, @RequestParam String name, @RequestParam String role) {
        Role as = Worded.find(Role.class, role).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        helpers.let(account, swap.current(account).orElseThrow(Conflict::new).id(), name, as);
        return BACK;
    }

    /** A guest goes, and their name is free again. */
    @PostMapping("/leave")
    String leave(@AuthenticationPrincipal Account account) {
        if (account.guest()) {
            helpers.takeOff(
                    account, swap.current(account).orElseThrow(Conflict::new).id(), account.displayName());
        }
        return "redirect:/join?off=left";
    }

    /** Somebody who was asked after is well. */
    @PostMapping("/all-right")
    String allRight(@AuthenticationPrincipal Account account) {
        swap.allRight(account);
        return BACK;
    }

    /** What cuts through everything, for this person; nothing when there is nothing. */
    @GetMapping("/urgent")
    String urgent(@AuthenticationPrincipal Account account) {
        return "layout :: urgent";
    }

    @PostMapping("/new-code")
    String newCode(@AuthenticationPrincipal Account account) {
        guests.renewCode(swap.current(account).orElseThrow(Conflict::new).id());
        return BACK;
    }
}
