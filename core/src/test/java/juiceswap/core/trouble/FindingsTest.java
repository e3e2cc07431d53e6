package juiceswap.core.trouble;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import juiceswap.core.supply.Fuel;
import juiceswap.core.trouble.Diagnosis.Outcome;
import org.junit.jupiter.api.Test;

class FindingsTest {
    private static final EngineKind GASOLINE = new EngineKind(Fuel.GASOLINE, false, true, true, true);
    private static final EngineKind PROPANE = new EngineKind(Fuel.PROPANE, false, true, true, true);

    @Test
    void whatIsWrittenIsReadInTheSameOrder() {
        Findings found = Findings.NONE
                .with(Check.OIL_LEVEL, Outcome.OK)
                .with(Check.CHOKE, Outcome.SKIPPED)
                .with(Check.FUEL_VALVE, Outcome.NOT);
        assertThat(found.written()).isEqualTo("oil-level.ok,choke.skipped,fuel-valve.not");
        assertThat(Findings.read(found.written())).isEqualTo(found);
        assertThat(Findings.read(found.written()).looked().keySet())
                .containsExactly(Check.OIL_LEVEL, Check.CHOKE, Check.FUEL_VALVE);
        assertThat(found.cause()).isEqualTo(Check.FUEL_VALVE);
        assertThat(found.withoutLast().cause()).isNull();
        assertThat(Findings.NONE.withoutLast()).isEqualTo(Findings.NONE);
    }

    @Test
    void whatCanNotBeReadIsLeftOut() {
        assertThat(Findings.read("oil-level.ok,,nonsense,choke.perhaps,.ok,fuel-valve.")
                        .looked())
                .isEqualTo(Map.of(Check.OIL_LEVEL, Outcome.OK));
    }

    /** A page that was made for another engine, or for another symptom. */
    @Test
    void whatIsOfNoUseForThisEngineIsLeftOut() {
        Findings found = Findings.read("fuel-valve.ok,oil-level.ok");
        assertThat(found.of(Symptom.CRANKS_NO_START, GASOLINE)).isEqualTo(found);
        assertThat(found.of(Symptom.CRANKS_NO_START, PROPANE).written()).isEqualTo("oil-level.ok");
        assertThat(found.of(Symptom.NO_VOLTS, GASOLINE)).isEqualTo(Findings.NONE);
    }
}
