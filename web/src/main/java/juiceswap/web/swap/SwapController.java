package juiceswap.web.swap;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.changeover.Options;
import juiceswap.core.household.Household;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Confirming.Outcome;
import juiceswap.core.supply.Generator;
import juiceswap.core.words.ReadingForm;
import juiceswap.web.drawing.QrCode;
import juiceswap.web.form.Form;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages.Conflict;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.swap.SwapPages.View;
import juiceswap.web.words.Say;
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
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** The changeover, one step at a time. Every change posts the sequence number that its page showed. */
@Controller
@RequestMapping("/swap")
class SwapController {
    static final String BACK = "redirect:/swap";

    /** Only this machine can follow such an address. */
    private final SwapService swap;

    private final SwapPages pages;
    private final Households households;
    private final Words words;

    SwapController(SwapService swap, SwapPages pages, Households households, Words words) {
        this.swap = swap;
        this.pages = pages;
        this.households = households;
        this.words = words;
    }

    /**
     * The step, or whatever was touched or asked about.
     *
     * @param part touched in the drawing
     * @param why a step that is asked about: why not now
     */
    @GetMapping
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(required = false) @Nullable String part,
            @RequestParam(required = false) @Nullable String why,
            @RequestParam(required = false) @Nullable String circuit,
            Model model) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty()) {
            return account.guest() ? "swap/over" : "redirect:/now";
        }
        if (outage.get().standing().alarmed()) {
            model.addAttribute("seen", outage.get().standing().sequence());
            model.addAttribute(
                    "engineRuns", outage.get().standing().state().engine().running());
            model.addAttribute("heads", pages.heads(outage.get()));
            return "swap/alarm";
        }
        if (Boolean.TRUE.equals(model.getAttribute("watcher"))) {
            page(View.plain(outage.get(), account), model);
            model.addAttribute("past", pages.handOver(outage.get()));
            return "swap/watch";
        }
        return page(new View(outage.get(), account, null, null, part, why, circuit), model);
    }

    private String page(View view, Model model) {
        Outage outage = view.outage();
        SwapPage page = pages.page(view);
        model.addAttribute("swap", page);
        model.addAttribute("household", outage.household());
        model.addAttribute("chosen", Set.copyOf(outage.standing().changeover().wanted()));
        String address = ServletUriComponentsBuilder.fromCurrentContextPath()
                .path("/join")
                .build()
                .toUriString();
        model.addAttribute("joinAddress", address);
        model.addAttribute("joinByPhone", !QrCode.ofThisMachineAlone(address));
        model.addAttribute(
                "joinPicture", QrCode.of(address + "?code=" + page.crew().code()));
        return "swap/swap";
    }

    /** Liters; more is a slip of the finger. */
    private static final double MOST_IN_CANS = 10_000;

    @PostMapping("/start")
    String start(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "outage") String what,
            @RequestParam(required = false) @Nullable List<String> pickUp,
            @RequestParam(defaultValue = "restore-first") String after,
            @RequestParam(defaultValue = "") String tankIs,
            @RequestParam(defaultValue = "") String cansLitres) {
        Household known = households.atHand(account.householdId()).orElseThrow(() -> notFound());
        Household file = withCans(account, known, cansLitres);
        Options wishes = file.outage();
        Options options = new Options(
                        after.equals("stop-first"),
                        wishes.bigOnesOff(),
                        wishes.keepOn(),
                        wishes.pickUp(),
                        wishes.noSensitive(),
                        null)
                .picking(PositionsForm.known(file, pickUp));
        boolean rehearsal = what.equals("rehearsal");
        swap.start(account, file, rehearsal, options);
        tankLitres(file, tankIs).filter(litres -> !rehearsal).ifPresent(litres -> swap.fuelSeen(account, 1, litres));
        return BACK;
    }

    /** What is in the cans as somebody sees them now; nobody who starts an outage is held up by a figure that can't be read. */
    private Household withCans(Account account, Household known, String typed) {
        Form form = new Form(Map.of("cansLitres", typed));
        Double litres = form.amount(known.fuelDimension(), "cansLitres");
        if (account.guest()
                || litres == null
                || litres < 0
                || litres >= MOST_IN_CANS
                || litres.equals(known.storedLitres())) {
            return known;
        }
        Household counted = known.withLiving(known.living().withStoredLitres(litres));
        households.change(
                account.householdId(),
                null,
                account.displayName(),
                words.say("change.counted-the-cans"),
                house -> house == null ? known : house.withLiving(house.living().withStoredLitres(litres)));
        return counted;
    }

    private static Optional<Double> tankLitres(Household file, String share) {
        Generator engine = file.setup().source().engine();
        Double tank = engine == null ? null : engine.tankLitres();
        return tank == null || share.isBlank()
                ? Optional.empty()
                : Optional.ofNullable(Form.readingIn(share))
                        .filter(one -> one >= 0 && one <= 1)
                        .map(one -> one * tank);
    }

    /** A page with wrong fields stands at this address: reloaded or refreshed, it shows how things are. */
    @GetMapping("/confirm")
    String afterConfirm() {
        return BACK;
    }

    @PostMapping("/confirm")
    String confirm(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam String action,
            @RequestParam(required = false) @Nullable String circuit,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Action step = Action.of(action).orElseThrow(() -> notFound());
        String which = circuit == null || circuit.isBlank() ? null : circuit;
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        if (which != null && outage.household().setup().find(which) == null) {
            throw notFound();
        }
        Outcome outcome = swap.confirm(account, seen, step, which, typed);
        if (outcome instanceof SwapService.BadReadings bad) {
            return page(new View(outage, account, bad.form(), null, null, null, null), model);
        }
        if (outcome instanceof SwapService.BadAmount bad) {
            return page(new View(outage, account, null, bad.form(), null, null, null), model);
        }
        if (outcome instanceof Outcome.AskBack ask) {
            flash.addFlashAttribute("askBack", pages.askBack(ask.until(), step));
        }
        if (outcome instanceof Outcome.OffFirst) {
            flash.addFlashAttribute("refused", words.say("notice.off-first"));
        }
        if (outcome instanceof Outcome.LookFirst) {
            flash.addFlashAttribute("refused", words.say("pocket.stories.look-first"));
        }
        if (outcome instanceof Outcome.TooEarly) {
            flash.addFlashAttribute("refused", words.say("notice.not-held"));
        }
        if (outcome instanceof Outcome.Refused refused) {
            flash.addFlashAttribute("refused", words.refusal(refused, outage.household()));
        }
        return BACK;
    }

    /** What readings for a measuring step would mean, while they are typed. */
    @GetMapping("/judge")
    String judge(
            @AuthenticationPrincipal Account account,
            @RequestParam String action,
            @RequestParam Map<String, String> typed,
            Model model) {
        Action step = Action.of(action).orElseThrow(() -> notFound());
        Outage outage = swap.current(account).orElseThrow(() -> notFound());
        ReadingForm form = ReadingForm.typed(Say.WORDS, outage.standing(), step, typed);
        model.addAttribute("judged", pages.judged(outage.standing(), step, form));
        return "swap/readings";
    }

    @PostMapping("/walk-round")
    String walkRound(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "false") boolean finish,
            @RequestParam(defaultValue = "false") boolean all,
            @RequestParam(required = false) @Nullable String room,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        Map<String, Answer> known = outage.standing().answers();
        Map<String, Answer> answers = new LinkedHashMap<>();
        Map<String, Answer> together = new LinkedHashMap<>(known);
        for (String circuit : outage.standing().state().picked()) {
            Answer.of(form.getOrDefault("thing." + circuit, "")).ifPresent(found -> together.put(circuit, found));
            if (all) {
                together.putIfAbsent(circuit, Answer.RUNNING);
            }
            if (together.containsKey(circuit) && together.get(circuit) != known.get(circuit)) {
                answers.put(circuit, together.get(circuit));
            }
        }
        long open = outage.standing().state().picked().stream()
                .filter(circuit -> !together.containsKey(circuit))
                .count();
        boolean allFine = open == 0 && together.values().stream().allMatch(Answer::fine);
        boolean complete = allFine || finish && open == 0;
        swap.answer(account, seen, answers, complete);
        if (open > 0 && room == null) {
            flash.addFlashAttribute("refused", words.say("notice.walk-unanswered", "things", open));
        } else if (open == 0 && !complete) {
            flash.addFlashAttribute("refused", words.say("notice.walk-silent"));
        }
        return BACK;
    }

    /** Somebody says that they walk round in a room. */
    @PostMapping("/walk-round/room")
    String takeRoom(@AuthenticationPrincipal Account account, @RequestParam int seen, @RequestParam String room) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        boolean exists = room.isEmpty() || outage.household().rooms().containsKey(room);
        if (exists) {
            swap.takeRoom(account, seen, room);
        }
        return BACK;
    }

    @PostMapping("/undo")
    String undo(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        swap.undo(account, seen);
        return BACK;
    }

    @PostMapping("/aim")
    String aim(@AuthenticationPrincipal Account account, @RequestParam int seen, @RequestParam String goal) {
        swap.aim(account, seen, Goal.of(goal).orElseThrow(() -> notFound()));
        return BACK;
    }

    @PostMapping("/make-safe")
    String makeSafe(@AuthenticationPrincipal Account account) {
        swap.makeSafe(account);
        return BACK;
    }

    @PostMapping("/open")
    String open(@AuthenticationPrincipal Account account, @RequestParam int seen, @RequestParam String circuit) {
        swap.open(account, seen, circuit);
        return BACK;
    }

    @PostMapping("/choose")
    String choose(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(required = false) @Nullable List<String> pickUp) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        Options now = outage.standing().changeover().options();
        swap.choose(account, seen, now.picking(PositionsForm.known(outage.household(), pickUp)));
        return BACK;
    }

    @PostMapping("/put-aside")
    String putAside(@AuthenticationPrincipal Account account, @RequestParam int seen, @RequestParam String point) {
        swap.putAside(account, seen, Lookout.of(point).orElseThrow(() -> notFound()));
        return BACK;
    }

    @PostMapping("/take-up")
    String takeUp(@AuthenticationPrincipal Account account, @RequestParam String check) {
        swap.takeUp(account, Action.of(check).orElseThrow(() -> notFound()));
        return BACK;
    }

    @PostMapping("/correct")
    String correct(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam Map<String, String> form,
            @RequestParam(required = false) @Nullable List<String> picked,
            @RequestParam(required = false) @Nullable List<String> done) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        swap.correct(account, seen, PositionsForm.told(outage, form, picked, done));
        return BACK;
    }

    /** Where things stand in one screen, for somebody who takes over. */
    @GetMapping("/hand-over")
    String handOver(@AuthenticationPrincipal Account account, Model model) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty() || outage.get().standing().alarmed()) {
            return BACK;
        }
        page(View.plain(outage.get(), account), model);
        model.addAttribute("past", pages.handOver(outage.get()));
        return "swap/hand-over";
    }

    @PostMapping("/hand-over")
    String takeOver(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam Map<String, String> form,
            @RequestParam(required = false) @Nullable List<String> picked,
            @RequestParam(required = false) @Nullable List<String> done) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        swap.takeOver(account, seen, PositionsForm.told(outage, form, picked, done));
        return BACK;
    }

    @PostMapping("/end")
    String end(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        boolean rehearsal = swap.current(account).map(Outage::rehearsal).orElse(true);
        swap.end(account, seen);
        // what an outage leaves behind is put back while one remembers it
        return rehearsal || account.guest() ? "redirect:/logbook" : "redirect:/afterwards";
    }

    private static ResponseStatusException notFound() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
}
