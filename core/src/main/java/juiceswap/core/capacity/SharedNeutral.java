package juiceswap.core.capacity;

import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import juiceswap.core.capacity.Finding.Code;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Leg;
import juiceswap.core.house.Setup;
import juiceswap.core.supply.Limits;

/**
 * What one neutral may carry for two hots. On two legs of a 120/240 V set the currents cancel; on one leg, and on a set
 * with a single winding, they add up where no breaker sees it.
 */
public final class SharedNeutral {
    private SharedNeutral() {}

    /** Whether the two must not be on together because of the neutral that they share. */
    public static boolean blocks(Setup setup, Circuit one, Circuit other) {
        return between(setup, one, other).filter(Finding::blocks).isPresent();
    }

    /** Of two circuits that are on together. */
    static Optional<Finding> between(Setup setup, Circuit one, Circuit other) {
        if (!one.sharesNeutralWith(other)) {
            return Optional.empty();
        }
        if (!setup.source().splitPhase()) {
            return setup.transfer().feedsBothLegs()
                    ? Optional.of(Finding.pair(Code.SHARED_NEUTRAL_120, one.id(), other.id()))
                    : Optional.empty();
        }
        if (one.twoPole() || other.twoPole() || one.leg() != other.leg()) {
            return Optional.empty();
        }
        double amps = (one.runningWatts() + other.runningWatts()) / Limits.LEG_VOLTS;
        double smaller = Math.min(one.breakerAmps(), other.breakerAmps());
        Finding finding = Finding.pair(Code.SHARED_NEUTRAL_SAME_LEG, one.id(), other.id());
        return Optional.of(Capacity.over(amps, smaller) ? finding.blockingBy(amps - smaller) : finding);
    }

    /** Of a two-pole circuit with 120 V loads on both its legs, all of which one winding would feed. */
    static Optional<Finding> within(Setup setup, Circuit circuit) {
        if (setup.source().splitPhase() || !setup.transfer().feedsBothLegs() || !circuit.twoPole()) {
            return Optional.empty();
        }
        Set<Leg> legs = EnumSet.noneOf(Leg.class);
        circuit.loads().stream()
                .filter(load -> !load.is240())
                .map(circuit::legOf)
                .forEach(legs::add);
        return legs.size() == 2 ? Optional.of(Finding.about(Code.SHARED_NEUTRAL_120, circuit.id())) : Optional.empty();
    }
}
