package juiceswap.core.household;

import java.util.ArrayList;
import java.util.List;
import juiceswap.core.Worded;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Reach;

/** What does not go together in a transfer device as it was entered: a question to the household, not a refusal. */
public enum DeviceQuestion implements Worded {
    /** Nobody has said where the generator breaker sits that the plate holds. */
    WHERE_IS_THE_INPUT("where-is-the-input"),
    /** A plate reaches only from the main to the spaces beside it. */
    INPUT_NOT_BESIDE_MAIN("input-not-beside-main"),
    /** A device that reaches some circuits only, and all of the house is said to be on it. */
    WHAT_IS_ON_IT("what-is-on-it");

    /** Most circuits that a box, or a sub-panel that was fitted for a generator, usually holds: our judgement. */
    private static final int MANY = 12;

    private final String word;

    DeviceQuestion(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The questions that this household has to answer. */
    public static List<DeviceQuestion> of(Household household) {
        List<DeviceQuestion> questions = new ArrayList<>();
        var kind = household.setup().transfer().kind();
        if (kind.parting() == Parting.PLATE) {
            List<Integer> input = household.panel().inputSpaces();
            List<Integer> beside = household.panel().panel().besideMain(household.mainAtBottom());
            if (input.isEmpty()) {
                questions.add(WHERE_IS_THE_INPUT);
            } else if (input.stream().noneMatch(beside::contains)) {
                questions.add(INPUT_NOT_BESIDE_MAIN);
            }
        }
        long reached = household.circuits().stream().filter(household::reaches).count();
        int most = kind.reach() == Reach.ONE_APPLIANCE ? 1 : MANY;
        if (!kind.reach().everything() && reached > most) {
            questions.add(WHAT_IS_ON_IT);
        }
        return List.copyOf(questions);
    }
}
