package juiceswap.web.exchange;

import juiceswap.core.supply.CordEnds;
import org.jspecify.annotations.Nullable;

/**
 * What a household knows of its supply beyond the figures of the engine.
 *
 * @param considering the set is not bought yet
 * @param sets 2 when two alike run in parallel as one; ratings are those of both together
 * @param distanceM from where the set stands to the inlet, null when not measured
 * @param openingM from the set to the nearest door, window or vent, null when not measured
 * @param cordEnds which ends of the cord have blades, null when not looked at
 */
public record SupplyNotes(
        boolean considering,
        int sets,
        @Nullable Double distanceM,
        @Nullable Double openingM,
        @Nullable CordEnds cordEnds) {}
