package juiceswap.core.upkeep;

import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * What an outage has cost, as its people say, in their own money. What nobody has said is null.
 *
 * @param fuelPerLitre price of a liter of the fuel that the engine burns, 0 or more
 * @param food what had to be thrown out, 0 or more
 * @param other everything else, 0 or more
 */
public record OutageCost(
        @Nullable Double fuelPerLitre,
        @Nullable Double food,
        @Nullable Double other) {
    /** Nobody has said anything. */
    public static final OutageCost UNSAID = new OutageCost(null, null, null);

    /** More than that is a slip of the finger. */
    private static final double MOST = 1_000_000;

    public OutageCost {
        requireMoney(fuelPerLitre, "/fuelPrice");
        requireMoney(food, "/food");
        requireMoney(other, "/other");
    }

    private static void requireMoney(@Nullable Double amount, String field) {
        InvalidInput.unless(amount == null || amount >= 0 && amount <= MOST, field, "invalid.money");
    }

    /** What the fuel has cost; null where its price or how much was burnt is not known. */
    public @Nullable Double fuel(@Nullable Double litres) {
        Double price = fuelPerLitre;
        return litres == null || price == null ? null : (Double) (litres * price);
    }

    /** All that is known of it; null while nothing is. */
    public @Nullable Double total(@Nullable Double litres) {
        Double fuel = fuel(litres);
        if (fuel == null && food == null && other == null) {
            return null;
        }
        return or0(fuel) + or0(food) + or0(other);
    }

    private static double or0(@Nullable Double amount) {
        return amount == null ? 0 : amount;
    }
}
