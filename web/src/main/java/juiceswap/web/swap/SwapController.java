package juiceswap.web.swap;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Standing;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.SwapJson;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.swap.Outages.Conflict;
import juiceswap.web.swap.Outages.Outage;
import juiceswap.web.swap.SwapService.Outcome;
import juiceswap.web.words.Words;
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
import tools.jackson.databind.node.ObjectNode;

/** The changeover, one step at a time. Every change posts the sequence number that its page showed. */
@Controller
@RequestMapping("/swap")
class SwapController {
    private static final String BACK = "redirect:/swap";

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

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty()) {
            return "redirect:/now";
        }
        if (outage.get().standing().alarmed()) {
            model.addAttribute("seen", outage.get().standing().sequence());
            model.addAttribute(
                    "engineRuns", outage.get().standing().state().engine().running());
            return "swap/alarm";
        }
        model.addAttribute("swap", pages.page(outage.get(), null));
        model.addAttribute("household", outage.get().household());
        model.addAttribute(
                "chosen", Set.copyOf(outage.get().standing().changeover().wanted()));
        return "swap/swap";
    }

    @PostMapping("/start")
    String start(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "outage") String what,
            @RequestParam(required = false) List<String> pickUp,
            @RequestParam(defaultValue = "restore-first") String after) {
        HouseholdFile file = households.file(account.householdId()).orElseThrow(() -> notFound());
        Options wishes = file.outage();
        Options options = new Options(
                after.equals("stop-first"),
                wishes.bigOnesOff(),
                wishes.keepOn(),
                known(file, pickUp),
                wishes.noSensitive(),
                null);
        swap.start(account, file, what.equals("rehearsal"), options);
        return BACK;
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
            @RequestParam(required = false) String circuit,
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
        if (outcome instanceof Outcome.BadReadings bad) {
            model.addAttribute("swap", pages.page(outage, bad.form()));
            model.addAttribute("household", outage.household());
            model.addAttribute(
                    "chosen", Set.copyOf(outage.standing().changeover().wanted()));
            return "swap/swap";
        }
        if (outcome instanceof Outcome.Refused refused) {
            flash.addFlashAttribute("refused", pages.refusal(refused, outage.household()));
        }
        return BACK;
    }

    @PostMapping("/walk-round")
    String walkRound(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "false") boolean finish,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        Standing standing = swap.current(account).orElseThrow(Conflict::new).standing();
        Map<String, Boolean> answers = new LinkedHashMap<>();
        List<String> unanswered = new ArrayList<>();
        for (String circuit : standing.state().picked()) {
            String answer = form.get("thing." + circuit);
            if (answer == null) {
                unanswered.add(circuit);
            } else {
                answers.put(circuit, answer.equals("running"));
            }
        }
        boolean allRun = unanswered.isEmpty() && !answers.containsValue(false);
        boolean complete = allRun || finish && unanswered.isEmpty();
        swap.answer(account, seen, answers, complete);
        if (!unanswered.isEmpty()) {
            flash.addFlashAttribute("refused", words.say("notice.walk-unanswered", unanswered.size()));
        } else if (!complete) {
            flash.addFlashAttribute("refused", words.say("notice.walk-silent"));
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

    @PostMapping("/co-alarm")
    String alarm(@AuthenticationPrincipal Account account) {
        return swap.alarm(account) ? BACK : "redirect:/swap/co-alarm";
    }

    /** What to do, also when no outage is on to log it in. */
    @GetMapping("/co-alarm")
    String whatToDo(@AuthenticationPrincipal Account account) {
        return swap.current(account).isPresent() ? BACK : "swap/alarm";
    }

    @PostMapping("/engine-stopped")
    String engineStopped(@AuthenticationPrincipal Account account) {
        swap.engineStoppedInCleanAir(account);
        return BACK;
    }

    @PostMapping("/all-clear")
    String allClear(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(required = false) List<String> sure,
            RedirectAttributes flash) {
        if (sure == null || !sure.containsAll(List.of("counted", "air", "cause"))) {
            flash.addFlashAttribute("refused", words.say("notice.not-clear"));
        } else {
            swap.allClear(account, seen);
        }
        return BACK;
    }

    @PostMapping("/utility-back")
    String utilityBack(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        swap.utilityIsBack(account, seen);
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
            @RequestParam(required = false) List<String> pickUp) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        Options now = outage.standing().changeover().options();
        swap.choose(
                account,
                seen,
                new Options(
                        now.stopFirst(),
                        now.bigOnesOff(),
                        now.keepOn(),
                        known(outage.household(), pickUp),
                        now.noSensitive(),
                        null));
        return BACK;
    }

    @PostMapping("/correct")
    String correct(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam Map<String, String> form,
            @RequestParam(required = false) List<String> picked,
            @RequestParam(required = false) List<String> done) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        Standing standing = outage.standing();
        ObjectNode json = Json.MAPPER.valueToTree(SwapJson.of(standing.state()));
        for (String part : List.of(
                "utility",
                "engine",
                "output",
                "cordGenerator",
                "cordHouse",
                "bond",
                "eco",
                "main",
                "plate",
                "input",
                "handle",
                "branches")) {
            if (form.containsKey(part)) {
                json.put(part, form.get(part));
            }
        }
        var ids = json.putArray("picked");
        if ("staged".equals(form.get("branches"))) {
            known(outage.household(), picked).forEach(ids::add);
        }
        var checks = json.putArray("done");
        if (done != null) {
            done.forEach(checks::add);
        }
        if (standing.state().done().has(Check.WALK_ROUND)) {
            checks.add(Check.WALK_ROUND.word());
        }
        SwapState state;
        try {
            state = SwapJson.state(json, outage.household().setup());
        } catch (IllegalArgumentException | InvalidInput unknownWord) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, "unknown position", unknownWord);
        }
        swap.correct(account, seen, state);
        return BACK;
    }

    @PostMapping("/end")
    String end(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        swap.end(account, seen);
        return "redirect:/logbook";
    }

    /** Somebody else was faster: nothing is written, and what happened is shown. */
    @ExceptionHandler(Conflict.class)
    String conflict(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty()) {
            flash.addFlashAttribute("conflict", words.say("notice.ended"));
            return "redirect:/now";
        }
        Entry last = outage.get().log().get(outage.get().log().size() - 1);
        flash.addFlashAttribute(
                "conflict",
                words.say(
                        "notice.conflict",
                        last.who(),
                        words.event(last.event(), outage.get().household())));
        return BACK;
    }

    private static List<String> known(HouseholdFile file, List<String> ids) {
        Set<String> known = SwapJson.ids(file.setup());
        return ids == null
                ? List.of()
                : ids.stream().filter(known::contains).distinct().toList();
    }

    private static ResponseStatusException notFound() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
}
