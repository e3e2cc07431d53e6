package juiceswap.web.rehearse;

import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.concurrent.ThreadLocalRandom;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Place;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Verdict;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Befallen;
import juiceswap.core.rehearsal.Rehearsal.Entry;
import juiceswap.core.rehearsal.Spacing;
import juiceswap.core.rehearsal.Trouble;
import juiceswap.core.rehearsal.Walkthrough;
import juiceswap.core.rehearsal.Walkthrough.Did;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.rehearse.Practice.Slip;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
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

/** Rehearsing: what it is to be about, the world in which it happens, and what is told of it afterwards. */
@Controller
@RequestMapping("/rehearse")
class RehearseController {
    /** Far more than anybody does in one evening. */
    private static final int MOST_ACTS = 400;

    /** Stands for any trouble that fits, chosen by chance and not told. */
    private static final String SURPRISE = "surprise";

    private static final long SEEDS = 10_000;

    /** Nobody thinks longer than that between two acts; whoever left the page open was somewhere else, in seconds. */
    private static final int LONGEST_THOUGHT = 600;

    private static final double SECONDS = 60;

    /** Whoever wants to take part comes on the same evening. */
    private static final Duration JOINABLE = Duration.ofHours(6);

    /** What happened longer ago than so many outages is no guide to what comes. */
    private static final int OUTAGES_LOOKED_AT = 12;

    private final Practices practices;
    private final RehearsePages pages;
    private final Households households;
    private final Outages outages;
    private final Words words;
    private final Clock clock;

    RehearseController(
            Practices practices,
            RehearsePages pages,
            Households households,
            Outages outages,
            Words words,
            Clock clock) {
        this.practices = practices;
        this.pages = pages;
        this.households = households;
        this.outages = outages;
        this.words = words;
        this.clock = clock;
    }

    /**
     * What can be rehearsed.
     *
     * @param word of the trouble
     * @param due it comes next, or is due again
     * @param befallen the day on which it happened here last; null when it never did
     */
    public record Choice(
            String word,
            @Nullable String again,
            boolean due,
            @Nullable String befallen) {}

    /** Somebody, and what they have gone through by heart. */
    public record ByHeart(String who, List<Known> known) {
        /** What, and when last. */
        public record Known(String trouble, String day) {}
    }

    @GetMapping
    String choose(@AuthenticationPrincipal Account account, Model model) {
        Household household = household(account);
        Map<Trouble, List<Spacing.Past>> past = practices.past(account.householdId());
        LocalDate today = LocalDate.now(clock);
        List<Choice> choices = new ArrayList<>();
        List<Trouble> fitting = Trouble.of(household.setup());
        Map<Trouble, LocalDate> befallen = befallen(account.householdId());
        for (Trouble trouble : fitting) {
            List<Spacing.Past> gone = past.getOrDefault(trouble, List.of());
            LocalDate again = gone.isEmpty() ? null : Spacing.next(gone);
            LocalDate happened = befallen.get(trouble);
            choices.add(new Choice(
                    trouble.word(),
                    again == null ? null : InUse.measures().date(again),
                    again != null && !again.isAfter(today),
                    happened == null ? null : InUse.measures().date(happened)));
        }
        // what has happened here is looked for first
        choices.sort(Comparator.comparing(choice -> choice.befallen() == null));
        model.addAttribute("choices", choices);
        model.addAttribute(
                "next", Spacing.choose(fitting, befallen.keySet(), past, today).word());
        List<Practices.Line> latest = practices.latest(account.householdId());
        Set<String> named = new HashSet<>();
        // of each person the latest: who has begun another one has left the one before
        model.addAttribute(
                "goingOn",
                latest.stream()
                        .filter(one -> !one.ended()
                                && one.beganAt().isAfter(clock.instant().minus(JOINABLE)))
                        .filter(one -> named.add(one.who()))
                        .toList());
        model.addAttribute("past", latest.stream().filter(Practices.Line::ended).toList());
        model.addAttribute("byHeart", byHeart(account.householdId()));
        return "rehearse/choose";
    }

    private Map<Trouble, LocalDate> befallen(long household) {
        Map<Trouble, LocalDate> befallen = new EnumMap<>(Trouble.class);
        outages.all(household).stream()
                .filter(one -> !one.rehearsal())
                .limit(OUTAGES_LOOKED_AT)
                .flatMap(one -> outages.find(household, one.id()).stream())
                .flatMap(outage -> Befallen.in(outage.log()).entrySet().stream())
                .forEach(one -> befallen.merge(
                        one.getKey(),
                        LocalDate.ofInstant(one.getValue(), ZoneId.systemDefault()),
                        (day, other) -> day.isAfter(other) ? day : other));
        return befallen;
    }

    private List<ByHeart> byHeart(long household) {
        return practices.byHeart(household).entrySet().stream()
                .map(one -> new ByHeart(
                        one.getKey(),
                        one.getValue().entrySet().stream()
                                .map(known -> new ByHeart.Known(
                                        known.getKey().word(), InUse.measures().date(known.getValue())))
                                .toList()))
                .toList();
    }

    @PostMapping("/start")
    String start(
            @AuthenticationPrincipal Account account,
            @RequestParam String trouble,
            @RequestParam(defaultValue = "by-heart") String way,
            @RequestParam(defaultValue = "") String seed,
            RedirectAttributes told) {
        Household household = household(account);
        List<Trouble> fitting = Trouble.of(household.setup());
        Trouble about = trouble.equals(SURPRISE)
                ? fitting.get(ThreadLocalRandom.current().nextInt(fitting.size()))
                : Worded.find(Trouble.class, trouble).filter(fitting::contains).orElse(null);
        Way how = Worded.find(Way.class, way).orElse(null);
        Long number = seed.isBlank() ? (Long) ThreadLocalRandom.current().nextLong(SEEDS) : number(seed.strip());
        if (about == null || how == null || number == null) {
            told.addFlashAttribute("refused", words.say("rehearse.no-such"));
            return "redirect:/rehearse";
        }
        return "redirect:/rehearse/" + practices.begin(account, household, about, number, how, clock.instant());
    }

    private static @Nullable Long number(String typed) {
        return typed.matches("[0-9]{1,9}") ? (Long) Long.parseLong(typed) : null;
    }

    @GetMapping("/{id}")
    String show(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam(defaultValue = "false") boolean hint,
            Model model) {
        Practice practice = practice(account, id);
        Walkthrough walked = practice.walked();
        model.addAttribute("world", pages.page(practice, walked, hint && practice.hints() > 0, account.displayName()));
        if (practice.endedAt() == null) {
            return "rehearse/world";
        }
        Map<Trouble, List<Spacing.Past>> past = practices.past(account.householdId());
        List<Spacing.Past> gone = past.getOrDefault(practice.trouble(), List.of());
        model.addAttribute("debrief", pages.debrief(practice, walked));
        model.addAttribute("again", gone.isEmpty() ? null : InUse.measures().date(Spacing.next(gone)));
        return "rehearse/debrief";
    }

    @PostMapping("/{id}/act")
    String act(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam int count,
            @RequestParam String act,
            @RequestParam(required = false) @Nullable String circuit,
            @RequestParam(required = false) @Nullable Double minutes,
            @RequestParam(required = false) @Nullable String to,
            @RequestParam(defaultValue = "0") int after,
            @RequestParam(defaultValue = "false") boolean byItself,
            RedirectAttributes told) {
        Practice practice = practice(account, id);
        Act wanted;
        try {
            wanted = to == null ? Act.of(act, circuit, minutes) : Act.walk(Worded.of(Place.class, to));
            InvalidInput.unless(
                    circuit == null || practice.household().setup().find(circuit) != null,
                    "/circuit",
                    "invalid.missing");
        } catch (InvalidInput unknown) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST);
        }
        List<Did> acts = new ArrayList<>(practice.acts());
        if (acts.size() >= MOST_ACTS) {
            told.addFlashAttribute("refused", words.say("rehearse.long-enough"));
            return back(id);
        }
        double thought = Math.max(0, Math.min(LONGEST_THOUGHT, after)) / SECONDS;
        acts.add(new Did(wanted, account.displayName(), thought, null));
        // to act again is to go on
        Practice acted = practice.with(acts, practice.slips(), practice.acts().size(), practice.hints());
        // two phones whose clocks have reached the same moment: one of them has told it already
        boolean toldAlready = byItself && practice.acts().size() != count;
        return toldAlready ? back(id) : keep(account, acted, count, told, "");
    }

    /** What somebody makes of the reading before they are told: it counts, and is said afterwards. */
    @PostMapping("/{id}/judge")
    String judge(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam int count,
            @RequestParam String verdict,
            RedirectAttributes told) {
        Practice practice = practice(account, id);
        Verdict said = Worded.find(Verdict.class, verdict)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.BAD_REQUEST));
        List<Did> acts = new ArrayList<>(practice.acts());
        int last = acts.size() - 1;
        // of whoever holds the meter, and their first word: nobody judges better after being told
        if (last < 0
                || !acts.get(last).by().equals(account.displayName())
                || acts.get(last).said() != null) {
            return back(id);
        }
        acts.set(last, acts.get(last).saying(said));
        Practice judged = practice.with(acts, practice.slips(), practice.seen(), practice.hints());
        return keep(account, judged, count, told, "");
    }

    /** Takes the last act back: what came of it counts all the same. */
    @PostMapping("/{id}/back")
    String takeBack(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam int count,
            RedirectAttributes told) {
        Practice practice = practice(account, id);
        if (practice.acts().isEmpty()) {
            return back(id);
        }
        Entry last = Objects.requireNonNull(practice.walked().last()).entry();
        List<Slip> slips = new ArrayList<>(practice.slips());
        if (!last.consequences().isEmpty()) {
            slips.add(new Slip(last.at(), last.act(), last.consequences()));
        }
        List<Did> acts = practice.acts().subList(0, practice.acts().size() - 1);
        return keep(account, practice.with(acts, slips, acts.size(), practice.hints()), count, told, "");
    }

    /** Lets the world go on after something came of an act. */
    @PostMapping("/{id}/on")
    String goOn(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam int count,
            RedirectAttributes told) {
        Practice practice = practice(account, id);
        Practice seen =
                practice.with(practice.acts(), practice.slips(), practice.acts().size(), practice.hints());
        return keep(account, seen, count, told, "");
    }

    @PostMapping("/{id}/hint")
    String hint(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam int count,
            RedirectAttributes told) {
        Practice practice = practice(account, id);
        Practice helped = practice.with(practice.acts(), practice.slips(), practice.seen(), practice.hints() + 1);
        return keep(account, helped, count, told, "?hint=true");
    }

    @PostMapping("/{id}/end")
    String end(@AuthenticationPrincipal Account account, @PathVariable long id) {
        Practice practice = practice(account, id);
        practices.end(practice, practice.went(practice.walked()), clock.instant());
        return back(id);
    }

    private String keep(Account account, Practice practice, int count, RedirectAttributes told, String query) {
        try {
            practices.keep(account.householdId(), practice, count);
        } catch (Practices.Moved moved) {
            told.addFlashAttribute("conflict", words.say("rehearse.moved"));
        }
        return back(practice.id()) + query;
    }

    private static String back(long id) {
        return "redirect:/rehearse/" + id;
    }

    private Practice practice(Account account, long id) {
        return practices
                .find(account.householdId(), id)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private Household household(Account account) {
        return households
                .file(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
