package juiceswap.web.now;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.house.DeviceProof;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Fuel;
import juiceswap.core.upkeep.Done;
import juiceswap.core.upkeep.Readiness;
import juiceswap.core.upkeep.Readiness.Away;
import juiceswap.core.upkeep.Readiness.Item;
import juiceswap.core.upkeep.Readiness.Known;
import juiceswap.core.upkeep.Readiness.Point;
import juiceswap.core.upkeep.Task;
import juiceswap.core.upkeep.Upkeep;
import juiceswap.exchange.HouseholdJson;
import juiceswap.exchange.Tree;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

class ReadinessTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 28);
    private static final Set<DeviceProof> ALL = EnumSet.allOf(DeviceProof.class);

    private Household cottage;

    @BeforeEach
    void read() throws IOException {
        cottage = HouseholdJson.read(Tree.parse(
                new ClassPathResource("households/saltmarsh-cottage.json").getContentAsString(StandardCharsets.UTF_8)));
    }

    /** Everything was done today. */
    private static Upkeep kept() {
        return new Upkeep(
                TODAY,
                10,
                Fuel.GASOLINE,
                true,
                Map.of(),
                List.of(Task.values()).stream()
                        .map(task -> new Done(task, TODAY, 10))
                        .toList(),
                List.of(),
                TODAY.minusYears(1));
    }

    private static Upkeep neglected() {
        return new Upkeep(TODAY, 10, Fuel.GASOLINE, true, Map.of(), List.of(), List.of(), TODAY.minusYears(2));
    }

    private static List<Point> points(Readiness readiness) {
        return readiness.items().stream().map(Item::point).toList();
    }

    @Test
    void whereEverythingIsKnownProvenAndDoneItIsReady() {
        Readiness readiness = Readiness.of(cottage, new Known(ALL, kept(), List.of(), false, null, List.of()));
        assertThat(points(readiness)).isEmpty();
        assertThat(readiness.ready()).isTrue();
    }

    @Test
    void aHouseWhoseGeneratorIsAwayIsNotReady() {
        Readiness readiness =
                Readiness.of(cottage, new Known(ALL, kept(), List.of(), false, new Away("Odile", true), List.of()));
        assertThat(points(readiness)).containsExactly(Point.LENT);
        assertThat(readiness.ready()).isFalse();
        // with one of two here it is, and is told with which
        Readiness one =
                Readiness.of(cottage, new Known(ALL, kept(), List.of(), false, new Away("Odile", false), List.of()));
        assertThat(points(one)).containsExactly(Point.ONE_LENT);
        assertThat(one.ready()).isTrue();
    }

    @Test
    void whatCanHurtComesFirstAndStandsInTheWay() {
        Household failed = cottage.withTested(
                new TransferDevice.Tested(TransferDevice.Proof.FAILED, TransferDevice.BondPath.SOUND));
        Readiness readiness =
                Readiness.of(failed, new Known(Set.of(), neglected(), List.of("Bram"), true, null, List.of()));
        assertThat(readiness.ready()).isFalse();
        assertThat(points(readiness).get(0)).isEqualTo(Point.PROOF_FAILED);
        assertThat(points(readiness)).isSorted().contains(Point.CO_ALARM, Point.BOND_UNPROVEN, Point.TASK_DUE);
        assertThat(points(readiness)).endsWith(Point.PHONES, Point.CARD);
    }

    @Test
    void whatIsOnlyDueOrOldDoesNotStandInTheWay() {
        Readiness readiness = Readiness.of(cottage, new Known(ALL, null, List.of("Bram", "Jo"), true, null, List.of()));
        assertThat(points(readiness)).containsExactly(Point.HOURS_UNKNOWN, Point.PHONES, Point.CARD);
        assertThat(readiness.ready()).isTrue();
    }

    @Test
    void aTestThatIsMissingIsSaid() {
        Set<DeviceProof> but = EnumSet.complementOf(EnumSet.of(DeviceProof.INPUT_BLOCKS_MAIN));
        assertThat(points(Readiness.of(cottage, new Known(but, kept(), List.of(), false, null, List.of()))))
                .containsExactly(Point.PARTING_UNPROVEN);
        Set<DeviceProof> noBond = EnumSet.complementOf(EnumSet.of(DeviceProof.BONDING));
        assertThat(points(Readiness.of(cottage, new Known(noBond, kept(), List.of(), false, null, List.of()))))
                .containsExactly(Point.BOND_UNPROVEN);
    }

    @Test
    void littleFuelIsLow() {
        Household empty = cottage.withLiving(cottage.living().withStoredLitres(0));
        assertThat(points(Readiness.of(empty, new Known(ALL, kept(), List.of(), false, null, List.of()))))
                .containsExactly(Point.FUEL_LOW);
    }

    /** What nobody has to do is not due: a set without an engine has no oil. */
    @Test
    void eachTaskIsItsOwnLine() {
        Readiness readiness = Readiness.of(cottage, new Known(ALL, neglected(), List.of(), false, null, List.of()));
        assertThat(readiness.items().stream()
                        .filter(item -> item.point() == Point.TASK_DUE)
                        .map(item -> item.what().values().get("task").toString()))
                .doesNotHaveDuplicates()
                .hasSizeGreaterThan(5);
    }
}
