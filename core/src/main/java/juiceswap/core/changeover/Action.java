package juiceswap.core.changeover;

import static juiceswap.core.changeover.Place.GENERATOR;
import static juiceswap.core.changeover.Place.INDOORS;
import static juiceswap.core.changeover.Place.INLET;
import static juiceswap.core.changeover.Place.PANEL;

import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import juiceswap.core.Worded;
import juiceswap.core.house.Parting;
import juiceswap.core.supply.Bond;
import juiceswap.core.supply.Source.BondChange;
import org.jspecify.annotations.Nullable;

/**
 * Everything a person can do, in the order in which equals are preferred. Each says where it is done, when the hardware
 * allows it, and what it changes. Whether it is wise is for {@link Rule}.
 */
public enum Action implements Worded {
    INPUT_OFF("input-off", PANEL, (c, s) -> c.parting() == Parting.PLATE && s.inputOn(), (c, s) -> s.inputOn = false),
    CONFIRM_UTILITY("confirm-utility", INDOORS, (c, s) -> s.utilityLive(), (c, s) -> s.utilitySteady = true),
    CHECK_CO_ALARM("check-co-alarm", INDOORS, burns(), ticks(Check.CHECK_CO_ALARM)),
    UNPLUG_SENSITIVE("unplug-sensitive", INDOORS, always(), ticks(Check.UNPLUG_SENSITIVE)),
    OUTPUT_OFF(
            "output-off", GENERATOR, (c, s) -> c.source().outputSwitch() && s.outputOn(), (c, s) -> s.outputOn = false),
    COOL_DOWN(
            "cool-down",
            GENERATOR,
            (c, s) -> s.engine() == Engine.HOT && !c.loaded(s),
            (c, s) -> s.engine = Engine.COOLED),
    STOP_ENGINE("stop-engine", GENERATOR, (c, s) -> s.engine().running(), (c, s) -> {
        s.engine = c.source().burns() ? Engine.RESTING : Engine.STOPPED;
        s.untick(Check.CHECK_OIL);
        s.untick(Check.CHECK_FUEL);
    }),
    CORD_GENERATOR_OUT(
            "cord-generator-out", GENERATOR, (c, s) -> s.cordAtGenerator(), (c, s) -> s.cordAtGenerator = false),
    CORD_HOUSE_OUT("cord-house-out", INLET, (c, s) -> s.cordAtHouse(), (c, s) -> s.cordAtHouse = false),
    WAIT_COOL("wait-cool", GENERATOR, (c, s) -> s.engine() == Engine.RESTING, (c, s) -> s.engine = Engine.STOPPED),
    CHECK_PLACEMENT("check-placement", GENERATOR, burns(), ticks(Check.CHECK_PLACEMENT)),
    INSPECT_CORD("inspect-cord", INLET, always(), ticks(Check.INSPECT_CORD)),
    CHECK_OIL(
            "check-oil", GENERATOR, (c, s) -> c.source().burns() && !s.engine().running(), ticks(Check.CHECK_OIL)),
    REFUEL("refuel", GENERATOR, burns(), (c, s) -> {
        s.tick(Check.REFUELLED);
        s.tick(Check.CHECK_FUEL);
    }),
    CHECK_FUEL("check-fuel", GENERATOR, burns(), ticks(Check.CHECK_FUEL)),
    SET_BOND_FLOATING(
            "set-bond-floating",
            GENERATOR,
            (c, s) -> c.source().bondChange() == BondChange.SWITCH && s.bond() != Bond.FLOATING,
            (c, s) -> s.bond = Bond.FLOATING),
    SET_BOND_BONDED(
            "set-bond-bonded",
            GENERATOR,
            (c, s) -> c.source().bondChange() == BondChange.SWITCH && s.bond() != Bond.BONDED,
            (c, s) -> s.bond = Bond.BONDED),
    ECO_OFF("eco-off", GENERATOR, (c, s) -> c.source().idleControl() && s.ecoOn(), (c, s) -> s.ecoOn = false),
    CORD_HOUSE_IN("cord-house-in", INLET, (c, s) -> !s.cordAtHouse(), (c, s) -> s.cordAtHouse = true),
    CORD_GENERATOR_IN("cord-generator-in", GENERATOR, (c, s) -> !s.cordAtGenerator(), (c, s) -> {
        s.cordAtGenerator = true;
        s.untick(Check.STOW);
    }),
    START_ENGINE("start-engine", GENERATOR, (c, s) -> !s.engine().running(), (c, s) -> {
        s.engine = c.source().burns() ? Engine.COLD : Engine.READY;
        s.untick(Check.STOW);
    }),
    WARM_UP("warm-up", GENERATOR, (c, s) -> s.engine() == Engine.COLD, (c, s) -> s.engine = Engine.READY),
    MEASURE_GENERATOR(
            "measure-generator",
            GENERATOR,
            (c, s) -> s.engine().running() && s.engine() != Engine.COLD,
            measures(s -> s.generatorMeasured = true)),
    OUTPUT_ON(
            "output-on", GENERATOR, (c, s) -> c.source().outputSwitch() && !s.outputOn(), (c, s) -> s.outputOn = true),
    CHECK_GFCI(
            "check-gfci",
            INDOORS,
            (c, s) -> c.parting() == Parting.UNPLUGGED && c.fed(s),
            (c, s) -> s.panelMeasured = true),
    BRANCHES_OFF(
            "branches-off",
            PANEL,
            (c, s) -> c.parting().switchesPanel() && s.branches() != SwapState.Branches.OFF,
            branches(SwapState.Branches.OFF)),
    BIG_ONES_OFF(
            "big-ones-off",
            PANEL,
            (c, s) -> c.parting().switchesPanel() && c.options().bigOnesOff() && s.branches() == SwapState.Branches.ON,
            (c, s) -> s.branches = SwapState.Branches.REDUCED),
    SWITCHES_OFF(
            "switches-off",
            PANEL,
            (c, s) -> switchesOneByOne(c) && s.branches() != SwapState.Branches.OFF,
            branches(SwapState.Branches.OFF)),
    MAIN_OFF("main-off", PANEL, (c, s) -> c.parting() == Parting.PLATE && s.mainOn(), (c, s) -> {
        s.mainOn = false;
        s.utilityMeasured = false;
    }),
    HANDLE_OFF(
            "handle-off",
            PANEL,
            (c, s) -> c.parting() == Parting.HANDLE && s.handle() != SwapState.Handle.OFF,
            (c, s) -> {
                s.handle = SwapState.Handle.OFF;
                s.utilityMeasured = false;
            }),
    PLATE_TO_GENERATOR(
            "plate-to-generator",
            PANEL,
            (c, s) -> c.parting() == Parting.PLATE && !s.plateToGenerator() && !s.mainOn(),
            (c, s) -> s.plateToGenerator = true),
    INPUT_ON(
            "input-on",
            PANEL,
            (c, s) -> c.parting() == Parting.PLATE && !s.inputOn() && s.plateToGenerator(),
            (c, s) -> s.inputOn = true),
    HANDLE_GENERATOR(
            "handle-generator",
            PANEL,
            (c, s) -> c.parting() == Parting.HANDLE && s.handle() == SwapState.Handle.OFF,
            (c, s) -> s.handle = SwapState.Handle.GENERATOR),
    MEASURE_PANEL(
            "measure-panel",
            PANEL,
            (c, s) -> c.parting() != Parting.UNPLUGGED && c.fed(s) && c.showsVolts(s),
            measures(s -> s.panelMeasured = true)),
    PICK_UP(
            "pick-up",
            PANEL,
            (c, s) -> (c.parting() != Parting.BY_ITSELF || c.turnedOffByHand(s))
                    && c.fed(s)
                    && !(c.parting().switchesPanel() && s.branches() == SwapState.Branches.ON),
            (c, s) -> {
                s.branches = SwapState.Branches.STAGED;
                s.engine = c.loadedEngine();
                s.untick(Check.WALK_ROUND);
            }),
    MEASURE_LOADED(
            "measure-loaded",
            PANEL,
            (c, s) -> c.fed(s) && s.panelMeasured() && !s.picked().isEmpty(),
            measures(s -> s.loadedMeasured = true)),
    PLATE_TO_UTILITY(
            "plate-to-utility",
            PANEL,
            (c, s) -> c.parting() == Parting.PLATE && s.plateToGenerator() && !s.inputOn(),
            (c, s) -> s.plateToGenerator = false),
    MAIN_ON(
            "main-on",
            PANEL,
            (c, s) -> c.parting() == Parting.PLATE && !s.mainOn() && !s.plateToGenerator(),
            (c, s) -> s.mainOn = true),
    HANDLE_UTILITY(
            "handle-utility",
            PANEL,
            (c, s) -> c.parting() == Parting.HANDLE && s.handle() == SwapState.Handle.OFF,
            (c, s) -> s.handle = SwapState.Handle.UTILITY),
    MEASURE_UTILITY(
            "measure-utility",
            PANEL,
            (c, s) -> c.parting().switchesPanel() && c.onUtilitySide(s) && s.utilityLive(),
            (c, s) -> s.utilityMeasured = true),
    BRANCHES_ON(
            "branches-on",
            PANEL,
            (c, s) -> c.parting().switchesPanel() && s.branches() != SwapState.Branches.ON,
            branches(SwapState.Branches.ON)),
    SWITCHES_UTILITY(
            "switches-utility",
            PANEL,
            (c, s) -> (switchesOneByOne(c) || c.turnedOffByHand(s)) && s.branches() != SwapState.Branches.ON,
            branches(SwapState.Branches.ON)),
    WALK_ROUND(
            "walk-round",
            INDOORS,
            (c, s) ->
                    c.fed(s) && (c.parting() == Parting.BY_ITSELF || !s.picked().isEmpty()),
            ticks(Check.WALK_ROUND)),
    REPLUG_SENSITIVE(
            "replug-sensitive",
            INDOORS,
            (c, s) -> s.done().has(Check.UNPLUG_SENSITIVE),
            (c, s) -> s.untick(Check.UNPLUG_SENSITIVE)),
    ECO_ON("eco-on", GENERATOR, (c, s) -> c.source().idleControl() && !s.ecoOn(), (c, s) -> s.ecoOn = true),
    STOW("stow", GENERATOR, always(), ticks(Check.STOW));

    private interface Possible {
        boolean test(Changeover changeover, SwapState state);
    }

    private interface Effect {
        void apply(Changeover changeover, SwapState.Change state);
    }

    private static final Set<Action> AT_THE_APPLIANCES_WITH_CORDS = Set.of(
            INSPECT_CORD, CORD_HOUSE_IN, CORD_HOUSE_OUT, SWITCHES_OFF, SWITCHES_UTILITY, PICK_UP, MEASURE_LOADED);

    private static final int WAIT_COOL_MINUTES = 15;
    private static final int REFUEL_MINUTES = 5;
    /** How long a hot engine idles before it is stopped. */
    public static final int COOL_DOWN_MINUTES = 5;

    private final String word;
    private final Place place;
    private final Possible possible;
    private final Effect effect;

    Action(String word, Place place, Possible possible, Effect effect) {
        this.word = word;
        this.place = place;
        this.possible = possible;
        this.effect = effect;
    }

    @Override
    public String word() {
        return word;
    }

    /** The one that is written so in JSON; empty when there is none. */
    public static Optional<Action> of(String word) {
        return Worded.find(Action.class, word);
    }

    /** Where it is done in this household. */
    public Place place(Changeover changeover) {
        if (changeover.parting() == Parting.UNPLUGGED && AT_THE_APPLIANCES_WITH_CORDS.contains(this)) {
            return INDOORS;
        }
        if (this == CHECK_GFCI && changeover.source().gfciOutlets()) {
            return GENERATOR;
        }
        return place;
    }

    /** Minutes of waiting that belong to it. */
    public int minutes(Changeover changeover, SwapState before) {
        return switch (this) {
            case WARM_UP -> warmUpMinutes(changeover);
            case COOL_DOWN -> COOL_DOWN_MINUTES - before.idleMinutes();
            case WAIT_COOL -> WAIT_COOL_MINUTES;
            case REFUEL -> REFUEL_MINUTES;
            default -> 0;
        };
    }

    /** Something is looked at, and nothing is moved by it. */
    public boolean onlyLooks() {
        return switch (this) {
            case CHECK_CO_ALARM, CHECK_PLACEMENT, CHECK_OIL, CHECK_FUEL, INSPECT_CORD -> true;
            default -> false;
        };
    }

    /** A wait that something would suffer from if it were cut short, and that a person may have to be asked about. */
    public boolean takesItsTime() {
        return this == WARM_UP || this == COOL_DOWN || this == WAIT_COOL;
    }

    /** Minutes of waiting that it takes however things stand. */
    int surelyWaits() {
        return switch (this) {
            case WAIT_COOL -> WAIT_COOL_MINUTES;
            case REFUEL -> REFUEL_MINUTES;
            default -> 0;
        };
    }

    static int warmUpMinutes(Changeover changeover) {
        if (!changeover.source().burns()) {
            return 0;
        }
        return changeover.source().ambientC() < 0 ? 5 : 3;
    }

    /**
     * Once it is needed and allowed, there is no reason to do it later: it only makes other things possible, and nothing
     * undoes it on the way.
     */
    boolean neverTooEarly() {
        return switch (this) {
            case INPUT_OFF,
                    HANDLE_OFF,
                    OUTPUT_OFF,
                    CORD_GENERATOR_OUT,
                    CORD_GENERATOR_IN,
                    WAIT_COOL,
                    REFUEL,
                    CHECK_PLACEMENT,
                    CHECK_CO_ALARM,
                    CHECK_OIL,
                    CHECK_FUEL,
                    INSPECT_CORD,
                    UNPLUG_SENSITIVE,
                    ECO_OFF,
                    SET_BOND_FLOATING,
                    SET_BOND_BONDED,
                    CORD_HOUSE_IN,
                    BRANCHES_OFF,
                    MAIN_OFF,
                    PLATE_TO_GENERATOR -> true;
            default -> false;
        };
    }

    /** Part of the waiting has already passed while other steps were done. */
    boolean ranAlongside(SwapState before) {
        return this == COOL_DOWN && before.idleMinutes() > 0;
    }

    /** Whether the hardware allows it now. */
    public boolean possible(Changeover changeover, SwapState state, @Nullable String circuit) {
        if (this == PICK_UP && (circuit == null || state.picked().contains(circuit))) {
            return false;
        }
        return possible.test(changeover, state);
    }

    void apply(Changeover changeover, SwapState.Change state, @Nullable String circuit) {
        effect.apply(changeover, state);
        if (this == PICK_UP && circuit != null) {
            state.pick(Set.of(circuit));
        }
    }

    private static boolean switchesOneByOne(Changeover changeover) {
        return changeover.parting().oneByOne();
    }

    /** What an engine asks for; a battery has none. */
    private static Possible burns() {
        return (changeover, state) -> changeover.source().burns();
    }

    private static Possible always() {
        return (changeover, state) -> true;
    }

    private static Effect ticks(Check check) {
        return (changeover, state) -> state.tick(check);
    }

    /** In a plan a reading comes out well; what was read before it no longer counts. */
    private static Effect measures(Consumer<SwapState.Change> what) {
        return (changeover, state) -> {
            what.accept(state);
            state.lastReading = null;
        };
    }

    private static Effect branches(SwapState.Branches position) {
        return (changeover, state) -> {
            state.branches = position;
            state.picked = Set.of();
            state.untick(Check.WALK_ROUND);
        };
    }
}
