package juiceswap.web.print;

import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;
import juiceswap.core.measure.UnitSystem;
import juiceswap.core.outage.Entry;
import juiceswap.core.rotation.Refuelling;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.StartControl;
import juiceswap.core.upkeep.Afterwards;
import juiceswap.core.upkeep.OutageCost;
import juiceswap.web.house.Shown;
import juiceswap.web.household.Households;
import juiceswap.web.household.Pictures;
import juiceswap.web.household.StartLine;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.print.Sheet.Line;
import juiceswap.web.print.Sheet.Part;
import juiceswap.web.rotate.RotationPlans.Kept;
import juiceswap.web.rotate.RotationWords;
import juiceswap.web.rotate.Rotations;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.security.Account;
import juiceswap.web.upkeep.PutBack;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.server.ResponseStatusException;

/** On paper: the card, the stand-in's sheet, directory, labels, a day of the rotation, an outage, the electrician's brief. */
@Controller
@RequestMapping("/print")
class PrintController {
    private final Pdf pdf;
    private final CardMaker cards;
    private final Pictures pictures;
    private final PutBack putBack;
    private final Sheets sheets;
    private final Households households;
    private final Outages outages;
    private final Rotations rotations;
    private final RotationWords rotationWords;
    private final Words words;
    private final Clock clock;

    PrintController(
            Pdf pdf,
            CardMaker cards,
            Pictures pictures,
            PutBack putBack,
            Sheets sheets,
            Households households,
            Outages outages,
            Rotations rotations,
            RotationWords rotationWords,
            Words words,
            Clock clock) {
        this.pdf = pdf;
        this.cards = cards;
        this.pictures = pictures;
        this.putBack = putBack;
        this.sheets = sheets;
        this.households = households;
        this.outages = outages;
        this.rotations = rotations;
        this.rotationWords = rotationWords;
        this.words = words;
        this.clock = clock;
    }

    /** What there is to print. */
    @GetMapping
    String choose(@AuthenticationPrincipal Account account, Model model) {
        Household household = household(account);
        model.addAttribute("outages", outages.all(account.householdId()));
        model.addAttribute(
                "outOfDate",
                sheets.outOfDate(account.householdId(), household)
                        .map(InUse.measures()::date)
                        .orElse(null));
        model.addAttribute(
                "planned",
                rotations.life(account).filter(life -> life.inForce() != null).isPresent());
        return "print/choose";
    }

    @GetMapping("/card.pdf")
    ResponseEntity<byte[]> card(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String paper) {
        Household household = household(account);
        Map<String, Object> model = model(household);
        model.put("out", cards.out(household));
        model.put("back", cards.back(household));
        model.put("makeSafe", cards.makeSafe(household));
        model.put("oneAway", cards.oneAway(household));
        byte[] made = pdf.of("print/card", model, paper(paper));
        sheets.printed(account.householdId(), Sheets.CARD, Sheets.version(household), clock.instant());
        return send(made, "card.pdf");
    }

    @GetMapping("/stand-in.pdf")
    ResponseEntity<byte[]> standIn(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String paper) {
        Household household = household(account);
        Sheet.Parts parts = new Sheet.Parts();
        parts.add(Part.of(
                words.say("print.before-anything"),
                List.of(
                        Line.of(words.say("print.co-alarm")),
                        Line.of(words.say("print.never-both")),
                        Line.of(words.say("print.call-first")))));
        for (CardMaker.Side side : List.of(cards.out(household), cards.back(household))) {
            if (!side.refused().isEmpty()) {
                parts.add(Part.of(side.title(), List.of(Line.of(side.refused()))));
            }
            for (CardMaker.Section section : side.sections()) {
                List<Line> lines = new ArrayList<>();
                for (CardMaker.Numbered step : section.steps()) {
                    lines.add(new Line(
                            String.valueOf(step.number()), step.title(), (step.why() + " " + step.trouble()).strip()));
                    step.letters().forEach(one -> lines.add(new Line(one.letter(), one.text(), "")));
                }
                parts.add(Part.steps(side.title() + ": " + section.place(), lines));
            }
        }
        List<String> oneAway = cards.oneAway(household);
        if (!oneAway.isEmpty()) {
            parts.add(Part.of(
                    words.say("print.one-away"), oneAway.stream().map(Line::of).toList()));
        }
        parts.add(Part.steps(words.say("house.engine.title"), startLines(household)));
        parts.add(Part.steps(
                words.say("print.make-safe"),
                cards.makeSafe(household).stream().map(Line::of).toList()));
        return sheet(
                household,
                words.say("print.stand-in"),
                words.say("print.stand-in.under"),
                parts,
                paper,
                "stand-in.pdf");
    }

    /** How this engine is started, with the pictures that were taken of it. */
    @GetMapping("/start-list.pdf")
    ResponseEntity<byte[]> start(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String paper) {
        Household household = household(account);
        List<Line> controls = household.supply().start().stream()
                .map(one -> new Line(
                        "", words.say("start." + one.kind().word()), small(one), picture(account, one.photo())))
                .toList();
        Sheet.Parts parts = new Sheet.Parts();
        parts.add(
                controls.isEmpty()
                        ? Part.of("", List.of(Line.of(words.say("print.start.nothing"))))
                        : Part.steps("", controls));
        return sheet(
                household,
                words.say("print.sheet.start-list"),
                words.say("print.start.under"),
                parts,
                paper,
                "start-list.pdf");
    }

    private String small(StartControl control) {
        String note = Objects.requireNonNullElse(control.note(), "");
        return control.kind().coldOnly() ? (note + " " + words.say("print.cold-only")).strip() : note;
    }

    private String picture(Account account, @Nullable String name) {
        return name == null
                ? ""
                : pictures.find(account.householdId(), name)
                        .map(jpeg ->
                                "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(jpeg))
                        .orElse("");
    }

    /** The same as lines, for somebody who stands in. */
    private List<Line> startLines(Household household) {
        return StartLine.of(household, true, words).stream()
                .map(one -> Line.of(one.note() == null ? one.title() : one.title() + ": " + one.note()))
                .toList();
    }

    @GetMapping("/directory.pdf")
    ResponseEntity<byte[]> directory(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String paper) {
        Household household = household(account);
        Sheet.Parts parts = new Sheet.Parts();
        household.panels().forEach(panel -> {
            List<List<String>> rows = Shown.directory(household, panel).stream()
                    .map(line -> List.of(
                            line.numbers(),
                            line.label(),
                            line.amps(),
                            line.legs().replace(' ', '\u00a0'),
                            line.note()))
                    .toList();
            parts.add(Part.table(
                    words.panel(panel.name()),
                    List.of(
                            words.say("house.directory.space"),
                            words.say("house.directory.feeds"),
                            words.say("house.directory.breaker"),
                            words.say("house.directory.leg"),
                            words.say("house.directory.note")),
                    rows));
        });
        return sheet(
                household,
                words.say("house.directory.panel-directory"),
                words.say("print.directory.under"),
                parts,
                paper,
                "directory.pdf");
    }

    @GetMapping("/labels.pdf")
    ResponseEntity<byte[]> labels(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String paper) {
        Household household = household(account);
        Map<String, Object> model = model(household);
        List<List<Label>> rows = new ArrayList<>();
        List<Label> labels = labels(household);
        for (int i = 0; i < labels.size(); i += LABELS_IN_A_ROW) {
            rows.add(labels.subList(i, Math.min(labels.size(), i + LABELS_IN_A_ROW)));
        }
        model.put("rows", rows);
        return send(pdf.of("print/labels", model, paper(paper)), "labels.pdf");
    }

    private static final int LABELS_IN_A_ROW = 3;

    /** What a label says, large and small. */
    public record Label(String large, String small) {}

    private List<Label> labels(Household household) {
        Setup setup = household.setup();
        List<Label> labels = new ArrayList<>();
        for (HomeCircuit circuit : household.circuits()) {
            labels.add(new Label(
                    household.printed(circuit) + "  " + circuit.circuit().label(),
                    Shown.plain(circuit.circuit().breakerAmps()) + " A, " + legs(circuit.circuit())));
        }
        if (setup.transfer().kind().parting() == Parting.PLATE) {
            labels.add(label("generator-breaker"));
            labels.add(new Label(
                    words.say(
                            "print.label.plate",
                            "way",
                            words.say("way." + household.plateMoves().word())),
                    words.say("print.label.plate.small")));
            labels.add(label("do-not-move"));
        }
        labels.add(new Label(
                words.say("print.label.bond." + setup.source().bond().word()),
                words.say(setup.transfer().houseBondReaches() ? "print.label.bond.house" : "print.label.bond.alone")));
        labels.add(label("cord-up"));
        labels.add(label("cord-up"));
        labels.add(label("inlet"));
        if (setup.source().engine() != null) {
            labels.add(label("fuel-can"));
            labels.add(label("fuel-can"));
            labels.add(label("outdoors"));
        }
        return labels;
    }

    private Label label(String which) {
        return new Label(words.say("print.label." + which), words.say("print.label." + which + ".small"));
    }

    @GetMapping("/day.pdf")
    ResponseEntity<byte[]> day(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String paper) {
        Household household = household(account);
        Sheet.Parts parts = new Sheet.Parts();
        Life life = rotations.life(account).filter(one -> one.inForce() != null).orElse(null);
        if (life == null) {
            parts.add(Part.of("", List.of(Line.of(words.say("print.no-plan")))));
        } else {
            Kept lived = life.lived();
            RotationPlan plan = lived.plan();
            Refuelling fuel = life.fuelAlong(lived);
            List<List<String>> rows = new ArrayList<>();
            plan.moves()
                    .forEach(move -> rows.add(List.of(
                            InUse.measures().weekdayAndClock(plan.at(move.slot())),
                            rotationWords.brief(move, fuel, life.outage().household()),
                            "")));
            parts.add(Part.table(
                    words.say("print.moves"),
                    List.of(words.say("print.when"), words.say("print.what"), words.say("print.done")),
                    rows));
            List<String> stores = new ArrayList<>(rotationWords.fuel(fuel, life));
            stores.addAll(rotationWords.oneIsEnough(plan, fuel, life.now(), household));
            stores.addAll(rotationWords.charge(plan, life.chargeAlong(lived), life.wattHours(), household));
            stores.addAll(rotationWords.setPoints(plan, life.wanted(), life.now(), household));
            addLines(parts, "print.day.stores", stores);
            addLines(parts, "print.day.short", rotationWords.shortfalls(plan, household));
        }
        return sheet(household, words.say("print.day"), words.say("print.day.under"), parts, paper, "day.pdf");
    }

    private void addLines(Sheet.Parts parts, String title, List<String> lines) {
        if (!lines.isEmpty()) {
            parts.add(Part.of(words.say(title), lines.stream().map(Line::of).toList()));
        }
    }

    @GetMapping("/outage/{id:\\d+}.pdf")
    ResponseEntity<byte[]> outage(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam(defaultValue = "") String paper) {
        Outage outage = outages.find(account.householdId(), id)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        Sheet.Parts parts = new Sheet.Parts();
        parts.add(Part.of(words.say("print.summary"), summary(outage)));
        List<List<String>> rows = new ArrayList<>();
        for (Entry entry : outage.log()) {
            LocalDateTime at = LocalDateTime.ofInstant(entry.at(), ZoneId.systemDefault());
            rows.add(List.of(
                    InUse.measures().weekdayAndSeconds(at),
                    entry.who(),
                    words.event(entry.event(), outage.household())));
        }
        parts.add(Part.table(
                words.say("print.log"),
                List.of(words.say("print.when"), words.say("print.who"), words.say("print.what")),
                rows));
        String title = words.say(outage.rehearsal() ? "logbook.logbook.rehearsal" : "logbook.logbook.outage");
        return sheet(outage.household(), title, words.say("print.outage.under"), parts, paper, "outage-" + id + ".pdf");
    }

    /** What it came to, as far as it is known: hours, fuel, money. */
    private List<Line> came(Outage outage) {
        Afterwards came = PutBack.came(outage);
        OutageCost cost = putBack.cost(outage.id());
        List<Line> lines = new ArrayList<>();
        lines.add(figure("afterwards.dark", Words.hours(60 * came.dark())));
        lines.add(figure("afterwards.on-generator", Words.hours(60 * came.onGenerator())));
        Double litres = came.litres();
        if (litres != null) {
            lines.add(figure(
                    "afterwards.fuel", InUse.measures().show(outage.household().fuel(litres))));
        }
        if (cost.food() != null) {
            lines.add(figure("afterwards.food-lost", money(cost.food())));
        }
        Double total = cost.total(litres);
        if (total != null) {
            lines.add(figure("afterwards.cost", money(total)));
        }
        return lines;
    }

    private Line figure(String name, String value) {
        return Line.of(words.say(name) + ": " + value);
    }

    private static String money(double amount) {
        return String.format(Locale.US, "%,.2f", amount);
    }

    private List<Line> summary(Outage outage) {
        LocalDateTime began = LocalDateTime.ofInstant(outage.startedAt(), ZoneId.systemDefault());
        List<Line> lines = new ArrayList<>();
        lines.add(Line.of(words.say("print.began", "when", InUse.measures().dayAndClock(began))));
        if (outage.endedAt() == null) {
            lines.add(Line.of(words.say("print.goes-on")));
        } else {
            long minutes =
                    Duration.between(outage.startedAt(), outage.endedAt()).toMinutes();
            LocalDateTime ended = LocalDateTime.ofInstant(outage.endedAt(), ZoneId.systemDefault());
            lines.add(Line.of(words.say("print.ended", "when", InUse.measures().dayAndClock(ended))));
            lines.add(Line.of(words.say("print.lasted", "hours", minutes / 60, "minutes", minutes % 60)));
            if (!outage.rehearsal()) {
                lines.addAll(came(outage));
            }
        }
        return lines;
    }

    @GetMapping("/brief.pdf")
    ResponseEntity<byte[]> brief(
            @AuthenticationPrincipal Account account, @RequestParam(defaultValue = "") String paper) {
        Household household = household(account);
        Setup setup = household.setup();
        Sheet.Parts parts = new Sheet.Parts();
        List<Line> have = new ArrayList<>();
        have.add(Line.of(words.say(
                "print.brief.panel",
                "spaces",
                household.panel().panel().spaces(),
                "amps",
                household.mainAmps() == null ? words.say("print.unknown") : Shown.plain(household.mainAmps()))));
        have.add(Line.of(words.say(
                "print.brief.device",
                "device",
                words.devices().getOrDefault(setup.transfer().kind().word(), ""))));
        Generator engine = setup.source().engine();
        if (engine != null) {
            have.add(Line.of(words.say(
                    "print.brief.generator",
                    "output",
                    words.say(engine.splitPhase() ? "house.device-brief.120-240-v" : "house.device-brief.120-v"),
                    "running",
                    Shown.watts(engine.rating().runningWatts()),
                    "starting",
                    Shown.watts(engine.rating().startingWatts()),
                    "bond",
                    words.say("bond.is." + engine.bond().word()))));
        }
        parts.add(Part.of(words.say("print.brief.what-is-there"), have));
        List<List<String>> rows = new ArrayList<>();
        for (HomeCircuit circuit : household.circuits()) {
            if (!circuit.circuit().lockedOff()) {
                rows.add(List.of(
                        household.printed(circuit),
                        circuit.circuit().label(),
                        Shown.plain(circuit.circuit().breakerAmps()) + " A",
                        Shown.watts(circuit.circuit().runningWatts()),
                        Shown.watts(circuit.circuit().startingWatts())));
            }
        }
        parts.add(Part.table(
                words.say("print.brief.circuits"),
                List.of(
                        words.say("house.device-brief.space"),
                        words.say("house.device-brief.circuit"),
                        words.say("house.device-brief.breaker"),
                        words.say("house.device-brief.running"),
                        words.say("house.device-brief.starting")),
                rows));
        parts.add(Part.steps(
                words.say("house.device-brief.please-quote"),
                List.of(
                        Line.of(words.say("house.device-brief.a-listed-transfer-device-for")),
                        Line.of(words.say("house.device-brief.whether-the-neutral-is-switched")),
                        Line.of(words.say("house.device-brief.inlet-placed-so-that-the")),
                        Line.of(words.say("house.device-brief.two-tough-test-circuits-one")),
                        Line.of(words.say("house.device-brief.each-breakers-leg-written-on")))));
        parts.add(Part.of(
                words.say("print.brief.accepted"),
                List.of(Line.of(words.say("print.brief.name")), Line.of(words.say("print.brief.signed")))));
        return sheet(
                household,
                words.say("house.device-brief.brief-for-the-electrician"),
                words.say("house.device-brief.this-is-a-wish-list"),
                parts,
                paper,
                "brief.pdf");
    }

    private ResponseEntity<byte[]> sheet(
            Household household, String title, String under, Sheet.Parts parts, String paper, String name) {
        Map<String, Object> model = model(household);
        model.put("sheet", new Sheet(title, under, parts.list()));
        return send(pdf.of("print/sheet", model, paper(paper)), name);
    }

    private Map<String, Object> model(Household household) {
        Map<String, Object> model = new HashMap<>();
        model.put("name", household.name());
        model.put(
                "whose",
                words.say(
                        "print.whose",
                        "name",
                        household.name(),
                        "date",
                        InUse.measures().date(LocalDate.now(clock)),
                        "version",
                        Sheets.version(household)));
        return model;
    }

    private static Pdf.Paper paper(String asked) {
        if (asked.equals("a4")) {
            return Pdf.Paper.A4;
        }
        boolean metric = InUse.measures().units() == UnitSystem.METRIC;
        return asked.isEmpty() && metric ? Pdf.Paper.A4 : Pdf.Paper.LETTER;
    }

    private static ResponseEntity<byte[]> send(byte[] made, String name) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_PDF)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.inline().filename(name).build().toString())
                .body(made);
    }

    private static String legs(Circuit circuit) {
        return circuit.twoPole() ? "L1 L2" : circuit.leg().word();
    }

    private Household household(Account account) {
        return households
                .file(account.householdId())
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
