package juiceswap.core.electrical;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class VoltageDropTest {
    @Test
    void thicknessAlwaysHelpsAndLengthNever() {
        double before = Double.POSITIVE_INFINITY;
        for (Conductor wire : Conductor.values()) {
            double drop = VoltageDrop.of(120, 10, wire, 30, null).dropVolts();
            assertThat(drop).isLessThan(before);
            assertThat(VoltageDrop.of(120, 10, wire, 31, null).dropVolts()).isGreaterThan(drop);
            before = drop;
        }
    }

    @Test
    void gradesChangeAtThreeAndFivePercent() {
        double metre = Conductor.AWG_10.ohmsPerMetre();
        double three = 0.03 * 120 / (10 * 2 * metre);
        double five = 0.05 * 120 / (10 * 2 * metre);
        assertThat(VoltageDrop.of(120, 10, Conductor.AWG_10, three * 0.999, null)
                        .grade())
                .isEqualTo(VoltageDrop.Grade.GOOD);
        assertThat(VoltageDrop.of(120, 10, Conductor.AWG_10, three * 1.001, null)
                        .grade())
                .isEqualTo(VoltageDrop.Grade.WATCH);
        assertThat(VoltageDrop.of(120, 10, Conductor.AWG_10, five * 1.001, null).grade())
                .isEqualTo(VoltageDrop.Grade.STOP);
    }

    @Test
    void endsCapTheCordAndStandAloneWhereTheWireTellsNothing() {
        assertThat(VoltageDrop.of(120, 16, Conductor.AWG_12, 8, 15.0).overAmpacity())
                .isTrue();
        assertThat(VoltageDrop.of(120, 16, Conductor.AWG_12, 8, null).overAmpacity())
                .isFalse();
        assertThat(VoltageDrop.of(120, 16, Conductor.AWG_1, 8, 15.0).ampacity()).isEqualTo(15);
        assertThat(VoltageDrop.of(120, 16, Conductor.AWG_1, 8, null).overAmpacity())
                .isNull();
    }

    @Test
    void theThinnestGoodCordIsGoodAndTheNextThinnerIsNot() {
        for (double amps = 1; amps < 30; amps += 3) {
            Conductor chosen = VoltageDrop.thinnestGood(120, amps, 20).orElseThrow();
            assertThat(VoltageDrop.of(120, amps, chosen, 20, null).grade()).isEqualTo(VoltageDrop.Grade.GOOD);
            assertThat(amps).isLessThanOrEqualTo(chosen.cordAmpacity());
            if (chosen.ordinal() > 0) {
                Conductor thinner = Conductor.values()[chosen.ordinal() - 1];
                VoltageDrop with = VoltageDrop.of(120, amps, thinner, 20, null);
                boolean good = with.grade() == VoltageDrop.Grade.GOOD && !Boolean.TRUE.equals(with.overAmpacity());
                assertThat(good && thinner.cordAmpacity() != null).isFalse();
            }
        }
        assertThat(VoltageDrop.thinnestGood(120, 200, 20)).isEmpty();
    }

    @Test
    void nonsenseIsNamed() {
        assertThatThrownBy(() -> VoltageDrop.of(0, 1, Conductor.AWG_10, 1, null))
                .hasMessageContaining("/volts");
        assertThatThrownBy(() -> VoltageDrop.of(120, -1, Conductor.AWG_10, 1, null))
                .hasMessageContaining("/amps");
        assertThat(VoltageDrop.of(120, 0, Conductor.AWG_10, 12, null).endVolts())
                .isCloseTo(120, within(1e-12));
    }
}
