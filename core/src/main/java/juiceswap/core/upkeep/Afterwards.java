package juiceswap.core.upkeep;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import juiceswap.core.Phrase;
import juiceswap.core.Worded;
import juiceswap.core.capacity.DutyWatts;
import juiceswap.core.house.Setup;
import juiceswap.core.household.Household;
import juiceswap.core.rotation.Keeping;
import juiceswap.core.rotation.Supplied;
import juiceswap.core.supply.FuelUse;
import juiceswap.core.supply.Generator;
import juiceswap.core.supply.Source.BondChange;
import org.jspecify.annotations.Nullable;

/**
 * When an outage is over: what it came to, and what has to be put back or looked at before the next one.
 *
 * @param dark hours in which nothing had power
 * @param onGenerator hours in which circuits had power from the generator
 * @param engine hours that the engine ran
 * @param litres what it burnt, reckoned by what was on with its usual share of running; null where nobody counts litres
 */
public record Afterwards(
        double dark,
        double onGenerator,
        double engine,
        @Nullable Double litres) {
    /** So long after its end one is reminded of what is left; later nobody remembers what there was. Our own judgement. */
    public static final Duration REMINDED = Duration.ofDays(14);

    /** Something to put back, or to look at. */
    public enum Thing implements Worded {
        BOND("bond"),
        IDLE("idle"),
        HOURS("hours"),
        OIL("oil"),
        TANK("tank"),
        CORD("cord"),
        INLET("inlet"),
        OUTLETS("outlets"),
        SET_POINTS("set-points"),
        RESTARTS("restarts"),
        CLOCKS("clocks"),
        FOOD("food"),
        BATTERIES("batteries"),
        LEARNT("learnt");

        private final String word;

        Thing(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * What an outage came to.
     *
     * @param from when the power went
     * @param to when it was over
     * @param supplied what had power since when, in the order of time; before the first of these nothing had
     */
    public static Afterwards of(Setup setup, Instant from, Instant to, List<Supplied> supplied) {
        double dark = supplied.isEmpty()
                ? hours(from, to)
                : hours(from, supplied.get(0).at());
        double onGenerator = 0;
        double engine = 0;
        double litres = 0;
        for (int i = 0; i < supplied.size(); i++) {
            Supplied one = supplied.get(i);
            double hours = hours(
                    one.at(), i + 1 < supplied.size() ? supplied.get(i + 1).at() : to);
            dark += one.circuits().isEmpty() ? hours : 0;
            if (one.engineRuns()) {
                engine += hours;
                onGenerator += one.circuits().isEmpty() ? 0 : hours;
                Double perHour = FuelUse.at(setup.source(), DutyWatts.drawn(setup, one.circuits()))
                        .litresPerHour();
                litres += perHour == null ? 0 : perHour * hours;
            }
        }
        Generator generator = setup.source().engine();
        boolean counted = generator != null && generator.fuel().fromTank();
        return new Afterwards(dark, onGenerator, engine, counted ? (Double) litres : null);
    }

    /** A clock that was put back makes no time less than nothing. */
    private static double hours(Instant from, Instant to) {
        return Math.max(0, Duration.between(from, to).toMillis() / 3_600_000.0);
    }

    /** A thing of this house, in the order in which one walks: outside first. */
    public record Line(Thing thing, Phrase what, boolean done) {}

    /** What is to be put back and looked at in that house. */
    public List<Line> list(Household household, Set<Thing> done) {
        Set<Keeping> kept = household.guessedKeepings();
        List<Line> lines = new ArrayList<>();
        for (Thing thing : Thing.values()) {
            if (applies(thing, household, kept)) {
                Phrase what = thing == Thing.HOURS
                        ? Phrase.of("afterwards.hours", "hours", Math.round(10 * engine) / 10.0)
                        : Phrase.of("afterwards." + thing.word());
                lines.add(new Line(thing, what, done.contains(thing)));
            }
        }
        return List.copyOf(lines);
    }

    private boolean applies(Thing thing, Household household, Set<Keeping> kept) {
        Setup setup = household.setup();
        boolean ran = engine > 0;
        boolean food = kept.contains(Keeping.FRIDGE) || kept.contains(Keeping.FREEZER);
        return switch (thing) {
            case BOND -> setup.source().bondChange() != BondChange.NONE;
            case IDLE -> setup.source().idleControl();
            case HOURS, OIL -> ran;
            case TANK -> ran && litres != null;
            case CORD -> setup.source().engine() != null;
            case INLET -> setup.transfer().kind().wired();
            case SET_POINTS -> food || kept.contains(Keeping.HOUSE_WARM) || kept.contains(Keeping.HOT_WATER);
            case FOOD -> food;
            case OUTLETS, RESTARTS, CLOCKS, BATTERIES, LEARNT -> true;
        };
    }
}
