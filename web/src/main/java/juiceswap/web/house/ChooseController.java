package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.Finding;
import juiceswap.core.capacity.LegBalance;
import juiceswap.core.capacity.Remedies;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Options;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TestCircuitFault;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.EnteredCircuit;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomeLoad;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.core.household.WithoutPower;
import juiceswap.web.drawing.FitView;
import juiceswap.web.form.Form;
import juiceswap.web.security.Account;
import juiceswap.web.words.Words;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What must run, what takes turns, what stays off; and whether it fits, at once. */
@Controller
class ChooseController {
    /** Ways to do without electricity, with the caution that belongs to each. */
    private final HouseEditing editing;

    ChooseController(HouseEditing editing) {
        this.editing = editing;
    }

    /** A circuit with its choice and whether it is on in the trial. */
    @RecordBuilder
    public record Row(
            HomeCircuit entry,
            String printed,
            String leg,
            String watts,
            String start,
            String choice,
            boolean on,
            boolean fixed,
            String why) {}

    /** A way to make the choice fit. */
    public record Remedy(String text) {}

    @GetMapping("/house/choose")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(name = "for", defaultValue = "winter") String word,
            @RequestParam Map<String, String> typed,
            Model model) {
        Household file = editing.open(account, "/house/choose", model).file();
        Choice.Occasion occasion = occasion(word);
        Setup setup = withStages(file, typed);
        List<Row> rows = new ArrayList<>();
        Set<String> on = new LinkedHashSet<>();
        Set<String> must = new HashSet<>();
        for (HomeCircuit entry : file.circuits()) {
            if (!file.reaches(entry)) {
                continue;
            }
            String id = entry.id();
            String choice =
                    typed.getOrDefault("choice-" + id, entry.choice(occasion).word());
            boolean fixed = entry.circuit().lockedOff()
                    || file.withoutPower().stream()
                            .anyMatch(way -> way.circuits().contains(id));
            boolean isOn = !fixed && (choice.equals("must") || choice.equals("turns") && typed.containsKey("on-" + id));
            if (isOn) {
                on.add(id);
            }
            if (choice.equals("must")) {
                must.add(id);
            }
            rows.add(ChooseControllerRowBuilder.builder()
                    .entry(entry)
                    .printed(file.printed(entry))
                    .leg(entry.circuit().twoPole() ? "both" : entry.circuit().leg() == Leg.L2 ? "two" : "one")
                    .watts(Shown.watts(setup.circuit(id).runningWatts()))
                    .start(Shown.watts(setup.circuit(id).startingWatts()))
                    .choice(fixed ? "off" : choice)
                    .on(isOn)
                    .fixed(fixed)
                    .why(
                            !fixed
                                    ? ""
                                    : entry.circuit().lockedOff()
                                            ? say("house.choose.locked-off")
                                            : say("house.choose.met-without-power"))
                    .build());
        }
        model.addAttribute("rows", rows);
        model.addAttribute(
                "stays",
                file.circuits().stream()
                        .filter(entry -> !file.reaches(entry))
                        .map(entry -> entry.circuit().label())
                        .toList());
        model.addAttribute("occasion", occasion.word());
        model.addAttribute("occasions", Choice.Occasion.values());
        model.addAttribute("without", WithoutPower.Way.values());
        boolean proposed = file.setup().transfer().testCircuits().isEmpty();
        Map<String, String> tests = proposed ? proposedTests(file) : testCircuits(file);
        model.addAttribute("testOn", tests);
        model.addAttribute("testsProposed", proposed && tests.values().stream().anyMatch(id -> !id.isEmpty()));
        model.addAttribute("testAdvice", testAdvice(file));
        judge(file, setup, on, must, model);
        return "house/choose";
    }

    /** The occasion of that name; winter where there is none. */
    static Choice.Occasion occasion(String word) {
        for (Choice.Occasion occasion : Choice.Occasion.values()) {
            if (occasion.word().equals(word)) {
                return occasion;
            }
        }
        return Choice.Occasion.WINTER;
    }

    /** The setup with those stages of each appliance that are ticked; as stored where the form says nothing. */
    private static Setup withStages(Household file, Map<String, String> typed) {
        List<Circuit> circuits = new ArrayList<>();
        for (HomeCircuit entry : file.circuits()) {
            Circuit circuit = entry.circuit();
            if (typed.containsKey("stages-" + entry.id())) {
                List<Load> ticked = new ArrayList<>();
                for (int i = 0; i < entry.loads().size(); i++) {
                    if (typed.containsKey("stage-" + entry.id() + "-" + i)) {
                        ticked.add(entry.loads().get(i).load());
                    }
                }
                circuit = circuit.withLoads(ticked);
            }
            circuits.add(circuit);
        }
        Setup setup = file.setup();
        return setup.withCircuits(circuits);
    }

    private static void judge(Household file, Setup setup, Set<String> on, Set<String> must, Model model) {
        Optional<Capacity> block = new Changeover(setup, Options.NONE).takenAtOnce();
        if (block.isPresent()) {
            judgeBlock(file, setup, block.get(), must, model);
            return;
        }
        Capacity capacity = Capacity.of(setup, on, Set.of());
        StartOrder order = StartOrder.of(
                setup, List.of(), List.copyOf(on), List.copyOf(setup.transfer().usableTestCircuits()));
        model.addAttribute("fit", FitView.of(file, capacity, null));
        model.addAttribute("headline", headline(on, capacity, order));
        model.addAttribute("verdict", !order.fits() ? "stop" : capacity.tight() ? "tight" : "fits");
        model.addAttribute(
                "warnings",
                capacity.findings().stream()
                        .filter(finding -> !finding.blocks())
                        .filter(finding -> finding.code() != Finding.Code.UNPROTECTED_LINK)
                        .map(finding -> FitView.finding(finding, file))
                        .toList());
        List<LegBalance> proposals = proposals(file, setup, on);
        model.addAttribute("cords", cords(file));
        model.addAttribute("remedies", order.fits() ? List.of() : remedies(file, setup, on, must, proposals));
        model.addAttribute("balance", balance(file, proposals));
    }

    /** A device that acts by itself takes all of its circuits in one moment, whatever was chosen. */
    private static void judgeBlock(Household file, Setup setup, Capacity block, Set<String> must, Model model) {
        Set<String> all = new Changeover(setup, Options.NONE).unlocked();
        model.addAttribute("cords", cords(file));
        List<String> lines = new ArrayList<>();
        lines.add(say("house.choose.it-takes-all"));
        block.findings().stream()
                .filter(finding -> finding.code() != Finding.Code.UNPROTECTED_LINK)
                .forEach(finding -> lines.add(FitView.finding(finding, file)));
        model.addAttribute("fit", FitView.of(file, block, null));
        model.addAttribute(
                "headline", say(block.ok() ? "house.choose.all-at-once-fits" : "house.choose.all-at-once-too-much"));
        model.addAttribute("verdict", !block.ok() ? "stop" : block.tight() ? "tight" : "fits");
        model.addAttribute("warnings", lines);
        model.addAttribute("remedies", block.ok() ? List.of() : remedies(file, setup, all, must, List.of()));
        model.addAttribute("balance", List.of());
    }

    /** Extension cords with more on them than they carry. */
    private static List<String> cords(Household file) {
        return file.overloadedCords().stream()
                .map(cord -> say("ready.cord-overloaded", "cord", cord.name()))
                .toList();
    }

    private static String headline(Set<String> on, Capacity capacity, StartOrder order) {
        if (on.isEmpty()) {
            return say("house.choose.nothing-is-on");
        }
        if (!capacity.ok()) {
            return say("house.choose.it-doesnt-fit");
        }
        if (!order.fits()) {
            return say("house.choose.it-runs-but-cant-all");
        }
        return capacity.tight() ? say("house.choose.it-fits-tightly") : say("house.choose.it-fits");
    }

    /** Cheapest first: leaving something off costs nothing; moving a breaker costs an electrician's visit. */
    private static List<Remedy> remedies(
            Household file, Setup setup, Set<String> on, Set<String> must, List<LegBalance> proposals) {
        List<Remedy> remedies = new ArrayList<>();
        for (List<String> off : Remedies.leaveOff(setup, on, file.importance(must))) {
            remedies.add(new Remedy(say("house.choose.leave-off", "labels", labels(file, off))));
        }
        for (LegBalance balance : proposals) {
            if (Remedies.passes(balance.setup(), on)) {
                remedies.add(new Remedy(say("house.choose.or-have-then-all-of", "moves", moves(file, balance))));
            }
        }
        if (remedies.isEmpty()) {
            remedies.add(new Remedy(say("house.choose.nothing-small-helps-choose-less")));
        }
        return remedies;
    }

    private static String labels(Household file, List<String> ids) {
        return String.join(
                " " + say("house.choose.and") + " ",
                ids.stream().map(id -> Words.label(id, file)).toList());
    }

    private static List<LegBalance> proposals(Household file, Setup setup, Set<String> on) {
        if (!file.setup().transfer().kind().parting().switchesPanel()) {
            return List.of();
        }
        HomePanel panel = file.panel();
        return LegBalance.of(setup, on, panel.panel(), panel.map(file.circuits()));
    }

    /** What an electrician could move, with the gain. */
    private static List<String> balance(Household file, List<LegBalance> proposals) {
        List<String> lines = new ArrayList<>();
        for (LegBalance balance : proposals) {
            String moves = moves(file, balance);
            lines.add(moves.substring(0, 1).toUpperCase(Locale.ROOT)
                    + moves.substring(1)
                    + say(
                            "house.choose.the-legs-differ-by-w",
                            "afterWatts",
                            String.format(Locale.ENGLISH, "%,d", Math.round(balance.afterWatts())),
                            "beforeWatts",
                            String.format(Locale.ENGLISH, "%,d", Math.round(balance.beforeWatts()))));
        }
        return lines;
    }

    private static String moves(Household file, LegBalance balance) {
        return String.join(
                say("house.choose.and-2") + " ",
                balance.moves().stream()
                        .map(move -> move.inExchange() == null
                                ? say(
                                        "house.choose.moved-to",
                                        "circuit",
                                        Words.label(move.circuit(), file),
                                        "printed",
                                        file.panel().panel().printed(move.space()))
                                : say(
                                        "house.choose.and-exchanged",
                                        "circuit",
                                        Words.label(move.circuit(), file),
                                        "inExchange",
                                        Words.label(move.inExchange(), file)))
                        .toList());
    }

    /** The test circuit of each leg, empty where none is chosen. */
    private static Map<String, String> testCircuits(Household file) {
        Map<String, String> tests = new HashMap<>(Map.of("L1", "", "L2", ""));
        for (String id : file.setup().transfer().testCircuits()) {
            Circuit circuit = file.setup().circuit(id);
            tests.put(circuit.leg().word(), id);
        }
        return tests;
    }

    /** While none is chosen: those that are fit, as far as there are any. */
    private static Map<String, String> proposedTests(Household file) {
        Map<String, String> tests = new HashMap<>(Map.of("L1", "", "L2", ""));
        for (Leg leg : Leg.values()) {
            TestCircuitFault.proposed(file.setup(), leg)
                    .filter(circuit -> file.reaches(Objects.requireNonNull(file.find(circuit.id()))))
                    .ifPresent(circuit -> tests.put(leg.word(), circuit.id()));
        }
        return tests;
    }

    /** What speaks against the test circuits as they are. */
    private static List<String> testAdvice(Household file) {
        List<String> advice = new ArrayList<>();
        if (!TestCircuitFault.legsNotShown(file.setup()).isEmpty()) {
            advice.add(say("house.choose.a-lost-neutral-shows-only"));
        }
        TestCircuitFault.of(file.setup())
                .forEach((circuit, fault) -> advice.add(circuit.label()
                        + switch (fault) {
                            case ON_BOTH_LEGS -> " " + say("house.choose.is-on-both-legs-choose");
                            case HAS_MOTOR -> " " + say("house.choose.has-a-motor-or-a");
                            case HAS_ELECTRONICS -> " " + say("house.choose.has-electronics");
                            case EMPTY -> " " + say("house.choose.has-nothing-on-it-to");
                        }));
        return advice;
    }

    @PostMapping("/house/choose")
    String save(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        Choice.Occasion occasion = occasion(form.value("for"));
        Phrase change = Phrase.of("change.chose-what-runs", "word", occasion.word());
        boolean done = editing.change(account, form, change, house -> {
            List<String> must = new ArrayList<>();
            List<String> off = new ArrayList<>();
            Household chosen = house.withCircuits(circuit -> {
                Choice choice = form.wordOrNull(Choice.class, "choice-" + circuit.id());
                if (choice == Choice.MUST) {
                    must.add(circuit.id());
                }
                if (choice == Choice.OFF) {
                    off.add(circuit.id());
                }
                EnteredCircuit staged = stages(circuit, form);
                return choice == null ? staged : staged.withSaid(staged.said().with(occasion, choice));
            });
            Household picking = form.checked("next") ? chosen.withPickUp(must, off) : chosen;
            TransferDevice device = picking.setup().transfer();
            return picking.withDevice(
                    device.withProving(new TransferDevice.Proving(device.panelMeter(), tests(house, form))));
        });
        if (done) {
            flash.addFlashAttribute(
                    "taken",
                    form.checked("next") ? Phrase.of("told.chosen-next") : Phrase.of("told.chosen." + occasion.word()));
            return "redirect:/house/choose?for=" + occasion.word();
        }
        model.addAttribute("form", form);
        return show(account, occasion.word(), typed, model);
    }

    /** Of an appliance with stages only those ticked run in an outage. */
    private static EnteredCircuit stages(EnteredCircuit circuit, Form form) {
        if (!form.checked("stages-" + circuit.id())) {
            return circuit;
        }
        List<HomeLoad> loads = new ArrayList<>();
        for (int i = 0; i < circuit.loads().size(); i++) {
            loads.add(circuit.loads().get(i).leftOff(!form.checked("stage-" + circuit.id() + "-" + i)));
        }
        return circuit.withLoads(loads);
    }

    /**
     * The test circuits with those that the form shows, one a leg, in the place of the ones that it showed before; any others
     * stay as they are.
     */
    static List<String> tests(Household house, Form form) {
        Map<String, String> shown = testCircuits(house);
        List<String> tests = new ArrayList<>(house.setup().transfer().testCircuits());
        for (String leg : List.of("L1", "L2")) {
            if (!form.checked("test" + leg)) {
                continue;
            }
            String before = shown.getOrDefault(leg, "");
            String now = form.value("test" + leg);
            int at = tests.indexOf(before);
            tests.remove(before);
            if (!now.isEmpty() && !tests.contains(now)) {
                tests.add(at < 0 ? tests.size() : at, now);
            }
        }
        return tests;
    }

    @PostMapping("/house/choose/without")
    String saveWithout(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.changed-what-is-met-without"), house -> {
            WithoutPower.Way how = Worded.find(WithoutPower.Way.class, form.value("how"))
                    .orElseThrow(() -> new InvalidInput("/how", "invalid.choose-one"));
            List<WithoutPower> ways = new ArrayList<>(house.withoutPower());
            String note = ways.stream()
                    .filter(way -> way.how() == how)
                    .map(WithoutPower::note)
                    .findFirst()
                    .orElse("");
            ways.removeIf(way -> way.how() == how);
            if (!form.checked("remove")) {
                List<String> instead = typed.keySet().stream()
                        .filter(field -> field.startsWith("instead-"))
                        .map(field -> field.substring("instead-".length()))
                        .sorted()
                        .toList();
                ways.add(new WithoutPower(how, instead, note));
            }
            return house.withLiving(house.living().withWithoutPower(ways));
        });
        if (!done) {
            editing.refuse(form, flash);
        }
        return "redirect:/house/choose?for=" + occasion(form.value("for")).word();
    }
}
