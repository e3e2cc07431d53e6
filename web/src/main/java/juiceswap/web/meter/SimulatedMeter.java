package juiceswap.web.meter;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import juiceswap.core.electrical.Network.Faults;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.meter.HouseCircuit;
import org.jspecify.annotations.Nullable;

/**
 * The stand-in for a multimeter: it shows what the household's own circuit would give, sound or with a fault, so that what
 * it shows agrees with what is switched on.
 */
final class SimulatedMeter {
    private static final double LOOSE_OHMS = 3;

    private SimulatedMeter() {}

    /** What can be simulated. */
    enum Fault {
        NONE("all sound", Faults.NONE),
        LOST_NEUTRAL("neutral lost", new Faults(true, false, false, false, 0, false)),
        LOOSE_NEUTRAL("neutral loose", new Faults(false, false, false, false, LOOSE_OHMS, false)),
        LOST_L1("L1 lost", new Faults(false, false, true, false, 0, false)),
        LOST_L2("L2 lost", new Faults(false, false, false, true, 0, false)),
        TIED_LEGS("legs tied", new Faults(false, false, false, false, 0, true));

        private final String label;
        private final Faults faults;

        Fault(String label, Faults faults) {
            this.label = label;
            this.faults = faults;
        }

        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        public String label() {
            return label;
        }

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
    static Map<String, String> read(HouseCircuit circuit, Fault fault) {
        Solution solved = circuit.with(fault.faults).solve();
        Map<String, String> fields = new LinkedHashMap<>();
        put(fields, "l1n", solved.l1n(), "%.0f");
        if (circuit.setup().generator().splitPhase()) {
            put(fields, "l2n", solved.l2n(), "%.0f");
            put(fields, "l1l2", solved.l1l2(), "%.0f");
        }
        put(fields, "hz", circuit.hertz(), "%.1f");
        put(fields, "ng", solved.neutralToGroundVolts(), "%.1f");
        return fields;
    }

    private static void put(Map<String, String> fields, String name, @Nullable Double value, String format) {
        if (value != null) {
            fields.put(name, String.format(Locale.ENGLISH, format, value));
        }
    }
}
