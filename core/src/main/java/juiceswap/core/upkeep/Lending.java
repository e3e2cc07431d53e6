package juiceswap.core.upkeep;

import java.util.List;
import java.util.Set;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.ParallelGenerators;
import juiceswap.core.supply.Source;
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

        public Which other() {
            return this == FIRST ? SECOND : FIRST;
        }
    }

    /**
     * Throws {@link InvalidInput} at {@code /bond} where the question was not answered.
     *
     * @param here those of two that are not away
     * @param which of two goes; with one generator it is that one
     */
    public static void requireAnswered(Household household, Set<Which> here, Which which, @Nullable Answer answer) {
        boolean answered = answer == Answer.BONDED_AGAIN || answer == Answer.FOR_A_HOUSE;
        InvalidInput.unless(answered || !asksOf(household, here, which), "/bond", "invalid.lend-bond");
    }

    /** Whether it has to be asked of that one: by itself it may have no bond. */
    public static boolean asksOf(Household household, Set<Which> here, Which which) {
        List<Generator> all = household.supply().source().generators();
        return !all.isEmpty()
                && (knownTogether(household, here)
                        || all.get(Math.min(which.ordinal(), all.size() - 1)).bond() != Bond.BONDED);
    }

    /**
     * Two that are here and both noted as bonded. They are measured through their kit, and typed, together, and there a bond in one
     * shows in both: of either by itself nobody knows.
     */
    public static boolean knownTogether(Household household, Set<Which> here) {
        return here.size() > 1
                && household.supply().source() instanceof ParallelGenerators two
                && two.first().bond() == Bond.BONDED
                && two.second().bond() == Bond.BONDED;
    }

    /** The household once that one has gone. What stays of two whose bond was known together is unknown until it is measured. */
    public static Household gone(Household household, Set<Which> here, Which which, Answer answer) {
        Household before =
                knownTogether(household, here) ? withBond(household, Set.of(which.other()), Bond.UNKNOWN) : household;
        Bond becomes = answer.becomes();
        return becomes == null ? before : withBond(before, Set.of(which), becomes);
    }

    /** Whether nothing is left to feed the house. */
    public static boolean noneLeft(Household household, Set<Which> away) {
        return away.size() >= household.supply().sets();
    }

    /** The household with what is there to feed it: of two generators, the one that is not away. */
    public static Household atHand(Household household, Set<Which> away) {
        if (away.size() != 1 || !(household.supply().source() instanceof ParallelGenerators two)) {
            return household;
        }
        Generator stays = away.contains(Which.FIRST) ? two.second() : two.first();
        return household.withSupply(household.supply().withSource(stays));
    }

    /**
     * The household with that bond of its generators.
     *
     * @param these of two, those that it is known of
     */
    public static Household withBond(Household household, Set<Which> these, Bond bond) {
        Source source = household.supply().source();
        Source other = source instanceof ParallelGenerators two
                ? new ParallelGenerators(
                        these.contains(Which.FIRST) ? two.first().withBond(bond) : two.first(),
                        these.contains(Which.SECOND) ? two.second().withBond(bond) : two.second())
                : source.withBond(bond);
        return other.equals(source)
                ? household
                : household.withSupply(household.supply().withSource(other));
    }
}
