package juiceswap.core.changeover;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.Worded;

/** What can hurt somebody as things stand, the worst first. */
public enum Danger implements Worded {
    /** Main and generator input are both on: what the set makes goes out to the street. */
    BACKFEED("backfeed"),
    /** The engine runs with the cord in at one end only: live blades or a live inlet. */
    LOOSE_LIVE_END("loose-live-end"),
    /** Neutral and ground are joined twice in what the set energises. */
    TWO_BONDS("two-bonds"),
    /** They are joined nowhere. */
    NO_BOND("no-bond");

    private final String word;

    Danger(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The dangers of a state. */
    static List<Danger> in(Changeover changeover, SwapState state) {
        List<Danger> dangers = new ArrayList<>();
        if (changeover.backfeeds(state)) {
            dangers.add(BACKFEED);
        }
        if (changeover.looseLiveEnd(state)) {
            dangers.add(LOOSE_LIVE_END);
        }
        if (changeover.wrongBondCount(state)) {
            dangers.add(changeover.bonds(state) > 1 ? TWO_BONDS : NO_BOND);
        }
        return List.copyOf(dangers);
    }
}
