package juiceswap.core.house;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import juiceswap.core.InvalidInput;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class PanelMapTest {
    private static final Panel PANEL = new Panel(24, Leg.L1, Panel.Numbering.ACROSS);

    private static PanelMap map(Map<String, List<Integer>> places) {
        return new PanelMap(PANEL, List.of(2, 4), places);
    }

    @Test
    void toAFreeSpaceABreakerJustGoes() {
        PanelMap after = map(Map.of("a", List.of(1))).move("a", 9);
        assertThat(after.places()).containsEntry("a", List.of(9));
    }

    @Test
    void whatIsThereComesWhereItCameFrom() {
        PanelMap single = map(Map.of("a", List.of(1), "b", List.of(9))).move("a", 9);
        assertThat(single.places()).isEqualTo(Map.of("a", List.of(9), "b", List.of(1)));
        PanelMap twoPole = map(Map.of("a", List.of(5, 7), "b", List.of(10, 12))).move("a", 10);
        assertThat(twoPole.places()).isEqualTo(Map.of("a", List.of(10, 12), "b", List.of(5, 7)));
        PanelMap overSingles = map(Map.of("a", List.of(5, 7), "b", List.of(10), "c", List.of(12)))
                .move("a", 10);
        assertThat(overSingles.places()).isEqualTo(Map.of("a", List.of(10, 12), "b", List.of(5), "c", List.of(7)));
    }

    @Test
    void aTwoPoleBreakerSlidesByOneRow() {
        PanelMap after = map(Map.of("a", List.of(5, 7), "b", List.of(9))).move("a", 7);
        assertThat(after.places()).isEqualTo(Map.of("a", List.of(7, 9), "b", List.of(5)));
    }

    @Test
    void aTandemMovesAsideTogether() {
        Map<String, List<Integer>> places = new LinkedHashMap<>();
        places.put("a", List.of(1));
        places.put("b", List.of(9));
        places.put("c", List.of(9));
        PanelMap after = map(places).move("a", 9);
        assertThat(after.at(1)).containsExactly("b", "c");
        assertThat(after.at(9)).containsExactly("a");
    }

    @Test
    void twoSinglePolesShareASpaceAndNoThird() {
        PanelMap shared =
                map(Map.of("a", List.of(1), "b", List.of(9), "c", List.of(11))).share("a", 9);
        assertThat(shared.at(9)).containsExactly("b", "a");
        assertThatThrownBy(() -> shared.share("c", 9)).hasMessageContaining("invalid.tandem");
        assertThatThrownBy(() -> shared.add("d", 9, 1)).hasMessageContaining("invalid.space-taken");
    }

    @Test
    void whatCannotBeIsRefusedInWords() {
        PanelMap map = map(Map.of("a", List.of(1), "two", List.of(5, 7), "low", List.of(23)));
        assertThatThrownBy(() -> map.move("a", 2)).hasMessageContaining("invalid.input-there");
        assertThatThrownBy(() -> map.move("a", 25)).hasMessageContaining("spaces=24");
        assertThatThrownBy(() -> map.move("a", 5)).hasMessageContaining("invalid.two-pole-there");
        assertThatThrownBy(() -> map.move("two", 23)).hasMessageContaining("spaces=24");
        assertThatThrownBy(() -> map.move("gone", 9)).hasMessageContaining("circuit=gone");
        assertThatThrownBy(() -> new PanelMap(PANEL, List.of(), Map.of("x", List.of(1), "y", List.of(1, 3))))
                .isInstanceOfSatisfying(
                        InvalidInput.class,
                        invalid -> assertThat(invalid.problems()).hasSize(2));
    }

    /** Whatever is moved where: nothing is lost, nothing overlaps, and what is refused changes nothing. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void anyRowOfMovesKeepsThePanelWhole(long seed) {
        Random random = new Random(seed);
        PanelMap map = map(Map.of());
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < 14; i++) {
            List<Integer> free = map.free(1 + i % 2);
            if (!free.isEmpty()) {
                map = map.add("c" + i, free.get(random.nextInt(free.size())), 1 + i % 2);
                ids.add("c" + i);
            }
        }
        for (int step = 0; step < 300; step++) {
            String id = ids.get(random.nextInt(ids.size()));
            int space = 1 + random.nextInt(26);
            PanelMap before = map;
            Map<String, List<Integer>> places = before.places();
            try {
                map = random.nextInt(5) == 0 ? before.share(id, space) : before.move(id, space);
                assertThat(map.places().get(id)).startsWith(space);
            } catch (InvalidInput refused) {
                assertThat(before.places()).isEqualTo(places);
            }
            assertThat(map.places().keySet()).isEqualTo(new HashSet<>(ids));
            for (int one = 1; one <= 24; one++) {
                List<String> there = map.at(one);
                Set<Integer> poles = new HashSet<>();
                for (String other : there) {
                    poles.add(map.places().get(other).size());
                }
                assertThat(there.size() <= 1 || there.size() == 2 && poles.equals(Set.of(1)))
                        .isTrue();
            }
            assertThat(map.at(2)).isEmpty();
            assertThat(map.at(4)).isEmpty();
        }
    }

    @ParameterizedTest
    @EnumSource(Panel.Numbering.class)
    void everyNumberIsPrintedBesideOneSpace(Panel.Numbering numbering) {
        Panel panel = new Panel(42, Leg.L2, numbering);
        Set<Integer> printed = new HashSet<>();
        for (int space = 1; space <= 42; space++) {
            int number = panel.printed(space);
            assertThat(panel.spaceOf(number)).isEqualTo(space);
            printed.add(number);
        }
        assertThat(printed).hasSize(42).contains(1, 42);
        assertThat(panel.legOf(1)).isEqualTo(Leg.L2);
        assertThat(panel.legOf(3)).isEqualTo(Leg.L1);
        assertThatThrownBy(() -> panel.spaceOf(43)).hasMessageContaining("spaces=42");
    }

    @Test
    void numbersRunAsTheyAreHung() {
        assertThat(new Panel(24, Leg.L1, Panel.Numbering.DOWN).printed(2)).isEqualTo(13);
        assertThat(new Panel(24, Leg.L1, Panel.Numbering.FROM_BOTTOM).printed(1))
                .isEqualTo(23);
        assertThat(new Panel(24, Leg.L1, Panel.Numbering.FROM_BOTTOM).printed(24))
                .isEqualTo(2);
        assertThatThrownBy(() -> new Panel(7, Leg.L1, Panel.Numbering.ACROSS))
                .hasMessageContaining("invalid.panel-spaces");
    }
}
