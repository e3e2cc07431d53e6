package juiceswap.web.upkeep;

import java.time.Clock;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.WithOneAway;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.Source;
import juiceswap.core.upkeep.Lending;
import juiceswap.core.upkeep.Lending.Answer;
import juiceswap.core.upkeep.Lending.Which;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
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

/** A generator is lent, and comes back: with what has to be said of its neutral both times. */
@Controller
@RequestMapping("/upkeep/lend")
class LendController {
    private static final String PAGE = "redirect:/upkeep/lend";
    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_NOTE = 300;

    private final LentBook book;
    private final Households households;
    private final Words words;
    private final Clock clock;

    LendController(LentBook book, Households households, Words words, Clock clock) {
        this.book = book;
        this.households = households;
        this.words = words;
        this.clock = clock;
    }

    /** A loan as it is shown. */
    public record Line(long id, String text, String note) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(Map.of()));
        }
        Household household = household(account);
        List<LentBook.Loan> out = book.out(account.householdId());
        model.addAttribute("household", household);
        model.addAttribute("asks", household.lacksBondAlone());
        model.addAttribute("two", household.supply().sets() > 1);
        model.addAttribute("withOneAway", withOneAway(household));
        model.addAttribute("engine", household.setup().source().engine() != null);
        model.addAttribute("mayLend", out.size() < household.supply().sets());
        model.addAttribute("out", out.stream().map(this::line).toList());
        model.addAttribute(
                "back",
                book.back(account.householdId()).stream().map(this::line).toList());
        return "upkeep/lend";
    }

    /** What a day is like with one of two; empty where there are not two that can run together. */
    private List<String> withOneAway(Household household) {
        if (!(household.setup().source() instanceof ParallelGenerators)) {
            return List.of();
        }
        LocalDateTime evening = LocalDate.now(clock).atTime(WithOneAway.FROM);
        List<WithOneAway> away = WithOneAway.of(household.setup(), household.wanted(), evening);
        return away.stream()
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
        String toWhom = form.required("toWhom", "invalid.missing");
        String note = Objects.requireNonNullElse(form.text("note"), "");
        Answer answer = form.wordOrNull(Answer.class, "bond");
        Which which = form.word(Which.class, "which", Which.FIRST);
        try {
            InvalidInput.unless(toWhom.length() <= LONGEST_NAME, "/toWhom", "invalid.too-long");
            InvalidInput.unless(note.length() <= LONGEST_NOTE, "/note", "invalid.too-long");
            form.requireSound();
            Lending.requireAnswered(household, answer);
        } catch (InvalidInput invalid) {
            model.addAttribute("form", form.with(invalid));
            return show(account, model);
        }
        Answer said = answer == null ? Answer.NOTHING_TO_SAY : answer;
        book.lend(account.householdId(), which, toWhom, said, note, account.displayName(), LocalDate.now(clock));
        bondIs(account, said.becomes());
        flash.addFlashAttribute("taken", Phrase.of("told.lent", "who", toWhom));
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
        book.returned(account.householdId(), id, LocalDate.now(clock));
        bondIs(account, bond);
        flash.addFlashAttribute("taken", Phrase.of("told.returned"));
        return PAGE;
    }

    private void bondIs(Account account, @Nullable Bond bond) {
        Source source = household(account).setup().source();
        if (bond != null && source.engine() != null && source.bond() != bond) {
            households.change(
                    account.householdId(),
                    null,
                    account.displayName(),
                    words.say("change.bond-of-lent", "bond", words.say("bond.is." + bond.word())),
                    house -> Objects.requireNonNull(house).withBond(bond));
        }
    }

    private Household household(Account account) {
        return households
                .file(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
