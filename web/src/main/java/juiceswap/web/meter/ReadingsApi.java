package juiceswap.web.meter;

import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.meter.Readings;
import juiceswap.exchange.Tree;
import juiceswap.web.api.RequestLimits;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import juiceswap.web.household.Doorkeeper;
import juiceswap.web.meter.ReadingStore.Source;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/**
 * Where a panel monitor sends its readings: one or a batch, as JSON or as the table of {@link ReadingTable}. A reading is
 * known by its time, so that a device which is unsure may send it again.
 */
@RestController
@RequestMapping(path = "/api/v1/readings", produces = "application/json")
class ReadingsApi {
    private static final int MOST_READINGS = 5000;

    /** Clocks of devices are never quite right; a reading from farther ahead would hide those that come. */
    private static final Duration AHEAD = Duration.ofMinutes(2);

    private final Doorkeeper doorkeeper;
    private final Monitoring monitoring;
    private final Schemas schemas;
    private final Clock clock;

    ReadingsApi(Doorkeeper doorkeeper, Monitoring monitoring, Schemas schemas, Clock clock) {
        this.doorkeeper = doorkeeper;
        this.monitoring = monitoring;
        this.schemas = schemas;
        this.clock = clock;
    }

    @PostMapping(consumes = "application/json")
    Map<String, Object> json(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization,
            HttpServletRequest http)
            throws IOException {
        long household = doorkeeper.mayReport(authorization);
        Tree body = StrictJson.parse(RequestLimits.body(http));
        if (!body.isArray()) {
            return keep(household, List.of(reading(body)));
        }
        InvalidInput.unless(body.size() <= MOST_READINGS, "", "invalid.too-many-readings", "most", MOST_READINGS);
        List<Taken> taken = new ArrayList<>();
        for (int i = 0; i < body.size(); i++) {
            Tree one = body.get(i);
            taken.add(Tree.under("/" + i, () -> reading(one)));
        }
        return keep(household, taken);
    }

    @PostMapping(consumes = "text/csv")
    Map<String, Object> csv(
            @RequestHeader(name = "Authorization", required = false) @Nullable String authorization,
            HttpServletRequest http)
            throws IOException {
        long household = doorkeeper.mayReport(authorization);
        ReadingTable.Result table =
                ReadingTable.read(new String(RequestLimits.body(http), StandardCharsets.UTF_8), ZoneOffset.UTC);
        if (!table.bad().isEmpty()) {
            throw new InvalidInput(table.bad().stream()
                    .map(bad -> new Problem("/line/" + bad.line(), bad.reason()))
                    .toList());
        }
        table.good().forEach(taken -> requireNotAhead(taken.at()));
        return keep(household, table.good());
    }

    private Map<String, Object> keep(long household, List<Taken> taken) {
        InvalidInput.unless(!taken.isEmpty(), "", "invalid.no-readings");
        int fresh = monitoring.take(household, taken, Source.MONITOR);
        return Tree.object("kept", fresh, "known", taken.size() - fresh);
    }

    private Taken reading(Tree json) {
        schemas.requireRequest("monitor-reading", json);
        Instant at = ReadingTable.time(json.path("time").asString(), ZoneOffset.UTC);
        requireNotAhead(at);
        return new Taken(
                at,
                json.text("where", Taken.PANEL),
                new Readings(
                        json.number("l1n"),
                        json.number("l2n"),
                        json.number("l1l2"),
                        json.number("hz"),
                        json.number("ng"),
                        json.number("l1a"),
                        json.number("l2a")));
    }

    private void requireNotAhead(Instant at) {
        InvalidInput.unless(!at.isAfter(clock.instant().plus(AHEAD)), "/time", "invalid.future");
    }
}
