package juiceswap.core.changeover;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import juiceswap.core.Samples;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.changeover.SwapState.Handle;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Fuel;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Rating;
import juiceswap.core.supply.Source.BondChange;

/**
 * Every position that a house's hardware can be left in: each combination of the transfer device, the branches, the engine,
 * the output breaker, the cord ends and the bond. Utility, idle control, readings and checks made take turns along them.
 */
public final class EveryState {
    private static final List<Check> FIVE_CHECKS =
            List.of(Check.CHECK_PLACEMENT, Check.CHECK_CO_ALARM, Check.CHECK_OIL, Check.CHECK_FUEL, Check.INSPECT_CORD);

    private EveryState() {}

    /** Every kind that there is. */
    public static Stream<Kind> kinds() {
        return Stream.of(Kind.values());
    }

    /** A cottage with that device, where a fridge and a well pump shall run. */
    public static Changeover changeover(Kind kind) {
        boolean tests = kind.hasTestCircuits();
        TransferDevice device = TransferDevice.of(kind)
                .withProving(new TransferDevice.Proving(false, tests ? List.of("lamp", "lights") : List.of()));
        Generator generator = Generator.described()
                .ratings(List.of(new Rating(Fuel.GASOLINE, 6800, 8400)))
                .ambientC(-5)
                .bond(Bond.BONDED)
                .bondChange(BondChange.SWITCH)
                .idleControl(true)
                .tankLitres(20.0)
                .generator();
        Setup setup =
                new Setup(device, generator, Samples.path(), Samples.cottage().circuits());
        return new Changeover(setup, new Options(false, false, Set.of(), List.of("fridge", "well"), false, null));
    }

    /** All of them; {@code soundPlate} leaves out what a plate that works makes impossible. */
    public static List<SwapState> of(Changeover changeover, boolean soundPlate) {
        List<SwapState> states = new ArrayList<>();
        for (SwapState device : devices(changeover, soundPlate)) {
            for (Branches branches : branches(changeover)) {
                for (Engine engine : Engine.values()) {
                    for (int bits = 0; bits < 16; bits++) {
                        int turn = states.size();
                        SwapState.Change state = device.change();
                        state.branches = branches;
                        state.engine = engine;
                        state.cordAtGenerator = (bits & 1) != 0;
                        state.cordAtHouse = (bits & 2) != 0;
                        state.outputOn = (bits & 4) != 0;
                        state.bond = (bits & 8) != 0 ? Bond.FLOATING : Bond.BONDED;
                        takeTurns(state, turn);
                        states.add(state.state());
                    }
                }
            }
        }
        return states;
    }

    private static List<SwapState> devices(Changeover changeover, boolean soundPlate) {
        SwapState.Change state = SwapState.initial(Bond.BONDED, false, false).change();
        List<SwapState> devices = new ArrayList<>();
        if (changeover.parting() == Parting.HANDLE) {
            for (Handle handle : Handle.values()) {
                state.handle = handle;
                devices.add(state.state());
            }
        } else if (changeover.parting() == Parting.PLATE) {
            for (int bits = 0; bits < 8; bits++) {
                state.mainOn = (bits & 1) != 0;
                state.plateToGenerator = (bits & 2) != 0;
                state.inputOn = (bits & 4) != 0;
                boolean defeated = state.mainOn && state.plateToGenerator
                        || state.inputOn && (state.mainOn || !state.plateToGenerator);
                if (!(soundPlate && defeated)) {
                    devices.add(state.state());
                }
            }
        } else {
            devices.add(state.state());
        }
        return devices;
    }

    private static List<Branches> branches(Changeover changeover) {
        return changeover.kind() == Kind.AUTOMATIC_CIRCUITS
                ? List.of(Branches.ON)
                : List.of(Branches.ON, Branches.OFF, Branches.STAGED);
    }

    /** The turns have lengths without a common divisor with 16, so that over all states they meet every position. */
    private static void takeTurns(SwapState.Change state, int turn) {
        int slow = turn + turn / 16;
        state.ecoOn = slow % 3 == 0;
        state.utilityLive = slow % 2 == 0;
        state.utilitySteady = slow % 4 == 0;
        state.generatorMeasured = slow % 5 == 0;
        state.idleMinutes = slow % 6;
        if (state.branches == Branches.STAGED) {
            state.pick(List.of("lamp", "lights", "fridge").subList(0, slow % 4));
        }
        Checks checks = switch (slow % 5) {
            case 0 -> Checks.NONE;
            case 1 -> Checks.of(FIVE_CHECKS.subList(0, 2));
            case 2 -> Checks.of(FIVE_CHECKS.subList(2, 5));
            default -> Checks.of(FIVE_CHECKS);
        };
        checks = slow % 3 == 1 ? checks.with(Check.UNPLUG_SENSITIVE) : checks;
        state.done = slow % 11 == 0 ? checks.with(Check.STOW) : checks;
    }
}
