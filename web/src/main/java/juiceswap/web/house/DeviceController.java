package juiceswap.web.house;

import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.DeviceChoice;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.Leg;
import juiceswap.core.house.PanelMap;
import juiceswap.core.house.RefusedArrangement;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.web.form.Form;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.security.Account;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** The transfer device: the one there is, the one to choose, and the tests that prove it. */
@Controller
class DeviceController {
    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMMM yyyy", Locale.ENGLISH);

    private final HouseEditing editing;
    private final DeviceTests tests;
    private final Clock clock;

    DeviceController(HouseEditing editing, DeviceTests tests, Clock clock) {
        this.editing = editing;
        this.tests = tests;
        this.clock = clock;
    }

    /** A kind of device weighed for this house. */
    public record KindView(
            String word, String name, String what, String powers, List<String> limits, String cost, boolean present) {}

    /** A test with what was last found. */
    public record TestView(String key, String what, String how, String last, String state) {}

    @GetMapping("/house/device")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "") String edit,
            @RequestParam(defaultValue = "") String test,
            Model model) {
        Household file = fill(account, model);
        model.addAttribute("edit", edit);
        model.addAttribute("test", test);
        Form form = (Form) Objects.requireNonNull(model.getAttribute("form"));
        if (!form.wrong()) {
            if (edit.equals("device")) {
                model.addAttribute("form", new Form(values(file)));
            } else if (!test.isEmpty()) {
                model.addAttribute(
                        "form", new Form(Map.of("onDay", LocalDate.now(clock).toString(), "result", "passed")));
            }
        }
        return "house/device";
    }

    /** What to hand to a licensed electrician. */
    @GetMapping("/house/device/brief")
    String brief(@AuthenticationPrincipal Account account, Model model) {
        Household file = fill(account, model);
        List<HomeCircuit> wanted = wanted(file);
        model.addAttribute("wanted", wanted);
        model.addAttribute("links", SupplyController.links(file));
        model.addAttribute("printed", wanted.stream().map(file::printed).toList());
        PanelMap map = PanelController.map(file.panel(), file);
        model.addAttribute("freePairs", map.free(2).size());
        model.addAttribute("freeSpaces", map.free(1).size());
        return "house/device-brief";
    }

    private Household fill(Account account, Model model) {
        Household file = editing.open(account, "/house/device", model).file();
        model.addAttribute("kinds", kinds(file));
        model.addAttribute("presentName", name(file.setup().transfer().kind()));
        model.addAttribute("facts", facts(file.setup().transfer()));
        List<DeviceTests.Found> found = tests.of(account.householdId());
        model.addAttribute("tests", tests(file, found));
        model.addAttribute("found", found);
        return file;
    }

    private static List<HomeCircuit> wanted(Household file) {
        return file.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff())
                .filter(entry -> Arrays.stream(Choice.Occasion.values())
                        .anyMatch(occasion -> entry.choice(occasion) == Choice.MUST))
                .toList();
    }

    private static List<KindView> kinds(Household file) {
        PanelMap map = PanelController.map(file.panel(), file);
        List<Circuit> wanted = wanted(file).stream().map(HomeCircuit::circuit).toList();
        List<KindView> views = new ArrayList<>();
        for (DeviceChoice choice :
                DeviceChoice.of(file.setup(), map, file.panel().panel().besideMain(file.mainAtBottom()), wanted)) {
            views.add(new KindView(
                    choice.kind().word(),
                    name(choice.kind()),
                    what(choice.kind()),
                    choice.powers() + " of the " + choice.wanted() + " that must run",
                    choice.limits().stream().map(DeviceController::words).toList(),
                    switch (choice.cost()) {
                        case 1 -> "least: no wiring";
                        case 2 -> "low: parts and a half day’s work";
                        case 3 -> "middle: a box and about a day’s work";
                        default -> "high: a large device, a day or more, often the utility too";
                    },
                    choice.kind() == file.setup().transfer().kind()));
        }
        return views;
    }

    static String name(Kind kind) {
        return switch (kind) {
            case INTERLOCK -> "Interlock plate";
            case TRANSFER_SWITCH -> "Whole-house transfer switch";
            case SUBPANEL -> "Generator sub-panel";
            case CIRCUIT_SWITCHES -> "Box of circuit switches";
            case AUTOMATIC_CIRCUITS -> "Automatic circuit box";
            case APPLIANCE -> "Single-appliance switch";
            case CORDS -> "Extension cords";
        };
    }

    private static String what(Kind kind) {
        return switch (kind) {
            case INTERLOCK ->
                "A sliding plate at the panel: main and generator input can’t both be on. Any circuit can be chosen on the day.";
            case TRANSFER_SWITCH ->
                "One handle for the whole panel: utility, off, generator. Any circuit can be chosen on the day.";
            case SUBPANEL -> "A second panel with the chosen circuits and two interlocked feeds.";
            case CIRCUIT_SWITCHES -> "One switch for each of 4 to 10 circuits: line, off, generator.";
            case AUTOMATIC_CIRCUITS -> "As the box of switches, switching by itself.";
            case APPLIANCE -> "A listed switch with its own inlet for one circuit, such as the heating.";
            case CORDS -> "No wiring: appliances are unplugged from the wall and plugged into cords.";
        };
    }

    private static String words(DeviceChoice.Limit limit) {
        return switch (limit) {
            case NO_ROOM_FOR_INPUT ->
                "No two free spaces one above the other: breakers must be moved or doubled up first.";
            case INPUT_NOT_BESIDE_MAIN -> "The free pair is not next to the main: breakers must be moved.";
            case PLATE_MUST_FIT_PANEL -> "The plate must be listed for this very panel.";
            case TOO_MANY_CIRCUITS -> "More circuits are wanted than such a box has switches for.";
            case TWO_SWITCHES_FOR_240 -> "Each 240 V circuit takes two switches, tied together.";
            case ONLY_120 -> "120 V only.";
            case SET_MAKES_120 -> "This set makes 120 V only: 240 V circuits stay dead.";
            case ONE_CIRCUIT -> "One circuit, and no more.";
            case NOTHING_HARD_WIRED -> "Nothing that is wired in: no pump, no furnace without a plug.";
            case SHARED_NEUTRALS -> "Circuits that share a neutral must be switched together.";
            case CIRCUITS_MUST_MOVE -> "The chosen circuits are moved for good; others can’t be picked on the day.";
        };
    }

    private static List<String> facts(TransferDevice transfer) {
        List<String> facts = new ArrayList<>();
        facts.add(transfer.switchedNeutral() ? "It switches the neutral." : "The neutral is solid, not switched.");
        if (transfer.maxBreakersOn() != null) {
            facts.add("At most " + transfer.maxBreakersOn() + " breakers may be on.");
        }
        if (transfer.panelMeter()) {
            facts.add("A meter is fitted at the panel.");
        }
        return facts;
    }

    private static Map<String, String> values(Household file) {
        TransferDevice transfer = file.setup().transfer();
        Map<String, String> values = new HashMap<>();
        values.put(
                "kind",
                transfer.refused() == null
                        ? transfer.kind().word()
                        : transfer.refused().word());
        values.put("neutral", transfer.switchedNeutral() ? "switched" : "solid");
        values.put("maxBreakersOn", transfer.maxBreakersOn() == null ? "" : String.valueOf(transfer.maxBreakersOn()));
        values.put("fedLeg", transfer.fedLeg().word());
        if (transfer.bridged()) {
            values.put("bridged", "true");
        }
        if (transfer.panelMeter()) {
            values.put("panelMeter", "true");
        }
        return values;
    }

    @PostMapping("/house/device")
    String save(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.changed-the-transfer-device"), house -> {
            TransferDevice before = house.setup().transfer();
            TransferDevice device = Worded.find(RefusedArrangement.class, form.value("kind"))
                    .map(TransferDevice::instead)
                    .orElseGet(() -> TransferDevice.of(form.word(Kind.class, "kind", before.kind())));
            Integer most = form.whole("maxBreakersOn");
            form.requireSound();
            return house.withDevice(device.withSwitchedNeutral(
                            form.value("neutral").equals("switched"))
                    .withMaxBreakersOn(most)
                    .withFeed(new TransferDevice.Feed(form.checked("bridged"), form.word(Leg.class, "fedLeg", Leg.L1)))
                    .withProving(new TransferDevice.Proving(form.checked("panelMeter"), before.testCircuits()))
                    .withRideThrough(device.kind().mayRideThrough() ? before.rideThrough() : List.of()));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.the-transfer-device-is-saved"));
            return "redirect:/house/device";
        }
        model.addAttribute("form", form);
        return show(account, "device", "", model);
    }

    private static String what(DeviceProof proof) {
        return switch (proof) {
            case INPUT_BLOCKS_MAIN -> "With the generator input on, the main can’t be closed";
            case MAIN_BLOCKS_INPUT -> "With the main on, the generator input can’t be closed";
            case HANDLE_OFF_BETWEEN -> "The handle passes through off, and stays where it is put";
            case SWITCH_EACH -> "Each switch moves through off";
            case LABELS -> "Each circuit is what its label says";
            case LEGS -> "Each circuit’s leg is as marked";
            case BONDING -> "Exactly one neutral bond while the generator feeds";
            case INLET -> "Inlet dry, blades bright, no marks of heat";
            case CORDS -> "Cords whole along their length, ends tight and bright";
            case GFCI -> "Ground-fault outlets trip and reset";
            case CO -> "CO alarm sounds";
        };
    }

    private static String how(DeviceProof proof) {
        return switch (proof) {
            case INPUT_BLOCKS_MAIN ->
                "Generator stopped and unplugged. Input on, try the main: the plate must hold it.";
            case MAIN_BLOCKS_INPUT ->
                "Main on, try the input breaker: the plate must hold it. Try with the cover on, as it will be used.";
            case HANDLE_OFF_BETWEEN -> "Generator stopped. Move it slowly both ways: no position feeds from both.";
            case SWITCH_EACH -> "Generator stopped. Line, off, generator and back, one by one.";
            case LABELS -> "One breaker off at a time: what goes dark must be what is written.";
            case LEGS ->
                "On the generator, with only one leg’s test circuit on, read at a receptacle: 120 V on that leg only.";
            case BONDING -> "By the electrician; or by meter at receptacles, engine stopped and no voltage present.";
            case INLET -> "Look with a torch, cord unplugged, engine stopped.";
            case CORDS -> "Run each through the hand, unplugged.";
            case GFCI -> "Press test, then reset, with a lamp plugged in.";
            case CO -> "Press its test button; look at its date.";
        };
    }

    private List<TestView> tests(Household file, List<DeviceTests.Found> found) {
        LocalDate today = LocalDate.now(clock);
        List<TestView> views = new ArrayList<>();
        for (DeviceProof test : DeviceProof.of(file.setup().transfer().kind())) {
            DeviceTests.Found last = found.stream()
                    .filter(one -> one.test().equals(test.word()))
                    .findFirst()
                    .orElse(null);
            String state = last == null
                    ? "never done"
                    : !last.passed() ? "failed" : DeviceProof.due(last.onDay(), today) ? "due" : "passed";
            views.add(new TestView(
                    test.word(),
                    what(test),
                    how(test),
                    last == null
                            ? ""
                            : last.onDay().format(DAY) + ", " + last.who()
                                    + (last.note().isEmpty() ? "" : ": " + last.note()),
                    state));
        }
        return views;
    }

    @PostMapping("/house/device/test")
    String recordTest(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        String key = form.value("test");
        Household file = editing.file(account).orElseThrow();
        LocalDate onDay = null;
        try {
            onDay = LocalDate.parse(form.value("onDay"));
            if (onDay.isAfter(LocalDate.now(clock))) {
                form.problem("onDay", "form.this-day-is-still-to");
            }
        } catch (DateTimeParseException e) {
            form.problem("onDay", "form.the-day-it-was-done");
        }
        if (form.value("note").length() > 500) {
            form.problem("note", "form.500-letters-at-most");
        }
        if (form.value("result").equals("failed") && form.text("note") == null) {
            form.problem("note", "form.what-was-found");
        }
        if (DeviceProof.of(file.setup().transfer().kind()).stream()
                .noneMatch(test -> test.word().equals(key))) {
            form.elsewhere().add(Phrase.of("form.no-such-test"));
        }
        if (form.wrong()) {
            model.addAttribute("form", form);
            return show(account, "", key, model);
        }
        boolean passed = !form.value("result").equals("failed");
        tests.record(account.householdId(), key, passed, form.value("note").strip(), account.displayName(), onDay);
        flash.addFlashAttribute("taken", Phrase.of(passed ? "told.recorded" : "told.recorded-failed"));
        return "redirect:/house/device";
    }
}
