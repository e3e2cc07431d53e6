package juiceswap.core.supply;

import java.util.List;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * The portable set.
 *
 * @param splitPhase 120/240 V output; false for a 120 V set with one winding
 * @param outputSwitch has a breaker or switch of its own that unloads it
 * @param altitudeM metres above the sea
 * @param ambientC air temperature where it runs
 * @param marginPercent share of the running watts to plan with, above 0 to 100
 * @param bond neutral-to-frame bond as the set is labelled
 * @param bondChange how the bond can be changed
 * @param gfciOutlets its outlets are ground-fault protected
 * @param inverter an inverter set, not a conventional alternator
 * @param idleControl has an economy throttle
 * @param tankLitres above 0, or null when there is no tank or it is not known
 * @param litresPerHour consumption by percent of running watts; may be empty
 */
public record Generator(
        boolean splitPhase,
        Fuel fuel,
        List<Rating> ratings,
        boolean outputSwitch,
        double altitudeM,
        double ambientC,
        double marginPercent,
        Bond bond,
        BondChange bondChange,
        boolean gfciOutlets,
        boolean inverter,
        boolean idleControl,
        @Nullable Double tankLitres,
        NavigableMap<Double, Double> litresPerHour) {

    /** How the neutral-to-frame bond can be changed. */
    public enum BondChange implements Worded {
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

    /** Rules of thumb for a fuel the label is silent on, against gasoline. */
    private static final double PROPANE_SHARE = 0.90;

    private static final double NATURAL_GAS_SHARE = 0.80;

    public Generator {
        ratings = List.copyOf(ratings);
        litresPerHour = java.util.Collections.unmodifiableNavigableMap(new TreeMap<>(litresPerHour));
        InvalidInput.unless(marginPercent > 0 && marginPercent <= 100, "/marginPercent", "invalid.percent-above-zero");
        if (tankLitres != null) {
            InvalidInput.positive("/tankLitres", tankLitres);
        }
        litresPerHour.values().forEach(litres -> InvalidInput.notNegative("/litresPerHour", litres));
        InvalidInput.unless(ratingFor(fuel, ratings).isPresent(), "/ratings", "invalid.no-rating", "fuel", fuel.word());
        InvalidInput.unless(derating(altitudeM, ambientC) > 0, "/altitudeM", "invalid.nothing-left");
    }

    /** The same set with another label. */
    public Generator withRatings(List<Rating> others) {
        return with(others, bond);
    }

    /** The same set, bonded or not. */
    public Generator withBond(Bond other) {
        return with(ratings, other);
    }

    private Generator with(List<Rating> itsRatings, Bond itsBond) {
        return new Generator(
                splitPhase,
                fuel,
                itsRatings,
                outputSwitch,
                altitudeM,
                ambientC,
                marginPercent,
                itsBond,
                bondChange,
                gfciOutlets,
                inverter,
                idleControl,
                tankLitres,
                litresPerHour);
    }

    /** The rating on the fuel in use; from gasoline by rule of thumb where the label is silent. */
    public Rating rating() {
        return ratingFor(fuel, ratings).orElseThrow();
    }

    /** Whether {@link #rating()} is a rule of thumb. */
    public boolean ratingAssumed() {
        return ratings.stream().noneMatch(rating -> rating.fuel() == fuel);
    }

    /**
     * Share of the label's watts that is left: 3.5 % less per 305 m of altitude, 1 % less per 5.6 °C above 25 °C (common
     * manufacturers' figures for carburetted engines).
     */
    public double derating() {
        return derating(altitudeM, ambientC);
    }

    private static double derating(double altitudeM, double ambientC) {
        double byAltitude = Math.max(0, 1 - 0.035 * Math.max(0, altitudeM) / 305);
        double byHeat = Math.max(0, 1 - 0.01 * Math.max(0, ambientC - 25) / 5.6);
        return byAltitude * byHeat;
    }

    private static Optional<Rating> ratingFor(Fuel fuel, List<Rating> ratings) {
        Optional<Rating> given =
                ratings.stream().filter(rating -> rating.fuel() == fuel).findFirst();
        if (given.isPresent() || fuel == Fuel.DIESEL) {
            return given;
        }
        double share = fuel == Fuel.PROPANE ? PROPANE_SHARE : NATURAL_GAS_SHARE;
        return ratings.stream()
                .filter(rating -> rating.fuel() == Fuel.GASOLINE)
                .findFirst()
                .map(rating -> new Rating(fuel, rating.runningWatts() * share, rating.startingWatts() * share));
    }
}
