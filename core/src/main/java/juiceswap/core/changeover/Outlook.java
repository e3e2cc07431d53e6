package juiceswap.core.changeover;

/**
 * The least that is still to come: each entry is a step that every way to the goal must contain. Its {@link #cost()} is
 * never above the true cost, so the search can use it to look in the right direction first without missing a cheaper way.
 */
final class Outlook {
    private final Changeover changeover;
    private final java.util.Set<Action> sure = java.util.EnumSet.noneOf(Action.class);
    private final boolean[] needed = new boolean[Place.values().length];
    private int cost;

    Outlook(Changeover changeover) {
        this.changeover = changeover;
    }

    /** That very action surely comes, at least once. */
    void addIf(boolean condition, Action action) {
        if (condition) {
            sure.add(action);
            add(action.place(changeover), 0);
        }
    }

    /** Whether that very action surely comes. */
    boolean surely(Action action) {
        return sure.contains(action);
    }

    /** A step that surely comes, with its waiting time in minutes. */
    void add(Place place, int minutes) {
        needed[place.ordinal()] = true;
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

    /** Steps and waiting, and the walks between the places where they are done, starting at {@code from} (may be null). */
    int costFrom(@org.jspecify.annotations.Nullable Place from) {
        int places = 0;
        boolean outside = from != null && from.outside();
        boolean inside = from != null && !from.outside();
        for (Place place : Place.values()) {
            if (needed[place.ordinal()] && place != from) {
                places++;
                outside |= place.outside();
                inside |= !place.outside();
            }
        }
        int walks = from == null ? Math.max(0, places - 1) : places;
        boolean throughTheDoor = outside && inside && walks > 0;
        return cost + (throughTheDoor ? 10 + 3 * (walks - 1) : 3 * walks);
    }
}
