package juiceswap.web.drawing;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.capacity.Finding;
import juiceswap.core.house.Leg;
import juiceswap.core.household.Household;
import juiceswap.web.words.Words;

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
    public static FitView of(Household household, Capacity capacity, String closing) {
        List<String> lines = new ArrayList<>();
        lines.add(String.format(
                Locale.ENGLISH,
                "%,.0f of %,.0f W running, %,.0f of %,.0f W at the largest start.",
                capacity.running().total(),
                capacity.limits().planRunningWatts(),
                capacity.startingWatts(),
                capacity.limits().startingWatts()));
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
        String subject = closing == null ? "What is on" : Words.label(closing, household);
        String headline = switch (verdict) {
            case "stop" -> subject + " doesn’t fit.";
            case "tight" -> subject + " fits, tightly.";
            default -> subject + " fits.";
        };
        return new FitView(verdict, headline, lines, legs);
    }

    /** A finding in one sentence. */
    public static String finding(Finding finding, Household household) {
        String circuit = Words.label(finding.circuit(), household);
        String other = Words.label(finding.other(), household);
        String over = finding.by() == null ? "" : String.format(Locale.ENGLISH, "%,.0f W", finding.by());
        return switch (finding.code()) {
            case RUNNING_OVER -> "Over the planned running watts by " + over + ".";
            case STARTING_OVER -> "The largest start is over the starting watts by " + over + ".";
            case LEG_RUNNING_OVER -> finding.leg() + " is over its running limit by " + over + ".";
            case LEG_STARTING_OVER -> "A start on " + finding.leg() + " is over its limit by " + over + ".";
            case NEEDS_240 -> circuit + " needs 240 V, and this set makes only 120 V.";
            case LEG_NOT_FED -> circuit + " is on " + finding.leg() + ", which this set does not feed.";
            case SHARED_NEUTRAL_120 ->
                circuit + " and " + other + " share a neutral, which would carry both currents on this set.";
            case NEEDS_OFF -> circuit + " needs " + other + " to be on.";
            case NOT_WITH -> circuit + " must not run together with " + other + ".";
            case LOCKED_OFF -> circuit + " is locked off.";
            case TOO_MANY_BREAKERS -> "Too many breakers on, by " + Math.round(finding.by()) + ".";
            case CIRCUIT_OVER ->
                circuit + String.format(Locale.ENGLISH, " draws %.1f A more than 80 %% of its breaker.", finding.by());
            case IMBALANCE -> finding.leg() + " carries much more than the other leg.";
            case UNPROTECTED_LINK ->
                finding.by() == null
                        ? "No breaker stands before the " + finding.other() + "."
                        : String.format(
                                Locale.ENGLISH,
                                "The %s carries %.0f A less than the breakers before it allow.",
                                finding.other(),
                                finding.by());
            case SHARED_NEUTRAL_SAME_LEG -> circuit + " and " + other + " share a neutral on the same leg.";
        };
    }
}
