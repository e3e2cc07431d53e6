package juiceswap.web.upkeep;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.meter.Readings;
import juiceswap.core.supply.Source;
import juiceswap.core.upkeep.Done;
import juiceswap.core.upkeep.Exercise;
import juiceswap.core.upkeep.Exercise.Run;
import juiceswap.core.upkeep.Exercise.Step;
import juiceswap.core.upkeep.Task;
import juiceswap.web.form.Form;
import juiceswap.web.house.Shown;
import juiceswap.web.household.Households;
import juiceswap.web.household.StartLine;
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

/** An exercise run, one step at a time, with what was read of it kept and compared. */
@Controller
@RequestMapping("/upkeep/exercise")
class ExerciseController {
    private static final String PAGE = "redirect:/upkeep/exercise";

    private final ExerciseBook runs;
    private final UpkeepBook book;
    private final Households households;
    private final Words words;
    private final Clock clock;

    ExerciseController(ExerciseBook runs, UpkeepBook book, Households households, Words words, Clock clock) {
        this.runs = runs;
        this.book = book;
        this.households = households;
        this.words = words;
        this.clock = clock;
    }

    /** A run that was, as it is shown. */
    public record Line(String day, String minutes, String load, String unloaded, String loaded, String who) {}

    /**
     * The step that is due, as it is shown.
     *
     * @param until when it is over, in milliseconds of the server's clock; 0 where it takes no time
     * @param minutesLeft whole ones, rounded up
     */
    public record StepView(
            String word, int number, int of, boolean reads, boolean first, long until, long now, long minutesLeft) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        if (!model.containsAttribute("form")) {
            model.addAttribute("form", new Form(Map.of()));
        }
        Household household = household(account);
        Source source = household.setup().source();
        Double least = Exercise.leastWatts(source);
        model.addAttribute("household", household);
        model.addAttribute("least", least == null ? null : Shown.watts(least));
        model.addAttribute("asksForBond", household.lacksBondAlone());
        model.addAttribute("splitPhase", source.splitPhase());
        List<ExerciseBook.Past> past = runs.past(account.householdId());
        model.addAttribute("past", past.stream().map(this::line).toList());
        model.addAttribute(
                "found",
                past.isEmpty()
                        ? List.of()
                        : findings(
                                past.get(0).run(),
                                source,
                                past.stream()
                                        .skip(1)
                                        .map(ExerciseBook.Past::run)
                                        .toList()));
        runs.open(account.householdId()).ifPresent(open -> {
            model.addAttribute("step", view(open));
            model.addAttribute("start", open.step() == Step.START ? StartLine.of(household, true, words) : List.of());
        });
        return "upkeep/exercise";
    }

    private StepView view(ExerciseBook.Open open) {
        Instant now = clock.instant();
        Instant until = open.since().plus(Duration.ofMinutes(open.step().minutes()));
        long left = Math.max(0, Duration.between(now, until).toSeconds());
        return new StepView(
                open.step().word(),
                open.step().ordinal() + 1,
                Step.values().length,
                open.step().reads(),
                open.step().before() == null,
                left == 0 ? 0 : until.toEpochMilli(),
                now.toEpochMilli(),
                -Math.floorDiv(-left, Duration.ofMinutes(1).toSeconds()));
    }

    private List<String> findings(Run run, Source source, List<Run> earlier) {
        return Exercise.findings(run, source, earlier).stream().map(words::say).toList();
    }

    private Line line(ExerciseBook.Past one) {
        Run run = one.run();
        return new Line(
                InUse.measures().date(run.on()),
                words.say("exercise.minutes", "minutes", Math.round(one.minutes())),
                run.loadWatts() == null ? "" : Shown.watts(run.loadWatts()),
                read(run.unloaded()),
                read(run.loaded()),
                one.who());
    }

    private String read(@Nullable Readings read) {
        if (read == null) {
            return "";
        }
        List<String> parts = new ArrayList<>();
        String volts = volts(read);
        if (!volts.isEmpty()) {
            parts.add(words.say("exercise.volts", "volts", volts));
        }
        if (read.hz() != null) {
            parts.add(words.say("exercise.hertz", "hertz", Shown.plain(read.hz())));
        }
        return String.join(", ", parts);
    }

    private static String volts(Readings read) {
        List<String> legs = new ArrayList<>();
        if (read.l1n() != null) {
            legs.add(Shown.plain(read.l1n()));
        }
        if (read.l2n() != null) {
            legs.add(Shown.plain(read.l2n()));
        }
        return String.join(" / ", legs);
    }

    @PostMapping("/begin")
    String begin(@AuthenticationPrincipal Account account) {
        runs.begin(account.householdId(), account.displayName());
        return PAGE;
    }

    /** The step is done; before its time that is asked back. */
    @PostMapping("/done")
    String done(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        ExerciseBook.Open open = runs.open(account.householdId()).orElse(null);
        Form form = new Form(typed);
        // somebody else may have gone on already
        if (open == null || !open.step().word().equals(form.value("step"))) {
            return PAGE;
        }
        if (view(open).until() > 0 && !form.checked("early")) {
            model.addAttribute("askBack", true);
            return show(account, model);
        }
        try {
            take(account, open.step(), form);
        } catch (InvalidInput invalid) {
            model.addAttribute("form", form.with(invalid));
            return show(account, model);
        }
        Step next = open.step().next();
        if (next != null) {
            runs.go(account.householdId(), open.step(), next);
            return PAGE;
        }
        runs.end(account.householdId()).ifPresent(past -> count(account, past, flash));
        return PAGE;
    }

    /** What was typed at that step; {@link InvalidInput} at the field. */
    private void take(Account account, Step step, Form form) {
        if (step == Step.LOAD) {
            Double watts = form.number("loadWatts");
            form.requireSound();
            // refused here as where it is kept
            Run run = new Run(LocalDate.now(clock), watts, null, null);
            runs.load(account.householdId(), run.loadWatts());
        }
        if (step.reads()) {
            Double l1 = form.number("l1n");
            Double l2 = form.number("l2n");
            Double hertz = form.number("hz");
            form.requireSound();
            runs.read(
                    account.householdId(), step, form.checked("skip") ? null : new Readings(l1, l2, null, hertz, null));
        }
    }

    /** Its hours are the engine's, and where it was long and heavy enough it counts. */
    private void count(Account account, ExerciseBook.Past past, RedirectAttributes flash) {
        book.engineRan(
                account.householdId(), past.minutes() / Duration.ofHours(1).toMinutes());
        boolean counts = Exercise.counts(
                past.run(), past.minutes(), household(account).setup().source());
        if (counts) {
            double hours = book.facts(account.householdId())
                    .map(UpkeepBook.EngineFacts::hours)
                    .orElse(0.0);
            book.done(
                    account.householdId(),
                    new Done(Task.EXERCISE, past.run().on(), hours),
                    read(past.run().loaded()),
                    account.displayName(),
                    null);
        }
        flash.addFlashAttribute("taken", Phrase.of(counts ? "told.exercise-counts" : "told.exercise-too-little"));
    }

    /** One step back: pressed too early. */
    @PostMapping("/back")
    String back(@AuthenticationPrincipal Account account, @RequestParam String step) {
        Step from = Worded.find(Step.class, step).orElseThrow(ExerciseController::notFound);
        if (from.before() != null) {
            runs.go(account.householdId(), from, Objects.requireNonNull(from.before()));
        }
        return PAGE;
    }

    @PostMapping("/give-up")
    String giveUp(@AuthenticationPrincipal Account account) {
        runs.giveUp(account.householdId());
        return "redirect:/upkeep";
    }

    private Household household(Account account) {
        return households.file(account.householdId()).orElseThrow(ExerciseController::notFound);
    }

    private static ResponseStatusException notFound() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
}
