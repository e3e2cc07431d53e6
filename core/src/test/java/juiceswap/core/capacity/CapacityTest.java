package juiceswap.core.capacity;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.supply.Limits;
import juiceswap.core.supply.Link;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class CapacityTest {

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10})
    void oneMoreCircuitNeverDrawsLess(long seed) {
        Setup setup = Samples.random(new Random(seed), 8);
        Set<String> on = new HashSet<>();
        Capacity before = Capacity.of(setup, on, (String) null);
        for (Circuit circuit : setup.circuits()) {
            on.add(circuit.id());
            Capacity after = Capacity.of(setup, on, (String) null);
            assertTrue(after.running().l1() >= before.running().l1());
            assertTrue(after.running().l2() >= before.running().l2());
            assertTrue(after.startingWatts() >= before.startingWatts());
            before = after;
        }
    }

    @Test
    void exactlyAtTheLimitPassesAndAWattMoreDoesNot() {
        Setup atLimit = new Setup(
                Samples.interlock(),
                Samples.generator(5000, 5000),
                List.of(),
                List.of(Samples.circuit("a", 1, Samples.load(2000, 2000))));
        assertTrue(Capacity.of(atLimit, Set.of("a"), (String) null).ok());
        Setup over = new Setup(
                Samples.interlock(),
                Samples.generator(5000, 5000),
                List.of(),
                List.of(Samples.circuit("a", 1, Samples.load(2001, 2001))));
        Capacity judged = Capacity.of(over, Set.of("a"), (String) null);
        assertFalse(judged.ok());
        assertEquals(Finding.Code.LEG_RUNNING_OVER, judged.blocks().get(0).code());
        assertEquals(1, judged.blocks().get(0).by(), 1e-9);
    }

    /** By hand: 80 % of 4,000 W are 1,600 W a leg; for minutes with somebody standing by it is 2,000 W. */
    @Test
    void whatSomebodyStandsByMayTakeTheWholeRating() {
        Circuit kettle = Samples.circuit("kettle", 1, Samples.load(2000, 2000));
        Setup plain = new Setup(Samples.interlock(), Samples.generator(4000, 5000), List.of(), List.of(kettle));
        assertFalse(Capacity.of(plain, Set.of("kettle"), (String) null).ok());
        Circuit attended = Samples.attended(kettle);
        Circuit lamp = Samples.circuit("lamp", 5, Samples.load(1, 1));
        Setup house = new Setup(Samples.interlock(), Samples.generator(4000, 5000), List.of(), List.of(attended, lamp));
        assertTrue(Capacity.of(house, Set.of("kettle"), (String) null).ok());
        assertTrue(Capacity.of(house, Set.of(), "kettle").ok());
        assertFalse(Capacity.of(house, Set.of("kettle"), "lamp").ok());
        assertEquals(
                1600, Capacity.of(house, Set.of("lamp"), (String) null).limits().legRunningWatts(), 1e-9);
    }

    /** Cord and inlet are kept to their continuous share all the same: by hand 80 % of 20 A at 120 V. */
    @Test
    void standingByDoesNotWidenACord() {
        Limits limits =
                Limits.attended(Samples.generator(9000, 9000), List.of(new Link(Link.Kind.CORD, 20, "12", 3.0, null)));
        assertEquals(1920, limits.legRunningWatts(), 1e-9);
        assertEquals(9000, limits.planRunningWatts(), 1e-9);
    }

    @Test
    void higherAndHotterCarriesLess() {
        double last = Double.POSITIVE_INFINITY;
        for (int metres = 0; metres <= 4000; metres += 250) {
            Limits limits = Limits.of(Samples.generator(6800, 8400, metres, 20), Samples.path());
            assertTrue(limits.startingWatts() < last);
            last = limits.startingWatts();
        }
        double cool =
                Limits.of(Samples.generator(6800, 8400, 0, 25), Samples.path()).startingWatts();
        double hot =
                Limits.of(Samples.generator(6800, 8400, 0, 40), Samples.path()).startingWatts();
        assertEquals(8400, cool, 1e-9);
        assertTrue(hot < cool);
    }

    @Test
    void whatIsOnCannotBeClosed() {
        assertThrows(InvalidInput.class, () -> Capacity.of(Samples.cottage(), Set.of("fridge"), "fridge"));
    }

    @Test
    void roomIsMadeWithTheFewestCircuits() {
        Setup setup = Samples.cottage();
        Set<String> on = Set.of("fridge", "lights", "lamp", "well");
        assertFalse(Capacity.of(setup, on, "range").ok());
        List<String> open = MakeRoom.toClose(setup, on, "range").orElseThrow();
        assertEquals(1, open.size());
        Set<String> left = new HashSet<>(on);
        open.forEach(left::remove);
        assertTrue(Capacity.of(setup, left, "range").ok());
        assertEquals(
                List.of(), MakeRoom.toClose(setup, Set.of("lamp"), "fridge").orElseThrow());
    }

    /** A meter that shows more than the labels say is believed; one that shows less may have met a motor at rest. */
    @Test
    void whatWasReadCountsWhereItIsMore() {
        Setup setup = Samples.setup(
                Samples.generator(5000, 6000),
                Samples.circuit("a", 1, 600, 600),
                Samples.circuit("b", 3, 240, 240),
                Samples.circuit("c", 5, 1200, 2400));
        Capacity.Read read = new Capacity.Read(10.0, 1.0);
        Capacity judged = Capacity.of(setup, Set.of("a", "b"), "c", read);
        assertEquals(1200 + 1200, judged.running().l1(), 1e-9);
        assertEquals(240, judged.running().l2(), 1e-9);
        assertEquals(1200 + 2400, judged.starting().l1(), 1e-9);
        assertEquals(Finding.Code.LEG_RUNNING_OVER, judged.blocks().get(0).code());
        assertTrue(Capacity.of(setup, Set.of("a", "b"), "c").ok());
        // a 120 V set has one leg, whatever the second figure says
        Setup single = Samples.setup(Samples.generator120(3000, 4000), Samples.circuit("a", 1, 600, 600));
        assertEquals(
                1200,
                Capacity.of(single, Set.of("a"), null, new Capacity.Read(10.0, 30.0))
                        .running()
                        .total(),
                1e-9);
        assertThrows(InvalidInput.class, () -> new Capacity.Read(-1.0, null));
    }

    @Test
    void aboveItsBreakerACircuitBlocksAndBelowItWarns() {
        Setup setup = Samples.setup(
                Samples.generator(9000, 12000),
                Samples.circuit("over", 1, 2520, 2520),
                Samples.circuit("long", 3, 2040, 2040),
                Samples.circuit("at", 5, 2400, 2400));
        Finding over = circuitOver(Capacity.of(setup, Set.of("over"), (String) null));
        assertTrue(over.blocks());
        assertEquals(1, over.by(), 1e-9);
        Finding warned = circuitOver(Capacity.of(setup, Set.of("long"), (String) null));
        assertFalse(warned.blocks());
        assertEquals(1, warned.by(), 1e-9);
        assertFalse(circuitOver(Capacity.of(setup, Set.of("at"), (String) null)).blocks());
    }

    private static Finding circuitOver(Capacity judged) {
        return judged.findings().stream()
                .filter(finding -> finding.code() == Finding.Code.CIRCUIT_OVER)
                .findFirst()
                .orElseThrow();
    }

    /** Nobody's breaker sees what two circuits of one leg put on one neutral. */
    @Test
    void aSharedNeutralOnOneLegBlocksAboveTheSmallerBreaker() {
        assertTrue(neutralOnOneLeg(1300, 1200).blocks());
        assertEquals(100 / 120.0, neutralOnOneLeg(1300, 1200).by(), 1e-9);
        assertFalse(neutralOnOneLeg(1300, 1100).blocks());
    }

    private static Finding neutralOnOneLeg(double one, double other) {
        Setup setup = Samples.setup(
                Samples.generator(9000, 12000),
                Samples.circuit("one", 1, one, one),
                sharing("other", 5, "one", Samples.load(other, other)));
        return Capacity.of(setup, Set.of("one"), "other").findings().stream()
                .filter(finding -> finding.code() == Finding.Code.SHARED_NEUTRAL_SAME_LEG)
                .findFirst()
                .orElseThrow();
    }

    private static Circuit sharing(String id, int space, String with, Load load) {
        return new Circuit(id, id, List.of(space), 20, List.of(load), List.of(), List.of(), with, false);
    }

    /** One winding on both hots: what comes back on a common neutral adds up. */
    @Test
    void onASingleWindingATwoPoleCircuitWithBothLegsInUseBlocks() {
        Circuit duplex = Samples.twoPole(
                "duplex",
                2,
                new Load("Load", 120, Leg.L1, Nameplate.ofWatts(900, 900), 100, 1),
                new Load("Load", 120, Leg.L2, Nameplate.ofWatts(350, 350), 100, 1));
        Setup bridged = Samples.setup(Samples.generator120(3000, 4000), duplex);
        assertEquals(
                List.of(Finding.Code.SHARED_NEUTRAL_120), codes(Capacity.of(bridged, Set.of("duplex"), (String) null)));
        Setup oneLeg =
                new Setup(Samples.interlock(), Samples.generator120(3000, 4000), Samples.path(), List.of(duplex));
        assertEquals(List.of(Finding.Code.LEG_NOT_FED), codes(Capacity.of(oneLeg, Set.of("duplex"), (String) null)));
    }

    /** What is switched to a box, or plugged into a cord, is fed wherever its breaker sits in the panel. */
    @ParameterizedTest
    @EnumSource
    void aBoxOrACordHasLegsOfItsOwn(TransferDevice.Kind kind) {
        Setup setup = new Setup(
                TransferDevice.of(kind),
                Samples.generator120(3000, 4000),
                Samples.path(),
                List.of(Samples.circuit("a", 1, 300, 300), Samples.circuit("b", 3, 300, 300)));
        boolean fed = codes(Capacity.of(setup, Set.of("a"), "b")).isEmpty();
        assertEquals(!kind.reach().panelLegsCount(), fed);
    }

    private static List<Finding.Code> codes(Capacity judged) {
        return judged.findings().stream().map(Finding::code).toList();
    }
}
