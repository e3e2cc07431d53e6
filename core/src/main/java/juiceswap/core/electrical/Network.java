package juiceswap.core.electrical;

import io.soabase.recordbuilder.core.RecordBuilder;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.ejml.data.Complex_F64;
import org.ejml.data.ZMatrixRMaj;
import org.ejml.dense.row.CommonOps_ZDRM;
import org.jspecify.annotations.Nullable;

/**
 * The split-phase circuit from the set's windings through the cord to the loads at the panel, in the steady state.
 *
 * @param loads at the panel, each a constant impedance
 */
public record Network(Source source, Cord cord, Bonds bonds, Faults faults, List<Load> loads) {
    /** A neutral-to-ground bond, in ohms: a short strap with its two screws. */
    static final double BOND_OHMS = 0.001;

    public Network {
        loads = List.copyOf(loads);
    }

    /** The same circuit with another source. */
    public Network withSource(Source other) {
        return new Network(other, cord, bonds, faults, loads);
    }

    /** The same circuit with its cord so many times as long, or as short. */
    public Network withCordTimes(double times) {
        Cord other = new Cord(cord.hotOhms * times, cord.neutralOhms * times, cord.groundOhms * times);
        return new Network(source, other, bonds, faults, loads);
    }

    /** The same with other faults. */
    public Network withFaults(Faults other) {
        return new Network(source, cord, bonds, other, loads);
    }

    /** The same circuit bonded otherwise. */
    public Network withBonds(Bonds other) {
        return new Network(source, cord, other, faults, loads);
    }

    /** The same circuit with other loads. */
    public Network withLoads(List<Load> others) {
        return new Network(source, cord, bonds, faults, others);
    }

    /**
     * Two windings in series, half a turn apart.
     *
     * @param l1Volts rms, 0 or more
     * @param l2Volts rms, 0 or more
     * @param ohms of each winding, above 0
     */
    public record Source(double l1Volts, double l2Volts, double ohms) {
        public Source {
            InvalidInput.notNegative("/source/l1Volts", l1Volts);
            InvalidInput.notNegative("/source/l2Volts", l2Volts);
            InvalidInput.positive("/source/ohms", ohms);
        }
    }

    /** The conductors from the set to the panel, each in ohms above 0. */
    public record Cord(double hotOhms, double neutralOhms, double groundOhms) {
        public Cord {
            InvalidInput.positive("/cord/hotOhms", hotOhms);
            InvalidInput.positive("/cord/neutralOhms", neutralOhms);
            InvalidInput.positive("/cord/groundOhms", groundOhms);
        }
    }

    /** Where neutral is joined to ground. */
    public record Bonds(boolean generator, boolean panel) {}

    /**
     * What is wrong; nothing of it in a healthy circuit.
     *
     * @param looseNeutralOhms added to the neutral, 0 or more
     * @param tiedLegs one winding feeds both hot conductors
     */
    public record Faults(
            boolean openNeutral,
            boolean openGround,
            boolean openL1,
            boolean openL2,
            double looseNeutralOhms,
            boolean tiedLegs) {
        /** A sound circuit. */
        public static final Faults NONE = new Faults(false, false, false, false, 0, false);

        public Faults {
            InvalidInput.notNegative("/faults/looseNeutralOhms", looseNeutralOhms);
        }
    }

    /** Between which conductors of the panel a load is. */
    public enum Between implements Worded {
        L1_N("L1-N", 120),
        L2_N("L2-N", 120),
        L1_L2("L1-L2", 240);

        private final String word;

        private final double nominalVolts;

        Between(String word, double nominalVolts) {
            this.word = word;
            this.nominalVolts = nominalVolts;
        }

        @Override
        public String word() {
            return word;
        }

        /** The one that is written so in JSON; empty when there is none. */
        public static Optional<Between> of(String word) {
            return Worded.find(Between.class, word);
        }
    }

    /**
     * A constant impedance that draws {@code watts} at its nominal 120 or 240 V.
     *
     * @param watts above 0
     * @param powerFactor lagging, above 0 to 1
     */
    public record Load(Between between, double watts, double powerFactor) {
        public Load {
            InvalidInput.positive("/watts", watts);
            InvalidInput.unless(powerFactor > 0 && powerFactor <= 1, "/powerFactor", "invalid.share-above-zero");
        }

        /** Volt-amperes while it draws so many watts: what the set must carry. */
        public double voltAmperes(double drawn) {
            return drawn / powerFactor;
        }

        /** |Z| = V² / (watts / power factor), lagging by acos(power factor). */
        private Complex_F64 admittance() {
            double volts = between.nominalVolts;
            double size = voltAmperes(watts) / (volts * volts);
            return new Complex_F64(size * powerFactor, -size * Math.sqrt(1 - powerFactor * powerFactor));
        }
    }

    /** What can be wrong with a circuit, the more dangerous before the less. */
    public enum Trouble implements Worded {
        /** The ground wire and the frames carry the neutral's current, and no voltage shows it. */
        LOST_NEUTRAL_HIDDEN("lost-neutral-hidden"),
        /** Part of the neutral's current returns over the ground wire and the frames. */
        TWO_BONDS("two-bonds"),
        /** The legs share 240 V by their loads. */
        LOST_NEUTRAL("lost-neutral"),
        /** A fault to a frame trips nothing. */
        NO_BOND("no-bond"),
        /** A fault to a frame on the far side of the bond trips nothing. */
        OPEN_GROUND("open-ground"),
        LOOSE_NEUTRAL("loose-neutral"),
        LEG_MISSING("leg-missing"),
        /** The legs add up on a shared neutral. */
        LEGS_TIED("legs-tied"),
        NONE("none");

        private final String word;

        Trouble(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /** Of several troubles the most dangerous. */
    public Trouble worstTrouble() {
        boolean two = bonds.generator && bonds.panel;
        if (two) {
            return faults.openNeutral ? Trouble.LOST_NEUTRAL_HIDDEN : Trouble.TWO_BONDS;
        }
        if (faults.openNeutral) {
            return Trouble.LOST_NEUTRAL;
        }
        if (!bonds.generator && !bonds.panel) {
            return Trouble.NO_BOND;
        }
        if (faults.openGround) {
            return Trouble.OPEN_GROUND;
        }
        if (faults.looseNeutralOhms > 0) {
            return Trouble.LOOSE_NEUTRAL;
        }
        if (faults.openL1 || faults.openL2) {
            return Trouble.LEG_MISSING;
        }
        return faults.tiedLegs ? Trouble.LEGS_TIED : Trouble.NONE;
    }

    /** What a load gets. */
    public record Served(@Nullable Double volts, double watts) {}

    /**
     * Rms magnitudes at the panel; a voltage is null when its two points are not connected by any path.
     *
     * @param l1Amps in the hot conductor of L1
     * @param neutralAmps in the neutral conductor
     * @param groundAmps in the ground conductor
     * @param frameVolts from the set's frame to the panel's ground
     * @param neutralToGroundVolts at the panel
     * @param atSource what a meter shows at the source's own terminals
     * @param loads in the order given
     */
    @RecordBuilder
    public record Solution(
            @Nullable Double l1n,
            @Nullable Double l2n,
            @Nullable Double l1l2,
            double l1Amps,
            double l2Amps,
            double neutralAmps,
            double groundAmps,
            @Nullable Double frameVolts,
            @Nullable Double neutralToGroundVolts,
            AtSource atSource,
            List<Served> loads) {}

    /** Volts between the terminals of the source, rms. */
    public record AtSource(double l1n, double l2n, double l1l2) {}

    /** Solves it by node voltages. */
    public Solution solve() {
        return new Nodes(this).solve();
    }

    /** The points of the circuit. With tied legs the set's two hot terminals are one point. */
    private enum Node {
        SET_L1,
        SET_L2,
        SET_NEUTRAL,
        FRAME,
        PANEL_L1,
        PANEL_L2,
        PANEL_NEUTRAL,
        PANEL_GROUND
    }

    /**
     * Kirchhoff's current law at each node: the matrix of admittances times the node voltages is the current that the
     * windings, as current sources beside their resistance, push in. Each part of the circuit that hangs together has one
     * node at zero volts: the panel's ground where it belongs to it.
     */
    private static final class Nodes {
        private static final int COUNT = Node.values().length;

        private final Network network;
        private final ZMatrixRMaj admittances = new ZMatrixRMaj(COUNT, COUNT);
        private final ZMatrixRMaj currents = new ZMatrixRMaj(COUNT, 1);
        private final ZMatrixRMaj volts = new ZMatrixRMaj(COUNT, 1);
        private final int[] island = new int[COUNT];

        Nodes(Network network) {
            this.network = network;
            for (int i = 0; i < COUNT; i++) {
                island[i] = i;
            }
        }

        Solution solve() {
            build();
            groundEachIsland();
            if (!CommonOps_ZDRM.solve(admittances, currents, volts)) {
                throw new IllegalStateException("the circuit has no solution: " + network);
            }
            Faults faults = network.faults;
            List<Served> served = new ArrayList<>();
            for (Load load : network.loads) {
                Double across = between(one(load), other(load));
                Complex_F64 y = load.admittance();
                served.add(new Served(across, across == null ? 0 : across * across * y.real));
            }
            return NetworkSolutionBuilder.builder()
                    .l1n(between(Node.PANEL_L1, Node.PANEL_NEUTRAL))
                    .l2n(between(Node.PANEL_L2, Node.PANEL_NEUTRAL))
                    .l1l2(between(Node.PANEL_L1, Node.PANEL_L2))
                    .l1Amps(faults.openL1 ? 0 : amps(setHot(Node.SET_L1), Node.PANEL_L1, network.cord.hotOhms))
                    .l2Amps(faults.openL2 ? 0 : amps(setHot(Node.SET_L2), Node.PANEL_L2, network.cord.hotOhms))
                    .neutralAmps(faults.openNeutral ? 0 : amps(Node.SET_NEUTRAL, Node.PANEL_NEUTRAL, neutralOhms()))
                    .groundAmps(faults.openGround ? 0 : amps(Node.FRAME, Node.PANEL_GROUND, network.cord.groundOhms))
                    .frameVolts(between(Node.FRAME, Node.PANEL_GROUND))
                    .neutralToGroundVolts(between(Node.PANEL_NEUTRAL, Node.PANEL_GROUND))
                    .atSource(new AtSource(
                            orZero(between(Node.SET_L1, Node.SET_NEUTRAL)),
                            orZero(between(setHot(Node.SET_L2), Node.SET_NEUTRAL)),
                            orZero(between(Node.SET_L1, setHot(Node.SET_L2)))))
                    .loads(List.copyOf(served))
                    .build();
        }

        private void build() {
            Source source = network.source;
            Faults faults = network.faults;
            winding(Node.SET_NEUTRAL, Node.SET_L1, source.l1Volts, source.ohms);
            if (!faults.tiedLegs) {
                winding(Node.SET_L2, Node.SET_NEUTRAL, source.l2Volts, source.ohms);
            }
            if (!faults.openL1) {
                wire(setHot(Node.SET_L1), Node.PANEL_L1, network.cord.hotOhms);
            }
            if (!faults.openL2) {
                wire(setHot(Node.SET_L2), Node.PANEL_L2, network.cord.hotOhms);
            }
            if (!faults.openNeutral) {
                wire(Node.SET_NEUTRAL, Node.PANEL_NEUTRAL, neutralOhms());
            }
            if (!faults.openGround) {
                wire(Node.FRAME, Node.PANEL_GROUND, network.cord.groundOhms);
            }
            if (network.bonds.generator) {
                wire(Node.SET_NEUTRAL, Node.FRAME, BOND_OHMS);
            }
            if (network.bonds.panel) {
                wire(Node.PANEL_NEUTRAL, Node.PANEL_GROUND, BOND_OHMS);
            }
            for (Load load : network.loads) {
                join(one(load), other(load), load.admittance());
            }
        }

        private Node setHot(Node node) {
            return network.faults.tiedLegs ? Node.SET_L1 : node;
        }

        private double neutralOhms() {
            return network.cord.neutralOhms + network.faults.looseNeutralOhms;
        }

        private static Node one(Load load) {
            return load.between == Between.L2_N ? Node.PANEL_L2 : Node.PANEL_L1;
        }

        private static Node other(Load load) {
            return load.between == Between.L1_L2 ? Node.PANEL_L2 : Node.PANEL_NEUTRAL;
        }

        /** Its current leaves at {@code to}. */
        private void winding(Node from, Node to, double emf, double ohms) {
            wire(from, to, ohms);
            add(currents, to.ordinal(), 0, emf / ohms, 0);
            add(currents, from.ordinal(), 0, -emf / ohms, 0);
        }

        private void wire(Node one, Node other, double ohms) {
            join(one, other, new Complex_F64(1 / ohms, 0));
        }

        private void join(Node one, Node other, Complex_F64 y) {
            int i = one.ordinal();
            int j = other.ordinal();
            add(admittances, i, i, y.real, y.imaginary);
            add(admittances, j, j, y.real, y.imaginary);
            add(admittances, i, j, -y.real, -y.imaginary);
            add(admittances, j, i, -y.real, -y.imaginary);
            int kept = Math.max(island[i], island[j]);
            int merged = Math.min(island[i], island[j]);
            for (int k = 0; k < COUNT; k++) {
                island[k] = island[k] == merged ? kept : island[k];
            }
        }

        /** An island is named after its last node, so that the panel's ground is the zero of its own. */
        private void groundEachIsland() {
            for (int i = 0; i < COUNT; i++) {
                if (island[i] == i) {
                    for (int k = 0; k < COUNT; k++) {
                        admittances.set(i, k, k == i ? 1 : 0, 0);
                    }
                    currents.set(i, 0, 0, 0);
                }
            }
        }

        private @Nullable Double between(Node one, Node other) {
            if (island[one.ordinal()] != island[other.ordinal()]) {
                return null;
            }
            return Math.hypot(
                    volts.getReal(one.ordinal(), 0) - volts.getReal(other.ordinal(), 0),
                    volts.getImag(one.ordinal(), 0) - volts.getImag(other.ordinal(), 0));
        }

        private static double orZero(@Nullable Double volts) {
            return volts == null ? 0 : volts;
        }

        private double amps(Node one, Node other, double ohms) {
            Double across = between(one, other);
            return across == null ? 0 : across / ohms;
        }

        private static void add(ZMatrixRMaj matrix, int row, int column, double real, double imaginary) {
            matrix.set(row, column, matrix.getReal(row, column) + real, matrix.getImag(row, column) + imaginary);
        }
    }
}
