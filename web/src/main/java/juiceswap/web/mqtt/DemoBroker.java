package juiceswap.web.mqtt;

import com.hivemq.client.mqtt.MqttClient;
import com.hivemq.client.mqtt.mqtt3.Mqtt3AsyncClient;
import jakarta.annotation.PreDestroy;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import juiceswap.core.meter.Readings;
import juiceswap.web.meter.SimulatedMonitor;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * The demo's power meter: what the stand-in for a panel monitor reads goes out over the demo's own broker, and comes in again
 * as that of any meter would. Where nothing is heard of the broker it comes in straight.
 */
@Component
@ConditionalOnProperty("juice.demo.broker")
class DemoBroker implements SimulatedMonitor.Out {
    private static final String TOPIC = "cottage/panel/%d";
    private static final JsonMapper JSON = JsonMapper.shared();

    private final MqttBook book;
    private final MqttFeeds feeds;
    private final int port;
    private final Mqtt3AsyncClient meter;
    private final Set<Long> entered = ConcurrentHashMap.newKeySet();

    DemoBroker(MqttBook book, MqttFeeds feeds, @Value("${juice.demo.broker}") int port) {
        this.book = book;
        this.feeds = feeds;
        this.port = port;
        meter = MqttClient.builder()
                .serverHost("127.0.0.1")
                .serverPort(port)
                .automaticReconnectWithDefaultConfig()
                .useMqttVersion3()
                .buildAsync();
        meter.connect();
    }

    @Override
    public boolean told(long household, Readings read) {
        enter(household);
        boolean heard = feeds.line(household).filter(MqttLine::connected).isPresent()
                && meter.getState().isConnected();
        if (heard) {
            meter.publishWith()
                    .topic(String.format(java.util.Locale.ROOT, TOPIC, household))
                    .payload(JSON.writeValueAsString(asTold(read)).getBytes(StandardCharsets.UTF_8))
                    .send();
        }
        return heard;
    }

    /** As a meter with two current clamps tells it. */
    private static Map<String, Object> asTold(Readings read) {
        Map<String, Object> told = new LinkedHashMap<>();
        told.put("leg1", leg(read.l1n(), read.l1a()));
        told.put("leg2", leg(read.l2n(), read.l2a()));
        put(told, "across", read.l1l2());
        put(told, "hertz", read.hz());
        return told;
    }

    private static Map<String, Object> leg(@Nullable Double volts, @Nullable Double amps) {
        Map<String, Object> leg = new LinkedHashMap<>();
        put(leg, "volts", volts);
        put(leg, "amps", amps);
        return leg;
    }

    private static void put(Map<String, Object> told, String name, @Nullable Double value) {
        if (value != null) {
            told.put(name, Math.round(100 * value) / 100.0);
        }
    }

    /** The household has entered it, once; whoever changes or forgets it keeps what they did. */
    private void enter(long household) {
        if (!entered.add(household)) {
            return;
        }
        MqttFeed before = book.find(household).orElse(null);
        if (before != null && before.host().equals("127.0.0.1") && before.port() == port) {
            return;
        }
        String topic = String.format(java.util.Locale.ROOT, TOPIC, household);
        book.put(
                household,
                new MqttFeed(
                        "127.0.0.1",
                        port,
                        false,
                        null,
                        null,
                        "cottage/panel/+",
                        Map.of(
                                MeterValue.L1_VOLTS, new MqttFeed.Field(topic, "leg1.volts"),
                                MeterValue.L2_VOLTS, new MqttFeed.Field(topic, "leg2.volts"),
                                MeterValue.LINE_VOLTS, new MqttFeed.Field(topic, "across"),
                                MeterValue.HERTZ, new MqttFeed.Field(topic, "hertz"),
                                MeterValue.L1_AMPS, new MqttFeed.Field(topic, "leg1.amps"),
                                MeterValue.L2_AMPS, new MqttFeed.Field(topic, "leg2.amps"))));
    }

    @PreDestroy
    void end() {
        meter.disconnect();
    }
}
