package juiceswap.core.supply;

import java.util.ArrayList;
import java.util.List;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.TreeMap;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * Two generators that feed one cord together through a parallel kit. Each has its own label, tank and hours, and each may run
 * alone, as when the other is lent or the night needs little.
 *
 * @param first the one whose outlet and breaker count
 * @param second of the same output and fuel
 */
public record ParallelGenerators(Generator first, Generator second) implements Source {
    public ParallelGenerators {
        InvalidInput.unless(
                first.splitPhase() == second.splitPhase() && first.fuel() == second.fuel(),
                "/second",
                "invalid.not-alike");
    }

    /** Two alike, of which {@code both} tells the figures together. */
    public static ParallelGenerators halves(Generator both) {
        Generator one = both.scaled(0.5);
        return new ParallelGenerators(one, one);
    }

    /** Both are the same on their labels. */
    public boolean alike() {
        return first.equals(second);
    }

    @Override
    public boolean splitPhase() {
        return first.splitPhase();
    }

    @Override
    public double runningWatts() {
        return first.runningWatts() + second.runningWatts();
    }

    @Override
    public double startingWatts() {
        return first.startingWatts() + second.startingWatts();
    }

    /** They stand side by side. */
    @Override
    public double derating() {
        return first.derating();
    }

    @Override
    public boolean ratingAssumed() {
        return first.ratingAssumed() || second.ratingAssumed();
    }

    @Override
    public double marginPercent() {
        return first.marginPercent();
    }

    @Override
    public double ambientC() {
        return first.ambientC();
    }

    @Override
    public boolean outputSwitch() {
        return first.outputSwitch();
    }

    /** The kit connects both neutrals and both frames: a bond in one of them is a bond of both. */
    @Override
    public Bond bond() {
        if (first.bond() == Bond.BONDED || second.bond() == Bond.BONDED) {
            return Bond.BONDED;
        }
        return first.bond() == second.bond() ? first.bond() : Bond.UNKNOWN;
    }

    @Override
    public BondChange bondChange() {
        return first.bondChange();
    }

    @Override
    public boolean gfciOutlets() {
        return first.gfciOutlets();
    }

    @Override
    public boolean inverter() {
        return first.inverter();
    }

    @Override
    public boolean idleControl() {
        return first.idleControl() || second.idleControl();
    }

    @Override
    public List<Generator> generators() {
        return List.of(first, second);
    }

    /** Both as one: watts, tanks and consumption add up; all else is that of the first. */
    @Override
    public Generator engine() {
        List<Rating> ratings = new ArrayList<>();
        for (Rating one : first.ratings()) {
            second.ratings().stream()
                    .filter(other -> other.fuel() == one.fuel())
                    .findFirst()
                    .ifPresent(other -> ratings.add(new Rating(
                            one.fuel(),
                            one.runningWatts() + other.runningWatts(),
                            one.startingWatts() + other.startingWatts())));
        }
        return first.change()
                .ratings(ratings)
                .tankLitres(sum(first.tankLitres(), second.tankLitres()))
                .litresPerHour(together(first.litresPerHour(), second.litresPerHour()))
                .generator();
    }

    private static @Nullable Double sum(@Nullable Double one, @Nullable Double other) {
        return one == null || other == null ? null : (Double) (one + other);
    }

    /** What both burn at the same share of their watts; nothing where one of the tables is silent. */
    private static NavigableMap<Double, Double> together(
            NavigableMap<Double, Double> one, NavigableMap<Double, Double> other) {
        NavigableMap<Double, Double> both = new TreeMap<>();
        one.forEach((percent, litres) ->
                Optional.ofNullable(other.get(percent)).ifPresent(more -> both.put(percent, litres + more)));
        return both;
    }

    @Override
    public ParallelGenerators withBond(Bond other) {
        return new ParallelGenerators(first.withBond(other), second.withBond(other));
    }

    @Override
    public ParallelGenerators timesWatts(double factor) {
        return new ParallelGenerators(first.timesWatts(factor), second.timesWatts(factor));
    }
}
