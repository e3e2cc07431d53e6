package juiceswap.bench;

import java.util.List;
import java.util.concurrent.TimeUnit;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.EveryState;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.TransferDevice.Kind;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * A plan from every state that the hardware can be left in, one after the other. Wanted: under 20 ms at the 99th
 * percentile. Run with {@code mvn -q -pl core,bench -DskipTests -Pbench verify}.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.SampleTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(1)
@Warmup(iterations = 2, time = 2)
@Measurement(iterations = 2, time = 3)
public class ChangeoverBenchmark {
    /** A step that has nothing in common with the numbers of states, so that each is met. */
    private static final int STRIDE = 7919;

    @Param({"INTERLOCK", "TRANSFER_SWITCH", "SUBPANEL", "CIRCUIT_SWITCHES", "AUTOMATIC_CIRCUITS", "APPLIANCE", "CORDS"})
    private Kind kind;

    @Param({"ON_GENERATOR", "ON_UTILITY", "REFUEL", "MAKE_SAFE"})
    private Goal goal;

    private Changeover changeover;
    private List<SwapState> states;
    private int turn;

    @Setup
    public void everyState() {
        changeover = EveryState.changeover(kind);
        states = EveryState.of(changeover, true);
    }

    /** A changeover of its own each time, as for a page: nothing is remembered from the plan before. */
    @Benchmark
    public Plan plan() {
        turn = (turn + STRIDE) % states.size();
        return new Planner(new Changeover(changeover.setup(), changeover.options()), goal).plan(states.get(turn));
    }
}
