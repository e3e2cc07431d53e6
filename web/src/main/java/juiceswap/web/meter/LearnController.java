package juiceswap.web.meter;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.Phrase;
import juiceswap.core.household.Household;
import juiceswap.core.learn.Learned;
import juiceswap.core.learn.Learned.Real;
import juiceswap.core.learn.Proposal;
import juiceswap.web.house.Shown;
import juiceswap.web.household.Households;
import juiceswap.web.meter.LearnedLoads.Asked;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What the circuits really draw, as a monitor has shown it: proposed with its evidence, taken on a yes. */
@Controller
@RequestMapping("/meter/learned")
class LearnController {
    private static final String PAGE = "redirect:/meter/learned";

    private final LearnedLoads learned;
    private final LearnedReserves reserves;
    private final Households households;
    private final Words words;

    LearnController(LearnedLoads learned, LearnedReserves reserves, Households households, Words words) {
        this.learned = learned;
        this.reserves = reserves;
        this.households = households;
        this.words = words;
    }

    /** A figure as learned, and as it was entered. */
    public record Figure(String name, String value, String entered) {}

    /**
     * A circuit as it is shown.
     *
     * @param news it differs from what was entered, and nobody has said anything to that
     * @param warns it has become worse
     */
    public record Line(
            String circuit,
            String label,
            List<String> differences,
            boolean news,
            boolean warns,
            List<Figure> figures,
            String evidence) {}

    /**
     * How long something holds and recovers, as it is shown.
     *
     * @param news it differs from what was entered
     * @param warns it loses what it keeps faster
     */
    public record ReserveLine(
            String circuit, String label, boolean news, boolean warns, List<Figure> figures, String evidence) {}

    /** A circuit and what it draws. */
    public record Drawing(String name, String value) {}

    /** What was drawn at a time. */
    public record DrawnThen(String time, List<Drawing> lines) {}

    @GetMapping
    String show(@AuthenticationPrincipal Account account, Model model) {
        Household household = households.file(account.householdId()).orElse(null);
        if (household == null) {
            return "redirect:/house";
        }
        Map<String, LearnedLoads.One> known = new HashMap<>();
        learned.of(account.householdId()).forEach(one -> known.put(one.real().circuit(), one));
        List<Line> lines = Proposal.of(
                        household,
                        known.values().stream().map(LearnedLoads.One::real).toList())
                .stream()
                .map(proposal -> line(proposal, Objects.requireNonNull(known.get(proposal.circuit())), household))
                .toList();
        model.addAttribute("household", household);
        model.addAttribute("lines", lines);
        List<ReserveLine> kept = reserves.of(account.householdId(), household).stream()
                .map(one -> line(one, household))
                .toList();
        model.addAttribute("reserves", kept);
        model.addAttribute(
                "reserveNews", kept.stream().filter(ReserveLine::news).count());
        // what there is to be taken comes before what may still be learned
        model.addAttribute("loadsFirst", !lines.isEmpty() || kept.isEmpty());
        model.addAttribute("news", lines.stream().filter(Line::news).count());
        learned.now(account.householdId())
                .filter(now -> !now.circuits().isEmpty())
                .ifPresent(now -> model.addAttribute("drawnThen", drawn(now, household)));
        return "meter/learned";
    }

    private Line line(Proposal proposal, LearnedLoads.One one, Household household) {
        Real real = proposal.real();
        List<Figure> figures = new ArrayList<>();
        figures.add(new Figure(
                words.say("learned.running"),
                words.say(
                        "learned.watts",
                        "watts",
                        Shown.watts(real.runningWatts()),
                        "error",
                        Shown.watts(real.errorWatts())),
                entered(Shown.watts(proposal.enteredWatts()))));
        if (real.startingWatts() != null) {
            figures.add(new Figure(
                    words.say("learned.starting"),
                    words.say("learned.at-least", "watts", Shown.watts(real.startingWatts())),
                    entered(Shown.watts(proposal.enteredStart()))));
        }
        if (real.dutyPercent() != null) {
            figures.add(new Figure(
                    words.say("learned.duty"),
                    percent(real.dutyPercent()),
                    proposal.enteredDuty() == null ? "" : entered(percent(proposal.enteredDuty()))));
        }
        return new Line(
                proposal.circuit(),
                Words.label(proposal.circuit(), household),
                proposal.differences().stream()
                        .map(difference -> words.say("learned.differs." + difference.word()))
                        .toList(),
                !proposal.differences().isEmpty() && !one.left(),
                proposal.differences().stream().anyMatch(Proposal.Difference::warns),
                figures,
                words.say(
                        "learned.evidence",
                        "on",
                        one.closed(),
                        "off",
                        one.opened(),
                        "itself",
                        one.cycled(),
                        "from",
                        InUse.measures().weekdayAndClock(local(one.from())),
                        "to",
                        InUse.measures().weekdayAndClock(local(one.to()))));
    }

    private ReserveLine line(LearnedReserves.One one, Household household) {
        List<Figure> figures = new ArrayList<>();
        if (one.times().holdMinutes() != null) {
            figures.add(new Figure(
                    words.say("learned.holds"),
                    Words.hours(one.times().holdMinutes()),
                    entered(Words.hours(one.keep().holdMinutes()))));
        }
        if (one.times().recoverMinutes() != null) {
            figures.add(new Figure(
                    words.say("learned.recovers"),
                    Words.hours(one.times().recoverMinutes()),
                    entered(Words.hours(one.keep().recoverMinutes()))));
        }
        return new ReserveLine(
                one.keep().circuit(),
                Words.label(one.keep().circuit(), household),
                one.times().differs(one.keep()),
                one.times().isWorse(one.keep()),
                figures,
                words.say(
                        "learned.reserve-evidence",
                        "count",
                        one.times().pairs(),
                        "percent",
                        Math.max(1, Math.round(100 * one.times().missedShare()))));
    }

    private String entered(String figure) {
        return words.say("learned.entered", "figure", figure);
    }

    private static String percent(double percent) {
        return Math.round(percent) + " %";
    }

    private static LocalDateTime local(Instant at) {
        return LocalDateTime.ofInstant(at, ZoneId.systemDefault());
    }

    private DrawnThen drawn(LearnedLoads.Now now, Household household) {
        List<Drawing> lines = new ArrayList<>();
        for (Learned.Drawn one : now.circuits()) {
            lines.add(new Drawing(Words.label(one.circuit(), household), Shown.watts(one.watts())));
        }
        lines.add(new Drawing(words.say("learned.unexplained"), Shown.watts(Math.max(0, now.unexplained()))));
        return new DrawnThen(InUse.measures().weekdayAndClock(local(now.at())), lines);
    }

    /** Looks at the latest readings now. */
    @PostMapping
    String learn(@AuthenticationPrincipal Account account, RedirectAttributes flash) {
        Asked asked = learned.learn(account.householdId());
        flash.addFlashAttribute("taken", Phrase.of("told.learned." + asked.word()));
        return PAGE;
    }

    @PostMapping("/take")
    String take(
            @AuthenticationPrincipal Account account, @RequestParam List<String> circuit, RedirectAttributes flash) {
        learned.take(account, circuit);
        flash.addFlashAttribute("taken", Phrase.of("told.learned-taken", "count", circuit.size()));
        return PAGE;
    }

    @PostMapping("/take-times")
    String takeTimes(
            @AuthenticationPrincipal Account account, @RequestParam List<String> circuit, RedirectAttributes flash) {
        int count = reserves.take(account, circuit);
        if (count > 0) {
            flash.addFlashAttribute("taken", Phrase.of("told.learned-taken", "count", count));
        }
        return PAGE;
    }

    @PostMapping("/leave")
    String leave(@AuthenticationPrincipal Account account, @RequestParam List<String> circuit) {
        learned.leave(account.householdId(), circuit);
        return PAGE;
    }
}
