package juiceswap.web.rehearse;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What the world of a rehearsal shows.
 *
 * @param count of the acts so far, which every form sends back
 * @param place where the person who looks stands, by its word
 * @param twelve the clock is read by twelve hours
 * @param alarms the CO alarm sounds
 * @param others who else takes part
 * @param told what the last act that they were at came to, in a sentence; empty before the first
 * @param stopped what came of it, the worst first; empty while the world goes on
 * @param step what comes next, where somebody is led or has asked for a hint; else null
 * @param card what hangs at the panel, for a stand-in; else empty
 */
@RecordBuilder
public record RehearsePage(
        long id,
        int count,
        String way,
        String trouble,
        long seed,
        String goal,
        String clock,
        Time time,
        boolean twelve,
        boolean alarms,
        String place,
        List<String> others,
        List<Walk> walks,
        List<Control> controls,
        List<Branch> branches,
        String told,
        @Nullable Reading reading,
        List<Came> stopped,
        boolean hurt,
        List<Past> past,
        @Nullable Step step,
        List<String> card,
        View view,
        boolean reached,
        int hints) {

    /**
     * The clock, which runs on while nobody does anything.
     *
     * @param second of the day, as it stands after the last act
     * @param due seconds until something changes by itself, or null when nothing will
     * @param runs it does not while the world is stopped
     */
    public record Time(int second, @Nullable Long due, boolean runs) {}

    /** Another place, with how long it takes to get there. */
    public record Walk(String to, String minutes) {}

    /**
     * Something that can be worked where the person stands.
     *
     * @param act that a touch does
     * @param position how it stands, by its word; empty for what is only done
     * @param on its lever is drawn as ON
     */
    public record Control(String act, String name, String position, boolean on, boolean lever) {}

    /** A branch breaker, or a switch of a box. */
    public record Branch(String circuit, String number, String label, boolean on, String position, boolean broken) {}

    /**
     * What a meter shows; null where nothing is connected to be read there.
     *
     * @param said what the person made of it, by its word; null while they have not said it
     */
    @RecordBuilder
    public record Reading(
            @Nullable String l1n,
            @Nullable String l2n,
            @Nullable String l1l2,
            @Nullable String ng,
            @Nullable String hz,
            @Nullable String other,
            @Nullable String said,
            String verdict,
            List<String> causes) {}

    /** Something that came of it. */
    public record Came(String code, String severity, String headline, String why) {}

    /** One act of the row under the picture. */
    public record Past(String clock, String text, boolean bad) {}

    /** What comes next, and why. */
    public record Step(String title, String why, String place) {}

    /**
     * The picture from the street to the generator.
     *
     * @param street the utility's wires are live
     * @param danger they are, and the generator does it
     * @param ground the ground wire carries current
     * @param lit the panel has power
     * @param lamps one on each leg; empty where nobody sees them
     */
    @RecordBuilder
    public record View(
            boolean street,
            boolean danger,
            boolean hasMain,
            boolean hasCord,
            boolean main,
            boolean input,
            boolean lit,
            boolean cord,
            boolean cordAtHouse,
            boolean cordAtGenerator,
            boolean runs,
            boolean output,
            boolean ground,
            boolean seesPanel,
            boolean seesGenerator,
            boolean seesStreet,
            String engine,
            String bond,
            String hertz,
            @Nullable String l1,
            @Nullable String l2,
            boolean wrecked,
            boolean smoke,
            List<Lamp> lamps) {}

    /**
     * A lamp of the house, which shows what its leg gives.
     *
     * @param glow off, dim, right or bright
     */
    public record Lamp(String leg, String glow) {}
}
