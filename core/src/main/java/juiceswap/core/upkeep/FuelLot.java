package juiceswap.core.upkeep;

import java.time.LocalDate;
import juiceswap.core.InvalidInput;
import juiceswap.core.supply.Fuel;
import org.jspecify.annotations.Nullable;

/**
 * Fuel in store that was bought together.
 *
 * @param litres 0 or more; what is used up is due no more
 */
public record FuelLot(LocalDate bought, boolean stabilised, double litres) {
    private static final int GASOLINE_DAYS = 90;
    private static final int DIESEL_DAYS = 180;
    private static final int STABILISED_DAYS = 365;

    public FuelLot {
        InvalidInput.notNegative("/litres", litres);
    }

    /**
     * When it should be used up: general practice, unless the manual gives days.
     *
     * @param manualDays of the manual, for stabilised fuel too; null without
     */
    LocalDate due(Fuel fuel, @Nullable Integer manualDays) {
        int usual = stabilised ? STABILISED_DAYS : fuel == Fuel.DIESEL ? DIESEL_DAYS : GASOLINE_DAYS;
        return bought.plusDays(manualDays == null ? usual : manualDays);
    }
}
