package juiceswap.web.meter;

import java.time.Instant;
import java.util.List;
import juiceswap.core.meter.Readings;
import juiceswap.web.meter.ReadingStore.Source;
import org.springframework.stereotype.Component;

/** Where readings of a panel monitor come in that do not come by the API. */
@Component
public class MonitorDoor {
    private final Monitoring monitoring;

    MonitorDoor(Monitoring monitoring) {
        this.monitoring = monitoring;
    }

    /** Readings at the panel, all of that second; what is there already stays. */
    public void read(long household, Instant second, List<Readings> readings) {
        monitoring.take(
                household,
                readings.stream()
                        .map(read -> new Taken(second, Taken.PANEL, read))
                        .toList(),
                Source.MONITOR);
    }
}
