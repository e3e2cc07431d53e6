package juiceswap.core.capacity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Panel;
import juiceswap.core.house.PanelMap;
import juiceswap.core.house.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class LegBalanceTest {
    private static final Panel PANEL = new Panel(84, Leg.L1, Panel.Numbering.ACROSS);

    private static PanelMap mapOf(Setup setup) {
        Map<String, List<Integer>> places = new LinkedHashMap<>();
        setup.circuits().stream()
                .filter(circuit -> !circuit.twoPole())
                .forEach(circuit -> places.put(circuit.id(), circuit.spaces()));
        return new PanelMap(PANEL, List.of(), places);
    }

    private static Setup house(Circuit... circuits) {
        return new Setup(Samples.interlock(), Samples.generator(6800, 8400), List.of(), List.of(circuits));
    }

    @Test
    void whatLevelsTheLegsWithOneMoveComesFirst() {
        Setup setup = house(
                Samples.circuit("a", 1, Samples.load(1000, 1000)),
                Samples.circuit("b", 5, Samples.load(600, 600)),
                Samples.circuit("c", 9, Samples.load(400, 400)));
        List<LegBalance> proposals = LegBalance.of(setup, List.of("a", "b", "c"), PANEL, mapOf(setup));
        assertThat(proposals.get(0).moves())
                .singleElement()
                .satisfies(move -> assertThat(move.circuit()).isEqualTo("a"));
        assertThat(proposals.get(0).afterWatts()).isZero();
        assertThat(proposals.get(0).gainWatts()).isEqualTo(2000);
    }

    @Test
    void halvesOfASharedNeutralStayOnOppositeLegs() {
        Circuit left = new Circuit(
                "left",
                "left",
                List.of(1),
                20,
                List.of(Samples.load(1200, 1200)),
                List.of(),
                List.of(),
                "right",
                false);
        Circuit right = new Circuit(
                "right", "right", List.of(3), 20, List.of(Samples.load(100, 100)), List.of(), List.of(), "left", false);
        Setup setup = house(left, right);
        assertThat(LegBalance.of(setup, List.of("left", "right"), PANEL, mapOf(setup)))
                .isEmpty();
    }

    /** The gain told is the gain had, and what is told to move goes to the other leg. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void theGainIsAsTold(long seed) {
        Setup setup = Samples.random(new Random(seed), 12);
        List<String> on = setup.circuits().stream().map(Circuit::id).toList();
        for (LegBalance proposal : LegBalance.of(setup, on, PANEL, mapOf(setup))) {
            LegWatts after = Capacity.of(proposal.setup(), on, Set.of()).running();
            LegWatts before = Capacity.of(setup, on, Set.of()).running();
            assertThat(proposal.afterWatts()).isCloseTo(Math.abs(after.l1() - after.l2()), within(1e-6));
            assertThat(proposal.beforeWatts()).isCloseTo(Math.abs(before.l1() - before.l2()), within(1e-6));
            assertThat(after.total()).isCloseTo(before.total(), within(1e-6));
            proposal.moves()
                    .forEach(move -> assertThat(PANEL.legOf(move.space()))
                            .isEqualTo(setup.circuit(move.circuit()).leg().other()));
        }
    }

    @Test
    void aCordIsJudgedByWhatHangsOnIt() {
        CordPlan.Cord thin = new CordPlan.Cord(Conductor.AWG_16, 30, 13.0, false);
        CordPlan.Judged fridge = CordPlan.judge(thin, List.of(Samples.load(180, 900)));
        assertThat(fridge.ok()).isTrue();
        assertThat(fridge.faults()).containsExactlyInAnyOrder(CordPlan.Fault.DROP_AT_START, CordPlan.Fault.NO_GFCI);
        assertThat(CordPlan.judge(thin, List.of(Samples.load(1700, 1700))).faults())
                .contains(CordPlan.Fault.OVER_AMPACITY, CordPlan.Fault.DROP);
        assertThat(CordPlan.judge(thin, List.of(Samples.load240(500, 500))).ok())
                .isFalse();
        assertThat(CordPlan.judge(thin, List.of()).faults()).isEmpty();
    }

    @Test
    void appliancesAreSpreadOverTheCordsThatCarryThem() {
        List<CordPlan.Cord> cords = List.of(
                new CordPlan.Cord(Conductor.AWG_16, 30, 13.0, true),
                new CordPlan.Cord(Conductor.AWG_12, 15, 15.0, true));
        List<Integer> where = CordPlan.assign(
                cords,
                List.of(
                        Samples.load(60, 60),
                        Samples.load(180, 900),
                        Samples.load(1500, 1500),
                        Samples.load240(900, 900)));
        assertThat(where.get(2)).isEqualTo(1);
        assertThat(where.get(3)).isEqualTo(-1);
        assertThat(where.get(0)).isNotNegative();
        for (int cord = 0; cord < cords.size(); cord++) {
            int number = cord;
            assertThat(CordPlan.judge(
                                    cords.get(cord),
                                    java.util.stream.IntStream.range(0, 3)
                                            .filter(i -> where.get(i) == number)
                                            .mapToObj(i -> List.of(
                                                            Samples.load(60, 60),
                                                            Samples.load(180, 900),
                                                            Samples.load(1500, 1500))
                                                    .get(i))
                                            .toList())
                            .ok())
                    .isTrue();
        }
    }
}
