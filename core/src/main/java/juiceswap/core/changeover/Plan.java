package juiceswap.core.changeover;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The way from a state to a goal.
 *
 * @param steps in order; empty when the goal is already reached or the plan is refused
 * @param placeChanges walks between places
 * @param cost by which it is the least: actions, waiting minutes and walks
 * @param refused why there is no plan, or null
 */
public record Plan(
        List<Step> steps,
        int placeChanges,
        int cost,
        @Nullable Refusal refused) {

    /**
     * One thing to do.
     *
     * @param minutes of waiting that belong to it
     * @param because the rules that the rest of the plan would break first without this step
     * @param parallel part of the waiting passed while other steps were done
     */
    public record Step(
            Action action,
            Place place,
            int minutes,
            @Nullable String circuit,
            List<Rule> because,
            boolean parallel) {}

    static Plan refusedFor(Refusal refusal) {
        return new Plan(List.of(), 0, 0, refusal);
    }
}
