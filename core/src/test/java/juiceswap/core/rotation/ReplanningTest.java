package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import juiceswap.core.rotation.Progress.State;
import org.junit.jupiter.api.Test;

class ReplanningTest {
    private static final Instant PROPOSED = Instant.parse("2031-02-03T18:00:00Z");

    private final RotationPlan plan = RandomHouseholds.of(2).plan(Effort.INSTANT);
    private final LocalDateTime end = plan.at(plan.on().size());

    private static Progress at(State state) {
        return new Progress(state, null, List.of(), List.of(), List.of());
    }

    @Test
    void whatLeadsOnIsKept() {
        for (State state : List.of(State.ON_PLAN, State.DUE, State.PARTLY)) {
            assertThat(Replanning.reason(plan, at(state), end.minusHours(17)))
                    .as(state.word())
                    .isEmpty();
        }
    }

    @Test
    void whatDoesNotIsPlannedAnewWithItsReason() {
        assertThat(Replanning.reason(null, null, end)).contains(Replanning.NONE_YET);
        assertThat(Replanning.reason(plan, at(State.OFF_PLAN), end.minusHours(17)))
                .contains(Replanning.OFF_PLAN);
        assertThat(Replanning.reason(plan, at(State.OVERDUE), end.minusHours(17)))
                .contains(Replanning.OVERDUE);
        assertThat(Replanning.reason(plan, at(State.ON_PLAN), end.minusHours(15)))
                .contains(Replanning.ENDS_SOON);
    }

    @Test
    void aProposalIsLeftToPeopleForTenMinutes() {
        assertThat(Replanning.leftToPeople(PROPOSED, PROPOSED.plusSeconds(599))).isTrue();
        assertThat(Replanning.leftToPeople(PROPOSED, PROPOSED.plusSeconds(600))).isFalse();
    }
}
