package juiceswap.web.now;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import juiceswap.core.capacity.LoadsReading;
import juiceswap.core.household.Household;
import juiceswap.web.rotate.LoadWatch;
import juiceswap.web.rotate.RotationWords;
import juiceswap.web.rotate.Rotations.Life;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What is really drawn, in words and figures. */
@Component
class MeasuredLoads {
    /** Less likely causes are not worth a word. */
    private static final double LIKELY = 0.1;

    private static final int MOST_LIKELY = 2;

    private final LoadWatch watch;
    private final Words words;

    MeasuredLoads(LoadWatch watch, Words words) {
        this.watch = watch;
        this.words = words;
    }

    /**
     * A leg as read.
     *
     * @param headroom the worse of reckoned and read
     */
    public record LegLine(String leg, String read, String reckoned, String headroom) {}

    /** Something that may be behind a difference. */
    public record Likely(String text, int percent) {}

    /**
     * Amps as read, against what should be.
     *
     * @param verdict fits, tight or stop
     * @param openFirst what to open when it is over, in words; {@code open} are its ids, separated by commas
     */
    public record Shown(
            String verdict,
            String headline,
            String how,
            List<LegLine> legs,
            List<Likely> likely,
            @Nullable String openFirst,
            @Nullable String open,
            @Nullable String levelling) {}

    @Nullable
    Shown of(Life life) {
        return watch.seen(life).map(seen -> shown(life, seen)).orElse(null);
    }

    private Shown shown(Life life, LoadWatch.Seen seen) {
        Household household = life.outage().household();
        LoadsReading reading = seen.reading();
        List<LegLine> legs = new ArrayList<>();
        legs.add(leg("L1", reading.l1()));
        if (reading.l2() != null) {
            legs.add(leg("L2", reading.l2()));
        }
        List<Likely> likely = reading.explanations().stream()
                .filter(one -> one.share() >= LIKELY)
                .limit(MOST_LIKELY)
                .map(one -> new Likely(
                        words.say(
                                "loads." + one.kind().word(),
                                "circuits",
                                RotationWords.labels(one.circuits(), household)),
                        (int) Math.min(99, Math.round(100 * one.share()))))
                .toList();
        String verdict = reading.verdict() == LoadsReading.Verdict.OVER
                ? "stop"
                : reading.verdict().word();
        String open = RotationWords.labels(reading.openFirst(), household);
        return new Shown(
                verdict,
                words.say("loads.verdict." + reading.verdict().word()),
                words.say(seen.byMonitor() ? "loads.by-monitor" : "loads.by-hand"),
                legs,
                likely,
                open.isEmpty() ? null : open,
                open.isEmpty() ? null : String.join(",", reading.openFirst()),
                reading.levelling() == null
                        ? null
                        : words.say(
                                "loads.levelling",
                                "off",
                                Words.label(reading.levelling().open(), household),
                                "on",
                                Words.label(reading.levelling().close(), household),
                                "percent",
                                Math.round(reading.levelling().imbalancePercent())));
    }

    private static LegLine leg(String name, LoadsReading.OneLeg leg) {
        return new LegLine(name, amps(leg.measured()), amps(leg.reckoned()), amps(leg.headroom()));
    }

    private static String amps(double amps) {
        return String.format(Locale.ENGLISH, "%.1f A", amps);
    }
}
