package juiceswap.web.mqtt;

import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import juiceswap.web.meter.MonitorDoor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Keeps a connection to each household's broker, and hands on once a second what its meter tells. Several servers may do so
 * for the same household: a reading is known by its second.
 */
@Component
class MqttFeeds {
    private static final Logger LOG = LoggerFactory.getLogger(MqttFeeds.class);

    private final Map<Long, MqttLine> lines = new ConcurrentHashMap<>();
    private final Map<Long, MqttFeed> wanted = new ConcurrentHashMap<>();
    private final MqttBook book;
    private final MonitorDoor door;
    private final Clock clock;

    MqttFeeds(MqttBook book, MonitorDoor door, Clock clock) {
        this.book = book;
        this.door = door;
        this.clock = clock;
    }

    Optional<MqttLine> line(long household) {
        return Optional.ofNullable(lines.get(household));
    }

    /** Opens what was entered since, here or on another server, and closes what is no longer wanted. */
    @Scheduled(fixedDelay = 5_000, initialDelay = 3_000)
    synchronized void keepUp() {
        try {
            Map<Long, MqttFeed> now = book.all();
            Set<Long> gone = new HashSet<>(lines.keySet());
            gone.removeAll(now.keySet());
            gone.forEach(this::close);
            wanted.keySet().retainAll(now.keySet());
            now.forEach(this::open);
        } catch (RuntimeException databaseAway) {
            LOG.warn("brokers could not be looked up: {}", databaseAway.toString());
        }
    }

    private void open(long household, MqttFeed feed) {
        wanted.put(household, feed);
        MqttLine line = lines.get(household);
        if (line != null && line.feed().sameConnection(feed)) {
            return;
        }
        close(household);
        MqttLine fresh = new MqttLine(feed, clock);
        lines.put(household, fresh);
        fresh.open();
    }

    private void close(long household) {
        MqttLine line = lines.remove(household);
        if (line != null) {
            line.close();
        }
    }

    /** Once a second what the meters have told goes where a monitor's readings go. */
    @Scheduled(fixedRate = 1_000)
    void handOn() {
        Instant now = clock.instant();
        lines.forEach((household, line) -> {
            MqttFeed feed = wanted.get(household);
            if (feed == null || feed.fields().isEmpty()) {
                return;
            }
            try {
                line.latest()
                        .reading(feed.fields(), now)
                        .ifPresent(read -> door.read(household, now.truncatedTo(ChronoUnit.SECONDS), List.of(read)));
            } catch (RuntimeException failed) {
                LOG.warn("a reading by MQTT was lost: {}", failed.toString());
            }
        });
    }

    @PreDestroy
    void end() {
        Set.copyOf(lines.keySet()).forEach(this::close);
    }
}
