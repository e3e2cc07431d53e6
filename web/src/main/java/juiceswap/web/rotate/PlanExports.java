package juiceswap.web.rotate;

import static juiceswap.web.words.Say.say;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.StringWriter;
import java.time.Clock;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import juiceswap.core.rotation.RotationPlan;
import juiceswap.exchange.RotationJson;
import juiceswap.exchange.Tree;
import juiceswap.web.exchange.Downloads;
import juiceswap.web.household.CalendarKeys;
import juiceswap.web.household.HouseholdLocale;
import juiceswap.web.household.Households;
import juiceswap.web.outage.Outages;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.security.Account;
import juiceswap.web.upkeep.UpkeepCalendar;
import juiceswap.web.words.Words;
import net.fortuna.ical4j.model.Calendar;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** The plan in force in open formats: CSV, JSON, iCalendar. */
@RestController
class PlanExports {
    private static final MediaType CALENDAR = MediaType.parseMediaType("text/calendar;charset=UTF-8");

    private final Rotations rotations;
    private final Calendars calendars;
    private final Outages outages;
    private final Households households;
    private final CalendarKeys keys;
    private final UpkeepCalendar upkeep;
    private final Clock clock;

    PlanExports(
            Rotations rotations,
            Calendars calendars,
            Outages outages,
            Households households,
            CalendarKeys keys,
            UpkeepCalendar upkeep,
            Clock clock) {
        this.rotations = rotations;
        this.calendars = calendars;
        this.outages = outages;
        this.households = households;
        this.keys = keys;
        this.upkeep = upkeep;
        this.clock = clock;
    }

    /** One line a slot and circuit: whether it is on, and what is left of its reserve. */
    @GetMapping("/rotate/plan.csv")
    ResponseEntity<String> csv(@AuthenticationPrincipal Account account) throws IOException {
        Life life = inForce(account);
        RotationPlan plan = life.lived().plan();
        StringWriter text = new StringWriter();
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader("time", "circuit", "label", "on", "reserve_minutes", "engine")
                .get();
        try (CSVPrinter csv = new CSVPrinter(text, format)) {
            for (int slot = 0; slot < plan.on().size(); slot++) {
                for (var circuit : life.setup().circuits()) {
                    double[] levels = plan.levels().get(circuit.id());
                    csv.printRecord(
                            plan.at(slot),
                            circuit.id(),
                            Downloads.harmless(
                                    Words.label(circuit.id(), life.outage().household())),
                            plan.on().get(slot).contains(circuit.id()) ? 1 : 0,
                            levels == null ? null : Math.round(levels[slot]),
                            plan.engineOff().contains(slot) ? "off" : "on");
                }
            }
        }
        return Downloads.of(text.toString(), Downloads.CSV, "rotation.csv");
    }

    /** The question and the answer as the engine gives it. */
    @GetMapping("/rotate/plan.json")
    ResponseEntity<String> json(@AuthenticationPrincipal Account account) {
        RotationPlan plan = inForce(account).lived().plan();
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("format", "juice-swap-rotation");
        json.put("version", 1);
        json.put("question", RotationJson.question(plan.rotation()));
        json.put("plan", RotationJson.of(plan));
        return Downloads.of(Tree.text(json), MediaType.APPLICATION_JSON, "rotation.json");
    }

    @GetMapping("/rotate/plan.ics")
    ResponseEntity<String> ics(@AuthenticationPrincipal Account account) {
        return Downloads.of(calendars.of(inForce(account), clock.instant()).toString(), CALENDAR, "moves.ics");
    }

    /** The same for a calendar that reads it by itself, and what is due of the upkeep; no moves while there is no plan. */
    @GetMapping("/calendar/{key:[0-9a-f]{40}}.ics")
    ResponseEntity<String> feed(@PathVariable String key, HttpServletRequest request) {
        long household = keys.household(key).orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
        households.measures(household).ifPresent(measures -> HouseholdLocale.speak(request, measures));
        Calendar calendar = outages.current(household)
                .flatMap(rotations::life)
                .filter(life -> life.inForce() != null)
                .map(life -> calendars.of(life, clock.instant()))
                .orElseGet(Calendars::empty);
        LocalDate today = Rotations.local(clock.instant()).toLocalDate();
        upkeep.entries(household, today, clock.instant()).forEach(calendar::add);
        return Downloads.of(calendar.toString(), CALENDAR, "juice-swap.ics");
    }

    private Life inForce(Account account) {
        return rotations
                .life(account)
                .filter(life -> life.inForce() != null)
                .orElseThrow(() -> new ResponseStatusException(
                        HttpStatus.NOT_FOUND, say("rotate.plan-exports.there-is-no-plan-in")));
    }
}
