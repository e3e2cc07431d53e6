package juiceswap.core.house;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;
import juiceswap.core.Worded;
import juiceswap.core.house.TransferDevice.Kind;

/** A test that proves a transfer device: made when it is accepted, and again every year. None needs a cover opened. */
public enum DeviceProof implements Worded {
    INPUT_BLOCKS_MAIN("input-blocks-main", kind -> kind.parting() == Parting.PLATE),
    MAIN_BLOCKS_INPUT("main-blocks-input", kind -> kind.parting() == Parting.PLATE),
    PLATE_LISTED("plate-listed", kind -> kind.parting() == Parting.PLATE),
    HANDLE_OFF_BETWEEN("handle-off-between", kind -> kind.parting() == Parting.HANDLE),
    SWITCH_EACH("switch-each", kind -> kind.parting() == Parting.SWITCH_EACH),
    LABELS("labels", Kind::wired),
    LEGS("legs", Kind::wired),
    BONDING("bonding", Kind::wired),
    INLET("inlet", Kind::wired),
    CORDS("cords", kind -> !kind.wired()),
    GFCI("gfci", kind -> !kind.wired()),
    CO("co", kind -> true);

    private final String word;

    /** Mechanisms wear and inlets corrode: our own choice, as for other household safety checks. */
    private static final int YEARS_VALID = 1;

    private final Predicate<Kind> belongsTo;

    DeviceProof(String word, Predicate<Kind> belongsTo) {
        this.word = word;
        this.belongsTo = belongsTo;
    }

    @Override
    public String word() {
        return word;
    }

    /** It proves what keeps the generator and the utility apart. */
    public boolean ofParting() {
        return switch (this) {
            case INPUT_BLOCKS_MAIN, MAIN_BLOCKS_INPUT, PLATE_LISTED, HANDLE_OFF_BETWEEN, SWITCH_EACH -> true;
            case LABELS, LEGS, BONDING, INLET, CORDS, GFCI, CO -> false;
        };
    }

    /** One of the tests that must have passed before the parting counts as proven; that it belongs to the panel is looked at. */
    public boolean provesParting() {
        return ofParting() && this != PLATE_LISTED;
    }

    /**
     * Since when the parting of such a device counts as tested: the day of the oldest of its tests, once all have passed.
     *
     * @param passed days on which tests passed last
     */
    public static Optional<LocalDate> partingTested(Kind kind, Map<DeviceProof, LocalDate> passed) {
        List<DeviceProof> needed =
                of(kind).stream().filter(DeviceProof::provesParting).toList();
        return passed.keySet().containsAll(needed)
                ? needed.stream().map(passed::get).min(Comparator.naturalOrder())
                : Optional.empty();
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
