package juiceswap.web.drawing;

import juiceswap.core.changeover.Action;

/** The parts that a changeover acts on, by the names under which their positions are told and shown. */
public final class DevicePart {
    private DevicePart() {}

    /** The part that an action is done to; empty for what is done indoors. */
    public static String of(Action action) {
        return switch (action) {
            case MAIN_ON, MAIN_OFF -> "main";
            case PLATE_TO_GENERATOR, PLATE_TO_UTILITY -> "plate";
            case INPUT_ON, INPUT_OFF -> "input";
            case HANDLE_OFF, HANDLE_GENERATOR, HANDLE_UTILITY -> "handle";
            case BRANCHES_OFF, BRANCHES_ON, BIG_ONES_OFF, PICK_UP, SWITCHES_OFF, SWITCHES_UTILITY -> "branches";
            case CORD_HOUSE_IN, CORD_HOUSE_OUT, INSPECT_CORD -> "cordHouse";
            case CORD_GENERATOR_IN, CORD_GENERATOR_OUT -> "cordGenerator";
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
