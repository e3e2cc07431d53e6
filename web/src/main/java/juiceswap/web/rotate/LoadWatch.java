package juiceswap.web.rotate;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import juiceswap.core.capacity.LoadsReading;
import juiceswap.core.meter.Readings;
import juiceswap.core.outage.Moments;
import juiceswap.web.meter.Monitoring;
import juiceswap.web.meter.Taken;
import juiceswap.web.rotate.Rotations.Life;
import org.springframework.stereotype.Component;

/** What is really drawn, against what should be with what is on. */
@Component
public class LoadWatch {
    /** Amps that somebody read by hand say something of the present for so long, unless something was switched since. */
    private static final Duration BY_HAND = Duration.ofMinutes(20);

    private final Monitoring monitoring;
    private final Clock clock;

    /** By household: a reading is judged once, however many pages show it. */
    private final Map<Long, Read> lately = new ConcurrentHashMap<>();

    private record Read(Life life, Taken taken, Seen seen) {}

    /** A refrigerator has had some rounds of its thermostat in it. Our judgement. */
    private static final Duration DRAWN_OVER = Duration.ofMinutes(30);

    /** By household: worked out once a minute, as a life is. */
    private final Map<Long, Drawn> drawn = new ConcurrentHashMap<>();

    private record Drawn(Life life, Optional<Double> watts) {}

    LoadWatch(Monitoring monitoring, Clock clock) {
        this.monitoring = monitoring;
        this.clock = clock;
    }

    /**
     * @param byMonitor false when somebody read it
     */
    public record Seen(Instant at, boolean byMonitor, LoadsReading reading) {}

    /** Empty when nobody and nothing has read amps lately, or nothing is on. */
    public Optional<Seen> seen(Life life) {
        if (!life.standing().changeover().fed(life.standing().state())
                || life.on().isEmpty()) {
            return Optional.empty();
        }
        return monitoring
                .lasting(life.outage().householdId())
                .filter(taken -> !taken.at().isBefore(lastSwitched(life)))
                .map(taken -> byMonitor(life, taken))
                .or(() -> byHand(life));
    }

    private Seen byMonitor(Life life, Taken taken) {
        long household = life.outage().householdId();
        Read last = lately.get(household);
        if (last != null && last.life == life && last.taken.equals(taken)) {
            return last.seen;
        }
        Seen seen = new Seen(taken.at(), true, reading(life, taken.readings()));
        lately.put(household, new Read(life, taken, seen));
        return seen;
    }

    /**
     * What has to be done at once.
     *
     * @param openFirst ids of what to open, the least important first; empty when the panel has gone dark
     */
    public record Warning(List<String> openFirst) {
        public boolean dark() {
            return openFirst.isEmpty();
        }
    }

    /** More is drawn than may be for long, or the panel that should be fed is dark; empty when all is well. */
    public Optional<Warning> warning(Life life) {
        if (dark(life)) {
            return Optional.of(new Warning(List.of()));
        }
        return seen(life)
                .map(Seen::reading)
                .filter(reading -> reading.verdict() == LoadsReading.Verdict.OVER)
                .map(reading -> new Warning(reading.openFirst()));
    }

    /** The house should be fed, and the monitor that used to report is silent or sees nothing. */
    private boolean dark(Life life) {
        long household = life.outage().householdId();
        Double l1n =
                monitoring.now(household).map(taken -> taken.readings().l1n()).orElse(null);
        return life.standing()
                .moments()
                .dark(
                        life.onSet(),
                        monitoring.reportedSince(household, life.outage().startedAt()),
                        l1n,
                        clock.instant());
    }

    private Optional<Seen> byHand(Life life) {
        Moments.Amps amps = life.standing().moments().amps();
        return amps == null || amps.at().isBefore(clock.instant().minus(BY_HAND))
                ? Optional.empty()
                : Optional.of(
                        new Seen(amps.at(), false, reading(life, amps.measured().readings())));
    }

    /** When volts were read last, by somebody or by a monitor that reports now; the beginning when never. */
    public Instant lastRead(Life life) {
        if (monitoring.now(life.outage().householdId()).isPresent()) {
            return clock.instant();
        }
        return Objects.requireNonNullElse(
                life.standing().moments().read(), life.outage().startedAt());
    }

    /**
     * Watts drawn on average since something was switched last, of the last half hour at most; empty where no monitor has read
     * them for some minutes.
     */
    public Optional<Double> drawn(Life life) {
        long household = life.outage().householdId();
        Drawn last = drawn.get(household);
        if (last == null || last.life != life) {
            Instant since = clock.instant().minus(DRAWN_OVER);
            Instant switched = lastSwitched(life);
            last = new Drawn(life, monitoring.drawnSince(household, switched.isAfter(since) ? switched : since));
            drawn.put(household, last);
        }
        return last.watts;
    }

    private static Instant lastSwitched(Life life) {
        return Objects.requireNonNullElse(life.standing().moments().switched(), Instant.MIN);
    }

    private static LoadsReading reading(Life life, Readings readings) {
        double l1 = Objects.requireNonNull(readings.l1a());
        double l2 = Objects.requireNonNullElse(readings.l2a(), 0.0);
        return LoadsReading.of(life.setup(), life.on(), l1, l2, life.needs());
    }
}
