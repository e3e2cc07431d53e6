package juiceswap.core.meter;

import java.util.List;
import java.util.Objects;
import java.util.stream.Stream;

/**
 * When what a fitted monitor shows, about once a second, is a stop. A motor that starts pulls the volts and the hertz down
 * for a moment, so a low reading has to last; nothing sound lifts a leg above its band, so a high one counts at once.
 */
public final class MonitorJudgement {
    /** So many in a row that all say stop: our judgement; a motor is up to speed in less than three seconds. */
    public static final int LASTING = 3;

    private static final double HIGHEST_LEG_VOLTS = 132;

    private MonitorJudgement() {}

    /**
     * Whether the latest of these readings halts everything.
     *
     * @param loaded something draws current
     * @param latest in the order of time, those of the last seconds
     */
    public static boolean halts(boolean splitPhase, boolean loaded, List<Readings> latest) {
        if (latest.isEmpty()) {
            return false;
        }
        Readings last = latest.get(latest.size() - 1);
        if (!stops(splitPhase, loaded, last)) {
            return false;
        }
        return aLegIsHigh(last)
                || latest.size() >= LASTING
                        && latest.subList(latest.size() - LASTING, latest.size()).stream()
                                .allMatch(readings -> stops(splitPhase, loaded, readings));
    }

    private static boolean stops(boolean splitPhase, boolean loaded, Readings readings) {
        return VoltageJudgement.of(splitPhase, true, loaded, readings).verdict() == Verdict.STOP;
    }

    private static boolean aLegIsHigh(Readings readings) {
        return Stream.of(readings.l1n(), readings.l2n())
                .filter(Objects::nonNull)
                .anyMatch(volts -> volts > HIGHEST_LEG_VOLTS);
    }
}
