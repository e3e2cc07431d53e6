package juiceswap.web.rotate;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Set;
import juiceswap.core.Phrase;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.GivingUp;
import juiceswap.core.rotation.Had;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.rotation.WhatHelps;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.Generator;
import juiceswap.web.household.CalendarKeys;
import juiceswap.web.household.Households;
import juiceswap.web.outage.SwapService;
import juiceswap.web.rotate.RotatePages.Look;
import juiceswap.web.rotate.RotationPlans.Kept;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.security.Account;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The rotation over a day: seen, and a proposed one taken or left. */
@Controller
@RequestMapping("/rotate")
class RotateController {
    static final String BACK = "redirect:/rotate";

    private final Rotations rotations;
    private final RotatePages pages;
    private final RotationWords words;
    private final SwapService swap;
    private final Households households;
    private final CalendarKeys calendars;
    private final Clock clock;

    RotateController(
            Rotations rotations,
            RotatePages pages,
            RotationWords words,
            SwapService swap,
            Households households,
            CalendarKeys calendars,
            Clock clock) {
        this.rotations = rotations;
        this.pages = pages;
        this.words = words;
        this.swap = swap;
        this.households = households;
        this.calendars = calendars;
        this.clock = clock;
    }

    @GetMapping
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable String circuit,
            @RequestParam(required = false) @Nullable Integer slot,
            @RequestParam(required = false) @Nullable String helps,
            Model model) {
        Household file = households.atHand(account.householdId()).orElse(null);
        if (file == null) {
            return "redirect:/house";
        }
        Look look = new Look(circuit, slot);
        Life life = rotations.life(account).orElse(null);
        if (life == null || life.inForce() == null) {
            Household household = life == null ? file : life.outage().household();
            preview(household, look, model);
            model.addAttribute("inOutage", swap.current(account).isPresent());
            model.addAttribute("beingMade", life != null && life.onSet());
        } else {
            pages.living(life, look, model);
            model.addAttribute("improving", improving(life).percent());
            if ("fuel".equals(helps)) {
                List<GivingUp> order = life.wanted().withWishes(life.wishes()).toGiveUp(life.planFrom());
                model.addAttribute(
                        "toGiveUp", words.toGiveUp(order, life.outage().household()));
            } else if (helps != null) {
                WhatHelps wouldHelp = WhatHelps.of(life.atHand().plan());
                model.addAttribute("helps", words.helps(wouldHelp, life.outage().household()));
            }
        }
        return "rotate/rotate";
    }

    /** How a day would go, on a calm day or while the changeover is still under way. */
    private void preview(Household household, Look look, Model model) {
        LocalDateTime now = Rotations.local(clock.instant());
        Changeover changeover = new Changeover(household.setup(), household.outage());
        Battery battery = household.setup().battery();
        Wanted.Now from = new Wanted.Now(
                household.setup(),
                now,
                Set.copyOf(changeover.wanted()),
                Had.NOTHING,
                fullTank(household),
                battery == null ? null : (Double) battery.wattHours());
        Wanted.Made made = household.wanted().plan(from, Effort.INSTANT, null);
        model.addAttribute("preview", true);
        model.addAttribute("charge", words.charge(made.plan(), made.charge(), from.wattHours(), household));
        pages.plan(made, null, household, now, look, model);
    }

    private static Refuelling.@Nullable Fuel fullTank(Household household) {
        Generator engine = household.setup().source().engine();
        Double tank = engine == null ? null : engine.tankLitres();
        return tank == null ? null : new Refuelling.Fuel(tank, household.storedLitres());
    }

    @PostMapping("/replan")
    String replan(@AuthenticationPrincipal Account account) {
        Life life = rotations.planned(account);
        rotations.propose(account, life, life.wishes(), Phrase.of("plan.why.asked"));
        return BACK;
    }

    @PostMapping("/take")
    String take(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam long plan,
            @RequestParam int revision,
            RedirectAttributes flash) {
        if (rotations.take(account, seen, rotations.planned(account), plan, revision)) {
            flash.addFlashAttribute("taken", say("rotate.page.better-was-taken"));
        }
        return BACK;
    }

    /**
     * How far the search for a better version is.
     *
     * @param percent null once it is over
     * @param revision goes up when a better one was found
     */
    record Improving(@Nullable Long percent, int revision) {}

    @GetMapping("/improving")
    @ResponseBody
    Improving improving(@AuthenticationPrincipal Account account) {
        return improving(rotations.planned(account));
    }

    private Improving improving(Life life) {
        Kept proposed = life.proposed();
        Double share = proposed == null ? null : rotations.improving(proposed.id());
        return new Improving(
                share == null ? null : (Long) Math.round(100 * share), proposed == null ? 0 : proposed.revision());
    }

    @PostMapping("/drop")
    String drop(@AuthenticationPrincipal Account account, @RequestParam long plan) {
        rotations.drop(rotations.planned(account), plan);
        return BACK;
    }

    /** The calendar's address, made when it is first asked for. */
    @PostMapping("/calendar")
    String calendar(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        flash.addFlashAttribute("calendar", calendars.address(account.householdId()));
        return BACK + "#out";
    }
}
