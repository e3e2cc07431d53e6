package juiceswap.core;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.LinkedHashMap;
import java.util.Map;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Quantity;

/** Phrases as they are stored: the key, and each value with what it is. */
public final class PhraseFields {
    private PhraseFields() {}

    /** Writes a phrase. Its values may be texts, numbers, circuits, times, durations, quantities and other phrases. */
    public static Map<String, Object> of(Phrase phrase) {
        Map<String, Object> values = new LinkedHashMap<>();
        phrase.values().forEach((name, value) -> values.put(name, stored(value)));
        Map<String, Object> stored = new LinkedHashMap<>();
        stored.put("key", phrase.key());
        stored.put("values", values);
        return stored;
    }

    /** Reads a phrase as {@link #of} has written it. */
    public static Phrase read(Fields stored) {
        Map<String, Object> values = new LinkedHashMap<>();
        Fields given = stored.requireObject("values");
        for (String name : given.names()) {
            values.put(name, value(given, name));
        }
        return new Phrase(stored.requireText("key"), values);
    }

    private static Object stored(Object value) {
        if (value instanceof Phrase.OfCircuit circuit) {
            return Map.of("circuit", circuit.id());
        }
        if (value instanceof LocalDateTime || value instanceof LocalTime) {
            return Map.of("time", value.toString());
        }
        if (value instanceof Duration duration) {
            return Map.of("seconds", duration.getSeconds());
        }
        if (value instanceof Quantity quantity) {
            return Map.of("dimension", quantity.dimension().word(), "si", quantity.si());
        }
        if (value instanceof Phrase phrase) {
            return Map.of("phrase", of(phrase));
        }
        if (value instanceof String || value instanceof Number) {
            return value;
        }
        throw new IllegalArgumentException("not to be stored in a phrase: " + value);
    }

    private static Object value(Fields given, String name) {
        String text = given.text(name);
        if (text != null) {
            return text;
        }
        Double number = given.number(name);
        if (number != null) {
            return number;
        }
        Fields object = given.requireObject(name);
        if (object.text("circuit") != null) {
            return new Phrase.OfCircuit(object.requireText("circuit"));
        }
        Fields phrase = object.object("phrase");
        if (phrase != null) {
            return read(phrase);
        }
        String time = object.text("time");
        if (time != null) {
            return time.indexOf('T') < 0 ? LocalTime.parse(time) : LocalDateTime.parse(time);
        }
        if (object.number("seconds") != null) {
            return Duration.ofSeconds((long) object.requireNumber("seconds"));
        }
        return new Quantity(object.require(Dimension.class, "dimension"), object.requireNumber("si"));
    }
}
