package juiceswap.web.rotate;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import juiceswap.core.capacity.LoadsReading;
import juiceswap.core.changeover.Action;
import juiceswap.core.meter.Readings;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.core.rotation.Need;
import juiceswap.web.meter.Monitoring;
import juiceswap.web.rotate.Rotations.Life;
import org.springframework.stereotype.Component;

/** What is really drawn, against what should be with what is on. */
@Component
public class LoadWatch {
    /** Amps that somebody read by hand say something of the present for so long, unless something was switched since. */
    private static final Duration BY_HAND = Duration.ofMinutes(20);

    private final Monitoring monitoring;
    private final Clock clock;

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
                .map(taken -> new Seen(taken.at(), true, reading(life, taken.readings())))
                .or(() -> byHand(life));
    }

    private Optional<Seen> byHand(Life life) {
        Instant since = later(lastSwitched(life), clock.instant().minus(BY_HAND));
        List<Entry> lived = life.standing().lived();
        for (int i = lived.size() - 1; i >= 0 && lived.get(i).at().isAfter(since); i--) {
            if (lived.get(i).event() instanceof Event.Read read
                    && read.readings().l1a() != null) {
                return Optional.of(new Seen(lived.get(i).at(), false, reading(life, read.readings())));
            }
        }
        return Optional.empty();
    }

    private static Instant lastSwitched(Life life) {
        List<Entry> lived = life.standing().lived();
        for (int i = lived.size() - 1; i >= 0; i--) {
            Event event = lived.get(i).event();
            boolean switched = event instanceof Event.Opened
                    || event instanceof Event.Done done && done.action() == Action.PICK_UP
                    || event instanceof Event.Corrected
                    || event instanceof Event.TakenOver;
            if (switched) {
                return lived.get(i).at();
            }
        }
        return Instant.MIN;
    }

    private static Instant later(Instant one, Instant other) {
        return one.isAfter(other) ? one : other;
    }

    private static LoadsReading reading(Life life, Readings readings) {
        Double l2 = readings.l2a();
        return LoadsReading.of(life.setup(), life.on(), readings.l1a(), l2 == null ? 0 : l2, needs(life));
    }

    /** What the circuits are needed for at present. */
    public static List<Need> needs(Life life) {
        return life.wanted()
                .from(
                        life.setup(),
                        life.now(),
                        life.on(),
                        life.standing().living().had(ZoneId.systemDefault()),
                        List.of())
                .needs();
    }
}
