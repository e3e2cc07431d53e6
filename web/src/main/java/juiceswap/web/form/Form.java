package juiceswap.web.form;

import java.io.Serializable;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.measure.AsTyped;
import juiceswap.core.measure.Dimension;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.Numbers;
import juiceswap.core.measure.Quantity;
import juiceswap.web.words.InUse;
import org.jspecify.annotations.Nullable;

/** What somebody typed into a form, and what is wrong with it. Nothing typed is lost when something is wrong. */
public final class Form implements Serializable {
    private static final long serialVersionUID = 2L;

    private final Map<String, String> typed;
    private final Map<String, Phrase> problems = new LinkedHashMap<>();
    private final List<Phrase> elsewhere = new ArrayList<>();
    private final List<Amount> amounts = new ArrayList<>();

    /** An amount that was typed; {@code text} is null where the household's unit gives it back by itself. */
    private record Amount(
            String field, Quantity quantity, @Nullable String text) implements Serializable {}

    public Form(Map<String, String> typed) {
        this.typed = new LinkedHashMap<>(typed);
    }

    /** What stands in the field, empty when nothing was typed. */
    public String value(String field) {
        return typed.getOrDefault(field, "");
    }

    /** The same, with what stands in further fields. */
    public Form with(Map<String, String> further) {
        further.forEach(typed::putIfAbsent);
        return this;
    }

    public Map<String, String> typed() {
        return typed;
    }

    public boolean checked(String field) {
        return typed.containsKey(field);
    }

    /** What is wrong with the field, null when nothing is. */
    public @Nullable Phrase problem(String field) {
        return problems.get(field);
    }

    public boolean wrong() {
        return !problems.isEmpty() || !elsewhere.isEmpty();
    }

    /** What is wrong and belongs to no field of this form. */
    public List<Phrase> elsewhere() {
        return elsewhere;
    }

    /** All that is wrong. */
    public List<Phrase> everything() {
        List<Phrase> all = new ArrayList<>(elsewhere);
        all.addAll(problems.values());
        return all;
    }

    /** Notes what is wrong with a field, unless something is already. */
    public void problem(String field, String key, @Nullable Object... namesAndValues) {
        problems.putIfAbsent(field, Phrase.of(key, namesAndValues));
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
                problems.putIfAbsent(field, problem.what());
            } else if (!elsewhere.contains(problem.what())) {
                elsewhere.add(problem.what());
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
    public String required(String field, String key) {
        String text = text(field);
        if (text == null) {
            problem(field, key);
            return "";
        }
        return text;
    }

    /** A number above 0, which must be there; 0 where it is not, with the problem at its field. */
    public double above0(String field, String missing) {
        Double typed = number(field);
        if (typed == null) {
            problem(field, missing);
        } else if (typed <= 0) {
            problem(field, "form.must-be-more-than-0");
        }
        return typed == null ? 0 : typed;
    }

    /** A number as people type it: a comma or a point for decimals, a comma or a blank between thousands. */
    public @Nullable Double number(String field) {
        String text = text(field);
        if (text == null) {
            return null;
        }
        Double number = numberIn(text);
        if (number == null) {
            problem(field, "invalid.no-number", "typed", text);
        }
        return number;
    }

    /** A number as people type it, null when it is none; see {@link Numbers#typed}. */
    public static @Nullable Double numberIn(String text) {
        OptionalDouble number = Numbers.typed(text);
        return number.isPresent() ? (Double) number.getAsDouble() : null;
    }

    /** A number as an instrument shows it, null when it is none; see {@link Numbers#reading}. */
    public static @Nullable Double readingIn(String text) {
        OptionalDouble number = Numbers.reading(text);
        return number.isPresent() ? (Double) number.getAsDouble() : null;
    }

    /** What a choice of words says; a word that there is not is wrong at the field, and the other stands for it. */
    public <E extends Enum<E> & Worded> E word(Class<E> kind, String field, E otherwise) {
        String text = text(field);
        if (text == null) {
            return otherwise;
        }
        return Worded.find(kind, text).orElseGet(() -> {
            problem(field, "invalid.choose-one");
            return otherwise;
        });
    }

    /** What a choice of words says, null where nothing is chosen. */
    public <E extends Enum<E> & Worded> @Nullable E wordOrNull(Class<E> kind, String field) {
        return text(field) == null ? null : word(kind, field, kind.getEnumConstants()[0]);
    }

    /**
     * An amount in SI units: a bare number is in the household's unit, any other unit may be written behind it; null when
     * nothing was typed.
     */
    public @Nullable Double amount(Dimension dimension, String field) {
        String text = text(field);
        if (text == null) {
            return null;
        }
        Measures measures = InUse.measures();
        OptionalDouble amount = measures.read(dimension, text);
        if (amount.isEmpty()) {
            problem(field, "invalid.no-amount", "typed", text, "unit", measures.symbol(dimension));
            return null;
        }
        Quantity quantity = new Quantity(dimension, amount.getAsDouble());
        amounts.add(new Amount(field, quantity, Measures.saysItsUnit(text) ? text : null));
        return amount.getAsDouble();
    }

    /** An amount that may not be below 0. */
    public @Nullable Double amountFrom0(Dimension dimension, String field) {
        Double amount = amount(dimension, field);
        if (amount != null && amount < 0) {
            problem(field, "form.must-be-0-or-more");
        }
        return amount;
    }

    /** What is kept of how amounts were typed, with what was typed here. */
    public AsTyped keptWith(AsTyped before) {
        AsTyped kept = before;
        for (Amount one : amounts) {
            kept = kept.with(one.field, one.quantity, one.text);
        }
        return kept;
    }

    /** A time of day on either clock, such as 17:00, 7:30 or 5:30 pm, which must be there; null, and a problem at the field, when it is not or is none. */
    public @Nullable LocalTime time(String field) {
        String text = text(field);
        if (text == null) {
            problem(field, "form.type-a-time");
            return null;
        }
        Optional<LocalTime> time = Measures.readTime(text);
        if (time.isEmpty()) {
            problem(field, "form.is-not-a-time-of", "text", text);
        }
        return time.orElse(null);
    }

    public @Nullable Integer whole(String field) {
        Double number = number(field);
        if (number == null) {
            return null;
        }
        if (number != Math.rint(number) || Math.abs(number) > 1_000_000) {
            problem(field, "form.whole-number");
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
