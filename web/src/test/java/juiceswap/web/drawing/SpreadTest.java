package juiceswap.web.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Numbers that stand beside each other, not on each other. */
class SpreadTest {
    @Test
    void whatHasRoomStaysAndWhatHasNoneStandsBesideIt() {
        assertThat(Spread.apart(new double[] {50, 100, 110, 300}, 20, 0, 400)).containsExactly(50, 95, 115, 300);
        assertThat(Spread.apart(new double[] {395, 398}, 20, 0, 400)).containsExactly(380, 400);
        assertThat(Spread.apart(new double[] {2}, 20, 10, 400)).containsExactly(10);
        assertThat(Spread.apart(new double[] {}, 20, 0, 400)).isEmpty();
    }

    @Test
    void theyNeverLieOnEachOtherAndKeepTheirOrder() {
        Random random = new Random(7);
        for (int i = 0; i < 500; i++) {
            double[] at =
                    random.doubles(1 + random.nextInt(30), 0, 400).sorted().toArray();
            double[] apart = Spread.apart(at, 20, 0, 400);
            double each = at.length < 2 ? 20 : Math.min(20, 400.0 / (at.length - 1));
            for (int j = 1; j < apart.length; j++) {
                assertThat(apart[j] - apart[j - 1]).as(Arrays.toString(at)).isGreaterThan(each - 0.2);
            }
            assertThat(apart[0]).isGreaterThanOrEqualTo(0);
            assertThat(apart[apart.length - 1]).isLessThanOrEqualTo(400.05);
            for (int other = 0; other < 20 && each == 20; other++) {
                assertThat(squares(at, apart)).isLessThan(squares(at, another(apart, random)) + 0.1 * at.length);
            }
        }
    }

    /** How far they stand from where they belong. */
    private static double squares(double[] at, double[] there) {
        double sum = 0;
        for (int i = 0; i < at.length; i++) {
            sum += (there[i] - at[i]) * (there[i] - at[i]);
        }
        return sum;
    }

    /** Nearby, and not on each other either. */
    private static double[] another(double[] apart, Random random) {
        double[] other = apart.clone();
        for (int i = 0; i < other.length; i++) {
            double first = i == 0 ? 0 : other[i - 1] + 20;
            other[i] = Math.max(first, other[i] + 4 * random.nextDouble() - 2);
        }
        double over = Math.max(0, other[other.length - 1] - 400);
        return Arrays.stream(other).map(one -> one - over).allMatch(one -> one >= 0)
                ? Arrays.stream(other).map(one -> one - over).toArray()
                : apart;
    }
}
