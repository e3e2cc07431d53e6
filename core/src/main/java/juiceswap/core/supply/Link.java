package juiceswap.core.supply;

import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.electrical.Conductor;
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
    public enum Kind implements Worded {
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

        @Override
        public String word() {
            return word;
        }

        /** The one that is written so in JSON; empty when there is none. */
        public static Optional<Kind> of(String word) {
            return Worded.find(Kind.class, word);
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

    public Link {
        InvalidInput.positive("/amps", amps);
        InvalidInput.unless(awg == null || Conductor.of(awg).isPresent(), "/awg", "invalid.gauge");
        if (lengthM != null) {
            InvalidInput.notNegative("/lengthM", lengthM);
        }
        if (plugAmps != null) {
            InvalidInput.positive("/plugAmps", plugAmps);
        }
    }

    /** House wiring that is thinner than what it is said to carry; never of other links, and not where its gauge is unknown. */
    public boolean wireTooThin() {
        if (kind != Kind.FEEDER || awg == null) {
            return false;
        }
        Double carries = Conductor.of(awg).orElseThrow().houseAmpacity();
        return carries == null || carries < amps;
    }

    /**
     * Amps it really carries: a cord no more than its wire and its ends, whatever the label says; anything else as
     * labelled.
     */
    public double carriesAmps() {
        if (kind != Kind.CORD) {
            return amps;
        }
        Double ampacity = awg == null ? null : Conductor.of(awg).orElseThrow().cordAmpacity();
        double byWire = ampacity == null ? amps : ampacity;
        double byEnds = plugAmps == null ? amps : plugAmps;
        return Math.min(amps, Math.min(byWire, byEnds));
    }
}
