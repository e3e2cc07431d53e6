package juiceswap.web.meter;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.Phrase;
import juiceswap.core.bonding.BondJudgement;
import juiceswap.core.bonding.BondJudgement.Use;
import juiceswap.core.bonding.BondTests;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.KeptTest.Result;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source;
import juiceswap.core.upkeep.Lending;
import juiceswap.core.upkeep.Lending.Which;
import juiceswap.web.form.Form;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.household.Households;
import juiceswap.web.household.LentBook;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The neutral-to-ground bond, found out with a meter: engine off, three tests, a verdict at once. */
@Controller
@RequestMapping("/meter/bonding")
class BondingController {
    private static final Set<String> ANSWERS = Set.of("beeps", "silent", "ohms");

    private static final List<String> TESTS = List.of("generatorAlone", "inletAlone", "connected");

    /** The field that says that no voltage was found at the very places. */
    private static final String NO_VOLTS = "noVolts";

    private final Households households;
    private final DeviceTests records;
    private final LentBook lent;
    private final SwapService swap;
    private final Words words;
    private final Clock clock;

    BondingController(
            Households households, DeviceTests records, LentBook lent, SwapService swap, Words words, Clock clock) {
        this.households = households;
        this.records = records;
        this.lent = lent;
        this.swap = swap;
        this.words = words;
        this.clock = clock;
    }

    /**
     * One test of the three.
     *
     * @param answer beeps, silent, ohms or empty
     * @param problem what is wrong with the ohms, or null
     * @param finding what it says, in a word, or empty
     */
    public record Asked(
            String name,
            String title,
            String where,
            String answer,
            String ohms,
            @Nullable String problem,
            String finding) {}

    /** What the tests amount to. */
    public record Judged(
            String verdict,
            String headline,
            String why,
            List<String> actions,
            boolean safe,
            @Nullable Integer bonds) {}

    @GetMapping
    String ask(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Optional<Household> file = present(account);
        if (file.isEmpty()) {
            return "redirect:/house";
        }
        show(account, file.get(), typed, model);
        return "meter/bonding";
    }

    /** Keeps the tests; what the meter says of the set itself goes into the household. */
    @PostMapping
    String keep(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Household file = present(account).orElseThrow();
        List<Asked> asked = asked(file, typed);
        boolean wrong = asked.stream().anyMatch(test -> test.problem() != null);
        boolean nothing = asked.stream().allMatch(test -> test.answer().isEmpty());
        boolean runs = engineRuns(account);
        boolean voltsUnchecked = !typed.containsKey(NO_VOLTS);
        if (wrong || nothing || runs || voltsUnchecked) {
            show(account, file, typed, model);
            model.addAttribute("nothing", nothing);
            model.addAttribute("runs", runs);
            model.addAttribute("voltsUnchecked", voltsUnchecked && !runs);
            return "meter/bonding";
        }
        BondTests tests = tests(asked);
        BondJudgement judged = BondJudgement.of(use(account, file), tests);
        records.record(
                account.householdId(),
                new DeviceTests.Found(
                        DeviceProof.BONDING.word(),
                        judged.keptAs(use(account, file), tests),
                        judged.verdict().word(),
                        note(asked, judged),
                        account.displayName(),
                        today()));
        tests.ofTheSet().ifPresent(found -> {
            keepBond(account, found);
            swap.bondFound(account, found);
        });
        flash.addFlashAttribute(
                "taken",
                Phrase.of(
                        "told.bond-kept",
                        "verdict",
                        Phrase.of("bonding." + judged.verdict().word())));
        return "redirect:/meter/bonding";
    }

    /** The set was repaired or exchanged: what was measured of it before counts no more. */
    @PostMapping("/repaired")
    String repaired(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        records.setChanged(account.householdId(), words.say("tests.repaired"), account.displayName(), today());
        flash.addFlashAttribute("taken", Phrase.of("told.begins-unproven"));
        return "redirect:/meter/bonding";
    }

    /** Ohms are measured with the engine stopped; a running one may make what the meter shows, and can kill. */
    private boolean engineRuns(Account account) {
        return swap.current(account)
                .filter(outage -> outage.standing().state().engine().running())
                .isPresent();
    }

    /** What is there to be measured: in an outage what it began with, whatever came back since. */
    private Optional<Household> present(Account account) {
        return swap.current(account).map(Outage::household).or(() -> households.atHand(account.householdId()));
    }

    /** Of what was measured, where it is not noted so already. */
    private void keepBond(Account account, Bond found) {
        boolean oneAlone = swap.current(account)
                .filter(outage -> outage.household().supply().sets() == 1)
                .isPresent();
        Set<Which> measured = oneAlone ? lent.aloneInOutage(account.householdId()) : lent.here(account.householdId());
        Household before = households.file(account.householdId()).orElseThrow();
        if (Lending.withBond(before, measured, found) == before) {
            return;
        }
        households.change(
                account.householdId(),
                null,
                account.displayName(),
                words.say("change.measured-bond", "bond", found.word()),
                house -> Lending.withBond(Objects.requireNonNull(house), measured, found));
    }

    private void show(Account account, Household file, Map<String, String> typed, Model model) {
        model.addAttribute("bondSentence", words.bond(file.setup(), bondNow(account, file)));
        List<Asked> asked = asked(file, typed);
        boolean wrong = asked.stream().anyMatch(test -> test.problem() != null);
        Use use = use(account, file);
        BondJudgement judged = wrong ? null : BondJudgement.of(use, tests(asked));
        model.addAttribute("tests", asked);
        model.addAttribute("judged", judged == null ? null : judged(judged, use));
        model.addAttribute("ways", ways(file.setup().source(), use));
        model.addAttribute("use", use);
        model.addAttribute("nothing", false);
        Optional<DeviceTests.Found> proven = records.last(account.householdId(), DeviceProof.BONDING);
        model.addAttribute(
                "label",
                proven.filter(DeviceTests.Found::passed)
                        .map(kept -> label(file, kept))
                        .orElse(null));
        model.addAttribute("runs", false);
        model.addAttribute("voltsUnchecked", false);
        model.addAttribute("noVolts", typed.containsKey(NO_VOLTS));
        model.addAttribute(
                "half", judged != null && judged.safeToStart() && judged.keptAs(use, tests(asked)) != Result.PASSED);
        model.addAttribute("proven", proven.orElse(null));
        model.addAttribute(
                "provenAgo",
                proven.map(found -> words.daysAgo(found.onDay(), today())).orElse(""));
    }

    /** In an outage the bond is what it was set to, not what the household's file says. */
    private Use use(Account account, Household file) {
        Source source = file.setup().source();
        Bond bond = swap.current(account)
                .map(outage -> outage.standing().state().bond())
                .orElse(source.bond());
        return new Use(
                !file.setup().transfer().kind().wired(),
                file.setup().transfer().switchedNeutral(),
                bond,
                source.bondChange(),
                source.gfciOutlets());
    }

    private List<Asked> asked(Household file, Map<String, String> typed) {
        boolean cords = !file.setup().transfer().kind().wired();
        return TESTS.stream()
                .filter(test -> !cords || test.equals("generatorAlone"))
                .map(test -> asked(test, typed))
                .toList();
    }

    private Asked asked(String test, Map<String, String> typed) {
        String said = typed.getOrDefault(test, "");
        String answer = ANSWERS.contains(said) ? said : "";
        String ohms = typed.getOrDefault(test + "Ohms", "").strip();
        String problem = null;
        Double value = null;
        if (answer.equals("ohms")) {
            value = Form.readingIn(ohms);
            problem = value == null || value < 0 ? say("meter.bonding.type-the-ohms-that-the") : null;
        } else if (!answer.isEmpty()) {
            value = answer.equals("beeps") ? 0.0 : Double.POSITIVE_INFINITY;
        }
        String finding = problem != null || value == null
                ? ""
                : words.say("finding." + BondTests.finding(value).word());
        return new Asked(
                test,
                words.say("bondtest." + test),
                words.say("bondtest." + test + ".where"),
                answer,
                ohms,
                problem,
                finding);
    }

    private static BondTests tests(List<Asked> asked) {
        return new BondTests(ohms(asked, 0), ohms(asked, 1), ohms(asked, 2));
    }

    private static @Nullable Double ohms(List<Asked> asked, int index) {
        if (index >= asked.size()) {
            return null;
        }
        Asked test = asked.get(index);
        return switch (test.answer()) {
            case "beeps" -> 0.0;
            case "silent" -> Double.POSITIVE_INFINITY;
            case "ohms" -> Form.readingIn(test.ohms());
            default -> null;
        };
    }

    private Judged judged(BondJudgement judged, Use use) {
        String word = judged.verdict().word();
        boolean open = judged.verdict() == BondJudgement.Verdict.MEASURE;
        List<String> actions = new ArrayList<>();
        for (BondJudgement.Action action : judged.actions()) {
            String own = "bondaction." + action.word() + "." + use.change().word();
            actions.add(words.sayOr(own, words.say("bondaction." + action.word())));
        }
        return new Judged(
                judged.safeToStart() ? "good" : open ? "watch" : "stop",
                words.say("bonding." + word),
                words.say("bonding." + word + ".why"),
                actions,
                judged.safeToStart(),
                judged.bonds());
    }

    /** The ways to one bond for this set, each with what it means for using the set alone. */
    private List<String> ways(Source source, Use use) {
        List<String> ways = new ArrayList<>();
        if (use.onCords()) {
            return ways;
        }
        ways.add(words.say("bondway." + source.bondChange().word()));
        if (!use.switchedNeutral()) {
            ways.add(words.say("bondway.switched-neutral"));
        }
        if (source.gfciOutlets()) {
            ways.add(words.say("bondway.gfci"));
        }
        return ways;
    }

    /** Only what was measured and kept goes on a label, with the day it was measured. */
    private String label(Household file, DeviceTests.Found kept) {
        String day = InUse.measures().date(kept.onDay());
        boolean floats = file.setup().transfer().houseBondReaches();
        return words.say(floats ? "bondlabel.floating" : "bondlabel.bonded", "generator", file.name(), "measured", day);
    }

    private static String note(List<Asked> asked, BondJudgement judged) {
        List<String> parts = new ArrayList<>();
        for (Asked test : asked) {
            if (!test.answer().isEmpty()) {
                parts.add(test.name() + " "
                        + (test.answer().equals("ohms")
                                ? say("meter.bonding.ohms-3", "ohms", test.ohms())
                                : test.answer()));
            }
        }
        return String.join(", ", parts) + ": " + judged.verdict().word();
    }

    private LocalDate today() {
        return LocalDate.now(clock);
    }

    /** As it stands: in an outage as the log has it. */
    private Bond bondNow(Account account, Household file) {
        return swap.current(account)
                .map(outage -> outage.standing().state().bond())
                .orElse(file.setup().source().bond());
    }
}
