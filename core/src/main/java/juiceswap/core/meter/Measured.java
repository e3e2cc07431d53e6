package juiceswap.core.meter;

import java.util.List;

/**
 * Readings and what they were found to mean.
 *
 * @param causes the most serious first; empty when all is well
 */
public record Measured(Readings readings, Verdict verdict, List<VoltageCause> causes) {
    /** Below so many hertz an engine labours too much for more load (engine data: governors hold 60 ± 3). */
    private static final double LEAST_HERTZ = 58;

    public Measured {
        causes = List.copyOf(causes);
    }

    /** Whether the supply labours or sags already, so that more load would stall it or burn motors. */
    public boolean weakSupply() {
        return readings.hz() != null && readings.hz() < LEAST_HERTZ
                || causes.stream().anyMatch(VoltageCause::weakens);
    }
}
