package juiceswap.core.meter;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.stream.DoubleStream;
import juiceswap.core.house.Leg;
import org.jspecify.annotations.Nullable;

/**
 * Volts and hertz turned into a verdict and a cause.
 *
 * @param causes most serious first
 * @param measureNext names of the readings that would tell more: l1n, l2n, l1l2, hz, ng
 */
public record VoltageJudgement(Verdict verdict, List<VoltageCause> causes, List<String> measureNext) {
    /** Legs below this carry no supply. */
    public static final double NO_SUPPLY_VOLTS = 10;

    /**
     * Under load the legs are so far apart that the load must come off and both be read again before anything else is
     * switched on: still apart is an open neutral, together again was a heavy load at the end of a long cord.
     */
    public static boolean mustReadUnloaded(boolean loaded, Readings readings) {
        return loaded
                && readings.l1n() != null
                && readings.l2n() != null
                && Math.abs(readings.l1n() - readings.l2n()) >= 9;
    }

    private record Cause(VoltageCause code, Verdict seriousness) {}

    /**
     * Judges readings. Leg voltages need not be in line when power factors differ: between |l1n − l2n| and l1n + l2n is
     * all that physics promises for l1l2.
     *
     * @param splitPhase 120/240 V is expected; else only the leg that is fed, hz and ng count
     * @param atPanel read in the house, else at the set
     * @param loaded something draws current while it is read
     */
    public static VoltageJudgement of(boolean splitPhase, boolean atPanel, boolean loaded, Readings given) {
        return of(splitPhase, Leg.L1, atPanel, loaded, given);
    }

    /**
     * The same where a 120 V set may feed the other leg.
     *
     * @param fedLeg the leg that a 120 V set feeds; of a 120/240 V set it means nothing
     */
    public static VoltageJudgement of(boolean splitPhase, Leg fedLeg, boolean atPanel, boolean loaded, Readings given) {
        Readings readings = splitPhase ? given : given.onOneLeg(fedLeg);
        List<Cause> causes = new ArrayList<>();
        Cause wiring = wiringCause(splitPhase, loaded, readings);
        if (wiring != null) {
            causes.add(wiring);
        } else {
            Cause level = levelCause(loaded, readings);
            if (level != null) {
                causes.add(level);
            }
        }
        Cause speed = speedCause(loaded, readings);
        if (speed != null && causes.stream().noneMatch(cause -> cause.code() == speed.code())) {
            causes.add(speed);
        }
        Cause ground = groundCause(readings);
        if (ground != null) {
            causes.add(ground);
        }
        Verdict verdict = causes.stream().map(Cause::seriousness).reduce(worstBand(loaded, readings), Verdict::worse);
        causes.sort(Comparator.comparing(Cause::seriousness).reversed());
        return new VoltageJudgement(
                verdict, causes.stream().map(Cause::code).toList(), measureNext(splitPhase, fedLeg, atPanel, readings));
    }

    /** What points to the wiring between the windings and the probe; the first that fits. */
    private static @Nullable Cause wiringCause(boolean splitPhase, boolean loaded, Readings readings) {
        Double l1 = readings.l1n();
        Double l2 = readings.l2n();
        Double line = readings.l1l2();
        boolean anyLeg = l1 != null || l2 != null;
        if (anyLeg && legs(readings).allMatch(volts -> volts < NO_SUPPLY_VOLTS)) {
            return new Cause(VoltageCause.NO_SUPPLY, Verdict.STOP);
        }
        if (!splitPhase) {
            return null;
        }
        if (l1 != null && l2 != null && line != null) {
            if (line > 1.06 * (l1 + l2) || line < 0.94 * Math.abs(l1 - l2)) {
                return new Cause(VoltageCause.MISREAD, Verdict.WATCH);
            }
            boolean bothWithinWatch = legs(readings).allMatch(v -> Verdict.ofLegVolts(v) != Verdict.STOP);
            if (bothWithinWatch && line < 20) {
                return new Cause(VoltageCause.LEGS_TIED, Verdict.STOP);
            }
        }
        if (legIsLost(readings)) {
            return new Cause(VoltageCause.LOST_LEG, Verdict.STOP);
        }
        if (l1 == null || l2 == null) {
            return null;
        }
        double apart = Math.abs(l1 - l2);
        if (apart >= 12 && Math.max(l1, l2) > 126 || apart >= 9 && !loaded) {
            return new Cause(VoltageCause.OPEN_NEUTRAL, Verdict.STOP);
        }
        if (apart >= 6) {
            return new Cause(VoltageCause.NEUTRAL_SUSPECT, Verdict.WATCH);
        }
        boolean bothGood = legs(readings).allMatch(v -> Verdict.ofLegVolts(v) == Verdict.GOOD);
        if (bothGood && line != null && line >= 190 && line <= 222) {
            return new Cause(VoltageCause.NOT_SPLIT_PHASE, Verdict.STOP);
        }
        return null;
    }

    /** 0 / 240 / 240 is no lost leg: it is a lost neutral with one lamp on. */
    private static boolean legIsLost(Readings readings) {
        Double line = readings.l1l2();
        if (line != null) {
            return line < 150 && legs(readings).anyMatch(volts -> volts >= 100);
        }
        Double l1 = readings.l1n();
        Double l2 = readings.l2n();
        if (l1 == null || l2 == null) {
            return false;
        }
        double low = Math.min(l1, l2);
        double high = Math.max(l1, l2);
        return low < 30 && high >= 100 && high <= 140;
    }

    /** Volts too high or too low on the whole: speed, regulator, overload or a thin cord. */
    private static @Nullable Cause levelCause(boolean loaded, Readings readings) {
        double mean = legs(readings).average().orElse(Double.NaN);
        Double hertz = readings.hz();
        Verdict band = legs(readings).mapToObj(Verdict::ofLegVolts).reduce(Verdict.GOOD, Verdict::worse);
        if (mean > 126) {
            boolean fast = hertz != null && hertz > 60 && Verdict.ofHertz(hertz, loaded) != Verdict.GOOD;
            return new Cause(fast ? VoltageCause.ENGINE_FAST : VoltageCause.REGULATOR_HIGH, band);
        }
        if (mean < 114) {
            boolean slow = hertz != null && hertz < 59;
            if (slow) {
                return new Cause(loaded ? VoltageCause.OVERLOADED : VoltageCause.ENGINE_SLOW, band);
            }
            boolean hertzUnremarkable = hertz == null || Verdict.ofHertz(hertz, loaded) == Verdict.GOOD;
            return new Cause(
                    loaded && hertzUnremarkable ? VoltageCause.VOLTAGE_DROP : VoltageCause.REGULATOR_LOW, band);
        }
        return null;
    }

    /** Hertz out of band though the legs are good. */
    private static @Nullable Cause speedCause(boolean loaded, Readings readings) {
        Double hertz = readings.hz();
        if (hertz == null) {
            return null;
        }
        Verdict band = Verdict.ofHertz(hertz, loaded);
        boolean legsGood = legs(readings).allMatch(volts -> Verdict.ofLegVolts(volts) == Verdict.GOOD);
        if (band == Verdict.GOOD || !legsGood) {
            return null;
        }
        return new Cause(hertz > 60 ? VoltageCause.ENGINE_FAST : VoltageCause.ENGINE_SLOW, band);
    }

    private static @Nullable Cause groundCause(Readings readings) {
        Double volts = readings.ng();
        if (volts == null) {
            return null;
        }
        return switch (Verdict.ofNeutralToGround(volts)) {
            case GOOD -> null;
            case WATCH -> new Cause(VoltageCause.GROUND_SHIFT, Verdict.WATCH);
            case STOP -> new Cause(VoltageCause.BOND_MISSING, Verdict.STOP);
        };
    }

    private static Verdict worstBand(boolean loaded, Readings readings) {
        Verdict worst = legs(readings).mapToObj(Verdict::ofLegVolts).reduce(Verdict.GOOD, Verdict::worse);
        if (readings.l1l2() != null) {
            worst = worst.worse(Verdict.ofLineVolts(readings.l1l2()));
        }
        if (readings.hz() != null) {
            worst = worst.worse(Verdict.ofHertz(readings.hz(), loaded));
        }
        if (readings.ng() != null) {
            worst = worst.worse(Verdict.ofNeutralToGround(readings.ng()));
        }
        return worst;
    }

    private static List<String> measureNext(boolean splitPhase, Leg fedLeg, boolean atPanel, Readings readings) {
        List<String> next = new ArrayList<>();
        if (readings.l1n() == null && (splitPhase || fedLeg == Leg.L1)) {
            next.add("l1n");
        }
        if (readings.l2n() == null && (splitPhase || fedLeg == Leg.L2)) {
            next.add("l2n");
        }
        if (readings.l1n() != null && readings.l2n() != null && readings.l1l2() == null) {
            next.add("l1l2");
        }
        boolean aLegIsOff = legs(readings).anyMatch(volts -> Verdict.ofLegVolts(volts) != Verdict.GOOD);
        if (aLegIsOff && readings.hz() == null) {
            next.add("hz");
        }
        if (atPanel && readings.ng() == null) {
            next.add("ng");
        }
        return List.copyOf(next);
    }

    private static DoubleStream legs(Readings readings) {
        return java.util.stream.Stream.of(
                        java.util.Optional.ofNullable(readings.l1n()), java.util.Optional.ofNullable(readings.l2n()))
                .flatMap(java.util.Optional::stream)
                .filter(Objects::nonNull)
                .mapToDouble(Double::doubleValue);
    }
}
