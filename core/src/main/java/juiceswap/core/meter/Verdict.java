package juiceswap.core.meter;

import juiceswap.core.Worded;

/** How a reading is judged, mildest first. */
public enum Verdict implements Worded {
    GOOD("good"),
    WATCH("watch"),
    STOP("stop");

    private final String word;

    Verdict(String word) {
        this.word = word;
    }

    @Override
    public String word() {
        return word;
    }

    /** The worse of the two. */
    public Verdict worse(Verdict other) {
        return compareTo(other) >= 0 ? this : other;
    }

    /** How volts between a leg and neutral (nominal 120 V) stand: 114 to 126 good, 108 to 128 watch. */
    public static Verdict ofLegVolts(double volts) {
        return band(volts, 114, 126, 108, 128);
    }

    /** How volts between the legs (nominal 240 V) stand: 228 to 252 good, 216 to 256 watch. */
    public static Verdict ofLineVolts(double volts) {
        return band(volts, 228, 252, 216, 256);
    }

    /** How hertz (nominal 60) stand: 59 to 61.5 good (62.5 unloaded), 57 to 63 watch. */
    public static Verdict ofHertz(double hertz, boolean loaded) {
        return band(hertz, 59, loaded ? 61.5 : 62.5, 57, 63);
    }

    /** How volts between neutral and ground stand: up to 2 good, up to 5 watch. */
    public static Verdict ofNeutralToGround(double volts) {
        return band(volts, 0, 2, 0, 5);
    }

    private static Verdict band(double value, double goodLow, double goodHigh, double watchLow, double watchHigh) {
        if (value >= goodLow && value <= goodHigh) {
            return GOOD;
        }
        return value >= watchLow && value <= watchHigh ? WATCH : STOP;
    }
}
