package juiceswap.web.mqtt;

import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import juiceswap.core.meter.Readings;
import juiceswap.core.supply.Limits;
import org.jspecify.annotations.Nullable;

/** What has arrived lately over one connection, and the reading that it comes to. Used from several threads. */
final class Latest {
    /** A field that was not told for so long is not part of a reading any more. */
    private static final Duration FRESH = Duration.ofSeconds(5);

    /** Houses have more things that talk than anybody wants to choose from. */
    private static final int MOST_TOPICS = 60;

    /** A number as it arrived last. */
    record Value(double number, Instant at) {}

    private final Map<String, Map<String, Value>> topics = new LinkedHashMap<>();
    private @Nullable Instant heard;

    synchronized void arrived(String topic, String payload, Instant at) {
        heard = at;
        Map<String, Double> numbers = Payload.numbers(payload);
        if (numbers.isEmpty() || !topics.containsKey(topic) && topics.size() >= MOST_TOPICS) {
            return;
        }
        Map<String, Value> values = topics.computeIfAbsent(topic, unknown -> new LinkedHashMap<>());
        numbers.forEach((path, number) -> values.put(path, new Value(number, at)));
    }

    /** When anything arrived last; null while nothing has. */
    synchronized @Nullable Instant heard() {
        return heard;
    }

    /** All that has arrived, by topic and path, in the order of their names. */
    synchronized Map<String, Map<String, Value>> topics() {
        Map<String, Map<String, Value>> copy = new TreeMap<>();
        topics.forEach((topic, values) -> copy.put(topic, new LinkedHashMap<>(values)));
        return copy;
    }

    /** The reading of now, by what somebody has said of the fields; empty while none of them is told. */
    synchronized Optional<Readings> reading(Map<MeterValue, MqttFeed.Field> fields, Instant now) {
        Map<MeterValue, Double> values = new EnumMap<>(MeterValue.class);
        fields.forEach((kind, field) -> {
            Value value = topics.getOrDefault(field.topic(), Map.of()).get(field.path());
            if (value != null && value.at().isAfter(now.minus(FRESH))) {
                // a current clamp that was put on the other way round counts below zero
                values.put(kind, Math.abs(value.number()));
            }
        });
        if (values.isEmpty()) {
            return Optional.empty();
        }
        Double l1 = values.get(MeterValue.L1_VOLTS);
        Double l2 = values.get(MeterValue.L2_VOLTS);
        return Optional.of(new Readings(
                l1,
                l2,
                values.get(MeterValue.LINE_VOLTS),
                values.get(MeterValue.HERTZ),
                null,
                amps(values.get(MeterValue.L1_AMPS), values.get(MeterValue.L1_WATTS), l1),
                amps(values.get(MeterValue.L2_AMPS), values.get(MeterValue.L2_WATTS), l2)));
    }

    /** Amps as told, else watts by volts, at unity power factor. */
    private static @Nullable Double amps(@Nullable Double amps, @Nullable Double watts, @Nullable Double volts) {
        if (amps != null || watts == null) {
            return amps;
        }
        return watts / (volts == null || volts < Limits.LEG_VOLTS / 2 ? Limits.LEG_VOLTS : volts);
    }
}
