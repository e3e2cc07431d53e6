package juiceswap.core.meter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.api.Assertions.withinPercentage;

import java.util.List;
import juiceswap.core.Samples;
import juiceswap.core.capacity.Capacity;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.house.Leg;
import juiceswap.core.meter.CauseRanking.Ranked;
import juiceswap.core.meter.CauseRanking.Ranking;
import juiceswap.core.meter.CauseRanking.Reading;
import juiceswap.core.supply.Bond;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CauseRankingTest {
    private final HouseCircuit house =
            HouseCircuit.of(Samples.cottage(), List.of("lamp", "lights", "fridge"), Bond.FLOATING);
    private final CauseRanking ranking = new CauseRanking(house);

    private Hypothesis first(Double l1n, Double l2n, Double l1l2, Double hz, Double ng) {
        return ranking.rank(new Readings(l1n, l2n, l1l2, hz, ng))
                .ranked()
                .get(0)
                .hypothesis();
    }

    @ParameterizedTest
    @CsvSource({
        "121,120,241,60.4,0.2,HEALTHY",
        "88,151,239,60.3,0.1,LOST_NEUTRAL",
        "175,66,241,60.3,,LOST_NEUTRAL",
        "114,127,241,60.3,0.3,LOOSE_NEUTRAL",
        "134,133,267,60.5,0.2,REGULATOR_HIGH",
        "106,107,213,60.4,0.2,REGULATOR_LOW",
        "118,117,235,56.6,0.2,ENGINE_SLOW",
        "126,126,252,65.1,0.2,ENGINE_FAST",
        "121,120,1,60.4,0.2,TIED_LEGS",
        "3,121,118,60.4,0.2,LOST_LEG",
        "121,120,241,60.4,20,NO_BOND"
    })
    void theLikeliestCauseComesFirst(Double l1n, Double l2n, Double l1l2, Double hz, Double ng, Hypothesis expected) {
        assertThat(first(l1n, l2n, l1l2, hz, ng)).isEqualTo(expected);
    }

    /** With a pump on 240 V a lost leg is fed back through it: it must not be taken for a lost neutral, nor the reverse. */
    @Test
    void aPumpOnBothLegsDoesNotConfuseNeutralAndLeg() {
        CauseRanking withPump = new CauseRanking(
                HouseCircuit.of(Samples.cottage(), List.of("lamp", "lights", "fridge", "well"), Bond.BONDED));
        assertThat(withPump.rank(new Readings(88.0, 151.0, null, null, null))
                        .ranked()
                        .get(0)
                        .hypothesis())
                .isEqualTo(Hypothesis.LOST_NEUTRAL);
        Solution lostLeg = HouseCircuit.of(Samples.cottage(), List.of("lamp", "lights", "well"), Bond.FLOATING)
                .with(new Faults(false, false, true, false, 0, false))
                .solve();
        assertThat(withPump.rank(new Readings(lostLeg.l1n(), lostLeg.l2n(), lostLeg.l1l2(), 60.3, null))
                        .ranked()
                        .get(0)
                        .hypothesis())
                .isEqualTo(Hypothesis.LOST_LEG);
    }

    /** Volts sag a little on the way, and the amps with them; a motor draws what was reckoned, not a quarter more. */
    @Test
    void aSoundHouseDrawsWhatIsReckonedForIt() {
        List<String> on = List.of("lamp", "lights", "fridge", "well");
        Solution solved =
                HouseCircuit.of(Samples.cottage(), on, Bond.FLOATING).healthy().solve();
        Capacity reckoned = Capacity.of(Samples.cottage(), on, (String) null);
        assertThat(solved.l1Amps()).isCloseTo(reckoned.amps(Leg.L1), withinPercentage(5));
        assertThat(solved.l2Amps()).isCloseTo(reckoned.amps(Leg.L2), withinPercentage(5));
    }

    @Test
    void theBondIsWhatItWillBeInUse() {
        assertThat(HouseCircuit.bondInUse(Samples.cottage())).isEqualTo(Bond.FLOATING);
    }

    @Test
    void theSharesAreAWhole() {
        Ranking ranked = ranking.rank(new Readings(117.0, 124.0, null, null, null));
        assertThat(ranked.ranked().stream().mapToDouble(Ranked::share).sum()).isCloseTo(1, within(1e-9));
        for (int i = 1; i < ranked.ranked().size(); i++) {
            assertThat(ranked.ranked().get(i).share())
                    .isLessThanOrEqualTo(ranked.ranked().get(i - 1).share());
        }
    }

    @Test
    void theNextMeasurementSeparatesTheLeadingOnes() {
        // one good leg: the other one would tell
        assertThat(ranking.rank(new Readings(110.0, null, null, null, null)).measureNext())
                .isIn(Reading.L2N, Reading.HZ);
        // low on both legs: regulator, speed or load? the hertz tell
        assertThat(ranking.rank(new Readings(108.0, 108.0, 216.0, null, 0.1)).measureNext())
                .isEqualTo(Reading.HZ);
        assertThat(ranking.rank(new Readings(121.0, 120.0, 241.0, 60.4, 0.2)).measureNext())
                .isNull();
    }

    @Test
    void theHousesCircuitHasItsOwnLoadsOnTheirLegs() {
        Network network = house.healthy();
        assertThat(network.loads()).hasSize(3);
        Solution solved = network.solve();
        assertThat(solved.l1n()).isBetween(119.0, 122.0);
        assertThat(network.bonds()).isEqualTo(new Network.Bonds(false, true));
        Solution lost =
                house.with(new Faults(true, false, false, false, 0, false)).solve();
        assertThat(Math.abs(lost.l1n() - lost.l2n())).isGreaterThan(50);
    }
}
