package juiceswap.core.trouble;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import juiceswap.core.InvalidInput;
import juiceswap.core.Worded;
import juiceswap.core.supply.Fuel;
import org.jspecify.annotations.Nullable;

/**
 * What may be behind a symptom, and which check comes next. One cause at a time is taken to be there. Each check that comes
 * out well takes its cause away and the others grow; the next is the one that finds the largest share per minute: for
 * independent checks of a single cause that order is the fastest on average. Never is an alarm, a shut-off or a guard to be
 * bypassed: where one of them has tripped, what made it trip is the cause.
 *
 * @param next null when a cause was found or nothing is left to look at
 * @param causes that are left, the likeliest first; their shares add up to 1
 * @param fix what to do, by the cause that was found; null while none was
 * @param giveUp who to call, once nothing is left; null before that
 */
public record Diagnosis(
        @Nullable Check next,
        List<Cause> causes,
        @Nullable String fix,
        @Nullable String giveUp) {

    /** What a check came out as. */
    public enum Outcome implements Worded {
        OK("ok"),
        NOT("not"),
        SKIPPED("skipped");

        private final String word;

        Outcome(String word) {
            this.word = word;
        }

        @Override
        public String word() {
            return word;
        }
    }

    /**
     * Something that may be wrong: named as the check that finds it.
     *
     * @param share 0 to 1
     */
    public record Cause(Check check, double share) {}

    /** Somebody who repairs small engines. */
    public static final String CALL_SERVICE = "call-service";
    /** A licensed electrician: it is not the engine. */
    public static final String CALL_ELECTRICIAN = "call-electrician";

    /** A line of the table: out of a hundred of that symptom, how many have this cause. Our own estimate from general practice. */
    private record Weight(Check check, double weight, Predicate<EngineKind> when) {}

    private static final Map<Symptom, List<Weight>> TABLE = new EnumMap<>(Symptom.class);

    private static final Predicate<EngineKind> ALWAYS = engine -> true;

    static {
        TABLE.put(
                Symptom.NO_CRANK,
                List.of(
                        new Weight(Check.START_BATTERY, 45, EngineKind::electricStart),
                        new Weight(Check.ENGINE_SWITCH, 15, ALWAYS),
                        new Weight(Check.BATTERY_TERMINALS, 15, EngineKind::electricStart),
                        new Weight(Check.FUSE, 8, EngineKind::electricStart),
                        new Weight(Check.LOAD_OFF, 5, ALWAYS),
                        new Weight(Check.CORD_FREE, 25, engine -> !engine.electricStart()),
                        new Weight(Check.OIL_LEVEL, 6, ALWAYS)));
        TABLE.put(
                Symptom.CRANKS_NO_START,
                List.of(
                        new Weight(Check.FUEL_VALVE, 20, EngineKind::liquid),
                        new Weight(Check.FUEL_LEVEL, 10, EngineKind::liquid),
                        new Weight(Check.CYLINDER, 25, engine -> engine.fuel() == Fuel.PROPANE),
                        new Weight(Check.GAS_LOCKOUT, 15, engine -> !engine.liquid()),
                        new Weight(Check.ENGINE_SWITCH, 8, ALWAYS),
                        new Weight(Check.CHOKE, 14, engine -> engine.choke() && engine.cold()),
                        new Weight(Check.CHOKE, 6, engine -> engine.choke() && !engine.cold()),
                        new Weight(Check.OIL_LEVEL, 12, ALWAYS),
                        new Weight(Check.FUEL_AGE, 16, EngineKind::liquid),
                        new Weight(Check.SPARK_PLUG, 9, EngineKind::sparks),
                        new Weight(Check.SPARK_LEAD, 4, EngineKind::sparks),
                        new Weight(Check.CO_LIGHT, 6, EngineKind::coShutOff),
                        new Weight(Check.FLOODED, 6, engine -> engine.sparks() && engine.liquid()),
                        new Weight(Check.GLOW, 15, engine -> engine.fuel() == Fuel.DIESEL && engine.cold()),
                        new Weight(Check.AIR_FILTER, 3, ALWAYS)));
        TABLE.put(
                Symptom.STARTS_AND_DIES,
                List.of(
                        new Weight(Check.OIL_LEVEL, 22, ALWAYS),
                        new Weight(Check.FUEL_VALVE, 14, EngineKind::liquid),
                        new Weight(Check.CHOKE, 14, EngineKind::choke),
                        new Weight(Check.FUEL_LEVEL, 10, EngineKind::liquid),
                        new Weight(Check.CYLINDER, 18, engine -> engine.fuel() == Fuel.PROPANE),
                        new Weight(Check.GAS_LOCKOUT, 10, engine -> !engine.liquid()),
                        new Weight(Check.FUEL_AGE, 14, EngineKind::liquid),
                        new Weight(Check.TANK_VENT, 8, EngineKind::liquid),
                        new Weight(Check.LEVEL_GROUND, 6, ALWAYS),
                        new Weight(Check.CO_LIGHT, 10, EngineKind::coShutOff),
                        new Weight(Check.AIR_FILTER, 4, ALWAYS)));
        TABLE.put(
                Symptom.NO_VOLTS,
                List.of(
                        new Weight(Check.OUTPUT_BREAKER, 38, ALWAYS),
                        new Weight(Check.OUTLET_RESET, 22, ALWAYS),
                        new Weight(Check.CORD_ENDS, 14, ALWAYS),
                        new Weight(Check.VOLTAGE_SELECTOR, 8, ALWAYS)));
        TABLE.put(
                Symptom.LOW_VOLTS,
                List.of(
                        new Weight(Check.BIG_LOAD, 34, ALWAYS),
                        new Weight(Check.IDLE_CONTROL, 22, ALWAYS),
                        new Weight(Check.LONG_CORD, 16, ALWAYS),
                        new Weight(Check.AIR_FILTER, 8, ALWAYS),
                        new Weight(Check.VOLTAGE_SELECTOR, 6, ALWAYS)));
        TABLE.put(
                Symptom.TRIPS,
                List.of(
                        new Weight(Check.BIG_LOAD, 34, ALWAYS),
                        new Weight(Check.BOND, 22, ALWAYS),
                        new Weight(Check.ONE_BY_ONE, 22, ALWAYS),
                        new Weight(Check.CORD_ENDS, 12, ALWAYS)));
        TABLE.put(
                Symptom.BOGS,
                List.of(
                        new Weight(Check.BIG_LOAD, 34, ALWAYS),
                        new Weight(Check.IDLE_CONTROL, 20, ALWAYS),
                        new Weight(Check.CHOKE, 12, EngineKind::choke),
                        new Weight(Check.AIR_FILTER, 12, ALWAYS),
                        new Weight(Check.FUEL_AGE, 10, EngineKind::liquid),
                        new Weight(Check.EXHAUST_CLEAR, 4, ALWAYS)));
        TABLE.put(
                Symptom.STALLS,
                List.of(
                        new Weight(Check.FUEL_LEVEL, 26, EngineKind::liquid),
                        new Weight(Check.CYLINDER, 26, engine -> engine.fuel() == Fuel.PROPANE),
                        new Weight(Check.OIL_LEVEL, 18, ALWAYS),
                        new Weight(Check.BIG_LOAD, 20, ALWAYS),
                        new Weight(Check.CO_LIGHT, 10, EngineKind::coShutOff),
                        new Weight(Check.TANK_VENT, 7, EngineKind::liquid),
                        new Weight(Check.COOLING_AIR, 6, ALWAYS),
                        new Weight(Check.FUEL_AGE, 6, EngineKind::liquid)));
        TABLE.put(
                Symptom.HUNTS,
                List.of(
                        new Weight(Check.CHOKE, 22, EngineKind::choke),
                        new Weight(Check.FUEL_AGE, 30, EngineKind::liquid),
                        new Weight(Check.IDLE_CONTROL, 14, ALWAYS),
                        new Weight(Check.AIR_FILTER, 12, ALWAYS),
                        new Weight(Check.CYLINDER, 20, engine -> engine.fuel() == Fuel.PROPANE),
                        new Weight(Check.SPARK_PLUG, 8, EngineKind::sparks)));
    }

    /** The checks that there are for that symptom of that engine. */
    static Set<Check> checks(Symptom symptom, EngineKind engine) {
        Set<Check> checks = EnumSet.noneOf(Check.class);
        for (Weight one : TABLE.getOrDefault(symptom, List.of())) {
            if (one.when().test(engine)) {
                checks.add(one.check());
            }
        }
        return checks;
    }

    /**
     * Where one stands with what was found so far.
     *
     * @param oftenHere how often each cause was found in this household before: each time it is as much likelier as its
     *     usual share again
     */
    public static Diagnosis of(
            Symptom symptom, EngineKind engine, Map<Check, Outcome> found, Map<Check, Integer> oftenHere) {
        Map<Check, Double> weights = new EnumMap<>(Check.class);
        for (Weight one : TABLE.getOrDefault(symptom, List.of())) {
            if (one.when().test(engine)) {
                weights.put(one.check(), one.weight() * (1 + oftenHere.getOrDefault(one.check(), 0)));
            }
        }
        for (Check check : found.keySet()) {
            InvalidInput.unless(
                    weights.containsKey(check),
                    "/found/" + check.word(),
                    "invalid.no-such-check",
                    "check",
                    check.word());
        }
        List<Cause> causes = causes(weights, found);
        Check wrong = found.entrySet().stream()
                .filter(one -> one.getValue() == Outcome.NOT)
                .map(Map.Entry::getKey)
                .findFirst()
                .orElse(null);
        if (wrong != null) {
            return new Diagnosis(null, List.of(new Cause(wrong, 1)), wrong.word(), null);
        }
        Check next = causes.stream()
                .filter(cause -> !found.containsKey(cause.check()))
                .max(Comparator.comparingDouble(
                        cause -> cause.share() / cause.check().minutes()))
                .map(Cause::check)
                .orElse(null);
        return new Diagnosis(next, causes, null, next == null ? callFor(symptom) : null);
    }

    private static List<Cause> causes(Map<Check, Double> weights, Map<Check, Outcome> found) {
        double sum = 0;
        for (Map.Entry<Check, Double> one : weights.entrySet()) {
            sum += found.get(one.getKey()) == Outcome.OK ? 0 : one.getValue();
        }
        List<Cause> causes = new ArrayList<>();
        for (Map.Entry<Check, Double> one : weights.entrySet()) {
            if (found.get(one.getKey()) != Outcome.OK) {
                causes.add(new Cause(one.getKey(), one.getValue() / sum));
            }
        }
        causes.sort(Comparator.comparingDouble((Cause cause) -> -cause.share()).thenComparing(Cause::check));
        return List.copyOf(causes);
    }

    private static String callFor(Symptom symptom) {
        return switch (symptom) {
            case TRIPS, NO_VOLTS, LOW_VOLTS -> CALL_ELECTRICIAN;
            case NO_CRANK, CRANKS_NO_START, STARTS_AND_DIES, BOGS, STALLS, HUNTS -> CALL_SERVICE;
        };
    }
}
