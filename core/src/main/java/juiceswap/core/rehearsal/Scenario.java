package juiceswap.core.rehearsal;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import juiceswap.core.changeover.Changeover;
import juiceswap.core.changeover.Check;
import juiceswap.core.changeover.Checks;
import juiceswap.core.changeover.Engine;
import juiceswap.core.changeover.Goal;
import juiceswap.core.changeover.Options;
import juiceswap.core.changeover.SwapState;
import juiceswap.core.changeover.SwapState.Branches;
import juiceswap.core.changeover.SwapState.Handle;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Load;
import juiceswap.core.house.Parting;
import juiceswap.core.house.Setup;
import juiceswap.core.meter.HouseCircuit;
import juiceswap.core.rehearsal.Script.UtilityChange;
import juiceswap.core.supply.Bond;

/**
 * A rehearsal made for a household: how it begins, what goes wrong, where it is to lead. The same seed always makes the
 * same one of the same household.
 *
 * @param seed 0 or more
 */
public record Scenario(Trouble trouble, long seed, SwapState begins, Options options, Goal goal, Script script) {

    /**
     * Makes one.
     *
     * @param wishes what the household picks up and how it likes it done
     */
    public static Scenario of(Trouble trouble, long seed, Setup setup, Options wishes) {
        return new Maker(trouble, seed, setup, wishes.at(null)).make();
    }

    private static final List<Check> BEFORE_THE_START = List.of(
            Check.CHECK_PLACEMENT,
            Check.CHECK_CO_ALARM,
            Check.CHECK_OIL,
            Check.CHECK_FUEL,
            Check.INSPECT_CORD,
            Check.UNPLUG_SENSITIVE);

    /** The lights have just gone out. */
    private static SwapState.Change dark(Setup setup) {
        Bond bond = setup.source().bond() == Bond.UNKNOWN
                ? Bond.FLOATING
                : setup.source().bond();
        return SwapState.initial(bond, setup.source().idleControl(), false).change();
    }

    /** The generator carries these circuits, everything was checked and read. */
    static SwapState.Change carrying(Changeover changeover, Collection<String> on) {
        SwapState.Change state = dark(changeover.setup());
        state.mainOn = false;
        state.plateToGenerator = true;
        state.inputOn = true;
        state.handle = Handle.GENERATOR;
        boolean byItself = changeover.parting() == Parting.BY_ITSELF;
        state.branches = byItself ? Branches.ON : Branches.STAGED;
        state.pick(on);
        state.engine = Engine.HOT;
        state.outputOn = true;
        state.cordAtGenerator = true;
        state.cordAtHouse = true;
        state.bond = HouseCircuit.bondInUse(changeover.setup());
        state.ecoOn = false;
        state.done = Checks.of(BEFORE_THE_START).with(Check.WALK_ROUND);
        state.generatorMeasured = true;
        state.panelMeasured = true;
        state.loadedMeasured = true;
        return state;
    }

    private static final class Maker {
        private final Trouble trouble;
        private final long seed;
        private final Setup setup;
        private final Options options;
        private final Changeover changeover;
        private final Random random;
        private final List<UtilityChange> utility = new ArrayList<>();
        private final Set<Fault> faults = new LinkedHashSet<>();
        private boolean badPlacement;
        private Goal goal = Goal.ON_GENERATOR;

        Maker(Trouble trouble, long seed, Setup setup, Options options) {
            this.trouble = trouble;
            this.seed = seed;
            this.setup = setup;
            this.options = options;
            this.changeover = new Changeover(setup, options);
            this.random = new Random(seed);
        }

        Scenario make() {
            SwapState.Change begins = begins();
            Script script = new Script(utility, faults, badPlacement, delicate());
            return new Scenario(trouble, seed, changeover.putRight(begins.state()), options, goal, script);
        }

        private SwapState.Change begins() {
            return switch (trouble) {
                case DARK_HOUSE -> dark();
                case WAY_BACK -> wayBack();
                case REFUEL -> {
                    goal = Goal.REFUEL;
                    yield carrying();
                }
                case ALARM -> {
                    badPlacement = true;
                    goal = Goal.MAKE_SAFE;
                    yield carrying();
                }
                case BACKWARDS -> backwards();
                case TWO_BONDS -> {
                    SwapState.Change state = dark();
                    state.bond = Bond.BONDED;
                    yield state;
                }
                case WRONG_LABEL -> darkWith(Fault.Kind.BOND_OTHER);
                case OPEN_NEUTRAL -> darkWith(Fault.Kind.OPEN_NEUTRAL);
                case LOOSE_NEUTRAL -> darkWith(Fault.Kind.LOOSE_NEUTRAL);
                case LOST_LEG -> darkWith(random.nextBoolean() ? Fault.Kind.LOST_L1 : Fault.Kind.LOST_L2);
                case LEGS_TIED -> darkWith(Fault.Kind.LEGS_TIED);
                case REGULATOR_HIGH -> darkWith(Fault.Kind.REGULATOR_HIGH);
                case REGULATOR_LOW -> darkWith(Fault.Kind.REGULATOR_LOW);
                case PLATE_LOOSE -> {
                    faults.add(Fault.of(Fault.Kind.PLATE_LOOSE));
                    yield wayBack();
                }
                case UTILITY_NEUTRAL -> {
                    faults.add(Fault.of(Fault.Kind.UTILITY_OPEN_NEUTRAL));
                    yield wayBack();
                }
                case FUEL_SHUT -> darkWith(Fault.Kind.FUEL_SHUT);
                case OIL_LOW -> darkWith(Fault.Kind.OIL_LOW);
                case IDLE_CONTROL -> {
                    SwapState.Change state = dark();
                    state.ecoOn = true;
                    yield state;
                }
                case HEAVY_LOAD -> {
                    faults.add(Fault.heavy(oneOf(wanted())));
                    yield dark();
                }
                case BACK_EARLY -> {
                    utility.add(new UtilityChange(4 + random.nextInt(8), true));
                    yield dark();
                }
                case BACK_AND_GONE -> {
                    int back = 3 + random.nextInt(6);
                    utility.add(new UtilityChange(back, true));
                    utility.add(new UtilityChange(back + 4 + random.nextInt(8), false));
                    yield carrying();
                }
                case BACK_UNSEEN -> {
                    utility.add(new UtilityChange(5 + random.nextInt(15), true));
                    goal = Goal.ON_UTILITY;
                    yield carrying();
                }
                case BAD_PLACE -> {
                    badPlacement = true;
                    yield dark();
                }
                case STALLED -> {
                    SwapState.Change state = carrying();
                    state.engine = Engine.RESTING;
                    state.untick(Check.CHECK_OIL);
                    state.untick(Check.CHECK_FUEL);
                    yield state;
                }
                case SOMEBODY_ELSE -> somebodyElse();
                case FLICKER -> {
                    double at = 2;
                    for (int i = 0; i < 6; i++) {
                        at += 0.5 + random.nextInt(4);
                        utility.add(new UtilityChange(at, i % 2 == 0));
                    }
                    yield carrying();
                }
                case TAKE_OVER -> {
                    SwapState.Change state = carrying();
                    state.picked = Set.of();
                    state.branches = changeover.parting() == Parting.BY_ITSELF ? Branches.ON : Branches.OFF;
                    state.engine = Engine.READY;
                    state.generatorMeasured = false;
                    state.panelMeasured = false;
                    state.loadedMeasured = false;
                    state.untick(Check.WALK_ROUND);
                    yield state;
                }
                case LOOSE_END -> looseEnd();
                case HOT_TANK -> {
                    goal = Goal.REFUEL;
                    SwapState.Change state = carrying();
                    state.engine = Engine.RESTING;
                    state.branches = Branches.OFF;
                    yield state;
                }
                case ELECTRONICS -> {
                    faults.add(Fault.of(Fault.Kind.LOOSE_NEUTRAL));
                    SwapState.Change state = carrying();
                    state.untick(Check.UNPLUG_SENSITIVE);
                    yield state;
                }
            };
        }

        private SwapState.Change darkWith(Fault.Kind fault) {
            faults.add(Fault.of(fault));
            return dark();
        }

        private SwapState.Change dark() {
            return Scenario.dark(setup);
        }

        private SwapState.Change carrying() {
            return Scenario.carrying(changeover, changeover.wanted());
        }

        private SwapState.Change wayBack() {
            goal = Goal.ON_UTILITY;
            SwapState.Change state = carrying();
            state.utilityLive = true;
            return state;
        }

        /** Engine on, output on, and only then somebody reads how it is done. */
        private SwapState.Change backwards() {
            SwapState.Change state = dark();
            state.cordAtGenerator = true;
            state.cordAtHouse = true;
            state.outputOn = true;
            state.engine = Engine.COLD;
            state.bond = HouseCircuit.bondInUse(setup);
            return state;
        }

        /** One more is on than was picked up, or one less. */
        private SwapState.Change somebodyElse() {
            SwapState.Change state = carrying();
            List<String> others = setup.circuits().stream()
                    .filter(circuit -> !circuit.lockedOff())
                    .map(Circuit::id)
                    .filter(id -> !changeover.wanted().contains(id))
                    .toList();
            if (!others.isEmpty()) {
                state.pick(List.of(oneOf(others)));
            }
            state.untick(Check.WALK_ROUND);
            state.engine = Engine.RESTING;
            return state;
        }

        private SwapState.Change looseEnd() {
            SwapState.Change state = backwards();
            state.engine = Engine.READY;
            state.outputOn = random.nextBoolean();
            if (random.nextBoolean()) {
                state.cordAtHouse = false;
            } else {
                state.cordAtGenerator = false;
            }
            return state;
        }

        private List<String> wanted() {
            List<String> wanted = changeover.wanted();
            return wanted.isEmpty() ? setup.circuits().stream().map(Circuit::id).toList() : wanted;
        }

        private String oneOf(List<String> ids) {
            return ids.get(random.nextInt(ids.size()));
        }

        private Set<String> delicate() {
            Set<String> delicate = new LinkedHashSet<>();
            for (Circuit circuit : setup.circuits()) {
                if (circuit.loads().stream().anyMatch(Load::delicate)) {
                    delicate.add(circuit.id());
                }
            }
            return Collections.unmodifiableSet(delicate);
        }
    }
}
