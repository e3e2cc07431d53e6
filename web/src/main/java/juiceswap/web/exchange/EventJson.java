package juiceswap.web.exchange;

import java.util.LinkedHashMap;
import java.util.Map;
import juiceswap.core.Fields;
import juiceswap.core.house.Setup;
import juiceswap.core.outage.Event;
import juiceswap.core.outage.EventKind;
import tools.jackson.databind.JsonNode;

/** Events of the outage log, from and to the JSON in which they are stored and exported. */
public final class EventJson {
    private EventJson() {}

    /** The payload as text. */
    public static String payload(Event event) {
        return Json.MAPPER.writeValueAsString(EventKind.payloadOf(event));
    }

    /** The event that is stored so; what can't be read is kept as it is. */
    public static Event read(String kind, JsonNode payload, Setup setup) {
        return EventKind.read(kind, new JsonFields(payload), payload, setup);
    }

    /** The payload by the names of its fields. */
    public static Fields fields(Event event) {
        return new JsonFields(Json.MAPPER.valueToTree(EventKind.payloadOf(event)));
    }

    /** As it is exported: its kind, and its payload. */
    public static Map<String, Object> of(Event event) {
        Map<String, Object> json = new LinkedHashMap<>();
        json.put("kind", EventKind.wordOf(event));
        json.put("payload", EventKind.payloadOf(event));
        return json;
    }
}
