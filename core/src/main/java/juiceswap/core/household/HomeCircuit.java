package juiceswap.core.household;

import java.util.List;
import java.util.Map;
import java.util.Objects;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Choice.Occasion;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Estimate;

/**
 * A circuit in its house: as it was entered, and what that amounts to there.
 *
 * @param circuit as the rules see it: loads that are left off in an outage are not in it, one that the generator can't reach
 *     is locked off
 * @param choices what is wanted of it, for each occasion
 */
public record HomeCircuit(EnteredCircuit entered, Circuit circuit, Map<Occasion, Choice> choices) {
    public String id() {
        return entered.id();
    }

    /** The id of its panel, empty for the first one. */
    public String panel() {
        return entered.seat().panel();
    }

    public String note() {
        return entered.said().note();
    }

    /** All of its loads, those left off included. */
    public List<HomeLoad> loads() {
        return entered.loads();
    }

    public Choice choice(Occasion occasion) {
        return Objects.requireNonNull(choices.get(occasion));
    }

    /** Running watts with their possible error. */
    public Estimate running() {
        return Estimate.sum(loads().stream()
                .filter(load -> !load.leftOff())
                .map(HomeLoad::running)
                .toList());
    }
}
