package juiceswap.core.capacity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.function.ToIntFunction;
import java.util.stream.IntStream;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.CircuitBuilder;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Need;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.house.Setup;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class MakeRoomTest {
    private static final Need.Window ALWAYS = new Need.Window(null, null);

    private static Setup kitchen() {
        return new Setup(
                Samples.interlock(),
                Samples.generator(5000, 6500),
                List.of(),
                List.of(
                        Samples.circuit("fridge", 1, Samples.load(200, 900)),
                        Samples.circuit("breather", 5, Samples.load(300, 300)),
                        Samples.circuit("heater", 9, Samples.load(1300, 1300)),
                        Samples.circuit("lamp", 3, Samples.load(60, 60)),
                        Samples.circuit("oven", 13, Samples.load(1400, 1400)),
                        Samples.twoPole("furnace", 2, Samples.load240(7000, 7000))));
    }

    @Test
    void whatFitsNeedsNothingOpened() {
        MakeRoom room = MakeRoom.of(kitchen(), List.of("fridge"), "oven", 30, List.of());
        assertThat(room.fits()).isTrue();
        assertThat(room.options()).singleElement().satisfies(option -> {
            assertThat(option.open()).isEmpty();
            assertThat(option.close()).containsExactly("oven");
        });
    }

    @Test
    void theFewestAndLeastImportantComeFirst() {
        List<Need> needs = List.of(
                new Need.Always("breather", Priority.LIFE, ALWAYS),
                new Need.Reserve("fridge", Priority.FOOD, 240, 60, 200),
                new Need.Minutes("heater", Priority.COMFORT, 60, 0, 0, ALWAYS));
        MakeRoom room = MakeRoom.of(kitchen(), List.of("fridge", "breather", "heater", "lamp"), "oven", 45, needs);
        assertThat(room.fits()).isFalse();
        MakeRoom.Option best = room.options().get(0);
        assertThat(best.open()).containsExactly("heater");
        assertThat(best.because()).isEqualTo(Finding.Code.LEG_RUNNING_OVER);
        assertThat(best.untilMinutes()).isNull();
        assertThat(best.closeAgain()).containsExactly("heater");
    }

    @Test
    void untilTellsWhatTheReservesHold() {
        List<Need> needs = List.of(
                new Need.Reserve("heater", Priority.COMFORT, 90, 60, 80),
                new Need.Reserve("fridge", Priority.FOOD, 240, 60, 200));
        MakeRoom room = MakeRoom.of(kitchen(), List.of("fridge", "heater"), "oven", 45, needs);
        assertThat(room.options().get(0).open()).containsExactly("heater");
        assertThat(room.options().get(0).untilMinutes()).isEqualTo(80);
    }

    @Test
    void whatNothingHelpsSaysWhy() {
        MakeRoom room = MakeRoom.of(kitchen(), List.of("fridge"), "furnace", 10, List.of());
        assertThat(room.options()).isEmpty();
        assertThat(room.never()).isEqualTo(Finding.Code.RUNNING_OVER);
        assertThatThrownBy(() -> MakeRoom.of(kitchen(), List.of("oven"), "oven", 10, List.of()))
                .hasMessageContaining("invalid.already-on");
    }

    @Test
    void whatDependsOnTheOpenedGoesWithIt() {
        Circuit control = Samples.circuit("control", 5, Samples.load(1300, 1300));
        Circuit burner = new Circuit(
                "burner",
                "burner",
                List.of(7),
                20,
                List.of(Samples.load(40, 40)),
                List.of("control"),
                List.of(),
                null,
                false);
        Setup setup = new Setup(
                Samples.interlock(),
                Samples.generator(5000, 6500),
                List.of(),
                List.of(control, burner, Samples.circuit("oven", 9, Samples.load(1600, 1600))));
        MakeRoom room = MakeRoom.of(setup, List.of("control", "burner"), "oven", 10, List.of());
        assertThat(room.options().get(0).open()).containsExactly("control", "burner");
        assertThat(room.options().get(0).closeAgain()).containsExactly("control", "burner");
    }

    /** Every option really makes room, and no smaller set than the best would. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void everyOptionHolds(long seed) {
        Setup setup = Samples.random(new Random(seed), 9);
        Set<String> on = new HashSet<>();
        for (Circuit circuit : setup.circuits()) {
            Set<String> tried = new HashSet<>(on);
            tried.add(circuit.id());
            if (Remedies.passes(setup, tried)) {
                on = tried;
            }
        }
        for (Circuit want : setup.circuits()) {
            if (on.contains(want.id())) {
                continue;
            }
            MakeRoom room = MakeRoom.of(setup, on, want.id(), 30, List.of());
            for (MakeRoom.Option option : room.options()) {
                Set<String> left = new HashSet<>(on);
                left.removeAll(option.open());
                assertThat(StartOrder.of(setup, left, option.close(), List.of()).fits())
                        .isTrue();
                assertThat(option.close()).contains(want.id());
            }
        }
    }

    /** The look ahead never rules out a set that the full judgement would take. */
    @ParameterizedTest
    @ValueSource(longs = {31, 32, 33, 34})
    void theLookAheadIsOnTheSafeSide(long seed) {
        Random random = new Random(seed);
        Setup setup = Samples.random(random, 12);
        List<String> on = setup.circuits().stream().map(Circuit::id).toList();
        int taken = 0;
        for (int i = 0; i < 400; i++) {
            Set<String> opened = new HashSet<>();
            on.forEach(id -> {
                if (random.nextInt(3) > 0) {
                    opened.add(id);
                }
            });
            Set<String> left = new HashSet<>(on);
            left.removeAll(MakeRoom.withDependants(setup, on, opened));
            if (Capacity.of(setup, left, Set.of()).ok()) {
                taken++;
                assertThat(MakeRoom.freesEnough(setup, on).test(opened)).isTrue();
            }
        }
        assertThat(taken).isPositive();
    }

    @Test
    void whatIsLeftOffMakesTheRestFit() {
        Setup setup = kitchen();
        List<String> on = List.of("fridge", "breather", "heater", "lamp", "oven");
        assertThat(Remedies.passes(setup, on)).isFalse();
        List<List<String>> ways = Remedies.leaveOff(setup, on, id -> id.equals("heater") ? 2 : 1);
        assertThat(ways.get(0)).containsExactly("oven");
        assertThat(ways).contains(List.of("heater"));
        for (List<String> off : ways) {
            Set<String> left = new HashSet<>(on);
            left.removeAll(off);
            assertThat(Remedies.passes(setup, left)).isTrue();
        }
        assertThat(Remedies.leaveOff(setup, List.of("lamp"), id -> 1)).isEmpty();
    }

    /** A pump stays on for two comforts, and where nothing small is enough the most important of it still runs. */
    @Test
    void whatMattersLeastIsLeftOffFirst() {
        Setup setup = Samples.setup(
                Samples.generator120(2000, 2600),
                Samples.circuit("pump", 1, 900, 1800),
                Samples.circuit("games", 3, 500, 500),
                Samples.circuit("kettle", 5, 600, 600),
                Samples.circuit("fridge", 7, 200, 900));
        List<String> on = List.of("pump", "games", "kettle", "fridge");
        ToIntFunction<String> importance =
                id -> Map.of("pump", 100, "fridge", 10).getOrDefault(id, 1);
        List<List<String>> ways = Remedies.leaveOff(setup, on, importance);
        assertThat(ways.get(0)).containsExactly("kettle");
        List<List<String>> small = Remedies.leaveOff(
                Samples.setup(Samples.generator120(1700, 2600), setup.circuits().toArray(Circuit[]::new)),
                on,
                importance);
        assertThat(small.get(0)).containsExactlyInAnyOrder("games", "kettle");
        assertThat(small).contains(List.of("pump"));
        List<String> many = IntStream.range(0, 12).mapToObj(i -> "l" + i).toList();
        Setup lamps = Samples.setup(
                Samples.generator120(2000, 2600),
                many.stream()
                        .map(id -> Samples.circuit(id, 1 + 2 * many.indexOf(id), 400, 400))
                        .toArray(Circuit[]::new));
        List<List<String>> few = Remedies.leaveOff(lamps, many, id -> id.equals("l3") ? 10 : 1);
        assertThat(few).hasSize(1);
        assertThat(few.get(0)).hasSize(8).doesNotContain("l3");
    }

    @Test
    void aFeederCarriesWhatItsSubPanelDraws() {
        Circuit feeder = Samples.circuit("garage", 1);
        Circuit behind = CircuitBuilder.builder()
                .id("saw")
                .label("saw")
                .spaces(List.of(1))
                .breakerAmps(30)
                .loads(List.of(Samples.load(2100, 2100)))
                .needs(List.of())
                .notWith(List.of())
                .sharedNeutralWith(null)
                .lockedOff(false)
                .legAsFound(Leg.L2)
                .fedThrough("garage")
                .attended(false)
                .build();
        Setup setup = new Setup(Samples.interlock(), Samples.generator(6800, 8400), List.of(), List.of(feeder, behind));
        assertThat(behind.needs()).containsExactly("garage");
        assertThat(behind.leg()).isEqualTo(Leg.L2);
        assertThat(Capacity.of(setup, List.of("saw"), Set.of()).findings())
                .extracting(Finding::code)
                .contains(Finding.Code.NEEDS_OFF)
                .doesNotContain(Finding.Code.CIRCUIT_OVER);
        assertThat(Capacity.of(setup, List.of("saw", "garage"), Set.of()).findings())
                .anySatisfy(finding -> {
                    assertThat(finding.code()).isEqualTo(Finding.Code.CIRCUIT_OVER);
                    assertThat(finding.circuit()).isEqualTo("garage");
                    assertThat(finding.by()).isEqualTo(1.5);
                });
    }
}
