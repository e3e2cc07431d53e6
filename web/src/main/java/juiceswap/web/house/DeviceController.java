package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.changeover.Refusal;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.KeptTest.Result;
import juiceswap.core.house.Leg;
import juiceswap.core.house.PanelMap;
import juiceswap.core.house.Reach;
import juiceswap.core.house.RefusedArrangement;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.household.DeviceQuestion;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.web.form.Form;
import juiceswap.web.household.DeviceTests;
import juiceswap.web.security.Account;
import juiceswap.web.security.Accounts;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
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

    private final HouseEditing editing;
    private final DeviceTests tests;
    private final Accounts accounts;
    private final Words words;
    private final Clock clock;

    DeviceController(HouseEditing editing, DeviceTests tests, Accounts accounts, Words words, Clock clock) {
        this.accounts = accounts;
        this.words = words;
        this.editing = editing;
        this.tests = tests;
        this.clock = clock;
    }

    /** Something to be looked at, and where it is put right. */
    public record Question(String text, String href) {}

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
        List<HomeCircuit> wanted = DeviceKinds.wanted(file);
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
        model.addAttribute("kinds", DeviceKinds.of(file));
        RefusedArrangement arrangement = file.setup().transfer().refused();
        model.addAttribute(
                "presentName",
                arrangement == null
                        ? DeviceKinds.name(file.setup().transfer().kind())
                        : say("arrangement." + arrangement.word()));
        model.addAttribute("refusal", arrangement == null ? null : Refusal.of(arrangement));
        model.addAttribute("facts", facts(file.setup().transfer()));
        model.addAttribute("battery", battery(file));
        model.addAttribute("questions", questions(file));
        Reach reach = file.setup().transfer().kind().reach();
        model.addAttribute(
                "ownPanel",
                !reach.everything()
                        && file.panels().stream().allMatch(HomePanel::fed)
                        && file.circuits().size() > 1);
        model.addAttribute(
                "printedAt", file.circuits().stream().collect(Collectors.toMap(HomeCircuit::id, file::printed)));
        List<DeviceTests.Found> found = tests.of(account.householdId());
        model.addAttribute("tests", tests(file, found));
        model.addAttribute("found", found);
        return file;
    }

    private static List<String> facts(TransferDevice transfer) {
        List<String> facts = new ArrayList<>();
        if (transfer.kind().wired()) {
            facts.add(
                    transfer.switchedNeutral()
                            ? say("house.device.it-switches-the-neutral")
                            : say("house.device.the-neutral-is-solid-not"));
        }
        if (transfer.maxBreakersOn() != null) {
            facts.add(say("house.device.at-most-breakers-may-be", "maxBreakersOn", transfer.maxBreakersOn()));
        }
        if (transfer.panelMeter()) {
            facts.add(say("house.device.a-meter-is-fitted-at"));
        }
        return facts;
    }

    /** What the battery of an automatic box keeps alive, and for how long; null without one. */
    private static @Nullable String battery(Household file) {
        TransferDevice.RideThrough battery = file.setup().transfer().rideThrough();
        if (battery.circuits().isEmpty()) {
            return null;
        }
        String circuits =
                battery.circuits().stream().map(id -> Words.label(id, file)).collect(Collectors.joining(", "));
        Double hours = battery.hours(DutyWatts.of(file.setup().circuits(battery.circuits())));
        return hours == null
                ? say("house.device.battery-keeps", "circuits", circuits)
                : say("house.device.battery-keeps-for", "circuits", circuits, "time", Words.hours(60 * hours));
    }

    /** What does not go together, each with the page on which it is put right. */
    private static List<Question> questions(Household file) {
        return DeviceQuestion.of(file).stream()
                .map(question -> new Question(
                        say("house.device.question." + question.word()),
                        question == DeviceQuestion.WHAT_IS_ON_IT ? "#own-panel" : "/house?settings=true"))
                .toList();
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
        if (transfer.feed().bridged()) {
            values.put("bridged", "true");
        }
        if (transfer.panelMeter()) {
            values.put("panelMeter", "true");
        }
        transfer.rideThrough().circuits().forEach(id -> values.put("rideThrough-" + id, "true"));
        Double wattHours = transfer.rideThrough().wattHours();
        values.put("rideThroughWattHours", wattHours == null ? "" : Shown.plain(wattHours));
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
            TransferDevice.RideThrough battery = battery(device, house, form);
            form.requireSound();
            return house.withDevice(device.withSwitchedNeutral(
                            form.value("neutral").equals("switched"))
                    .withMaxBreakersOn(most)
                    .withFeed(new TransferDevice.Feed(form.checked("bridged"), form.word(Leg.class, "fedLeg", Leg.L1)))
                    .withProving(new TransferDevice.Proving(form.checked("panelMeter"), before.testCircuits()))
                    .withRideThrough(battery));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.the-transfer-device-is-saved"));
            return "redirect:/house/device";
        }
        model.addAttribute("form", form);
        return show(account, "device", "", model);
    }

    /** As typed; a kind that has none keeps none, whatever was typed for another kind. */
    private static TransferDevice.RideThrough battery(TransferDevice device, Household house, Form form) {
        if (!device.kind().mayRideThrough()) {
            return TransferDevice.RideThrough.NONE;
        }
        List<String> circuits = house.circuits().stream()
                .map(HomeCircuit::id)
                .filter(id -> form.checked("rideThrough-" + id))
                .toList();
        Double wattHours = form.number("rideThroughWattHours");
        if (wattHours != null && wattHours <= 0) {
            form.problem("rideThroughWattHours", "invalid.above-zero");
        } else if (wattHours != null && circuits.isEmpty()) {
            form.problem("rideThroughWattHours", "form.battery-keeps-nothing");
        }
        form.requireSound();
        return new TransferDevice.RideThrough(circuits, wattHours);
    }

    /** Tells which circuits are in the device's own panel or box; the others stay on utility power. */
    @PostMapping("/house/device/own-panel")
    String saveOwnPanel(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.told-what-is-on-the-device"), house -> {
            List<String> reached = house.circuits().stream()
                    .map(HomeCircuit::id)
                    .filter(id -> form.checked("reached-" + id))
                    .toList();
            return house.withOwnPanel(reached, say("house.device.main-panel"));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.saved"));
            return "redirect:/house/device";
        }
        model.addAttribute("form", form);
        return show(account, "", "", model);
    }

    private static String what(DeviceProof proof) {
        return switch (proof) {
            case INPUT_BLOCKS_MAIN -> say("house.device.with-the-generator-input-on");
            case MAIN_BLOCKS_INPUT -> say("house.device.with-the-main-on-the");
            case PLATE_LISTED -> say("house.device.plate-is-listed");
            case HANDLE_OFF_BETWEEN -> say("house.device.the-handle-passes-through-off");
            case SWITCH_EACH -> say("house.device.each-switch-moves-through-off");
            case LABELS -> say("house.device.each-circuit-is-what-its");
            case LEGS -> say("house.device.each-circuits-leg-is-as");
            case BONDING -> say("house.device.exactly-one-neutral-bond-while");
            case INLET -> say("house.device.inlet-dry-blades-bright-no");
            case CORDS -> say("house.device.cords-whole-along-their-length");
            case GFCI -> say("house.device.ground-fault-outlets-trip-and");
            case CO -> say("house.device.co-alarm-sounds");
        };
    }

    private static String how(DeviceProof proof) {
        return switch (proof) {
            case INPUT_BLOCKS_MAIN -> say("house.device.generator-stopped-and-unplugged-input");
            case MAIN_BLOCKS_INPUT -> say("house.device.main-on-try-the-input");
            case PLATE_LISTED -> say("house.device.plate-is-listed.how");
            case HANDLE_OFF_BETWEEN -> say("house.device.generator-stopped-move-it-slowly");
            case SWITCH_EACH -> say("house.device.generator-stopped-line-off-generator");
            case LABELS -> say("house.device.one-breaker-off-at-a");
            case LEGS -> say("house.device.on-the-generator-with-only");
            case BONDING -> say("house.device.by-the-electrician-or-by");
            case INLET -> say("house.device.look-with-a-torch-cord");
            case CORDS -> say("house.device.run-each-through-the-hand");
            case GFCI -> say("house.device.press-test-then-reset-with");
            case CO -> say("house.device.press-its-test-button-look");
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
            String state = last == null || last.result() == Result.VOID
                    ? say("house.device.never-done")
                    : switch (last.result()) {
                        case FAILED -> "failed";
                        case PARTLY -> "partly";
                        default -> DeviceProof.due(last.onDay(), today) ? "due" : "passed";
                    };
            views.add(new TestView(
                    test.word(),
                    what(test),
                    how(test),
                    last == null
                            ? ""
                            : InUse.measures().date(last.onDay()) + ", " + last.who()
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
        Objects.requireNonNull(onDay, "a day that can't be read is a problem of the form");
        boolean passed = !form.value("result").equals("failed");
        tests.record(
                account.householdId(),
                new DeviceTests.Found(
                        key,
                        passed ? Result.PASSED : Result.FAILED,
                        null,
                        form.value("note").strip(),
                        words.say(
                                accounts.licence(account).isPresent()
                                        ? "house.device.with-licence"
                                        : "house.device.by-name",
                                "name",
                                account.displayName(),
                                "licence",
                                accounts.licence(account).orElse("")),
                        onDay));
        flash.addFlashAttribute("taken", Phrase.of(passed ? "told.recorded" : "told.recorded-failed"));
        return "redirect:/house/device";
    }
}
