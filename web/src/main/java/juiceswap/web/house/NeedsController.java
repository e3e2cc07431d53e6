package juiceswap.web.house;

import java.time.LocalTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import juiceswap.core.Phrase;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.household.Household;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Quantity;
import juiceswap.core.rotation.Horizon.Sleep;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.StandingNeed.Daily;
import juiceswap.core.rotation.StandingNeed.DailyCare;
import juiceswap.exchange.StandingNeedJson;
import juiceswap.web.form.Form;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What each circuit is needed for on any day of an outage, in the household's words; when people sleep; cans in store. */
@Controller
class NeedsController {
    private static final String TAB = "/house/needs";
    private static final double MINUTES_OF_AN_HOUR = 60;

    /** Kinds of needs, as they are chosen. */
    private static final List<String> KINDS = List.of("keep", "always", "once-a-day", "hours-a-day");

    private final HouseEditing editing;
    private final Words words;

    NeedsController(HouseEditing editing, Words words) {
        this.editing = editing;
        this.words = words;
    }

    /** A need in one line. */
    public record NeedLine(int index, String label, String what, String priority) {}

    @GetMapping("/house/needs")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable Integer need,
            @RequestParam(required = false) @Nullable String add,
            @RequestParam(required = false) @Nullable String keeping,
            Model model) {
        Household file = editing.open(account, TAB, model).file();
        if (!((Form) Objects.requireNonNull(model.getAttribute("form"))).wrong()) {
            model.addAttribute("form", new Form(filled(file, need, add, keeping)));
        }
        return page(file, need, add, model);
    }

    private String page(Household file, @Nullable Integer need, @Nullable String add, Model model) {
        List<StandingNeed> needs = file.needsAreSaid() ? file.needs() : file.guessedNeeds();
        List<NeedLine> lines = new ArrayList<>();
        for (int i = 0; i < needs.size(); i++) {
            StandingNeed one = needs.get(i);
            lines.add(new NeedLine(
                    i,
                    Words.label(one.circuit(), file),
                    what(one),
                    words.say("priority." + one.priority().word())));
        }
        model.addAttribute("guessed", !file.needsAreSaid());
        model.addAttribute("needs", lines);
        model.addAttribute("kinds", KINDS);
        model.addAttribute("index", need);
        StandingNeed changed = at(need, needs);
        model.addAttribute("kind", add != null && KINDS.contains(add) ? add : changed == null ? null : kind(changed));
        Map<String, String> circuits = new LinkedHashMap<>();
        file.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff())
                .forEach(entry -> circuits.put(entry.id(), Words.label(entry.id(), file)));
        model.addAttribute("circuits", circuits);
        Map<String, String> keepings = new LinkedHashMap<>();
        for (Keeping one : Keeping.values()) {
            keepings.put(one.word(), words.say("keeping." + one.word()));
        }
        model.addAttribute("keepings", keepings);
        Map<String, String> priorities = new LinkedHashMap<>();
        for (Priority one : Priority.values()) {
            priorities.put(one.word(), words.say("priority." + one.word()));
        }
        model.addAttribute("priorities", priorities);
        return "house/needs";
    }

    /** The need that an address means, if there is such a one. */
    private static @Nullable StandingNeed at(@Nullable Integer index, List<StandingNeed> needs) {
        return index != null && index >= 0 && index < needs.size() ? needs.get(index) : null;
    }

    private static String kind(StandingNeed need) {
        return StandingNeedJson.kind(need);
    }

    private String what(StandingNeed need) {
        String hours = need.daily() == null
                ? ""
                : words.say(
                        "need.hours",
                        "from",
                        InUse.measures().clock(need.daily().from()),
                        "to",
                        InUse.measures().clock(need.daily().to()));
        String text;
        if (need instanceof StandingNeed.Keep keep) {
            text = words.say(
                    "need.keep",
                    "what",
                    words.say("keeping." + keep.keeping().word()),
                    "hold",
                    Words.hours(keep.holdMinutes()),
                    "recover",
                    Words.hours(keep.recoverMinutes()));
        } else if (need instanceof StandingNeed.OnceADay once) {
            text = words.say("need.once", "time", Words.hours(once.minutes()));
        } else if (need instanceof StandingNeed.HoursADay some) {
            text = words.say("need.some", "time", Words.hours(some.minutes()));
        } else {
            text = words.say("need.always");
        }
        return Stream.of(text, hours, asked(need))
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining(" "));
    }

    /** What has to be left by the clock, in one line. */
    private String asked(StandingNeed need) {
        if (!(need instanceof StandingNeed.Keep keep)) {
            return "";
        }
        return keep.care().floors().stream()
                .map(floor -> words.say(
                        "need.floor",
                        "percent",
                        Math.round(100 * floor.share()),
                        "at",
                        InUse.measures().clock(floor.at())))
                .collect(Collectors.joining(" "));
    }

    /** The fields as they are, or with the usual values for what is kept. */
    private static Map<String, String> filled(
            Household file, @Nullable Integer index, @Nullable String add, @Nullable String keeping) {
        Map<String, String> typed = new LinkedHashMap<>();
        if (file.sleep() != null) {
            typed.put("sleepFrom", InUse.measures().clock(file.sleep().from()));
            typed.put("sleepTo", InUse.measures().clock(file.sleep().to()));
        }
        typed.put("storedLitres", file.field("storedLitres", file.fuel(file.storedLitres())));
        List<StandingNeed> needs = file.needsAreSaid() ? file.needs() : file.guessedNeeds();
        StandingNeed need = at(index, needs);
        if (need == null && "keep".equals(add)) {
            need = Keeping.of(keeping == null ? "" : keeping)
                    .orElse(Keeping.FRIDGE)
                    .usual("");
        }
        if (need == null) {
            // what nobody has said anything of is no matter of life
            typed.put("priority", Priority.COMFORT.word());
            return typed;
        }
        typed.put("circuit", need.circuit());
        typed.put("priority", need.priority().word());
        if (need.daily() != null) {
            typed.put("from", InUse.measures().clock(need.daily().from()));
            typed.put("to", InUse.measures().clock(need.daily().to()));
        }
        if (need instanceof StandingNeed.OnceADay once) {
            typed.put("minutes", Shown.plain(once.minutes()));
        } else if (need instanceof StandingNeed.HoursADay some) {
            typed.put("minutes", Shown.plain(some.minutes()));
            typed.put("blockMinutes", Shown.plain(some.blockMinutes()));
            CareFields.fill(typed, some.worth());
        } else if (need instanceof StandingNeed.AlwaysOn always) {
            CareFields.fill(typed, always.worth());
        }
        if (need instanceof StandingNeed.Keep keep) {
            typed.put("keeping", keep.keeping().word());
            typed.put("recoverMinutes", Shown.plain(keep.recoverMinutes()));
            typed.put("fullC", keep.full() == null ? "" : file.field("fullC", Quantity.celsius(keep.full())));
            typed.put("emptyC", keep.empty() == null ? "" : file.field("emptyC", Quantity.celsius(keep.empty())));
            typed.put("holdHours", Shown.plain(Math.round(100 * keep.holdMinutes() / MINUTES_OF_AN_HOUR) / 100.0));
            CareFields.fill(typed, keep.care());
        }
        return typed;
    }

    @PostMapping("/house/needs")
    String save(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            @RequestParam String kind,
            @RequestParam(required = false) @Nullable Integer index,
            Model model,
            RedirectAttributes flash) {
        if (!KINDS.contains(kind)) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST);
        }
        Form form = new Form(typed);
        boolean remove = "remove".equals(form.value("what"));
        String label = editing.file(account)
                .map(file -> Words.label(form.value("circuit"), file))
                .orElse("");
        Phrase change = Phrase.of(remove ? "change.need-away" : "change.need", "circuit", label);
        boolean stored = editing.change(account, form, change, house -> {
            // where there are none yet, the guessed ones become the household's own
            List<StandingNeed> needs = new ArrayList<>(house.needsAreSaid() ? house.needs() : house.guessedNeeds());
            StandingNeed before = at(index, needs);
            if (before == null) {
                needs.add(need(form, kind, null));
            } else if (remove) {
                needs.remove(before);
            } else {
                needs.set(needs.indexOf(before), need(form, kind, before));
            }
            return house.withLiving(house.living().withNeeds(needs));
        });
        if (stored) {
            return "redirect:" + TAB;
        }
        model.addAttribute("form", form);
        return page(editing.open(account, TAB, model).file(), index, kind, model);
    }

    /**
     * @param before as it was, null for one that is new
     */
    private static StandingNeed need(Form form, String kind, @Nullable StandingNeed before) {
        String circuit = form.required("circuit", "form.choose-a-circuit");
        Priority priority = form.word(Priority.class, "priority", Priority.COMFORT);
        if (kind.equals("keep")) {
            Keeping keeping = form.word(Keeping.class, "keeping", Keeping.OTHER);
            Double hours = positive(form, "holdHours");
            Double recover = positive(form, "recoverMinutes");
            Double full = form.amount(Dimension.TEMPERATURE, "fullC");
            Double empty = form.amount(Dimension.TEMPERATURE, "emptyC");
            DailyCare care = CareFields.care(form, before instanceof StandingNeed.Keep keep ? keep.care() : null);
            form.requireSound();
            return new StandingNeed.Keep(
                    circuit,
                    priority,
                    keeping,
                    MINUTES_OF_AN_HOUR * Objects.requireNonNull(hours),
                    Objects.requireNonNull(recover),
                    full,
                    empty,
                    care);
        }
        Double minutes = kind.equals("always") ? null : positive(form, "minutes");
        Double block = kind.equals("hours-a-day") ? form.number("blockMinutes") : null;
        LocalTime from = clock(form, "from");
        LocalTime to = clock(form, "to");
        if ((from == null) != (to == null)) {
            form.problem(from == null ? "from" : "to", "form.give-both-or-neither-for");
        }
        Need.Worth worth = CareFields.worth(form);
        form.requireSound();
        Daily daily = from == null || to == null ? null : new Daily(from, to);
        if (minutes == null) {
            return new StandingNeed.AlwaysOn(circuit, priority, daily, worth);
        }
        return kind.equals("once-a-day")
                ? new StandingNeed.OnceADay(circuit, priority, minutes, daily)
                : new StandingNeed.HoursADay(circuit, priority, minutes, block == null ? 0 : block, daily, worth);
    }

    private static @Nullable Double positive(Form form, String field) {
        Double number = form.number(field);
        if (form.problem(field) == null && (number == null || number <= 0)) {
            form.problem(field, "form.must-be-more-than-0");
        }
        return number;
    }

    /** A time of day, null when nothing was typed. */
    static @Nullable LocalTime clock(Form form, String field) {
        return form.text(field) == null ? null : form.time(field);
    }

    /** When people sleep, and what is in the cans. */
    @PostMapping("/house/needs/sleep")
    String sleep(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Form form = new Form(typed);
        boolean stored = editing.change(account, form, Phrase.of("change.sleep-and-cans"), house -> {
            LocalTime from = clock(form, "sleepFrom");
            LocalTime to = clock(form, "sleepTo");
            if ((from == null) != (to == null)) {
                form.problem(from == null ? "sleepFrom" : "sleepTo", "form.give-both-or-neither");
            }
            if (from != null && from.equals(to)) {
                form.problem("sleepTo", "form.must-not-be-the-same");
            }
            Double litres = form.amountFrom0(house.fuelDimension(), "storedLitres");
            form.requireSound();
            return house.withLiving(house.living()
                    .withSleep(from == null || to == null ? null : new Sleep(from, to))
                    .withStoredLitres(litres == null ? 0 : litres));
        });
        if (stored) {
            return "redirect:" + TAB;
        }
        model.addAttribute("form", form);
        return page(editing.open(account, TAB, model).file(), null, null, model);
    }
}
