package juiceswap.web.upkeep;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.house.Setup;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.rotation.WithOneAway;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.upkeep.Lending;
import juiceswap.core.upkeep.Lending.Answer;
import juiceswap.core.upkeep.Lending.Which;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.household.LentBook;
import juiceswap.web.outage.Outages;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
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

/** A generator is lent, and comes back: with what has to be said of its neutral both times. */
@Controller
@RequestMapping("/upkeep/lend")
class LendController {
    private static final String PAGE = "redirect:/upkeep/lend";
    private static final int DAYS_KEPT = 20;
    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_NOTE = 300;

    private final LentBook book;
    private final Households households;
    private final Outages outages;
    private final Words words;
    private final Clock clock;

    LendController(LentBook book, Households households, Outages outages, Words words, Clock clock) {
        this.book = book;
        this.households = households;
        this.outages = outages;
        this.words = words;
        this.clock = clock;
    }

    /** A day of a household, whose plans take seconds; how the neutral is bonded changes nothing in them. */
    private record Day(Setup setup, Wanted wanted, LocalDateTime from) {
        List<WithOneAway> withOneAway() {
            return WithOneAway.of(setup, wanted, from);
        }
    }

    private final Map<Day, List<WithOneAway>> lately = Collections.synchronizedMap(new LinkedHashMap<>() {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Day, List<WithOneAway>> eldest) {
            return size() > DAYS_KEPT;
        }
    });

    /** A loan as it is shown. */
    public record Line(long id, String text, String note) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(Map.of()));
        }
        Household household = household(account);
        List<LentBook.Loan> out = book.out(account.householdId());
        Set<Which> away = book.away(account.householdId());
        model.addAttribute("household", household);
        Set<Which> here = book.here(account.householdId());
        model.addAttribute("asks", here.stream().anyMatch(one -> Lending.asksOf(household, here, one)));
        model.addAttribute("why", Lending.knownTogether(household, here) ? "lend.why-asked-of-two" : "lend.why-asked");
        model.addAttribute("here", household.supply().sets() > 1 ? named(here) : Map.of());
        model.addAttribute("withOneAway", withOneAway(household, away));
        model.addAttribute("engine", household.setup().source().engine() != null);
        model.addAttribute("mayLend", !Lending.noneLeft(household, away));
        model.addAttribute("out", out.stream().map(this::line).toList());
        model.addAttribute(
                "back",
                book.back(account.householdId()).stream().map(this::line).toList());
        return "upkeep/lend";
    }

    /** As they are called. */
    private Map<String, String> named(Set<Which> some) {
        Map<String, String> named = new LinkedHashMap<>();
        some.forEach(one -> named.put(one.word(), words.say("lend." + one.word())));
        return named;
    }

    /** What a day is like with one of two; empty where there are not two that can run together, or both are away. */
    private List<String> withOneAway(Household household, Set<Which> gone) {
        if (!(household.setup().source() instanceof ParallelGenerators) || gone.size() > 1) {
            return List.of();
        }
        LocalDateTime evening = LocalDate.now(clock).atTime(WithOneAway.FROM);
        Day day = new Day(household.setup().withBond(Bond.UNKNOWN), household.wanted(), evening);
        List<WithOneAway> away = Objects.requireNonNullElseGet(lately.get(day), day::withOneAway);
        lately.put(day, away);
        return away.stream()
                .filter(one -> away.size() == 1 || !gone.contains(one.firstStays() ? Which.FIRST : Which.SECOND))
                .map(one -> withOneAway(
                        one,
                        words.say(
                                away.size() == 1
                                        ? "lend.either-stays"
                                        : one.firstStays() ? "lend.first-stays" : "lend.second-stays"),
                        household))
                .toList();
    }

    private String withOneAway(WithOneAway away, String who, Household household) {
        List<String> sentences = new ArrayList<>();
        sentences.add(who);
        if (!away.never().isEmpty()) {
            sentences.add(words.say("lend.never", "circuits", labels(away.never(), household)));
        }
        for (WithOneAway.Shorter one : away.shorter()) {
            sentences.add(words.say(
                    "lend.shorter",
                    "circuit",
                    Words.label(one.circuit(), household),
                    "time",
                    Words.hours(one.minutes())));
        }
        sentences.add(
                away.never().isEmpty() && away.shorter().isEmpty()
                        ? words.say("lend.all-fits")
                        : words.say("lend.rest-fits"));
        if (away.walks() > 0) {
            sentences.add(words.say("lend.more-walks", "walks", away.walks()));
        }
        return String.join(" ", sentences);
    }

    private static String labels(List<String> circuits, Household household) {
        return circuits.stream().map(id -> Words.label(id, household)).collect(Collectors.joining(", "));
    }

    private Line line(LentBook.Loan loan) {
        LocalDate returned = loan.returned();
        String days = returned == null
                ? words.say("lend.since", "day", InUse.measures().date(loan.lent()))
                : words.say(
                        "lend.from-to",
                        "from",
                        InUse.measures().date(loan.lent()),
                        "to",
                        InUse.measures().date(returned));
        return new Line(
                loan.id(),
                words.say(
                        "lend.line",
                        "who",
                        loan.toWhom(),
                        "days",
                        days,
                        "bond",
                        words.say("lend.bond." + loan.bond().word())),
                loan.note());
    }

    @PostMapping
    String lend(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Household household = household(account);
        // what is not chosen is not sent, and may be wrong all the same
        Form form = new Form(typed).with(Map.of("bond", ""));
        if (outages.current(account).isPresent()) {
            flash.addFlashAttribute("refused", Phrase.of("lend.in-outage"));
            return PAGE;
        }
        String toWhom = form.required("toWhom", "invalid.missing");
        String note = Objects.requireNonNullElse(form.text("note"), "");
        Answer answer = form.wordOrNull(Answer.class, "bond");
        Which which = form.word(Which.class, "which", Which.FIRST);
        Set<Which> here = book.here(account.householdId());
        try {
            InvalidInput.unless(toWhom.length() <= LONGEST_NAME, "/toWhom", "invalid.too-long");
            InvalidInput.unless(note.length() <= LONGEST_NOTE, "/note", "invalid.too-long");
            form.requireSound();
            Lending.requireAnswered(household, here, which, answer);
        } catch (InvalidInput invalid) {
            model.addAttribute("form", form.with(invalid));
            return show(account, model);
        }
        Answer said = answer == null ? Answer.NOTHING_TO_SAY : answer;
        if (!book.lend(account.householdId(), which, toWhom, said, note, account.displayName(), LocalDate.now(clock))) {
            model.addAttribute("form", form.with(new InvalidInput("", "invalid.away-already")));
            return show(account, model);
        }
        Bond of = Objects.requireNonNullElse(said.becomes(), Bond.UNKNOWN);
        bondIs(account, of, now -> Lending.gone(now, here, which, said));
        Set<Which> away = book.away(account.householdId());
        String told = Lending.noneLeft(household, away) ? "told.lent" : "told.lent-one";
        boolean unknown =
                Lending.atHand(household(account), away).supply().source().bond() == Bond.UNKNOWN;
        flash.addFlashAttribute("taken", Phrase.of(told, "who", toWhom, "unknown", unknown));
        return PAGE;
    }

    /** It is back. What the other has done with its neutral is asked: unknown is an answer too. */
    @PostMapping("/returned")
    String returned(
            @AuthenticationPrincipal Account account,
            @RequestParam long id,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Bond bond = new Form(typed).word(Bond.class, "bond", Bond.UNKNOWN);
        book.returned(account.householdId(), id, LocalDate.now(clock))
                .ifPresent(which -> bondIs(account, bond, now -> Lending.withBond(now, Set.of(which), bond)));
        boolean goesOn = outages.current(account).isPresent();
        flash.addFlashAttribute("taken", Phrase.of(goesOn ? "told.returned-in-outage" : "told.returned"));
        return PAGE;
    }

    private void bondIs(Account account, Bond bond, UnaryOperator<Household> becomes) {
        Household household = household(account);
        if (!becomes.apply(household).equals(household)) {
            households.change(
                    account.householdId(),
                    null,
                    account.displayName(),
                    words.say("change.bond-of-lent", "bond", words.say("bond.is." + bond.word())),
                    house -> becomes.apply(Objects.requireNonNull(house)));
        }
    }

    private Household household(Account account) {
        return households
                .file(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
