package juiceswap.web.meter;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;
import juiceswap.core.Worded;
import juiceswap.core.electrical.CircuitFault;
import juiceswap.core.electrical.Network;
import juiceswap.core.electrical.Network.Solution;
import juiceswap.core.meter.HouseCircuit;
import org.jspecify.annotations.Nullable;

/**
 * The stand-in for a multimeter: it shows what the household's own circuit would give, sound or with a fault, so that what
 * it shows agrees with what is switched on.
 */
public final class SimulatedMeter {
    private SimulatedMeter() {}

    /** The word for a circuit that is sound. */
    static final String SOUND = "none";

    /** The words of what can be simulated, a sound circuit first. */
    static List<String> choices() {
        return Stream.concat(
                        Stream.of(SOUND),
                        Arrays.stream(CircuitFault.values())
                                // a voltmeter shows nothing of it
                                .filter(fault -> fault != CircuitFault.BROKEN_GROUND)
                                .map(CircuitFault::word))
                .toList();
    }

    static String word(@Nullable CircuitFault fault) {
        return fault == null ? SOUND : fault.word();
    }

    /** The fault of that word; null for sound, and when the word is none of these. */
    static @Nullable CircuitFault fault(String word) {
        return Worded.find(CircuitFault.class, word).orElse(null);
    }

    /** The house's circuit with that fault in it, solved. */
    static Solution solved(HouseCircuit house, @Nullable CircuitFault fault) {
        Network sound = house.healthy();
        return (fault == null ? sound : fault.in(sound)).solve();
    }

    /** The fields of the form as the meter would fill them; what floats is left empty. */
    static Map<String, String> read(HouseCircuit house, @Nullable CircuitFault fault) {
        Solution solved = solved(house, fault);
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
