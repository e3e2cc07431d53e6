package juiceswap.bench;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Effort;
import juiceswap.core.rotation.Horizon;
import juiceswap.core.rotation.Rotation;
import juiceswap.core.rotation.RotationPlan;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/**
 * A day of 96 slots for 24 circuits. Wanted: a first plan within 30 ms, a quick one in about 0.3 s, a normal one in about
 * 3 s, on two cores and warm, under 64 MB of heap beside the rest.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MILLISECONDS)
@Fork(value = 1, jvmArgs = "-Xmx96m")
@Warmup(iterations = 3, time = 3)
@Measurement(iterations = 4, time = 3)
public class RotationBenchmark {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);

    private final Rotation day = day(24);

    @Benchmark
    public RotationPlan instant() {
        return day.plan(Effort.INSTANT);
    }

    @Benchmark
    public RotationPlan quick() {
        return day.plan(Effort.QUICK);
    }

    @Benchmark
    public RotationPlan normal() {
        return day.plan(Effort.NORMAL);
    }

    /** A made-up house that has to take turns: reserves of all sorts, jobs, hours, and some things always on. */
    private static Rotation day(int count) {
        Random random = new Random(31);
        List<Circuit> circuits = new ArrayList<>();
        List<Need> needs = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            String id = "c" + i;
            double watts = 60 + 40 * random.nextInt(40);
            circuits.add(
                    i % 6 == 0
                            ? Samples.twoPole(id, 1 + 4 * i, Samples.load240(2 * watts, 4 * watts))
                            : Samples.circuit(id, 1 + i, watts, watts * (1 + random.nextInt(3))));
            needs.add(need(id, i, random));
        }
        Setup setup = Samples.setup(Samples.generator(6800, 8400), circuits.toArray(Circuit[]::new));
        Horizon horizon =
                new Horizon(SIX, 15, 96, new Horizon.Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30)), List.of());
        return new Rotation(setup, horizon, null, needs);
    }

    private static Need need(String id, int i, Random random) {
        LocalDateTime from = SIX.plusHours(random.nextInt(18));
        return switch (i % 4) {
            case 0, 1 -> {
                double hold = 120 + 60 * random.nextInt(10);
                yield new Need.Reserve(id, Priority.values()[1 + random.nextInt(3)], hold, 60, hold / 2);
            }
            case 2 -> new Need.Session(id, Priority.COMFORT, 45, null, 0, new Window(from, from.plusHours(4)));
            default -> new Need.Minutes(id, Priority.COMFORT, 120, 30, 0, new Window(from, from.plusHours(6)));
        };
    }
}
