package juiceswap.core.outage;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import juiceswap.core.Phrase;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.EveryState;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.changeover.Planner.Trial;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.outage.Turns.Person;
import juiceswap.core.outage.Turns.Turn;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class TurnsTest {
    private static final Person INES_OUTSIDE = new Person("Ines", Place.GENERATOR);
    private static final Person BRAM_AT_THE_PANEL = new Person("Bram", Place.PANEL);

    private final Changeover interlock = EveryState.changeover(Kind.INTERLOCK);
    private final List<Entry> log = new ArrayList<>();

    static java.util.stream.Stream<Kind> kinds() {
        return EveryState.kinds();
    }

    private Standing start(Changeover changeover) {
        log.clear();
        return write(
                changeover,
                new Event.Started(
                        SwapState.initial(Bond.BONDED, true, false), Goal.ON_GENERATOR, changeover.options()));
    }

    private Standing write(Changeover changeover, Event event) {
        log.add(new Entry(log.size() + 1, Instant.EPOCH, "Ines", event));
        return Standing.of(changeover.setup(), log);
    }

    private static Event.Done done(Plan.Step step) {
        return Event.Done.step(step.action(), step.circuit());
    }

    private static Map<String, Turn> turns(Standing standing, Person... people) {
        return Turns.of(standing, standing.plan(), List.of(people));
    }

    @Test
    void eachSideOfTheDoorHasItsOwnFirstStep() {
        Map<String, Turn> turns = turns(start(interlock), INES_OUTSIDE, BRAM_AT_THE_PANEL);
        assertThat(turns.get("Ines").step().place().outside()).isTrue();
        assertThat(turns.get("Bram").step().place().outside()).isFalse();
        assertThat(turns.values()).noneMatch(Turn::walk);
    }

    @Test
    void whoeverMustWaitIsToldForWhatForWhomAndWhatComesThen() {
        Standing standing = start(interlock);
        while (true) {
            Map<String, Turn> turns = turns(standing, INES_OUTSIDE, BRAM_AT_THE_PANEL);
            Turn bram = turns.get("Bram");
            if (bram.step() == null) {
                Turn ines = turns.get("Ines");
                assertThat(bram.waitsFor()).isEqualTo(ines.step());
                assertThat(bram.waitsForWhom()).isEqualTo("Ines");
                assertThat(bram.then().place().outside()).isFalse();
                return;
            }
            standing = write(interlock, done(bram.step()));
        }
    }

    @Test
    void oneOfTwoIndoorsWalksWhenTheNextStepIsOutside() {
        Person[] bothInside = {BRAM_AT_THE_PANEL, new Person("Ines", Place.INDOORS)};
        Standing standing = start(interlock);
        while (turns(standing, bothInside).values().stream().noneMatch(Turn::walk)) {
            Turn busy = turns(standing, bothInside).values().stream()
                    .filter(turn -> turn.step() != null)
                    .findFirst()
                    .orElseThrow();
            assertThat(busy.step().place().outside()).isFalse();
            standing = write(interlock, done(busy.step()));
        }
        List<Turn> walking =
                turns(standing, bothInside).values().stream().filter(Turn::walk).toList();
        assertThat(walking).hasSize(1);
        assertThat(walking.get(0).step().place().outside()).isTrue();
    }

    @Test
    void twoAtOnePanelAreNotSentToItTogether() {
        Standing standing = start(interlock);
        for (Action indoors : List.of(Action.CHECK_CO_ALARM, Action.UNPLUG_SENSITIVE)) {
            standing = write(interlock, Event.Done.step(indoors, null));
        }
        Map<String, Turn> turns = turns(standing, BRAM_AT_THE_PANEL, new Person("Ines", Place.PANEL));
        assertThat(turns.values().stream()
                        .filter(turn -> turn.step() != null && turn.step().place() == Place.PANEL)
                        .count())
                .isEqualTo(1);
    }

    @Test
    void whoHasNotSaidWhereTheyAreSeesTheFirstStep() {
        Standing standing = start(interlock);
        assertThat(turns(standing, new Person("Ines", null)).get("Ines").step())
                .isEqualTo(standing.plan().steps().get(0));
    }

    /** However the confirmations of two people fall, no rule is broken and the house ends on the set. */
    @ParameterizedTest
    @MethodSource("kinds")
    void anyOrderOfTwoPeoplesStepsIsLegalAndArrives(Kind kind) {
        Changeover changeover = EveryState.changeover(kind);
        for (int seed = 0; seed < 12; seed++) {
            Random random = new Random(seed);
            Standing standing = start(changeover);
            int steps = 0;
            while (!standing.plan().steps().isEmpty()) {
                assertThat(++steps).as("steps of " + kind).isLessThan(60);
                List<Turn> busy = new ArrayList<>();
                turns(standing, INES_OUTSIDE, BRAM_AT_THE_PANEL).values().stream()
                        .filter(turn -> turn.step() != null)
                        .forEach(busy::add);
                assertThat(busy).as("nobody is stuck: " + standing.state()).isNotEmpty();
                // Map.of has no order to rely on
                busy.sort(java.util.Comparator.comparing(turn -> turn.step().action()));
                Plan.Step step = busy.get(random.nextInt(busy.size())).step();
                Trial trial =
                        Planner.attempt(changeover, Goal.ON_GENERATOR, standing.state(), step.action(), step.circuit());
                assertThat(trial.allowed())
                        .as(step + " breaks " + trial.broken())
                        .isTrue();
                standing = write(changeover, done(step));
            }
            assertThat(changeover.fed(standing.state())).isTrue();
            assertThat(standing.state().done().has(juiceswap.core.changeover.Check.WALK_ROUND))
                    .isTrue();
        }
    }

    @Test
    void onlyOneCircuitIsPickedUpAtATime() {
        Standing standing = start(interlock);
        while (standing.plan().steps().get(0).action() != Action.PICK_UP) {
            standing = write(interlock, done(standing.plan().steps().get(0)));
        }
        Map<String, Turn> turns = turns(standing, BRAM_AT_THE_PANEL, new Person("Ines", Place.INDOORS));
        assertThat(turns.values().stream()
                        .filter(turn -> turn.step() != null && turn.step().action() == Action.PICK_UP)
                        .count())
                .isEqualTo(1);
    }

    @Test
    void whatHasNothingToDoWithItLeavesAConfirmationAsItWas() {
        Standing standing = start(interlock);
        write(interlock, Event.Done.step(Action.CHECK_CO_ALARM, null));
        assertThat(Turns.stillMeant(standing.changeover(), log, 2, Action.UNPLUG_SENSITIVE))
                .isTrue();
        assertThat(Turns.stillMeant(standing.changeover(), log, 1, Action.CHECK_PLACEMENT))
                .isTrue();
        // somebody has only looked at something meanwhile
        assertThat(Turns.stillMeant(standing.changeover(), log, 1, Action.UNPLUG_SENSITIVE))
                .isTrue();
        assertThat(Turns.stillMeant(standing.changeover(), log, 1, Action.CHECK_CO_ALARM))
                .isFalse();
        assertThat(Turns.stillMeant(standing.changeover(), log, 1, Action.MEASURE_GENERATOR))
                .isFalse();
        write(interlock, Event.Done.step(Action.BRANCHES_OFF, null));
        assertThat(Turns.stillMeant(standing.changeover(), log, 2, Action.MAIN_OFF))
                .isFalse();
        assertThat(Turns.stillMeant(standing.changeover(), log, 2, Action.CHECK_CO_ALARM))
                .isTrue();
        assertThat(Turns.stillMeant(standing.changeover(), log, 7, Action.CHECK_PLACEMENT))
                .isFalse();
    }

    /** A plan that was made meanwhile, or a reading, takes nothing away from what a page offered; a step does. */
    @Test
    void whatWasOnlySaidIsInNobodysWay() {
        List<Entry> log = new ArrayList<>();
        log.add(new Entry(1, Instant.EPOCH, "Ines", new Event.Opened("fridge")));
        log.add(new Entry(
                2,
                Instant.EPOCH,
                "Juice Swap",
                new Event.Planned(7, Phrase.of("plan.why.told", "why", "A day ahead"))));
        log.add(new Entry(3, Instant.EPOCH, "Bram", new Event.FuelSeen(9)));
        assertThat(Turns.nothingMoved(log, 1)).isTrue();
        assertThat(Turns.nothingMoved(log, 0)).isFalse();
        assertThat(Turns.nothingMoved(log, 4)).isFalse();
        log.add(new Entry(4, Instant.EPOCH, "Bram", new Event.Opened("freezer")));
        assertThat(Turns.nothingMoved(log, 1)).isFalse();
        assertThat(Turns.nothingMoved(log, 4)).isTrue();
    }
}
