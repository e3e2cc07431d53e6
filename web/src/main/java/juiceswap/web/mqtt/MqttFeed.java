package juiceswap.web.mqtt;

import java.util.EnumMap;
import java.util.Map;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * Where a household's meter tells what it reads.
 *
 * @param port 1 to 65535
 * @param tls the connection is encrypted, with a certificate that this machine trusts
 * @param login null where the broker asks for none
 * @param topic which to listen to; + stands for one part, # at the end for all the rest
 * @param fields which field is what; empty until somebody has said
 */
record MqttFeed(
        String host,
        int port,
        boolean tls,
        @Nullable String login,
        @Nullable String secret,
        String topic,
        Map<MeterValue, Field> fields) {
    static final int USUAL_PORT = 1883;
    private static final int LONGEST = 200;
    private static final int LAST_PORT = 65_535;

    /** A place in what a topic carries; {@code path} is empty where that is a number. */
    record Field(String topic, String path) {}

    MqttFeed {
        InvalidInput.unless(
                !host.isBlank() && host.length() <= LONGEST && host.matches("[A-Za-z0-9.:_-]+"),
                "/host",
                "invalid.host");
        InvalidInput.unless(port >= 1 && port <= LAST_PORT, "/port", "invalid.port");
        InvalidInput.unless(!topic.isBlank() && topic.length() <= LONGEST && sound(topic), "/topic", "invalid.topic");
        Map<MeterValue, Field> copy = new EnumMap<>(MeterValue.class);
        copy.putAll(fields);
        fields = java.util.Collections.unmodifiableMap(copy);
    }

    /** A wildcard stands for a whole part, and # for all the rest alone (MQTT 3.1.1, 4.7). */
    private static boolean sound(String topic) {
        String[] parts = topic.split("/", -1);
        for (int i = 0; i < parts.length; i++) {
            boolean wild = parts[i].contains("+") || parts[i].contains("#");
            boolean last = i == parts.length - 1;
            if (wild && !parts[i].equals("+") && !(parts[i].equals("#") && last)) {
                return false;
            }
        }
        return true;
    }

    MqttFeed withFields(Map<MeterValue, Field> others) {
        return new MqttFeed(host, port, tls, login, secret, topic, others);
    }

    /** The same broker, asked for the same: what is known of the connection holds. */
    boolean sameConnection(MqttFeed other) {
        return withFields(Map.of()).equals(other.withFields(Map.of()));
    }
}
