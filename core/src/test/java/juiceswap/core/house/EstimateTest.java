package juiceswap.core.house;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import juiceswap.core.meter.ClampReading;
import org.junit.jupiter.api.Test;

class EstimateTest {
    @Test
    void independentErrorsAddAsTheRootOfTheirSquares() {
        Estimate sum = Estimate.sum(List.of(new Estimate(70, 100, 130), new Estimate(160, 200, 240)));
        assertThat(sum.value()).isEqualTo(300);
        assertThat(sum.plusMinus()).isCloseTo(50, within(1e-9));
        assertThat(Estimate.sum(List.of())).isEqualTo(Estimate.NOTHING);
    }

    @Test
    void whatIsMeasuredIsKnownBest() {
        double guessed = Estimate.Known.GUESSED.around(1000).plusMinus();
        double label = Estimate.Known.NAMEPLATE.around(1000).plusMinus();
        double measured = Estimate.Known.MEASURED.around(1000).plusMinus();
        assertThat(measured).isLessThan(label);
        assertThat(label).isLessThan(guessed);
        assertThatThrownBy(() -> new Estimate(5, 4, 6)).hasMessageContaining("/low");
    }

    @Test
    void aClampMeterTellsTheDifference() {
        ClampReading reading = new ClampReading(2.5, 4.0, 12.5);
        assertThat(reading.runningWatts(120)).isCloseTo(180, within(1e-9));
        assertThat(reading.startingWatts(120)).isCloseTo(1200, within(1e-9));
        assertThat(new ClampReading(0, 10, null).startingWatts(240)).isNull();
        assertThatThrownBy(() -> new ClampReading(4, 4, null)).hasMessageContaining("/afterAmps");
        assertThatThrownBy(() -> new ClampReading(1, 4, 3.9)).hasMessageContaining("/inrushAmps");
    }
}
