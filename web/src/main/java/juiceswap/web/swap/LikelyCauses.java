package juiceswap.web.swap;

import java.util.Collection;
import java.util.List;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.CauseRanking;
import juiceswap.core.meter.CauseRanking.Ranking;
import juiceswap.core.meter.HouseCircuit;
import juiceswap.core.meter.Readings;
import juiceswap.core.meter.VoltageJudgement;
import juiceswap.core.supply.Bond;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What may be behind readings in this house, and what to measure next to know, in words. */
@Component
public class LikelyCauses {
    private static final int SHOWN = 4;

    /** Below this share a cause is not worth a line. */
    private static final double LEAST_SHARE = 0.02;

    /** In percent: a model is never surer than this. */
    private static final long MOST_CERTAIN = 99;

    private final Words words;

    LikelyCauses(Words words) {
        this.words = words;
    }

    /** One possible cause, in percent of certainty. */
    public record Likely(String text, long percent) {}

    /**
     * What readings mean.
     *
     * @param verdict good, watch or stop, by the fixed bands and causes: the ranking never softens it
     * @param causes by the fixed rules, the most serious first, each with {@code advice}
     * @param likely the likeliest first
     * @param measureNext in words, or null
     */
    public record Judged(
            String verdict,
            List<String> causes,
            List<String> advice,
            List<Likely> likely,
            @Nullable String measureNext) {}

    /**
     * Judges readings of the set's supply.
     *
     * @param atPanel else at the set itself
     * @param on circuits that draw while it is read; none: read without load
     */
    public Judged judge(Setup setup, boolean atPanel, Collection<String> on, Bond bond, Readings readings) {
        VoltageJudgement judged = VoltageJudgement.of(setup.source().splitPhase(), atPanel, !on.isEmpty(), readings);
        Ranking ranking = new CauseRanking(HouseCircuit.of(setup, on, bond)).rank(readings);
        List<Likely> likely = ranking.ranked().stream()
                .filter(one -> one.share() >= LEAST_SHARE)
                .limit(SHOWN)
                .map(one -> new Likely(
                        words.say("hypothesis." + one.hypothesis().word()),
                        Math.min(MOST_CERTAIN, Math.round(100 * one.share()))))
                .toList();
        String next = ranking.measureNext() != null
                ? ranking.measureNext().word()
                : judged.measureNext().isEmpty() ? null : judged.measureNext().get(0);
        return new Judged(
                judged.verdict().word(),
                judged.causes().stream().map(words::cause).toList(),
                judged.causes().stream()
                        .map(cause -> words.causeAction(cause, false))
                        .toList(),
                likely,
                next == null ? null : words.say("reading." + next));
    }
}
