package juiceswap.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import juiceswap.core.InvalidInput;
import org.junit.jupiter.api.Test;

/** What an outage has cost, from what its people say of it. */
class OutageCostTest {
    @Test
    void onlyWhatIsKnownIsAddedUp() {
        assertThat(OutageCost.UNSAID.total(40.0)).isNull();
        OutageCost fuelOnly = new OutageCost(0.9, null, null);
        assertThat(fuelOnly.fuel(40.0)).isEqualTo(36);
        assertThat(fuelOnly.fuel(null)).isNull();
        assertThat(fuelOnly.total(null)).isNull();
        assertThat(new OutageCost(0.9, 120.0, 14.5).total(40.0)).isEqualTo(170.5);
        assertThat(new OutageCost(null, 120.0, null).total(40.0)).isEqualTo(120);
    }

    @Test
    void nothingCostsLessThanNothing() {
        assertThatThrownBy(() -> new OutageCost(-0.1, null, null))
                .isInstanceOf(InvalidInput.class)
                .hasMessageContaining("/fuelPrice");
        assertThatThrownBy(() -> new OutageCost(null, null, 2e6)).isInstanceOf(InvalidInput.class);
    }
}
