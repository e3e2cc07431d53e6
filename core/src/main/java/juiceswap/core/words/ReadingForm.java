package juiceswap.core.words;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.function.DoubleFunction;
import juiceswap.core.changeover.Action;
import juiceswap.core.house.Setup;
import juiceswap.core.measure.Numbers;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Standing;
import juiceswap.core.supply.Limits;
import org.jspecify.annotations.Nullable;

/**
 * What somebody types from a meter: kept as typed, so that nothing is lost when a field is wrong.
 *
 * @param fields in the order of the probe
 */
public record ReadingForm(List<Field> fields) {

    /**
     * @param name of the reading, such as l1n
     * @param typed as typed
     * @param problem what is wrong with it, or null
     * @param verdict how it is judged on its own: good, watch or stop, or null
     */
    public record Field(
            String name,
            String label,
            String unit,
            boolean required,
            String typed,
            @Nullable String problem,
            @Nullable String verdict) {
        /** Something is typed that can't be read; a needed field that is still empty is not wrong yet. */
        public boolean isWrong() {
            return problem != null && !typed.isEmpty();
        }
    }

    /** An empty form for that measurement. */
    public static ReadingForm empty(Wording words, Standing standing, Action action) {
        return typed(words, standing, action, Map.of());
    }

    /** The form with what was typed, each field checked. */
    public static ReadingForm typed(Wording words, Standing standing, Action action, Map<String, String> typed) {
        boolean splitPhase = Measuring.twoLegs(standing, action);
        boolean loaded = Measuring.underLoad(standing, action);
        return typed(words, splitPhase, loaded, action, true, typed);
    }

    /** A form for readings at the panel that no step asks for: any field may be left empty, and amps belong to it. */
    public static ReadingForm underWay(Wording words, Setup setup, boolean loaded, Map<String, String> typed) {
        boolean splitPhase = setup.source().splitPhase();
        List<Field> fields =
                new ArrayList<>(typed(words, splitPhase, loaded, Action.MEASURE_LOADED, false, typed).fields);
        double mostAmps = Limits.of(setup.source(), setup.path()).legRunningWatts() / Limits.LEG_VOLTS;
        for (String leg : splitPhase ? List.of("L1", "L2") : List.of("L1")) {
            String name = leg.toLowerCase(Locale.ROOT) + "a";
            String label = splitPhase
                    ? words.say("swap.reading-form.by-clamp", "leg", leg)
                    : words.say("swap.reading-form.hot-by-clamp");
            fields.add(field(
                    words, name, label, "A", false, typed, amps -> amps <= mostAmps ? Verdict.GOOD : Verdict.WATCH));
        }
        return new ReadingForm(List.copyOf(fields));
    }

    /** Whether some fields may be left empty while others are needed. */
    public boolean tellsOptional() {
        return fields.stream().anyMatch(Field::required);
    }

    private static ReadingForm typed(
            Wording words,
            boolean splitPhase,
            boolean loaded,
            Action action,
            boolean legsRequired,
            Map<String, String> typed) {
        boolean atSet = action == Action.MEASURE_GENERATOR;
        List<Field> fields = new ArrayList<>();
        fields.add(field(
                words,
                "l1n",
                splitPhase
                        ? words.say("swap.reading-form.l1-to-neutral")
                        : words.say("swap.reading-form.hot-to-neutral"),
                "V",
                legsRequired,
                typed,
                Verdict::ofLegVolts));
        if (splitPhase) {
            fields.add(field(
                    words,
                    "l2n",
                    words.say("swap.reading-form.l2-to-neutral"),
                    "V",
                    legsRequired,
                    typed,
                    Verdict::ofLegVolts));
            fields.add(field(words, "l1l2", words.say("meter.l1-to-l2"), "V", false, typed, Verdict::ofLineVolts));
        }
        if (action != Action.MEASURE_UTILITY) {
            fields.add(field(
                    words,
                    "hz",
                    words.say("swap.reading-form.frequency"),
                    "Hz",
                    false,
                    typed,
                    hertz -> Verdict.ofHertz(hertz, loaded)));
        }
        if (!atSet) {
            fields.add(field(
                    words,
                    "ng",
                    words.say("swap.reading-form.neutral-to-ground"),
                    "V",
                    false,
                    typed,
                    Verdict::ofNeutralToGround));
        }
        return new ReadingForm(List.copyOf(fields));
    }

    /** Whether nothing was typed at all. */
    public boolean isEmpty() {
        return fields.stream().allMatch(field -> field.typed().isBlank());
    }

    /** Whether a field was wrong or missing. */
    public boolean hasProblems() {
        return fields.stream().anyMatch(field -> field.problem() != null);
    }

    /** The readings of a form without problems. */
    public Readings readings() {
        Map<String, Double> values = new LinkedHashMap<>();
        for (Field field : fields) {
            if (!field.typed().isBlank()) {
                values.put(field.name(), Numbers.reading(field.typed()).orElseThrow());
            }
        }
        return new Readings(
                values.get("l1n"),
                values.get("l2n"),
                values.get("l1l2"),
                values.get("hz"),
                values.get("ng"),
                values.get("l1a"),
                values.get("l2a"));
    }

    private static Field field(
            Wording words,
            String name,
            String label,
            String unit,
            boolean required,
            Map<String, String> typed,
            DoubleFunction<Verdict> judge) {
        String text = typed.getOrDefault(name, "").strip();
        String problem = null;
        String verdict = null;
        if (text.isEmpty()) {
            problem =
                    required && !typed.isEmpty() ? words.say("swap.reading-form.needed-without-it-nothing-can") : null;
        } else {
            OptionalDouble read = Numbers.reading(text);
            double value = read.orElse(-1);
            if (read.isEmpty()) {
                problem = words.say(
                        "swap.reading-form.type-a-number-such-as",
                        "example",
                        (unit.equals("Hz") ? "60.1" : unit.equals("A") ? "9.5" : "121"));
            } else if (value < 0 || value > 1000) {
                problem = words.say("swap.reading-form.from-0-to-1000");
            } else {
                verdict = judge.apply(value).word();
            }
        }
        return new Field(name, label, unit, required, text, problem, verdict);
    }
}
