package juiceswap.core.rotation;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import juiceswap.core.rotation.Need.Priority;
import org.jspecify.annotations.Nullable;

/**
 * What a circuit keeps, with values to begin with until the household knows better. Where no source is given they are our
 * judgement, on the careful side.
 */
public enum Keeping {
    /** A closed refrigerator keeps food safe for about 4 hours: usual food-safety advice. */
    FRIDGE(Priority.FOOD, 240, 60, 3.0, 8.0),
    /** A half-full freezer keeps for about 24 hours, a full one for 48: usual food-safety advice. */
    FREEZER(Priority.FOOD, 1440, 240, -18.0, -8.0),
    /** Medicine is to be kept from 2 to 8 °C: usual label. */
    MEDICINE(Priority.LIFE, 180, 45, 4.0, 8.0),
    HOUSE_WARM(Priority.PROPERTY, 360, 150, 20.0, 12.0),
    HOT_WATER(Priority.COMFORT, 720, 90, 55.0, 40.0),
    /** A pit that fills in heavy rain. */
    SUMP(Priority.PROPERTY, 90, 10, null, null),
    SEWAGE(Priority.PROPERTY, 480, 15, null, null),
    /** What the pressure tank gives before the pump runs again. */
    WATER(Priority.PROPERTY, 240, 10, null, null),
    CHARGED(Priority.COMFORT, 480, 120, null, null),
    /** Animals and eggs that need warmth. */
    ANIMALS(Priority.LIFE, 60, 30, 37.5, 34.0),
    OTHER(Priority.COMFORT, 240, 60, null, null);

    private final Priority priority;
    private final double holdMinutes;
    private final double recoverMinutes;
    private final @Nullable Double full;
    private final @Nullable Double empty;

    Keeping(
            Priority priority,
            double holdMinutes,
            double recoverMinutes,
            @Nullable Double full,
            @Nullable Double empty) {
        this.priority = priority;
        this.holdMinutes = holdMinutes;
        this.recoverMinutes = recoverMinutes;
        this.full = full;
        this.empty = empty;
    }

    /** A need of this kind with the values to begin with. */
    public StandingNeed.Keep usual(String circuit) {
        return new StandingNeed.Keep(circuit, priority, this, holdMinutes, recoverMinutes, full, empty);
    }

    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    public static Optional<Keeping> of(String word) {
        return Arrays.stream(values()).filter(one -> one.word().equals(word)).findFirst();
    }
}
