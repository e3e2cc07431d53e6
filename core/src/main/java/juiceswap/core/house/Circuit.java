package juiceswap.core.house;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * A branch circuit: its breaker and what hangs on it.
 *
 * @param id short name, unique in the house
 * @param label as written in the panel directory
 * @param spaces the panel spaces of its breaker: one, or n and n+2 for a two-pole breaker; tandem breakers share one
 * @param breakerAmps above 0
 * @param needs circuits that must be on for this one to be of use
 * @param notWith circuits that must be off while this one is on
 * @param sharedNeutralWith the other half of a multiwire branch circuit
 * @param lockedOff held off by a lock; never to be closed
 * @param legAsFound the leg a single-pole breaker was found on, where the panel alternates otherwise than by rows; null
 *     where its space tells
 * @param fedThrough the circuit in the panel before it that feeds its sub-panel, which it therefore needs; null in the
 *     panel that the transfer device feeds
 * @param attended what hangs on it is used for minutes, with somebody standing by (a kettle, a range): it may use
 *     the margin that the generator is kept below its rating for hours, and it is not left on for nothing
 */
@RecordBuilder
public record Circuit(
        String id,
        String label,
        List<Integer> spaces,
        double breakerAmps,
        List<Load> loads,
        List<String> needs,
        List<String> notWith,
        @Nullable String sharedNeutralWith,
        boolean lockedOff,
        @Nullable Leg legAsFound,
        @Nullable String fedThrough,
        boolean attended) {

    /** A circuit of the panel that the transfer device feeds, on the leg that its space tells. */
    public Circuit(
            String id,
            String label,
            List<Integer> spaces,
            double breakerAmps,
            List<Load> loads,
            List<String> needs,
            List<String> notWith,
            @Nullable String sharedNeutralWith,
            boolean lockedOff) {
        this(id, label, spaces, breakerAmps, loads, needs, notWith, sharedNeutralWith, lockedOff, null, null, false);
    }

    public Circuit {
        spaces = List.copyOf(spaces);
        loads = List.copyOf(loads);
        needs = withFeeder(needs, fedThrough);
        notWith = List.copyOf(notWith);
        List<InvalidInput.Problem> problems = new ArrayList<>();
        if (id.isBlank()) {
            problems.add(new InvalidInput.Problem("/id", "invalid.empty"));
        }
        if (!(breakerAmps > 0)) {
            problems.add(new InvalidInput.Problem("/breakerAmps", "invalid.above-zero"));
        }
        boolean single = spaces.size() == 1;
        boolean twoPole = spaces.size() == 2 && spaces.get(1) == spaces.get(0) + 2;
        if (spaces.stream().anyMatch(space -> space < 1)) {
            problems.add(new InvalidInput.Problem("/spaces", "invalid.spaces-from-1"));
        } else if (!single && !twoPole) {
            problems.add(new InvalidInput.Problem("/spaces", "invalid.two-pole-spaces"));
        } else {
            for (int i = 0; i < loads.size(); i++) {
                Load load = loads.get(i);
                if (single && load.is240()) {
                    problems.add(new InvalidInput.Problem("/loads/" + i + "/volts", "invalid.needs-two-poles"));
                }
                if (twoPole && !load.is240() && load.leg() == null) {
                    problems.add(new InvalidInput.Problem("/loads/" + i + "/leg", "invalid.leg-missing"));
                }
            }
        }
        if (!problems.isEmpty()) {
            throw new InvalidInput(problems);
        }
    }

    /** Whether it takes two spaces, and so both legs. */
    public boolean twoPole() {
        return spaces.size() == 2;
    }

    /** The leg it was found on, else that of its first space: the circuit's leg when it is single-pole. */
    public Leg leg() {
        return legAsFound != null ? legAsFound : Leg.ofSpace(spaces.get(0));
    }

    /** The same circuit with other loads. */
    public Circuit withLoads(List<Load> others) {
        return CircuitBuilder.builder()
                .id(id)
                .label(label)
                .spaces(spaces)
                .breakerAmps(breakerAmps)
                .loads(others)
                .needs(needs)
                .notWith(notWith)
                .sharedNeutralWith(sharedNeutralWith)
                .lockedOff(lockedOff)
                .legAsFound(legAsFound)
                .fedThrough(fedThrough)
                .attended(attended)
                .build();
    }

    /** The same circuit drawing {@code watts} in all, each load its share of what it drew before; without a load as it is. */
    Circuit withRunningWatts(double watts) {
        double before = runningWatts();
        return before == 0
                ? this
                : withLoads(loads.stream()
                        .map(load -> load.withRunningWatts(load.runningWatts() * watts / before))
                        .toList());
    }

    /** The same breaker found on {@code leg}, as if it had been moved there. */
    public Circuit onLeg(Leg leg) {
        return CircuitBuilder.builder()
                .id(id)
                .label(label)
                .spaces(spaces)
                .breakerAmps(breakerAmps)
                .loads(loads)
                .needs(needs)
                .notWith(notWith)
                .sharedNeutralWith(sharedNeutralWith)
                .lockedOff(lockedOff)
                .legAsFound(leg)
                .fedThrough(fedThrough)
                .attended(attended)
                .build();
    }

    /** The leg a 120 V load of this circuit sits on. */
    public Leg legOf(Load load) {
        return twoPole() && load.leg() != null ? load.leg() : leg();
    }

    /** Whether any of its loads needs both legs. */
    public boolean has240() {
        return loads.stream().anyMatch(Load::is240);
    }

    /** Watts while everything on it runs. */
    public double runningWatts() {
        return loads.stream().mapToDouble(Load::runningWatts).sum();
    }

    /** Watts in the moment its breaker closes. */
    public double startingWatts() {
        return loads.stream().mapToDouble(Load::startingWatts).sum();
    }

    /** Whether the two come back on one neutral. */
    public boolean sharesNeutralWith(Circuit other) {
        return other.id.equals(sharedNeutralWith) || id.equals(other.sharedNeutralWith);
    }

    /** Whether the two must never be on together. */
    public boolean excludes(Circuit other) {
        return notWith.contains(other.id) || other.notWith.contains(id);
    }

    private static List<String> withFeeder(List<String> needs, @Nullable String fedThrough) {
        if (fedThrough == null || needs.contains(fedThrough)) {
            return List.copyOf(needs);
        }
        List<String> all = new ArrayList<>(needs);
        all.add(fedThrough);
        return List.copyOf(all);
    }
}
