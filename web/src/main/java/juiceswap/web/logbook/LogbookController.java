package juiceswap.web.logbook;

import static juiceswap.web.words.Say.say;

import java.io.IOException;
import java.io.StringWriter;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import juiceswap.core.Fields;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import juiceswap.exchange.EventJson;
import juiceswap.exchange.HouseholdJson;
import juiceswap.web.drawing.LineView;
import juiceswap.web.exchange.Downloads;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.meter.Trends;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.rehearse.Practices;
import juiceswap.web.security.Account;
import juiceswap.web.security.Audit;
import juiceswap.web.words.InUse;
import juiceswap.web.words.Words;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
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

/** The record of each outage: every event with time and person, readings; to look at and to take away. */
@Controller
@RequestMapping("/logbook")
class LogbookController {

    /** A log of days has thousands of entries. */
    private static final int ENTRIES_SHOWN = 150;

    private final Outages outages;
    private final Trends trends;
    private final Audit audit;
    private final Practices practices;
    private final Words words;

    LogbookController(Outages outages, Trends trends, Audit audit, Practices practices, Words words) {
        this.outages = outages;
        this.practices = practices;
        this.trends = trends;
        this.audit = audit;
        this.words = words;
    }

    /** A line of who got at the household. */
    public record Access(String at, String who, String what) {}

    @GetMapping("/access")
    String access(@AuthenticationPrincipal Account account, Model model) {
        model.addAttribute(
                "lines",
                audit.latest(account.householdId()).stream()
                        .map(line -> new Access(
                                InUse.measures()
                                        .dayAndClock(LocalDateTime.ofInstant(line.at(), ZoneId.systemDefault())),
                                line.who(),
                                words.say("access." + line.what(), "detail", line.detail())))
                        .toList());
        return "logbook/access";
    }

    /** An outage in the list. */
    public record Summary(long id, String kind, String start, String lasted, int entries, boolean open) {}

    /** A line of the log as shown; {@code tone} is stop, watch or empty. */
    public record LineView(
            int sequence, String time, String who, String what, String readings, String tone, boolean undone) {}

    /** Which entries of a log are shown: from the first to the last of them, of so many in all. */
    public record Part(int first, int last, int all) {
        /** The part that begins there, or as near to it as the log has entries. */
        static Part from(int wanted, int all) {
            int first = Math.max(1, Math.min(wanted, all));
            return new Part(first, Math.min(all, first + ENTRIES_SHOWN - 1), all);
        }

        /** The last part. */
        static Part latest(int all) {
            return from(all - ENTRIES_SHOWN + 1, all);
        }

        public boolean whole() {
            return first == 1 && last == all;
        }

        /** Where the part before these begins. */
        public int earlier() {
            return Math.max(1, first - ENTRIES_SHOWN);
        }

        /** Where the part after these begins. */
        public int later() {
            return last + 1;
        }
    }

    @GetMapping
    String list(@AuthenticationPrincipal Account account, Model model) {
        model.addAttribute(
                "outages",
                outages.all(account.householdId()).stream()
                        .map(LogbookController::summary)
                        .toList());
        model.addAttribute("rehearsed", rehearsed(account.householdId()));
        return "logbook/logbook";
    }

    /** What was rehearsed in the made-up world: told apart from what really happened. */
    public record Rehearsed(long id, String day, String who, String trouble, String help, String went) {}

    private List<Rehearsed> rehearsed(long household) {
        return practices.latest(household).stream()
                .filter(Practices.Line::ended)
                .map(one -> new Rehearsed(
                        one.id(),
                        InUse.measures().date(LocalDate.ofInstant(one.beganAt(), ZoneId.systemDefault())),
                        one.who(),
                        one.trouble().word(),
                        one.help(),
                        one.went()))
                .toList();
    }

    /** One outage; of a long log a part, from that entry on: the latest of one that goes on, the first of one that is over. */
    @GetMapping("/{id:\\d+}")
    String show(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestParam(required = false) @Nullable Integer from,
            Model model) {
        Outage outage = find(account, id);
        List<Integer> undone = outage.log().stream()
                .filter(entry -> entry.event() instanceof Event.Undone)
                .map(entry -> ((Event.Undone) entry.event()).sequence())
                .toList();
        int all = outage.log().size();
        boolean goesOn = outage.endedAt() == null;
        Part part = from == null && goesOn ? Part.latest(all) : Part.from(from == null ? 1 : from, all);
        model.addAttribute("summary", summary(outage.summary()));
        model.addAttribute("trends", trends.of(outage));
        model.addAttribute("part", part);
        model.addAttribute(
                "lines",
                outage.log().subList(part.first() - 1, part.last()).stream()
                        .map(entry -> line(entry, outage, undone.contains(entry.sequence())))
                        .toList());
        return "logbook/outage";
    }

    @GetMapping("/{id:\\d+}.csv")
    ResponseEntity<String> csv(@AuthenticationPrincipal Account account, @PathVariable long id) throws IOException {
        Outage outage = find(account, id);
        StringWriter text = new StringWriter();
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader(
                        "sequence",
                        "time",
                        "who",
                        "kind",
                        "what",
                        "action",
                        "circuit",
                        "l1n",
                        "l2n",
                        "l1l2",
                        "hz",
                        "ng",
                        "verdict")
                .get();
        try (CSVPrinter csv = new CSVPrinter(text, format)) {
            for (Entry entry : outage.log()) {
                Fields payload = EventJson.fields(entry.event());
                Readings readings = readings(entry.event());
                csv.printRecord(
                        entry.sequence(),
                        entry.at(),
                        Downloads.harmless(entry.who()),
                        EventKind.wordOf(entry.event()),
                        Downloads.harmless(words.event(entry.event(), outage.household())),
                        payload.text("action"),
                        payload.text("circuit"),
                        readings == null ? null : readings.l1n(),
                        readings == null ? null : readings.l2n(),
                        readings == null ? null : readings.l1l2(),
                        readings == null ? null : readings.hz(),
                        readings == null ? null : readings.ng(),
                        payload.text("verdict"));
            }
        }
        return Downloads.of(text.toString(), Downloads.CSV, "outage-" + id + ".csv");
    }

    @GetMapping("/{id:\\d+}.json")
    ResponseEntity<String> json(@AuthenticationPrincipal Account account, @PathVariable long id) {
        Outage outage = find(account, id);
        List<Map<String, Object>> events = new ArrayList<>();
        for (Entry entry : outage.log()) {
            Map<String, Object> event = new LinkedHashMap<>();
            event.put("sequence", entry.sequence());
            event.put("time", entry.at().toString());
            event.put("who", entry.who());
            event.putAll(EventJson.of(entry.event()));
            events.add(event);
        }
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("format", "juice-swap-outage");
        document.put("version", 1);
        document.put("rehearsal", outage.rehearsal());
        document.put("start", outage.startedAt().toString());
        document.put("end", outage.endedAt() == null ? null : outage.endedAt().toString());
        document.put("household", HouseholdJson.write(outage.household()));
        document.put("events", events);
        return Downloads.of(StrictJson.pretty(document), MediaType.APPLICATION_JSON, "outage-" + id + ".json");
    }

    private Outage find(Account account, long id) {
        return outages.find(account.householdId(), id)
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }

    private static Summary summary(Outages.Summary outage) {
        Instant end = outage.endedAt();
        String lasted =
                end == null ? say("logbook.logbook.going-on") : duration(Duration.between(outage.startedAt(), end));
        return new Summary(
                outage.id(),
                outage.rehearsal() ? say("logbook.logbook.rehearsal") : say("logbook.logbook.outage"),
                InUse.measures().dayAndClock(LocalDateTime.ofInstant(outage.startedAt(), ZoneId.systemDefault())),
                lasted,
                outage.entries(),
                end == null);
    }

    private static String duration(Duration duration) {
        return duration.toHours() == 0
                ? say("logbook.logbook.min", "minutes", duration.toMinutes())
                : say(
                        "logbook.logbook.h-min",
                        "hours",
                        duration.toHours(),
                        "minutes",
                        String.format(Locale.ENGLISH, "%02d", duration.toMinutesPart()));
    }

    private LineView line(Entry entry, Outage outage, boolean undone) {
        Measured measured = entry.event().measured();
        // what was read under way is told by its words alone
        String tone = measured == null || entry.event() instanceof Event.Read
                ? ""
                : measured.verdict().word();
        return new LineView(
                entry.sequence(),
                InUse.measures().weekdayAndSeconds(LocalDateTime.ofInstant(entry.at(), ZoneId.systemDefault())),
                entry.who(),
                words.event(entry.event(), outage.household()),
                measured == null ? "" : shown(measured.readings()),
                tone,
                undone);
    }

    private static @Nullable Readings readings(Event event) {
        Measured measured = event.measured();
        return measured == null ? null : measured.readings();
    }

    private static String shown(Readings readings) {
        List<String> shown = new ArrayList<>();
        add(shown, "L1", readings.l1n(), "%.0f V");
        add(shown, "L2", readings.l2n(), "%.0f V");
        add(shown, "L1–L2", readings.l1l2(), "%.0f V");
        add(shown, "", readings.hz(), "%.1f Hz");
        add(shown, "N–G", readings.ng(), "%.1f V");
        return String.join(" · ", shown);
    }

    private static void add(List<String> shown, String name, @Nullable Double value, String format) {
        if (value != null) {
            shown.add((name + " " + String.format(Locale.ENGLISH, format, value)).strip());
        }
    }
}
