package juiceswap.web.outage;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.DoubleFunction;
import juiceswap.core.changeover.Action;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Measuring;
import juiceswap.core.outage.Standing;
import juiceswap.core.supply.Limits;
import juiceswap.web.form.Form;
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
    public static ReadingForm empty(Standing standing, Action action) {
        return typed(standing, action, Map.of());
    }

    /** The form with what was typed, each field checked. */
    public static ReadingForm typed(Standing standing, Action action, Map<String, String> typed) {
        boolean splitPhase = Measuring.twoLegs(standing, action);
        boolean loaded = Measuring.underLoad(standing, action);
        return typed(splitPhase, loaded, action, true, typed);
    }

    /** A form for readings at the panel that no step asks for: any field may be left empty, and amps belong to it. */
    public static ReadingForm underWay(Setup setup, boolean loaded, Map<String, String> typed) {
        boolean splitPhase = setup.source().splitPhase();
        List<Field> fields = new ArrayList<>(typed(splitPhase, loaded, Action.MEASURE_LOADED, false, typed).fields);
        double mostAmps = Limits.of(setup.source(), setup.path()).legRunningWatts() / Limits.LEG_VOLTS;
        for (String leg : splitPhase ? List.of("L1", "L2") : List.of("L1")) {
            String name = leg.toLowerCase(Locale.ROOT) + "a";
            String label =
                    splitPhase ? say("swap.reading-form.by-clamp", "leg", leg) : say("swap.reading-form.hot-by-clamp");
            fields.add(field(name, label, "A", false, typed, amps -> amps <= mostAmps ? Verdict.GOOD : Verdict.WATCH));
        }
        return new ReadingForm(List.copyOf(fields));
    }

    /** Whether some fields may be left empty while others are needed. */
    public boolean tellsOptional() {
        return fields.stream().anyMatch(Field::required);
    }

    private static ReadingForm typed(
            boolean splitPhase, boolean loaded, Action action, boolean legsRequired, Map<String, String> typed) {
        boolean atSet = action == Action.MEASURE_GENERATOR;
        List<Field> fields = new ArrayList<>();
        fields.add(field(
                "l1n",
                splitPhase ? say("swap.reading-form.l1-to-neutral") : say("swap.reading-form.hot-to-neutral"),
                "V",
                legsRequired,
                typed,
                Verdict::ofLegVolts));
        if (splitPhase) {
            fields.add(field(
                    "l2n", say("swap.reading-form.l2-to-neutral"), "V", legsRequired, typed, Verdict::ofLegVolts));
            fields.add(field("l1l2", say("meter.l1-to-l2"), "V", false, typed, Verdict::ofLineVolts));
        }
        if (action != Action.MEASURE_UTILITY) {
            fields.add(field(
                    "hz",
                    say("swap.reading-form.frequency"),
                    "Hz",
                    false,
                    typed,
                    hertz -> Verdict.ofHertz(hertz, loaded)));
        }
        if (!atSet) {
            fields.add(field(
                    "ng", say("swap.reading-form.neutral-to-ground"), "V", false, typed, Verdict::ofNeutralToGround));
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
                values.put(field.name(), Form.readingIn(field.typed()));
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
            problem = required && !typed.isEmpty() ? say("swap.reading-form.needed-without-it-nothing-can") : null;
        } else {
            Double value = Form.readingIn(text);
            if (value == null) {
                problem = say(
                        "swap.reading-form.type-a-number-such-as",
                        "example",
                        (unit.equals("Hz") ? "60.1" : unit.equals("A") ? "9.5" : "121"));
            } else if (value < 0 || value > 1000) {
                problem = say("swap.reading-form.from-0-to-1000");
            } else {
                verdict = judge.apply(value).word();
            }
        }
        return new Field(name, label, unit, required, text, problem, verdict);
    }
}
