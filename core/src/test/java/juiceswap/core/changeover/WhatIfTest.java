package juiceswap.core.changeover;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import juiceswap.core.changeover.WhatIf.Answer;
import juiceswap.core.changeover.WhatIf.Part;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;

class WhatIfTest {
    private final Changeover interlock = EveryState.changeover(Kind.INTERLOCK);

    /** The set carries the house through the input breaker, the plate holds the main. */
    private static SwapState.Change onTheSet() {
        SwapState.Change state = SwapState.initial(Bond.FLOATING, false, true).change();
        state.mainOn = false;
        state.plateToGenerator = true;
        state.inputOn = true;
        state.branches = SwapState.Branches.OFF;
        state.engine = Engine.READY;
        state.cordAtGenerator = true;
        state.cordAtHouse = true;
        return state;
    }

    private WhatIf whatIf(SwapState state, Action action) {
        return WhatIf.of(interlock, Goal.ON_GENERATOR, state, action, null);
    }

    @Test
    void theMainForcedPastThePlateWouldLightTheStreet() {
        WhatIf answer = whatIf(onTheSet().state(), Action.MAIN_ON);
        assertThat(answer.answer()).isEqualTo(Answer.BLOCKED);
        assertThat(answer.broken()).contains(Rule.BACKFEED);
        assertThat(answer.newlyLive()).containsExactly(Part.STREET);
    }

    @Test
    void whatIsSoAlreadyIsSaidToBeSo() {
        WhatIf answer = whatIf(onTheSet().state(), Action.INPUT_ON);
        assertThat(answer.answer()).isEqualTo(Answer.ALREADY_SO);
        assertThat(answer.newlyLive()).isEmpty();
    }

    @Test
    void aCordPulledFromARunningSetIsAgainstARule() {
        SwapState.Change state = onTheSet();
        WhatIf answer = whatIf(state.state(), Action.CORD_HOUSE_OUT);
        assertThat(answer.answer()).isEqualTo(Answer.AGAINST_A_RULE);
        assertThat(answer.broken()).contains(Rule.HOT_PLUG, Rule.LOOSE_LIVE_END);
    }

    @Test
    void startingWithTheCordInAtOneEndMakesTheProngsLive() {
        SwapState.Change state = SwapState.initial(Bond.FLOATING, false, true).change();
        state.cordAtGenerator = true;
        WhatIf answer = whatIf(state.state(), Action.START_ENGINE);
        assertThat(answer.answer()).isEqualTo(Answer.AGAINST_A_RULE);
        assertThat(answer.broken()).contains(Rule.LOOSE_LIVE_END, Rule.START_UNCHECKED, Rule.START_LOADED);
        assertThat(answer.newlyLive()).containsExactly(Part.CORD);
    }

    @Test
    void whatIsHarmlessIsAllowed() {
        WhatIf answer = whatIf(SwapState.initial(Bond.BONDED, true, false), Action.MAIN_OFF);
        assertThat(answer.answer()).isEqualTo(Answer.ALLOWED);
        assertThat(answer.broken()).isEqualTo(List.of());
    }
}
