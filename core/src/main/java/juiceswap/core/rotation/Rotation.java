package juiceswap.core.rotation;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.concurrent.ForkJoinPool;
import juiceswap.core.InvalidInput;
import juiceswap.core.InvalidInput.Problem;
import juiceswap.core.house.Need;
import juiceswap.core.house.Setup;
import org.jspecify.annotations.Nullable;

/**
 * The question of a rotation: which circuits take turns when, so that running and starting loads stay within capacity and
 * the needs are met with the fewest walks to the panel.
 *
 * @param now ids of what is on as it begins, so that changing it takes a walk; null: it begins with a free first set
 * @param needs in the order by which the answer names them
 * @param walking what people mind about walks beyond their number
 */
public record Rotation(
        Setup setup, Horizon horizon, @Nullable Set<String> now, List<Need> needs, Walking walking) {
    /** A rotation by which nobody minds more about walks than their number. */
    public Rotation(Setup setup, Horizon horizon, @Nullable Set<String> now, List<Need> needs) {
        this(setup, horizon, now, needs, Walking.USUAL);
    }

    public Rotation {
        now = now == null ? null : Set.copyOf(now);
        needs = List.copyOf(needs);
        List<Problem> problems = new ArrayList<>();
        Set<String> reserves = new HashSet<>();
        for (int i = 0; i < needs.size(); i++) {
            Need need = needs.get(i);
            if (setup.find(need.circuit()) == null) {
                problems.add(new Problem("/needs/" + i + "/circuit", "invalid.no-circuit", "circuit", need.circuit()));
            } else if (need instanceof Need.Reserve && !reserves.add(need.circuit())) {
                problems.add(new Problem("/needs/" + i, "invalid.reserve-exists"));
            }
        }
        if (now != null) {
            for (String id : now) {
                if (setup.find(id) == null) {
                    problems.add(new Problem("/now/on", "invalid.no-circuit", "circuit", id));
                }
            }
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
    }

    /** The same question with other needs. */
    Rotation withNeeds(List<Need> others) {
        return new Rotation(setup, horizon, now, others, walking);
    }

    /** The best plan that this much effort finds: the same for the same question. */
    public RotationPlan plan(Effort effort) {
        return plan(effort, null);
    }

    /** The same, beginning with a plan that is in force: its on-sets by slot, as many as there are. */
    public RotationPlan plan(Effort effort, @Nullable List<Set<String>> inForce) {
        return plan(effort, inForce, ForkJoinPool.commonPool());
    }

    /** The same, with the searches but the first run by that executor. */
    public RotationPlan plan(Effort effort, @Nullable List<Set<String>> inForce, Executor beside) {
        return plan(effort, inForce, Beside.on(beside));
    }

    /** The same. */
    public RotationPlan plan(Effort effort, @Nullable List<Set<String>> inForce, Beside beside) {
        return plan(effort, inForce, beside, Watch.PATIENT);
    }

    /**
     * The same, for somebody who may go away.
     *
     * @throws java.util.concurrent.CancellationException nobody waits for it any more
     */
    public RotationPlan plan(Effort effort, @Nullable List<Set<String>> inForce, Beside beside, Watch watch) {
        return planFrom(RotationSearch.Start.untold(inForce), effort, beside, watch);
    }

    /** The same, beginning with a plan of which people have been told. */
    RotationPlan planFrom(RotationSearch.@Nullable Start start, Effort effort, Beside beside, Watch watch) {
        Compiled compiled = new Compiled(this);
        return RotationPlan.of(compiled, RotationSearch.best(compiled, effort, start, beside, watch));
    }

    /** What a plan made before amounts to: its on-sets by slot, of circuits that are known to this question. */
    public RotationPlan judged(List<Set<String>> on) {
        InvalidInput.unless(on.size() == horizon.slots(), "/on", "invalid.set-for-each-slot");
        Compiled compiled = new Compiled(this);
        return RotationPlan.of(compiled, RotationSearch.bits(compiled, on));
    }
}
