package juiceswap.web.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;
import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.WhatIf;
import juiceswap.core.household.Household;
import juiceswap.core.supply.Bond;
import juiceswap.exchange.Tree;
import juiceswap.web.drawing.Scene.Part;
import juiceswap.web.drawing.Scene.Wire;
import juiceswap.web.exchange.Schemas;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.node.ObjectNode;

class SceneDrawingTest {
    private static final List<String> KINDS = List.of(
            "interlock", "transfer-switch", "subpanel", "circuit-switches", "automatic-circuits", "appliance", "cords");

    static Stream<String> kinds() {
        return KINDS.stream();
    }

    /** The cottage with another transfer device, and another change to its file. */
    private static Household cottage(String kind, Consumer<ObjectNode> change) throws IOException {
        ObjectNode json = (ObjectNode) new ObjectMapper()
                .readTree(new ClassPathResource("households/saltmarsh-cottage.json").getContentAsByteArray());
        ((ObjectNode) json.at("/setup/transfer")).put("kind", kind);
        change.accept(json);
        return new Schemas().household(Tree.parse(json.toString()));
    }

    private static Household cottage(String kind) throws IOException {
        return cottage(kind, json -> {});
    }

    private static Scene scene(Household household, Consumer<SwapState.Change> change, Action next) {
        SwapState.Change state = SwapState.initial(Bond.FLOATING, false, true).change();
        change.accept(state);
        Changeover changeover = new Changeover(household.setup(), household.outage());
        return SceneDrawing.of(household, changeover, changeover.putRight(state.state()), next, null);
    }

    private static void onTheSet(SwapState.Change state) {
        state.mainOn = false;
        state.plateToGenerator = true;
        state.inputOn = true;
        state.handle = SwapState.Handle.GENERATOR;
        state.branches = SwapState.Branches.STAGED;
        state.pick(List.of("fridge"));
        state.engine = Engine.HOT;
        state.cordAtGenerator = true;
        state.cordAtHouse = true;
    }

    private static Part part(Scene scene, String name) {
        return scene.parts().stream()
                .filter(part -> part.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void everyKindIsDrawnInsideItsFrame(String kind) throws IOException {
        Scene scene = scene(cottage(kind), state -> {}, null);
        assertThat(scene.parts()).isNotEmpty().allSatisfy(part -> {
            assertThat(part.area().x()).isBetween(0.0, 360.0);
            assertThat(part.area().x() + part.area().width()).isLessThanOrEqualTo(360);
            assertThat(part.area().y()).isNotNegative();
            assertThat(part.area().y() + part.area().height()).isLessThanOrEqualTo(scene.height());
        });
        assertThat(scene.wires()).allMatch(wire -> wire.look().isEmpty());
        assertThat(scene.height()).isLessThan(700);
    }

    @ParameterizedTest
    @MethodSource("kinds")
    void onTheSetTheWayFromTheEngineIsLitAndTheStreetIsNot(String kind) throws IOException {
        Scene scene = scene(cottage(kind), SceneDrawingTest::onTheSet, null);
        assertThat(scene.wires()).extracting(Wire::look).contains("live").doesNotContain("danger");
        assertThat(part(scene, "utility").value()).isEqualTo("dark");
        assertThat(part(scene, "cordGenerator").look()).isEqualTo("live");
    }

    @ParameterizedTest
    @CsvSource({
        "interlock,MAIN_OFF,main",
        "interlock,PLATE_TO_GENERATOR,plate",
        "interlock,INPUT_ON,input",
        "subpanel,MAIN_OFF,main",
        "transfer-switch,HANDLE_OFF,handle",
        "circuit-switches,SWITCHES_OFF,branches",
        "cords,CORD_HOUSE_IN,cordHouse",
        "appliance,OUTPUT_ON,output",
        "automatic-circuits,START_ENGINE,engine"
    })
    void thePartToActOnIsMarked(String kind, Action next, String name) throws IOException {
        Scene scene = scene(cottage(kind), state -> {}, next);
        assertThat(scene.parts().stream().filter(part -> part.asked().marked()).map(Part::name))
                .containsOnly(name);
    }

    @Test
    void thePlateMovesTheWayItDoesInThisHouse() throws IOException {
        for (String way : List.of("up", "down", "left", "right")) {
            Household household =
                    cottage("interlock", json -> ((ObjectNode) json.path("panel")).put("plateMoves", way));
            Scene before = scene(household, state -> state.mainOn = false, Action.PLATE_TO_GENERATOR);
            Scene after = scene(
                    household,
                    state -> {
                        state.mainOn = false;
                        state.plateToGenerator = true;
                    },
                    Action.PLATE_TO_UTILITY);
            double dx = part(after, "plate").area().x()
                    - part(before, "plate").area().x();
            double dy = part(after, "plate").area().y()
                    - part(before, "plate").area().y();
            assertThat(part(before, "plate").asked().way()).isEqualTo(way);
            assertThat(way.equals("up") ? -dy : way.equals("down") ? dy : way.equals("left") ? -dx : dx)
                    .as(way)
                    .isPositive();
            // it moves over the main, away from the input
            double toMain = Math.hypot(
                    part(after, "plate").area().x() - part(after, "main").area().x(),
                    part(after, "plate").area().y() - part(after, "main").area().y());
            double wasToMain = Math.hypot(
                    part(before, "plate").area().x()
                            - part(before, "main").area().x(),
                    part(before, "plate").area().y()
                            - part(before, "main").area().y());
            assertThat(toMain).as(way).isLessThan(wasToMain);
        }
    }

    @Test
    void theBranchesHangAsInThePanel() throws IOException {
        Scene scene = scene(cottage("interlock"), SceneDrawingTest::onTheSet, null);
        List<Part> branches = scene.parts().stream()
                .filter(part -> part.shape().equals("branch"))
                .toList();
        assertThat(branches).hasSize(cottage("interlock").circuits().size());
        Part fridge = branches.stream()
                .filter(part -> part.text().equals("Kitchen fridge"))
                .findFirst()
                .orElseThrow();
        assertThat(fridge.at()).isEqualTo(1);
        assertThat(fridge.asked().way()).isEqualTo("left");
        assertThat(branches.stream().filter(part -> part.at() == 1)).hasSize(1);
    }

    @Test
    void whatWouldBecomeLiveAgainstARuleIsDrawnAsDanger() throws IOException {
        Household household = cottage("interlock");
        Changeover changeover = new Changeover(household.setup(), household.outage());
        SwapState.Change state = SwapState.initial(Bond.FLOATING, false, true).change();
        onTheSet(state);
        WhatIf main = WhatIf.of(changeover, Goal.ON_GENERATOR, state.state(), Action.MAIN_ON, null);
        Scene scene = SceneDrawing.supposed(household, changeover, main, Action.MAIN_ON);
        assertThat(scene.supposed()).isTrue();
        assertThat(scene.wires().get(0).look()).isEqualTo("danger");
        assertThat(part(scene, "utility").value()).isEqualTo("fed by the generator");
    }

    @Test
    void eachCircuitSwitchShowsItsPosition() throws IOException {
        Scene scene = scene(cottage("circuit-switches"), SceneDrawingTest::onTheSet, null);
        List<Part> rows = scene.parts().stream()
                .filter(part -> part.shape().equals("row"))
                .toList();
        assertThat(rows).hasSize(10);
        assertThat(rows.get(0).value()).isEqualTo("gen");
        assertThat(rows.get(1).value()).isEqualTo("off");
        assertThat(rows).allSatisfy(row -> assertThat(row.text().length()).isLessThanOrEqualTo(17));
    }
}
