package juiceswap.web.meter;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.electrical.CircuitFault;
import juiceswap.core.meter.Readings;
import juiceswap.core.rehearsal.World;
import juiceswap.core.words.ReadingForm;
import juiceswap.web.meter.ReadingStore.Source;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.outage.SwapService;
import juiceswap.web.security.Account;
import juiceswap.web.swap.LikelyCauses;
import juiceswap.web.swap.LikelyCauses.Judged;
import juiceswap.web.words.Say;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Readings of a meter: judged while they are typed, with what may be behind them and what to measure next. */
@Controller
@RequestMapping("/meter")
class MeterController {
    private final MeterHouse houses;
    private final SwapService swap;
    private final LikelyCauses causes;
    private final Feeds feeds;
    private final Trends trends;
    private final Monitoring monitoring;
    private final SimulatedMonitor monitor;

    private final Words words;

    MeterController(
            MeterHouse houses,
            SwapService swap,
            LikelyCauses causes,
            Feeds feeds,
            Trends trends,
            Monitoring monitoring,
            SimulatedMonitor monitor,
            Words words) {
        this.words = words;
        this.houses = houses;
        this.swap = swap;
        this.causes = causes;
        this.feeds = feeds;
        this.trends = trends;
        this.monitoring = monitoring;
        this.monitor = monitor;
    }

    @GetMapping
    String ask(@AuthenticationPrincipal Account account, @RequestParam Map<String, String> typed, Model model) {
        Optional<MeterHouse.Present> present = houses.present(account);
        if (present.isEmpty()) {
            return "redirect:/house";
        }
        show(account, present.get(), typed, model);
        return "meter/meter";
    }

    /** The stand-in for a meter fills the form in. */
    @GetMapping("/simulated")
    String simulated(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "none") String fault,
            RedirectAttributes query) {
        Optional<MeterHouse.Present> present = houses.present(account);
        if (present.isEmpty()) {
            return "redirect:/house";
        }
        World world = World.carrying(
                present.get().setup(), present.get().on(), present.get().bond());
        SimulatedMeter.read(world, SimulatedMeter.fault(fault)).forEach(query::addAttribute);
        if (!present.get().on().isEmpty()) {
            query.addAttribute("loaded", "yes");
        }
        return "redirect:/meter";
    }

    /** What was read in the outage that is on, else in the day before the last reading, as a table. */
    @GetMapping(path = "/readings.csv", produces = "text/csv")
    @ResponseBody
    String csv(@AuthenticationPrincipal Account account, HttpServletResponse response) {
        response.setHeader("Content-Disposition", "attachment; filename=\"readings.csv\"");
        return ReadingTable.write(feeds.all(account).taken());
    }

    /** Into the log of the outage; a stop is seen on every screen. */
    @PostMapping("/record")
    String record(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        MeterHouse.Present present = houses.present(account).orElseThrow();
        ReadingForm form = form(present, typed);
        if (form.hasProblems() || form.isEmpty()) {
            show(account, present, typed, model);
            model.addAttribute("nothing", form.isEmpty());
            return "meter/meter";
        }
        if (swap.current(account).map(Outage::standing).isEmpty()) {
            flash.addFlashAttribute("refused", Phrase.of("told.no-outage-is-on-there"));
        } else {
            swap.read(account, form.readings());
            flash.addFlashAttribute("taken", Phrase.of("told.written-to-the-log"));
        }
        return "redirect:/meter";
    }

    private void show(Account account, MeterHouse.Present present, Map<String, String> typed, Model model) {
        ReadingForm form = form(present, typed);
        model.addAttribute("form", form);
        model.addAttribute("loaded", loaded(present, typed));
        model.addAttribute("inOutage", present.inOutage());
        model.addAttribute("nothing", false);
        model.addAttribute("simulated", SimulatedMeter.choices());
        model.addAttribute("simulatedMonitor", monitor.of(account.householdId()).orElse(null));
        model.addAttribute("table", "");
        boolean readable = !form.isEmpty() && !form.hasProblems();
        model.addAttribute(
                "judged", readable && form.readings().ofSupply() ? judge(present, typed, form.readings()) : null);
        showFeed(account, present, model);
    }

    private static boolean loaded(MeterHouse.Present present, Map<String, String> typed) {
        return typed.isEmpty() ? present.loaded() : typed.containsKey("loaded");
    }

    private static ReadingForm form(MeterHouse.Present present, Map<String, String> typed) {
        return ReadingForm.underWay(Say.WORDS, present.setup(), loaded(present, typed), typed);
    }

    private Judged judge(MeterHouse.Present present, Map<String, String> typed, Readings readings) {
        List<String> on = loaded(present, typed) ? present.on() : List.of();
        return causes.judge(present.setup(), true, on, present.bond(), readings);
    }

    // ---- the panel monitor

    /** What changes from second to second. */
    @GetMapping("/live")
    String live(@AuthenticationPrincipal Account account, Model model) {
        return part(account, "meter/live", model);
    }

    /** What was read over time: asked for less often than what is read now. */
    @GetMapping("/trends")
    String trends(@AuthenticationPrincipal Account account, Model model) {
        return part(account, "meter/trends", model);
    }

    private String part(Account account, String template, Model model) {
        Optional<MeterHouse.Present> present = houses.present(account);
        if (present.isEmpty()) {
            return "redirect:/house";
        }
        showFeed(account, present.get(), model);
        return template;
    }

    private void showFeed(Account account, MeterHouse.Present present, Model model) {
        model.addAttribute("feed", feeds.feed(account.householdId(), present));
        model.addAttribute("trends", trends.now(account, present.setup()));
    }

    /** Puts the stand-in for a panel monitor in, with a fault in the circuit or none, or takes it out. */
    @PostMapping("/monitor")
    String simulateMonitor(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "none") String fault,
            @RequestParam(defaultValue = "no") String out,
            RedirectAttributes flash) {
        if (out.equals("yes")) {
            monitor.takeOut(account.householdId());
            flash.addFlashAttribute("taken", Phrase.of("told.the-simulated-monitor-is-out"));
        } else {
            CircuitFault put = SimulatedMeter.fault(fault);
            monitor.put(account.householdId(), put);
            flash.addFlashAttribute(
                    "taken",
                    Phrase.of(
                            "told.the-simulated-monitor-is-in",
                            "label",
                            Phrase.of("fault." + SimulatedMeter.word(put))));
        }
        return "redirect:/meter";
    }

    // ---- readings as a table

    /** Takes readings in; with one line wrong nothing is stored, and what was pasted is still there. */
    @PostMapping("/table")
    String table(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "") String table,
            @RequestParam(name = "file", required = false) @Nullable MultipartFile upload,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        MeterHouse.Present present = houses.present(account).orElseThrow();
        String text =
                upload == null || upload.isEmpty() ? table : new String(upload.getBytes(), StandardCharsets.UTF_8);
        show(account, present, Map.of(), model);
        model.addAttribute("table", text);
        try {
            ReadingTable.Result read = ReadingTable.read(text, ZoneId.systemDefault());
            if (read.bad().isEmpty() && !read.good().isEmpty()) {
                int fresh = monitoring.take(account.householdId(), read.good(), Source.TABLE);
                flash.addFlashAttribute(
                        "taken",
                        Phrase.of(
                                "told.readings-taken-in-known-already",
                                "fresh",
                                fresh,
                                "known",
                                (read.good().size() - fresh)));
                return "redirect:/meter";
            }
            model.addAttribute("badLines", read.bad());
            model.addAttribute("tableProblem", read.bad().isEmpty() ? words.say("meter.table-empty") : null);
        } catch (InvalidInput malformed) {
            model.addAttribute(
                    "tableProblem",
                    words.say(
                            "meter.table-wrong",
                            "what",
                            words.say(malformed.problems().get(0).what())));
        }
        return "meter/meter";
    }
}
