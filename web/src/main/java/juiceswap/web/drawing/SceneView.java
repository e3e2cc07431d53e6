package juiceswap.web.drawing;

import juiceswap.core.changeover.Action;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Energised;
import juiceswap.core.changeover.SwapState;
import juiceswap.web.words.Words;

/**
 * The devices as they stand, for the drawing beside the step.
 *
 * @param device plate, handle or none: what the middle of the drawing shows
 * @param plateWay which way the plate would move next: up, down, left or right
 * @param act the part to act on: main, plate, input, handle, branches, inlet, cord, output, engine, bond, eco, or empty
 */
public record SceneView(
        String device,
        boolean mainOn,
        boolean plateToGenerator,
        String plateWay,
        boolean inputOn,
        String handle,
        String branches,
        int picked,
        boolean outputSwitch,
        boolean outputOn,
        boolean cordAtHouse,
        boolean cordAtGenerator,
        String engine,
        String bond,
        boolean ecoOn,
        Energised live,
        String act) {

    /** {@code next} is the step to mark, or null. */
    public static SceneView of(Changeover changeover, SwapState state, String plateMoves, Action next) {
        String device = changeover.kind().hasPlate()
                ? "plate"
                : changeover.kind() == juiceswap.core.house.TransferDevice.Kind.TRANSFER_SWITCH ? "handle" : "none";
        return new SceneView(
                device,
                state.mainOn(),
                state.plateToGenerator(),
                state.plateToGenerator() ? Words.opposite(plateMoves) : plateMoves,
                state.inputOn(),
                state.handle().word(),
                state.branches().word(),
                state.picked().size(),
                changeover.generator().outputSwitch(),
                state.outputOn(),
                state.cordAtHouse(),
                state.cordAtGenerator(),
                state.engine().word(),
                state.bond().word(),
                state.ecoOn(),
                Energised.of(changeover, state),
                next == null ? "" : part(next));
    }

    private static String part(Action action) {
        return switch (action) {
            case MAIN_ON, MAIN_OFF -> "main";
            case PLATE_TO_GENERATOR, PLATE_TO_UTILITY -> "plate";
            case INPUT_ON, INPUT_OFF -> "input";
            case HANDLE_OFF, HANDLE_GENERATOR, HANDLE_UTILITY -> "handle";
            case BRANCHES_OFF, BRANCHES_ON, BIG_ONES_OFF, PICK_UP, SWITCHES_OFF, SWITCHES_UTILITY -> "branches";
            case CORD_HOUSE_IN, CORD_HOUSE_OUT -> "inlet";
            case CORD_GENERATOR_IN, CORD_GENERATOR_OUT, INSPECT_CORD -> "cord";
            case OUTPUT_ON, OUTPUT_OFF -> "output";
            case SET_BOND_BONDED, SET_BOND_FLOATING -> "bond";
            case ECO_OFF, ECO_ON -> "eco";
            case START_ENGINE,
                    STOP_ENGINE,
                    WARM_UP,
                    COOL_DOWN,
                    WAIT_COOL,
                    REFUEL,
                    CHECK_OIL,
                    CHECK_FUEL,
                    CHECK_PLACEMENT,
                    STOW,
                    MEASURE_GENERATOR -> "engine";
            default -> "";
        };
    }
}
