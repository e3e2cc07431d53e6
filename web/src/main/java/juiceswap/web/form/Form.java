package juiceswap.web.form;

import java.io.Serializable;
import java.time.LocalTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import org.jspecify.annotations.Nullable;

/** What somebody typed into a form, and what is wrong with it. Nothing typed is lost when something is wrong. */
public final class Form implements Serializable {
    private static final long serialVersionUID = 1L;

    private final Map<String, String> typed;
    private final Map<String, String> problems = new LinkedHashMap<>();
    private final List<String> elsewhere = new ArrayList<>();

    public Form(Map<String, String> typed) {
        this.typed = new LinkedHashMap<>(typed);
    }

    /** What stands in the field, empty when nothing was typed. */
    public String value(String field) {
        return typed.getOrDefault(field, "");
    }

    public Map<String, String> typed() {
        return typed;
    }

    public boolean checked(String field) {
        return typed.containsKey(field);
    }

    /** What is wrong with the field, null when nothing is. */
    public @Nullable String problem(String field) {
        return problems.get(field);
    }

    public boolean wrong() {
        return !problems.isEmpty() || !elsewhere.isEmpty();
    }

    /** What is wrong and belongs to no field of this form. */
    public List<String> elsewhere() {
        return elsewhere;
    }

    /** All that is wrong, in one text. */
    public String everything() {
        List<String> all = new ArrayList<>(elsewhere);
        all.addAll(problems.values());
        String text = String.join("; ", all);
        return text.isEmpty() ? text : text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1);
    }

    public void problem(String field, String message) {
        problems.putIfAbsent(field, message);
    }

    /** Throws {@link InvalidInput} when a field was found wrong. */
    public void requireSound() {
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems.entrySet().stream()
                    .map(problem -> new Problem("/" + problem.getKey(), problem.getValue()))
                    .toList());
        }
    }

    /** Puts each problem at the field that its pointer ends in; indices in it are skipped. */
    public Form with(InvalidInput invalid) {
        for (Problem problem : invalid.problems()) {
            String field = fieldOf(problem.field());
            if (typed.containsKey(field) || problems.containsKey(field)) {
                problem(field, problem.message());
            } else if (!elsewhere.contains(problem.message())) {
                elsewhere.add(problem.message());
            }
        }
        return this;
    }

    private static String fieldOf(String pointer) {
        String[] parts = pointer.split("/");
        for (int i = parts.length - 1; i >= 0; i--) {
            if (!parts[i].isEmpty() && !Character.isDigit(parts[i].charAt(0))) {
                return parts[i];
            }
        }
        return "";
    }

    public @Nullable String text(String field) {
        String text = value(field).strip();
        return text.isEmpty() ? null : text;
    }

    /** The text, which must be there. */
    public String required(String field, String message) {
        String text = text(field);
        if (text == null) {
            problem(field, message);
            return "";
        }
        return text;
    }

    /** A number as people type it: a comma or a point for decimals, a comma or a blank between thousands. */
    public @Nullable Double number(String field) {
        String text = text(field);
        if (text == null) {
            return null;
        }
        Double number = numberIn(text);
        if (number == null) {
            problem(field, "“" + text + "” is not a number");
        }
        return number;
    }

    /** A number as people type it, null when it is none. A comma before three digits stands between thousands: 1,500 watts. */
    public static @Nullable Double numberIn(String text) {
        String plain = withoutBlanks(text);
        boolean thousands = plain.matches("[1-9][0-9]{0,2}(,[0-9]{3})+(\\.[0-9]+)?");
        return decimal(thousands ? plain.replace(",", "") : plain);
    }

    /** A number as an instrument shows it, null when it is none. A comma is always a decimal point: 0,125 ohms. */
    public static @Nullable Double readingIn(String text) {
        return decimal(withoutBlanks(text));
    }

    private static String withoutBlanks(String text) {
        return text.strip().replace(" ", "").replace("\u00a0", "");
    }

    private static @Nullable Double decimal(String text) {
        String plain = text.replace(',', '.');
        return plain.matches("-?[0-9]{1,15}(\\.[0-9]{0,15})?|-?\\.[0-9]{1,15}") ? Double.valueOf(plain) : null;
    }

    /** A time of day such as 17:00 or 7:30, which must be there; null, and a problem at the field, when it is not or is none. */
    public @Nullable LocalTime time(String field) {
        String text = text(field);
        if (text == null) {
            problem(field, "type a time of day such as 17:00");
            return null;
        }
        try {
            return LocalTime.parse(text.length() == 4 ? "0" + text : text);
        } catch (DateTimeParseException notATime) {
            problem(field, "“" + text + "” is not a time of day such as 17:00");
            return null;
        }
    }

    public @Nullable Integer whole(String field) {
        Double number = number(field);
        if (number == null) {
            return null;
        }
        if (number != Math.rint(number) || Math.abs(number) > 1_000_000) {
            problem(field, "must be a whole number");
            return null;
        }
        return number.intValue();
    }

    /** The version of the house that the form was made from. */
    public @Nullable Integer version() {
        String text = value("version");
        return text.matches("[0-9]{1,9}") ? Integer.valueOf(text) : null;
    }
}
