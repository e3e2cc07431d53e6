package juiceswap.core.changeover;

import java.util.Set;
import java.util.TreeSet;
import juiceswap.core.Worded;
import juiceswap.core.meter.Measured;
import juiceswap.core.supply.Bond;
import org.jspecify.annotations.Nullable;

/**
 * How everything that can be switched, plugged or checked stands. What a kind of transfer device does not have keeps its
 * default and means nothing.
 *
 * @param utilityLive the street has power
 * @param utilitySteady it has held long enough to be trusted
 * @param utilityMeasured both legs were measured since the main went on
 * @param mainOn the main breaker; of a subpanel its utility-side feed
 * @param plateToGenerator the interlock plate holds the main off
 * @param inputOn the generator input breaker
 * @param handle of a transfer switch
 * @param picked circuits picked up on the generator, by id
 * @param idleMinutes minutes the hot engine has already idled, 0 to 5
 * @param outputOn the breaker on the set; always true on a set without one
 * @param cordAtGenerator the cord is in at the set
 * @param cordAtHouse the cord is in at the inlet; of extension cords, at the appliances
 * @param bond of the set
 * @param ecoOn idle control
 * @param lastReading what was read last while the set ran, null when nothing was, or when it no longer holds
 * @param touchCold it stopped by itself for something that is put right by hand: first it cools
 */
public record SwapState(
        boolean utilityLive,
        boolean utilitySteady,
        boolean utilityMeasured,
        boolean mainOn,
        boolean plateToGenerator,
        boolean inputOn,
        Handle handle,
        Branches branches,
        Set<String> picked,
        Engine engine,
        int idleMinutes,
        boolean outputOn,
        boolean cordAtGenerator,
        boolean cordAtHouse,
        Bond bond,
        boolean ecoOn,
        Checks done,
        boolean generatorMeasured,
        boolean panelMeasured,
        boolean loadedMeasured,
        @Nullable Measured lastReading,
        boolean touchCold) {

    /** Positions of a transfer switch. */
    public enum Handle implements Worded {
        UTILITY("utility"),
        OFF("off"),
        GENERATOR("generator");

        private final String word;

        Handle(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * The branch breakers: all on, all off, the big ones off (reduced), or on one by one (staged). With a switch per
     * circuit, on is the line side.
     */
    public enum Branches implements Worded {
        ON("on"),
        OFF("off"),
        REDUCED("reduced"),
        STAGED("staged");

        private final String word;

        Branches(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** A house gone dark and nothing touched yet. */
    public static SwapState initial(Bond bond, boolean ecoOn, boolean outputOn) {
        Change start = new Change();
        start.bond = bond;
        start.ecoOn = ecoOn;
        start.outputOn = outputOn;
        return start.state();
    }

    /** A copy to change. */
    public Change change() {
        return new Change(this);
    }

    /**
     * A state being put together; {@link #state()} ends it. Its fields are those of {@link SwapState}, with the defaults of a
     * house gone dark.
     */
    public static final class Change {
        public boolean utilityLive;
        public boolean utilitySteady;
        public boolean utilityMeasured;
        public boolean mainOn = true;
        public boolean plateToGenerator;
        public boolean inputOn;
        public Handle handle = Handle.UTILITY;
        public Branches branches = Branches.ON;
        public Set<String> picked = Set.of();
        public Engine engine = Engine.STOPPED;
        public int idleMinutes;
        public boolean outputOn;
        public boolean cordAtGenerator;
        public boolean cordAtHouse;
        public Bond bond = Bond.UNKNOWN;
        public boolean ecoOn;
        public Checks done = Checks.NONE;
        public boolean generatorMeasured;
        public boolean panelMeasured;
        public boolean loadedMeasured;
        public @Nullable Measured lastReading;
        public boolean touchCold;

        Change() {}

        Change(SwapState from) {
            utilityLive = from.utilityLive;
            utilitySteady = from.utilitySteady;
            utilityMeasured = from.utilityMeasured;
            mainOn = from.mainOn;
            plateToGenerator = from.plateToGenerator;
            inputOn = from.inputOn;
            handle = from.handle;
            branches = from.branches;
            picked = from.picked;
            engine = from.engine;
            idleMinutes = from.idleMinutes;
            outputOn = from.outputOn;
            cordAtGenerator = from.cordAtGenerator;
            cordAtHouse = from.cordAtHouse;
            bond = from.bond;
            ecoOn = from.ecoOn;
            done = from.done;
            generatorMeasured = from.generatorMeasured;
            panelMeasured = from.panelMeasured;
            loadedMeasured = from.loadedMeasured;
            lastReading = from.lastReading;
            touchCold = from.touchCold;
        }

        /** Adds ids to what is picked up. */
        public void pick(java.util.Collection<String> ids) {
            Set<String> more = new TreeSet<>(picked);
            more.addAll(ids);
            picked = java.util.Collections.unmodifiableSet(more);
        }

        /** Marks a check as done. */
        public void tick(Check check) {
            done = done.with(check);
        }

        /** Marks a check as not done. */
        public void untick(Check check) {
            done = done.without(check);
        }

        /** The state with all of these changes. */
        public SwapState state() {
            return new SwapState(
                    utilityLive,
                    utilitySteady,
                    utilityMeasured,
                    mainOn,
                    plateToGenerator,
                    inputOn,
                    handle,
                    branches,
                    picked,
                    engine,
                    idleMinutes,
                    outputOn,
                    cordAtGenerator,
                    cordAtHouse,
                    bond,
                    ecoOn,
                    done,
                    generatorMeasured,
                    panelMeasured,
                    loadedMeasured,
                    lastReading,
                    touchCold);
        }
    }
}
