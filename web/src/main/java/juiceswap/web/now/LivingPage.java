package juiceswap.web.now;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.Arrays;
import java.util.List;
import juiceswap.core.outage.StallCause;
import juiceswap.web.drawing.FitView;
import juiceswap.web.drawing.PanelView;
import org.jspecify.annotations.Nullable;

/**
 * What Now shows of a house on its set.
 *
 * @param sequence that the page shows
 * @param burns the house lives on an engine; else on a battery alone
 * @param aloneSince after which nobody but the person has moved anything
 * @param swapStep the next step in Swap, when there is one to be done before the rotation counts
 * @param next the next move, null when none is left or the plan is being made
 * @param then the two moves after it, in one line each
 * @param tank what is in it, and for how long, null when nobody can tell
 * @param battery what the battery station holds and does, null without one
 * @param askCharge the battery was charged elsewhere, and nobody has said what it holds now
 * @param watches what heats and nothing turns off by itself
 * @param dry when nothing is left to burn, null while there is enough for the plan
 * @param readingDue when it was read last, when that is too long ago; null while it is not
 */
@RecordBuilder
public record LivingPage(
        long outage,
        int sequence,
        boolean burns,
        int aloneSince,
        boolean planning,
        @Nullable String swapStep,
        @Nullable NextMove next,
        List<String> then,
        PanelView panel,
        FitView fit,
        List<ReserveLine> reserves,
        @Nullable String tank,
        @Nullable String battery,
        boolean askCharge,
        List<WatchLine> watches,
        @Nullable String dry,
        List<String> shortfalls,
        boolean proposed,
        @Nullable String readingDue,
        @Nullable Asked asked) {
    /** Why the set may have stopped by itself. */
    public List<String> stallCauses() {
        return Arrays.stream(StallCause.values())
                .filter(cause -> burns || cause.withoutEngine())
                .map(StallCause::word)
                .toList();
    }

    /**
     * A move to make.
     *
     * @param kind visit, engine-off or engine-on
     * @param state of following the plan: due, partly, or on-plan while it is still to come
     * @param at epoch milliseconds
     * @param now the server's clock, epoch milliseconds
     * @param breakers in the order in which they are switched
     * @param leaves what it comes to, in words
     * @param refuel the engine is stopped to be filled
     */
    @RecordBuilder
    public record NextMove(
            String kind,
            String state,
            String time,
            long at,
            long now,
            String title,
            List<Breaker> breakers,
            String leaves,
            String why,
            boolean refuel) {
        public boolean due() {
            return !state.equals("on-plan");
        }

        /** What a page without scripts shows instead of a running clock. */
        public long minutesLeft() {
            return Math.max(0, (at - now + 59_999) / 60_000);
        }

        /** The circuits still to be opened, or to be closed, separated by commas. */
        public String ids(boolean on) {
            return String.join(
                    ",",
                    breakers.stream()
                            .filter(breaker -> breaker.on() == on && !breaker.done())
                            .map(Breaker::circuit)
                            .toList());
        }
    }

    /** @param on it is to be closed */
    public record Breaker(String circuit, String label, boolean on, boolean done) {}

    /**
     * A reserve now.
     *
     * @param percent of what it holds
     * @param rising it has power
     */
    public record ReserveLine(String circuit, String label, String left, int percent, boolean rising, boolean thin) {}

    /**
     * "May I switch this?"
     *
     * @param verdict fits, tight, stop; empty when it is on
     * @param on it has power now
     * @param lines the figures that show it
     * @param options ways to make room
     */
    public record Asked(
            String circuit,
            String label,
            boolean on,
            String verdict,
            String headline,
            List<String> lines,
            List<Option> options,
            boolean mayBeSwitched) {}

    /**
     * @param off ids to open, separated by commas
     * @param on ids to close after that, in order
     */
    public record Option(String text, String costs, String off, String on) {}

    /**
     * Something that nothing turns off by itself.
     *
     * @param due somebody has to look how warm it is
     * @param enough it was warm enough, and is still on
     */
    public record WatchLine(String circuit, String label, String said, boolean due, boolean enough) {}
}
