package juiceswap.web.exchange;

import juiceswap.core.house.Estimate;
import juiceswap.core.house.Load;
import juiceswap.core.meter.ClampReading;
import org.jspecify.annotations.Nullable;

/**
 * A load as the household describes it.
 *
 * @param known how its watts are known
 * @param running watts while it runs, with their possible error
 * @param leftOff not used in an outage: one stage of an appliance of which another is
 * @param clamp the readings its watts were measured with
 */
public record LoadEntry(
        Load load,
        Estimate.Known known,
        Estimate running,
        boolean leftOff,
        @Nullable ClampReading clamp) {}
