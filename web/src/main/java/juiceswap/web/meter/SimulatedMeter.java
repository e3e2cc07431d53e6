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
import juiceswap.core.rehearsal.World;
import org.jspecify.annotations.Nullable;

/**
 * The stand-in for a multimeter: it shows what the household's own circuit gives in the world in which people rehearse,
 * sound or with a fault, so that what it shows agrees with what is switched on.
 */
public final class SimulatedMeter {
    /** The world's engine runs at 62 Hz without a load; usual ones are set for 61.5, so that a light load is not too fast. */
    private static final double TRIMMED_LOWER = 0.5;

    private static final double UTILITY_HERTZ = 60;

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

    /** The circuit as it stands in that world, with the fault in the generator's part of it, solved; null when dark. */
    static @Nullable Solution solved(World world, @Nullable CircuitFault fault) {
        Network sound = world.network();
        if (sound == null) {
            return null;
        }
        return (fault == null || !world.generatorFeeds() ? sound : fault.in(sound)).solve();
    }

    /** Hertz in that world, of a set whose governor is trimmed a little lower than the least that is still sound. */
    static double hertz(World world) {
        return world.generatorFeeds() ? world.hertz() - TRIMMED_LOWER : UTILITY_HERTZ;
    }

    /** The fields of the form as the meter would fill them; what floats is left empty. */
    static Map<String, String> read(World world, @Nullable CircuitFault fault) {
        Map<String, String> fields = new LinkedHashMap<>();
        Solution solved = solved(world, fault);
        if (solved == null) {
            return fields;
        }
        put(fields, "l1n", solved.l1n(), "%.0f");
        put(fields, "l1a", solved.l1Amps(), "%.1f");
        if (world.changeover().source().splitPhase()) {
            put(fields, "l2n", solved.l2n(), "%.0f");
            put(fields, "l1l2", solved.l1l2(), "%.0f");
            put(fields, "l2a", solved.l2Amps(), "%.1f");
        }
        put(fields, "hz", hertz(world), "%.1f");
        put(fields, "ng", solved.neutralToGroundVolts(), "%.1f");
        return fields;
    }

    private static void put(Map<String, String> fields, String name, @Nullable Double value, String format) {
        if (value != null) {
            fields.put(name, String.format(Locale.ENGLISH, format, value));
        }
    }
}
