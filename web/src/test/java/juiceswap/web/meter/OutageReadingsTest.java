package juiceswap.web.meter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.changeover.Action;
import juiceswap.core.meter.Measured;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.Trend;
import juiceswap.core.meter.Verdict;
import juiceswap.core.outage.Entry;
import juiceswap.core.outage.Event;
import juiceswap.web.drawing.TrendView;
import juiceswap.web.words.Messages;
import juiceswap.web.words.Words;
import org.junit.jupiter.api.Test;

class OutageReadingsTest {
    private final Words words = new Words(new Messages());

    private static final Instant START = Instant.parse("2026-01-14T18:00:00Z");

    private static Entry done(int minute, Action action, double l1n) {
        return new Entry(
                minute + 1,
                START.plusSeconds(60L * minute),
                "Ines",
                new Event.Done(
                        action,
                        null,
                        new Measured(new Readings(l1n, 120.0, null, 60.2, null), Verdict.GOOD, List.of())));
    }

    private static Entry read(int minute, double l1n) {
        return new Entry(
                minute + 1,
                START.plusSeconds(60L * minute),
                "Bram",
                new Event.Read(new Measured(new Readings(l1n, null, null, null, 0.2), Verdict.GOOD, List.of())));
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
    void othersComeBetweenThemByTime() {
        Taken monitor =
                new Taken(START.plusSeconds(900), Taken.PANEL, new Readings(120.5, null, null, null, null, 8.0, 3.5));
        OutageReadings all = readings.with(List.of(monitor));
        assertThat(all.points(Readings::l1n))
                .extracting(Trend.Point::value)
                .containsExactly(122.0, 121.0, 120.5, 119.0, 118.0);
        assertThat(all.points(Readings::l2a)).extracting(Trend.Point::value).containsExactly(3.5);
    }

    @Test
    void theTableHasTheAgreedColumns() {
        String[] lines = ReadingTable.write(readings.taken()).split("\n");
        assertThat(lines[0]).isEqualTo("time,where,l1n,l2n,l1l2,hz,ng,l1a,l2a");
        assertThat(lines[1]).isEqualTo("2026-01-14T18:00:00Z,generator,122.0,120.0,,60.2,,,");
        assertThat(lines[3]).isEqualTo("2026-01-14T18:20:00Z,panel,119.0,,,,0.2,,");
        assertThat(lines).hasSize(5);
    }

    @Test
    void whatGoesOutComesInAgain() {
        ReadingTable.Result back = ReadingTable.read(ReadingTable.write(readings.taken()), ZoneOffset.UTC);
        assertThat(back.good()).isEqualTo(readings.taken());
        assertThat(back.bad()).isEmpty();
    }

    @Test
    void aTableFromASpreadsheetIsRead() {
        ReadingTable.Result read = ReadingTable.read(
                "\uFEFFTime;L1N;l1a\n2026-01-14 18:00;121,5;9\n2026-01-14T18:01:00+02:00;120;\n",
                ZoneOffset.ofHours(-5));
        assertThat(read.bad()).isEmpty();
        assertThat(read.good())
                .extracting(Taken::at)
                .containsExactly(Instant.parse("2026-01-14T23:00:00Z"), Instant.parse("2026-01-14T16:01:00Z"));
        assertThat(read.good().get(0).readings().l1n()).isEqualTo(121.5);
        assertThat(read.good().get(0).where()).isEqualTo("panel");
    }

    @Test
    void everyWrongLineIsNamedWithItsReason() {
        ReadingTable.Result read = ReadingTable.read(
                "time,where,l1n\nyesterday,panel,120\n2026-01-14T18:00:00Z,attic,120\n2026-01-14T18:00:00Z,panel,much\n"
                        + "2026-01-14T18:00:00Z,panel,\n2026-01-14T18:00:00Z,panel,-3\n2026-01-14T18:00:00Z,panel,119\n",
                ZoneOffset.UTC);
        assertThat(read.bad())
                .extracting(bad -> (bad.field() + " " + words.say(bad.reason())).strip())
                .containsExactly(
                        "time is no time such as 2031-02-03T18:04:00Z: yesterday",
                        "where must be panel or generator",
                        "l1n “much” is not a number",
                        "enter at least one reading",
                        "l1n must be from 0 to 1000");
        assertThat(read.good()).hasSize(1);
        assertThatThrownBy(() -> ReadingTable.read("when,l1n\n1,2\n", ZoneOffset.UTC))
                .isInstanceOf(InvalidInput.class)
                .hasMessageContaining("time");
        assertThatThrownBy(() -> ReadingTable.read("time,amps\n", ZoneOffset.UTC))
                .hasMessageContaining("amps");
        assertThatThrownBy(() -> ReadingTable.read("", ZoneOffset.UTC)).isInstanceOf(InvalidInput.class);
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
