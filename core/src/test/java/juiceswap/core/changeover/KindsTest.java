package juiceswap.core.changeover;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import juiceswap.core.Samples;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Generator.BondChange;
import juiceswap.core.supply.Rating;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

/** Every kind of transfer device out and back, and every arrangement that is refused. */
class KindsTest {

    private static Setup setup(Kind kind, Bond bond, BondChange change, Fuel fuel, boolean outputSwitch) {
        boolean tests = kind.switchesPanel() || kind == Kind.CIRCUIT_SWITCHES;
        return new Setup(
                new TransferDevice(kind, false, null, false, Leg.L1, false, tests ? List.of("lamp") : List.of()),
                new Generator(
                        true,
                        fuel,
                        List.of(new Rating(Fuel.GASOLINE, 6800, 8400)),
                        outputSwitch,
                        0,
                        -5,
                        80,
                        bond,
                        change,
                        false,
                        false,
                        true,
                        20.0,
                        new TreeMap<>()),
                Samples.path(),
                Samples.cottage().circuits());
    }

    private static Plan plan(Setup setup, Goal goal, SwapState state) {
        Options options = new Options(false, false, Set.of(), List.of("fridge"), false, null);
        return new Planner(new Changeover(setup, options), goal).plan(state);
    }

    private static SwapState dark(Setup setup) {
        return SwapState.initial(setup.generator().bond(), true, false);
    }

    @ParameterizedTest
    @EnumSource(
            names = {
                "INTERLOCK",
                "TRANSFER_SWITCH",
                "SUBPANEL",
                "CIRCUIT_SWITCHES",
                "AUTOMATIC_CIRCUITS",
                "APPLIANCE",
                "CORDS"
            })
    void thereAndBack(Kind kind) {
        Setup setup = setup(kind, Bond.BONDED, BondChange.SWITCH, Fuel.GASOLINE, true);
        Changeover changeover =
                new Changeover(setup, new Options(false, false, Set.of(), List.of("fridge"), false, null));
        SwapState state = follow(changeover, Goal.ON_GENERATOR, dark(setup));
        assertTrue(changeover.fed(state));
        SwapState refuelled = follow(changeover, Goal.REFUEL, state);
        assertTrue(refuelled.done().has(Check.REFUELLED));
        assertTrue(changeover.fed(refuelled));
        SwapState.Change live = refuelled.change();
        live.utilityLive = true;
        SwapState back = follow(changeover, Goal.ON_UTILITY, live.state());
        assertEquals(Engine.RESTING, back.engine());
        assertEquals(Bond.BONDED, back.bond());
    }

    private static SwapState follow(Changeover changeover, Goal goal, SwapState from) {
        Plan plan = new Planner(changeover, goal).plan(from);
        assertNull(plan.refused(), () -> changeover.kind() + " to " + goal);
        SwapState state = changeover.putRight(from);
        for (Plan.Step step : plan.steps()) {
            Planner.Trial trial = Planner.attempt(changeover, goal, state, step.action(), step.circuit());
            assertTrue(trial.allowed(), () -> step + " breaks " + trial.broken());
            state = trial.state();
        }
        return state;
    }

    @ParameterizedTest
    @CsvSource({
        "DRYER_OUTLET,BACKFED_OUTLET",
        "RANGE_OUTLET,BACKFED_OUTLET",
        "WALL_OUTLET,BACKFED_OUTLET",
        "RECEPTACLE_INLET,BACKFED_OUTLET",
        "DOUBLE_MALE_CORD,DOUBLE_MALE_CORD",
        "CAPPED_PLUG,DOUBLE_MALE_CORD",
        "MAIN_ONLY,NO_INTERLOCK",
        "HOME_MADE_LOCK,NO_INTERLOCK",
        "LIFTED_GROUND,GROUND_LIFTED",
        "INDOOR_GENERATOR,INDOORS"
    })
    void whatKillsIsRefusedForEveryGoal(Kind kind, Refusal.Code code) {
        Setup setup = setup(kind, Bond.BONDED, BondChange.SWITCH, Fuel.GASOLINE, true);
        for (Goal goal : Goal.values()) {
            Refusal refusal = plan(setup, goal, dark(setup)).refused();
            assertNotNull(refusal);
            assertEquals(code, refusal.code());
        }
        assertEquals(
                "generator breaker off, engine off",
                plan(setup, Goal.MAKE_SAFE, dark(setup)).refused().instead());
    }

    @ParameterizedTest
    @CsvSource({
        "INTERLOCK,UNKNOWN,NONE,GASOLINE,true,ON_GENERATOR,BOND_UNKNOWN",
        "INTERLOCK,BONDED,JUMPER,GASOLINE,true,ON_GENERATOR,TWO_BONDS",
        "CORDS,FLOATING,JUMPER,GASOLINE,true,ON_GENERATOR,NO_BOND",
        "AUTOMATIC_CIRCUITS,FLOATING,NONE,GASOLINE,false,ON_GENERATOR,NO_OUTPUT_SWITCH",
        "INTERLOCK,BONDED,SWITCH,NATURAL_GAS,true,REFUEL,NO_TANK",
        "INTERLOCK,BONDED,SWITCH,GASOLINE,true,ON_UTILITY,UTILITY_DEAD"
    })
    void whatCannotWorkIsRefused(
            Kind kind, Bond bond, BondChange change, Fuel fuel, boolean outputSwitch, Goal goal, Refusal.Code code) {
        Setup setup = setup(kind, bond, change, fuel, outputSwitch);
        assertEquals(code, plan(setup, goal, dark(setup)).refused().code());
    }

    @Test
    void moreThanFitsIsRefused() {
        Setup setup = Samples.cottage();
        Options all = new Options(false, false, Set.of(), List.of("well", "range", "fridge"), false, null);
        Plan plan = new Planner(new Changeover(setup, all), Goal.ON_GENERATOR).plan(dark(setup));
        assertEquals(Refusal.Code.DOES_NOT_FIT, plan.refused().code());
    }

    @Test
    void aSmallFloatingSetOnCordsIsUsedAsMade() {
        Setup setup = setup(Kind.CORDS, Bond.FLOATING, BondChange.NONE, Fuel.GASOLINE, true);
        assertNull(plan(setup, Goal.ON_GENERATOR, dark(setup)).refused());
    }
}
