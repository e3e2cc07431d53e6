package juiceswap.core.house;

import java.time.LocalDate;
import juiceswap.core.Worded;

/** What a household wants of a circuit in an outage. */
public enum Choice implements Worded {
    /** Stays on throughout. */
    MUST("must"),
    /** Takes turns with others. */
    TURNS("turns"),
    /** Stays off. */
    OFF("off");

    private final String word;

    Choice(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The seasons and hours for which a household chooses apart. */
    public enum Occasion implements Worded {
        WINTER("winter"),
        SUMMER("summer"),
        NIGHT("night");

        private final String word;

        Occasion(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }

        /** The one that is written so in JSON; it must be one of them. */
        public static Occasion of(String word) {
            return Worded.of(Occasion.class, word);
        }

        /** By the date, for the north: winter from October to April. Our own choice; a person may ask for another. */
        public static Occasion on(LocalDate day) {
            return day.getMonthValue() >= 10 || day.getMonthValue() <= 4 ? WINTER : SUMMER;
        }
    }

    /** The one that is written so in JSON; it must be one of them. */
    public static Choice of(String word) {
        return Worded.of(Choice.class, word);
    }
}
