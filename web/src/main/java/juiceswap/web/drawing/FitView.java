package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.Finding;
import juiceswap.core.house.Leg;
import juiceswap.core.household.Household;
import juiceswap.web.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * A capacity check in words and as two glasses.
 *
 * @param verdict fits, tight or stop
 * @param legs one for each leg that the set feeds
 */
public record FitView(String verdict, String headline, List<String> lines, List<GlassView> legs) {
    /**
     * One leg as a glass; heights in percent of the starting limit.
     *
     * @param fill running watts
     * @param foam largest possible start on top
     * @param planLine height of the running limit
     */
    public record GlassView(
            String leg,
            long running,
            long start,
            long planLimit,
            long startLimit,
            double fill,
            double foam,
            double planLine) {}

    /** {@code closing} may be null. */
    public static FitView of(Household household, Capacity capacity, @Nullable String closing) {
        List<String> lines = new ArrayList<>();
        lines.add(say(
                "drawing.fit.of-w-running-of-w",
                "total",
                String.format(Locale.ENGLISH, "%,.0f", capacity.running().total()),
                "planRunningWatts",
                String.format(Locale.ENGLISH, "%,.0f", capacity.limits().planRunningWatts()),
                "startingWatts",
                String.format(Locale.ENGLISH, "%,.0f", capacity.startingWatts()),
                "startingWatts2",
                String.format(Locale.ENGLISH, "%,.0f", capacity.limits().startingWatts())));
        capacity.findings().stream()
                .filter(Finding::blocks)
                .map(finding -> finding(finding, household))
                .forEach(lines::add);
        boolean splitPhase = household.setup().source().splitPhase();
        List<GlassView> legs = new ArrayList<>();
        for (Leg leg : splitPhase ? Leg.values() : new Leg[] {Leg.L1}) {
            double limit = capacity.limits().legStartingWatts();
            double running = capacity.running().on(leg);
            double start = capacity.starting().on(leg);
            legs.add(new GlassView(
                    leg.word(),
                    Math.round(running),
                    Math.round(start),
                    Math.round(capacity.limits().legRunningWatts()),
                    Math.round(limit),
                    Math.min(100, 100 * running / limit),
                    Math.max(0, Math.min(100, 100 * start / limit) - Math.min(100, 100 * running / limit)),
                    Math.min(100, 100 * capacity.limits().legRunningWatts() / limit)));
        }
        String verdict = !capacity.ok() ? "stop" : capacity.tight() ? "tight" : "fits";
        String subject = closing == null ? say("drawing.fit.what-is-on") : Words.label(closing, household);
        String headline = switch (verdict) {
            case "stop" -> say("drawing.fit.doesnt-fit", "subject", subject);
            case "tight" -> say("drawing.fit.fits-tightly", "subject", subject);
            default -> say("drawing.fit.fits", "subject", subject);
        };
        return new FitView(verdict, headline, lines, legs);
    }

    /** A finding in one sentence. */
    public static String finding(Finding finding, Household household) {
        String circuit = Words.label(finding.circuit(), household);
        String other = Words.label(finding.other(), household);
        String over = finding.by() == null ? "" : String.format(Locale.ENGLISH, "%,.0f W", finding.by());
        return switch (finding.code()) {
            case RUNNING_OVER -> say("drawing.fit.over-the-planned-running-watts", "over", over);
            case STARTING_OVER -> say("drawing.fit.the-largest-start-is-over", "over", over);
            case LEG_RUNNING_OVER -> say("drawing.fit.is-over-its-running-limit", "leg", finding.leg(), "over", over);
            case LEG_STARTING_OVER -> say("drawing.fit.a-start-on-is-over", "leg", finding.leg(), "over", over);
            case NEEDS_240 -> say("drawing.fit.needs-240-v-and-this", "circuit", circuit);
            case LEG_NOT_FED -> say("drawing.fit.is-on-which-this-set", "circuit", circuit, "leg", finding.leg());
            case SHARED_NEUTRAL_120 ->
                finding.other() == null
                        ? say("drawing.fit.both-legs-on-one-winding", "circuit", circuit)
                        : say("drawing.fit.and-share-a-neutral-which", "circuit", circuit, "other", other);
            case NEEDS_OFF -> say("drawing.fit.needs-to-be-on", "circuit", circuit, "other", other);
            case NOT_WITH -> say("drawing.fit.must-not-run-together-with", "circuit", circuit, "other", other);
            case LOCKED_OFF -> say("drawing.fit.is-locked-off", "circuit", circuit);
            case TOO_MANY_BREAKERS ->
                say("drawing.fit.too-many-breakers-on-by", "by", Math.round(Objects.requireNonNull(finding.by())));
            case CIRCUIT_OVER ->
                circuit + " "
                        + say(
                                finding.blocks()
                                        ? "drawing.fit.draws-a-more-than-its-breaker"
                                        : "drawing.fit.draws-a-more-than-80",
                                "by",
                                String.format(Locale.ENGLISH, "%.1f", finding.by()));
            case IMBALANCE -> say("drawing.fit.carries-much-more-than-the", "leg", finding.leg());
            case UNPROTECTED_LINK ->
                finding.by() == null
                        ? say("drawing.fit.no-breaker-stands-before-the", "other", finding.other())
                        : say(
                                "drawing.fit.the-carries-a-less-than",
                                "other",
                                finding.other(),
                                "by",
                                String.format(Locale.ENGLISH, "%.0f", finding.by()));
            case SHARED_NEUTRAL_SAME_LEG ->
                finding.by() == null
                        ? say("drawing.fit.and-share-a-neutral-on", "circuit", circuit, "other", other)
                        : say(
                                "drawing.fit.and-overload-their-neutral",
                                "circuit",
                                circuit,
                                "other",
                                other,
                                "by",
                                String.format(Locale.ENGLISH, "%.1f", finding.by()));
        };
    }
}
