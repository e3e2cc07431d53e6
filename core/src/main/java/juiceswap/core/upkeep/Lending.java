package juiceswap.core.upkeep;

import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import org.jspecify.annotations.Nullable;

/**
 * A generator that is lent. One whose neutral floats for the house has no bond for tools that are plugged straight into it:
 * its ground-fault outlets and a breaker may not trip on a fault to its frame, so nobody gets it without that being asked.
 */
public final class Lending {
    private Lending() {}

    /** What the one who lends it says of its neutral. */
    public enum Answer implements Worded {
        /** It was bonded from the start. */
        NOTHING_TO_SAY("nothing-to-say", null),
        /** The bond was put back and measured. */
        BONDED_AGAIN("bonded-again", Bond.BONDED),
        /** It goes to a house whose wiring has the bond, through a transfer device there. */
        FOR_A_HOUSE("for-a-house", null);

        private final String word;
        private final @Nullable Bond becomes;

        Answer(String word, @Nullable Bond becomes) {
            this.word = word;
            this.becomes = becomes;
        }

        @Override
        public String word() {
            return word;
        }

        /** What its bond is from then on; null: as it was. */
        public @Nullable Bond becomes() {
            return becomes;
        }
    }

    /** Which of two, where there are two. */
    public enum Which implements Worded {
        FIRST("first"),
        SECOND("second");

        private final String word;

        Which(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Throws {@link InvalidInput} at {@code /bond} where the question was not answered. */
    public static void requireAnswered(Household household, @Nullable Answer answer) {
        boolean answered = answer == Answer.BONDED_AGAIN || answer == Answer.FOR_A_HOUSE;
        InvalidInput.unless(answered || !household.lacksBondAlone(), "/bond", "invalid.lend-bond");
    }
}
