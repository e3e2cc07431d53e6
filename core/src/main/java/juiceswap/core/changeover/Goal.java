package juiceswap.core.changeover;

import static juiceswap.core.changeover.Place.GENERATOR;
import static juiceswap.core.changeover.Place.INDOORS;
import static juiceswap.core.changeover.Place.PANEL;

import java.util.List;
import java.util.Optional;
import juiceswap.core.Worded;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.changeover.SwapState.Handle;
import juiceswap.core.house.Parting;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;

/** Where a plan leads. */
public enum Goal implements Worded {
    /** The house runs on the set, proven and walked round. */
    ON_GENERATOR("on-generator") {
        @Override
        boolean reached(Changeover c, SwapState s) {
            return carriesTheHouse(c, s);
        }

        @Override
        void outlook(Changeover c, SwapState s, Outlook ahead) {
            toCarryTheHouse(c, s, s.engine().running(), ahead);
        }
    },
    /** Everything back on a steady utility, the set unplugged and put away. */
    ON_UTILITY("on-utility") {
        @Override
        boolean reached(Changeover c, SwapState s) {
            boolean houseBack =
                    s.branches() == Branches.ON || c.parting() == Parting.BY_ITSELF && !c.turnedOffByHand(s);
            if (c.parting().switchesPanel()) {
                houseBack &= c.onUtilitySide(s) && s.utilityMeasured();
            }
            if (c.parting() == Parting.PLATE) {
                houseBack &= !s.inputOn() && !s.plateToGenerator();
            }
            boolean setPutAway = !s.engine().running()
                    && !s.cordAtGenerator()
                    && !s.cordAtHouse()
                    && !(c.source().outputSwitch() && s.outputOn())
                    && !(c.source().bondChange() == BondChange.SWITCH && s.bond() != Bond.BONDED)
                    && s.done().has(Check.STOW);
            return s.utilitySteady() && houseBack && setPutAway && !s.done().has(Check.UNPLUG_SENSITIVE);
        }

        @Override
        void outlook(Changeover c, SwapState s, Outlook ahead) {
            ahead.addIf(!s.utilitySteady(), INDOORS);
            if (c.parting() == Parting.PLATE) {
                ahead.addIf(s.inputOn(), PANEL);
                ahead.addIf(s.plateToGenerator(), PANEL);
                ahead.addIf(!s.mainOn(), PANEL);
                ahead.addIf(!s.mainOn() && s.branches() != Branches.OFF, PANEL);
            }
            if (c.parting() == Parting.HANDLE) {
                ahead.addIf(s.handle() == Handle.GENERATOR, PANEL);
                ahead.addIf(s.handle() != Handle.UTILITY, PANEL);
                ahead.addIf(s.handle() != Handle.UTILITY && s.branches() != Branches.OFF, PANEL);
            }
            if (c.parting().switchesPanel()) {
                ahead.addIf(!s.utilityMeasured() || !c.onUtilitySide(s), PANEL);
                ahead.addIf(s.branches() != Branches.ON || !c.onUtilitySide(s), PANEL);
            } else if (c.parting() != Parting.BY_ITSELF || c.turnedOffByHand(s)) {
                ahead.addIf(s.branches() != Branches.ON, Action.SWITCHES_UTILITY.place(c));
            }
            boolean mustCool = s.engine() == Engine.HOT && c.source().outputSwitch() && !c.loaded(s);
            ahead.addIf(mustCool, GENERATOR);
            ahead.addIf(s.engine().running(), GENERATOR);
            ahead.addIf(s.cordAtGenerator(), GENERATOR);
            ahead.addIf(s.cordAtHouse(), Action.CORD_HOUSE_OUT.place(c));
            ahead.addIf(c.source().outputSwitch() && s.outputOn(), GENERATOR);
            ahead.addIf(c.source().bondChange() == BondChange.SWITCH && s.bond() != Bond.BONDED, GENERATOR);
            ahead.addIf(s.done().has(Check.UNPLUG_SENSITIVE), INDOORS);
            ahead.addIf(!s.done().has(Check.STOW), GENERATOR);
        }
    },
    /** Refuelled in this plan, and the house on the set again. */
    REFUEL("refuel") {
        @Override
        boolean reached(Changeover c, SwapState s) {
            return s.done().has(Check.REFUELLED) && carriesTheHouse(c, s);
        }

        @Override
        void outlook(Changeover c, SwapState s, Outlook ahead) {
            if (s.done().has(Check.REFUELLED)) {
                toCarryTheHouse(c, s, s.engine().running(), ahead);
                return;
            }
            boolean running = s.engine().running();
            ahead.addIf(running, GENERATOR);
            if (c.looseLiveEnd(s) || c.wrongBondCount(s)) {
                ahead.outsideFirst();
            } else if (c.loaded(s) && !c.backfeeds(s) && c.parting() != Parting.BY_ITSELF) {
                ahead.insideBeforeOutside();
            }
            ahead.addIf(s.engine() != Engine.STOPPED, Action.WAIT_COOL);
            ahead.addIf(true, Action.REFUEL);
            SwapState.Change fuelled = s.change();
            fuelled.tick(Check.CHECK_FUEL);
            if (running) {
                fuelled.untick(Check.CHECK_OIL);
            }
            toCarryTheHouse(c, fuelled.state(), false, ahead);
        }
    },
    /** Soonest: engine stopped, output open, main and input not both closed. */
    MAKE_SAFE("make-safe") {
        @Override
        boolean reached(Changeover c, SwapState s) {
            return !s.engine().running() && !(c.source().outputSwitch() && s.outputOn()) && !c.backfeeds(s);
        }

        @Override
        void outlook(Changeover c, SwapState s, Outlook ahead) {
            ahead.addIf(s.engine().running(), GENERATOR);
            ahead.addIf(c.source().outputSwitch() && s.outputOn(), GENERATOR);
            ahead.addIf(c.backfeeds(s), PANEL);
        }
    };

    private final String word;

    Goal(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Goal> of(String word) {
        return Worded.find(Goal.class, word);
    }

    abstract boolean reached(Changeover changeover, SwapState state);

    /** Adds the steps that every way from {@code state} to the goal contains. */
    abstract void outlook(Changeover changeover, SwapState state, Outlook ahead);

    /** What surely is still to come; its cost is never above the true one. */
    Outlook outlook(Changeover changeover, SwapState state) {
        Outlook ahead = new Outlook(changeover);
        outlook(changeover, state, ahead);
        return ahead;
    }

    /** Whether the house is on the set with everything wanted, proven. */
    private static boolean carriesTheHouse(Changeover c, SwapState s) {
        if (!c.fed(s) || c.mustReadPanel(s) && !s.panelMeasured() || c.danger(s) || s.ecoOn()) {
            return false;
        }
        if (c.lacks(s, Check.CHECK_PLACEMENT) || c.lacks(s, Check.CHECK_CO_ALARM) || c.lacks(s, Check.INSPECT_CORD)) {
            return false;
        }
        if (c.parting() == Parting.BY_ITSELF) {
            return s.done().has(Check.WALK_ROUND);
        }
        if (c.parting().switchesPanel() && s.branches() == Branches.ON) {
            return false;
        }
        if (!s.picked().containsAll(c.wanted())) {
            return false;
        }
        boolean proven = !measuresLoaded(c) || s.loadedMeasured();
        return s.picked().isEmpty() || proven && s.done().has(Check.WALK_ROUND);
    }

    private static boolean measuresLoaded(Changeover c) {
        return c.kind().readUnderLoad();
    }

    /** {@code mayKeepRunning}: the engine runs and nothing else demands that it be stopped. */
    private static void toCarryTheHouse(Changeover c, SwapState s, boolean mayKeepRunning, Outlook ahead) {
        boolean bondWrong = c.source().bondChange() == BondChange.SWITCH && c.bondsWhenConnected(s) != 1;
        boolean oneEnd = s.cordAtGenerator() != s.cordAtHouse();
        boolean running = mayKeepRunning && !bondWrong && !oneEnd;
        ahead.addIf(mayKeepRunning && !running, GENERATOR);
        if (mayKeepRunning && (c.looseLiveEnd(s) || c.wrongBondCount(s))) {
            ahead.outsideFirst();
        }
        boolean fed = running && c.fed(s);
        boolean outputSwitch = c.source().outputSwitch();
        if (!running && openedBeforeTheStart(c, s)) {
            ahead.insideBeforeOutside();
        }

        ahead.addIf(c.lacks(s, Check.CHECK_PLACEMENT), Action.CHECK_PLACEMENT);
        ahead.addIf(c.lacks(s, Check.CHECK_CO_ALARM), Action.CHECK_CO_ALARM);
        ahead.addIf(c.lacks(s, Check.INSPECT_CORD), Action.INSPECT_CORD);
        ahead.addIf(s.ecoOn(), Action.ECO_OFF);
        ahead.addIf(bondWrong, s.bond() == Bond.BONDED ? Action.SET_BOND_FLOATING : Action.SET_BOND_BONDED);
        if (bondWrong && s.cordAtGenerator()) {
            ahead.addIf(true, Action.CORD_GENERATOR_OUT);
            ahead.add(GENERATOR, 0);
        } else if (!s.cordAtGenerator()) {
            // with the bond still to be changed it goes in only after that
            if (bondWrong) {
                ahead.add(GENERATOR, 0);
            } else {
                ahead.addIf(true, Action.CORD_GENERATOR_IN);
            }
        }
        ahead.addIf(!s.cordAtHouse(), Action.CORD_HOUSE_IN);

        List<String> toPick = c.wanted();
        if (fed) {
            toPick = c.unpicked(s);
        } else if (c.options().bigOnesOff() && c.parting().switchesPanel()) {
            toPick = toPick.stream().filter(id -> !c.staysOn().contains(id)).toList();
        }
        boolean usesTheSet = !fed && (outputSwitch || c.parting().switchesPanel()) || !toPick.isEmpty();
        if (!running) {
            ahead.add(GENERATOR, 0);
            boolean checksVoid = mayKeepRunning && c.source().burns();
            ahead.addIf(checksVoid, GENERATOR);
            ahead.addIf(checksVoid, GENERATOR);
            ahead.addIf(!checksVoid && c.lacks(s, Check.CHECK_OIL), Action.CHECK_OIL);
            ahead.addIf(!checksVoid && c.lacks(s, Check.CHECK_FUEL), Action.CHECK_FUEL);
        }
        if (usesTheSet && (!running || s.engine() == Engine.COLD)) {
            ahead.add(GENERATOR, Action.warmUpMinutes(c));
        }
        ahead.addIf(usesTheSet && !(running && s.generatorMeasured()), GENERATOR);
        if (outputSwitch) {
            ahead.addIf(!s.outputOn(), GENERATOR);
            if (!running && s.outputOn()) {
                ahead.addIf(true, Action.OUTPUT_OFF);
                ahead.add(GENERATOR, 0);
            }
        }
        if (c.parting() == Parting.PLATE) {
            ahead.addIf(s.mainOn(), Action.MAIN_OFF);
            ahead.addIf(!s.plateToGenerator(), Action.PLATE_TO_GENERATOR);
            ahead.addIf(!s.inputOn(), PANEL);
            if (!running && s.inputOn()) {
                ahead.addIf(true, Action.INPUT_OFF);
                ahead.add(PANEL, 0);
            }
        }
        if (c.parting() == Parting.HANDLE) {
            ahead.addIf(s.handle() == Handle.UTILITY, PANEL);
            ahead.addIf(s.handle() != Handle.GENERATOR, PANEL);
            if (!running && s.handle() == Handle.GENERATOR) {
                ahead.addIf(true, Action.HANDLE_OFF);
                ahead.add(PANEL, 0);
            }
        }
        if (c.parting() != Parting.BY_ITSELF) {
            boolean openFirst = c.parting().switchesPanel() && s.branches() == Branches.ON
                    || !fed && s.branches() == Branches.STAGED;
            boolean allOff = c.parting().switchesPanel() && !(c.options().bigOnesOff() && s.branches() == Branches.ON);
            if (allOff) {
                ahead.addIf(openFirst, Action.BRANCHES_OFF);
            } else {
                ahead.addIf(openFirst, Action.SWITCHES_OFF.place(c));
            }
            ahead.addIf(
                    !s.done().has(Check.UNPLUG_SENSITIVE)
                            && c.asksForSensitive()
                            && toPick.stream().anyMatch(id -> !c.isTestCircuit(id)),
                    Action.UNPLUG_SENSITIVE);
            ahead.add(toPick.size(), Action.PICK_UP.place(c));
        }
        Place proof = c.parting() == Parting.UNPLUGGED ? Action.CHECK_GFCI.place(c) : PANEL;
        boolean somethingOn = !c.wanted().isEmpty();
        boolean readsPanel = somethingOn || c.alwaysReadsPanel();
        if (readsPanel && (!fed || !s.panelMeasured())) {
            ahead.add(proof, 0);
        }
        ahead.addIf(somethingOn && measuresLoaded(c) && (!fed || !s.loadedMeasured()), PANEL);
        boolean walks = somethingOn || c.parting() == Parting.BY_ITSELF;
        ahead.addIf(walks && (!fed || !toPick.isEmpty() || !s.done().has(Check.WALK_ROUND)), INDOORS);
        boolean fedFromOutside = !running || outputSwitch && !s.outputOn();
        if (fedFromOutside && (walks || readsPanel && !proof.outside())) {
            ahead.insideAfterOutside();
        }
    }

    /** What the engine must not be started on is opened at the panel. */
    private static boolean openedBeforeTheStart(Changeover c, SwapState s) {
        if (c.parting() == Parting.PLATE) {
            return s.inputOn();
        }
        return c.parting() == Parting.HANDLE && s.handle() == Handle.GENERATOR;
    }
}
