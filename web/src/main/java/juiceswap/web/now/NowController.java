package juiceswap.web.now;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Bond;
import juiceswap.web.drawing.FitView;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.swap.SwapService;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;

/** Calm: is the household ready, and the button for when the power is out. */
@Controller
class NowController {
    private final Households households;
    private final SwapService swap;

    NowController(Households households, SwapService swap) {
        this.households = households;
        this.swap = swap;
    }

    @GetMapping("/")
    String home(@AuthenticationPrincipal Account account) {
        if (households.file(account.householdId()).isEmpty()) {
            return "redirect:/house";
        }
        return swap.current(account).isPresent() ? "redirect:/swap" : "redirect:/now";
    }

    @GetMapping("/now")
    String now(@AuthenticationPrincipal Account account, Model model) {
        HouseholdFile file = households.file(account.householdId()).orElse(null);
        if (file == null) {
            return "redirect:/house";
        }
        if (swap.current(account).isPresent()) {
            return "redirect:/swap";
        }
        Setup setup = file.setup();
        Changeover changeover = new Changeover(setup, file.outage());
        Set<String> wanted = Set.copyOf(changeover.wanted());
        StartOrder order = StartOrder.of(
                setup, Set.of(), changeover.wanted(), setup.transfer().usableTestCircuits());
        model.addAttribute("household", file);
        model.addAttribute("wanted", wanted);
        model.addAttribute("fit", FitView.of(file, Capacity.of(setup, wanted, (String) null), null));
        model.addAttribute("startsFit", order.fits());
        model.addAttribute("missing", missing(setup));
        return "now/now";
    }

    /** What is not yet known or set up, each in one line. */
    private static List<String> missing(Setup setup) {
        List<String> missing = new ArrayList<>();
        if (setup.generator().bond() == Bond.UNKNOWN) {
            missing.add("Whether the generator’s neutral is bonded is not known. Measure it before an outage.");
        }
        boolean testable = setup.transfer().panelMeter()
                || !setup.transfer().usableTestCircuits().isEmpty();
        if (setup.transfer().kind().switchesPanel() && !testable) {
            missing.add("No test circuits are chosen and no panel meter is fitted: the supply can’t be proven.");
        }
        if (setup.path().isEmpty()) {
            missing.add("The path from the generator to the panel is not described: its weakest link is unknown.");
        }
        return missing;
    }
}
