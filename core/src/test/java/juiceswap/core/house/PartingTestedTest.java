package juiceswap.core.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.EnumMap;
import java.util.Map;
import juiceswap.core.house.TransferDevice.Kind;
import org.junit.jupiter.api.Test;

/** Since when what keeps generator and utility apart counts as tested. */
class PartingTestedTest {
    private static final LocalDate MAY = LocalDate.of(2026, 5, 1);
    private static final LocalDate JUNE = LocalDate.of(2026, 6, 1);

    @Test
    void halfOfThePlatesTestsProveNothing() {
        assertThat(DeviceProof.partingTested(Kind.INTERLOCK, Map.of(DeviceProof.INPUT_BLOCKS_MAIN, MAY)))
                .isEmpty();
    }

    @Test
    void itIsAsOldAsTheOldestOfItsTests() {
        Map<DeviceProof, LocalDate> passed = new EnumMap<>(DeviceProof.class);
        passed.put(DeviceProof.INPUT_BLOCKS_MAIN, JUNE);
        passed.put(DeviceProof.MAIN_BLOCKS_INPUT, MAY);
        passed.put(DeviceProof.BONDING, MAY.minusYears(1));
        assertThat(DeviceProof.partingTested(Kind.INTERLOCK, passed)).contains(MAY);
    }

    /** Cords part by being unplugged: there is nothing to test, and so no day. */
    @Test
    void whatHasNoPartingToTestHasNoDay() {
        assertThat(DeviceProof.partingTested(Kind.CORDS, Map.of())).isEmpty();
    }
}
