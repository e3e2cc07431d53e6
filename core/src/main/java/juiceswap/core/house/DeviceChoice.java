package juiceswap.core.house;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import juiceswap.core.Worded;
import juiceswap.core.house.TransferDevice.Kind;

/**
 * One kind of transfer device weighed for a house.
 *
 * @param powers wanted circuits that it could feed, as far as the device goes
 * @param wanted how many were wanted
 * @param limits what it can't do here, or needs first
 * @param cost rough band of parts and a licensed electrician's work, 1 (least) to 4
 */
public record DeviceChoice(Kind kind, int powers, int wanted, Set<Limit> limits, int cost) {

    /** What stands against a kind of device in a house, or must be done first. */
    public enum Limit implements Worded {
        /** No two free spaces one above the other for the generator input or feed breaker. */
        NO_ROOM_FOR_INPUT("no-room-for-input"),
        /** Two spaces are free, but not next to the main: breakers would have to move. */
        INPUT_NOT_BESIDE_MAIN("input-not-beside-main"),
        /** A plate must be listed for this very panel. */
        PLATE_MUST_FIT_PANEL("plate-must-fit-panel"),
        /** It has a switch for only so many circuits. */
        TOO_MANY_CIRCUITS("too-many-circuits"),
        /** A 240 V circuit takes two of its switches, tied. */
        TWO_SWITCHES_FOR_240("two-switches-for-240"),
        /** It feeds 120 V only. */
        ONLY_120("only-120"),
        /** The set makes only 120 V: what needs 240 V stays dead. */
        SET_MAKES_120("set-makes-120"),
        /** It feeds one circuit. */
        ONE_CIRCUIT("one-circuit"),
        /** Hard-wired appliances can't be fed. */
        NOTHING_HARD_WIRED("nothing-hard-wired"),
        /** Two circuits with a shared neutral must be switched together. */
        SHARED_NEUTRALS("shared-neutrals"),
        /** The wanted circuits must be moved into a second panel. */
        CIRCUITS_MUST_MOVE("circuits-must-move");

        private final String word;

        Limit(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Boxes with a switch for each circuit are made with up to ten (the usual sizes are 4, 6, 8 and 10). */
    private static final int MOST_SWITCHES = 10;

    /**
     * @param besideMain spaces that lie next to the main breaker
     * @param map the main panel
     * @param wanted the circuits that must run or take turns
     */
    public static List<DeviceChoice> of(Setup setup, PanelMap map, List<Integer> besideMain, List<Circuit> wanted) {
        List<DeviceChoice> choices = new ArrayList<>();
        for (Kind kind : Kind.values()) {
            choices.add(weigh(kind, setup, map, besideMain, wanted));
        }
        return choices;
    }

    private static DeviceChoice weigh(
            Kind kind, Setup setup, PanelMap map, List<Integer> besideMain, List<Circuit> wanted) {
        Set<Limit> limits = EnumSet.noneOf(Limit.class);
        boolean splitPhase = setup.source().splitPhase();
        long at240 = wanted.stream().filter(Circuit::has240).count();
        int possible = (int) (splitPhase ? wanted.size() : wanted.size() - at240);
        if (!splitPhase && at240 > 0 && kind.asksForSensitive()) {
            limits.add(Limit.SET_MAKES_120);
        }
        List<Integer> room = map.free(2);
        switch (kind) {
            case INTERLOCK -> {
                limits.add(Limit.PLATE_MUST_FIT_PANEL);
                // a house that has one shows it: its input breaker is no longer free
                if (setup.transfer().kind() != Kind.INTERLOCK) {
                    if (room.isEmpty()) {
                        limits.add(Limit.NO_ROOM_FOR_INPUT);
                    } else if (room.stream().noneMatch(besideMain::contains)) {
                        limits.add(Limit.INPUT_NOT_BESIDE_MAIN);
                    }
                }
            }
            case SUBPANEL -> {
                limits.add(Limit.CIRCUITS_MUST_MOVE);
                if (room.isEmpty() && setup.transfer().kind() != Kind.SUBPANEL) {
                    limits.add(Limit.NO_ROOM_FOR_INPUT);
                }
            }
            case CIRCUIT_SWITCHES, AUTOMATIC_CIRCUITS -> {
                possible = withinSwitches(wanted, splitPhase);
                if (possible < wanted.size() && (splitPhase || wanted.size() - at240 > possible)) {
                    limits.add(Limit.TOO_MANY_CIRCUITS);
                }
                if (at240 > 0 && splitPhase) {
                    limits.add(Limit.TWO_SWITCHES_FOR_240);
                }
                if (wanted.stream().anyMatch(circuit -> circuit.sharedNeutralWith() != null)) {
                    limits.add(Limit.SHARED_NEUTRALS);
                }
            }
            case APPLIANCE -> {
                possible = (int) Math.min(1, wanted.size() - at240);
                limits.add(Limit.ONE_CIRCUIT);
            }
            case CORDS -> {
                possible = (int) (wanted.size() - at240);
                limits.add(Limit.NOTHING_HARD_WIRED);
                limits.add(Limit.ONLY_120);
            }
            case TRANSFER_SWITCH -> {}
        }
        return new DeviceChoice(kind, possible, wanted.size(), limits, cost(kind));
    }

    /** Single-pole circuits first: they take one switch each, two-pole ones take two. */
    private static int withinSwitches(List<Circuit> wanted, boolean splitPhase) {
        long two = wanted.stream().filter(Circuit::twoPole).count();
        long one = wanted.size() - two;
        long singles = Math.min(one, MOST_SWITCHES);
        long doubles = splitPhase ? Math.min(two, (MOST_SWITCHES - singles) / 2) : 0;
        return (int) (singles + doubles);
    }

    private static int cost(Kind kind) {
        return switch (kind) {
            case CORDS -> 1;
            case APPLIANCE, INTERLOCK -> 2;
            case CIRCUIT_SWITCHES, SUBPANEL -> 3;
            default -> 4;
        };
    }
}
