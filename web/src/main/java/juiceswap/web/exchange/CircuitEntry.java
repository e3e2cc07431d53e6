package juiceswap.web.exchange;

import java.util.List;
import java.util.Map;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Estimate;

/**
 * A circuit as the household describes it: what the rules need, and what people need besides.
 *
 * @param circuit as the rules see it: loads that are left off in an outage are not in it
 * @param panel id of its panel, empty for the first one
 * @param choices what is wanted of it, for each occasion
 * @param loads all of its loads, those left off included
 */
public record CircuitEntry(
        Circuit circuit, String panel, String note, Map<Choice.Occasion, Choice> choices, List<LoadEntry> loads) {

    public String id() {
        return circuit.id();
    }

    public Choice choice(Choice.Occasion occasion) {
        return choices.get(occasion);
    }

    /** Running watts with their possible error. */
    public Estimate running() {
        return Estimate.sum(loads.stream()
                .filter(load -> !load.leftOff())
                .map(LoadEntry::running)
                .toList());
    }
}
