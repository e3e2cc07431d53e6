package juiceswap.web.exchange;

import juiceswap.core.supply.CordEnds;
import juiceswap.core.supply.Placement;
import org.jspecify.annotations.Nullable;

/**
 * What a household knows of its supply beyond the figures of the engine.
 *
 * @param considering the set is not bought yet
 * @param sets 2 when two alike run in parallel as one; ratings are those of both together
 * @param placement where the set stands
 * @param cordEnds which ends of the cord have blades, null when not looked at
 */
public record SupplyNotes(
        boolean considering,
        int sets,
        Placement placement,
        @Nullable CordEnds cordEnds) {}
