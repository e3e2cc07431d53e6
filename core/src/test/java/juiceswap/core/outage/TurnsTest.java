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

    /**
     * One to five people, anywhere and nowhere, who come, go and walk between steps, out to the generator and back to the
     * utility: whoever has a turn may do it now, nobody has the step of another, and the goal is reached.
     */
    @ParameterizedTest
    @MethodSource("kinds")
    void whoeverHelpsAndWhereverTheyGoItIsLegalAndArrives(Kind kind) {
        Changeover changeover = EveryState.changeover(kind);
        for (int seed = 0; seed < 8; seed++) {
            Random random = new Random(seed);
            Standing standing = start(changeover);
            standing = together(changeover, standing, random);
            assertThat(changeover.fed(standing.state())).isTrue();
            SwapState.Change power = standing.state().change();
            power.utilityLive = true;
            write(changeover, new Event.Corrected(power.state()));
            standing = write(changeover, new Event.Chosen(Goal.ON_UTILITY, changeover.options()));
            standing = together(changeover, standing, random);
            assertThat(standing.plan().refused()).isNull();
        }
    }

    private Standing together(Changeover changeover, Standing begun, Random random) {
        Standing standing = begun;
        Goal goal = standing.planned();
        List<Person> crew = new ArrayList<>(List.of(new Person("Ines", Place.GENERATOR)));
        for (int steps = 0; !standing.plan().steps().isEmpty(); steps++) {
            assertThat(steps).as("steps of " + changeover.kind()).isLessThan(80);
            comesOrGoes(crew, random);
            Map<String, Turn> turns = turns(standing, crew.toArray(Person[]::new));
            assertThat(turns.keySet())
                    .containsExactlyInAnyOrderElementsOf(
                            crew.stream().map(Person::name).toList());
            List<Plan.Step> placed = crew.stream()
                    .filter(person -> person.at() != null)
                    .map(person -> turns.get(person.name()).step())
                    .filter(step -> step != null)
                    .toList();
            assertThat(placed).as("nobody is sent to what another does").doesNotHaveDuplicates();
            List<Plan.Step> all = new ArrayList<>();
            turns.values().forEach(turn -> {
                if (turn.step() != null && !all.contains(turn.step())) {
                    all.add(turn.step());
                }
            });
            assertThat(all).as("somebody has something to do").isNotEmpty();
            all.sort(java.util.Comparator.comparing((Plan.Step step) -> step.action())
                    .thenComparing(step -> String.valueOf(step.circuit())));
            Plan.Step step = all.get(random.nextInt(all.size()));
            Trial trial = Planner.attempt(changeover, goal, standing.state(), step.action(), step.circuit());
            assertThat(trial.allowed()).as(step + " breaks " + trial.broken()).isTrue();
            standing = write(changeover, done(step));
        }
        return standing;
    }

    private static void comesOrGoes(List<Person> crew, Random random) {
        int who = random.nextInt(5);
        String name = List.of("Ines", "Bram", "Jo", "Ada", "Kit").get(who);
        boolean here = crew.removeIf(person -> person.name().equals(name));
        int at = random.nextInt(Place.values().length + 1);
        if (!here || crew.isEmpty() || random.nextBoolean()) {
            crew.add(new Person(name, at == Place.values().length ? null : Place.values()[at]));
        }
    }

    @Test
    void whatOnePersonDidThemselvesLeavesTheirOwnPageAsItWas() {
        List<Entry> log = new ArrayList<>();
        log.add(new Entry(1, Instant.EPOCH, "Ines", new Event.Opened("fridge")));
        log.add(new Entry(2, Instant.EPOCH, "Bram", new Event.Opened("well")));
        log.add(new Entry(3, Instant.EPOCH, "Ines", new Event.Opened("freezer")));
        log.add(new Entry(4, Instant.EPOCH, "Bram", new Event.FuelSeen(9)));
        assertThat(Turns.aloneSince(log, "Ines")).isEqualTo(2);
        assertThat(Turns.aloneSince(log, "Bram")).isEqualTo(3);
        assertThat(Turns.aloneSince(log.subList(0, 1), "Ines")).isEqualTo(1);
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

        // the plan that follows what somebody did is not what has made a page old
        log.add(new Entry(
                5,
                Instant.EPOCH,
                "Juice Swap",
                new Event.Planned(8, Phrase.of("plan.why.told", "why", "A day ahead"))));
        assertThat(Turns.lastMoved(log).sequence()).isEqualTo(4);
        assertThat(Turns.lastMoved(log.subList(1, 3)).sequence()).isEqualTo(3);
    }
}
