package juiceswap.exchange;

import com.eclipsesource.json.Json;
import com.eclipsesource.json.JsonArray;
import com.eclipsesource.json.JsonObject;
import com.eclipsesource.json.JsonValue;
import com.eclipsesource.json.ParseException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.Iterator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Supplier;
import juiceswap.core.Fields;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import org.jspecify.annotations.Nullable;

/**
 * A JSON document, or a part of one. It is read forgivingly: what is not there is a tree in which nothing is. A tree is made
 * of plain values: maps, lists, texts, numbers, truths and null.
 */
public final class Tree implements Iterable<Tree>, Fields {
    private static final Tree MISSING = new Tree(null, true);

    private final @Nullable Object value;
    private final boolean missing;

    private Tree(@Nullable Object value, boolean missing) {
        this.value = value;
        this.missing = missing;
    }

    /** A tree of plain values; trees among them are taken for what they hold, sets and arrays of numbers for lists. */
    public static Tree of(@Nullable Object value) {
        return new Tree(plain(value), false);
    }

    private static @Nullable Object plain(@Nullable Object value) {
        if (value instanceof Tree tree) {
            return tree.value;
        }
        if (value instanceof Map<?, ?> map) {
            Map<String, Object> plain = new LinkedHashMap<>();
            map.forEach((name, one) -> plain.put(String.valueOf(name), plain(one)));
            return plain;
        }
        if (value instanceof Iterable<?> list) {
            List<Object> plain = new ArrayList<>();
            list.forEach(one -> plain.add(plain(one)));
            return plain;
        }
        if (value instanceof double[] numbers) {
            List<Object> plain = new ArrayList<>();
            for (double number : numbers) {
                plain.add(number);
            }
            return plain;
        }
        if (value == null || value instanceof String || value instanceof Number || value instanceof Boolean) {
            return value;
        }
        throw new IllegalArgumentException("not of JSON: " + value);
    }

    /** Reads a document; throws {@link InvalidInput} when it is none. */
    public static Tree parse(String text) {
        try {
            return new Tree(value(Json.parse(text)), false);
        } catch (ParseException e) {
            throw new InvalidInput("", "invalid.not-json", "why", Objects.requireNonNullElse(e.getMessage(), ""));
        }
    }

    private static @Nullable Object value(JsonValue json) {
        if (json.isObject()) {
            Map<String, Object> object = new LinkedHashMap<>();
            for (JsonObject.Member member : json.asObject()) {
                object.put(member.getName(), value(member.getValue()));
            }
            return object;
        }
        if (json.isArray()) {
            List<Object> list = new ArrayList<>();
            for (JsonValue one : json.asArray()) {
                list.add(value(one));
            }
            return list;
        }
        if (json.isNumber()) {
            return numeral(json.toString());
        }
        if (json.isBoolean()) {
            return json.asBoolean();
        }
        return json.isNull() ? null : json.asString();
    }

    private static Number numeral(String digits) {
        boolean whole = digits.indexOf('.') < 0 && digits.indexOf('e') < 0 && digits.indexOf('E') < 0;
        if (whole && digits.length() < 10) {
            return Integer.valueOf(digits);
        }
        return whole && digits.length() < 18 ? (Number) Long.valueOf(digits) : (Number) Double.valueOf(digits);
    }

    /** An object from names and values in turn; values may be null. */
    public static Map<String, @Nullable Object> object(@Nullable Object... namesAndValues) {
        Map<String, @Nullable Object> object = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            object.put((String) namesAndValues[i], namesAndValues[i + 1]);
        }
        return object;
    }

    /** What {@code value} gives; its problems are named from {@code place} on. */
    public static <T> T under(String place, Supplier<T> value) {
        try {
            return value.get();
        } catch (InvalidInput invalid) {
            throw new InvalidInput(invalid.problems().stream()
                    .map(problem -> problem.under(place))
                    .toList());
        }
    }

    /** What each entry of a list is, with the place of a problem; none where there is no list. */
    static <T> List<T> each(Tree json, String field, Function<Tree, T> one) {
        List<T> all = new ArrayList<>();
        Tree list = json.path(field);
        for (int i = 0; i < list.size(); i++) {
            Tree entry = list.get(i);
            all.add(under("/" + field + "/" + i, () -> one.apply(entry)));
        }
        return all;
    }

    // ---- what is there

    /** The plain value: a map, a list, a text, a number, a truth or null. */
    public @Nullable Object value() {
        return value;
    }

    /** What stands in that field of an object. */
    public Tree path(String field) {
        return value instanceof Map<?, ?> map && map.containsKey(field) ? new Tree(map.get(field), false) : MISSING;
    }

    /** The element of a list, from 0. */
    public Tree get(int index) {
        return value instanceof List<?> list && index < list.size() ? new Tree(list.get(index), false) : MISSING;
    }

    /** Whether there is such a field, null or not. */
    public boolean has(String field) {
        return !path(field).missing;
    }

    /** How many elements or fields there are. */
    public int size() {
        if (value instanceof List<?> list) {
            return list.size();
        }
        return value instanceof Map<?, ?> map ? map.size() : 0;
    }

    /** Whether nothing is in it. */
    public boolean isEmpty() {
        return size() == 0;
    }

    /** The elements of a list. */
    @Override
    public Iterator<Tree> iterator() {
        List<Tree> elements = new ArrayList<>();
        for (int i = 0; value instanceof List && i < size(); i++) {
            elements.add(get(i));
        }
        return elements.iterator();
    }

    /** The fields of an object, in their order. */
    public Map<String, Tree> properties() {
        Map<String, Tree> fields = new LinkedHashMap<>();
        names().forEach(name -> fields.put(name, path(name)));
        return fields;
    }

    public boolean isMissing() {
        return missing;
    }

    /** Whether null is there. */
    public boolean isNull() {
        return value == null && !missing;
    }

    public boolean isObject() {
        return value instanceof Map;
    }

    public boolean isArray() {
        return value instanceof List;
    }

    public boolean isString() {
        return value instanceof String;
    }

    public boolean isNumber() {
        return value instanceof Number;
    }

    public boolean isBoolean() {
        return value instanceof Boolean;
    }

    /** The text, or an empty one. */
    public String asString() {
        return value instanceof String text ? text : "";
    }

    /** The number, or 0. */
    public double asDouble() {
        return value instanceof Number number ? number.doubleValue() : 0;
    }

    /** The number, cut to a whole one, or 0. */
    public int asInt() {
        return value instanceof Number number ? number.intValue() : 0;
    }

    /** Whether it is true. */
    public boolean asBoolean() {
        return Boolean.TRUE.equals(value);
    }

    // ---- fields of an object

    @Override
    public @Nullable String text(String field) {
        return path(field).value instanceof String text ? text : null;
    }

    @Override
    public @Nullable Double number(String field) {
        return path(field).value instanceof Number number ? (Double) number.doubleValue() : null;
    }

    /** The number in that field, or else the other. */
    public double number(String field, double otherwise) {
        Double number = number(field);
        return number == null ? otherwise : number;
    }

    @Override
    public @Nullable Boolean flag(String field) {
        return path(field).value instanceof Boolean flag ? flag : null;
    }

    @Override
    public List<String> texts(String field) {
        return path(field).texts();
    }

    /** The texts of this list. */
    public List<String> texts() {
        List<String> texts = new ArrayList<>();
        forEach(one -> texts.add(one.asString()));
        return texts;
    }

    @Override
    public @Nullable Fields object(String field) {
        Tree tree = path(field);
        return tree.isObject() ? tree : null;
    }

    @Override
    public List<String> names() {
        List<String> names = new ArrayList<>();
        if (value instanceof Map<?, ?> map) {
            map.keySet().forEach(name -> names.add((String) name));
        }
        return names;
    }

    /** The texts of a list in a field that must be known and not repeat. */
    public List<String> knownOnce(String field, Set<String> known) {
        return under("/" + field, () -> path(field).knownOnce(known));
    }

    /** The texts of this list, which must be known and not repeat. */
    public List<String> knownOnce(Set<String> known) {
        List<String> texts = new ArrayList<>();
        Set<String> seen = new HashSet<>();
        List<Problem> problems = new ArrayList<>();
        for (int i = 0; i < size(); i++) {
            String text = get(i).asString();
            texts.add(text);
            if (!known.contains(text)) {
                problems.add(new Problem("/" + i, "invalid.no-circuit", "circuit", text));
            } else if (!seen.add(text)) {
                problems.add(new Problem("/" + i, "invalid.listed-twice"));
            }
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
        return texts;
    }

    // ---- as text

    @Override
    public boolean equals(@Nullable Object other) {
        return other instanceof Tree tree && missing == tree.missing && Objects.equals(value, tree.value);
    }

    @Override
    public int hashCode() {
        return Objects.hashCode(value);
    }

    /** The document in one line. */
    @Override
    public String toString() {
        return missing ? "" : json(value).toString();
    }

    /** Any plain values as a document in one line. */
    public static String text(@Nullable Object value) {
        return of(value).toString();
    }

    private static JsonValue json(@Nullable Object value) {
        if (value instanceof Map<?, ?> map) {
            JsonObject object = new JsonObject();
            map.forEach((name, one) -> object.add((String) name, json(one)));
            return object;
        }
        if (value instanceof List<?> list) {
            JsonArray array = new JsonArray();
            list.forEach(one -> array.add(json(one)));
            return array;
        }
        if (value instanceof String text) {
            return Json.value(text);
        }
        if (value instanceof Boolean flag) {
            return Json.value(flag);
        }
        if (value instanceof Integer || value instanceof Long) {
            return Json.value(((Number) value).longValue());
        }
        return value instanceof Number number ? Json.value(number.doubleValue()) : Json.NULL;
    }
}
