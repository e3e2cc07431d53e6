package juiceswap.core.rehearsal;

import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Place;
import org.jspecify.annotations.Nullable;

/**
 * One thing that a person does in a rehearsal.
 *
 * @param word as it is written
 * @param deed what kind of thing
 * @param action of {@link Deed#ACTION}, else null
 * @param circuit of {@link Deed#OPEN} and {@link Deed#CLOSE}, else null
 * @param minutes of {@link Deed#WAIT}, above 0; else 0
 * @param to of {@link Deed#WALK}, else null
 */
public record Act(
        String word,
        Deed deed,
        @Nullable Action action,
        @Nullable String circuit,
        double minutes,
        @Nullable Place to) {

    /** An act takes so long where nothing else is said, in minutes. */
    public static final double USUAL_MINUTES = 0.25;

    /** Nobody waits longer than that in one go, in minutes: our own limit. */
    private static final double LONGEST_WAIT = 10_080;

    /** What an act is. */
    public enum Deed implements Worded {
        /** A step that a changeover knows. */
        ACTION("action"),
        /** Turn a branch breaker OFF, or a box's switch to its middle. */
        OPEN("open"),
        /** Turn a branch breaker ON, or a box's switch to the generator; picking up is the same. */
        CLOSE("close"),
        WAIT("wait"),
        /** Only go there; of the pages, since every act is walked to anyway. */
        WALK("walk"),
        /** Look whether the utility has power. */
        LOOK_UTILITY("look-utility"),
        /** Neutral to frame at the generator. */
        MEASURE_BOND_ALONE("measure-bond-alone"),
        /** The same with the cord in at both ends. */
        MEASURE_BOND_CONNECTED("measure-bond-connected");

        private final String word;

        Deed(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * As it is written: a word, with a circuit where one is switched and minutes where one waits. {@link InvalidInput} names
     * the part that is wrong.
     */
    public static Act of(String word, @Nullable String circuit, @Nullable Double minutes) {
        Action action = Action.of(word).orElse(null);
        Deed deed = action == Action.PICK_UP
                ? Deed.CLOSE
                : action != null
                        ? Deed.ACTION
                        : Worded.find(Deed.class, word)
                                .filter(known -> known != Deed.ACTION && known != Deed.WALK)
                                .orElse(null);
        if (deed == null) {
            throw new InvalidInput("/act", "invalid.no-act", "act", word);
        }
        boolean switches = deed == Deed.OPEN || deed == Deed.CLOSE;
        InvalidInput.unless(switches || circuit == null, "/circuit", "invalid.no-circuit-here");
        InvalidInput.unless(!switches || circuit != null, "/circuit", "invalid.missing");
        InvalidInput.unless(deed == Deed.WAIT || minutes == null, "/minutes", "invalid.no-minutes-here");
        InvalidInput.unless(deed != Deed.WAIT || minutes != null, "/minutes", "invalid.missing");
        InvalidInput.unless(
                minutes == null || minutes > 0 && minutes <= LONGEST_WAIT, "/minutes", "invalid.wait-minutes");
        return new Act(word, deed, deed == Deed.ACTION ? action : null, circuit, minutes == null ? 0 : minutes, null);
    }

    /** Going there. */
    public static Act walk(Place to) {
        return new Act(Deed.WALK.word(), Deed.WALK, null, null, 0, to);
    }

    /** A step of a changeover as an act. */
    public static Act of(Action action, @Nullable String circuit) {
        return of(action.word(), circuit, null);
    }

    boolean is(Action other) {
        return action == other;
    }
}
