package juiceswap.core.upkeep;

import java.time.LocalDate;
import juiceswap.core.InvalidInput;

/**
 * A task that was done.
 *
 * @param atHours of the engine, 0 or more
 */
public record Done(Task task, LocalDate on, double atHours) {
    public Done {
        InvalidInput.notNegative("/atHours", atHours);
    }
}
