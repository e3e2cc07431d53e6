package juiceswap.web.rotate;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.Rationing;
import juiceswap.core.rotation.Recharge;
import juiceswap.core.rotation.Rest;
import juiceswap.core.rotation.Wish;
import juiceswap.web.form.Form;
import juiceswap.web.rotate.RotatePages.Unread;
import juiceswap.web.rotate.RotationPlans.Kept;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.security.Account;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What people ask of the plan. Each wish makes a new one, which waits for a yes. */
@Controller
@RequestMapping("/rotate")
class WishController {
    private static final double MOST_LITRES = 10_000;

    private final Rotations rotations;
    private final RotationWords words;

    WishController(Rotations rotations, RotationWords words) {
        this.rotations = rotations;
        this.words = words;
    }

    @PostMapping("/wish")
    String wish(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Life life = rotations.planned(account);
        Form form = new Form(typed);
        boolean looking = form.value("then").equals("look");
        try {
            propose(account, life, List.of(WishForm.wish(form, life)));
        } catch (InvalidInput invalid) {
            String name = looking ? "pin" : form.value("kind");
            flash.addFlashAttribute("unread", new Unread(name, form.with(invalid)));
        }
        return RotateController.BACK + (looking ? "?circuit=" + form.value("circuit") : "");
    }

    /** A bar was moved by hand: on where it was put, off where it was. */
    @PostMapping("/shift")
    String shift(
            @AuthenticationPrincipal Account account,
            @RequestParam String circuit,
            @RequestParam int from,
            @RequestParam int to,
            @RequestParam int by) {
        Life life = rotations.planned(account);
        if (life.setup().find(circuit) == null) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Horizon horizon = life.atHand().plan().rotation().horizon();
        propose(account, life, Wish.moved(circuit, horizon, from, to, by, life.now()));
        return RotateController.BACK + "?circuit=" + circuit;
    }

    /** Proposes the plan with these wishes too; it is named after the first. */
    private void propose(Account account, Life life, List<? extends Wish> more) {
        List<Wish> wishes = new ArrayList<>(life.wishes());
        wishes.addAll(more);
        Phrase why = RotationWords.phrase(more.get(0));
        rotations.propose(account, life, wishes, why);
    }

    @PostMapping("/unwish")
    String unwish(@AuthenticationPrincipal Account account, @RequestParam int index) {
        Life life = rotations.planned(account);
        Kept shown = life.atHand();
        if (index < 0 || index >= shown.wishes().size()) {
            return RotateController.BACK;
        }
        Wish gone = shown.wishes().get(index);
        List<Wish> wishes = new ArrayList<>(life.wishes());
        wishes.remove(gone);
        rotations.propose(account, life, wishes, Phrase.of("plan.why.without", "wish", RotationWords.phrase(gone)));
        return RotateController.BACK;
    }

    /** The engine rests, and the battery carries the house, where that comes to less. */
    @PostMapping("/rest")
    String rest(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        Life life = rotations.planned(account);
        Rest rest = rotations.rest(account, life);
        flash.addFlashAttribute("taken", words.rest(rest, life.outage().household()));
        return RotateController.BACK;
    }

    /** The station that is the only source is taken away to be charged when that costs least. */
    @PostMapping("/recharge")
    String recharge(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        Life life = rotations.planned(account);
        if (life.setup().source().burns() || life.wattHours() == null) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Recharge recharge = rotations.recharge(account, life);
        flash.addFlashAttribute("taken", words.recharge(recharge, life.now()));
        return RotateController.BACK;
    }

    /** Makes fuel last: without litres, what there is. */
    @PostMapping("/ration")
    String ration(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Life life = rotations.planned(account);
        Form form = new Form(typed);
        try {
            Household house = life.outage().household();
            Double asked = form.amount(house.fuelDimension(), "litres");
            form.requireSound();
            double there = life.fuel() == null
                    ? 0
                    : life.fuel().tankLitresNow() + life.fuel().storeLitres();
            double litres = asked == null ? there : asked;
            InvalidInput.unless(
                    litres > 0 && litres <= MOST_LITRES, "/litres", "invalid.litres", "most", house.fuel(MOST_LITRES));
            Rationing ration = rotations.ration(account, life, litres, WishForm.next(form, "until", life.now()));
            flash.addFlashAttribute("taken", words.ration(ration, house));
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("unread", new Unread("ration", form.with(invalid)));
        }
        return RotateController.BACK;
    }
}
