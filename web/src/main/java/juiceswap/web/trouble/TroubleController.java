package juiceswap.web.trouble;

import static juiceswap.web.words.Say.say;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Generator;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Diagnosis;
import juiceswap.core.trouble.Diagnosis.Outcome;
import juiceswap.core.trouble.EngineKind;
import juiceswap.core.trouble.Findings;
import juiceswap.core.trouble.Symptom;
import juiceswap.web.household.Households;
import juiceswap.web.outage.CausesFound;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/**
 * From what somebody sees to what to mend. Everything that was found stands in the page's address, so that nothing is lost
 * by a reload, a phone that sleeps, or going back.
 */
@Controller
@RequestMapping("/trouble")
class TroubleController {
    private static final double SHOWN_SHARE = 0.02;
    private static final double PERCENT = 100;

    private final Households households;
    private final SwapService swap;
    private final CausesFound causes;

    TroubleController(Households households, SwapService swap, CausesFound causes) {
        this.households = households;
        this.swap = swap;
        this.causes = causes;
    }

    /** One that was looked at. */
    public record Looked(String check, String outcome) {}

    /** What may be behind it, in percent, and how often it was here before. */
    public record Likely(String check, long percent, int before) {}

    /** A way on: what is found so far and one thing more. */
    public record Onward(String outcome, String found) {}

    /**
     * Asks for the symptom, or for the next check.
     *
     * @param symptom by its word; absent, it is asked for
     * @param found as {@link Findings#written}
     */
    @GetMapping
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "") String symptom,
            @RequestParam(defaultValue = "pull") String start,
            @RequestParam(defaultValue = "") String found,
            Model model) {
        model.addAttribute("symptoms", Symptom.values());
        model.addAttribute("start", start.equals("electric") ? "electric" : "pull");
        Optional<Symptom> seen = Worded.find(Symptom.class, symptom);
        if (seen.isEmpty()) {
            return "trouble/choose";
        }
        EngineKind engine = engine(account, start);
        Findings looked = Findings.read(found).of(seen.get(), engine);
        Map<Check, Integer> before = causes.in(account.householdId());
        Diagnosis diagnosis = Diagnosis.of(seen.get(), engine, looked.looked(), before);
        Check cause = looked.cause();
        model.addAttribute("symptom", seen.get());
        model.addAttribute("looked", lookedAt(looked));
        model.addAttribute("next", diagnosis.next());
        model.addAttribute("fix", diagnosis.fix());
        model.addAttribute("times", cause == null ? 0 : before.getOrDefault(cause, 0));
        model.addAttribute("giveUp", diagnosis.giveUp());
        model.addAttribute("back", looked.withoutLast().written());
        model.addAttribute("onward", onward(diagnosis.next(), looked));
        model.addAttribute(
                "likely",
                diagnosis.causes().stream()
                        .filter(one -> one.share() >= SHOWN_SHARE)
                        .map(one -> new Likely(
                                one.check().word(),
                                Math.round(one.share() * PERCENT),
                                before.getOrDefault(one.check(), 0)))
                        .toList());
        return "trouble/check";
    }

    /** That was it, and it is put right: it goes to the log, and counts the next time. */
    @PostMapping("/found")
    String found(
            @AuthenticationPrincipal Account account,
            @RequestParam String symptom,
            @RequestParam String cause,
            RedirectAttributes flash) {
        Optional<Symptom> seen = Worded.find(Symptom.class, symptom);
        Optional<Check> found = Worded.find(Check.class, cause);
        if (seen.isEmpty() || found.isEmpty()) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        causes.add(account, seen.get(), found.get());
        flash.addFlashAttribute("taken", say("trouble.kept"));
        return "redirect:/now";
    }

    private EngineKind engine(Account account, String start) {
        Generator generator = households
                .file(account.householdId())
                .map(Household::setup)
                .map(setup -> setup.source().engine())
                .orElse(null);
        boolean cold = swap.current(account).stream()
                .noneMatch(outage -> outage.standing().engineWasStarted());
        return EngineKind.usual(generator, start.equals("electric"), cold);
    }

    private static List<Looked> lookedAt(Findings looked) {
        return looked.looked().entrySet().stream()
                .map(one -> new Looked(one.getKey().word(), one.getValue().word()))
                .toList();
    }

    private static List<Onward> onward(@Nullable Check next, Findings looked) {
        return next == null
                ? List.of()
                : Arrays.stream(Outcome.values())
                        .map(outcome -> new Onward(
                                outcome.word(), looked.with(next, outcome).written()))
                        .toList();
    }
}
