package juiceswap.core.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import juiceswap.core.house.KeptTest.Result;
import juiceswap.core.house.TransferDevice.BondPath;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.house.TransferDevice.Proof;
import juiceswap.core.house.TransferDevice.Tested;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What counts as proven: only what was measured and kept, of what is there now. */
class KeptTestTest {
    private static KeptTest kept(DeviceProof test, Result result) {
        return new KeptTest(test, result);
    }

    @ParameterizedTest
    @EnumSource
    void withoutATestNothingIsProven(Kind kind) {
        assertThat(KeptTest.tested(kind, List.of())).isEqualTo(Tested.NOTHING);
    }

    @Test
    void whatFailedStaysFailedUntilTheSameTestHasPassed() {
        KeptTest failed = kept(DeviceProof.INPUT_BLOCKS_MAIN, Result.FAILED);
        KeptTest other = kept(DeviceProof.MAIN_BLOCKS_INPUT, Result.PASSED);
        KeptTest same = kept(DeviceProof.INPUT_BLOCKS_MAIN, Result.PASSED);
        assertThat(KeptTest.tested(Kind.INTERLOCK, List.of(other, failed)).proof())
                .isEqualTo(Proof.FAILED);
        assertThat(KeptTest.tested(Kind.INTERLOCK, List.of(same, other, failed)).proof())
                .isEqualTo(Proof.PASSED);
        // one half of the plate's test proves nothing
        assertThat(KeptTest.tested(Kind.INTERLOCK, List.of(same)).proof()).isEqualTo(Proof.UNPROVEN);
    }

    @Test
    void halfABondingTestNeitherProvesNorTakesBack() {
        KeptTest half = kept(DeviceProof.BONDING, Result.PARTLY);
        KeptTest broken = kept(DeviceProof.BONDING, Result.FAILED);
        KeptTest sound = kept(DeviceProof.BONDING, Result.PASSED);
        assertThat(path(half)).isEqualTo(BondPath.UNKNOWN);
        assertThat(path(half, broken)).isEqualTo(BondPath.BROKEN);
        assertThat(path(half, sound)).isEqualTo(BondPath.SOUND);
        assertThat(path(sound, broken)).isEqualTo(BondPath.SOUND);
        assertThat(path(broken, sound)).isEqualTo(BondPath.BROKEN);
    }

    @Test
    void whatWasTestedOfSomethingElseCountsNoMore() {
        assertThat(path(kept(DeviceProof.BONDING, Result.VOID), kept(DeviceProof.BONDING, Result.PASSED)))
                .isEqualTo(BondPath.UNKNOWN);
    }

    private static BondPath path(KeptTest... latestFirst) {
        return KeptTest.tested(Kind.INTERLOCK, List.of(latestFirst)).bondPath();
    }
}
