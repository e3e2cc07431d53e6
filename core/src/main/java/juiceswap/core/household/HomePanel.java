package juiceswap.core.household;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import org.jspecify.annotations.Nullable;

/**
 * A panel of the house: the one that the transfer device feeds, or a sub-panel.
 *
 * @param id empty for the first one
 * @param name as people call it; empty for a first one that has none
 * @param inputSpaces spaces of the generator input breaker; empty where it is not in this panel
 * @param feeder the circuit that feeds this sub-panel; null for the first panel, and for one that the generator can't reach
 */
public record HomePanel(
        String id,
        String name,
        Panel panel,
        List<Integer> inputSpaces,
        @Nullable String feeder) {
    public HomePanel {
        inputSpaces = List.copyOf(inputSpaces);
        InvalidInput.unless(id.isEmpty() || !name.isBlank(), "/name", "invalid.empty");
    }

    /** The one that the transfer device feeds. */
    public boolean main() {
        return id.isEmpty();
    }

    /** The generator reaches it. */
    public boolean fed() {
        return main() || feeder != null;
    }

    /** Which of {@code circuits} sits where in it. */
    public PanelMap map(List<HomeCircuit> circuits) {
        Map<String, List<Integer>> places = new LinkedHashMap<>();
        for (HomeCircuit one : circuits) {
            if (one.panel().equals(id)) {
                places.put(one.id(), one.circuit().spaces());
            }
        }
        return new PanelMap(panel, inputSpaces, places);
    }

    /** The same, fed by another circuit, or by none when null. */
    public HomePanel fedBy(@Nullable String circuit) {
        return new HomePanel(id, name, panel, inputSpaces, circuit);
    }
}
