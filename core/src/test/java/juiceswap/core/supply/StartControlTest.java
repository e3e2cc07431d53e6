package juiceswap.core.supply;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import juiceswap.core.InvalidInput;
import juiceswap.core.supply.StartControl.Kind;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** How an engine is started: what is usual, and what a warm one does not need. */
class StartControlTest {
    private static List<Kind> kinds(List<StartControl> start) {
        return start.stream().map(StartControl::kind).toList();
    }

    @ParameterizedTest
    @EnumSource(Fuel.class)
    void everyUsualListFirstLetsTheFuelInAndEndsWithTheEngineRunning(Fuel fuel) {
        for (boolean electric : new boolean[] {false, true}) {
            List<Kind> usual = kinds(StartControl.usual(fuel, electric));
            assertThat(usual).doesNotHaveDuplicates().contains(electric ? Kind.KEY : Kind.PULL);
            assertThat(usual.indexOf(Kind.ENGINE_SWITCH)).isBetween(1, usual.indexOf(electric ? Kind.KEY : Kind.PULL));
            assertThat(usual.contains(Kind.GLOW)).isEqualTo(fuel == Fuel.DIESEL);
            assertThat(usual.contains(Kind.CHOKE_ON)).isEqualTo(usual.contains(Kind.CHOKE_OFF));
        }
    }

    @Test
    void aWarmEngineNeedsNoChoke() {
        List<StartControl> usual = StartControl.usual(Fuel.GASOLINE, false);
        assertThat(StartControl.forStart(usual, true)).isEqualTo(usual);
        assertThat(kinds(StartControl.forStart(usual, false)))
                .containsExactly(Kind.TANK_VENT, Kind.FUEL_VALVE, Kind.ENGINE_SWITCH, Kind.PULL);
    }

    @Test
    void somethingElseHasToSayWhat() {
        assertThatThrownBy(() -> StartControl.of(Kind.OTHER)).isInstanceOf(InvalidInput.class);
        assertThat(new StartControl(Kind.OTHER, "Lift the cover", null).note()).isEqualTo("Lift the cover");
        assertThatThrownBy(() -> new StartControl(Kind.PULL, "x".repeat(121), null))
                .isInstanceOf(InvalidInput.class);
    }
}
