package juiceswap.core.supply;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.TreeMap;
import juiceswap.core.supply.Propane.Cylinder;
import org.junit.jupiter.api.Test;

class PropaneTest {
    private static final Cylinder TWENTY = Propane.CYLINDERS.get(0);
    private static final Cylinder HUNDRED = Propane.CYLINDERS.get(3);

    /** Two pounds an hour at every load, which is 43,000 BTU an hour. */
    private static Generator twoPoundsAnHour(Fuel fuel) {
        double litres = 2 * 0.45359237 / 0.508;
        return Generator.described()
                .fuel(fuel)
                .ratings(List.of(new Rating(fuel, 4000, 5000)))
                .litresPerHour(new TreeMap<>(java.util.Map.of(0.0, litres, 100.0, litres)))
                .generator();
    }

    @Test
    void aCylinderLastsItsPoundsByThePoundsAnHour() {
        assertThat(Propane.hours(twoPoundsAnHour(Fuel.PROPANE), 2000, TWENTY)).isEqualTo(10, within(1e-9));
        assertThat(Propane.hours(twoPoundsAnHour(Fuel.PROPANE), 2000, HUNDRED)).isEqualTo(50, within(1e-9));
    }

    /** 12.2 × 12 × 70 = 10,248 BTU an hour for each factor: 43,000 of them take a factor of 4.196, which is 63.9 °F. */
    @Test
    void theColdThatItStillGivesEnoughIn() {
        Generator generator = twoPoundsAnHour(Fuel.PROPANE);
        assertThat(Propane.enoughDownToC(generator, 2000, TWENTY, 1)).isEqualTo((63.92 - 32) / 1.8, within(0.01));
        assertThat(Propane.enoughDownToC(generator, 2000, TWENTY, 2)).isEqualTo((21.96 - 32) / 1.8, within(0.01));
        // 14.7 × 42 × 70 = 43,218: just about a factor of 1, which is 0 °F
        assertThat(Propane.enoughDownToC(generator, 2000, HUNDRED, 1)).isEqualTo((-0.1 - 32) / 1.8, within(0.1));
    }

    @Test
    void largerOnesAndMoreOfThemStandMoreCold() {
        Generator generator = twoPoundsAnHour(Fuel.PROPANE);
        double before = Double.POSITIVE_INFINITY;
        for (Cylinder cylinder : Propane.CYLINDERS) {
            double one = Propane.enoughDownToC(generator, 2000, cylinder, 1);
            assertThat(one).isLessThan(before);
            assertThat(Propane.enoughDownToC(generator, 2000, cylinder, 2)).isLessThan(one);
            before = one;
        }
    }

    @Test
    void otherFuelsHaveNoCylinders() {
        assertThat(Propane.hours(twoPoundsAnHour(Fuel.GASOLINE), 2000, TWENTY)).isNull();
        assertThat(Propane.enoughDownToC(twoPoundsAnHour(Fuel.GASOLINE), 2000, TWENTY, 1))
                .isNull();
    }
}
