package juiceswap.web.house;

import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Panel;
import juiceswap.core.house.RefusedArrangement;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.About;
import juiceswap.core.household.HomePanel;
import juiceswap.core.household.Household;
import juiceswap.core.household.LivingWishes;
import juiceswap.core.household.Mounting;
import juiceswap.core.household.OutageWishes;
import juiceswap.core.household.Supply;
import juiceswap.core.household.Wiring;
import juiceswap.core.measure.ClockFace;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.UnitSystem;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Rating;
import juiceswap.web.form.Form;
import juiceswap.web.household.HouseholdLocale;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** A house from nothing: the few things that everything else hangs on. */
@Controller
class BeginController {
    /** What is most often so; the person corrects what isn't. */
    private static final Map<String, String> SUGGESTED = Map.of(
            "spaces", "24",
            "kind", "interlock",
            "output", "120/240",
            "fuel", "gasoline",
            "outletAmps", "30");

    /** Of a set that is not bought yet, until sizing says better: a common middle size. */
    private static final double CONSIDERED_RUNNING_WATTS = 5000;

    private static final double CONSIDERED_STARTING_WATTS = 6250;

    /** The form as it is first shown. */
    static Form form(String household) {
        Map<String, String> values = new HashMap<>(SUGGESTED);
        values.put("household", household);
        values.put("units", InUse.measures().units().word());
        values.put("clock", InUse.measures().clock().word());
        return new Form(values);
    }

    private final HouseEditing editing;
    private final Words words;

    BeginController(HouseEditing editing, Words words) {
        this.editing = editing;
        this.words = words;
    }

    @PostMapping("/house/begin")
    String begin(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            HttpServletRequest request,
            Model model) {
        Form form = new Form(typed);
        Measures measures = measures(form);
        // from here on the page speaks as it was asked to: its amounts are read so, and so it answers
        HouseholdLocale.speak(request, measures);
        boolean considering = form.checked("considering");
        Integer spaces = form.whole("spaces");
        if (spaces == null) {
            form.problem("spaces", "form.count-them-free-ones-included");
        }
        Double running = form.number("runningWatts");
        Double starting = form.number("startingWatts");
        if (running == null && !considering) {
            form.problem("runningWatts", "form.the-smaller-figure-on-the");
        }
        Double outlet = form.number("outletAmps");
        if (outlet == null) {
            form.problem("outletAmps", "form.it-is-written-beside-the");
        }
        Double mainAmps = form.number("mainAmps");
        Double cordM = form.amount(Dimension.LENGTH, "lengthM");
        Fuel fuel = form.word(Fuel.class, "fuel", Fuel.GASOLINE);
        Double tank = form.amountFrom0(fuel.dimension(), "tankLitres");
        Double cans = form.amountFrom0(fuel.dimension(), "storedLitres");
        boolean done = editing.begin(account, form, Phrase.of("change.described-the-house"), () -> {
            form.requireSound();
            TransferDevice device = Worded.find(RefusedArrangement.class, form.value("kind"))
                    .map(TransferDevice::instead)
                    .orElseGet(() ->
                            TransferDevice.of(form.word(TransferDevice.Kind.class, "kind", TransferDevice.Kind.CORDS)));
            TransferDevice.Kind kind = device.kind();
            double runs = running == null ? CONSIDERED_RUNNING_WATTS : running;
            double starts = starting != null ? starting : running == null ? CONSIDERED_STARTING_WATTS : runs;
            Generator generator = Generator.described()
                    .splitPhase(form.value("output").equals("120/240"))
                    .fuel(fuel)
                    .ratings(List.of(new Rating(fuel, runs, starts)))
                    .tankLitres(tank == null || tank == 0 ? null : tank)
                    .generator();
            int places = Objects.requireNonNull(spaces);
            // most plates hold the breaker beside the main
            List<Integer> input = kind == TransferDevice.Kind.INTERLOCK && places >= 4 ? List.of(2, 4) : List.of();
            Panel panel = new Panel(places, Leg.L1, Panel.Numbering.ACROSS);
            List<Link> path = path(kind, Objects.requireNonNull(outlet), form.text("awg"), cordM);
            String name = form.value("household").strip();
            form.requireSound();
            return new Household(
                    About.named(name.isEmpty() ? words.say("house.unnamed") : name)
                            .withMeasures(measures),
                    new Wiring(
                            List.of(new HomePanel("", "", panel, input, null)),
                            new Mounting(mainAmps, false, Mounting.Way.UP),
                            List.of(),
                            List.of()),
                    device,
                    Supply.of(generator).considering(considering).withPath(path),
                    OutageWishes.NONE,
                    LivingWishes.NONE.withStoredLitres(cans == null ? 0 : cans));
        });
        if (done) {
            boolean refused =
                    Worded.find(RefusedArrangement.class, form.value("kind")).isPresent();
            return refused ? "redirect:/house/device" : "redirect:/house";
        }
        model.addAttribute("form", form);
        model.addAttribute("samples", FilesController.SAMPLES);
        return "house/begin";
    }

    /** As somebody has said, else as people of the browser's country measure. */
    private static Measures measures(Form form) {
        Measures guessed = InUse.measures();
        return new Measures(
                form.word(UnitSystem.class, "units", guessed.units()),
                form.word(ClockFace.class, "clock", guessed.clock()));
    }

    private static List<Link> path(
            TransferDevice.Kind kind, double amps, @Nullable String awg, @Nullable Double lengthM) {
        Link outlet = new Link(Link.Kind.OUTPUT_BREAKER, amps, null, null, null);
        if (!kind.wired()) {
            return List.of(outlet);
        }
        Link.Kind end = kind.parting().switchesPanel() ? Link.Kind.INPUT_BREAKER : Link.Kind.TRANSFER;
        return List.of(
                outlet,
                new Link(Link.Kind.CORD, amps, awg, lengthM, null),
                new Link(Link.Kind.INLET, amps, null, null, null),
                new Link(end, amps, null, null, null));
    }
}
