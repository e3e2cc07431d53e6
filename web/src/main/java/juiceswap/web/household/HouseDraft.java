package juiceswap.web.household;

import java.text.Normalizer;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Predicate;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.PanelMap;
import juiceswap.web.exchange.Json;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** A copy of a household's file that is being changed. What comes out is checked as a whole when it is stored. */
public final class HouseDraft {
    private final ObjectNode file;

    public HouseDraft(ObjectNode file) {
        this.file = file;
    }

    public ObjectNode file() {
        return file;
    }

    /** Puts another file in the place of this one. */
    public void replaceWith(ObjectNode other) {
        file.removeAll();
        file.setAll(other);
    }

    public ObjectNode setup() {
        return (ObjectNode) file.path("setup");
    }

    /** The object in that field of the file, made when it is missing. */
    public ObjectNode object(String field) {
        return file.path(field).isObject() ? (ObjectNode) file.path(field) : file.putObject(field);
    }

    /** The list in that field of the file, made when it is missing. */
    public ArrayNode list(String field) {
        return list(file, field);
    }

    public static ArrayNode list(ObjectNode parent, String field) {
        return parent.path(field).isArray() ? (ArrayNode) parent.path(field) : parent.putArray(field);
    }

    public ObjectNode generator() {
        return (ObjectNode) setup().path("generator");
    }

    public ObjectNode transfer() {
        return (ObjectNode) setup().path("transfer");
    }

    public ArrayNode path() {
        return list(setup(), "path");
    }

    public ArrayNode circuits() {
        return list(setup(), "circuits");
    }

    public ObjectNode circuit(String id) {
        for (JsonNode circuit : circuits()) {
            if (circuit.path("id").asString().equals(id)) {
                return (ObjectNode) circuit;
            }
        }
        throw new InvalidInput("/circuit", "invalid.circuit-gone");
    }

    public ArrayNode loads(String circuit) {
        return list(circuit(circuit), "loads");
    }

    /** Sets a field, or takes it away when there is nothing to say. */
    public static void put(ObjectNode node, String field, @Nullable Object value) {
        if (value == null) {
            node.remove(field);
        } else {
            node.set(field, Json.MAPPER.valueToTree(value));
        }
    }

    /** As {@link #put}, where a number without a fraction is written as a whole one. */
    public static void putNumber(ObjectNode node, String field, @Nullable Double value) {
        if (value != null && value == Math.rint(value) && Math.abs(value) < Integer.MAX_VALUE) {
            node.put(field, value.intValue());
        } else {
            put(node, field, value);
        }
    }

    /** A new circuit at the end of the directory; returns its id, made from the label. */
    public String addCircuit(String panel, List<Integer> spaces, String label, double breakerAmps) {
        String id = freeId(label);
        ObjectNode circuit = circuits().addObject();
        circuit.put("id", id);
        circuit.put("label", label);
        put(circuit, "spaces", spaces);
        putNumber(circuit, "breakerAmps", breakerAmps);
        circuit.putArray("loads");
        put(circuit, "panel", panel.isEmpty() ? null : panel);
        return id;
    }

    private String freeId(String label) {
        String plain = Normalizer.normalize(label, Normalizer.Form.NFD)
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        String stem = plain.isEmpty() ? "circuit" : plain.substring(0, Math.min(40, plain.length()));
        String id = stem;
        for (int i = 2; hasCircuit(id); i++) {
            id = stem + "-" + i;
        }
        return id;
    }

    public boolean hasCircuit(String id) {
        for (JsonNode circuit : circuits()) {
            if (circuit.path("id").asString().equals(id)) {
                return true;
            }
        }
        return false;
    }

    /** Takes a circuit out of the house and out of everything that names it. */
    public void removeCircuit(String id) {
        removeWhere(circuits(), circuit -> circuit.path("id").asString().equals(id));
        for (JsonNode circuit : circuits()) {
            removeName((ObjectNode) circuit, "needs", id);
            removeName((ObjectNode) circuit, "notWith", id);
            forget((ObjectNode) circuit, "sharedNeutralWith", id);
        }
        removeName(transfer(), "testCircuits", id);
        file.path("rooms").forEach(room -> removeName((ObjectNode) room, "circuits", id));
        file.path("withoutPower").forEach(way -> removeName((ObjectNode) way, "circuits", id));
        file.path("subpanels").forEach(panel -> forget((ObjectNode) panel, "feeder", id));
        for (JsonNode cord : file.path("cords")) {
            if (cord.path("loads").isArray()) {
                removeWhere(
                        (ArrayNode) cord.path("loads"),
                        load -> load.path("circuit").asString().equals(id));
            }
        }
        if (file.path("rotation").path("needs").isArray()) {
            removeWhere(
                    (ArrayNode) file.path("rotation").path("needs"),
                    need -> need.path("circuit").asString().equals(id));
        }
        if (file.path("outage").isObject()) {
            removeName(object("outage"), "pickUp", id);
            removeName(object("outage"), "keepOn", id);
        }
    }

    private static void forget(ObjectNode node, String field, String id) {
        if (node.path(field).isString() && node.path(field).asString().equals(id)) {
            node.remove(field);
        }
    }

    private static void removeName(ObjectNode parent, String field, String id) {
        if (parent.path(field).isArray()) {
            removeWhere((ArrayNode) parent.path(field), name -> name.asString().equals(id));
        }
    }

    public static void removeWhere(ArrayNode list, Predicate<JsonNode> unwanted) {
        for (int i = list.size() - 1; i >= 0; i--) {
            if (unwanted.test(list.get(i))) {
                list.remove(i);
            }
        }
    }

    /** Writes the places of a panel's breakers, and their order where two share a space. */
    public void place(PanelMap map) {
        Map<String, List<Integer>> places = map.places();
        for (JsonNode circuit : circuits()) {
            List<Integer> spaces = places.get(circuit.path("id").asString());
            if (spaces != null) {
                put((ObjectNode) circuit, "spaces", spaces);
            }
        }
    }

    /** Moves a circuit to the end of the directory: the lower half when it shares a space. */
    public void toTheEnd(String id) {
        ObjectNode circuit = circuit(id);
        removeWhere(circuits(), node -> node.path("id").asString().equals(id));
        circuits().add(circuit);
    }

    /** Puts a circuit into one room, made when it is missing; null takes it out of all. */
    public void room(String id, @Nullable String room) {
        ArrayNode rooms = list("rooms");
        rooms.forEach(one -> removeName((ObjectNode) one, "circuits", id));
        if (room != null) {
            ObjectNode found = null;
            for (JsonNode one : rooms) {
                if (one.path("name").asString().equalsIgnoreCase(room)) {
                    found = (ObjectNode) one;
                }
            }
            if (found == null) {
                found = rooms.addObject();
                found.put("name", room);
            }
            list(found, "circuits").add(id);
        }
        removeWhere(rooms, one -> one.path("circuits").isEmpty());
    }

    /** Two circuits share a neutral, or this one with none; both say so. */
    public void sharedNeutral(String id, @Nullable String with) {
        for (JsonNode circuit : circuits()) {
            forget((ObjectNode) circuit, "sharedNeutralWith", id);
        }
        put(circuit(id), "sharedNeutralWith", with);
        if (with != null && hasCircuit(with)) {
            circuit(with).put("sharedNeutralWith", id);
        }
    }

    /** What is picked up in an outage follows from what must run in that season. */
    public void pickUp(Collection<String> ids) {
        put(object("outage"), "pickUp", new ArrayList<>(ids));
    }

    /** A household of which nothing is known yet but its panel, device and set. */
    public static ObjectNode beginning(String name) {
        ObjectNode file = Json.MAPPER.createObjectNode();
        file.put("format", "juice-swap-household");
        file.put("version", 1);
        file.put("name", name);
        file.putObject("panel");
        ObjectNode setup = file.putObject("setup");
        setup.putObject("transfer");
        setup.putObject("generator");
        setup.putArray("path");
        setup.putArray("circuits");
        return file;
    }
}
