package juiceswap.core.supply;

import java.util.List;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import juiceswap.core.InvalidInput;
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
        NavigableMap<Double, Double> litresPerHour)
        implements Source {

    public Generator {
        ratings = List.copyOf(ratings);
        litresPerHour = new TreeMap<>(litresPerHour);
        InvalidInput.unless(marginPercent > 0 && marginPercent <= 100, "/marginPercent", "invalid.percent-above-zero");
        if (tankLitres != null) {
            InvalidInput.positive("/tankLitres", tankLitres);
        }
        litresPerHour.values().forEach(litres -> InvalidInput.notNegative("/litresPerHour", litres));
        InvalidInput.unless(ratingFor(fuel, ratings).isPresent(), "/ratings", "invalid.no-rating", "fuel", fuel.word());
        InvalidInput.unless(derating(altitudeM, ambientC) > 0, "/altitudeM", "invalid.nothing-left");
    }

    /** Litres an hour by percent of the running watts; a copy, to which nothing done comes back here. */
    @Override
    public NavigableMap<Double, Double> litresPerHour() {
        return new TreeMap<>(litresPerHour);
    }

    /** A generator to be described: gasoline, 120/240 V, all else as is usual until it is said. */
    public static Change described() {
        return new Change();
    }

    /** A copy to change. */
    public Change change() {
        return new Change(this);
    }

    /** A generator being described; {@link #generator()} ends it. */
    public static final class Change {
        private boolean splitPhase = true;
        private Fuel fuel = Fuel.GASOLINE;
        private List<Rating> ratings = List.of();
        private boolean outputSwitch = true;
        private double altitudeM;
        private double ambientC = 20;
        private double marginPercent = USUAL_MARGIN_PERCENT;
        private Bond bond = Bond.UNKNOWN;
        private BondChange bondChange = BondChange.NONE;
        private boolean gfciOutlets;
        private boolean inverter;
        private boolean idleControl;
        private @Nullable Double tankLitres;
        private NavigableMap<Double, Double> litresPerHour = new TreeMap<>();

        private Change() {}

        private Change(Generator from) {
            splitPhase = from.splitPhase;
            fuel = from.fuel;
            ratings = from.ratings;
            outputSwitch = from.outputSwitch;
            altitudeM = from.altitudeM;
            ambientC = from.ambientC;
            marginPercent = from.marginPercent;
            bond = from.bond;
            bondChange = from.bondChange;
            gfciOutlets = from.gfciOutlets;
            inverter = from.inverter;
            idleControl = from.idleControl;
            tankLitres = from.tankLitres;
            litresPerHour = from.litresPerHour;
        }

        /** 120/240 V, else 120 V. */
        public Change splitPhase(boolean value) {
            splitPhase = value;
            return this;
        }

        /** What it burns now. */
        public Change fuel(Fuel value) {
            fuel = value;
            return this;
        }

        /** What its label promises on each fuel. */
        public Change ratings(List<Rating> value) {
            ratings = value;
            return this;
        }

        /** Has a breaker of its own. */
        public Change outputSwitch(boolean value) {
            outputSwitch = value;
            return this;
        }

        /** Metres above the sea. */
        public Change altitudeM(double value) {
            altitudeM = value;
            return this;
        }

        /** Air temperature, °C. */
        public Change ambientC(double value) {
            ambientC = value;
            return this;
        }

        /** Share of the running watts to plan with. */
        public Change marginPercent(double value) {
            marginPercent = value;
            return this;
        }

        /** As it is labelled. */
        public Change bond(Bond value) {
            bond = value;
            return this;
        }

        /** How the bond can be changed. */
        public Change bondChange(BondChange value) {
            bondChange = value;
            return this;
        }

        /** Its outlets are ground-fault protected. */
        public Change gfciOutlets(boolean value) {
            gfciOutlets = value;
            return this;
        }

        /** An inverter set. */
        public Change inverter(boolean value) {
            inverter = value;
            return this;
        }

        /** Has an economy throttle. */
        public Change idleControl(boolean value) {
            idleControl = value;
            return this;
        }

        /** Litres that the tank holds. */
        public Change tankLitres(@Nullable Double value) {
            tankLitres = value;
            return this;
        }

        /** Consumption by percent of running watts. */
        public Change litresPerHour(NavigableMap<Double, Double> value) {
            litresPerHour = value;
            return this;
        }

        /** What was described. {@link InvalidInput} names each field that can't be so. */
        public Generator generator() {
            return new Generator(
                    splitPhase,
                    fuel,
                    ratings,
                    outputSwitch,
                    altitudeM,
                    ambientC,
                    marginPercent,
                    bond,
                    bondChange,
                    gfciOutlets,
                    inverter,
                    idleControl,
                    tankLitres,
                    litresPerHour);
        }
    }

    /** The same set with another label. */
    public Generator withRatings(List<Rating> others) {
        return change().ratings(others).generator();
    }

    @Override
    public Generator withBond(Bond other) {
        return change().bond(other).generator();
    }

    @Override
    public Generator timesWatts(double factor) {
        return withRatings(scaledRatings(factor));
    }

    /** So many of it as one: watts, tank and consumption times {@code factor}, above 0. */
    public Generator scaled(double factor) {
        NavigableMap<Double, Double> litres = new TreeMap<>();
        litresPerHour.forEach((percent, perHour) -> litres.put(percent, perHour * factor));
        return change().ratings(scaledRatings(factor))
                .tankLitres(tankLitres == null ? null : (Double) (tankLitres * factor))
                .litresPerHour(litres)
                .generator();
    }

    private List<Rating> scaledRatings(double factor) {
        return ratings.stream()
                .map(rating ->
                        new Rating(rating.fuel(), rating.runningWatts() * factor, rating.startingWatts() * factor))
                .toList();
    }

    @Override
    public double runningWatts() {
        return rating().runningWatts() * derating();
    }

    @Override
    public double startingWatts() {
        return rating().startingWatts() * derating();
    }

    @Override
    public Generator engine() {
        return this;
    }

    /** The rating on the fuel in use; from gasoline by rule of thumb where the label is silent. */
    public Rating rating() {
        return ratingFor(fuel, ratings).orElseThrow();
    }

    /** Whether {@link #rating()} is a rule of thumb. */
    @Override
    public boolean ratingAssumed() {
        return ratings.stream().noneMatch(rating -> rating.fuel() == fuel);
    }

    /**
     * Share of the label's watts that is left: 3.5 % less per 305 m of altitude, 1 % less per 5.6 °C above 25 °C (common
     * manufacturers' figures for carburetted engines).
     */
    @Override
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
        Double share = fuel.shareOfGasoline();
        if (given.isPresent() || share == null) {
            return given;
        }
        return ratings.stream()
                .filter(rating -> rating.fuel() == Fuel.GASOLINE)
                .findFirst()
                .map(rating -> new Rating(fuel, rating.runningWatts() * share, rating.startingWatts() * share));
    }
}
