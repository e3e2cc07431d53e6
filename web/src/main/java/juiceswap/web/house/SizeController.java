package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.capacity.LegWatts;
import juiceswap.core.capacity.Sizing;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Estimate;
import juiceswap.core.house.Setup;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Source;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** Which set a choice needs, and what the present one leaves over. */
@Controller
class SizeController {
    private static final double HOURS_A_DAY = 24;

    private final HouseEditing editing;

    SizeController(HouseEditing editing) {
        this.editing = editing;
    }

    /**
     * A choice with the set it needs.
     *
     * @param fits the present set carries it
     * @param share of the largest running watts in the table, percent, for its bar
     */
    @RecordBuilder
    public record Row(
            String name,
            String circuits,
            String running,
            String starting,
            String legs,
            String decides,
            String litres,
            boolean fits,
            boolean pathOk,
            long runningShare,
            long startingShare) {}

    /** What the set on hand leaves over for a choice. */
    public record Left(String leg, String running, String starting, boolean enough) {}

    @GetMapping("/house/size")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(name = "for", defaultValue = "winter") String word,
            @RequestParam(defaultValue = "one-at-a-time") String start,
            Model model) {
        fill(account, word, start, model);
        return "house/size";
    }

    /** For the shop and for the electrician. */
    @GetMapping("/house/brief")
    String brief(
            @AuthenticationPrincipal Account account,
            @RequestParam(name = "for", defaultValue = "winter") String word,
            @RequestParam(defaultValue = "one-at-a-time") String start,
            Model model) {
        fill(account, word, start, model);
        return "house/brief";
    }

    private void fill(Account account, String word, String start, Model model) {
        Household file = editing.open(account, "/house/size", model).file();
        Choice.Occasion occasion = ChooseController.occasion(word);
        boolean allAtOnce = start.equals("all-at-once");
        Setup setup = file.setup();
        List<String> must = List.copyOf(setup.withNeeded(file.chosen(occasion, Choice.MUST)));
        Sizing sizing = Sizing.of(setup, must, allAtOnce);

        model.addAttribute("occasion", occasion.word());
        model.addAttribute("occasions", Choice.Occasion.values());
        model.addAttribute("allAtOnce", allAtOnce);
        model.addAttribute("sizing", sizing);
        model.addAttribute("needRunning", Shown.watts(sizing.runningWatts()));
        model.addAttribute("needStarting", Shown.watts(sizing.startingWatts()));
        model.addAttribute("decides", decides(sizing, setup));
        model.addAttribute("must", setup.circuits(must));
        model.addAttribute("needs240", setup.circuits(must).stream().anyMatch(Circuit::has240));
        model.addAttribute("enough", sizing.carriedBy(label(setup)));
        model.addAttribute("left", left(setup, sizing));
        model.addAttribute("error", Shown.watts(error(file, must)));
        model.addAttribute("rows", rows(file, allAtOnce));
        model.addAttribute(
                "order",
                sizing.order().stream().map(id -> setup.circuit(id).label()).toList());
        model.addAttribute(
                "label",
                say(
                        "house.size.running-starting",
                        "runningWatts",
                        Shown.watts(label(setup).runningWatts()),
                        "startingWatts",
                        Shown.watts(label(setup).startingWatts())));
    }

    /** What the label of the present source reads, before altitude and heat. */
    private static Sizing.Label label(Setup setup) {
        return Sizing.Label.of(setup.source());
    }

    private static double error(Household file, List<String> ids) {
        return Estimate.sum(ids.stream()
                        .map(id -> Objects.requireNonNull(file.find(id)).running())
                        .toList())
                .plusMinus();
    }

    /** Which of the four limits decides, in words with its figures. */
    private static String decides(Sizing sizing, Setup setup) {
        Source source = setup.source();
        LegWatts running = sizing.running();
        String margin = Shown.plain(source.marginPercent()) + " %";
        String height = source.derating() < 1
                ? " "
                        + say(
                                "house.size.and-left-at-this-altitude",
                                "derating",
                                String.format(Locale.ENGLISH, "%.0f", 100 * source.derating()))
                : "";
        return switch (sizing.decidedBy()) {
            case RUNNING ->
                say(
                        "house.size.the-sum-of-what-runs",
                        "total",
                        Shown.watts(running.total()),
                        "margin",
                        margin,
                        "height",
                        height);
            case LEG_RUNNING ->
                say(
                        "house.size.the-fuller-leg-decides-on",
                        "max",
                        Shown.watts(Math.max(running.l1(), running.l2())),
                        "margin",
                        margin,
                        "height",
                        height);
            case STARTING -> say("house.size.the-largest-start-decides-with", "height", height);
            case LEG_STARTING -> say("house.size.the-largest-start-on-the", "height", height);
        };
    }

    private static List<Left> left(Setup setup, Sizing sizing) {
        Limits limits = Limits.of(setup.source(), setup.path());
        double running = label(setup).runningWatts() - sizing.runningWatts();
        double starting = label(setup).startingWatts() - sizing.startingWatts();
        List<Left> left = new ArrayList<>();
        left.add(new Left(
                say("house.size.on-the-label"), signed(running), signed(starting), running > -0.5 && starting > -0.5));
        double l1 = limits.legRunningWatts() - sizing.running().l1();
        left.add(new Left(
                say("house.size.left", "leg", setup.source().splitPhase() ? "L1" : "none"), signed(l1), "", l1 > -0.5));
        if (setup.source().splitPhase()) {
            double l2 = limits.legRunningWatts() - sizing.running().l2();
            left.add(new Left(say("house.size.left", "leg", "L2"), signed(l2), "", l2 > -0.5));
        }
        return left;
    }

    private static String signed(double watts) {
        return Math.round(watts) >= 0
                ? say("house.size.over", "watts", Shown.watts(watts))
                : say("house.size.short", "watts", Shown.watts(-watts));
    }

    /** From the least to everything: what must run by night, then what else must, then what takes turns, then all. */
    private static List<Row> rows(Household file, boolean allAtOnce) {
        Setup setup = file.setup();
        List<String> night = file.chosen(Choice.Occasion.NIGHT, Choice.MUST);
        List<String> winter = file.chosen(Choice.Occasion.WINTER, Choice.MUST);
        List<String> summer = file.chosen(Choice.Occasion.SUMMER, Choice.MUST);
        List<String> turns = file.chosen(Choice.Occasion.WINTER, Choice.TURNS);
        List<String> largestTurn = new ArrayList<>(winter);
        turns.stream()
                .max((a, b) -> Double.compare(
                        setup.circuit(a).startingWatts(), setup.circuit(b).startingWatts()))
                .ifPresent(largestTurn::add);
        List<String> winterAndTurns = new ArrayList<>(winter);
        winterAndTurns.addAll(turns);
        List<String> everything = file.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff())
                .map(HomeCircuit::id)
                .toList();
        Map<String, List<String>> choices = new LinkedHashMap<>();
        choices.put(
                say("house.size.test-circuits-and-light-only"),
                List.copyOf(setup.transfer().usableTestCircuits()));
        choices.put(say("house.size.what-must-run-at-night"), night);
        choices.put(say("house.size.what-must-run-in-summer"), summer);
        choices.put(say("house.size.what-must-run-in-winter"), winter);
        choices.put(say("house.size.and-the-largest-of-those"), largestTurn);
        choices.put(say("house.size.and-all-that-take-turns"), winterAndTurns);
        choices.put(say("house.size.everything-that-isnt-locked-off"), everything);
        List<Row> rows = new ArrayList<>();
        double most = Sizing.of(setup, List.copyOf(setup.withNeeded(everything)), allAtOnce)
                .startingWatts();
        choices.forEach((name, wanted) -> {
            List<String> ids = List.copyOf(setup.withNeeded(wanted));
            if (!ids.isEmpty()) {
                rows.add(row(name, ids, file, allAtOnce, most));
            }
        });
        return rows;
    }

    private static Row row(String name, List<String> ids, Household file, boolean allAtOnce, double most) {
        Setup setup = file.setup();
        Sizing sizing = Sizing.of(setup, ids, allAtOnce);
        // what a set just large enough would burn: its table, where there is one, is that of the present set
        FuelUse use = FuelUse.at(setup.source(), DutyWatts.of(setup.circuits(ids)));
        @Nullable Double litres = use.litresPerHour();
        return SizeControllerRowBuilder.builder()
                .name(name)
                .circuits(String.join(
                        ", ", setup.circuits(ids).stream().map(Circuit::label).toList()))
                .running(Shown.watts(sizing.runningWatts()))
                .starting(Shown.watts(sizing.startingWatts()))
                .legs(
                        setup.source().splitPhase()
                                ? Shown.watts(sizing.running().l1()) + " / "
                                        + Shown.watts(sizing.running().l2())
                                : Shown.watts(sizing.running().total()))
                .decides(
                        switch (sizing.decidedBy()) {
                            case RUNNING -> say("house.size.the-sum");
                            case STARTING -> say("house.size.the-largest-start");
                            case LEG_RUNNING -> say("house.size.the-fuller-leg");
                            case LEG_STARTING -> say("house.size.a-start-on-one-leg");
                        })
                .litres(litres == null ? "—" : InUse.measures().show(file.fuel(litres * HOURS_A_DAY)))
                .fits(sizing.carriedBy(label(setup)))
                .pathOk(sizing.pathOk())
                .runningShare(Math.round(100 * sizing.runningWatts() / most))
                .startingShare(Math.round(100 * sizing.startingWatts() / most))
                .build();
    }
}
