package juiceswap.core.trouble;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.Worded;
import juiceswap.core.trouble.Diagnosis.Outcome;
import org.jspecify.annotations.Nullable;

/**
 * What was looked at so far and as what each came out, in the order in which it was done. Written in one line, as
 * {@code fuel-valve.ok,oil-level.skipped}, it goes where a page or a phone keeps it.
 */
public record Findings(Map<Check, Outcome> looked) {
    public static final Findings NONE = new Findings(Map.of());

    public Findings {
        looked = Collections.unmodifiableMap(new LinkedHashMap<>(looked));
    }

    /** Reads what {@link #written} gives; what can't be read is left out. */
    public static Findings read(String written) {
        Map<Check, Outcome> looked = new LinkedHashMap<>();
        for (String one : written.split(",")) {
            int dot = one.lastIndexOf('.');
            if (dot > 0) {
                Check check = Worded.find(Check.class, one.substring(0, dot)).orElse(null);
                Outcome outcome =
                        Worded.find(Outcome.class, one.substring(dot + 1)).orElse(null);
                if (check != null && outcome != null) {
                    looked.put(check, outcome);
                }
            }
        }
        return new Findings(looked);
    }

    public String written() {
        return String.join(
                ",",
                looked.entrySet().stream()
                        .map(one -> one.getKey().word() + "." + one.getValue().word())
                        .toList());
    }

    /** One thing more. */
    public Findings with(Check check, Outcome outcome) {
        Map<Check, Outcome> more = new LinkedHashMap<>(looked);
        more.put(check, outcome);
        return new Findings(more);
    }

    /** As it was before the last. */
    public Findings withoutLast() {
        List<Check> checks = new ArrayList<>(looked.keySet());
        Map<Check, Outcome> rest = new LinkedHashMap<>(looked);
        if (!checks.isEmpty()) {
            rest.remove(checks.get(checks.size() - 1));
        }
        return new Findings(rest);
    }

    /** What is of use for this symptom of this engine: what was found of another is left out. */
    public Findings of(Symptom symptom, EngineKind engine) {
        Map<Check, Outcome> fitting = new LinkedHashMap<>(looked);
        fitting.keySet().retainAll(Diagnosis.checks(symptom, engine));
        return new Findings(fitting);
    }

    /** The check that came out wrong, null while none has. */
    public @Nullable Check cause() {
        return looked.entrySet().stream()
                .filter(one -> one.getValue() == Outcome.NOT)
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(null);
    }
}
