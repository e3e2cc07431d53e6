package juiceswap.core.supply;

import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * One link of the path from the generator to the panel.
 *
 * @param amps as labelled, above 0
 * @param awg wire gauge, such as "10" or "1/0", or null
 * @param lengthM metres, 0 or more, or null
 * @param plugAmps rating of a cord's ends, above 0, or null
 */
public record Link(
        Kind kind,
        double amps,
        @Nullable String awg,
        @Nullable Double lengthM,
        @Nullable Double plugAmps) {

    /** What the link is. */
    public enum Kind {
        OUTPUT_BREAKER("outputBreaker"),
        RECEPTACLE("receptacle"),
        CORD("cord"),
        INLET("inlet"),
        FEEDER("feeder"),
        INPUT_BREAKER("inputBreaker"),
        TRANSFER("transfer");

        private final String word;

        Kind(String word) {
            this.word = word;
        }

        public String word() {
            return word;
        }

        public static Optional<Kind> of(String word) {
            return Arrays.stream(values())
                    .filter(kind -> kind.word.equals(word))
                    .findFirst();
        }

        /** Opens by itself on too much current. */
        public boolean isBreaker() {
            return this == OUTPUT_BREAKER || this == INPUT_BREAKER;
        }

        /** Relies on a breaker before it. */
        public boolean needsProtection() {
            return this == CORD || this == INLET || this == FEEDER;
        }
    }

    /** Copper gauges that are known, thin to thick. */
    private static final java.util.Set<String> GAUGES =
            java.util.Set.of("18", "16", "14", "12", "10", "8", "6", "4", "3", "2", "1", "1/0", "2/0");

    /** Ampacity of flexible cord by gauge (usual code table for two or three loaded conductors). */
    private static final Map<String, Double> CORD_AMPACITY = Map.of(
            "18", 10.0, "16", 13.0, "14", 18.0, "12", 25.0, "10", 30.0, "8", 40.0, "6", 55.0, "4", 70.0, "2", 95.0);

    public Link {
        InvalidInput.positive("/amps", amps);
        InvalidInput.unless(awg == null || GAUGES.contains(awg), "/awg", "must be a gauge from 18 to 2/0");
        if (lengthM != null) {
            InvalidInput.notNegative("/lengthM", lengthM);
        }
        if (plugAmps != null) {
            InvalidInput.positive("/plugAmps", plugAmps);
        }
    }

    /**
     * Amps it really carries: a cord no more than its wire and its ends, whatever the label says; anything else as
     * labelled.
     */
    public double carriesAmps() {
        if (kind != Kind.CORD) {
            return amps;
        }
        double byWire = awg == null ? amps : CORD_AMPACITY.getOrDefault(awg, amps);
        double byEnds = plugAmps == null ? amps : plugAmps;
        return Math.min(amps, Math.min(byWire, byEnds));
    }
}
