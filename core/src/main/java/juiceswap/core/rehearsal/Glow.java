package juiceswap.core.rehearsal;

import juiceswap.core.Worded;
import juiceswap.core.meter.Verdict;
import juiceswap.core.supply.Limits;
import org.jspecify.annotations.Nullable;

/** How a lamp on a leg looks: what somebody in the house sees of its voltage without a meter. */
public enum Glow implements Worded {
    OFF("off"),
    DIM("dim"),
    RIGHT("right"),
    BRIGHT("bright");

    /** Below so many volts nobody sees a lamp glow: our own figure. */
    private static final double DARK_VOLTS = 40;

    private final String word;

    Glow(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /**
     * Of a lamp for 120 V.
     *
     * @param volts between its leg and neutral; null where nothing comes
     */
    public static Glow of(@Nullable Double volts) {
        if (volts == null || volts < DARK_VOLTS) {
            return OFF;
        }
        if (Verdict.ofLegVolts(volts) == Verdict.GOOD) {
            return RIGHT;
        }
        return volts < Limits.LEG_VOLTS ? DIM : BRIGHT;
    }
}
