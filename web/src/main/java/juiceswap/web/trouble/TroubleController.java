package juiceswap.web.trouble;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.trouble.Check;
import juiceswap.core.trouble.Diagnosis;
import juiceswap.core.trouble.Diagnosis.Outcome;
import juiceswap.core.trouble.EngineKind;
import juiceswap.core.trouble.Symptom;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;

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

    TroubleController(Households households) {
        this.households = households;
    }

    /** One that was looked at. */
    public record Looked(String check, String outcome) {}

    /** What may be behind it, in percent. */
    public record Likely(String check, long percent) {}

    /** A way on: what is found so far and one thing more. */
    public record Onward(String outcome, String found) {}

    /**
     * Asks for the symptom, or for the next check.
     *
     * @param symptom by its word; absent, it is asked for
     * @param found checks with what they came out as, as {@code fuel-valve.ok}, in the order in which they were made
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
        Map<Check, Outcome> looked = read(found);
        Diagnosis diagnosis = of(seen.get(), engine(account, start), looked);
        model.addAttribute("symptom", seen.get());
        model.addAttribute("looked", lookedAt(looked));
        model.addAttribute("next", diagnosis.next());
        model.addAttribute("fix", diagnosis.fix());
        model.addAttribute("giveUp", diagnosis.giveUp());
        model.addAttribute("back", written(withoutLast(looked)));
        model.addAttribute("onward", onward(diagnosis.next(), looked));
        model.addAttribute(
                "likely",
                diagnosis.causes().stream()
                        .filter(cause -> cause.share() >= SHOWN_SHARE)
                        .map(cause -> new Likely(cause.check().word(), Math.round(cause.share() * PERCENT)))
                        .toList());
        return "trouble/check";
    }

    /** What a page that was made for another engine asks for is left out. */
    private static Diagnosis of(Symptom symptom, EngineKind engine, Map<Check, Outcome> looked) {
        try {
            return Diagnosis.of(symptom, engine, looked, Map.of());
        } catch (InvalidInput otherEngine) {
            looked.clear();
            return Diagnosis.of(symptom, engine, looked, Map.of());
        }
    }

    private EngineKind engine(Account account, String start) {
        Generator generator = households
                .file(account.householdId())
                .map(Household::setup)
                .map(setup -> setup.source().engine())
                .orElse(null);
        Fuel fuel = generator == null ? Fuel.GASOLINE : generator.fuel();
        boolean electric = start.equals("electric");
        return new EngineKind(fuel, electric, fuel != Fuel.DIESEL, true, true);
    }

    private static Map<Check, Outcome> read(String found) {
        Map<Check, Outcome> looked = new LinkedHashMap<>();
        for (String one : found.split(",")) {
            int dot = one.lastIndexOf('.');
            if (dot > 0) {
                Check check = Worded.find(Check.class, one.substring(0, dot)).orElse(null);
                Outcome outcome =
                        Worded.find(Outcome.class, one.substring(dot + 1)).orElse(null);
                if (check != null && outcome != null) {
                    looked.put(check, outcome);
                }
            }
        }
        return looked;
    }

    private static String written(Map<Check, Outcome> looked) {
        return String.join(
                ",",
                looked.entrySet().stream()
                        .map(one -> one.getKey().word() + "." + one.getValue().word())
                        .toList());
    }

    private static List<Looked> lookedAt(Map<Check, Outcome> looked) {
        return looked.entrySet().stream()
                .map(one -> new Looked(one.getKey().word(), one.getValue().word()))
                .toList();
    }

    private static Map<Check, Outcome> withoutLast(Map<Check, Outcome> looked) {
        Map<Check, Outcome> rest = new LinkedHashMap<>();
        List<Check> checks = new ArrayList<>(looked.keySet());
        for (Check check : checks.subList(0, Math.max(0, checks.size() - 1))) {
            rest.put(check, looked.getOrDefault(check, Outcome.SKIPPED));
        }
        return rest;
    }

    private static List<Onward> onward(@Nullable Check next, Map<Check, Outcome> looked) {
        List<Onward> onward = new ArrayList<>();
        if (next != null) {
            for (Outcome outcome : Outcome.values()) {
                Map<Check, Outcome> more = new LinkedHashMap<>(looked);
                more.put(next, outcome);
                onward.add(new Onward(outcome.word(), written(more)));
            }
        }
        return onward;
    }
}
