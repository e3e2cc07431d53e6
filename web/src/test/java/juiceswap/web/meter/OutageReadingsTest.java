package juiceswap.web.meter;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import juiceswap.core.changeover.Action;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Trend;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.web.drawing.TrendView;
import org.junit.jupiter.api.Test;

class OutageReadingsTest {
    private static final Instant START = Instant.parse("2026-01-14T18:00:00Z");

    private static Entry done(int minute, Action action, double l1n) {
        return new Entry(
                minute + 1,
                START.plusSeconds(60L * minute),
                "Ines",
                new Event.Done(action, null, new Readings(l1n, 120.0, null, 60.2, null), Verdict.GOOD, List.of()));
    }

    private static Entry read(int minute, double l1n) {
        return new Entry(
                minute + 1,
                START.plusSeconds(60L * minute),
                "Bram",
                new Event.Read(new Readings(l1n, null, null, null, 0.2), Verdict.GOOD, List.of()));
    }

    private final OutageReadings readings = OutageReadings.of(List.of(
            done(0, Action.MEASURE_GENERATOR, 122),
            done(10, Action.MEASURE_PANEL, 121),
            read(20, 119),
            read(30, 118),
            done(40, Action.MEASURE_UTILITY, 99)));

    @Test
    void theUtilitysVoltsAreNotTheSets() {
        assertThat(readings.points(Readings::l1n))
                .extracting(Trend.Point::value)
                .containsExactly(122.0, 121.0, 119.0, 118.0);
        assertThat(readings.points(Readings::l1l2)).isEmpty();
    }

    @Test
    void theTableHasTheAgreedColumns() {
        String[] lines = readings.csv().split("\n");
        assertThat(lines[0]).isEqualTo("time,where,l1n,l2n,l1l2,hz,ng,l1a,l2a");
        assertThat(lines[1]).isEqualTo("2026-01-14T18:00:00Z,generator,122.0,120.0,,60.2,,,");
        assertThat(lines[3]).isEqualTo("2026-01-14T18:20:00Z,panel,119.0,,,,0.2,,");
        assertThat(lines).hasSize(5);
    }

    @Test
    void theChartStaysInItsFrameAndForetellsTheDrift() {
        TrendView view = TrendView.of("L1", "V", Trend.ofLegVolts(readings.points(Readings::l1n)), ZoneOffset.UTC);
        assertThat(view.last()).isEqualTo("118 V");
        assertThat(view.dots()).hasSize(4).allSatisfy(dot -> {
            assertThat(dot.x()).isBetween(0.0, 320.0);
            assertThat(dot.y()).isBetween(0.0, 90.0);
        });
        assertThat(view.dots().get(0).title()).isEqualTo("122 V at 18:00");
        assertThat(view.warning()).contains("out of its good band about 18:5");
        TrendView wild = TrendView.of(
                "L1",
                "V",
                Trend.ofLegVolts(List.of(new Trend.Point(START, 240), new Trend.Point(START, 3))),
                ZoneOffset.UTC);
        assertThat(wild.dots()).allSatisfy(dot -> assertThat(dot.y()).isBetween(0.0, 90.0));
        assertThat(wild.warning()).isNull();
    }
}
