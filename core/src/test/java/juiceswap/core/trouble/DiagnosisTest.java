package juiceswap.core.trouble;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertNotNull;
import static org.junit.jupiter.api.Assertions.assertNull;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.EnumMap;
import java.util.Map;
import juiceswap.core.InvalidInput;
import juiceswap.core.supply.Fuel;
import juiceswap.core.trouble.Diagnosis.Outcome;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** From a symptom to its cause, by the check that finds most in the least time. */
class DiagnosisTest {
    private static final EngineKind GASOLINE = new EngineKind(Fuel.GASOLINE, false, true, true, true);

    @ParameterizedTest
    @EnumSource(Symptom.class)
    void whateverIsFoundItEndsAndSharesAddUp(Symptom symptom) {
        for (Fuel fuel : Fuel.values()) {
            for (boolean electric : new boolean[] {true, false}) {
                EngineKind engine = new EngineKind(fuel, electric, !electric, electric, true);
                Map<Check, Outcome> found = new EnumMap<>(Check.class);
                Diagnosis diagnosis = Diagnosis.of(symptom, engine, found, Map.of());
                double before = Double.POSITIVE_INFINITY;
                double all = 1;
                while (diagnosis.next() != null) {
                    double sum = diagnosis.causes().stream()
                            .mapToDouble(Diagnosis.Cause::share)
                            .sum();
                    assertEquals(1, sum, 1e-9);
                    Check next = diagnosis.next();
                    double share = diagnosis.causes().stream()
                            .filter(cause -> cause.check() == next)
                            .findFirst()
                            .orElseThrow()
                            .share();
                    double perMinute = share * all / next.minutes();
                    assertTrue(perMinute <= before + 1e-9, "the best first");
                    before = perMinute;
                    all -= share * all;
                    found.put(next, Outcome.OK);
                    diagnosis = Diagnosis.of(symptom, engine, found, Map.of());
                }
                assertNotNull(diagnosis.giveUp());
                assertTrue(found.size() >= 3, () -> symptom + " has few checks");
            }
        }
    }

    @Test
    void whatIsFoundIsWhatToMend() {
        Diagnosis found = Diagnosis.of(
                Symptom.CRANKS_NO_START,
                GASOLINE,
                Map.of(Check.FUEL_VALVE, Outcome.OK, Check.OIL_LEVEL, Outcome.NOT),
                Map.of());
        assertNull(found.next());
        assertEquals("oil-level", found.fix());
    }

    @Test
    void whatWasSkippedIsNotAskedAgainAndStaysPossible() {
        Diagnosis first = Diagnosis.of(Symptom.CRANKS_NO_START, GASOLINE, Map.of(), Map.of());
        assertEquals(Check.FUEL_VALVE, first.next());
        Diagnosis then =
                Diagnosis.of(Symptom.CRANKS_NO_START, GASOLINE, Map.of(Check.FUEL_VALVE, Outcome.SKIPPED), Map.of());
        assertTrue(then.next() != Check.FUEL_VALVE);
        assertEquals(first.causes(), then.causes());
    }

    @Test
    void whatItWasLastTimeIsLookedAtSooner() {
        Diagnosis again = Diagnosis.of(Symptom.CRANKS_NO_START, GASOLINE, Map.of(), Map.of(Check.CHOKE, 3));
        assertEquals(Check.CHOKE, again.next());
    }

    @Test
    void aCheckThatThisEngineDoesNotHaveIsRefused() {
        assertThrows(
                InvalidInput.class,
                () -> Diagnosis.of(Symptom.CRANKS_NO_START, GASOLINE, Map.of(Check.CYLINDER, Outcome.OK), Map.of()));
    }
}
