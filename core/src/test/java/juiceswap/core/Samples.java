package juiceswap.core;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Link;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source.BondChange;

/** Made-up households for the tests. */
public final class Samples {
    private Samples() {}

    public static Generator generator(double runningWatts, double startingWatts) {
        return generator(runningWatts, startingWatts, 0, 20);
    }

    public static Generator generator(double runningWatts, double startingWatts, double altitudeM, double ambientC) {
        return Generator.described()
                .ratings(List.of(new Rating(Fuel.GASOLINE, runningWatts, startingWatts)))
                .altitudeM(altitudeM)
                .ambientC(ambientC)
                .bond(Bond.BONDED)
                .bondChange(BondChange.SWITCH)
                .idleControl(true)
                .tankLitres(22.0)
                .generator();
    }

    /** A 120 V set. */
    public static Generator generator120(double runningWatts, double startingWatts) {
        Generator set = generator(runningWatts, startingWatts);
        return set.change().splitPhase(false).litresPerHour(new TreeMap<>()).generator();
    }

    /** Circuits behind an interlock; a 120 V set feeds both legs bridged. */
    public static Setup setup(Generator generator, Circuit... circuits) {
        boolean bridged = !generator.splitPhase();
        TransferDevice transfer = TransferDevice.of(Kind.INTERLOCK).withFeed(new TransferDevice.Feed(bridged, Leg.L1));
        return new Setup(transfer, generator, path(), List.of(circuits));
    }

    public static Circuit circuit(String id, int space, double running, double starting) {
        return circuit(id, space, load(running, starting));
    }

    public static Circuit circuit(
            String id, int space, double running, double starting, List<String> needs, List<String> notWith) {
        return new Circuit(id, id, List.of(space), 20, List.of(load(running, starting)), needs, notWith, null, false);
    }

    public static TransferDevice interlock(String... testCircuits) {
        return TransferDevice.of(Kind.INTERLOCK).withProving(new TransferDevice.Proving(false, List.of(testCircuits)));
    }

    public static List<Link> path() {
        return List.of(
                new Link(Link.Kind.OUTPUT_BREAKER, 30, null, null, null),
                new Link(Link.Kind.CORD, 30, "10", 12.0, null),
                new Link(Link.Kind.INLET, 30, null, null, null),
                new Link(Link.Kind.INPUT_BREAKER, 30, null, null, null));
    }

    public static Load load(double running, double starting) {
        return new Load("Load", 120, null, Nameplate.ofWatts(running, starting), 100, 1);
    }

    public static Load load240(double running, double starting) {
        return new Load("Load", 240, null, Nameplate.ofWatts(running, starting), 100, 1);
    }

    public static Circuit circuit(String id, int space, Load... loads) {
        return new Circuit(id, id, List.of(space), 20, List.of(loads), List.of(), List.of(), null, false);
    }

    /** The same, used for minutes with somebody standing by. */
    public static Circuit attended(Circuit circuit) {
        return new Circuit(
                circuit.id(),
                circuit.label(),
                circuit.spaces(),
                circuit.breakerAmps(),
                circuit.loads(),
                circuit.needs(),
                circuit.notWith(),
                circuit.sharedNeutralWith(),
                circuit.lockedOff(),
                circuit.legAsFound(),
                circuit.fedThrough(),
                true);
    }

    public static Circuit twoPole(String id, int space, Load... loads) {
        return new Circuit(id, id, List.of(space, space + 2), 30, List.of(loads), List.of(), List.of(), null, false);
    }

    /** A cottage with an interlock, two test circuits and a well pump. */
    public static Setup cottage() {
        return new Setup(
                interlock("lamp", "lights"),
                generator(6800, 8400),
                path(),
                List.of(
                        circuit("fridge", 1, load(180, 900)),
                        circuit("lights", 3, load(160, 160)),
                        circuit("lamp", 22, load(75, 75)),
                        twoPole("well", 6, load240(1100, 3000)),
                        twoPole("range", 17, load240(4200, 4200))));
    }

    /** {@code count} random circuits on random legs, some of them needing an earlier one. */
    public static Setup random(Random random, int count) {
        List<Circuit> circuits = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            double running = 50 + random.nextInt(900);
            double starting = running * (1 + random.nextInt(4));
            List<String> needs = i > 0 && random.nextInt(4) == 0 ? List.of("c" + random.nextInt(i)) : List.of();
            boolean both = random.nextInt(4) == 0;
            int space = 1 + 4 * i + random.nextInt(2) * 2;
            circuits.add(new Circuit(
                    "c" + i,
                    "c" + i,
                    both ? List.of(space, space + 2) : List.of(space),
                    30,
                    List.of(both ? load240(running, starting) : load(running, starting)),
                    needs,
                    List.of(),
                    null,
                    false));
        }
        return new Setup(interlock(), generator(6800, 8400), path(), circuits);
    }
}
