package juiceswap.core.changeover;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The least that is still to come: each entry is a step that every way to the goal must contain. Its cost is
 * never above the true cost, so the search can use it to look in the right direction first without missing a cheaper way.
 */
final class Outlook {
    private static final List<Place> PLACES = List.of(Place.values());

    private final Changeover changeover;
    /** Actions and places as bits: the search keeps one outlook a state, many thousands of them. */
    private long sure;

    private int needed;
    private int cost;
    private boolean outsideFirst;
    private boolean insideBefore;
    private boolean insideAfter;

    Outlook(Changeover changeover) {
        this.changeover = changeover;
    }

    /** That very action surely comes, at least once. */
    void addIf(boolean condition, Action action) {
        if (condition) {
            sure |= 1L << action.ordinal();
            add(action.place(changeover), action.surelyWaits());
        }
    }

    /** Whether that very action surely comes. */
    boolean surely(Action action) {
        return (sure & 1L << action.ordinal()) != 0;
    }

    /** A step that surely comes, with its waiting time in minutes. */
    void add(Place place, int minutes) {
        needed |= 1 << place.ordinal();
        cost += 1 + minutes;
    }

    void addIf(boolean condition, Place place) {
        if (condition) {
            add(place, 0);
        }
    }

    void add(int times, Place place) {
        for (int i = 0; i < times; i++) {
            add(place, 0);
        }
    }

    /** Outdoors surely comes something before whatever is {@link #insideBeforeOutside()}. */
    void outsideFirst() {
        outsideFirst = true;
    }

    /** Something indoors surely has to be done before something outdoors that surely has to be done. */
    void insideBeforeOutside() {
        insideBefore = true;
    }

    /** Something indoors surely has to be done after something outdoors that surely has to be done. */
    void insideAfterOutside() {
        insideAfter = true;
    }

    /**
     * Steps and waiting, and the walks between the places where they are done, starting at {@code from} (may be null:
     * anywhere). Each place has to be entered once; how often one goes through the door follows from what must come before
     * what.
     */
    int costFrom(@Nullable Place from) {
        int places = 0;
        boolean outside = false;
        boolean inside = false;
        for (Place place : PLACES) {
            if ((needed & 1 << place.ordinal()) != 0) {
                places += place == from ? 0 : 1;
                outside |= place.outside();
                inside |= !place.outside();
            }
        }
        if (places == 0) {
            return cost;
        }
        int walks = from == null ? places - 1 : places;
        int throughTheDoor = throughTheDoor(from, inside, outside);
        return cost + 10 * throughTheDoor + 3 * Math.max(0, walks - throughTheDoor);
    }

    private int throughTheDoor(@Nullable Place from, boolean inside, boolean outside) {
        Way way = new Way(from);
        if (outside) {
            way.passIf(outsideFirst, true);
            way.passIf(insideBefore, false);
            way.passIf(true, true);
            way.passIf(insideAfter, false);
        } else {
            way.passIf(inside, false);
        }
        return Math.max(way.changes, inside && outside ? 1 : 0);
    }

    /** Sides of the door, one after the other. */
    private static final class Way {
        private boolean known;
        private boolean outdoors;
        private int changes;

        Way(@Nullable Place from) {
            known = from != null;
            outdoors = from != null && from.outside();
        }

        void passIf(boolean condition, boolean outside) {
            if (condition) {
                changes += known && outdoors != outside ? 1 : 0;
                known = true;
                outdoors = outside;
            }
        }
    }
}
