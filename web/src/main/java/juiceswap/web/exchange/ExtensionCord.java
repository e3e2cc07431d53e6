package juiceswap.web.exchange;

import java.util.List;
import juiceswap.core.capacity.CordPlan;

/** An extension cord of the household and what hangs on it. */
public record ExtensionCord(String name, CordPlan.Cord cord, List<Appliance> appliances) {

    /** A load by its circuit and its name. */
    public record Appliance(String circuit, String load) {}
}
