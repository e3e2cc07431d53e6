package juiceswap.web.swap;

import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Lookout;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.outage.Answer;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Sign;
import juiceswap.core.outage.Standing;
import juiceswap.web.drawing.QrCode;
import juiceswap.web.exchange.HouseholdFile;
import juiceswap.web.exchange.Json;
import juiceswap.web.exchange.SwapJson;
import juiceswap.web.household.Households;
import juiceswap.web.security.Account;
import juiceswap.web.security.Guests;
import juiceswap.web.swap.Outages.Conflict;
import juiceswap.web.swap.Outages.Outage;
import juiceswap.web.swap.SwapPages.View;
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
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;
import tools.jackson.databind.node.ObjectNode;

/** The changeover, one step at a time. Every change posts the sequence number that its page showed. */
@Controller
@RequestMapping("/swap")
class SwapController {
    private static final String BACK = "redirect:/swap";
    private static final int MOST_MINUTES_AGO = 24 * 60;

    /** Only this machine can follow such an address. */
    private static final Pattern LOOPBACK = Pattern.compile("//(localhost|127\\.|\\[::1])");

    private static final List<String> PARTS = List.of(
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
            "branches");

    private final SwapService swap;
    private final SwapPages pages;
    private final Households households;
    private final Helpers helpers;
    private final Guests guests;
    private final SimulatedStreetSensor sensor;
    private final Words words;

    SwapController(
            SwapService swap,
            SwapPages pages,
            Households households,
            Helpers helpers,
            Guests guests,
            SimulatedStreetSensor sensor,
            Words words) {
        this.swap = swap;
        this.pages = pages;
        this.households = households;
        this.helpers = helpers;
        this.guests = guests;
        this.sensor = sensor;
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
            @RequestParam(required = false) String part,
            @RequestParam(required = false) String why,
            @RequestParam(required = false) String circuit,
            Model model) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty()) {
            return account.guest() ? "swap/over" : "redirect:/now";
        }
        if (outage.get().standing().alarmed()) {
            model.addAttribute("seen", outage.get().standing().sequence());
            model.addAttribute(
                    "engineRuns", outage.get().standing().state().engine().running());
            return "swap/alarm";
        }
        return page(new View(outage.get(), account, null, part, why, circuit), model);
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
        model.addAttribute("joinByPhone", !LOOPBACK.matcher(address).find());
        model.addAttribute(
                "joinPicture", QrCode.of(address + "?code=" + page.crew().code()));
        return "swap/swap";
    }

    @PostMapping("/start")
    String start(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "outage") String what,
            @RequestParam(required = false) List<String> pickUp,
            @RequestParam(defaultValue = "restore-first") String after) {
        requireHousehold(account);
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
            return page(new View(outage, account, bad.form(), null, null, null), model);
        }
        if (outcome instanceof Outcome.TooEarly) {
            flash.addFlashAttribute("refused", words.say("notice.not-held"));
        }
        if (outcome instanceof Outcome.Refused refused) {
            flash.addFlashAttribute("refused", pages.refusal(refused, outage.household()));
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
        ReadingForm form = ReadingForm.typed(outage.standing(), step, typed);
        model.addAttribute("judged", pages.judged(outage.standing(), step, form));
        return "swap/readings";
    }

    @PostMapping("/walk-round")
    String walkRound(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "false") boolean finish,
            @RequestParam Map<String, String> form,
            RedirectAttributes flash) {
        Standing standing = swap.current(account).orElseThrow(Conflict::new).standing();
        Map<String, Answer> answers = new LinkedHashMap<>();
        List<String> unanswered = new ArrayList<>();
        for (String circuit : standing.state().picked()) {
            Optional<Answer> answer = Answer.of(form.getOrDefault("thing." + circuit, ""));
            answer.ifPresentOrElse(found -> answers.put(circuit, found), () -> unanswered.add(circuit));
        }
        boolean allRun = unanswered.isEmpty() && answers.values().stream().allMatch(found -> found == Answer.RUNNING);
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

    @PostMapping("/utility-seen")
    String utilitySeen(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam(defaultValue = "meter-display") String sign,
            @RequestParam(defaultValue = "0") int minutesAgo) {
        Duration ago = Duration.ofMinutes(Math.max(0, Math.min(MOST_MINUTES_AGO, minutesAgo)));
        swap.utilitySeen(account, seen, Sign.of(sign).orElseThrow(() -> notFound()), ago);
        return BACK;
    }

    @PostMapping("/utility-lost")
    String utilityLost(@AuthenticationPrincipal Account account, @RequestParam int seen) {
        swap.utilityLost(account, seen);
        return BACK;
    }

    @PostMapping("/go-back")
    String goBack(@AuthenticationPrincipal Account account, @RequestParam int seen, RedirectAttributes flash) {
        if (!swap.goBack(account, seen)) {
            flash.addFlashAttribute("refused", words.say("notice.not-held"));
        }
        return BACK;
    }

    /** The stand-in for the street-side sensor is set to show something. */
    @PostMapping("/sensor")
    String sensor(@AuthenticationPrincipal Account account, @RequestParam boolean live) {
        requireHousehold(account);
        sensor.show(account.householdId(), live);
        swap.sensorShows(account, live);
        return BACK;
    }

    @PostMapping("/stand")
    String stand(@AuthenticationPrincipal Account account, @RequestParam String place) {
        Place at = Arrays.stream(Place.values())
                .filter(one -> one.word().equals(place))
                .findFirst()
                .orElseThrow(() -> notFound());
        helpers.stand(account, swap.current(account).orElseThrow(Conflict::new).id(), at);
        return BACK;
    }

    /** Somebody is not there any more, and is no longer waited for. */
    @PostMapping("/gone")
    String gone(@AuthenticationPrincipal Account account, @RequestParam String name) {
        helpers.remove(account, swap.current(account).orElseThrow(Conflict::new).id(), name);
        return BACK;
    }

    @PostMapping("/new-code")
    String newCode(@AuthenticationPrincipal Account account) {
        requireHousehold(account);
        guests.renewCode(swap.current(account).orElseThrow(Conflict::new).id());
        return BACK;
    }

    @PostMapping("/put-aside")
    String putAside(@AuthenticationPrincipal Account account, @RequestParam int seen, @RequestParam String point) {
        requireHousehold(account);
        swap.putAside(account, seen, Lookout.of(point).orElseThrow(() -> notFound()));
        return BACK;
    }

    @PostMapping("/take-up")
    String takeUp(@AuthenticationPrincipal Account account, @RequestParam String check) {
        requireHousehold(account);
        swap.takeUp(account, Action.of(check).orElseThrow(() -> notFound()));
        return BACK;
    }

    /** Where things stand in one screen, for somebody who takes over. */
    @GetMapping("/hand-over")
    String handOver(@AuthenticationPrincipal Account account, Model model) {
        Optional<Outage> outage = swap.current(account);
        if (outage.isEmpty() || outage.get().standing().alarmed()) {
            return BACK;
        }
        page(new View(outage.get(), account, null, null, null, null), model);
        model.addAttribute("past", pages.handOver(outage.get()));
        return "swap/hand-over";
    }

    @PostMapping("/hand-over")
    String takeOver(
            @AuthenticationPrincipal Account account,
            @RequestParam int seen,
            @RequestParam Map<String, String> form,
            @RequestParam(required = false) List<String> picked,
            @RequestParam(required = false) List<String> done) {
        Outage outage = swap.current(account).orElseThrow(Conflict::new);
        swap.takeOver(account, seen, told(outage, form, picked, done));
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
        swap.correct(account, seen, told(outage, form, picked, done));
        return BACK;
    }

    /** The state with what was told put into it; what was not asked for stays as it is. */
    private static SwapState told(Outage outage, Map<String, String> form, List<String> picked, List<String> done) {
        SwapState now = outage.standing().state();
        ObjectNode json = Json.MAPPER.valueToTree(SwapJson.of(now));
        for (String part : PARTS) {
            if (form.containsKey(part)) {
                json.put(part, form.get(part));
            }
        }
        boolean everything = form.containsKey("everything");
        if (everything) {
            var ids = json.putArray("picked");
            if ("staged".equals(form.get("branches"))) {
                known(outage.household(), picked).forEach(ids::add);
            }
            var checks = json.putArray("done");
            if (done != null) {
                done.forEach(checks::add);
            }
            if (now.done().has(Check.WALK_ROUND)) {
                checks.add(Check.WALK_ROUND.word());
            }
        }
        try {
            return SwapJson.state(json, outage.household().setup());
        } catch (IllegalArgumentException | InvalidInput unknownWord) {
            throw new ResponseStatusException(HttpStatus.BAD_REQUEST, "unknown position", unknownWord);
        }
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
        String what = words.event(last.event(), outage.get().household());
        flash.addFlashAttribute(
                "conflict",
                last.who().equals(account.displayName())
                        ? words.say("notice.conflict-own", what)
                        : words.say("notice.conflict", last.who(), what));
        return BACK;
    }

    private static List<String> known(HouseholdFile file, List<String> ids) {
        Set<String> known = SwapJson.ids(file.setup());
        return ids == null
                ? List.of()
                : ids.stream().filter(known::contains).distinct().toList();
    }

    /** What outlasts the outage is not for those who only help in it. */
    private static void requireHousehold(Account account) {
        if (account.guest()) {
            throw notFound();
        }
    }

    private static ResponseStatusException notFound() {
        return new ResponseStatusException(HttpStatus.NOT_FOUND);
    }
}
