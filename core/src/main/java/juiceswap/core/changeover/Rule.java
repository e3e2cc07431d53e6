package juiceswap.core.changeover;

import java.util.List;
import java.util.function.Predicate;
import juiceswap.core.Worded;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.changeover.SwapState.Handle;
import juiceswap.core.house.Parting;
import juiceswap.core.house.TransferDevice;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;

/** What never to do. A plan contains no step that breaks one of these. */
public enum Rule implements Worded {
    /** While a danger is present, only what ends it. */
    DANGER_FIRST("DANGER_FIRST", a -> {
        if (!a.dangerBefore()) {
            return false;
        }
        boolean backfeeds = a.changeover().backfeeds(a.before());
        boolean coolsUnloaded = a.is(Action.COOL_DOWN) && !a.before().outputOn() && !backfeeds;
        return !a.is(Action.OUTPUT_OFF, Action.STOP_ENGINE) && !(a.is(Action.INPUT_OFF) && backfeeds) && !coolsUnloaded;
    }),
    /** Main and generator input both closed: the set would feed the street. */
    BACKFEED(
            "BACKFEED",
            a -> a.changeover().backfeeds(a.after()) && !a.changeover().backfeeds(a.before())),
    /** Cord ends are moved with the engine stopped. */
    HOT_PLUG(
            "HOT_PLUG",
            a -> a.before().engine().running()
                    && a.is(
                            Action.CORD_GENERATOR_IN,
                            Action.CORD_GENERATOR_OUT,
                            Action.CORD_HOUSE_IN,
                            Action.CORD_HOUSE_OUT)),
    /** No running engine with the cord in at one end only. */
    LOOSE_LIVE_END(
            "LOOSE_LIVE_END",
            a -> a.changeover().looseLiveEnd(a.after())
                    && (!a.changeover().looseLiveEnd(a.before()) || a.is(Action.OUTPUT_ON))),
    /** Exactly one neutral-to-ground bond in whatever is energised. */
    BOND_COUNT(
            "BOND_COUNT",
            a -> a.changeover().wrongBondCount(a.after())
                    && (!a.changeover().wrongBondCount(a.before()) || a.is(Action.OUTPUT_ON))),
    /** The bond is changed with the engine stopped and the cord out at the set. */
    BOND_CHANGE_LIVE(
            "BOND_CHANGE_LIVE",
            a -> a.is(Action.SET_BOND_BONDED, Action.SET_BOND_FLOATING)
                    && (a.before().engine().running() || a.before().cordAtGenerator())),
    /** No start, no load and no cord in before its checks. */
    START_UNCHECKED("START_UNCHECKED", a -> {
        boolean basics =
                !(a.lacks(Check.CHECK_PLACEMENT) || a.lacks(Check.CHECK_CO_ALARM) || a.lacks(Check.INSPECT_CORD));
        if (a.is(Action.START_ENGINE)) {
            return !basics || a.lacks(Check.CHECK_OIL) || a.lacks(Check.CHECK_FUEL);
        }
        if (a.is(Action.CORD_GENERATOR_IN, Action.CORD_HOUSE_IN) && !a.done(Check.INSPECT_CORD)) {
            return true;
        }
        return a.putsToUse() && !basics;
    }),
    /** The engine is started unloaded. */
    START_LOADED(
            "START_LOADED",
            a -> a.is(Action.START_ENGINE)
                    && (a.changeover().source().outputSwitch() && a.before().outputOn()
                            || a.changeover().parting() == Parting.PLATE
                                    && a.before().inputOn()
                            || a.changeover().parting() == Parting.HANDLE
                                    && a.before().handle() == Handle.GENERATOR)),
    /** The engine is warm before it carries anything. */
    COLD_LOAD(
            "COLD_LOAD",
            a -> a.before().engine() == Engine.COLD && (a.fedFromTheStart() ? a.is(Action.PICK_UP) : a.putsToUse())),
    /** Every supply is measured before something depends on it. */
    UNMEASURED("UNMEASURED", a -> {
        boolean atTheSet =
                !a.before().generatorMeasured() && (a.fedFromTheStart() ? a.is(Action.PICK_UP) : a.putsToUse());
        return atTheSet || pickedUnproven(a) || backUnmeasured(a);
    }),
    /** The set meets an empty panel, never a block of loads; all branches at once is for the utility. */
    BLOCK_LOAD("BLOCK_LOAD", a -> {
        Branches branches = a.before().branches();
        if (a.changeover().parting().switchesPanel()) {
            boolean block = branches == Branches.ON
                    || branches == Branches.STAGED
                    || branches == Branches.REDUCED && !a.changeover().blockFits();
            return a.feeds() && block || onAllAtOnceOnGenerator(a);
        }
        return a.feeds() && branches == Branches.STAGED;
    }),
    /** Only what fits is picked up. */
    CAPACITY(
            "CAPACITY",
            a -> a.is(Action.PICK_UP)
                    && a.circuit() != null
                    && !a.changeover().pickUpFits(a.before().picked(), a.circuit())),
    /** Nothing more is asked of a supply that labours or sags already. */
    WEAK_SUPPLY(
            "WEAK_SUPPLY",
            a -> a.is(Action.PICK_UP)
                    && a.before().lastReading() != null
                    && a.before().lastReading().weakSupply()),
    /** Idle control is off before load arrives. */
    ECO_LOAD(
            "ECO_LOAD",
            a -> (a.putsToUse() || a.is(Action.WALK_ROUND)) && a.before().ecoOn()
                    || a.is(Action.ECO_ON) && a.changeover().loaded(a.before())),
    /** Delicate electronics are unplugged first, and come back only on the utility. */
    SENSITIVE("SENSITIVE", a -> {
        if (a.is(Action.REPLUG_SENSITIVE)) {
            return !circuitsBackOnUtility(a.changeover(), a.before());
        }
        boolean reaches = a.is(Action.PICK_UP) && !a.picksTestCircuit()
                || a.feeds() && a.changeover().loaded(a.after());
        return a.changeover().asksForSensitive() && reaches && !a.done(Check.UNPLUG_SENSITIVE);
    }),
    /** The engine is stopped unloaded and cooled down. */
    STOP_LOADED("STOP_LOADED", a -> {
        if (!a.is(Action.STOP_ENGINE)) {
            return false;
        }
        boolean outputSwitch = a.changeover().source().outputSwitch();
        if (outputSwitch && a.before().outputOn()) {
            return true;
        }
        boolean makeSafe = a.goal() == Goal.MAKE_SAFE;
        boolean urgent = makeSafe || a.dangerBefore() || a.changeover().parting() == Parting.BY_ITSELF;
        boolean nothingElseToOpen = !outputSwitch && urgent;
        boolean loaded = a.changeover().loaded(a.before());
        boolean hot = a.before().engine() == Engine.HOT;
        return loaded && !nothingElseToOpen || hot && !(makeSafe || nothingElseToOpen);
    }),
    /** Main, input and output are not switched under load. */
    SWITCH_LOADED("SWITCH_LOADED", a -> {
        if (a.dangerBefore() || a.goal() == Goal.MAKE_SAFE) {
            return false;
        }
        SwapState before = a.before();
        if (a.is(Action.MAIN_ON, Action.HANDLE_UTILITY)) {
            return before.branches() != Branches.OFF;
        }
        boolean handleFromUtility = a.is(Action.HANDLE_OFF) && before.handle() == Handle.UTILITY;
        if (a.is(Action.MAIN_OFF) || handleFromUtility) {
            return before.utilityLive() && before.branches() == Branches.ON;
        }
        return a.is(Action.INPUT_OFF, Action.OUTPUT_OFF, Action.HANDLE_OFF)
                && a.changeover().parting() != Parting.BY_ITSELF
                && a.changeover().loaded(before);
    }),
    /** Nothing goes back on a utility that has not proven steady. */
    UTILITY_UNSURE("UTILITY_UNSURE", a -> {
        if (a.before().utilitySteady()) {
            return false;
        }
        boolean goesBack = a.is(Action.MAIN_ON, Action.HANDLE_UTILITY, Action.SWITCHES_UTILITY)
                || a.is(Action.BRANCHES_ON) && !onAllAtOnceOnGenerator(a);
        boolean givesUpTheSet = a.goal() == Goal.ON_UTILITY
                && a.changeover().loaded(a.before())
                && !a.changeover().loaded(a.after())
                && !a.dangerBefore();
        return goesBack || givesUpTheSet;
    }),
    /** Fuel is poured beside a cold engine. */
    REFUEL_HOT("REFUEL_HOT", a -> a.is(Action.REFUEL) && a.before().engine() != Engine.STOPPED),
    /** What stopped it by itself is put right by hand only once it is cool. */
    HOT_TOUCH("HOT_TOUCH", a -> a.before().touchCold() && a.is(Action.CHECK_OIL, Action.START_ENGINE)),
    /** Put away stopped, unplugged and bonded as others expect it. */
    STOW_EARLY(
            "STOW_EARLY",
            a -> a.is(Action.STOW)
                    && (a.before().engine().running()
                            || a.before().cordAtGenerator()
                            || a.changeover().source().bondChange() == BondChange.SWITCH
                                    && a.before().bond() != Bond.BONDED)),
    /** The household's choice of order on the way back. */
    AFTER_ORDER("AFTER_ORDER", a -> {
        if (a.goal() != Goal.ON_UTILITY || a.changeover().parting() == Parting.BY_ITSELF) {
            return false;
        }
        if (a.changeover().options().stopFirst()) {
            return a.is(Action.MAIN_ON, Action.HANDLE_UTILITY, Action.SWITCHES_UTILITY)
                    && a.before().engine().running();
        }
        return a.is(Action.STOP_ENGINE)
                && a.before().branches() != Branches.ON
                && !a.changeover().looseLiveEnd(a.before())
                && !a.changeover().wrongBondCount(a.before());
    });

    private final String word;

    /** The search asks this many thousand times: {@code values()} would copy the list each time. */
    private static final List<Rule> ALL = List.of(values());

    private final Predicate<Attempt> broken;

    Rule(String word, Predicate<Attempt> broken) {
        this.word = word;
        this.broken = broken;
    }

    @Override
    public String word() {
        return word;
    }

    /** Whether the attempt breaks this rule. */
    boolean brokenBy(Attempt attempt) {
        return broken.test(attempt);
    }

    /** All rules that the attempt breaks. */
    static List<Rule> allBrokenBy(Attempt attempt) {
        return ALL.stream().filter(rule -> rule.brokenBy(attempt)).toList();
    }

    static boolean noneBrokenBy(Attempt attempt) {
        for (Rule rule : ALL) {
            if (rule.brokenBy(attempt)) {
                return false;
            }
        }
        return true;
    }

    private static boolean pickedUnproven(Attempt a) {
        if (!a.is(Action.PICK_UP) || a.picksTestCircuit()) {
            return false;
        }
        boolean veryFirst = a.before().picked().isEmpty();
        if (!a.before().panelMeasured()) {
            // where nothing else can be read it is the very first circuit itself that the supply is read at
            TransferDevice device = a.changeover().setup().transfer();
            return !(veryFirst && device.kind().wired() && !device.provable());
        }
        // the very first circuit is itself the little load under which is read again
        return a.changeover().kind().readUnderLoad() && !a.before().loadedMeasured() && !veryFirst;
    }

    private static boolean backUnmeasured(Attempt a) {
        return a.is(Action.BRANCHES_ON)
                && !onAllAtOnceOnGenerator(a)
                && !a.before().utilityMeasured();
    }

    private static boolean onAllAtOnceOnGenerator(Attempt a) {
        return a.is(Action.BRANCHES_ON) && !a.changeover().onUtilitySide(a.before());
    }

    static boolean circuitsBackOnUtility(Changeover changeover, SwapState state) {
        if (changeover.parting() == Parting.BY_ITSELF) {
            return !changeover.fed(state) && !changeover.turnedOffByHand(state);
        }
        return state.branches() == Branches.ON && changeover.onUtilitySide(state);
    }
}
