package juiceswap.web.mqtt;

import com.hivemq.client.mqtt.MqttClient;
import com.hivemq.client.mqtt.MqttClientBuilder;
import com.hivemq.client.mqtt.MqttClientState;
import com.hivemq.client.mqtt.lifecycle.MqttClientDisconnectedContext;
import com.hivemq.client.mqtt.mqtt3.Mqtt3AsyncClient;
import com.hivemq.client.mqtt.mqtt3.Mqtt3ClientBuilder;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;

/** One connection to a broker; it comes back by itself, however long the broker is away. */
final class MqttLine {
    private static final long LONGEST_WAIT_SECONDS = 30;
    private static final int DOUBLED_AT_MOST = 5;

    private final MqttFeed feed;
    private final Latest latest = new Latest();
    private final Mqtt3AsyncClient client;
    private final Clock clock;
    private volatile @Nullable String trouble;
    private volatile boolean closed;

    MqttLine(MqttFeed feed, Clock clock) {
        this.feed = feed;
        this.clock = clock;
        MqttClientBuilder any = MqttClient.builder()
                .identifier("juice-swap-" + UUID.randomUUID())
                .serverHost(feed.host())
                .serverPort(feed.port())
                .addConnectedListener(connected -> listen())
                .addDisconnectedListener(this::lost);
        if (feed.tls()) {
            any = any.sslWithDefaultConfig();
        }
        Mqtt3ClientBuilder one = any.useMqttVersion3();
        if (feed.login() != null) {
            String secret = feed.secret() == null ? "" : feed.secret();
            one = one.simpleAuth()
                    .username(feed.login())
                    .password(secret.getBytes(StandardCharsets.UTF_8))
                    .applySimpleAuth();
        }
        client = one.buildAsync();
    }

    void open() {
        client.connectWith().cleanSession(true).send();
    }

    private void listen() {
        if (closed) {
            client.disconnect();
            return;
        }
        trouble = null;
        client.subscribeWith()
                .topicFilter(feed.topic())
                .callback(publish -> latest.arrived(
                        publish.getTopic().toString(),
                        new String(publish.getPayloadAsBytes(), StandardCharsets.UTF_8),
                        clock.instant()))
                .send()
                .whenComplete((subscribed, refused) -> {
                    if (refused != null) {
                        trouble = said(refused);
                    }
                });
    }

    private void lost(MqttClientDisconnectedContext context) {
        trouble = said(context.getCause());
        int doubled = Math.min(DOUBLED_AT_MOST, context.getReconnector().getAttempts());
        context.getReconnector()
                .reconnect(!closed)
                .delay(Math.min(LONGEST_WAIT_SECONDS, 1L << doubled), TimeUnit.SECONDS);
    }

    private static String said(Throwable cause) {
        Throwable first = cause.getCause() == null ? cause : cause.getCause();
        String message = first.getMessage();
        return message == null ? first.getClass().getSimpleName() : message;
    }

    void close() {
        closed = true;
        client.disconnect();
    }

    MqttFeed feed() {
        return feed;
    }

    Latest latest() {
        return latest;
    }

    boolean connected() {
        return client.getState() == MqttClientState.CONNECTED;
    }

    /** What the broker or the network has said last; null while nothing is wrong. */
    @Nullable
    String trouble() {
        return trouble;
    }
}
