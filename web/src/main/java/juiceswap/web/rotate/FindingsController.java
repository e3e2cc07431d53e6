package juiceswap.web.rotate;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Dimension;
import juiceswap.core.outage.Event;
import juiceswap.core.rotation.Learning;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.supply.Battery;
import juiceswap.core.supply.Generator;
import juiceswap.web.form.Form;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.SwapService;
import juiceswap.web.rotate.RotatePages.Unread;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** How cold, warm or full something was found: the plan goes on from there. */
@Controller
@RequestMapping("/rotate")
class FindingsController {
    private static final String NOW = "redirect:/now";

    private final Rotations rotations;
    private final RotationWords words;
    private final SwapService swap;
    private final Clock clock;

    FindingsController(Rotations rotations, RotationWords words, SwapService swap, Clock clock) {
        this.rotations = rotations;
        this.words = words;
        this.swap = swap;
        this.clock = clock;
    }

    /** What a circuit keeps cold or warm was looked at: its temperature, the hours it has left, or how much it runs. */
    @PostMapping("/observe")
    String observe(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam String circuit,
            @RequestParam Map<String, String> typed,
            @RequestParam(defaultValue = "false") boolean now,
            RedirectAttributes flash) {
        Life life = rotations.planned(account);
        Household household = life.outage().household();
        StandingNeed.Keep keep = RotatePages.keep(household, circuit).orElseThrow(Conflict::new);
        Form form = new Form(typed);
        try {
            Double celsius = form.amount(Dimension.TEMPERATURE, "celsius");
            Double hours = form.number("hours");
            Double runs = form.number("runs");
            form.requireSound();
            if (celsius == null && hours == null && runs != null) {
                InvalidInput.unless(runs > 0 && runs < 100, "/runs", "invalid.duty-percent");
                flash.addFlashAttribute("taken", words.runs(keep, runs / 100, household));
            } else {
                found(account, seen, life, keep, celsius, hours, flash);
            }
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("unread", new Unread("found", form.with(invalid)));
            return RotateController.BACK + "?circuit=" + circuit;
        }
        return now ? NOW : RotateController.BACK + "?circuit=" + circuit;
    }

    private void found(
            Account account,
            int seen,
            Life life,
            StandingNeed.Keep keep,
            @Nullable Double celsius,
            @Nullable Double hours,
            RedirectAttributes flash) {
        InvalidInput.unless(celsius == null || keep.believable(celsius), "/celsius", "invalid.not-believable");
        Double minutes = celsius == null ? hours == null ? null : (Double) (60 * hours) : keep.levelAt(celsius);
        String field = keep.full() == null ? "/hours" : "/celsius";
        double level = InvalidInput.present(minutes, field, "invalid.warmth-or-hours");
        InvalidInput.unless(level >= 0, field, "invalid.warmth-or-hours");
        String learned = learned(life, keep, celsius);
        swap.observe(account, seen, new Event.Observed(keep.circuit(), celsius, level));
        proposeAsFound(account, Phrase.of("plan.why.found", "circuit", new Phrase.OfCircuit(keep.circuit())));
        if (!learned.isEmpty()) {
            flash.addFlashAttribute("taken", learned);
        }
    }

    /** What this temperature and the one before it tell of how long it holds, or recovers; empty when they tell nothing. */
    private String learned(Life life, StandingNeed.Keep keep, @Nullable Double celsius) {
        if (celsius == null) {
            return "";
        }
        boolean on = life.on().contains(keep.circuit());
        return Learning.of(keep, life.had(), on, celsius, clock.instant())
                .map(learned -> say(
                        "rotate.findings.you-can-set-that-under",
                        "circuit",
                        Words.label(keep.circuit(), life.outage().household()),
                        "hours",
                        (learned.holds()
                                ? say(
                                        "rotate.findings.by-these-two-temperatures-it",
                                        "minutes",
                                        Words.hours(learned.minutes()))
                                : say(
                                        "rotate.findings.by-these-two-temperatures-it-2",
                                        "minutes",
                                        Words.hours(learned.minutes())))))
                .orElse("");
    }

    @PostMapping("/fuel")
    String fuel(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Life life = rotations.planned(account);
        Form form = new Form(typed);
        try {
            Household house = life.outage().household();
            Double litres = form.amount(house.fuelDimension(), "litres");
            form.requireSound();
            Generator engine = life.setup().source().engine();
            Double tank = engine == null ? null : engine.tankLitres();
            InvalidInput.unless(
                    litres != null && litres >= 0 && (tank == null || litres <= tank),
                    "/litres",
                    tank == null ? "rotate.litres-wrong" : "rotate.more-than-the-tank",
                    "tank",
                    tank == null ? "" : house.fuel(tank));
            swap.fuelSeen(account, seen, Objects.requireNonNull(litres));
            proposeAsFound(account, Phrase.of("plan.why.fuel-found"));
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("unread", new Unread("fuel", form.with(invalid)));
        }
        return RotateController.BACK;
    }

    @PostMapping("/charge")
    String charge(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam Map<String, String> typed,
            @RequestParam(defaultValue = "false") boolean now,
            RedirectAttributes flash) {
        Life life = rotations.planned(account);
        Form form = new Form(typed);
        try {
            Double percent = form.number("percent");
            form.requireSound();
            Battery battery = life.setup().battery();
            InvalidInput.unless(
                    battery != null && percent != null && percent >= 0 && percent <= 100,
                    "/percent",
                    "invalid.percent-to-hundred");
            swap.chargeSeen(
                    account, seen, Objects.requireNonNull(battery).wattHoursAt(Objects.requireNonNull(percent)));
            proposeAsFound(account, Phrase.of("plan.why.charge-found"));
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("unread", new Unread("charge", form.with(invalid)));
            return RotateController.BACK;
        }
        return now ? NOW : RotateController.BACK;
    }

    /** Plans on from what has just been written to the log. */
    private void proposeAsFound(Account account, Phrase why) {
        Life after = rotations.acting(account);
        rotations.propose(account, after, after.wishes(), why);
    }
}
