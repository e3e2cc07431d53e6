package juiceswap.core;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import juiceswap.core.capacity.CordPlan;
import juiceswap.core.capacity.CordPlan.Fault;
import juiceswap.core.electrical.Conductor;
import juiceswap.core.house.Load;
import juiceswap.core.house.Nameplate;
import juiceswap.core.house.Need.Priority;
import juiceswap.core.rotation.Keeping;
import org.junit.jupiter.api.Test;

/** Single figures on which a household leans, each as its source has it. */
class FiguresTest {

    /** Usual food-safety advice: a closed refrigerator holds about 4 hours, and 4 °C is where its reserve ends. */
    @Test
    void aRefrigeratorIsEmptyAt4DegreesAfter4Hours() {
        var fridge = Keeping.FRIDGE.usual("kitchen");
        assertThat(fridge.holdMinutes()).isEqualTo(4 * 60);
        assertThat(fridge.empty()).isEqualTo(4.0);
        assertThat(fridge.priority()).isEqualTo(Priority.FOOD);
    }

    /** They keep warmth of their own, not that of an incubator, and are life. */
    @Test
    void reptilesAndFishKeepTheirOwnWarmth() {
        for (var entry : Map.of(
                        "Reptile lamp", Keeping.REPTILES, "Aquarium", Keeping.FISH, "Egg incubator", Keeping.ANIMALS)
                .entrySet()) {
            assertThat(Keeping.guessed(entry.getKey())).contains(entry.getValue());
            assertThat(entry.getValue().usual("a").priority()).isEqualTo(Priority.LIFE);
        }
        assertThat(Keeping.REPTILES.usual("a").empty()).isEqualTo(22.0);
        assertThat(Keeping.FISH.usual("a").empty()).isEqualTo(22.0);
        assertThat(Keeping.ANIMALS.usual("a").empty()).isEqualTo(34.0);
    }

    /** 15 A ends carry 15 A, and 12 A of it for hours, whatever the wire could. */
    @Test
    void aCordCarriesFourFifthsForHours() {
        assertThat(CordPlan.USUAL_PLUG_AMPS).isEqualTo(15);
        assertThat(faults(1430)).doesNotContain(Fault.TOO_MUCH_FOR_HOURS, Fault.OVER_AMPACITY);
        assertThat(faults(1450)).contains(Fault.TOO_MUCH_FOR_HOURS).doesNotContain(Fault.OVER_AMPACITY);
        assertThat(faults(1810)).contains(Fault.OVER_AMPACITY);
    }

    private static Set<Fault> faults(double watts) {
        var cord = new CordPlan.Cord(Conductor.AWG_10, 3, CordPlan.USUAL_PLUG_AMPS, true);
        return CordPlan.judge(cord, List.of(Samples.load(watts, watts))).faults();
    }

    /** At standstill a motor draws its locked-rotor amps, whatever a rule of thumb says. */
    @Test
    void lockedRotorAmpsAreTheStart() {
        Load pump = new Load("pump", 240, null, new Nameplate(1100.0, null, null, null, null, 26.0, true), 100, 1);
        assertThat(pump.startingWatts()).isEqualTo(26 * 240);
    }
}
