package juiceswap.core.supply;

import java.util.List;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * What gives the house its power in an outage. Engine and fuel belong to those that have them; everything else about a source
 * is said here, so that rules and pages need not know which one it is.
 */
public sealed interface Source permits Generator, ParallelGenerators, PowerStation {
    /** 120/240 V output; false for 120 V from one winding. */
    boolean splitPhase();

    /** Watts that it gives for hours, where and as it runs, in total. */
    double runningWatts();

    /** Watts that it gives for the seconds of a start, where and as it runs, in total. */
    double startingWatts();

    /** Share of the watts on its label that is left where and as it runs, above 0 to 1. */
    double derating();

    /** The watts are a rule of thumb, not from its label. */
    boolean ratingAssumed();

    /** Share of the running watts to plan with, above 0 to 100. */
    double marginPercent();

    /** Air temperature where it runs, °C. */
    double ambientC();

    /** Has a breaker or switch of its own that unloads it. */
    boolean outputSwitch();

    /** Neutral-to-frame bond as it is labelled. */
    Bond bond();

    /** How the bond can be changed. */
    BondChange bondChange();

    /** Its outlets are ground-fault protected. */
    boolean gfciOutlets();

    /** Its voltage comes from an inverter, steady whatever the load does. */
    boolean inverter();

    /** Has an economy throttle that must be off before a big load arrives. */
    boolean idleControl();

    /** The engine with its fuel; of two generators both together, null where nothing burns. */
    @Nullable
    Generator engine();

    /** The generators: two where they run in parallel, none where a battery power station feeds the house. */
    default List<Generator> generators() {
        Generator engine = engine();
        return engine == null ? List.of() : List.of(engine);
    }

    /** The same, bonded or not. */
    Source withBond(Bond other);

    /**
     * The same with so many times its watts: what a bigger one of its kind would be.
     *
     * @param factor above 0
     */
    Source timesWatts(double factor);

    /** Something burns in it: it stands outdoors, is warmed up and cooled down, and kills by its exhaust. */
    default boolean burns() {
        return engine() != null;
    }

    /** Share of the running watts to plan with where nobody has said, in percent: engines and inverters run hours on end. */
    double USUAL_MARGIN_PERCENT = 80;

    /** By its hardware it may be the same: its label, its bond as found and the fuel in it do not count. */
    default boolean sameHardwareAs(Source other) {
        return getClass() == other.getClass()
                && splitPhase() == other.splitPhase()
                && bondChange() == other.bondChange()
                && outputSwitch() == other.outputSwitch()
                && gfciOutlets() == other.gfciOutlets()
                && inverter() == other.inverter();
    }

    /** How the neutral-to-frame bond of a source can be changed. */
    enum BondChange implements Worded {
        SWITCH("switch"),
        JUMPER("jumper"),
        NONE("none");

        private final String word;

        BondChange(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }
}
