package juiceswap.core.rehearsal;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Rule;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.Setup;
import org.jspecify.annotations.Nullable;

/**
 * What came of a row of acts in a world, from the first to the last. The same acts in the same world always come to the
 * same.
 */
public record Rehearsal(List<Entry> timeline, End end) {

    /**
     * One act and what came of it, or of the time that it took.
     *
     * @param at minutes from the beginning when it ends
     * @param done false when the hardware did not let it happen
     * @param broken rules that it broke, by their words
     * @param reading what was read, or null
     */
    public record Entry(
            Act act,
            double at,
            boolean done,
            List<Rule> broken,
            @Nullable Meter reading,
            List<Consequence> consequences) {}

    /**
     * How things stand in the end.
     *
     * @param on circuits that are closed, in the setup's order
     * @param idleMinutes that the hot engine has run without load, 0 to 5
     * @param counts consequences by how bad they are
     * @param destroyed circuits in the order in which it happened, and {@link World#GENERATOR}
     * @param minutesDark nobody fed the panel
     * @param minutesUnseen the generator carried something long after the utility was back
     * @param best the least that it takes, or null where no plan leads there
     */
    @RecordBuilder
    public record End(
            SwapState state,
            List<String> on,
            double idleMinutes,
            double minutes,
            int walks,
            Map<Severity, Integer> counts,
            List<String> destroyed,
            double minutesDark,
            double minutesUnseen,
            boolean reached,
            @Nullable Best best) {}

    /** The least, as a plan of the changeover walked in a sound world takes it. */
    public record Best(double minutes, int walks) {}

    /**
     * Walks the acts.
     *
     * @param begins how things stand at minute 0
     */
    public static Rehearsal of(
            Setup setup, SwapState begins, Options options, Goal goal, Script script, List<Act> acts) {
        script.requireIn(setup);
        World world = new World(new Changeover(setup, options), goal, begins, script);
        List<Entry> timeline = new ArrayList<>();
        for (Act act : acts) {
            timeline.add(world.perform(act));
        }
        return new Rehearsal(List.copyOf(timeline), world.end(best(setup, begins, options, goal, script)));
    }

    /** Minutes and walks of the plan from the same beginning; null when it is refused. */
    public static @Nullable Best best(Setup setup, SwapState begins, Options options, Goal goal, Script script) {
        Changeover changeover = new Changeover(setup, options);
        World world = new World(changeover, goal, begins, script.withoutFaults());
        Plan plan = new Planner(changeover, goal).plan(world.state());
        if (plan.refused() != null) {
            return null;
        }
        for (Plan.Step step : plan.steps()) {
            world.perform(Act.of(step.action(), step.circuit()));
        }
        return new Best(world.minutes(), world.walks());
    }
}
