package juiceswap.core.supply;

import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * A battery with an inverter of its own. It has no engine and no exhaust: it may stand indoors, starts at once, and is empty
 * when its watt-hours are.
 *
 * @param output what comes out, as its label says
 * @param wattHours that it holds when full, above 0
 * @param chargingWatts that it takes while it is charged, above 0
 * @param marginPercent share of the running watts to plan with, above 0 to 100
 * @param ambientC air temperature where it stands
 * @param bond neutral-to-frame bond as it is labelled
 */
public record PowerStation(
        Output output, double wattHours, double chargingWatts, double marginPercent, double ambientC, Bond bond)
        implements Source, Battery {

    /**
     * @param splitPhase 120/240 V; false for 120 V
     * @param runningWatts for hours, above 0
     * @param startingWatts for seconds, not below {@code runningWatts}
     * @param outputSwitch it has a button that makes its outlets dead
     * @param gfciOutlets its outlets are ground-fault protected
     */
    public record Output(
            boolean splitPhase, double runningWatts, double startingWatts, boolean outputSwitch, boolean gfciOutlets) {
        public Output {
            InvalidInput.positive("/runningWatts", runningWatts);
            InvalidInput.positive("/startingWatts", startingWatts);
            InvalidInput.unless(startingWatts >= runningWatts, "/startingWatts", "invalid.starting-below-running");
        }
    }

    public PowerStation {
        InvalidInput.positive("/wattHours", wattHours);
        InvalidInput.positive("/chargingWatts", chargingWatts);
        InvalidInput.unless(marginPercent > 0 && marginPercent <= 100, "/marginPercent", "invalid.percent-above-zero");
    }

    /** Hours that it carries so many watts from full, down to what is never planned with; null when nothing draws. */
    public @Nullable Double hours(double watts) {
        return watts <= 0 ? null : (Double) ((wattHours - lowWattHours()) / watts);
    }

    @Override
    public double lowPercent() {
        return USUAL_LOW_PERCENT;
    }

    @Override
    public double storedWatts() {
        return chargingWatts * USUAL_EFFICIENCY_PERCENT / 100;
    }

    /** Hours on a charger from so many watt-hours to full. */
    public double hoursToFull(double left) {
        return Math.max(0, wattHours - left) / storedWatts();
    }

    @Override
    public boolean splitPhase() {
        return output.splitPhase();
    }

    @Override
    public double runningWatts() {
        return output.runningWatts();
    }

    @Override
    public double startingWatts() {
        return output.startingWatts();
    }

    @Override
    public double derating() {
        return 1;
    }

    @Override
    public boolean ratingAssumed() {
        return false;
    }

    @Override
    public boolean outputSwitch() {
        return output.outputSwitch();
    }

    /** It is closed: its bond is what it was made with. */
    @Override
    public BondChange bondChange() {
        return BondChange.NONE;
    }

    @Override
    public boolean gfciOutlets() {
        return output.gfciOutlets();
    }

    @Override
    public boolean inverter() {
        return true;
    }

    @Override
    public boolean idleControl() {
        return false;
    }

    @Override
    public @Nullable Generator engine() {
        return null;
    }

    @Override
    public PowerStation withBond(Bond other) {
        return new PowerStation(output, wattHours, chargingWatts, marginPercent, ambientC, other);
    }

    @Override
    public PowerStation timesWatts(double factor) {
        Output more = new Output(
                output.splitPhase(),
                output.runningWatts() * factor,
                output.startingWatts() * factor,
                output.outputSwitch(),
                output.gfciOutlets());
        return new PowerStation(more, wattHours, chargingWatts, marginPercent, ambientC, bond);
    }
}
