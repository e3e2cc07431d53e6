package juiceswap.core.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import juiceswap.core.Samples;
import juiceswap.core.house.DeviceChoice.Limit;
import juiceswap.core.house.TransferDevice.Kind;
import org.junit.jupiter.api.Test;

class DeviceChoiceTest {
    private static final List<Integer> BESIDE_MAIN = List.of(1, 2);

    private static DeviceChoice of(Kind kind, Setup setup, PanelMap map) {
        return DeviceChoice.of(setup, map, BESIDE_MAIN, setup.circuits()).stream()
                .filter(choice -> choice.kind() == kind)
                .findFirst()
                .orElseThrow();
    }

    private static PanelMap mapOf(Setup setup, int spaces) {
        Map<String, List<Integer>> places = new LinkedHashMap<>();
        setup.circuits().forEach(circuit -> places.put(circuit.id(), circuit.spaces()));
        return new PanelMap(new Panel(spaces, Leg.L1, Panel.Numbering.ACROSS), List.of(), places);
    }

    private static Setup house(Kind kind, Circuit... circuits) {
        return new Setup(TransferDevice.of(kind), Samples.generator(6800, 8400), List.of(), List.of(circuits));
    }

    @Test
    void everyKindIsWeighed() {
        Setup setup = Samples.cottage();
        assertThat(DeviceChoice.of(setup, mapOf(setup, 24), BESIDE_MAIN, setup.circuits()))
                .extracting(DeviceChoice::kind)
                .containsExactly(
                        Kind.INTERLOCK,
                        Kind.TRANSFER_SWITCH,
                        Kind.SUBPANEL,
                        Kind.CIRCUIT_SWITCHES,
                        Kind.AUTOMATIC_CIRCUITS,
                        Kind.APPLIANCE,
                        Kind.CORDS);
    }

    @Test
    void aPlateNeedsAFreePairBesideTheMain() {
        Setup low = house(Kind.CORDS, Samples.circuit("a", 1), Samples.circuit("b", 2));
        assertThat(of(Kind.INTERLOCK, low, mapOf(low, 8)).limits()).contains(Limit.INPUT_NOT_BESIDE_MAIN);
        assertThat(of(Kind.INTERLOCK, low, mapOf(low, 4)).limits()).contains(Limit.NO_ROOM_FOR_INPUT);
        Setup beside = house(Kind.CORDS, Samples.circuit("a", 1));
        assertThat(of(Kind.INTERLOCK, beside, mapOf(beside, 8)).limits()).containsOnly(Limit.PLATE_MUST_FIT_PANEL);
    }

    @Test
    void aBoxHasTenSwitches() {
        Circuit[] twelve = IntStream.rangeClosed(1, 12)
                .mapToObj(i -> Samples.circuit("c" + i, i))
                .toArray(Circuit[]::new);
        Setup setup = house(Kind.CORDS, twelve);
        DeviceChoice box = of(Kind.CIRCUIT_SWITCHES, setup, mapOf(setup, 24));
        assertThat(box.powers()).isEqualTo(10);
        assertThat(box.limits()).contains(Limit.TOO_MANY_CIRCUITS);
        assertThat(of(Kind.APPLIANCE, setup, mapOf(setup, 24)).powers()).isEqualTo(1);
    }

    @Test
    void whatNeeds240HasNoCord() {
        Setup setup = Samples.cottage();
        DeviceChoice cords = of(Kind.CORDS, setup, mapOf(setup, 24));
        assertThat(cords.powers()).isEqualTo(3);
        assertThat(cords.wanted()).isEqualTo(5);
        assertThat(cords.cost()).isEqualTo(1);
    }

    @Test
    void eachKindHasItsProofsAndTheyLastAYear() {
        assertThat(DeviceProof.of(Kind.INTERLOCK))
                .startsWith(DeviceProof.INPUT_BLOCKS_MAIN, DeviceProof.MAIN_BLOCKS_INPUT)
                .doesNotContain(DeviceProof.HANDLE_OFF_BETWEEN, DeviceProof.GFCI);
        assertThat(DeviceProof.of(Kind.CORDS)).containsExactly(DeviceProof.CORDS, DeviceProof.GFCI, DeviceProof.CO);
        LocalDate passed = LocalDate.of(2031, 2, 3);
        assertThat(DeviceProof.due(passed, LocalDate.of(2032, 2, 2))).isFalse();
        assertThat(DeviceProof.due(passed, LocalDate.of(2032, 2, 3))).isTrue();
    }

    @Test
    void aTestCircuitIsToughAndSeenAndOneIsOnEachLeg() {
        Setup cottage = Samples.cottage();
        assertThat(TestCircuitFault.of(cottage)).isEmpty();
        assertThat(TestCircuitFault.legsNotShown(cottage)).isEmpty();
        Setup wrong = new Setup(
                Samples.interlock("fridge", "well", "spare"),
                Samples.generator(6800, 8400),
                List.of(),
                List.of(
                        Samples.circuit("fridge", 1, Samples.load(180, 900)),
                        Samples.twoPole("well", 6, Samples.load240(1100, 3000)),
                        Samples.circuit("spare", 5)));
        assertThat(TestCircuitFault.of(wrong).values())
                .containsExactly(TestCircuitFault.HAS_MOTOR, TestCircuitFault.ON_BOTH_LEGS, TestCircuitFault.EMPTY);
        assertThat(TestCircuitFault.legsNotShown(wrong)).containsExactly(Leg.L2);
    }

    @Test
    void electronicsAreNoTestCircuit() {
        Load router = new Load("Router", 120, null, Nameplate.ofWatts(25, 25), 100, 1);
        Setup house = new Setup(
                Samples.interlock("desk"),
                Samples.generator(6800, 8400),
                List.of(),
                List.of(Samples.circuit("desk", 1, Samples.load(60, 60), router)));
        assertThat(TestCircuitFault.of(house).values()).containsExactly(TestCircuitFault.HAS_ELECTRONICS);
    }
}
