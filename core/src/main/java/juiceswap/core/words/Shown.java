package juiceswap.core.words;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.temporal.Temporal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import juiceswap.core.measure.Measures;
import juiceswap.core.measure.Quantity;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.supply.Placement;
import org.jspecify.annotations.Nullable;

/** Amounts and times as a household reads them, for the sentences that name them. */
public final class Shown {
    /** Figures that sentences name without being given them. */
    private static final Map<String, Quantity> FIXED = Map.of(
            // usual safety advice: as far as exhaust has to be from doors, windows and vents
            "clearOfOpenings", Quantity.metres(Placement.LEAST_OPENING_M),
            // usual food-safety advice
            "foodKeepsBelow",
                    Quantity.celsius(
                            Objects.requireNonNull(Keeping.FRIDGE.usual("").empty())));

    private Shown() {}

    /** The names of the figures that every sentence may name. */
    public static Set<String> fixed() {
        return FIXED.keySet();
    }

    /** Whether what is shown for that value depends on the household's measures. */
    public static boolean measured(@Nullable Object value) {
        return value instanceof Quantity || value instanceof Temporal;
    }

    /** The values with the fixed figures, amounts and times as in those measures. */
    public static Map<String, @Nullable Object> of(Map<String, ?> values, Measures measures) {
        Map<String, @Nullable Object> shown = new LinkedHashMap<>(FIXED);
        shown.putAll(values);
        shown.replaceAll((name, value) -> shown(value, measures));
        return shown;
    }

    private static @Nullable Object shown(@Nullable Object value, Measures measures) {
        if (value instanceof Quantity quantity) {
            return measures.show(quantity);
        }
        if (value instanceof LocalDateTime time) {
            return measures.clock(time.toLocalTime());
        }
        if (value instanceof LocalTime clock) {
            return measures.clock(clock);
        }
        return value instanceof LocalDate day ? measures.date(day) : value;
    }
}
