package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDateTime;
import java.time.LocalTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Need.Window;
import juiceswap.core.house.Setup;
import juiceswap.core.rotation.Progress.State;
import juiceswap.core.rotation.WhyOff.Reason;
import org.junit.jupiter.api.Test;

/** A plan that is lived by: how far it was followed, why something is off, what another one changes, what would help. */
class FollowingTest {
    private static final LocalDateTime SIX = LocalDateTime.of(2031, 2, 3, 18, 0);

    /** A heater or a kettle: the kettle has half an hour from seven on. */
    private static final Setup HOUSE = Samples.setup(
            Samples.generator120(2000, 2600),
            Samples.circuit("heater", 1, 1300, 1300),
            Samples.circuit("kettle", 3, 1000, 1000),
            Samples.circuit("range", 5, 5000, 5000));

    private static final List<Need> NEEDS = List.of(
            new Need.Reserve("heater", Priority.PROPERTY, 180, 60, 150),
            new Need.Session(
                    "kettle", Priority.COMFORT, 30, 240.0, 0, new Window(SIX.plusMinutes(60), SIX.plusMinutes(90))),
            new Need.Session("range", Priority.COMFORT, 30, null, 0, Window.ALWAYS));

    private static RotationPlan plan(List<Need> needs) {
        return new Rotation(HOUSE, new Horizon(SIX, 15, 16, null, List.of()), Set.of("heater"), needs)
                .plan(Effort.QUICK);
    }

    private final RotationPlan plan = plan(NEEDS);

    @Test
    void aPlanIsFollowedMoveByMove() {
        assertThat(plan.moves()).hasSizeGreaterThanOrEqualTo(2);
        RotationPlan.Move first = plan.moves().get(0);
        assertThat(first.at()).isEqualTo(SIX.plusMinutes(60));
        Progress before = Progress.of(plan, Set.of("heater"), SIX.plusMinutes(20));
        assertThat(before.state()).isEqualTo(State.ON_PLAN);
        assertThat(before.next()).isEqualTo(first);
        assertThat(before.leftOn()).containsExactly("kettle");
        assertThat(before.then())
                .containsExactlyElementsOf(plan.moves().subList(1, plan.moves().size()));
        assertThat(Progress.of(plan, Set.of("heater"), SIX.plusMinutes(70)).state())
                .isEqualTo(State.DUE);
        Progress partly = Progress.of(plan, Set.of(), SIX.plusMinutes(61));
        assertThat(partly.state()).isEqualTo(State.PARTLY);
        assertThat(partly.leftOff()).isEmpty();
        assertThat(partly.leftOn()).containsExactly("kettle");
        assertThat(Progress.of(plan, Set.of("kettle"), SIX.plusMinutes(61)).state())
                .isEqualTo(State.ON_PLAN);
    }

    /** The kettle's move made ten minutes early is that move, not something else. */
    @Test
    void aMoveMayBeMadeALittleEarly() {
        assertThat(Progress.of(plan, Set.of("kettle"), SIX.plusMinutes(50)).state())
                .isEqualTo(State.ON_PLAN);
        assertThat(Progress.of(plan, Set.of("kettle"), SIX.plusMinutes(10)).state())
                .isEqualTo(State.OFF_PLAN);
    }

    @Test
    void whatWasNotDoneInTimeOrIsSomethingElseIsTold() {
        RotationPlan.Move last = plan.moves().get(plan.moves().size() - 1);
        assertThat(Progress.of(plan, plan.on().get(last.slot() - 1), last.at().plusMinutes(31))
                        .state())
                .isEqualTo(State.OVERDUE);
        assertThat(Progress.of(plan, Set.of("range"), SIX.plusMinutes(20)).state())
                .isEqualTo(State.OFF_PLAN);
        assertThat(Progress.of(plan, Set.of("heater"), SIX.plusHours(5)).state())
                .isEqualTo(State.OVERDUE);
    }

    @Test
    void everyCircuitThatIsOffHasAReason() {
        assertThat(WhyOff.of(plan, "range", 2).reason()).isEqualTo(Reason.NEVER);
        WhyOff kettle = WhyOff.of(plan, "kettle", 2);
        assertThat(kettle.reason()).isEqualTo(Reason.NO_ROOM);
        assertThat(kettle.instead()).containsExactly("heater");
        assertThat(kettle.block()).isNotNull();
        assertThat(kettle.nextOn()).isEqualTo(4);
        WhyOff heater = WhyOff.of(plan, "heater", 4);
        assertThat(heater.reason()).isEqualTo(Reason.NO_ROOM);
        assertThat(heater.level()).isNotNull();
    }

    /** The kettle that somebody wished for is why, and not the medicine that would be on anyhow and makes no room. */
    @Test
    void whatWasWishedForIsNamedFirst() {
        Window hour = new Window(SIX, SIX.plusHours(1));
        Rotation rotation = new Rotation(
                Samples.setup(
                        Samples.generator120(2000, 2600),
                        Samples.circuit("medicine", 1, 100, 200),
                        Samples.circuit("kettle", 3, 1200, 1200),
                        Samples.circuit("heater", 5, 1000, 1000)),
                new Horizon(SIX, 15, 8, null, List.of()),
                null,
                List.of(
                        new Need.Always("medicine", Priority.LIFE, Window.ALWAYS),
                        new Need.Pinned("kettle", true, hour),
                        new Need.Always("heater", Priority.COMFORT, Window.ALWAYS)));
        WhyOff heater = WhyOff.of(rotation.plan(Effort.INSTANT), "heater", 1);
        assertThat(heater.reason()).isEqualTo(Reason.NO_ROOM);
        assertThat(heater.instead()).startsWith("kettle");
    }

    @Test
    void theDifferenceOfTwoPlansIsTold() {
        PlanDifference none = PlanDifference.of(plan, plan);
        assertThat(none.nothing()).isTrue();
        RotationPlan without = plan(NEEDS.subList(0, 1));
        PlanDifference difference = PlanDifference.of(plan, without);
        assertThat(difference.circuits())
                .contains(new PlanDifference.Powered("kettle", plan.sessions().isEmpty() ? 0 : 30, 0));
        assertThat(difference.visits().before())
                .isGreaterThan(difference.visits().after());
        assertThat(difference.missed())
                .extracting(PlanDifference.Missed::circuit)
                .contains("range");
    }

    /** Two that exclude each other all the time: doing without one gives the other everything. */
    @Test
    void whatWouldHelpIsFoundByPlanningWithoutIt() {
        List<Need> both = List.of(
                new Need.Always("heater", Priority.FOOD, Window.ALWAYS),
                new Need.Always("kettle", Priority.COMFORT, Window.ALWAYS));
        RotationPlan torn = plan(both);
        assertThat(torn.unmet()).extracting(RotationPlan.Unmet::circuit).containsExactly("kettle");
        // food is not given up for a comfort
        assertThat(WhatHelps.of(torn).shed()).isEmpty();
        // 2,300 W where 1,600 may run: 1.44 times the set
        assertThat(WhatHelps.of(torn).biggerSet()).isEqualTo(1.5);
        RotationPlan alike = plan(List.of(
                new Need.Always("heater", Priority.COMFORT, Window.ALWAYS),
                new Need.Always("kettle", Priority.COMFORT, Window.ALWAYS)));
        String lacking = alike.unmet().get(0).circuit();
        WhatHelps helps = WhatHelps.of(alike);
        assertThat(helps.shed().get(0).circuit()).isEqualTo(lacking.equals("kettle") ? "heater" : "kettle");
        assertThat(helps.shed().get(0).minutes()).isEqualTo(240);
        assertThat(WhatHelps.of(plan(NEEDS.subList(0, 2))).shed()).isEmpty();
    }

    /** Whatever house, whatever time away: nobody is asked to walk while nobody is there, and pins hold where they can. */
    @Test
    void nobodyWalksWhileNobodyIsThere() {
        Random random = new Random(12);
        for (int i = 0; i < 40; i++) {
            Setup setup = Samples.setup(
                    Samples.generator(4000 + 500 * random.nextInt(4), 8000),
                    Samples.circuit("a", 1, 300 + 100 * random.nextInt(12), 2000),
                    Samples.circuit("b", 3, 300 + 100 * random.nextInt(12), 2000),
                    Samples.circuit("c", 5, 300 + 100 * random.nextInt(12), 2000),
                    Samples.circuit("d", 7, 300 + 100 * random.nextInt(12), 2000));
            LocalDateTime from = SIX.plusMinutes(15L * random.nextInt(30));
            LocalDateTime to = from.plusMinutes(60 + 15L * random.nextInt(20));
            Horizon horizon = new Horizon(
                    SIX,
                    15,
                    64,
                    new Horizon.Sleep(LocalTime.of(22, 30), LocalTime.of(6, 30)),
                    List.of(),
                    List.of(new Window(from, to)));
            List<Need> needs = new ArrayList<>();
            for (String id : List.of("a", "b", "c")) {
                double hold = 60 + 30 * random.nextInt(8);
                needs.add(new Need.Reserve(id, Priority.FOOD, hold, 30 + random.nextInt(60), hold));
            }
            LocalDateTime pin = SIX.plusMinutes(15L * (1 + random.nextInt(30)));
            needs.add(new Need.Pinned("d", true, new Window(pin, pin.plusMinutes(60))));
            Rotation rotation = new Rotation(setup, horizon, Set.of(), needs);
            RotationPlan plan = rotation.plan(i % 4 == 0 ? Effort.QUICK : Effort.INSTANT);
            for (RotationPlan.Move move : plan.moves()) {
                assertThat(move.at().isAfter(from) && move.at().isBefore(to))
                        .as("rotation " + i + " " + move)
                        .isFalse();
            }
            assertThat(plan.on())
                    .allMatch(on -> Capacity.of(setup, on, (String) null).ok());
            boolean canWalkThere = !(pin.isAfter(from) && pin.isBefore(to));
            if (canWalkThere) {
                assertThat(plan.on().get(horizon.slotAt(pin)))
                        .as("rotation " + i)
                        .contains("d");
            }
            assertThat(rotation.judged(plan.on()).score()).isEqualTo(plan.score());
        }
    }
}
