package juiceswap.web.rotate;

import java.time.Clock;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.outage.Event;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Had;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.Learning;
import juiceswap.core.rotation.PlanDifference;
import juiceswap.core.rotation.Rationing;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.rotation.RotationPlan.MoveKind;
import juiceswap.core.rotation.StandingNeed;
import juiceswap.core.rotation.Wanted;
import juiceswap.core.rotation.WhatHelps;
import juiceswap.core.rotation.WhyOff;
import juiceswap.core.rotation.Wish;
import juiceswap.web.drawing.RotationView;
import juiceswap.web.exchange.CircuitEntry;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.household.Households;
import juiceswap.web.rotate.RotationPlans.Kept;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.security.Account;
import juiceswap.web.swap.Outages.Conflict;
import juiceswap.web.swap.SwapService;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The rotation over a day: seen, wished for, moved by hand, taken. */
@Controller
@RequestMapping("/rotate")
class RotateController {
    private static final String BACK = "redirect:/rotate";
    private static final double MOST_LITRES = 10_000;

    /** Where nobody has said when they sleep. */
    private static final Horizon.Sleep USUAL_SLEEP = new Horizon.Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30));

    private final Rotations rotations;
    private final RotationWords words;
    private final SwapService swap;
    private final Households households;
    private final Calendars calendars;
    private final Clock clock;

    RotateController(
            Rotations rotations,
            RotationWords words,
            SwapService swap,
            Households households,
            Calendars calendars,
            Clock clock) {
        this.rotations = rotations;
        this.words = words;
        this.swap = swap;
        this.households = households;
        this.calendars = calendars;
        this.clock = clock;
    }

    /** A wish with its place in the list, by which it is taken back. */
    public record WishLine(int index, String text) {}

    /** Something that can be wished for in one touch. */
    public record Chip(String kind, @Nullable String circuit, String text) {}

    /** A walk of the plan, as a line of a table. */
    public record MoveLine(String number, String time, String what, boolean night) {}

    /**
     * A circuit being looked at, at a time.
     *
     * @param why it is off then, or what it gets while it is on
     * @param keeps by temperature, so that somebody can say what they found
     */
    public record Looked(
            String circuit,
            String label,
            String time,
            boolean on,
            String why,
            String from,
            String to,
            @Nullable String reserve,
            boolean keeps,
            boolean byTemperature) {}

    @GetMapping
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable String circuit,
            @RequestParam(required = false) @Nullable Integer slot,
            @RequestParam(required = false) @Nullable String helps,
            Model model) {
        HouseholdFile file = households.file(account.householdId()).orElse(null);
        if (file == null) {
            return "redirect:/house";
        }
        Life life = rotations.life(account).orElse(null);
        if (life == null || life.inForce() == null) {
            return preview(account, file, life, circuit, slot, model);
        }
        Kept shown = life.proposed() == null ? life.inForce() : life.proposed();
        HouseholdFile household = life.outage().household();
        model.addAttribute("life", life);
        model.addAttribute("shown", shown);
        model.addAttribute("seen", life.standing().sequence());
        if (life.proposed() != null) {
            PlanDifference difference =
                    PlanDifference.of(life.inForce().plan(), life.proposed().plan());
            model.addAttribute("difference", words.difference(difference, household));
            model.addAttribute("powered", words.powered(difference, household));
        }
        List<WishLine> wishes = new ArrayList<>();
        for (int i = 0; i < shown.wishes().size(); i++) {
            if (shown.wishes().get(i).to().isAfter(life.now())) {
                wishes.add(new WishLine(i, words.wish(shown.wishes().get(i), life.now(), household)));
            }
        }
        model.addAttribute("wishes", wishes);
        model.addAttribute("chips", chips(life, household));
        model.addAttribute("fuel", words.fuel(life.fuelAlong(shown), life));
        plan(
                shown.plan(),
                life.proposed() == null ? null : life.inForce().plan(),
                household,
                life.now(),
                circuit,
                slot,
                model);
        if (helps != null) {
            model.addAttribute("helps", words.helps(WhatHelps.of(shown.plan()), household));
        }
        return "rotate/rotate";
    }

    /** How a day would go, on a calm day or while the changeover is still under way. */
    private String preview(
            Account account,
            HouseholdFile file,
            @Nullable Life life,
            @Nullable String circuit,
            @Nullable Integer slot,
            Model model) {
        HouseholdFile household = life == null ? file : life.outage().household();
        LocalDateTime now = Rotations.local(clock.instant());
        Changeover changeover = new Changeover(household.setup(), household.outage());
        Wanted.Now from = new Wanted.Now(
                household.setup(), now, java.util.Set.copyOf(changeover.wanted()), Had.NOTHING, fullTank(household));
        Wanted.Made made = household.wanted().plan(from, Effort.INSTANT, null);
        model.addAttribute("preview", true);
        model.addAttribute("inOutage", swap.current(account).isPresent());
        plan(made.plan(), null, household, now, circuit, slot, model);
        return "rotate/rotate";
    }

    private static Refuelling.@Nullable Fuel fullTank(HouseholdFile household) {
        Double tank = household.setup().generator().tankLitres();
        return tank == null ? null : new Refuelling.Fuel(tank, household.storedLitres());
    }

    private void plan(
            RotationPlan plan,
            @Nullable RotationPlan before,
            HouseholdFile household,
            LocalDateTime now,
            @Nullable String circuit,
            @Nullable Integer slot,
            Model model) {
        String chosen = circuit != null && household.find(circuit) != null ? circuit : null;
        model.addAttribute("household", household);
        model.addAttribute("plan", plan);
        model.addAttribute("wide", RotationView.of(household, plan, before, now, chosen, RotationView.Size.WIDE));
        model.addAttribute("narrow", RotationView.of(household, plan, before, now, chosen, RotationView.Size.NARROW));
        model.addAttribute("shortfalls", words.shortfalls(plan, household));
        model.addAttribute("moves", moves(plan, household, now));
        model.addAttribute("needsSaid", household.needsAreSaid());
        model.addAttribute(
                "circuits",
                household.circuits().stream()
                        .filter(entry -> !entry.circuit().lockedOff())
                        .toList());
        if (chosen != null) {
            int at = slot == null
                    ? plan.rotation().horizon().slotAt(now)
                    : Math.max(0, Math.min(plan.on().size() - 1, slot));
            model.addAttribute("looked", looked(plan, household, now, chosen, at));
        }
    }

    private Looked looked(RotationPlan plan, HouseholdFile household, LocalDateTime now, String circuit, int slot) {
        Horizon horizon = plan.rotation().horizon();
        boolean on = plan.on().get(slot).contains(circuit);
        int from = slot;
        while (from > 0 && plan.on().get(from - 1).contains(circuit) == on) {
            from--;
        }
        int to = slot + 1;
        while (to < plan.on().size() && plan.on().get(to).contains(circuit) == on) {
            to++;
        }
        double[] levels = plan.levels().get(circuit);
        StandingNeed.Keep keep = keep(household, circuit).orElse(null);
        return new Looked(
                circuit,
                Words.label(circuit, household),
                RotationWords.time(horizon.at(slot), now),
                on,
                on ? "" : words.why(WhyOff.of(plan, circuit, slot), circuit, slot, plan, household),
                horizon.at(from).toLocalTime().toString(),
                horizon.at(to).toLocalTime().toString(),
                levels == null ? null : Words.hours(levels[slot]),
                keep != null,
                keep != null && keep.full() != null);
    }

    private static Optional<StandingNeed.Keep> keep(HouseholdFile household, String circuit) {
        return household.wanted().standing().stream()
                .filter(need ->
                        need instanceof StandingNeed.Keep && need.circuit().equals(circuit))
                .map(need -> (StandingNeed.Keep) need)
                .findFirst();
    }

    private List<MoveLine> moves(RotationPlan plan, HouseholdFile household, LocalDateTime now) {
        List<MoveLine> lines = new ArrayList<>();
        int visits = 0;
        for (RotationPlan.Move move : plan.moves()) {
            boolean visit = move.kind() == MoveKind.VISIT;
            visits += visit ? 1 : 0;
            lines.add(new MoveLine(
                    visit ? String.valueOf(visits) : "",
                    RotationWords.time(move.at(), now),
                    words.brief(move, true, household),
                    plan.wakes(move)));
        }
        return lines;
    }

    /** What people ask for most, in one touch. */
    private List<Chip> chips(Life life, HouseholdFile household) {
        List<Chip> chips = new ArrayList<>();
        chips.add(new Chip("quiet-night", null, "Quiet night"));
        for (CircuitEntry entry : household.circuits()) {
            boolean job = life.setup().find(entry.id()) != null
                    && !entry.circuit().lockedOff()
                    && keep(household, entry.id()).isEmpty()
                    && household.wanted().standing().stream()
                            .noneMatch(
                                    need -> need.circuit().equals(entry.id()) && need instanceof StandingNeed.AlwaysOn);
            if (job && chips.size() < 6) {
                chips.add(new Chip("now", entry.id(), entry.circuit().label() + " now"));
            }
        }
        return chips;
    }

    // ---- wishes

    @PostMapping("/wish")
    String wish(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        Life life = alive(account);
        List<Wish> wishes = new ArrayList<>(present(life));
        try {
            Wish wish = asked(life, form);
            wishes.add(wish);
            rotations.propose(
                    account,
                    life,
                    wishes,
                    words.wish(wish, life.now(), life.outage().household()));
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("wrong", invalid.problems().get(0).message());
            flash.addFlashAttribute("typed", form);
        }
        return BACK + looking(form);
    }

    private static String looking(Map<String, String> form) {
        return "look".equals(form.get("then")) && form.containsKey("circuit") ? "?circuit=" + form.get("circuit") : "";
    }

    /** The wishes to build on: those of what is proposed, else of what is in force. */
    private static List<Wish> present(Life life) {
        Kept kept = life.proposed() == null ? life.inForce() : life.proposed();
        return kept == null
                ? List.of()
                : kept.wishes().stream()
                        .filter(wish -> wish.to().isAfter(life.now()))
                        .toList();
    }

    private Wish asked(Life life, Map<String, String> form) {
        LocalDateTime now = life.now();
        String kind = form.getOrDefault("kind", "");
        return switch (kind) {
            case "quiet-night" ->
                Wish.quietNight(
                        life.wanted().sleep() == null
                                ? USUAL_SLEEP
                                : life.wanted().sleep(),
                        now);
            case "away" -> new Wish.Away(now, clockAfter(form, "to", now));
            case "refuel" -> {
                LocalDateTime at = clockAfter(form, "from", now.minusMinutes(1));
                yield new Wish.Still(at, at.plusMinutes(Refuelling.MINUTES), true);
            }
            case "pin-on", "pin-off" -> {
                LocalDateTime from = clockAfter(form, "from", now.minusMinutes(Wanted.SLOT_MINUTES));
                yield new Wish.Pin(circuit(life, form), kind.equals("pin-on"), from, clockAfter(form, "to", from));
            }
            case "now" -> {
                double minutes = number(form, "minutes", 30);
                // one slot later is still now: somebody has to walk to the panel first
                yield new Wish.Job(
                        circuit(life, form),
                        minutes,
                        slotStart(now),
                        slotStart(now).plusMinutes((long) minutes + 2L * Wanted.SLOT_MINUTES));
            }
            default -> {
                double minutes = number(form, "minutes", 60);
                LocalDateTime to = clockAfter(form, "to", now);
                yield new Wish.Job(circuit(life, form), minutes, slotStart(now), to);
            }
        };
    }

    private static LocalDateTime slotStart(LocalDateTime now) {
        return now.minusMinutes(now.getMinute() % Wanted.SLOT_MINUTES);
    }

    private static String circuit(Life life, Map<String, String> form) {
        String id = form.getOrDefault("circuit", "");
        InvalidInput.unless(life.setup().find(id) != null, "/circuit", "choose a circuit");
        return id;
    }

    /** The next time that a clock shows that after another time. */
    private static LocalDateTime clockAfter(Map<String, String> form, String field, LocalDateTime after) {
        String text = form.getOrDefault(field, "").strip();
        try {
            LocalTime clock = LocalTime.parse(text.length() == 4 ? "0" + text : text);
            LocalDateTime time = after.toLocalDate().atTime(clock);
            return time.isAfter(after) ? time : time.plusDays(1);
        } catch (DateTimeParseException e) {
            throw new InvalidInput("/" + field, "“" + text + "” is not a time of day such as 17:00");
        }
    }

    private static double number(Map<String, String> form, String field, double otherwise) {
        String text = form.getOrDefault(field, "").strip().replace(',', '.');
        if (text.isEmpty()) {
            return otherwise;
        }
        InvalidInput.unless(
                text.matches("-?[0-9]{1,6}(\\.[0-9]{1,3})?"), "/" + field, "“" + text + "” is not a number");
        return Double.parseDouble(text);
    }

    /** A bar was moved by hand: on where it was put, off where it was. */
    @PostMapping("/shift")
    String shift(
            @AuthenticationPrincipal Account account,
            @RequestParam String circuit,
            @RequestParam int from,
            @RequestParam int to,
            @RequestParam int by) {
        Life life = alive(account);
        Kept shown = life.proposed() == null ? life.inForce() : life.proposed();
        if (shown == null || life.setup().find(circuit) == null) {
            throw new ResponseStatusException(HttpStatus.NOT_FOUND);
        }
        Horizon horizon = shown.plan().rotation().horizon();
        List<Wish.Pin> pins = Wish.moved(circuit, horizon, from, to, by, life.now());
        List<Wish> wishes = new ArrayList<>(present(life));
        wishes.addAll(pins);
        rotations.propose(
                account,
                life,
                wishes,
                words.wish(pins.get(0), life.now(), life.outage().household()));
        return BACK + "?circuit=" + circuit;
    }

    @PostMapping("/unwish")
    String unwish(@AuthenticationPrincipal Account account, @RequestParam int index) {
        Life life = alive(account);
        Kept shown = life.proposed() == null ? life.inForce() : life.proposed();
        if (shown == null || index < 0 || index >= shown.wishes().size()) {
            return BACK;
        }
        Wish gone = shown.wishes().get(index);
        List<Wish> wishes = new ArrayList<>(present(life));
        wishes.remove(gone);
        String what = "Without: " + words.wish(gone, life.now(), life.outage().household());
        rotations.propose(account, life, wishes, what);
        return BACK;
    }

    @PostMapping("/replan")
    String replan(@AuthenticationPrincipal Account account) {
        Life life = alive(account);
        rotations.propose(account, life, present(life), "Planned anew");
        return BACK;
    }

    @PostMapping("/take")
    String take(@AuthenticationPrincipal Account account, @RequestParam int seen, @RequestParam long plan) {
        rotations.take(account, seen, alive(account), plan);
        return BACK;
    }

    @PostMapping("/drop")
    String drop(@AuthenticationPrincipal Account account, @RequestParam long plan) {
        rotations.drop(alive(account), plan);
        return BACK;
    }

    @PostMapping("/ration")
    String ration(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        Life life = alive(account);
        try {
            double litres =
                    number(form, "litres", life.tank() == null ? 0 : life.tank().litres() + life.storedLitres());
            InvalidInput.unless(litres > 0 && litres <= MOST_LITRES, "/litres", "litres must be more than 0");
            Rationing ration = rotations.ration(account, life, litres, clockAfter(form, "until", life.now()));
            flash.addFlashAttribute("taken", words.ration(ration));
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("wrong", invalid.problems().get(0).message());
            flash.addFlashAttribute("typed", form);
        }
        return BACK;
    }

    // ---- what is found

    /** How cold, warm or full something was found: the plan goes on from there, and what it holds is learned. */
    @PostMapping("/observe")
    String observe(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam String circuit,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        Life life = alive(account);
        HouseholdFile household = life.outage().household();
        StandingNeed.Keep keep = keep(household, circuit).orElseThrow(Conflict::new);
        try {
            double runs = number(form, "runs", 0);
            InvalidInput.unless(runs >= 0 && runs < 100, "/runs", "must be from 0 to below 100 percent");
            if (runs > 0
                    && form.getOrDefault("celsius", "").isBlank()
                    && form.getOrDefault("hours", "").isBlank()) {
                flash.addFlashAttribute("taken", words.runs(keep, runs / 100, household));
                return BACK + "?circuit=" + circuit;
            }
            Double celsius = form.getOrDefault("celsius", "").isBlank() ? null : (Double) number(form, "celsius", 0);
            Double minutes = celsius == null ? (Double) (60 * number(form, "hours", -1)) : keep.levelAt(celsius);
            InvalidInput.unless(
                    minutes != null && minutes >= 0, "/hours", "say how warm it is, or how many hours it has left");
            String learned = learned(life, keep, celsius);
            swap.observe(account, seen, new Event.Observed(circuit, celsius, minutes));
            rotations.propose(account, life(account), present(life), Words.label(circuit, household) + " as found");
            if (!learned.isEmpty()) {
                flash.addFlashAttribute("taken", learned);
            }
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("wrong", invalid.problems().get(0).message());
            flash.addFlashAttribute("typed", form);
        }
        return BACK + "?circuit=" + circuit;
    }

    /** What this temperature and the one before it tell of how long it holds, or recovers; empty when they tell nothing. */
    private String learned(Life life, StandingNeed.Keep keep, @Nullable Double celsius) {
        if (celsius == null) {
            return "";
        }
        boolean on = life.on().contains(keep.circuit());
        return Learning.of(keep, life.had(), on, celsius, clock.instant())
                .map(learned -> Words.label(keep.circuit(), life.outage().household())
                        + (learned.holds()
                                ? ": by these two temperatures it holds about " + Words.hours(learned.minutes())
                                        + " without power."
                                : ": by these two temperatures it takes about " + Words.hours(learned.minutes())
                                        + " of power from empty to full.")
                        + " You can set that under House, Needs.")
                .orElse("");
    }

    @PostMapping("/fuel")
    String fuel(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        Life life = alive(account);
        try {
            double litres = number(form, "litres", -1);
            Double tank = life.setup().generator().tankLitres();
            InvalidInput.unless(
                    litres >= 0 && (tank == null || litres <= tank),
                    "/litres",
                    tank == null
                            ? "litres must be 0 or more"
                            : String.format(Locale.ENGLISH, "the tank holds from 0 to %.0f litres", tank));
            swap.fuelSeen(account, seen, litres);
            rotations.propose(account, life(account), present(life), "Fuel as found");
        } catch (InvalidInput invalid) {
            flash.addFlashAttribute("wrong", invalid.problems().get(0).message());
            flash.addFlashAttribute("typed", form);
        }
        return BACK;
    }

    private Life alive(Account account) {
        Life life = life(account);
        if (life.standing().alarmed() || life.inForce() == null) {
            throw new Conflict();
        }
        return life;
    }

    private Life life(Account account) {
        return rotations.life(account).orElseThrow(Conflict::new);
    }

    /** The log has gone on, or there is no outage to plan for any more. */
    @ExceptionHandler(Conflict.class)
    String conflict(RedirectAttributes flash) {
        flash.addFlashAttribute("conflict", "Something has happened meanwhile. This is how things stand now.");
        return BACK;
    }

    /** The calendar's address, made when it is first asked for. */
    @PostMapping("/calendar")
    String calendar(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        flash.addFlashAttribute("calendar", "/calendar/" + calendars.key(account.householdId()) + ".ics");
        return BACK + "#out";
    }
}
