package juiceswap.core.electrical;

import java.util.Arrays;
import java.util.Optional;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import org.jspecify.annotations.Nullable;

/**
 * Volts lost along a cord, there and back.
 *
 * @param dropVolts amps × ohms per metre × length × 2
 * @param percent of the volts at the beginning
 * @param endVolts what is left at the far end
 * @param ampacity amps the cord carries by its wire and its ends, null where neither tells
 */
public record VoltageDrop(
        double dropVolts,
        double percent,
        double endVolts,
        Grade grade,
        double amps,
        @Nullable Double ampacity) {

    /** Usual practice: up to 3 % nobody notices, above 5 % motors run hot and may not start. */
    public enum Grade implements Worded {
        GOOD("good"),
        WATCH("watch"),
        STOP("stop");

        private final String word;

        Grade(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    private static final double GOOD_PERCENT = 3;
    private static final double WATCH_PERCENT = 5;

    /**
     * @param volts at the beginning, above 0
     * @param amps 0 or more
     * @param lengthM one way, 0 or more metres
     * @param plugAmps rating of the cord's ends, above 0, or null
     */
    public static VoltageDrop of(double volts, double amps, Conductor wire, double lengthM, @Nullable Double plugAmps) {
        InvalidInput.positive("/volts", volts);
        InvalidInput.notNegative("/amps", amps);
        InvalidInput.notNegative("/lengthM", lengthM);
        if (plugAmps != null) {
            InvalidInput.positive("/plugAmps", plugAmps);
        }
        double drop = amps * wire.ohmsPerMetre() * lengthM * 2;
        double percent = 100 * drop / volts;
        Grade grade = percent <= GOOD_PERCENT ? Grade.GOOD : percent <= WATCH_PERCENT ? Grade.WATCH : Grade.STOP;
        return new VoltageDrop(drop, percent, volts - drop, grade, amps, ampacity(wire, plugAmps));
    }

    /** Whether more flows than the cord carries; null where its ampacity is not known. */
    public @Nullable Boolean overAmpacity() {
        return ampacity == null ? null : amps > ampacity;
    }

    /** The thinnest cord that carries {@code amps} over {@code lengthM} metres with at most 3 % lost. */
    public static Optional<Conductor> thinnestGood(double volts, double amps, double lengthM) {
        return Arrays.stream(Conductor.values())
                .filter(wire -> wire.cordAmpacity() != null && amps <= wire.cordAmpacity())
                .filter(wire -> of(volts, amps, wire, lengthM, null).grade() == Grade.GOOD)
                .findFirst();
    }

    /**
     * Amps that a cord carries by its wire and its ends; null where neither tells.
     *
     * @param wire null where its gauge is not known
     * @param plugAmps rating of its ends, or null
     */
    public static @Nullable Double ampacity(@Nullable Conductor wire, @Nullable Double plugAmps) {
        Double byWire = wire == null ? null : wire.cordAmpacity();
        if (byWire == null || plugAmps == null) {
            return byWire == null ? plugAmps : byWire;
        }
        return Math.min(byWire, plugAmps);
    }
}
