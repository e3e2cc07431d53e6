package juiceswap.core.house;

import java.util.Collection;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;

/**
 * A figure and how far off it may be.
 *
 * @param low not above {@code value}
 * @param high not below {@code value}
 */
public record Estimate(double low, double value, double high) {
    /** Nothing at all, known for certain: where a sum begins. */
    public static final Estimate NOTHING = new Estimate(0, 0, 0);

    /** How a household knows a load, with the error that is usual for it (our own judgement of each way). */
    public enum Known implements Worded {
        /** From a list or from memory: a third either way. */
        GUESSED("guessed", 0.35),
        /** From the label, which tells the most it may draw: a fifth either way. */
        NAMEPLATE("nameplate", 0.2),
        /** With a clamp meter: two readings of an ordinary meter. */
        MEASURED("measured", 0.05);

        private final String word;

        private final double error;

        Known(String word, double error) {
            this.word = word;
            this.error = error;
        }

        @Override
        public String word() {
            return word;
        }

        /** The one that is written so in JSON; it must be one of them. */
        public static Known of(String word) {
            return Worded.of(Known.class, word);
        }

        /** {@code value} with the error that this way of knowing has. */
        public Estimate around(double value) {
            return new Estimate(value * (1 - error), value, value * (1 + error));
        }
    }

    public Estimate {
        InvalidInput.unless(low <= value, "/low", "invalid.low-above-value");
        InvalidInput.unless(high >= value, "/high", "invalid.high-below-value");
    }

    /** The larger of the two errors. */
    public double plusMinus() {
        return Math.max(high - value, value - low);
    }

    /** The sum of independent figures: values add, errors add as the root of their squares. */
    public static Estimate sum(Collection<Estimate> parts) {
        double value = 0;
        double below = 0;
        double above = 0;
        for (Estimate part : parts) {
            value += part.value;
            below += (part.value - part.low) * (part.value - part.low);
            above += (part.high - part.value) * (part.high - part.value);
        }
        return new Estimate(value - Math.sqrt(below), value, value + Math.sqrt(above));
    }
}
