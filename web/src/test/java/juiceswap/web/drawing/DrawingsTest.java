package juiceswap.web.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.Set;
import java.util.function.Consumer;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import juiceswap.web.exchange.Schemas;
import juiceswap.web.exchange.StrictJson;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.ClassPathResource;

/** What the drawings claim is what the state says. */
class DrawingsTest {
    private final Household household = household("saltmarsh-cottage");
    private final Changeover changeover = new Changeover(household.setup(), household.outage());

    private static Household household(String name) {
        try {
            byte[] file = new ClassPathResource("households/" + name + ".json").getContentAsByteArray();
            return new Schemas().household(StrictJson.parse(file));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private SwapState state(Consumer<SwapState.Change> but) {
        SwapState.Change state = SwapState.initial(Bond.FLOATING, false, false).change();
        but.accept(state);
        return changeover.putRight(state.state());
    }

    private List<String> lit(SwapState state) {
        return LineView.of(changeover, state, "Thu 18:04").nodes().stream()
                .filter(LineView.Node::live)
                .map(LineView.Node::name)
                .toList();
    }

    private LineView.Node node(SwapState state, String name) {
        return LineView.of(changeover, state, "Thu 18:04").nodes().stream()
                .filter(node -> node.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aDarkHouseIsDarkFromEndToEnd() {
        assertThat(lit(state(s -> {}))).isEmpty();
        assertThat(node(state(s -> {}), "Utility").figure()).isEqualTo("dark since Thu 18:04");
    }

    @Test
    void theUtilityLightsAsFarAsTheOpenInput() {
        assertThat(lit(state(s -> s.utilityLive = true))).containsExactly("Utility", "Main", "Panel");
    }

    @Test
    void theSetLightsAsFarAsTheOpenInputAndNotPastIt() {
        SwapState state = state(s -> {
            s.mainOn = false;
            s.engine = Engine.READY;
            s.outputOn = true;
            s.cordAtGenerator = true;
            s.cordAtHouse = true;
        });
        assertThat(lit(state)).containsExactly("Inlet", "Cord", "Engine");
        assertThat(node(state, "Input").liveBefore()).isFalse();
        assertThat(node(state, "Input").liveAfter()).isTrue();
    }

    @Test
    void onTheSetTheStreetStaysDark() {
        SwapState state = state(s -> {
            s.mainOn = false;
            s.plateToGenerator = true;
            s.inputOn = true;
            s.engine = Engine.HOT;
            s.outputOn = true;
            s.cordAtGenerator = true;
            s.cordAtHouse = true;
            s.branches = SwapState.Branches.STAGED;
            s.pick(List.of("fridge"));
        });
        assertThat(lit(state)).containsExactly("Panel", "Input", "Inlet", "Cord", "Engine");
        assertThat(node(state, "Panel").figure()).isEqualTo("180 W");
    }

    @Test
    void aLooseEndIsShownLive() {
        SwapState state = state(s -> {
            s.engine = Engine.READY;
            s.outputOn = true;
            s.cordAtGenerator = true;
        });
        assertThat(lit(state)).containsExactly("Cord", "Engine");
        assertThat(node(state, "Cord").liveBefore()).isFalse();
    }

    @Test
    void theLineIsDrawnForTheDevice() {
        Household workshop = household("tarn-edge-workshop");
        Changeover other = new Changeover(workshop.setup(), workshop.outage());
        SwapState dark = other.putRight(SwapState.initial(Bond.BONDED, false, false));
        assertThat(LineView.of(other, dark, null).nodes())
                .extracting(LineView.Node::name)
                .containsExactly("Utility", "Switch", "Panel", "Inlet", "Cord", "Engine");
    }

    @Test
    void everyBreakerHangsInItsPlace() {
        PanelView panel = PanelView.of(household, household.panel(), null);
        assertThat(panel.breakers()).hasSize(19);
        for (PanelView.BreakerView one : panel.breakers()) {
            assertThat(one.y() + one.height()).isLessThanOrEqualTo(panel.height());
            for (PanelView.BreakerView other : panel.breakers()) {
                boolean apart = one.x() != other.x()
                        || one.y() + one.height() <= other.y()
                        || other.y() + other.height() <= one.y();
                assertThat(one == other || apart)
                        .as(one.numbers() + " over " + other.numbers())
                        .isTrue();
            }
        }
        PanelView.BreakerView heater = breaker(panel, "heater");
        assertThat(heater.numbers()).isEqualTo("13–15");
        assertThat(heater.legs()).extracting(PanelView.LegMark::leg).containsExactly("L1", "L2");
        assertThat(breaker(panel, "lights").legs())
                .extracting(PanelView.LegMark::leg)
                .containsExactly("L2");
        assertThat(breaker(panel, "radio").numbers()).isEqualTo("9b");
    }

    private static PanelView.BreakerView breaker(PanelView panel, String circuit) {
        return panel.breakers().stream()
                .filter(breaker -> circuit.equals(breaker.circuit()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void theGlassesHoldWhatTheCheckSays() {
        FitView fits = FitView.of(household, Capacity.of(household.setup(), Set.of("lights"), "fridge"), "fridge");
        assertThat(fits.verdict()).isEqualTo("fits");
        assertThat(fits.headline()).isEqualTo("1 Kitchen fridge fits.");
        assertThat(fits.lines().get(0)).isEqualTo("340 of 5,440 W running, 1,060 of 8,400 W at the largest start.");
        assertThat(fits.legs().get(0).running()).isEqualTo(180);
        assertThat(fits.legs().get(0).start()).isEqualTo(900);

        FitView full = FitView.of(household, Capacity.of(household.setup(), Set.of("heater"), "range"), "range");
        assertThat(full.verdict()).isEqualTo("stop");
        assertThat(full.lines()).contains("Over the planned running watts by 1,200 W.");
        full.legs().forEach(leg -> assertThat(leg.fill() + leg.foam()).isLessThanOrEqualTo(100));

        FitView locked = FitView.of(household, Capacity.of(household.setup(), Set.of(), "kiln"), "kiln");
        assertThat(locked.lines()).contains("21–23 Kiln is locked off.");
    }
}
