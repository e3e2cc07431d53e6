package juiceswap.web.meter;

import jakarta.servlet.http.HttpServletResponse;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import juiceswap.core.meter.CauseRanking;
import juiceswap.core.meter.CauseRanking.Ranking;
import juiceswap.core.meter.HouseCircuit;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Trend;
import juiceswap.core.meter.Trend.Point;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.web.drawing.TrendView;
import juiceswap.web.security.Account;
import juiceswap.web.swap.Outages.Outage;
import juiceswap.web.swap.ReadingForm;
import juiceswap.web.swap.SwapService;
import juiceswap.web.words.Words;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Readings of a meter: judged while they are typed, with what may be behind them and what to measure next. */
@Controller
@RequestMapping("/meter")
class MeterController {
    private static final int CAUSES_SHOWN = 4;

    /** Below this share a cause is not worth a line. */
    private static final double LEAST_SHARE = 0.02;

    /** In percent: a model is never surer than this. */
    private static final long MOST_CERTAIN = 99;

    private final MeterHouse houses;
    private final SwapService swap;
    private final Words words;

    MeterController(MeterHouse houses, SwapService swap, Words words) {
        this.houses = houses;
        this.swap = swap;
        this.words = words;
    }

    /** One possible cause, in percent of certainty. */
    public record Likely(String text, long percent) {}

    /** What the readings mean. */
    public record Judged(
            String verdict, List<String> causes, List<String> advice, List<Likely> likely, String measureNext) {}

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
        HouseCircuit circuit = HouseCircuit.of(
                present.get().setup(), present.get().on(), present.get().bond());
        SimulatedMeter.read(circuit, SimulatedMeter.Fault.of(fault)).forEach(query::addAttribute);
        if (!circuit.on().isEmpty()) {
            query.addAttribute("loaded", "yes");
        }
        return "redirect:/meter";
    }

    /** What was read in the outage that is on, as a table. */
    @GetMapping(path = "/readings.csv", produces = "text/csv")
    @ResponseBody
    String csv(@AuthenticationPrincipal Account account, HttpServletResponse response) {
        response.setHeader("Content-Disposition", "attachment; filename=\"readings.csv\"");
        return readings(account).csv();
    }

    private OutageReadings readings(Account account) {
        return OutageReadings.of(
                swap.current(account).map(outage -> outage.standing().lived()).orElse(List.of()));
    }

    private List<TrendView> trends(Account account) {
        OutageReadings readings = readings(account);
        List<TrendView> trends = new ArrayList<>();
        addTrend(trends, "L1", "V", readings.points(Readings::l1n), Trend::ofLegVolts);
        addTrend(trends, "L2", "V", readings.points(Readings::l2n), Trend::ofLegVolts);
        addTrend(trends, "Frequency", "Hz", readings.points(Readings::hz), Trend::ofHertz);
        return trends;
    }

    private static void addTrend(
            List<TrendView> trends, String name, String unit, List<Point> points, Function<List<Point>, Trend> band) {
        if (points.size() > 1) {
            trends.add(TrendView.of(name, unit, band.apply(points), ZoneId.systemDefault()));
        }
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
            flash.addFlashAttribute("refused", "No outage is on: there is no log to write this to.");
        } else {
            swap.read(account, form.readings());
            flash.addFlashAttribute("taken", "Written to the log.");
        }
        return "redirect:/meter";
    }

    private void show(Account account, MeterHouse.Present present, Map<String, String> typed, Model model) {
        ReadingForm form = form(present, typed);
        model.addAttribute("form", form);
        model.addAttribute("loaded", loaded(present, typed));
        model.addAttribute("inOutage", present.inOutage());
        model.addAttribute("nothing", false);
        model.addAttribute("trends", trends(account));
        model.addAttribute("simulated", SimulatedMeter.faults());
        model.addAttribute(
                "judged", form.isEmpty() || form.hasProblems() ? null : judge(present, typed, form.readings()));
    }

    private static boolean loaded(MeterHouse.Present present, Map<String, String> typed) {
        return typed.isEmpty() ? present.loaded() : typed.containsKey("loaded");
    }

    private static ReadingForm form(MeterHouse.Present present, Map<String, String> typed) {
        return ReadingForm.anyOf(present.setup().generator().splitPhase(), loaded(present, typed), false, typed);
    }

    private Judged judge(MeterHouse.Present present, Map<String, String> typed, Readings readings) {
        boolean loaded = loaded(present, typed);
        VoltageJudgement judged =
                VoltageJudgement.of(present.setup().generator().splitPhase(), true, loaded, readings);
        HouseCircuit circuit = HouseCircuit.of(present.setup(), loaded ? present.on() : List.of(), present.bond());
        Ranking ranking = new CauseRanking(circuit).rank(readings);
        List<Likely> likely = ranking.ranked().stream()
                .filter(one -> one.share() >= LEAST_SHARE)
                .limit(CAUSES_SHOWN)
                .map(one -> new Likely(
                        words.say("hypothesis." + one.hypothesis()),
                        Math.min(MOST_CERTAIN, Math.round(100 * one.share()))))
                .toList();
        String next = ranking.measureNext() != null
                ? ranking.measureNext().word()
                : judged.measureNext().isEmpty() ? null : judged.measureNext().get(0);
        return new Judged(
                judged.verdict().name().toLowerCase(java.util.Locale.ROOT),
                judged.causes().stream().map(words::cause).toList(),
                judged.causes().stream().map(words::causeAction).toList(),
                likely,
                next == null ? null : words.say("reading." + next));
    }
}
