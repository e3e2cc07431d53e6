package juiceswap.core.house;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import juiceswap.core.house.TransferDevice.Kind;

/** A test that proves a transfer device: made when it is accepted, and again every year. None needs a cover opened. */
public enum DeviceProof {
    INPUT_BLOCKS_MAIN(Kind::hasPlate),
    MAIN_BLOCKS_INPUT(Kind::hasPlate),
    HANDLE_OFF_BETWEEN(kind -> kind == Kind.TRANSFER_SWITCH),
    SWITCH_EACH(Kind::switchesCircuits),
    LABELS(kind -> kind != Kind.CORDS),
    LEGS(kind -> kind != Kind.CORDS),
    BONDING(kind -> kind != Kind.CORDS),
    INLET(kind -> kind != Kind.CORDS),
    CORDS(kind -> kind == Kind.CORDS),
    GFCI(kind -> kind == Kind.CORDS),
    CO(kind -> true);

    /** Mechanisms wear and inlets corrode: our own choice, as for other household safety checks. */
    private static final int YEARS_VALID = 1;

    private final Predicate<Kind> belongsTo;

    DeviceProof(Predicate<Kind> belongsTo) {
        this.belongsTo = belongsTo;
    }

    /** The name in the record. */
    public String word() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The tests of a kind of device, in the order to make them. */
    public static List<DeviceProof> of(Kind kind) {
        return Arrays.stream(values()).filter(test -> test.belongsTo.test(kind)).toList();
    }

    /** Whether a test passed on {@code passedOn} must be made again. */
    public static boolean due(LocalDate passedOn, LocalDate today) {
        return !today.isBefore(passedOn.plusYears(YEARS_VALID));
    }
}
