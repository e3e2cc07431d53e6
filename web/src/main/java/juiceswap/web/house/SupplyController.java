package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.Finding;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.electrical.VoltageDrop;
import juiceswap.core.house.Choice;
import juiceswap.core.household.Household;
import juiceswap.core.household.Supply;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Quantity;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.CordEnds;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.Placement;
import juiceswap.core.supply.PowerStation;
import juiceswap.core.supply.Propane;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source;
import juiceswap.core.supply.Source.BondChange;
import juiceswap.core.supply.Storage;
import juiceswap.web.drawing.FitView;
import juiceswap.web.form.Form;
import juiceswap.web.security.Account;
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

/** The set, and the way from it to the panel: what it really carries, and what limits it. */
@Controller
class SupplyController {
    /** Points of the load at which a consumption may be told, in percent of the running watts. */
    private static final int[] PERCENTS = {0, 25, 50, 75, 100};

    private final HouseEditing editing;

    SupplyController(HouseEditing editing) {
        this.editing = editing;
    }

    /** A link of the path as shown. */
    public record LinkView(int index, String kind, String detail, boolean weakest) {}

    /** The voltage drop along the cord at one load. */
    public record DropView(String at, String amps, String drop, String verdict, String words) {}

    /**
     * A usual cylinder of propane, in words.
     *
     * @param full how long it lasts at the planned limit
     * @param half the same at half of it
     * @param alone down to what cold one gives enough gas at half of the limit
     * @param joined the same of two that are joined
     */
    public record CylinderView(String holds, String full, String half, String alone, String joined) {}

    @GetMapping("/house/supply")
    String show(
            @AuthenticationPrincipal Account account,
            @RequestParam(defaultValue = "") String edit,
            @RequestParam(required = false) @Nullable Integer link,
            Model model) {
        Household file = editing.open(account, "/house/supply", model).file();
        Limits limits = Limits.of(file.setup().source(), file.setup().path());
        model.addAttribute("limits", limits);
        model.addAttribute("why", why(file.setup().source(), limits));
        Generator engine = file.setup().source().engine();
        model.addAttribute("steps", engine == null ? List.of() : steps(engine));
        model.addAttribute("links", links(file));
        model.addAttribute("drops", drops(file));
        model.addAttribute("cylinders", cylinders(file));
        model.addAttribute("warnings", warnings(file));
        model.addAttribute("edit", edit);
        Storage storage = file.supply().storage();
        model.addAttribute(
                "carried",
                storage == null
                        ? ""
                        : String.join(
                                ", ",
                                storage.carries().stream()
                                        .map(id -> Words.label(id, file))
                                        .toList()));
        boolean oneLink =
                link != null && link >= 0 && link < file.setup().path().size();
        model.addAttribute("link", oneLink ? link : null);
        model.addAttribute("kinds", kinds());
        model.addAttribute("gauges", Conductor.gauges());
        Form form = (Form) Objects.requireNonNull(model.getAttribute("form"));
        if (!form.wrong()) {
            if (edit.equals("generator")) {
                model.addAttribute("form", new Form(generatorValues(file)));
            } else if (edit.equals("second")) {
                model.addAttribute("form", new Form(secondValues(file)));
            } else if (edit.equals("station")) {
                model.addAttribute("form", new Form(stationValues(file)));
            } else if (edit.equals("link")) {
                model.addAttribute(
                        "form",
                        new Form(
                                oneLink
                                        ? linkValues(file, file.setup().path().get(Objects.requireNonNull(link)))
                                        : Map.of("kind", "cord")));
            } else if (edit.equals("place")) {
                model.addAttribute("form", new Form(placeValues(file)));
            }
        }
        return "house/supply";
    }

    private static List<CylinderView> cylinders(Household file) {
        Source source = file.setup().source();
        double most = Limits.of(source, file.setup().path()).planRunningWatts();
        List<CylinderView> views = new ArrayList<>();
        for (Propane.Cylinder cylinder : Propane.CYLINDERS) {
            Double full = Propane.hours(source, most, cylinder);
            Double half = Propane.hours(source, most / 2, cylinder);
            Double alone = Propane.enoughDownToC(source, most / 2, cylinder, 1);
            Double joined = Propane.enoughDownToC(source, most / 2, cylinder, 2);
            if (full != null && half != null && alone != null && joined != null) {
                views.add(new CylinderView(
                        InUse.measures().show(new Quantity(Dimension.PROPANE, cylinder.litres())),
                        say("house.supply.hours", "hours", full),
                        say("house.supply.hours", "hours", half),
                        InUse.measures().show(Quantity.celsius(alone)),
                        InUse.measures().show(Quantity.celsius(joined))));
            }
        }
        return views;
    }

    private static Map<String, String> kinds() {
        Map<String, String> kinds = new LinkedHashMap<>();
        for (Link.Kind kind : Link.Kind.values()) {
            kinds.put(kind.word(), name(kind));
        }
        return kinds;
    }

    /** Why a leg carries no more: the generator's share against the weakest link, in figures. */
    private static String why(Source source, Limits limits) {
        double share = limits.planRunningWatts() / (source.splitPhase() ? 2 : 1);
        if (limits.linkAmps() == null) {
            return say("house.supply.only-the-set-limits-no");
        }
        double linkWatts = limits.linkAmps() * Limits.LEG_VOLTS;
        String link = say(
                "house.supply.the-carries-a-of-which",
                "link",
                name(Objects.requireNonNull(limits.weakestLink())),
                "amps",
                Shown.plain(limits.linkAmps() / Limits.CONTINUOUS_SHARE),
                "continuousAmps",
                Shown.amps(limits.linkAmps()),
                "linkWatts",
                Shown.watts(linkWatts));
        String set = (source.splitPhase()
                        ? say("house.supply.half-of-the-planned-running") + " "
                        : say("house.supply.the-planned-running-watts") + " ")
                + Shown.watts(share);
        return limits.limitedBy() == null
                ? say("house.supply.the-set-gives-less-so", "link", link, "set", set)
                : say("house.supply.the-set-could-give-so", "link", link, "set", set, "name", name(limits.limitedBy()));
    }

    /** From the label to what is planned with, one line for each thing that takes something away. */
    private static List<String> steps(Generator generator) {
        Rating rating = generator.rating();
        List<String> steps = new ArrayList<>();
        steps.add(say(
                "house.supply.label-running-starting",
                "assumed",
                (generator.ratingAssumed() ? say("house.supply.from-gasoline-by-rule-of") : ""),
                "fuel",
                generator.fuel().word(),
                "runningWatts",
                Shown.watts(rating.runningWatts()),
                "startingWatts",
                Shown.watts(rating.startingWatts())));
        if (generator.derating() < 1) {
            steps.add(say(
                    "house.supply.at-m-and-c-are",
                    "altitude",
                    Quantity.altitude(generator.altitudeM()),
                    "air",
                    Quantity.celsius(generator.ambientC()),
                    "derating",
                    String.format(Locale.ENGLISH, "%.1f", 100 * generator.derating()),
                    "derating2",
                    Shown.watts(rating.runningWatts() * generator.derating()),
                    "derating3",
                    Shown.watts(rating.startingWatts() * generator.derating())));
        }
        steps.add(say(
                "house.supply.of-the-running-watts-are",
                "marginPercent",
                Shown.plain(generator.marginPercent()),
                "marginPercent2",
                Shown.watts(rating.runningWatts() * generator.derating() * generator.marginPercent() / 100)));
        return steps;
    }

    /** The links of the path from the set to the panel, the weakest marked. */
    static List<LinkView> links(Household file) {
        List<Link> path = file.setup().path();
        int weakest = path.indexOf(Limits.weakest(path));
        List<LinkView> views = new ArrayList<>();
        for (int i = 0; i < path.size(); i++) {
            views.add(new LinkView(i, name(path.get(i).kind()), detail(path.get(i)), i == weakest));
        }
        return views;
    }

    static String name(Link.Kind kind) {
        return switch (kind) {
            case OUTPUT_BREAKER -> say("house.supply.breaker-on-the-set");
            case RECEPTACLE -> "receptacle";
            case CORD -> "cord";
            case INLET -> "inlet";
            case FEEDER -> "feeder";
            case INPUT_BREAKER -> say("house.supply.generator-input-breaker");
            case TRANSFER -> say("house.supply.transfer-device");
        };
    }

    private static String detail(Link link) {
        StringBuilder detail = new StringBuilder(Shown.plain(link.carriesAmps()) + " A");
        if (link.carriesAmps() < link.amps()) {
            detail.append(say("house.supply.not") + " ")
                    .append(Shown.plain(link.amps()))
                    .append(" " + say("house.supply.a-as-labelled"));
        }
        if (link.awg() != null) {
            detail.append(", ").append(link.awg()).append(" AWG");
        }
        if (link.lengthM() != null) {
            detail.append(", ").append(InUse.measures().show(Quantity.metres(link.lengthM())));
        }
        return detail.toString();
    }

    /**
     * Along each cord whose wire and length are known. On one leg, neutral back: the worst that a split-phase cord sees.
     */
    private static List<DropView> drops(Household file) {
        List<DropView> drops = new ArrayList<>();
        Set<String> must = file.setup().withNeeded(file.chosen(Choice.Occasion.WINTER, Choice.MUST));
        Capacity capacity = Capacity.of(file.setup(), must, Set.of());
        for (Link link : file.setup().path()) {
            if (link.kind() == Link.Kind.CORD && link.awg() != null && link.lengthM() != null) {
                double legLimit = capacity.limits().legRunningWatts();
                double start =
                        Math.max(capacity.starting().l1(), capacity.starting().l2());
                drops.add(drop(say("house.supply.a-leg-at-its-limit"), link, legLimit / Limits.LEG_VOLTS));
                drops.add(drop(say("house.supply.the-largest-start-of-what"), link, start / Limits.LEG_VOLTS));
            }
        }
        return drops;
    }

    private static DropView drop(String at, Link link, double amps) {
        VoltageDrop drop = VoltageDrop.of(
                Limits.LEG_VOLTS,
                amps,
                Conductor.of(Objects.requireNonNull(link.awg())).orElseThrow(),
                Objects.requireNonNull(link.lengthM()),
                link.plugAmps());
        String words = switch (drop.grade()) {
            case GOOD -> say("house.supply.nobody-notices");
            case WATCH -> say("house.supply.motors-feel-it-a-thicker");
            case STOP -> say("house.supply.too-much-motors-run-hot");
        };
        return new DropView(
                at,
                Shown.amps(amps),
                say("house.supply.drop", "lost", drop.dropVolts(), "percent", drop.percent(), "volts", drop.endVolts()),
                drop.grade().word(),
                words);
    }

    /** What is wrong with the way from the set to the panel. */
    private static List<String> warnings(Household file) {
        List<String> warnings = new ArrayList<>();
        for (Finding finding :
                Capacity.of(file.setup(), Set.of(), (String) null).findings()) {
            if (finding.code() == Finding.Code.UNPROTECTED_LINK) {
                warnings.add(say("house.supply.a-fault-in-it-would", "finding", FitView.finding(finding, file)));
            }
        }
        Placement placement = file.supply().placement();
        double shortBy = placement.shortByM(file.setup().path());
        if (shortBy > 0) {
            warnings.add(say(
                    "house.supply.the-inlet-is-m-away",
                    "distance",
                    Quantity.metres(Objects.requireNonNull(placement.distanceM())),
                    "shortBy",
                    Quantity.metres(shortBy)));
        }
        if (placement.tooNearOpening()) {
            warnings.add(say(
                    "house.supply.the-set-stands-m-from",
                    "opening",
                    Quantity.metres(Objects.requireNonNull(placement.openingM())),
                    "least",
                    Quantity.metres(Placement.LEAST_OPENING_M)));
        }
        if (placement.leavesGap()) {
            warnings.add(say("house.supply.cord-leaves-a-gap"));
        }
        for (Link link : file.setup().path()) {
            if (link.wireTooThin()) {
                warnings.add(say(
                        "house.supply.feeder-too-thin",
                        "awg",
                        Objects.requireNonNull(link.awg()),
                        "amps",
                        Shown.plain(link.amps())));
            }
        }
        if (file.supply().considering()) {
            warnings.add(say("house.supply.this-set-is-not-bought"));
        }
        return warnings;
    }

    private static Map<String, String> generatorValues(Household file) {
        Generator generator = file.supply().source() instanceof ParallelGenerators both
                ? both.first()
                : file.supply().source().engine();
        Map<String, String> values = new HashMap<>();
        if (generator == null) {
            return values;
        }
        values.put("output", generator.splitPhase() ? "120/240" : "120");
        values.put("fuel", generator.fuel().word());
        for (Rating rating : generator.ratings()) {
            values.put("running-" + rating.fuel().word(), Shown.plain(rating.runningWatts()));
            values.put("starting-" + rating.fuel().word(), Shown.plain(rating.startingWatts()));
        }
        values.put("sets", Sets.of(file.supply().source()).word());
        values.put("altitudeM", file.field("altitudeM", Quantity.altitude(generator.altitudeM())));
        values.put("ambientC", file.field("ambientC", Quantity.celsius(generator.ambientC())));
        values.put("marginPercent", Shown.plain(generator.marginPercent()));
        values.put("bond", generator.bond().word());
        values.put("bondChange", generator.bondChange().word());
        values.put("engine", generator.inverter() ? "inverter" : "conventional");
        putFlag(values, "outputSwitch", generator.outputSwitch());
        putFlag(values, "gfciOutlets", generator.gfciOutlets());
        putFlag(values, "eco", generator.idleControl());
        putFlag(values, "considering", file.supply().considering());
        // tank and consumption of two alike are those of both together
        Generator all = Sets.of(file.supply().source()) == Sets.UNLIKE
                ? generator
                : Objects.requireNonNull(file.supply().source().engine());
        putFuel(values, all, file);
        return values;
    }

    private static Map<String, String> stationValues(Household file) {
        Map<String, String> values = new HashMap<>();
        if (file.supply().source() instanceof PowerStation station) {
            values.put("output", station.splitPhase() ? "120/240" : "120");
            values.put("runningWatts", Shown.plain(station.runningWatts()));
            values.put("startingWatts", Shown.plain(station.startingWatts()));
            values.put("wattHours", Shown.plain(station.wattHours()));
            values.put("chargingWatts", Shown.plain(station.chargingWatts()));
            values.put("marginPercent", Shown.plain(station.marginPercent()));
            values.put("bond", station.bond().word());
            putFlag(values, "outputSwitch", station.outputSwitch());
            putFlag(values, "gfciOutlets", station.gfciOutlets());
            putFlag(values, "considering", file.supply().considering());
        }
        return values;
    }

    /** What the second of two unlike generators has of its own. */
    private static Map<String, String> secondValues(Household file) {
        Map<String, String> values = new HashMap<>();
        if (file.supply().source() instanceof ParallelGenerators two && !two.alike()) {
            Rating rating = two.second().rating();
            values.put("runningWatts", Shown.plain(rating.runningWatts()));
            values.put("startingWatts", Shown.plain(rating.startingWatts()));
            putFuel(values, two.second(), file);
            putFlag(values, "eco", two.second().idleControl());
        }
        return values;
    }

    private static void putFuel(Map<String, String> values, Generator generator, Household house) {
        Double tank = generator.tankLitres();
        values.put("tankLitres", tank == null ? "" : house.field("tankLitres", house.fuel(tank)));
        generator
                .litresPerHour()
                .forEach((percent, litres) -> values.put(
                        "litres-" + Shown.plain(percent),
                        house.field("litres-" + Shown.plain(percent), house.fuel(litres))));
    }

    /** The second of two in parallel, where it is not like the first; output and fuel are the same. */
    @PostMapping("/house/supply/second")
    String saveSecond(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.changed-the-generator"), house -> {
            Label label = label(form);
            NavigableMap<Double, Double> litres = litresPerHour(form, house.fuelDimension());
            Double tank = form.amount(house.fuelDimension(), "tankLitres");
            form.requireSound();
            Source source = house.supply().source();
            List<Generator> known = source.generators();
            InvalidInput.unless(!known.isEmpty(), "", "invalid.second-of-nothing");
            Generator first = known.get(0);
            // what nobody types of the second, such as a bond that was measured of it alone, stays as it is
            Generator second = known.get(known.size() - 1)
                    .change()
                    .ratings(List.of(new Rating(first.fuel(), label.running, label.starting)))
                    .tankLitres(tank)
                    .litresPerHour(litres)
                    .idleControl(form.checked("eco"))
                    .generator();
            return house.withSupply(house.supply().withSource(new ParallelGenerators(first, second)));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.the-generator-is-saved"));
            return "redirect:/house/supply";
        }
        model.addAttribute("form", form);
        return show(account, "second", null, model);
    }

    /** A battery power station in the place of the generator. */
    @PostMapping("/house/supply/station")
    String saveStation(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.changed-the-power-station"), house -> {
            Label label = label(form);
            double wattHours = form.above0("wattHours", "form.must-be-more-than-0");
            double charging = form.above0("chargingWatts", "form.must-be-more-than-0");
            Double margin = form.number("marginPercent");
            form.requireSound();
            PowerStation.Output output = new PowerStation.Output(
                    form.value("output").equals("120/240"),
                    label.running,
                    label.starting,
                    form.checked("outputSwitch"),
                    form.checked("gfciOutlets"));
            return house.withSupply(house.supply()
                    .withSource(new PowerStation(
                            output,
                            wattHours,
                            charging,
                            margin == null ? Source.USUAL_MARGIN_PERCENT : margin,
                            house.setup().source().ambientC(),
                            form.word(Bond.class, "bond", Bond.UNKNOWN)))
                    .considering(form.checked("considering")));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.saved"));
            return "redirect:/house/supply";
        }
        model.addAttribute("form", form);
        return show(account, "station", null, model);
    }

    /** Watts on a label that names one fuel or none; where it is silent on starting, it starts as it runs. */
    private record Label(double running, double starting) {}

    private static Label label(Form form) {
        double running = form.above0("runningWatts", "form.the-smaller-figure-on-the-2");
        Double starting = form.number("startingWatts");
        if (starting != null && starting < running) {
            form.problem("startingWatts", "form.is-never-below-running-are");
        }
        return new Label(running, starting == null ? running : starting);
    }

    private static void putFlag(Map<String, String> values, String field, boolean on) {
        if (on) {
            values.put(field, "true");
        }
    }

    @PostMapping("/house/supply/generator")
    String saveGenerator(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.changed-the-generator"), house -> {
            Sets sets = form.word(Sets.class, "sets", Sets.ONE);
            Generator typedIn = generator(form, sets == Sets.ALIKE ? 2 : 1);
            form.requireSound();
            return house.withSupply(house.supply()
                    .withSource(sets.source(typedIn, house.supply().source()))
                    .considering(form.checked("considering")));
        });
        if (done && form.value("sets").equals(Sets.UNLIKE.word())) {
            return "redirect:/house/supply?edit=second";
        }
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.the-generator-is-saved"));
            return "redirect:/house/supply";
        }
        model.addAttribute("form", form);
        return show(account, "generator", null, model);
    }

    /** As typed; the label's figures are those of one, tank and consumption of two alike those of both. */
    private static Generator generator(Form form, int sets) {
        Fuel fuel = form.word(Fuel.class, "fuel", Fuel.GASOLINE);
        Generator.Change set = Generator.described()
                .splitPhase(form.value("output").equals("120/240"))
                .fuel(fuel)
                .ratings(ratings(form, sets))
                .bond(form.word(Bond.class, "bond", Bond.UNKNOWN))
                .bondChange(form.word(BondChange.class, "bondChange", BondChange.NONE))
                .inverter(form.value("engine").equals("inverter"))
                .outputSwitch(form.checked("outputSwitch"))
                .gfciOutlets(form.checked("gfciOutlets"))
                .idleControl(form.checked("eco"))
                .tankLitres(form.amount(fuel.dimension(), "tankLitres"))
                .litresPerHour(litresPerHour(form, fuel.dimension()));
        Double altitude = form.amount(Dimension.ALTITUDE, "altitudeM");
        Double ambient = form.amount(Dimension.TEMPERATURE, "ambientC");
        Double margin = form.number("marginPercent");
        form.requireSound();
        if (altitude != null) {
            set.altitudeM(altitude);
        }
        if (ambient != null) {
            set.ambientC(ambient);
        }
        if (margin != null) {
            set.marginPercent(margin);
        }
        return set.generator();
    }

    private static NavigableMap<Double, Double> litresPerHour(Form form, Dimension fuel) {
        NavigableMap<Double, Double> litresPerHour = new TreeMap<>();
        for (int percent : PERCENTS) {
            Double litres = form.amount(fuel, "litres-" + percent);
            if (litres != null) {
                litresPerHour.put((double) percent, litres);
            }
        }
        return litresPerHour;
    }

    /** A rating for every fuel of which both figures are given; a household has those of all sets together. */
    private static List<Rating> ratings(Form form, int sets) {
        List<Rating> ratings = new ArrayList<>();
        for (Fuel fuel : Fuel.values()) {
            Double running = form.number("running-" + fuel.word());
            Double starting = form.number("starting-" + fuel.word());
            if (running == null && starting == null) {
                continue;
            }
            if (running == null) {
                form.problem("running-" + fuel.word(), "form.the-smaller-figure-on-the-2");
            } else if (starting != null && starting < running) {
                form.problem("starting-" + fuel.word(), "form.is-never-below-running-are");
            } else if (running <= 0) {
                form.problem("running-" + fuel.word(), "invalid.above-zero");
            } else {
                ratings.add(new Rating(fuel, running * sets, (starting == null ? running : starting) * sets));
            }
        }
        if (ratings.isEmpty()) {
            form.problem("running-" + form.value("fuel"), "form.the-smaller-figure-on-the-2");
        }
        return ratings;
    }

    private static Map<String, String> linkValues(Household file, Link link) {
        Map<String, String> values = new HashMap<>();
        values.put("kind", link.kind().word());
        values.put("amps", Shown.plain(link.amps()));
        values.put("awg", Objects.requireNonNullElse(link.awg(), ""));
        values.put("lengthM", link.lengthM() == null ? "" : file.field("lengthM", Quantity.metres(link.lengthM())));
        values.put("plugAmps", link.plugAmps() == null ? "" : Shown.plain(link.plugAmps()));
        return values;
    }

    @PostMapping("/house/supply/link")
    String saveLink(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        Integer index = form.whole("index");
        String what = form.value("what");
        boolean done = editing.change(account, form, Phrase.of("change.changed-the-path"), house -> {
            List<Link> path = new ArrayList<>(house.supply().path());
            InvalidInput.unless(index == null || index >= 0 && index < path.size(), "", "invalid.link-gone");
            if (what.equals("remove") && index != null) {
                path.remove((int) index);
            } else if (what.equals("earlier") && index != null && index > 0) {
                path.add(index - 1, path.remove((int) index));
            } else if (index == null) {
                path.add(link(form));
            } else {
                path.set(index, link(form));
            }
            return house.withSupply(house.supply().withPath(path));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.the-path-is-saved"));
            return "redirect:/house/supply";
        }
        model.addAttribute("form", form);
        return show(account, "link", index, model);
    }

    private static Link link(Form form) {
        Double amps = form.number("amps");
        if (amps == null) {
            form.problem("amps", "form.what-is-written-on-it");
        }
        Link.Kind kind = form.word(Link.Kind.class, "kind", Link.Kind.CORD);
        Double length = form.amount(Dimension.LENGTH, "lengthM");
        Double plug = form.number("plugAmps");
        form.requireSound();
        return new Link(kind, Objects.requireNonNull(amps), form.text("awg"), length, plug);
    }

    private static Map<String, String> placeValues(Household file) {
        Map<String, String> values = new HashMap<>();
        Supply supply = file.supply();
        Placement placement = supply.placement();
        values.put(
                "distanceM",
                placement.distanceM() == null ? "" : file.field("distanceM", Quantity.metres(placement.distanceM())));
        values.put(
                "openingM",
                placement.openingM() == null ? "" : file.field("openingM", Quantity.metres(placement.openingM())));
        values.put("wayIn", placement.wayIn() == null ? "" : placement.wayIn().word());
        if (supply.cordEnds() != null) {
            values.put("endGenerator", supply.cordEnds().generatorMale() ? "male" : "female");
            values.put("endHouse", supply.cordEnds().houseMale() ? "male" : "female");
        }
        return values;
    }

    @PostMapping("/house/supply/place")
    String savePlace(
            @AuthenticationPrincipal Account account,
            @RequestParam Map<String, String> typed,
            Model model,
            RedirectAttributes flash) {
        Form form = new Form(typed);
        boolean done = editing.change(account, form, Phrase.of("change.changed-where-the-set-stands"), house -> {
            Double distance = form.amount(Dimension.LENGTH, "distanceM");
            Double opening = form.amount(Dimension.LENGTH, "openingM");
            String atGenerator = form.text("endGenerator");
            String atHouse = form.text("endHouse");
            if ((atGenerator == null) != (atHouse == null)) {
                form.problem("endHouse", "form.look-at-both-ends");
            }
            form.requireSound();
            CordEnds ends = atGenerator == null || atHouse == null
                    ? null
                    : new CordEnds(atGenerator.equals("male"), atHouse.equals("male"));
            return house.withSupply(house.supply()
                    .withPlacement(new Placement(distance, opening, form.wordOrNull(Placement.WayIn.class, "wayIn")))
                    .withCordEnds(ends));
        });
        if (done) {
            flash.addFlashAttribute("taken", Phrase.of("told.saved"));
            return "redirect:/house/supply";
        }
        model.addAttribute("form", form);
        return show(account, "place", null, model);
    }

    /** How many generators there are. */
    private enum Sets implements Worded {
        ONE("1"),
        ALIKE("2"),
        UNLIKE("unlike");

        private final String word;

        Sets(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        static Sets of(Source source) {
            if (source instanceof ParallelGenerators two) {
                return two.alike() ? ALIKE : UNLIKE;
            }
            return ONE;
        }

        /**
         * The source of which {@code typed} is the one generator, both alike together, or the first of two unlike ones. A
         * second that was there stays as it is; one that nobody has told of yet gives no watts.
         */
        Source source(Generator typed, Source before) {
            return switch (this) {
                case ONE -> typed;
                case ALIKE -> ParallelGenerators.halves(typed);
                case UNLIKE ->
                    before instanceof ParallelGenerators two && !two.alike()
                            ? new ParallelGenerators(
                                    typed,
                                    two.second()
                                            .change()
                                            .splitPhase(typed.splitPhase())
                                            .fuel(typed.fuel())
                                            .generator())
                            : typed;
            };
        }
    }
}
