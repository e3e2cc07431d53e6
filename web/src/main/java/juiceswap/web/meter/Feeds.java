package juiceswap.web.meter;

import static juiceswap.web.words.Say.say;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.core.supply.Limits;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.Outages.Outage;
import juiceswap.web.security.Account;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What was read, by people and by a monitor, put together for the Meter page. */
@Component
class Feeds {
    /** A chart is some 300 pixels wide. */
    private static final int POINTS_OF_A_CHART = 150;

    private static final int MOST_ROWS = 100_000;

    /** Without an outage what is shown is the day before the last reading. */
    private static final Duration SHOWN = Duration.ofHours(24);

    private final ReadingStore store;
    private final Monitoring monitoring;
    private final Outages outages;
    private final Clock clock;

    Feeds(ReadingStore store, Monitoring monitoring, Outages outages, Clock clock) {
        this.store = store;
        this.monitoring = monitoring;
        this.outages = outages;
        this.clock = clock;
    }

    /** One value of the monitor; {@code verdict} is good, watch or stop. */
    public record Shown(String name, String value, String verdict) {}

    /**
     * What the monitor shows.
     *
     * @param silentSince when it was last heard, or null while it reports
     * @param query the same as a form of readings, to judge them or write them to the log
     */
    public record Feed(
            String verdict, List<Shown> values, @Nullable String silentSince, String query) {}

    private record Span(Instant from, Instant to) {}

    /** Null when no monitor ever reported in the time that is shown. */
    @Nullable
    Feed feed(long household, MeterHouse.Present present) {
        Optional<Taken> latest = store.latest(household);
        if (latest.isEmpty() || latest.get().at().isBefore(clock.instant().minus(SHOWN))) {
            return null;
        }
        Optional<Taken> now = monitoring.now(household);
        if (now.isEmpty()) {
            return new Feed(
                    "",
                    List.of(),
                    InUse.measures()
                            .clockWithSeconds(latest.get()
                                    .at()
                                    .atZone(ZoneId.systemDefault())
                                    .toLocalTime()),
                    "");
        }
        Readings read = now.get().readings();
        boolean loaded = present.loaded();
        double mostAmps =
                Limits.of(present.setup().source(), present.setup().path()).legRunningWatts() / Limits.LEG_VOLTS;
        List<Shown> values = new ArrayList<>();
        List<String> query = new ArrayList<>();
        add(values, query, "L1", "l1n", read.l1n(), "%.0f V", Verdict::ofLegVolts);
        add(values, query, "L2", "l2n", read.l2n(), "%.0f V", Verdict::ofLegVolts);
        add(values, query, say("meter.l1-to-l2"), "l1l2", read.l1l2(), "%.0f V", Verdict::ofLineVolts);
        add(
                values,
                query,
                say("meter.feeds.frequency"),
                "hz",
                read.hz(),
                "%.1f Hz",
                hertz -> Verdict.ofHertz(hertz, loaded));
        add(values, query, say("meter.feeds.neutral-to-ground"), "ng", read.ng(), "%.1f V", Verdict::ofNeutralToGround);
        add(values, query, "L1", "l1a", read.l1a(), "%.1f A", amps -> amps <= mostAmps ? Verdict.GOOD : Verdict.WATCH);
        add(values, query, "L2", "l2a", read.l2a(), "%.1f A", amps -> amps <= mostAmps ? Verdict.GOOD : Verdict.WATCH);
        if (loaded) {
            query.add("loaded=yes");
        }
        Verdict verdict = VoltageJudgement.of(present.setup().source().splitPhase(), true, loaded, read)
                .verdict();
        return new Feed(word(verdict), values, null, String.join("&", query));
    }

    private static void add(
            List<Shown> values,
            List<String> query,
            String name,
            String field,
            @Nullable Double value,
            String format,
            java.util.function.DoubleFunction<Verdict> judge) {
        if (value != null) {
            values.add(new Shown(name, String.format(Locale.ENGLISH, format, value), word(judge.apply(value))));
            query.add(field + "=" + String.format(Locale.ENGLISH, "%.1f", value));
        }
    }

    private static String word(Verdict verdict) {
        return verdict.word();
    }

    /** All that was read in the time that is shown. */
    OutageReadings all(Account account) {
        Span span = span(account);
        return inLog(account).with(store.between(account.householdId(), span.from, span.to, MOST_ROWS));
    }

    /** The same, a monitor's thinned to what a chart can show. */
    OutageReadings forCharts(Account account) {
        Span span = span(account);
        return inLog(account).with(thinned(account.householdId(), span));
    }

    /** What was read in an outage that may be long over, thinned to what a chart can show. */
    OutageReadings forCharts(Outage outage) {
        Instant end = outage.endedAt() == null ? clock.instant() : outage.endedAt();
        return OutageReadings.of(outage.standing().lived())
                .with(thinned(outage.householdId(), new Span(outage.startedAt(), end)));
    }

    private List<Taken> thinned(long household, Span span) {
        return store.thinned(household, span.from, span.to, POINTS_OF_A_CHART);
    }

    private OutageReadings inLog(Account account) {
        return OutageReadings.of(outages.current(account)
                .map(outage -> outage.standing().lived())
                .orElse(List.of()));
    }

    private Span span(Account account) {
        Instant now = clock.instant();
        return outages.current(account)
                .map(Outage::startedAt)
                .map(started -> new Span(started, now))
                .orElseGet(() -> store.latest(account.householdId())
                        .map(latest -> new Span(latest.at().minus(SHOWN), latest.at()))
                        .orElse(new Span(now.minus(SHOWN), now)));
    }
}
