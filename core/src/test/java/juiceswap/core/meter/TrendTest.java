package juiceswap.core.meter;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.meter.Trend.Point;
import org.junit.jupiter.api.Test;

class TrendTest {
    private static final Instant START = Instant.parse("2026-01-14T18:00:00Z");

    private static Trend everyTenMinutes(double... volts) {
        List<Point> points = new ArrayList<>();
        for (int i = 0; i < volts.length; i++) {
            points.add(new Point(START.plusSeconds(600L * i), volts[i]));
        }
        return Trend.ofLegVolts(points);
    }

    /** One volt every ten minutes from 120: at 114 after an hour, thirty minutes past the last reading. */
    @Test
    void aSlowFallIsForeseen() {
        assertThat(everyTenMinutes(120, 119, 118, 117).leavesBandAt()).contains(START.plusSeconds(3600));
        assertThat(everyTenMinutes(122, 123, 124, 125).leavesBandAt()).contains(START.plusSeconds(2400));
    }

    /** Once a second: six points would be six seconds; the last twenty minutes are what counts. */
    @Test
    void ofAMonitorTheLastTwentyMinutesCount() {
        List<Point> points = new ArrayList<>();
        for (int second = 0; second < 3600; second += 2) {
            double wobble = second % 4 == 0 ? 0.4 : -0.4;
            double fall = Math.max(0, second - 2400) * 3 / 1200.0;
            points.add(new Point(START.plusSeconds(second), 120 - fall + wobble));
        }
        // 117 V at the end of the hour, three volts in twenty minutes: at 114 twenty minutes later
        Instant leaves = Trend.ofLegVolts(points).leavesBandAt().orElseThrow();
        assertThat(leaves).isBetween(START.plusSeconds(4700), START.plusSeconds(4900));
        assertThat(Trend.ofLegVolts(points.subList(0, 1200)).leavesBandAt()).isEmpty();
    }

    @Test
    void ampsLeaveTheirBandUpwardsOnly() {
        Trend rising = Trend.ofLegAmps(
                List.of(
                        new Point(START, 10),
                        new Point(START.plusSeconds(600), 14),
                        new Point(START.plusSeconds(1200), 18)),
                22);
        assertThat(rising.leavesBandAt()).contains(START.plusSeconds(1800));
    }

    @Test
    void whatIsSteadyScattersOrComesBackIsNot() {
        assertThat(everyTenMinutes(120, 120, 120, 120).leavesBandAt()).isEmpty();
        assertThat(everyTenMinutes(120, 117, 121, 118, 120, 119).leavesBandAt()).isEmpty();
        assertThat(everyTenMinutes(120, 119).leavesBandAt()).isEmpty();
        // outside already: the verdict speaks, not the trend
        assertThat(everyTenMinutes(117, 115, 113).leavesBandAt()).isEmpty();
        // not within three hours
        assertThat(everyTenMinutes(121, 120.9, 120.8, 120.7).leavesBandAt()).isEmpty();
    }

    @Test
    void readingsTakenAtOnceHaveNoDirection() {
        Point now = new Point(START, 120);
        assertThat(Trend.ofHertz(List.of(now, now, now)).leavesBandAt()).isEmpty();
    }

    /** The first seconds of a monitor, while a motor starts. */
    @Test
    void aFewSecondsAreNoDrift() {
        List<Point> points = new ArrayList<>();
        for (int second = 0; second < 60; second += 2) {
            points.add(new Point(START.plusSeconds(second), 121 - second * 0.05));
        }
        assertThat(Trend.ofLegVolts(points).leavesBandAt()).isEmpty();
    }

    @Test
    void onlyTheLatestCount() {
        // hours of another load before a steady quarter of the night
        assertThat(everyTenMinutes(125, 124, 123, 122, 119, 119, 119, 119, 119, 119)
                        .leavesBandAt())
                .isEmpty();
    }
}
