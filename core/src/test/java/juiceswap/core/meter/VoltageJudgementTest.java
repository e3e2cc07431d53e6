package juiceswap.core.meter;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertNotEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import juiceswap.core.house.Leg;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class VoltageJudgementTest {

    private static VoltageJudgement judge(double l1, double l2, Double line, boolean loaded) {
        return VoltageJudgement.of(true, true, loaded, new Readings(l1, l2, line, 60.0, 0.2));
    }

    /** The further a leg is off, the worse the verdict: over the whole plane of leg voltages. */
    @Test
    void aLegOutOfTheWatchBandIsAlwaysAStop() {
        for (int l1 = 0; l1 <= 260; l1 += 4) {
            for (int l2 = 0; l2 <= 260; l2 += 4) {
                boolean outside = l1 < 108 || l1 > 132 || l2 < 108 || l2 > 132;
                VoltageJudgement judged = judge(l1, l2, null, false);
                if (outside) {
                    assertEquals(Verdict.STOP, judged.verdict(), l1 + " / " + l2);
                }
                if (judged.verdict() == Verdict.GOOD) {
                    assertTrue(Math.abs(l1 - l2) < 6, l1 + " / " + l2);
                }
            }
        }
    }

    @ParameterizedTest
    @CsvSource({
        "88,151,OPEN_NEUTRAL",
        "120,129.5,OPEN_NEUTRAL",
        "118,125,NEUTRAL_SUSPECT",
        "5,6,NO_SUPPLY",
        "2,121,LOST_LEG"
    })
    void theCauseIsNamed(double l1, double l2, VoltageCause cause) {
        assertEquals(cause, judge(l1, l2, null, false).causes().get(0));
    }

    @Test
    void legsFarApartUnderLoadMustBeReadAgainWithoutIt() {
        assertTrue(VoltageJudgement.mustReadUnloaded(true, new Readings(112.0, 122.0, null, null, null)));
        assertFalse(VoltageJudgement.mustReadUnloaded(false, new Readings(112.0, 122.0, null, null, null)));
        assertFalse(VoltageJudgement.mustReadUnloaded(true, new Readings(116.0, 122.0, null, null, null)));
    }

    @Test
    void aSetWithOneWindingIsJudgedOnItsOneLeg() {
        VoltageJudgement judged = VoltageJudgement.of(false, false, false, new Readings(120.0, 3.0, 7.0, 60.0, null));
        assertEquals(Verdict.GOOD, judged.verdict());
        assertEquals(List.of(), judged.measureNext());
    }

    @Test
    void causesComeMostSeriousFirst() {
        VoltageJudgement judged = VoltageJudgement.of(true, true, true, new Readings(110.0, 111.0, 221.0, 57.6, 40.0));
        assertEquals(VoltageCause.BOND_MISSING, judged.causes().get(0));
        assertNotEquals(Verdict.GOOD, judged.verdict());
    }

    @Test
    void ofA120VoltSetOnlyTheLegThatItFeedsIsJudged() {
        Readings deadL1 = new Readings(2.0, 119.0, null, 60.5, 0.4);
        VoltageJudgement judged = VoltageJudgement.of(false, Leg.L2, true, false, deadL1);
        assertEquals(Verdict.GOOD, judged.verdict());
        assertEquals(List.of(), judged.measureNext());
        assertEquals(
                Verdict.STOP,
                VoltageJudgement.of(false, Leg.L1, true, false, deadL1).verdict());
        Readings otherLeg = new Readings(119.0, null, null, 60.5, 0.4);
        assertEquals(
                List.of("l2n"),
                VoltageJudgement.of(false, Leg.L2, true, false, otherLeg).measureNext());
    }

    @Test
    void aHundredAndThirtyVoltsIsTooMuch() {
        assertEquals(Verdict.WATCH, Verdict.ofLegVolts(128));
        assertEquals(Verdict.STOP, Verdict.ofLegVolts(128.1));
        assertEquals(Verdict.WATCH, Verdict.ofLineVolts(256));
        assertEquals(Verdict.STOP, Verdict.ofLineVolts(256.1));
    }
}
