package juiceswap.web.upkeep;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.rehearsal.Befallen;
import juiceswap.core.rehearsal.Trouble;
import juiceswap.core.upkeep.Afterwards;
import juiceswap.core.upkeep.Afterwards.Thing;
import juiceswap.core.upkeep.OutageCost;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.meter.LearnedLoads;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The power is back for good: what the outage came to, and what is to be put back, each done with one touch. */
@Controller
@RequestMapping("/afterwards")
class AfterwardsController {
    private final PutBack putBack;
    private final LearnedLoads learned;
    private final Households households;
    private final Words words;

    AfterwardsController(PutBack putBack, LearnedLoads learned, Households households, Words words) {
        this.learned = learned;
        this.putBack = putBack;
        this.households = households;
        this.words = words;
    }

    /** A thing as it is shown; {@code who} has done it, or is empty; {@code first} leads to what comes before it, or is empty. */
    public record Line(String thing, String title, String text, String who, String press, String first) {}

    /** A figure of the summary. */
    public record Figure(String name, String value) {}

    /** The last outage that is over. */
    @GetMapping
    String last(@AuthenticationPrincipal Account account) {
        return putBack.last(account.householdId())
                .map(one -> "redirect:/afterwards/" + one.id())
                .orElse("redirect:/logbook");
    }

    @GetMapping("/{id:\\d+}")
    String show(@AuthenticationPrincipal Account account, @PathVariable long id, Model model) {
        Outage outage = find(account, id);
        Household household = households.file(account.householdId()).orElseThrow(AfterwardsController::notFound);
        Afterwards came = PutBack.came(outage);
        Map<Thing, String> done = putBack.done(id);
        List<Line> lines = came.list(household, done.keySet()).stream()
                .map(line ->
                        line(line, done.getOrDefault(line.thing(), ""), putBack.hoursAreKept(account.householdId())))
                .toList();
        model.addAttribute("id", id);
        model.addAttribute("household", household);
        model.addAttribute(
                "when",
                InUse.measures().dayAndClock(LocalDateTime.ofInstant(outage.startedAt(), ZoneId.systemDefault())));
        OutageCost cost = putBack.cost(id);
        List<Figure> figures = figures(came, household, cost);
        long loads = learned.of(account.householdId()).stream()
                .filter(one -> !one.to().isBefore(outage.startedAt())
                        && !one.to().isAfter(Objects.requireNonNull(outage.endedAt())))
                .count();
        if (loads > 0) {
            figures.add(new Figure(words.say("afterwards.learned"), String.valueOf(loads)));
        }
        model.addAttribute("figures", figures);
        model.addAttribute("counted", came.litres() != null);
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(costs(cost, household)));
        }
        model.addAttribute("lines", lines);
        // what befell this house is what its people should practise
        model.addAttribute(
                "befallen",
                Befallen.in(outage.log()).keySet().stream()
                        .filter(trouble -> trouble.fits(household.setup()))
                        .map(Trouble::word)
                        .toList());
        model.addAttribute(
                "left", lines.stream().filter(line -> line.who().isEmpty()).count());
        return "upkeep/afterwards";
    }

    private Line line(Afterwards.Line line, String who, boolean hoursAreKept) {
        boolean hours = line.thing() == Thing.HOURS;
        String press = who.isEmpty() ? (hours ? "afterwards.add" : "storm.done") : "storm.not-after-all";
        return new Line(
                line.thing().word(),
                words.say("afterwards." + line.thing().word() + ".title"),
                words.say(line.what()),
                who,
                words.say(press),
                hours && !hoursAreKept ? "/upkeep" : "");
    }

    private static Map<String, String> costs(OutageCost cost, Household household) {
        Double perLitre = cost.fuelPerLitre();
        Map<String, String> typed = new HashMap<>();
        typed.put("fuelPrice", perLitre == null ? "" : field(perLitre * litresOfOne(household)));
        typed.put("food", cost.food() == null ? "" : field(cost.food()));
        typed.put("other", cost.other() == null ? "" : field(cost.other()));
        return typed;
    }

    /** Liters of one of what this household counts its fuel in. */
    private static double litresOfOne(Household household) {
        return InUse.measures().ofOne(household.fuelDimension());
    }

    /** As it is typed again: without thousands, and no more decimals than there are. */
    private static String field(double amount) {
        return BigDecimal.valueOf(amount)
                .setScale(3, RoundingMode.HALF_UP)
                .stripTrailingZeros()
                .toPlainString();
    }

    private static String money(double amount) {
        return String.format(Locale.US, "%,.2f", amount);
    }

    @PostMapping("/{id}/cost")
    String cost(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Outage outage = find(account, id);
        Household household = households.file(account.householdId()).orElseThrow(AfterwardsController::notFound);
        Form form = new Form(typed);
        try {
            Double price = form.number("fuelPrice");
            OutageCost cost = new OutageCost(
                    price == null ? null : (Double) (price / litresOfOne(household)),
                    form.number("food"),
                    form.number("other"));
            form.requireSound();
            putBack.keepCost(outage, cost);
        } catch (InvalidInput wrong) {
            model.addAttribute("form", form.with(wrong));
            return show(account, id, model);
        }
        flash.addFlashAttribute("taken", Phrase.of("told.saved"));
        return "redirect:/afterwards/" + id;
    }

    private List<Figure> figures(Afterwards came, Household household, OutageCost cost) {
        List<Figure> figures = new ArrayList<>();
        figures.add(hours("afterwards.dark", came.dark()));
        figures.add(hours("afterwards.on-generator", came.onGenerator()));
        figures.add(hours("afterwards.engine-ran", came.engine()));
        if (came.litres() != null) {
            figures.add(
                    new Figure(words.say("afterwards.fuel"), InUse.measures().show(household.fuel(came.litres()))));
        }
        Double fuel = cost.fuel(came.litres());
        Double total = cost.total(came.litres());
        if (fuel != null) {
            figures.add(new Figure(words.say("afterwards.fuel-cost"), money(fuel)));
        }
        if (total != null) {
            figures.add(new Figure(words.say("afterwards.cost"), money(total)));
        }
        return figures;
    }

    private Figure hours(String name, double hours) {
        long minutes = Math.round(60 * hours);
        return new Figure(
                words.say(name), words.say("afterwards.hours-minutes", "hours", minutes / 60, "minutes", minutes % 60));
    }

    @PostMapping("/{id}/done")
    String done(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam String thing,
            @RequestParam(defaultValue = "false") boolean notAfterAll) {
        Outage outage = find(account, id);
        Thing which = Worded.find(Thing.class, thing).orElseThrow(AfterwardsController::notFound);
        if (notAfterAll) {
            putBack.notAfterAll(outage, which);
        } else {
            putBack.done(outage, which, account.displayName());
        }
        return "redirect:/afterwards/" + id;
    }

    private Outage find(Account account, long id) {
        return putBack.find(account.householdId(), id).orElseThrow(AfterwardsController::notFound);
    }

    private static ResponseStatusException notFound() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
}
