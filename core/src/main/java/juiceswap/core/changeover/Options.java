package juiceswap.core.changeover;

import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * How this household wants it done.
 *
 * @param stopFirst on the way back stop the engine before the house is on the utility again; else restore first
 * @param bigOnesOff open only the big branch breakers; else all of them
 * @param keepOn with {@code bigOnesOff}, the circuits that stay on
 * @param pickUp circuits to pick up on the generator
 * @param noSensitive nothing in the house is delicate
 * @param at where the person stands, or null
 */
public record Options(
        boolean stopFirst,
        boolean bigOnesOff,
        Set<String> keepOn,
        List<String> pickUp,
        boolean noSensitive,
        @Nullable Place at) {

    /** Nothing is wished for. */
    public static final Options NONE = new Options(false, false, Set.of(), List.of(), false, null);

    public Options {
        keepOn = java.util.Collections.unmodifiableSet(new TreeSet<>(keepOn));
        pickUp = List.copyOf(pickUp);
    }

    /** The same wishes of a person who stands there. */
    public Options at(@Nullable Place place) {
        return new Options(stopFirst, bigOnesOff, keepOn, pickUp, noSensitive, place);
    }

    /** The same wishes with other circuits to pick up; a place where somebody stood is not one of them. */
    public Options picking(List<String> circuits) {
        return new Options(stopFirst, bigOnesOff, keepOn, circuits, noSensitive, null);
    }

    /** The same wishes where nothing has to be unplugged, or where it has. */
    public Options withoutSensitive(boolean none) {
        return new Options(stopFirst, bigOnesOff, keepOn, pickUp, none, at);
    }
}
