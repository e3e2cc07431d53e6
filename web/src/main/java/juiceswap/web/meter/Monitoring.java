package juiceswap.web.meter;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;
import juiceswap.core.meter.MonitorJudgement;
import juiceswap.core.meter.Readings;
import juiceswap.core.outage.Standing;
import juiceswap.web.meter.ReadingStore.Source;
import juiceswap.web.outage.Outages;
import juiceswap.web.outage.SwapService;
import org.jspecify.annotations.Nullable;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Service;

/** What comes in from panel monitors: kept, shown, and a stop when it amounts to one. */
@Service
public class Monitoring {
    /** What is older than this says nothing of the present. */
    static final Duration FRESH = Duration.ofSeconds(10);

    /** Thermostats go on and off within some minutes: less says nothing of what is drawn on average. Our judgement. */
    private static final Duration AVERAGE_OVER = Duration.ofMinutes(10);

    private final ReadingStore store;
    private final Outages outages;
    private final SwapService swap;
    private final Clock clock;

    Monitoring(ReadingStore store, Outages outages, SwapService swap, Clock clock) {
        this.store = store;
        this.outages = outages;
        this.swap = swap;
        this.clock = clock;
    }

    /** Keeps readings; returns how many were new. Old ones of a batch are kept, but halt nothing any more. */
    int take(long household, List<Taken> taken, Source source) {
        int fresh = store.keep(household, taken, source);
        if (fresh > 0 && source != Source.TABLE) {
            haltIfNeeded(household);
            lasting(household).ifPresent(shown -> swap.monitorReads(household, shown.readings()));
        }
        return fresh;
    }

    /** Whether a monitor has reported since then. */
    public boolean reportedSince(long household, Instant since) {
        return store.latest(household)
                .filter(taken -> taken.at().isAfter(since))
                .isPresent();
    }

    /** What the monitor shows now; empty when it has been silent for a while. */
    public Optional<Taken> now(long household) {
        Instant since = clock.instant().minus(FRESH);
        return store.latest(household).filter(taken -> !taken.at().isBefore(since));
    }

    /**
     * What the monitor has shown on each leg for the last seconds without a break: the least of the latest readings, so that
     * a motor that starts is not taken for a load; empty when it is silent, or reads no amps.
     */
    public Optional<Taken> lasting(long household) {
        Instant now = clock.instant();
        List<Taken> latest =
                store.between(household, now.minus(FRESH), now.plus(FRESH), MonitorJudgement.LASTING).stream()
                        .filter(taken -> taken.where().equals(Taken.PANEL)
                                && taken.readings().l1a() != null)
                        .toList();
        if (latest.size() < MonitorJudgement.LASTING) {
            return Optional.empty();
        }
        Taken last = latest.get(latest.size() - 1);
        Readings read = last.readings();
        return Optional.of(new Taken(
                last.at(),
                last.where(),
                new Readings(
                        read.l1n(),
                        read.l2n(),
                        read.l1l2(),
                        read.hz(),
                        read.ng(),
                        least(latest, Readings::l1a),
                        least(latest, Readings::l2a))));
    }

    /** Watts that the panel has drawn on average since then; empty where it was not read for some minutes. */
    public Optional<Double> drawnSince(long household, Instant since) {
        return store.averageWatts(household, since, clock.instant(), AVERAGE_OVER);
    }

    private static @Nullable Double least(List<Taken> taken, Function<Readings, @Nullable Double> amps) {
        return taken.stream()
                .map(one -> amps.apply(one.readings()))
                .filter(Objects::nonNull)
                .min(Double::compare)
                .orElse(null);
    }

    private void haltIfNeeded(long household) {
        Instant now = clock.instant();
        List<Readings> latest =
                store.between(household, now.minus(FRESH), now.plus(FRESH), MonitorJudgement.LASTING).stream()
                        .filter(taken -> taken.where().equals(Taken.PANEL))
                        .map(Taken::readings)
                        .toList();
        if (latest.isEmpty()) {
            return;
        }
        outages.current(household).map(Outages.Outage::standing).ifPresent(standing -> {
            if (halts(standing, latest)) {
                swap.monitorStops(household, latest.get(latest.size() - 1));
            }
        });
    }

    private static boolean halts(Standing standing, List<Readings> latest) {
        return MonitorJudgement.halts(
                standing.changeover().source().splitPhase(),
                standing.changeover().loaded(standing.state()),
                latest);
    }

    @Scheduled(fixedDelay = 3_600_000)
    void forgetOldReadings() {
        store.forget(clock.instant());
    }
}
