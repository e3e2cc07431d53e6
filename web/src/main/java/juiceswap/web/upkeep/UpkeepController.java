package juiceswap.web.upkeep;

import java.time.Clock;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Fuel;
import juiceswap.core.upkeep.Done;
import juiceswap.core.upkeep.FuelLot;
import juiceswap.core.upkeep.Interval;
import juiceswap.core.upkeep.Task;
import juiceswap.core.upkeep.Upkeep;
import juiceswap.web.form.Form;
import juiceswap.web.house.Shown;
import juiceswap.web.household.CalendarKeys;
import juiceswap.web.household.Households;
import juiceswap.web.household.Pictures;
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
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What is due of the generator, its alarms, proofs and fuel; each done with one touch. */
@Controller
@RequestMapping("/upkeep")
class UpkeepController {
    private static final String BACK = "redirect:/upkeep";
    private static final int LONGEST_NOTE = 300;

    private final UpkeepBook book;
    private final Households households;
    private final CalendarKeys calendars;
    private final Pictures pictures;
    private final Words words;
    private final Clock clock;

    UpkeepController(
            UpkeepBook book,
            Households households,
            CalendarKeys calendars,
            Pictures pictures,
            Words words,
            Clock clock) {
        this.pictures = pictures;
        this.book = book;
        this.calendars = calendars;
        this.households = households;
        this.words = words;
        this.clock = clock;
    }

    /** A task as it is shown. */
    public record Line(String task, String state, String when, Interval interval) {}

    /** Something done as it is shown. */
    public record Past(
            long id,
            String task,
            String when,
            String note,
            String who,
            @Nullable String picture) {}

    /** Fuel in store as it is shown. */
    public record Stored(long id, String bought, String amount, boolean stabilised) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        return page(account, model, new Form(Map.of()));
    }

    private String page(Account account, Model model, Form form) {
        Household household = household(account);
        LocalDate today = today();
        UpkeepBook.EngineFacts facts = book.facts(account.householdId()).orElse(null);
        Map<Task, Interval> intervals = book.intervals(account.householdId());
        List<Line> lines = new ArrayList<>();
        book.of(account.householdId(), household, today)
                .ifPresent(upkeep -> upkeep.tasks().stream()
                        .sorted(Comparator.comparing((Upkeep.Standing one) -> one.state())
                                .reversed())
                        .forEach(one -> lines.add(new Line(
                                one.task().word(),
                                one.state().word(),
                                when(one),
                                intervals.getOrDefault(one.task(), one.task().usual())))));
        model.addAttribute("lines", lines);
        model.addAttribute("facts", facts);
        model.addAttribute(
                "liquid", UpkeepBook.fuel(household) == Fuel.GASOLINE || UpkeepBook.fuel(household) == Fuel.DIESEL);
        model.addAttribute("household", household);
        model.addAttribute(
                "past",
                book.entries(account.householdId()).stream()
                        .map(one -> new Past(
                                one.id(),
                                one.task().word(),
                                InUse.measures().date(one.on()),
                                one.note(),
                                one.who(),
                                one.picture()))
                        .toList());
        model.addAttribute(
                "lots",
                book.lots(account.householdId()).stream()
                        .map(one -> new Stored(
                                one.id(),
                                InUse.measures().date(one.lot().bought()),
                                InUse.measures().show(household.fuel(one.lot().litres())),
                                one.lot().stabilised()))
                        .toList());
        model.addAttribute(
                "form",
                form.with(Map.of(
                        "on",
                        today.toString(),
                        "bought",
                        today.toString(),
                        "hours",
                        facts == null ? "" : Shown.plain(facts.hours()),
                        "since",
                        facts == null ? today.toString() : facts.since().toString())));
        return "upkeep/upkeep";
    }

    private String when(Upkeep.Standing one) {
        LocalDate due = one.due();
        Double hours = one.dueAtHours();
        if (due == null && hours == null) {
            return words.say("upkeep.never-due");
        }
        if (due == null || hours == null) {
            return due == null
                    ? words.say("upkeep.at-hours", "hours", Shown.plain(hours == null ? 0 : hours))
                    : words.say("upkeep.by", "day", InUse.measures().date(due));
        }
        return words.say("upkeep.by-or-at", "day", InUse.measures().date(due), "hours", Shown.plain(hours));
    }

    @PostMapping("/engine")
    String engine(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        Double hours = form.number("hours");
        LocalDate since = day(form, "since");
        if (hours == null && form.problem("hours") == null) {
            form.problem("hours", "invalid.missing");
        }
        if (hours != null && hours < 0) {
            form.problem("hours", "invalid.zero-or-more");
        }
        if (form.wrong() || hours == null || since == null) {
            return page(account, model, form);
        }
        book.setFacts(account.householdId(), new UpkeepBook.EngineFacts(hours, since, form.checked("battery")));
        return BACK;
    }

    @PostMapping("/done")
    String done(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            @RequestParam(required = false) @Nullable MultipartFile photo,
            Model model) {
        Form form = new Form(typed);
        LocalDate on = day(form, "on");
        Task task = Worded.find(Task.class, form.value("task")).orElse(null);
        double hours = book.facts(account.householdId())
                .map(UpkeepBook.EngineFacts::hours)
                .orElse(0.0);
        if (form.wrong() || on == null || task == null) {
            return page(account, model, form);
        }
        String note = form.value("note").strip();
        try {
            book.done(
                    account.householdId(),
                    new Done(task, on, hours),
                    note.substring(0, Math.min(LONGEST_NOTE, note.length())),
                    account.displayName(),
                    pictures.kept(account.householdId(), photo));
        } catch (InvalidInput noPicture) {
            return page(account, model, form.with(noPicture));
        }
        return BACK;
    }

    /** The address at which a calendar reads what is due, made when it is first asked for. */
    @PostMapping("/calendar")
    String calendar(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        flash.addFlashAttribute("calendar", calendars.address(account.householdId()));
        return BACK + "#calendar";
    }

    @PostMapping("/take-back")
    String takeBack(@AuthenticationPrincipal Account account, @RequestParam long id) {
        book.takeBack(account.householdId(), id);
        return BACK;
    }

    @PostMapping("/fuel")
    String fuelBought(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        LocalDate bought = day(form, "bought");
        Double litres = form.amount(household(account).fuelDimension(), "amount");
        if (litres == null && form.problem("amount") == null) {
            form.problem("amount", "invalid.missing");
        }
        if (litres != null && litres <= 0) {
            form.problem("amount", "invalid.above-zero");
        }
        if (form.wrong() || litres == null || bought == null) {
            return page(account, model, form);
        }
        book.addLot(account.householdId(), new FuelLot(bought, form.checked("stabilised"), litres));
        return BACK;
    }

    @PostMapping("/fuel/gone")
    String fuelGone(@AuthenticationPrincipal Account account, @RequestParam long id) {
        book.lotIsGone(account.householdId(), id);
        return BACK;
    }

    @PostMapping("/interval")
    String interval(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        Task task = Worded.find(Task.class, form.value("task")).orElse(null);
        Integer days = form.whole("days");
        Double hours = form.number("every");
        if (days != null && days <= 0) {
            form.problem("days", "invalid.above-zero");
        }
        if (hours != null && hours <= 0) {
            form.problem("every", "invalid.above-zero");
        }
        if (form.wrong() || task == null) {
            return page(account, model, form);
        }
        book.setInterval(account.householdId(), task, new Interval(days, task == Task.FUEL_AGE ? null : hours));
        return BACK;
    }

    private @Nullable LocalDate day(Form form, String field) {
        try {
            LocalDate day = LocalDate.parse(form.value(field).strip());
            if (day.isAfter(today())) {
                form.problem(field, "invalid.still-to-come");
                return null;
            }
            return day;
        } catch (DateTimeException noDay) {
            form.problem(field, "invalid.no-day");
            return null;
        }
    }

    private LocalDate today() {
        return LocalDate.now(clock);
    }

    private Household household(Account account) {
        return households
                .file(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
