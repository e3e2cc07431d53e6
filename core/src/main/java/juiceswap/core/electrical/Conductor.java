package juiceswap.core.electrical;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * A copper wire by its American gauge, thin to thick.
 *
 * <p>Resistances are those of uncoated stranded copper at 75 °C, in ohms per 1000 ft, as usual wiring codes print them.
 * Ampacities are those of flexible cord with two or three loaded conductors, gauges that cords are not made in have none;
 * and those of cable in a house at 60 °C with the breaker limits of the small gauges, as usual wiring codes print them.
 */
public enum Conductor {
    AWG_18("18", 7.95, 10.0, null),
    AWG_16("16", 4.99, 13.0, null),
    AWG_14("14", 3.14, 18.0, 15.0),
    AWG_12("12", 1.98, 25.0, 20.0),
    AWG_10("10", 1.24, 30.0, 30.0),
    AWG_8("8", 0.778, 40.0, 40.0),
    AWG_6("6", 0.491, 55.0, 55.0),
    AWG_4("4", 0.308, 70.0, 70.0),
    AWG_3("3", 0.245, null, 85.0),
    AWG_2("2", 0.194, 95.0, 95.0),
    AWG_1("1", 0.154, null, 110.0),
    AWG_1_0("1/0", 0.122, null, 125.0),
    AWG_2_0("2/0", 0.0967, null, 145.0);

    private static final double METRES_PER_1000_FT = 304.8;

    private final String gauge;
    private final double ohmsPer1000Ft;
    private final @Nullable Double cordAmpacity;
    private final @Nullable Double houseAmpacity;

    Conductor(String gauge, double ohmsPer1000Ft, @Nullable Double cordAmpacity, @Nullable Double houseAmpacity) {
        this.gauge = gauge;
        this.ohmsPer1000Ft = ohmsPer1000Ft;
        this.cordAmpacity = cordAmpacity;
        this.houseAmpacity = houseAmpacity;
    }

    /** That gauge as it is printed along a cord, such as 10; empty when it is none of these. */
    public static Optional<Conductor> of(String gauge) {
        return Arrays.stream(values())
                .filter(conductor -> conductor.gauge.equals(gauge))
                .findFirst();
    }

    /** All gauges as written, thin to thick. */
    public static List<String> gauges() {
        return Arrays.stream(values()).map(Conductor::gauge).toList();
    }

    /** As written, such as {@code "10"} or {@code "1/0"}. */
    public String gauge() {
        return gauge;
    }

    /** Ohms of one conductor a metre long, at 75 °C. */
    public double ohmsPerMetre() {
        return ohmsPer1000Ft / METRES_PER_1000_FT;
    }

    /** Amps a flexible cord of this gauge carries; null where cords are not made in it. */
    public @Nullable Double cordAmpacity() {
        return cordAmpacity;
    }

    /** Amps the wire carries as cable in a house; null where it is not used for that. */
    public @Nullable Double houseAmpacity() {
        return houseAmpacity;
    }
}
