package juiceswap.core.meter;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class MonitorJudgementTest {
    private static final Readings GOOD = new Readings(121.0, 120.0, 241.0, 60.2, 0.2);
    private static final Readings DIP = new Readings(101.0, 100.0, 201.0, 55.0, 0.2);
    private static final Readings HIGH = new Readings(88.0, 151.0, 239.0, 60.2, 0.2);

    private static boolean halts(Readings... latest) {
        return MonitorJudgement.halts(true, true, List.of(latest));
    }

    @Test
    void aMotorThatStartsIsNoStop() {
        assertThat(halts(GOOD, GOOD, DIP)).isFalse();
        assertThat(halts(GOOD, DIP, DIP)).isFalse();
        assertThat(halts(DIP, DIP)).isFalse();
        assertThat(halts(DIP, DIP, GOOD)).isFalse();
    }

    @Test
    void whatLastsIsOne() {
        assertThat(halts(DIP, DIP, DIP)).isTrue();
        assertThat(halts(GOOD, DIP, DIP, DIP)).isTrue();
        Readings floating = new Readings(121.0, 120.0, 241.0, 60.2, 40.0);
        assertThat(halts(floating, floating, floating)).isTrue();
    }

    @Test
    void aHighLegIsOneAtOnce() {
        assertThat(halts(GOOD, GOOD, HIGH)).isTrue();
        assertThat(halts(HIGH)).isTrue();
        assertThat(halts(HIGH, GOOD)).isFalse();
        assertThat(MonitorJudgement.halts(false, true, List.of(new Readings(140.0, null, null, null, null))))
                .isTrue();
    }

    @Test
    void silenceIsNone() {
        assertThat(halts()).isFalse();
        assertThat(halts(GOOD, GOOD, GOOD)).isFalse();
        Readings ampsOnly = new Readings(null, null, null, null, null, 30.0, 2.0);
        assertThat(halts(ampsOnly, ampsOnly, ampsOnly)).isFalse();
    }
}
