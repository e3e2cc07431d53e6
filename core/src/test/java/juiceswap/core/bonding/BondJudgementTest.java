package juiceswap.core.bonding;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import juiceswap.core.InvalidInput;
import juiceswap.core.bonding.BondJudgement.Action;
import juiceswap.core.bonding.BondJudgement.Use;
import juiceswap.core.bonding.BondJudgement.Verdict;
import juiceswap.core.house.KeptTest;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BondJudgementTest {
    private static final double OPEN = Double.POSITIVE_INFINITY;

    private static Double ohms(String text) {
        return text == null ? null : text.equals("open") ? OPEN : Double.valueOf(text);
    }

    @Test
    void theSetAloneTellsWhetherItIsBonded() {
        assertThat(new BondTests(0.2, OPEN, null).ofTheSet()).contains(Bond.BONDED);
        assertThat(new BondTests(OPEN, 0.2, 0.2).ofTheSet()).contains(Bond.FLOATING);
        assertThat(new BondTests(40.0, 0.2, 0.2).ofTheSet()).isEmpty();
        assertThat(new BondTests(null, 0.2, 0.2).ofTheSet()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        // on cords, switched neutral, label, change, alone, inlet, connected: verdict, first action
        "false,false,FLOATING,NONE,open,0.3,0.4,ONE_BOND,",
        "false,false,BONDED,SWITCH,0.2,,,TWO_BONDS,FLOAT_GENERATOR",
        "false,false,BONDED,NONE,0.2,,,TWO_BONDS,CALL_ELECTRICIAN",
        "false,true,BONDED,NONE,0.2,open,0.2,ONE_BOND,",
        "false,true,FLOATING,JUMPER,,,,NO_BOND,BOND_GENERATOR",
        "false,false,UNKNOWN,SWITCH,,,,MEASURE,TEST_GENERATOR_ALONE",
        "false,false,FLOATING,NONE,40,0.3,,DOUBTFUL,REPEAT_TESTS",
        "false,true,BONDED,NONE,0.2,0.4,,CONTRADICTION,CALL_ELECTRICIAN",
        "false,true,FLOATING,NONE,open,,0.3,CONTRADICTION,REPEAT_TESTS",
        "false,false,FLOATING,NONE,open,open,,BROKEN_PATH,CALL_ELECTRICIAN",
        "false,false,FLOATING,NONE,,,open,BROKEN_PATH,CALL_ELECTRICIAN",
        "true,false,FLOATING,NONE,,,,FLOATING_BY_DESIGN,FOLLOW_MANUAL",
        "true,false,FLOATING,SWITCH,,,,NO_BOND,BOND_GENERATOR",
        "true,false,BONDED,NONE,0.1,,,ONE_BOND,"
    })
    void theFirstThatFitsDecides(
            boolean cords,
            boolean switched,
            Bond label,
            BondChange change,
            String alone,
            String inlet,
            String connected,
            Verdict verdict,
            Action first) {
        BondJudgement judged = BondJudgement.of(
                new Use(cords, switched, label, change, true),
                new BondTests(ohms(alone), ohms(inlet), ohms(connected)));
        assertThat(judged.verdict()).isEqualTo(verdict);
        if (first != null) {
            assertThat(judged.actions().get(0)).isEqualTo(first);
        }
        boolean sure = verdict != Verdict.DOUBTFUL && verdict != Verdict.CONTRADICTION && verdict != Verdict.MEASURE;
        assertThat(judged.bonds() != null).isEqualTo(sure);
        assertThat(judged.safeToStart())
                .isEqualTo(verdict == Verdict.ONE_BOND || verdict == Verdict.FLOATING_BY_DESIGN);
    }

    @Test
    void theMeterBeatsTheLabel() {
        BondJudgement judged = BondJudgement.of(
                new Use(false, false, Bond.BONDED, BondChange.SWITCH, false), new BondTests(OPEN, 0.2, null));
        assertThat(judged.generatorBonded()).isFalse();
        assertThat(judged.verdict()).isEqualTo(Verdict.ONE_BOND);
        assertThat(judged.actions()).containsExactly(Action.LABEL_WRONG);
    }

    @Test
    void groundFaultOutletsTripOnTheHousesBondAndAreMissedOnCords() {
        assertThat(BondJudgement.of(new Use(false, false, Bond.BONDED, BondChange.JUMPER, true), BondTests.NONE)
                        .actions())
                .containsExactly(Action.FLOAT_GENERATOR, Action.GFCI_WILL_TRIP);
        assertThat(BondJudgement.of(new Use(true, false, Bond.BONDED, BondChange.NONE, false), BondTests.NONE)
                        .actions())
                .containsExactly(Action.USE_GFCI_CORDS);
    }

    @Test
    void ohmsBelowZeroAreNoReading() {
        assertThatThrownBy(() -> new BondTests(-1.0, null, null)).isInstanceOf(InvalidInput.class);
        assertThat(BondTests.finding(1.0)).isEqualTo(BondTests.Finding.DOUBTFUL);
        assertThat(BondTests.finding(100.0)).isEqualTo(BondTests.Finding.DOUBTFUL);
        assertThat(BondTests.finding(100.1)).isEqualTo(BondTests.Finding.OPEN);
    }

    /** One half of the question does not prove the way to the bond; a break fails, the set's own bond does not. */
    @ParameterizedTest
    @CsvSource({
        "false,open,,,PARTLY",
        "false,,0.3,,PARTLY",
        "false,open,0.3,,PASSED",
        "false,open,,0.4,PASSED",
        "false,open,open,,FAILED",
        "false,open,40,,FAILED",
        "false,0.2,0.3,0.2,PARTLY",
        "true,0.2,,,PASSED"
    })
    void onlyWholeTestsAreKeptAsPassed(
            boolean cords, String alone, String inlet, String connected, KeptTest.Result expected) {
        BondJudgement.Use use = new BondJudgement.Use(cords, false, Bond.UNKNOWN, BondChange.SWITCH, true);
        BondTests tests = new BondTests(ohms(alone), ohms(inlet), ohms(connected));
        assertThat(BondJudgement.of(use, tests).keptAs(use, tests)).isEqualTo(expected);
    }
}
