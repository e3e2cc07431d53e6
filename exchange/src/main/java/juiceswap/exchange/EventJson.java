package juiceswap.exchange;

import java.util.LinkedHashMap;
import java.util.Map;
import juiceswap.core.Fields;
import juiceswap.core.house.Setup;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import org.jspecify.annotations.Nullable;

/** Events of the outage log, from and to the JSON in which they are stored and exported. */
public final class EventJson {
    private EventJson() {}

    /** The payload as text. */
    public static String payload(Event event) {
        return Tree.text(EventKind.payloadOf(event));
    }

    /** The event that is stored so; what can't be read is kept as it is. */
    public static Event read(String kind, Tree payload, Setup setup) {
        return EventKind.read(kind, payload, payload, setup);
    }

    /** The payload by the names of its fields. */
    public static Fields fields(Event event) {
        return Tree.of(EventKind.payloadOf(event));
    }

    /** As it is exported: its kind, and its payload. */
    public static Map<String, @Nullable Object> of(Event event) {
        Map<String, @Nullable Object> json = new LinkedHashMap<>();
        json.put("kind", EventKind.wordOf(event));
        json.put("payload", Tree.of(EventKind.payloadOf(event)).value());
        return json;
    }
}
