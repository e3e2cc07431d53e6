package juiceswap.bench;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.MakeRoom;
import juiceswap.core.capacity.Sizing;
import juiceswap.core.capacity.StartOrder;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source;
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
 * The questions that are asked while a finger toggles circuits. Wanted: {@code capacity} of 30 circuits under 20 µs,
 * {@code startOrder} of 20 circuits under 1 ms. Run with {@code mvn -q -pl core,bench -DskipTests -Pbench verify}.
 */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class PlanningBenchmark {
    private final Setup house = house(30);
    private final List<String> all = house.circuits().stream().map(Circuit::id).toList();
    private final List<String> twenty = all.subList(0, 20);
    private final List<String> ten = all.subList(0, 10);

    @Benchmark
    public Capacity capacity() {
        return Capacity.of(house, all, Set.of());
    }

    @Benchmark
    public StartOrder startOrder() {
        return StartOrder.of(house, List.of(), twenty, List.of());
    }

    @Benchmark
    public Sizing sizing() {
        return Sizing.of(house, twenty, false);
    }

    @Benchmark
    public MakeRoom makeRoom() {
        return MakeRoom.of(house, ten, "c25", 30, List.of());
    }

    private static Setup house(int count) {
        return new House().with(count);
    }

    /** A made-up house: motors and heaters on both legs, every fifth one on 240 V, some needing another. */
    private static final class House {
        private final Random random = new Random(7);

        Setup with(int count) {
            List<Circuit> circuits = new ArrayList<>();
            for (int i = 0; i < count; i++) {
                circuits.add(circuit(i));
            }
            Generator generator = Generator.described()
                    .ratings(List.of(new Rating(Fuel.GASOLINE, 9000, 11500)))
                    .altitudeM(300)
                    .ambientC(28)
                    .bond(Bond.FLOATING)
                    .bondChange(Source.BondChange.NONE)
                    .idleControl(true)
                    .tankLitres(24.0)
                    .generator();
            TransferDevice device = TransferDevice.of(TransferDevice.Kind.INTERLOCK);
            return new Setup(
                    device,
                    generator,
                    List.of(
                            new Link(Link.Kind.OUTPUT_BREAKER, 50, null, null, null),
                            new Link(Link.Kind.CORD, 50, "6", 12.0, 50.0),
                            new Link(Link.Kind.INPUT_BREAKER, 50, null, null, null)),
                    circuits);
        }

        private Circuit circuit(int i) {
            boolean both = i % 5 == 0;
            double running = 60 + random.nextInt(700);
            Load load = new Load(
                    "Load",
                    both ? 240 : 120,
                    null,
                    Nameplate.ofWatts(running, running * (1 + random.nextInt(3))),
                    50,
                    1);
            int space = 1 + 4 * i;
            return new Circuit(
                    "c" + i,
                    "Circuit " + i,
                    both ? List.of(space, space + 2) : List.of(space + 2 * random.nextInt(2)),
                    30,
                    List.of(load),
                    i % 6 == 5 ? List.of("c" + (i - 1)) : List.of(),
                    List.of(),
                    null,
                    false);
        }
    }
}
