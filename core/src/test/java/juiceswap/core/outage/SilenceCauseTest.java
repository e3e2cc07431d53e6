package juiceswap.core.outage;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import juiceswap.core.Samples;
import juiceswap.core.house.Circuit;
import juiceswap.core.house.Setup;
import juiceswap.core.outage.SilenceCause.Kind;
import org.junit.jupiter.api.Test;

class SilenceCauseTest {
    private final Setup setup = new Setup(
            Samples.interlock(),
            Samples.generator(6800, 8400),
            Samples.path(),
            List.of(
                    Samples.circuit("control", 1, Samples.load(40, 40)),
                    new Circuit(
                            "boiler",
                            "Boiler",
                            List.of(3),
                            15,
                            List.of(Samples.load(200, 600)),
                            List.of("control"),
                            List.of(),
                            null,
                            false)));

    @Test
    void aPartnerThatIsOffIsTheLikeliest() {
        assertThat(SilenceCause.of(setup, "boiler", Set.of("boiler")))
                .extracting(SilenceCause::kind)
                .containsExactly(Kind.PARTNER_OFF, Kind.RESTART_DELAY, Kind.OUTLET_TRIPPED, Kind.OWN_SWITCH);
        assertThat(SilenceCause.of(setup, "boiler", Set.of("boiler")).get(0).partner())
                .isEqualTo("control");
    }

    @Test
    void withItsPartnerOnAndNoMotorTheOutletIs() {
        assertThat(SilenceCause.of(setup, "control", Set.of("control")).get(0).kind())
                .isEqualTo(Kind.OUTLET_TRIPPED);
        assertThat(SilenceCause.of(setup, "boiler", Set.of("boiler", "control")))
                .noneMatch(cause -> cause.kind() == Kind.PARTNER_OFF);
    }
}
