package juiceswap.core.house;

import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.TreeMap;
import juiceswap.core.InvalidInput;
import org.jspecify.annotations.Nullable;

/**
 * What is known of one unit of a load, in any of the ways a nameplate or a meter tells it. Several may be given; the
 * most direct one counts. Figures from horsepower, code letter or locked-rotor amps are volt-amperes, which is the safe
 * side for the set that must carry them.
 *
 * @param runningWatts watts while running, above 0
 * @param startingWatts watts in the moment of starting, above 0
 * @param amps running amps at the load's volts, above 0
 * @param horsepower motor power, above 0 to 5 hp
 * @param codeLetter locked-rotor kVA per horsepower as a letter, A to V without I, O, Q
 * @param lockedRotorAmps amps at standstill, above 0
 * @param motor starts like a motor though not given in horsepower
 */
public record Nameplate(
        @Nullable Double runningWatts,
        @Nullable Double startingWatts,
        @Nullable Double amps,
        @Nullable Double horsepower,
        @Nullable String codeLetter,
        @Nullable Double lockedRotorAmps,
        boolean motor) {

    /** Rule of thumb where nothing better is known: a motor starts with three times its running watts. */
    private static final double MOTOR_START_FACTOR = 3;

    /** Full-load amperes of single-phase motors at 115 V by horsepower (the usual wiring-code table). */
    private static final NavigableMap<Double, Double> FULL_LOAD_AMPS_AT_115_V = new TreeMap<>(Map.ofEntries(
            Map.entry(1 / 6.0, 4.4),
            Map.entry(1 / 4.0, 5.8),
            Map.entry(1 / 3.0, 7.2),
            Map.entry(1 / 2.0, 9.8),
            Map.entry(3 / 4.0, 13.8),
            Map.entry(1.0, 16.0),
            Map.entry(1.5, 20.0),
            Map.entry(2.0, 24.0),
            Map.entry(3.0, 34.0),
            Map.entry(5.0, 56.0)));

    /** Upper end of each code letter's band, kVA per horsepower; V is open-ended and taken as 25. */
    private static final Map<String, Double> KVA_PER_HORSEPOWER = Map.ofEntries(
            Map.entry("A", 3.14),
            Map.entry("B", 3.54),
            Map.entry("C", 3.99),
            Map.entry("D", 4.49),
            Map.entry("E", 4.99),
            Map.entry("F", 5.59),
            Map.entry("G", 6.29),
            Map.entry("H", 7.09),
            Map.entry("J", 7.99),
            Map.entry("K", 8.99),
            Map.entry("L", 9.99),
            Map.entry("M", 11.19),
            Map.entry("N", 12.49),
            Map.entry("P", 13.99),
            Map.entry("R", 15.99),
            Map.entry("S", 17.99),
            Map.entry("T", 19.99),
            Map.entry("U", 22.39),
            Map.entry("V", 25.0));

    public Nameplate {
        requirePositive("/runningWatts", runningWatts);
        requirePositive("/startingWatts", startingWatts);
        requirePositive("/amps", amps);
        requirePositive("/horsepower", horsepower);
        requirePositive("/lockedRotorAmps", lockedRotorAmps);
        InvalidInput.unless(
                runningWatts != null || amps != null || horsepower != null, "/runningWatts", "invalid.no-watts");
        InvalidInput.unless(horsepower == null || horsepower <= 5, "/horsepower", "invalid.horsepower");
        InvalidInput.unless(
                codeLetter == null || KVA_PER_HORSEPOWER.containsKey(codeLetter), "/codeLetter", "invalid.code-letter");
    }

    /** A load of which only watts are known. */
    public static Nameplate ofWatts(double runningWatts, double startingWatts) {
        return new Nameplate(runningWatts, startingWatts, null, null, null, null, false);
    }

    /** Running watts of one unit at {@code volts}: watts, else amps × volts, else the motor table. */
    public double unitRunningWatts(int volts) {
        if (runningWatts != null) {
            return runningWatts;
        }
        return amps != null ? amps * volts : wattsOfMotor();
    }

    /**
     * Starting watts of one unit at {@code volts}: watts, else locked-rotor amps × volts, else code letter, else three
     * times running for a motor, else running; never below running.
     */
    public double unitStartingWatts(int volts) {
        return Math.max(unitRunningWatts(volts), startAsGiven(volts));
    }

    private double startAsGiven(int volts) {
        if (startingWatts != null) {
            return startingWatts;
        }
        if (lockedRotorAmps != null) {
            return lockedRotorAmps * volts;
        }
        if (horsepower != null && codeLetter != null) {
            return horsepower * Objects.requireNonNull(KVA_PER_HORSEPOWER.get(codeLetter)) * 1000;
        }
        boolean givenInHorsepower = runningWatts == null && amps == null;
        return unitRunningWatts(volts) * (motor || givenInHorsepower ? MOTOR_START_FACTOR : 1);
    }

    private double wattsOfMotor() {
        double hp = Objects.requireNonNull(horsepower);
        Map.Entry<Double, Double> below = FULL_LOAD_AMPS_AT_115_V.floorEntry(hp);
        Map.Entry<Double, Double> above = FULL_LOAD_AMPS_AT_115_V.ceilingEntry(hp);
        if (below == null) {
            return above.getValue() * hp / above.getKey() * 115;
        }
        double span = above.getKey() - below.getKey();
        double share = span == 0 ? 0 : (hp - below.getKey()) / span;
        return (below.getValue() + share * (above.getValue() - below.getValue())) * 115;
    }

    private static void requirePositive(String field, @Nullable Double value) {
        if (value != null) {
            InvalidInput.positive(field, value);
        }
    }
}
