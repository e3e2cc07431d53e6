package juiceswap.web.exchange;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.Fields;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.JsonNode;

/** A JSON object, read by the names of its fields. */
public record JsonFields(JsonNode json) implements Fields {
    @Override
    public @Nullable String text(String name) {
        JsonNode value = json.path(name);
        return value.isString() ? value.asString() : null;
    }

    @Override
    public @Nullable Double number(String name) {
        return Json.number(json, name);
    }

    @Override
    public @Nullable Boolean flag(String name) {
        JsonNode value = json.path(name);
        return value.isBoolean() ? (Boolean) value.asBoolean() : null;
    }

    @Override
    public List<String> texts(String name) {
        return Json.texts(json, name);
    }

    @Override
    public @Nullable Fields object(String name) {
        JsonNode value = json.path(name);
        return value.isObject() ? new JsonFields(value) : null;
    }

    @Override
    public List<String> names() {
        return new ArrayList<>(json.propertyNames());
    }
}
