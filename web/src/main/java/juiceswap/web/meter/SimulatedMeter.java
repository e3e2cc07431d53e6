package juiceswap.web.meter;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Bonds;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.meter.HouseCircuit;
import org.jspecify.annotations.Nullable;

/**
 * The stand-in for a multimeter: it shows what the household's own circuit would give, sound or with a fault, so that what
 * it shows agrees with what is switched on.
 */
public final class SimulatedMeter {
    private static final double LOOSE_OHMS = 3;
    private static final double LONG_CORD_TIMES = 6;

    private SimulatedMeter() {}

    /** What can be simulated. */
    public enum Fault {
        NONE("all sound", HouseCircuit::healthy),
        LOST_NEUTRAL("neutral lost", house -> house.with(new Faults(true, false, false, false, 0, false))),
        LOOSE_NEUTRAL("neutral loose", house -> house.with(new Faults(false, false, false, false, LOOSE_OHMS, false))),
        LOST_L1("L1 lost", house -> house.with(new Faults(false, false, true, false, 0, false))),
        LOST_L2("L2 lost", house -> house.with(new Faults(false, false, false, true, 0, false))),
        TIED_LEGS("legs tied", house -> house.with(new Faults(false, false, false, false, 0, true))),
        TWO_BONDS("two bonds", house -> house.healthy().withBonds(new Bonds(true, true))),
        NO_BOND("no bond", house -> house.healthy().withBonds(new Bonds(false, false))),
        LONG_CORD("long thin cord", house -> house.healthy().withCordTimes(LONG_CORD_TIMES));

        private final String label;
        private final Function<HouseCircuit, Network> circuit;

        Fault(String label, Function<HouseCircuit, Network> circuit) {
            this.label = label;
            this.circuit = circuit;
        }

        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        public String label() {
            return label;
        }

        /** The house's circuit with this fault in it, solved. */
        Solution put(HouseCircuit house) {
            return circuit.apply(house).solve();
        }

        /** Sound when the word is none of these. */
        static Fault of(String word) {
            return Arrays.stream(values())
                    .filter(fault -> fault.word().equals(word))
                    .findFirst()
                    .orElse(NONE);
        }
    }

    static List<Fault> faults() {
        return List.of(Fault.values());
    }

    /** The fields of the form as the meter would fill them; what floats is left empty. */
    static Map<String, String> read(HouseCircuit house, Fault fault) {
        Solution solved = fault.put(house);
        Map<String, String> fields = new LinkedHashMap<>();
        put(fields, "l1n", solved.l1n(), "%.0f");
        put(fields, "l1a", solved.l1Amps(), "%.1f");
        if (house.setup().source().splitPhase()) {
            put(fields, "l2n", solved.l2n(), "%.0f");
            put(fields, "l1l2", solved.l1l2(), "%.0f");
            put(fields, "l2a", solved.l2Amps(), "%.1f");
        }
        put(fields, "hz", house.hertz(), "%.1f");
        put(fields, "ng", solved.neutralToGroundVolts(), "%.1f");
        return fields;
    }

    private static void put(Map<String, String> fields, String name, @Nullable Double value, String format) {
        if (value != null) {
            fields.put(name, String.format(Locale.ENGLISH, format, value));
        }
    }
}
