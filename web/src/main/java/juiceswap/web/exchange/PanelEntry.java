package juiceswap.web.exchange;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import org.jspecify.annotations.Nullable;

/**
 * A panel of the house: the one that the transfer device feeds, or a sub-panel.
 *
 * @param id empty for the first one
 * @param inputSpaces spaces of the generator input breaker; empty where it is not in this panel
 * @param feeder the circuit that feeds this sub-panel; null for the first panel, and for one that the generator can't
 *     reach
 */
public record PanelEntry(
        String id,
        String name,
        Panel panel,
        List<Integer> inputSpaces,
        @Nullable String feeder) {

    public boolean main() {
        return id.isEmpty();
    }

    /** The generator reaches it. */
    public boolean fed() {
        return main() || feeder != null;
    }

    /** Which of {@code circuits} sits where in it. */
    public PanelMap map(List<CircuitEntry> circuits) {
        Map<String, List<Integer>> places = new LinkedHashMap<>();
        for (CircuitEntry entry : circuits) {
            if (entry.panel().equals(id)) {
                places.put(entry.id(), entry.circuit().spaces());
            }
        }
        return new PanelMap(panel, inputSpaces, places);
    }
}
