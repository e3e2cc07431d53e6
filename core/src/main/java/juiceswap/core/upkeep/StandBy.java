package juiceswap.core.upkeep;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Generator;
import org.jspecify.annotations.Nullable;

/**
 * What to do before a storm, in the order that makes sense: first what needs a shop or daylight, then what takes hours by
 * itself, last what is done when it begins to blow. Times are our own judgement.
 */
public final class StandBy {
    /** A storm of so many hours without power is bought fuel for. */
    private static final double HOURS_TO_LAST = 48;

    private StandBy() {}

    /** Something to do. */
    public enum Chore implements Worded {
        FUEL("fuel", 12, 60),
        TEST_START("test-start", 8, 30),
        CHARGE("charge", 6, 10),
        CHILL("chill", 6, 5),
        WARM("warm", 4, 5),
        WATER("water", 3, 30),
        ALARMS("alarms", 2, 10),
        CARD("card", 2, 10),
        PLACE("place", 1, 20),
        CORD("cord", 1, 10),
        BEDS("beds", 1, 10),
        TELL("tell", 1, 10);

        private final String word;
        private final double hoursAhead;
        private final int minutes;

        Chore(String word, double hoursAhead, int minutes) {
            this.word = word;
            this.hoursAhead = hoursAhead;
            this.minutes = minutes;
        }

        @Override
        public String word() {
            return word;
        }

        /** Hours before the storm by which it is to be begun. */
        public double hoursAhead() {
            return hoursAhead;
        }

        /** Minutes that somebody is busy with it. */
        public int minutes() {
            return minutes;
        }
    }

    /**
     * A chore of this house.
     *
     * @param what with the house's own figures
     * @param pressing it should have been begun by now
     */
    public record Line(Chore chore, Phrase what, boolean done, boolean pressing) {}

    /**
     * The list.
     *
     * @param hoursToGo until the storm is there, 0 or more
     */
    public static List<Line> of(Household household, double hoursToGo, Set<Chore> done) {
        InvalidInput.notNegative("/hoursToGo", hoursToGo);
        Set<Keeping> kept = household.guessedKeepings();
        List<Line> lines = new ArrayList<>();
        for (Chore chore : Chore.values()) {
            Phrase what = what(chore, household, kept);
            if (what != null) {
                boolean over = done.contains(chore);
                lines.add(new Line(chore, what, over, !over && hoursToGo <= chore.hoursAhead()));
            }
        }
        return List.copyOf(lines);
    }

    /** Minutes of work that are left. */
    public static int minutesLeft(List<Line> lines) {
        return lines.stream()
                .filter(line -> !line.done())
                .mapToInt(line -> line.chore().minutes())
                .sum();
    }

    private static @Nullable Phrase what(Chore chore, Household household, Set<Keeping> kept) {
        boolean engine = household.setup().source().engine() != null;
        return switch (chore) {
            case FUEL -> fuel(household);
            case TEST_START, PLACE -> engine ? plain(chore) : null;
            case CHILL -> anyOf(kept, Keeping.FRIDGE, Keeping.FREEZER, Keeping.MEDICINE) ? plain(chore) : null;
            case WARM ->
                anyOf(kept, Keeping.HOUSE_WARM, Keeping.HOT_WATER, Keeping.ANIMALS, Keeping.REPTILES)
                        ? plain(chore)
                        : null;
            case WATER -> anyOf(kept, Keeping.WATER) ? plain(chore) : null;
            case CORD -> household.setup().transfer().kind().wired() ? plain(chore) : null;
            case CHARGE, ALARMS, CARD, BEDS, TELL -> plain(chore);
        };
    }

    private static boolean anyOf(Set<Keeping> kept, Keeping... some) {
        return List.of(some).stream().anyMatch(kept::contains);
    }

    private static Phrase plain(Chore chore) {
        return Phrase.of("storm." + chore.word());
    }

    /** How much to fetch, so that what must run runs for two days; null where fuel comes by itself, or there is no engine. */
    private static @Nullable Phrase fuel(Household household) {
        Generator engine = household.setup().source().engine();
        if (engine == null || !engine.fuel().fromTank()) {
            return null;
        }
        Double tank = engine.tankLitres();
        Double fetch = FuelUse.at(household.setup().source(), household.averageWattsWanted())
                .litresNeeded(HOURS_TO_LAST, tank == null ? 0 : tank, household.storedLitres());
        if (fetch == null) {
            return null;
        }
        return fetch <= 0
                ? Phrase.of("storm.fuel.enough", "hours", HOURS_TO_LAST)
                : Phrase.of("storm.fuel", "fuel", household.fuel(fetch), "hours", HOURS_TO_LAST);
    }
}
