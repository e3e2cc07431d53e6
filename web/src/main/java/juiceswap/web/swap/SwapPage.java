package juiceswap.web.swap;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Refusal;
import juiceswap.core.words.Parts.Choice;
import juiceswap.core.words.Parts.Part;
import juiceswap.core.words.ReadingForm;
import juiceswap.core.words.Wording;
import juiceswap.web.drawing.FitView;
import juiceswap.web.drawing.Scene;
import juiceswap.web.form.Form;
import juiceswap.web.household.StartLine;
import org.jspecify.annotations.Nullable;

/**
 * What the Swap page shows of an outage.
 *
 * @param phase step, wait, reached, refused, or stories while two tell it differently
 * @param step the next thing to do, or null
 * @param walks steps done and to come, grouped by where they are done
 * @param doneEarlier steps done before those shown
 * @param more steps to come after those shown
 * @param whyNot what exactly does not fit
 * @param smallerChoices fewer circuits that do, the best first
 * @param stories the two that are told, while nobody has looked since; else empty
 * @param fit the capacity check of what is on, with the next circuit if it is to be picked up; null before
 * @param circuits every circuit with what may be done with it, while the house is on the set
 * @param scene the devices as they stand, or as they would stand when something was asked
 * @param untouched nothing was switched, plugged or started yet
 * @param crew who works on it
 * @param watch what is known of the street's power
 * @param card the part that was touched, or what was asked about; or null
 * @param asks everything else that could be done, to ask why not now
 */
@RecordBuilder
public record SwapPage(
        long outage,
        int sequence,
        int aloneSince,
        boolean rehearsal,
        String goal,
        String phase,
        @Nullable Step step,
        List<Walk> walks,
        int doneEarlier,
        int more,
        @Nullable Refusal refusal,
        List<String> whyNot,
        List<Wording.SmallerChoice> smallerChoices,
        @Nullable Stop stop,
        List<Story> stories,
        @Nullable FitView fit,
        List<RoomView> rooms,
        List<CircuitLine> circuits,
        List<Part> parts,
        List<CheckLine> checks,
        Map<String, Boolean> can,
        Scene scene,
        boolean undoable,
        boolean untouched,
        Crew crew,
        Watch watch,
        @Nullable PartCard card,
        List<Ask> asks) {

    /**
     * The next thing to do.
     *
     * @param circuit to be picked up, or null
     * @param clock until when it takes its time
     * @param number among all steps, done ones included, and of how many
     * @param asked what is to be typed
     * @param lookFor points of a check
     * @param walk it is on the other side of the door, and nobody is there
     */
    public record Step(
            String action,
            @Nullable String circuit,
            StepWords words,
            Clock clock,
            Number number,
            Asked asked,
            LookFor lookFor,
            boolean walk) {}

    /**
     * What a step says.
     *
     * @param because rules that the rest of the plan would break without it
     * @param notice what the reading just taken means for it, or null
     * @param ends what can hurt somebody until it is done
     */
    public record StepWords(
            String place,
            String title,
            String why,
            String done,
            String trouble,
            List<String> because,
            @Nullable String notice,
            List<String> ends) {}

    /**
     * Until when a step takes its time.
     *
     * @param until epoch milliseconds, 0 when there is nothing to wait for
     * @param now the server's clock, epoch milliseconds
     */
    public record Clock(long until, long now) {
        /** What a page without scripts shows instead of a running clock. */
        public long minutesLeft() {
            return minutesUntil(until, now);
        }
    }

    /** Which step of how many, from 1, done ones included. */
    public record Number(int at, int of) {}

    /**
     * What is to be typed in a step.
     *
     * @param readings the form of a measurement, or null
     * @param filled what was typed of fuel that went in, or null where none is asked for
     */
    public record Asked(
            @Nullable ReadingForm readings, @Nullable Form filled) {}

    /**
     * What to look for in a check.
     *
     * @param putAside how many more points there are that this household has no use for
     * @param start the controls of this engine in their order, where it is started; else empty
     */
    public record LookFor(List<Point> points, int putAside, List<StartLine> start) {}

    /** Something to look for in a check. */
    public record Point(String name, String text, boolean canBePutAside) {}

    /** Steps at one place. */
    public record Walk(String place, List<Line> lines) {}

    /** {@code status} is done, now or next. */
    public record Line(String text, String status) {}

    /**
     * A reading that says stop, what may be behind it, and the form to take it again; {@code readingAgain} while that is
     * being filled in, {@code mayReadAgain} once nothing is drawn from the set any more.
     */
    public record Stop(
            String where,
            List<String> causes,
            List<String> advice,
            String action,
            ReadingForm readings,
            boolean readingAgain,
            boolean mayReadAgain,
            List<LikelyCauses.Likely> likely) {}

    /**
     * Things to look at in one room.
     *
     * @param key the room's name in the household; empty for what is in none
     * @param name as shown
     * @param by who walks round there; empty where nobody has said so
     */
    public record RoomView(String key, String name, List<ThingView> things, String by) {}

    /** {@code answer} is running, silent, tripped, needs-restart or empty; {@code hints} say what may be done. */
    public record ThingView(String circuit, String label, String answer, List<String> hints) {}

    /** A circuit while the house is on the set. */
    public record CircuitLine(String id, String label, boolean on, boolean locked, String legs, long watts) {}

    /** How one of two tells it: the parts on which they differ, and where they stand by it. */
    public record Story(String who, String at, String said, List<Part> parts) {}

    /** A check that was made, or not. */
    public record CheckLine(String name, String label, boolean done) {}

    /**
     * Who works on it.
     *
     * @param place where this person stands, or empty when they have not said
     * @param others everybody else who is there
     * @param waitsFor what this person waits for, in words, or null
     * @param then what they do after that, or null
     * @param code with which others join
     */
    public record Crew(
            String me,
            String place,
            List<Other> others,
            @Nullable String waitsFor,
            long waitUntil,
            long now,
            @Nullable String then,
            String code) {
        public long minutesLeft() {
            return minutesUntil(waitUntil, now);
        }
    }

    /**
     * Somebody else.
     *
     * @param place where, empty when they have not said
     * @param since how long ago they said so, in words
     * @param doing what
     * @param silent how long nothing was heard of them, in words; empty when they can be counted on
     * @param guest joined with the code; {@code watcher} looks on only
     */
    public record Other(
            String name, String place, String since, String doing, String silent, boolean guest, boolean watcher) {}

    /**
     * The street's power.
     *
     * @param live somebody or something says that it is back
     * @param how it is known, and since when
     * @param heldAt epoch milliseconds when it will have held
     * @param sensor what the street-side sensor shows, or null when there is none
     * @param sensorDisagrees it shows dark although somebody says that there is power
     * @param faulty it was measured as bad, and nobody has said yet that it was repaired
     * @param signs the ways to know, the surest first
     */
    @RecordBuilder
    public record Watch(
            boolean live,
            String how,
            long heldAt,
            long now,
            boolean held,
            @Nullable String sensor,
            boolean sensorDisagrees,
            boolean faulty,
            List<Choice> signs) {
        public long minutesLeft() {
            return minutesUntil(heldAt, now);
        }
    }

    /**
     * A part of the drawing, or a question about a step.
     *
     * @param part its position and what else it could be; null when it is no part
     * @param about what it is
     * @param asks what could be done with it
     * @param why the answer to a question, or null
     */
    public record PartCard(
            @Nullable Part part,
            String about,
            List<Ask> asks,
            @Nullable Why why) {}

    /** A step to ask about. */
    public record Ask(String action, @Nullable String circuit, String text, boolean next) {}

    /** What would happen: a verdict and sentences. {@code verdict} is good, watch or stop. */
    public record Why(String title, String verdict, String headline, List<String> sentences) {}

    /** Whole minutes, rounded up, 0 when it is over. */
    private static long minutesUntil(long then, long now) {
        return Math.max(0, (then - now + 59_999) / 60_000);
    }
}
