package juiceswap.web.now;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.capacity.LoadsReading;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Load;
import juiceswap.core.house.Setup;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Confirming.Outcome;
import juiceswap.core.outage.StallCause;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.PowerStation;
import juiceswap.web.drawing.FitView;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.Overtaken;
import juiceswap.web.outage.SwapService;
import juiceswap.web.pocket.ReadyPhones;
import juiceswap.web.rotate.Rotations;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.security.Account;
import juiceswap.web.security.Role;
import juiceswap.web.upkeep.PutBack;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Calm: is the household ready, and the button for when the power is out. On the set: the next move, and what holds. */
@Controller
class NowController {
    private static final String BACK = "redirect:/now";

    /** "Not now" is for so long. */
    private static final Duration LATER = Duration.ofMinutes(30);

    private final Households households;
    private final SwapService swap;
    private final Overtaken overtaken;
    private final Rotations rotations;
    private final LivingPages pages;
    private final MeasuredLoads loads;
    private final ReadyPage ready;
    private final ReadyPhones phones;
    private final PutBack putBack;
    private final Words words;
    private final Clock clock;

    NowController(
            Households households,
            SwapService swap,
            Overtaken overtaken,
            Rotations rotations,
            LivingPages pages,
            MeasuredLoads loads,
            ReadyPage ready,
            ReadyPhones phones,
            PutBack putBack,
            Words words,
            Clock clock) {
        this.households = households;
        this.swap = swap;
        this.overtaken = overtaken;
        this.rotations = rotations;
        this.pages = pages;
        this.loads = loads;
        this.ready = ready;
        this.phones = phones;
        this.putBack = putBack;
        this.words = words;
        this.clock = clock;
    }

    @GetMapping("/")
    String home(@AuthenticationPrincipal Account account) {
        if (account.is(Role.ELECTRICIAN)) {
            return "redirect:/house/device";
        }
        if (households.file(account.householdId()).isEmpty()) {
            return "redirect:/house";
        }
        if (swap.current(account).isEmpty()) {
            return BACK;
        }
        boolean living =
                !account.guest() && rotations.life(account).filter(Life::onSet).isPresent();
        return living ? BACK : "redirect:/swap";
    }

    /** {@code circuit} is one that somebody touched: may I switch this? */
    @GetMapping("/now")
    String now(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable String circuit,
            @RequestParam(defaultValue = "") String season,
            @RequestParam(defaultValue = "") String ticked,
            @RequestParam(defaultValue = "") List<String> pickUp,
            Model model) {
        Household file = households.file(account.householdId()).orElse(null);
        if (file == null) {
            return "redirect:/house";
        }
        if (swap.current(account).isEmpty()) {
            model.addAttribute("first", households.firstSteps(account.householdId(), file));
            model.addAttribute("ready", ready.of(account.householdId(), file));
            model.addAttribute("phonesNotReady", String.join(", ", phones.notReady(account.householdId())));
            model.addAttribute("putBack", putBack.left(account.householdId()));
            Household here = households.atHand(account.householdId()).orElse(file);
            return calm(here, wished(file, season, ticked, pickUp), model);
        }
        Life life = rotations.life(account).orElse(null);
        if (life == null || life.standing().alarmed()) {
            return "redirect:/swap";
        }
        model.addAttribute("living", pages.page(life, account.displayName(), circuit));
        model.addAttribute(
                "undoable", !life.standing().undoableBy(account.displayName()).isEmpty());
        model.addAttribute("household", life.outage().household());
        model.addAttribute("loads", loads.of(life));
        return "now/living";
    }

    /** What is ticked: by hand, by a season that somebody asks for, or as it is kept; where nothing is kept, by the date. */
    private Options wished(Household file, String season, String ticked, List<String> pickUp) {
        Options kept = file.outage();
        if (!ticked.isEmpty()) {
            return kept.picking(
                    pickUp.stream().filter(id -> file.setup().find(id) != null).toList());
        }
        Optional<Occasion> asked = Worded.find(Occasion.class, season);
        if (asked.isEmpty() && !kept.pickUp().isEmpty()) {
            return kept;
        }
        Occasion occasion = asked.orElseGet(() -> Occasion.on(LocalDate.now(clock)));
        return kept.picking(file.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff() && entry.choice(occasion) == Choice.MUST)
                .map(HomeCircuit::id)
                .toList());
    }

    /** Hours that a full tank lasts with exactly these on, each for the share of time that it runs; empty when unknown. */
    private static String tankHours(Setup setup, Set<String> wanted) {
        double watts = DutyWatts.of(setup.circuits(wanted));
        boolean battery = setup.source() instanceof PowerStation;
        Double hours = setup.source() instanceof PowerStation station
                ? station.hours(watts)
                : FuelUse.fullTankHours(setup.source(), watts);
        return hours == null
                ? say(battery ? "now.page.nothing-draws" : "now.page.fuel-unknown")
                : say(
                        battery ? "now.page.a-full-battery-lasts" : "now.page.a-full-tank-lasts",
                        "hours",
                        String.format(Locale.ENGLISH, "%.0f", hours),
                        "watts",
                        String.format(Locale.ENGLISH, "%,.0f", watts));
    }

    private String calm(Household file, Options options, Model model) {
        Setup setup = file.setup();
        Changeover changeover = new Changeover(setup, options);
        Optional<Capacity> block = changeover.takenAtOnce();
        Set<String> wanted = block.isPresent() ? changeover.unlocked() : Set.copyOf(changeover.wanted());
        boolean starts = block.map(Capacity::ok)
                .orElseGet(() -> StartOrder.of(
                                setup,
                                Set.of(),
                                changeover.wanted(),
                                setup.transfer().usableTestCircuits())
                        .fits());
        model.addAttribute("household", file);
        model.addAttribute("wanted", wanted);
        model.addAttribute(
                "fit", FitView.of(file, block.orElseGet(() -> Capacity.of(setup, wanted, (String) null)), null));
        model.addAttribute("startsFit", starts);
        model.addAttribute(
                "smallerChoices", starts || block.isPresent() ? List.of() : words.smallerChoices(wanted, file));
        model.addAttribute("allAtOnce", block.isPresent());
        model.addAttribute("tankHours", tankHours(setup, wanted));
        model.addAttribute("occasions", Occasion.values());
        model.addAttribute("bondSentence", words.bond(setup, setup.source().bond()));
        Generator engine = setup.source().engine();
        boolean asksFuel = engine != null && engine.fuel().fromTank() && engine.tankLitres() != null;
        model.addAttribute("asksFuel", asksFuel);
        if (!model.containsAttribute("form")) {
            model.addAttribute(
                    "form", new Form(Map.of("cansLitres", file.field("storedLitres", file.fuel(file.storedLitres())))));
        }
        return "now/now";
    }

    /** What changes from second to second, in place. */
    @GetMapping("/now/live")
    String live(@AuthenticationPrincipal Account account, Model model) {
        Life life = rotations.life(account).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        model.addAttribute("loads", loads.of(life));
        model.addAttribute("living", pages.page(life, account.displayName(), null));
        return "now/live";
    }

    /** The strip of every page, in place: more is drawn than may be, or the panel has gone dark. */
    @GetMapping("/now/strip")
    String strip() {
        return "layout :: over";
    }

    // ---- what somebody does

    /** A whole move, or what somebody switches by choice: some breakers opened, then others closed in order. */
    @PostMapping("/now/switch")
    String move(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "") String off,
            @RequestParam(defaultValue = "") String on,
            RedirectAttributes flash) {
        Life life = rotations.acting(account);
        Outcome outcome = swap.move(account, seen, ids(life, off), ids(life, on));
        if (outcome instanceof Outcome.Refused refused) {
            flash.addFlashAttribute(
                    "refused", words.refusal(refused, life.outage().household()));
        }
        return BACK;
    }

    private static List<String> ids(Life life, String text) {
        return Arrays.stream(text.split(","))
                .filter(id -> life.setup().find(id) != null)
                .distinct()
                .toList();
    }

    /** One press back: all that somebody's own last press has written. */
    @PostMapping("/now/undo")
    String undo(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        swap.undo(account, seen);
        return BACK;
    }

    /** Not now: nobody walks for a while, and the plan is made anew around that. */
    @PostMapping("/now/later")
    String later(@AuthenticationPrincipal Account account) {
        rotations.later(account, rotations.acting(account), LATER);
        return BACK;
    }

    /** The engine is to be stopped, to be filled or to rest: Swap leads there. */
    @PostMapping("/now/engine-off")
    String engineOff(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "false") boolean refuel) {
        swap.aim(account, seen, refuel ? Goal.REFUEL : Goal.MAKE_SAFE, rotations.afterStop(account));
        return "redirect:/swap";
    }

    @PostMapping("/now/engine-on")
    String engineOn(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        swap.aim(account, seen, Goal.ON_GENERATOR, rotations.afterStop(account));
        return "redirect:/swap";
    }

    @PostMapping("/now/stalled")
    String stalled(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "unknown") String cause) {
        swap.stalled(account, seen, Worded.find(StallCause.class, cause).orElse(StallCause.UNKNOWN));
        return "redirect:/swap";
    }

    /** A circuit draws what was read, in the log and in the household's file. */
    @PostMapping("/now/measured")
    String measured(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam String circuit,
            @RequestParam(defaultValue = "") String before,
            @RequestParam(defaultValue = "") String after,
            RedirectAttributes flash) {
        Life life = rotations.acting(account);
        Optional<Double> one = amps(before);
        Optional<Double> other = amps(after);
        if (life.setup().find(circuit) == null || one.isEmpty() || other.isEmpty()) {
            flash.addFlashAttribute("refused", words.say("loads.measure.wrong"));
            return BACK + "?circuit=" + circuit;
        }
        // a clamp meter is not better than a watt
        double watts = Math.rint(
                LoadsReading.Measured.of(life.setup(), circuit, one.get(), one.get(), other.get(), other.get())
                        .watts());
        boolean both = life.setup().source().splitPhase()
                && life.setup().circuit(circuit).twoPole();
        if (watts < 1) {
            flash.addFlashAttribute("refused", words.say("loads.measure.nothing"));
            return BACK + "?circuit=" + circuit;
        }
        swap.loadMeasured(account, seen, circuit, watts);
        keep(account, life, circuit, watts);
        flash.addFlashAttribute(
                "taken",
                words.say(
                        both ? "loads.measure.taken-both" : "loads.measure.taken",
                        "circuit",
                        Words.label(circuit, life.outage().household()),
                        "watts",
                        String.format(Locale.ENGLISH, "%,.0f", watts)));
        return BACK + "?circuit=" + circuit;
    }

    private static Optional<Double> amps(String text) {
        return Optional.ofNullable(Form.readingIn(text)).filter(amps -> amps >= 0 && amps < 1000);
    }

    /** A circuit with a single load keeps the watts for the next outage too; with several nobody knows whose they are. */
    private void keep(Account account, Life life, String circuit, double watts) {
        if (households
                .file(account.householdId())
                .filter(file -> file.find(circuit) != null)
                .isEmpty()) {
            return;
        }
        String what = words.say(
                "change.measured-in-outage",
                "circuit",
                Words.label(circuit, life.outage().household()));
        households.change(
                account.householdId(), null, account.displayName(), what, house -> measured(house, circuit, watts));
    }

    /** With one load on the circuit it is that load that was measured. */
    private static Household measured(@Nullable Household house, String circuit, double watts) {
        Household present = Objects.requireNonNull(house);
        return present.withCircuit(circuit, one -> {
            if (one.loads().size() != 1) {
                return one;
            }
            HomeLoad load = one.loads().get(0);
            Load draws = load.load()
                    .withRunningWatts(Math.round(watts / load.load().count())
                            * load.load().count());
            return one.withLoads(
                    List.of(new HomeLoad(draws, Estimate.Known.MEASURED, null, null, load.leftOff(), load.clamp())));
        });
    }

    /** Somebody else was faster: nothing is written, and how things stand is shown. */
    @ExceptionHandler(Conflict.class)
    String conflict(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        flash.addFlashAttribute("conflict", overtaken.told(account));
        return BACK;
    }
}
