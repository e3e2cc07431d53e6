package juiceswap.core.electrical;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import juiceswap.core.InvalidInput;
import juiceswap.core.electrical.Network.Between;
import juiceswap.core.electrical.Network.Bonds;
import juiceswap.core.electrical.Network.Cord;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.electrical.Network.Load;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.electrical.Network.Source;
import juiceswap.core.electrical.Network.Trouble;
import org.junit.jupiter.api.Test;

class NetworkTest {
    private static final Source SOURCE = new Source(120, 120, 0.05);
    private static final Cord CORD = new Cord(0.05, 0.05, 0.05);
    private static final Bonds AT_THE_PANEL = new Bonds(false, true);

    private static Solution solve(Bonds bonds, Faults faults, Load... loads) {
        return new Network(SOURCE, CORD, bonds, faults, List.of(loads)).solve();
    }

    private static Load load(Between between, double watts) {
        return new Load(between, watts, 1);
    }

    /** By hand: 9.6 Ω on one leg, 0.05 Ω winding, 0.05 Ω hot and 0.05 Ω neutral in series. */
    @Test
    void oneLoadedLegDropsByWhatTheConductorsTake() {
        Solution solved = solve(AT_THE_PANEL, Faults.NONE, load(Between.L1_N, 1500));
        double amps = 120 / (9.6 + 0.15);
        assertThat(solved.l1Amps()).isCloseTo(amps, within(1e-9));
        assertThat(solved.neutralAmps()).isCloseTo(amps, within(1e-9));
        assertThat(solved.l1n()).isCloseTo(amps * 9.6, within(1e-9));
        assertThat(solved.loads().get(0).watts()).isCloseTo(amps * amps * 9.6, within(1e-6));
        assertThat(solved.l2Amps()).isCloseTo(0, within(1e-9));
    }

    @Test
    void equalLoadsNeedNoNeutralAndDoNotMindItsLoss() {
        Random random = new Random(5);
        for (int i = 0; i < 200; i++) {
            double watts = 50 + random.nextInt(3000);
            double pf = 0.5 + random.nextDouble() / 2;
            Load one = new Load(Between.L1_N, watts, pf);
            Load other = new Load(Between.L2_N, watts, pf);
            Faults lost = new Faults(true, false, false, false, 0, false);
            assertThat(solve(AT_THE_PANEL, Faults.NONE, one, other).neutralAmps())
                    .isCloseTo(0, within(1e-6));
            assertThat(solve(AT_THE_PANEL, lost, one, other).l1n())
                    .isCloseTo(solve(AT_THE_PANEL, Faults.NONE, one, other).l1n(), within(1e-6));
        }
    }

    /** What the windings give is what loads and conductors take, whatever the loads: the circuit neither makes nor loses. */
    @Test
    void powerBalancesInAnyHealthyCircuit() {
        Random random = new Random(11);
        for (int i = 0; i < 300; i++) {
            List<Load> loads = new ArrayList<>();
            for (int k = 0; k <= random.nextInt(6); k++) {
                loads.add(load(Between.values()[random.nextInt(3)], 20 + random.nextInt(2500)));
            }
            Cord cord = new Cord(0.01 + random.nextDouble(), 0.01 + random.nextDouble(), 0.01 + random.nextDouble());
            Solution solved = new Network(SOURCE, cord, AT_THE_PANEL, Faults.NONE, loads).solve();
            double given = 120 * (solved.l1Amps() + solved.l2Amps());
            double lost =
                    (0.05 + cord.hotOhms()) * (solved.l1Amps() * solved.l1Amps() + solved.l2Amps() * solved.l2Amps())
                            + cord.neutralOhms() * solved.neutralAmps() * solved.neutralAmps();
            double used =
                    solved.loads().stream().mapToDouble(Network.Served::watts).sum();
            assertThat(used + lost).isCloseTo(given, within(1e-6 * Math.max(1, given)));
            // with resistive loads only, the currents at the panel's neutral are in line
            assertThat(Math.abs(solved.l1Amps() - solved.l2Amps())).isCloseTo(solved.neutralAmps(), within(1e-6));
        }
    }

    /** Whatever is wrong: what flows into each bar of the panel flows out of it. Resistive loads, so that amps just add. */
    @Test
    void currentsSumToZeroAtEveryBarOfThePanel() {
        Random random = new Random(23);
        for (int i = 0; i < 500; i++) {
            List<Load> loads = new ArrayList<>();
            for (int k = 0; k <= random.nextInt(6); k++) {
                loads.add(load(Between.values()[random.nextInt(3)], 20 + random.nextInt(2500)));
            }
            double loose = random.nextInt(3) == 0 ? 4 * random.nextDouble() : 0;
            Faults faults = new Faults(random.nextInt(4) == 0, false, false, false, loose, false);
            Bonds bonds = new Bonds(random.nextBoolean(), random.nextBoolean());
            Solution solved = new Network(SOURCE, CORD, bonds, faults, loads).solve();
            double onL1 = drawn(loads, solved, Between.L1_N);
            double onL2 = drawn(loads, solved, Between.L2_N);
            double onBoth = drawn(loads, solved, Between.L1_L2);
            assertThat(solved.l1Amps()).isCloseTo(onL1 + onBoth, within(1e-6));
            assertThat(solved.l2Amps()).isCloseTo(onL2 + onBoth, within(1e-6));
            // back to the set: over the neutral, and over the ground wire as far as two bonds let it
            assertThat(solved.neutralAmps() + solved.groundAmps()).isCloseTo(Math.abs(onL1 - onL2), within(1e-6));
            if (!bonds.generator() || !bonds.panel()) {
                assertThat(solved.groundAmps()).isCloseTo(0, within(1e-9));
            }
        }
    }

    private static double drawn(List<Load> loads, Solution solved, Between between) {
        double amps = 0;
        for (int i = 0; i < loads.size(); i++) {
            Network.Served served = solved.loads().get(i);
            if (loads.get(i).between() == between && served.volts() != null && served.volts() > 0) {
                amps += served.watts() / served.volts();
            }
        }
        return amps;
    }

    @Test
    void theSameCircuitOtherwise() {
        Network sound = new Network(SOURCE, CORD, AT_THE_PANEL, Faults.NONE, List.of(load(Between.L1_N, 1500)));
        assertThat(sound.withCordTimes(6).solve().l1n())
                .isLessThan(sound.solve().l1n());
        assertThat(sound.withBonds(new Bonds(true, true)).solve().groundAmps()).isPositive();
        assertThat(sound.withLoads(List.of()).solve().l1Amps()).isCloseTo(0, within(1e-9));
        assertThat(sound.withLoads(List.of())
                        .withSource(new Source(110, 110, 0.05))
                        .solve()
                        .l2n())
                .isCloseTo(110, within(1e-9));
    }

    @Test
    void aSecondBondPutsNeutralCurrentOnTheGroundWireAndHidesALostNeutral() {
        Load lamp = load(Between.L1_N, 1500);
        Solution two = solve(new Bonds(true, true), Faults.NONE, lamp);
        assertThat(two.groundAmps()).isGreaterThan(5);
        Faults lost = new Faults(true, false, false, false, 0, false);
        Solution hidden = solve(new Bonds(true, true), lost, lamp, load(Between.L2_N, 300));
        assertThat(hidden.l1n()).isBetween(114.0, 126.0);
        assertThat(hidden.groundAmps()).isGreaterThan(9);
        Solution seen = solve(AT_THE_PANEL, lost, lamp, load(Between.L2_N, 300));
        assertThat(seen.l2n()).isGreaterThan(190);
    }

    @Test
    void pointsWithoutAPathBetweenThemHaveNoVoltage() {
        Solution noBond = solve(new Bonds(false, false), Faults.NONE, load(Between.L1_N, 900));
        assertThat(noBond.neutralToGroundVolts()).isNull();
        assertThat(noBond.frameVolts()).isZero();
        Solution lostLeg =
                solve(AT_THE_PANEL, new Faults(false, false, true, false, 0, false), load(Between.L2_N, 600));
        assertThat(lostLeg.l1n()).isNull();
        assertThat(lostLeg.l1Amps()).isZero();
        Solution backFed =
                solve(AT_THE_PANEL, new Faults(false, false, true, false, 0, false), load(Between.L1_L2, 2000));
        // fed back through the 240 V load
        assertThat(backFed.l1n()).isCloseTo(120, within(0.1));
        assertThat(backFed.l1l2()).isCloseTo(0, within(0.1));
    }

    @Test
    void aLooseNeutralLiesBetweenSoundAndLost() {
        Load heavy = load(Between.L1_N, 1500);
        Load light = load(Between.L2_N, 100);
        double sound = solve(AT_THE_PANEL, Faults.NONE, heavy, light).l2n();
        double loose = solve(AT_THE_PANEL, new Faults(false, false, false, false, 2, false), heavy, light)
                .l2n();
        double lost = solve(AT_THE_PANEL, new Faults(true, false, false, false, 0, false), heavy, light)
                .l2n();
        assertThat(loose).isBetween(sound, lost);
    }

    @Test
    void whatCannotBeIsRefused() {
        assertThatThrownBy(() -> new Source(120, 120, 0)).isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> new Load(Between.L1_N, 100, 1.2)).isInstanceOf(InvalidInput.class);
        assertThatThrownBy(() -> new Load(Between.L1_N, 0, 1)).isInstanceOf(InvalidInput.class);
        assertThat(Between.of("L1-G")).isEmpty();
        assertThat(Between.of("L1-L2")).contains(Between.L1_L2);
    }

    @Test
    void theMostDangerousOfSeveralTroublesIsNamed() {
        Bonds both = new Bonds(true, true);
        Faults lost = new Faults(true, false, false, false, 0, false);
        assertThat(worst(AT_THE_PANEL, Faults.NONE)).isEqualTo(Trouble.NONE);
        assertThat(worst(both, lost)).isEqualTo(Trouble.LOST_NEUTRAL_HIDDEN);
        assertThat(worst(both, new Faults(false, true, true, false, 2, false))).isEqualTo(Trouble.TWO_BONDS);
        assertThat(worst(new Bonds(false, false), lost)).isEqualTo(Trouble.LOST_NEUTRAL);
        assertThat(worst(new Bonds(false, false), Faults.NONE)).isEqualTo(Trouble.NO_BOND);
        assertThat(worst(AT_THE_PANEL, new Faults(false, true, false, false, 2, true)))
                .isEqualTo(Trouble.OPEN_GROUND);
        assertThat(worst(AT_THE_PANEL, new Faults(false, false, false, true, 2, false)))
                .isEqualTo(Trouble.LOOSE_NEUTRAL);
        assertThat(worst(AT_THE_PANEL, new Faults(false, false, false, true, 0, true)))
                .isEqualTo(Trouble.LEG_MISSING);
        assertThat(worst(AT_THE_PANEL, new Faults(false, false, false, false, 0, true)))
                .isEqualTo(Trouble.LEGS_TIED);
    }

    private static Trouble worst(Bonds bonds, Faults faults) {
        return new Network(SOURCE, CORD, bonds, faults, List.of()).worstTrouble();
    }
}
