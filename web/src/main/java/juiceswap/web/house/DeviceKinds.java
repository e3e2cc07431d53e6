package juiceswap.web.house;

import static juiceswap.web.words.Say.say;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import juiceswap.core.house.Choice;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.DeviceChoice;
import juiceswap.core.house.PanelMap;
import juiceswap.core.house.TransferDevice.Kind;
import juiceswap.core.household.HomeCircuit;
import juiceswap.core.household.Household;

/** The kinds of transfer device, weighed for a house, in words. */
public final class DeviceKinds {
    private DeviceKinds() {}

    /** A kind of device weighed for this house. */
    public record View(
            String word, String name, String what, String powers, List<String> limits, String cost, boolean present) {}

    /** All kinds, each weighed for this house. */
    public static List<View> of(Household file) {
        PanelMap map = PanelController.map(file.panel(), file);
        List<Circuit> wanted = wanted(file).stream().map(HomeCircuit::circuit).toList();
        List<View> views = new ArrayList<>();
        for (DeviceChoice choice :
                DeviceChoice.of(file.setup(), map, file.panel().panel().besideMain(file.mainAtBottom()), wanted)) {
            views.add(new View(
                    choice.kind().word(),
                    name(choice.kind()),
                    what(choice.kind()),
                    say("house.device.of-the-that-must-run", "powers", choice.powers(), "wanted", choice.wanted()),
                    choice.limits().stream().map(DeviceKinds::words).toList(),
                    switch (choice.cost()) {
                        case 1 -> say("house.device.least-no-wiring");
                        case 2 -> say("house.device.low-parts-and-a-half");
                        case 3 -> say("house.device.middle-a-box-and-about");
                        default -> say("house.device.high-a-large-device-a");
                    },
                    choice.kind() == file.setup().transfer().kind()));
        }
        return views;
    }

    static String name(Kind kind) {
        return say("house.device.name." + kind.word());
    }

    private static String what(Kind kind) {
        return say("house.device.what." + kind.word());
    }

    private static String words(DeviceChoice.Limit limit) {
        return switch (limit) {
            case NO_ROOM_FOR_INPUT -> say("house.device.no-two-free-spaces-one");
            case INPUT_NOT_BESIDE_MAIN -> say("house.device.the-free-pair-is-not");
            case PLATE_MUST_FIT_PANEL -> say("house.device.the-plate-must-be-listed");
            case TOO_MANY_CIRCUITS -> say("house.device.more-circuits-are-wanted-than");
            case TWO_SWITCHES_FOR_240 -> say("house.device.each-240-v-circuit-takes");
            case ONLY_120 -> say("house.device.120-v-only");
            case SET_MAKES_120 -> say("house.device.this-set-makes-120-v");
            case ONE_CIRCUIT -> say("house.device.one-circuit-and-no-more");
            case NOTHING_HARD_WIRED -> say("house.device.nothing-that-is-wired-in");
            case SHARED_NEUTRALS -> say("house.device.circuits-that-share-a-neutral");
            case CIRCUITS_MUST_MOVE -> say("house.device.the-chosen-circuits-are-moved");
        };
    }

    /** Circuits that must run on some occasion. */
    static List<HomeCircuit> wanted(Household file) {
        return file.circuits().stream()
                .filter(entry -> !entry.circuit().lockedOff())
                .filter(entry -> Arrays.stream(Choice.Occasion.values())
                        .anyMatch(occasion -> entry.choice(occasion) == Choice.MUST))
                .toList();
    }
}
