package juiceswap.web.swap;

import java.util.List;
import java.util.Map;
import juiceswap.core.changeover.Refusal;
import juiceswap.web.drawing.FitView;
import juiceswap.web.drawing.SceneView;

/**
 * What the Swap page shows of an outage.
 *
 * @param phase step, reached or refused
 * @param step the next thing to do, or null
 * @param walks steps done and to come, grouped by where they are done
 * @param doneEarlier steps done before those shown
 * @param more steps to come after those shown
 * @param fit the capacity check of what is on, with the next circuit if it is to be picked up; null before
 * @param circuits every circuit with what may be done with it, while the house is on the set
 */
public record SwapPage(
        int sequence,
        boolean rehearsal,
        String goal,
        String phase,
        Step step,
        List<Walk> walks,
        int doneEarlier,
        int more,
        Refusal refusal,
        Stop stop,
        FitView fit,
        List<RoomView> rooms,
        List<CircuitLine> circuits,
        List<Part> parts,
        List<CheckLine> checks,
        Map<String, Boolean> can,
        SceneView scene,
        boolean undoable) {

    /**
     * @param number among all steps, done ones included
     * @param waitUntil epoch milliseconds until which to wait, 0 when there is nothing to wait for
     * @param now the server's clock, epoch milliseconds
     * @param readings the form of a measurement, or null
     */
    public record Step(
            String action,
            String circuit,
            String place,
            String title,
            String why,
            String done,
            String trouble,
            List<String> because,
            int minutes,
            long waitUntil,
            long now,
            int number,
            int of,
            ReadingForm readings,
            String notice) {}

    /** Steps at one place. */
    public record Walk(String place, List<Line> lines) {}

    /** {@code status} is done, now or next. */
    public record Line(String text, String status) {}

    /** A reading that says stop, and the form to take it again; {@code readingAgain} while that is being filled in. */
    public record Stop(
            String where,
            List<String> causes,
            List<String> advice,
            String action,
            ReadingForm readings,
            boolean readingAgain) {}

    /** Things to look at in one room. */
    public record RoomView(String name, List<ThingView> things) {}

    /** {@code answer} is running, silent or empty; {@code hints} are likely causes of silence. */
    public record ThingView(String circuit, String label, String answer, List<String> hints) {}

    /** A circuit while the house is on the set. */
    public record CircuitLine(String id, String label, boolean on, boolean locked, String legs, long watts) {}

    /** A part whose true position can be told. */
    public record Part(String name, String label, String value, List<Choice> choices) {}

    /** A check that was made, or not. */
    public record CheckLine(String name, String label, boolean done) {}

    public record Choice(String value, String label) {}
}
