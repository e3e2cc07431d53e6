package juiceswap.core.household;

import java.util.List;
import juiceswap.core.capacity.CordPlan;

/** An extension cord of the household and what is plugged into it. */
public record ExtensionCord(String name, CordPlan.Cord cord, List<Appliance> appliances) {
    public ExtensionCord {
        appliances = List.copyOf(appliances);
    }

    /** A load by its circuit and its name. */
    public record Appliance(String circuit, String load) {}

    /** The same cord with other appliances. */
    public ExtensionCord with(List<Appliance> others) {
        return new ExtensionCord(name, cord, others);
    }
}
