package juiceswap.core.rotation;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** The same numbers as those that plans were found with before, and wherever the search runs. */
class ChanceTest {
    @Test
    void theNumbersAreThoseOfTheSplittableRandom() {
        for (long seed : new long[] {0, 1, 20_310_203L, -7, Long.MAX_VALUE}) {
            SplittableRandom known = new SplittableRandom(seed);
            Chance chance = new Chance(seed);
            for (int i = 1; i < 20_000; i++) {
                assertThat(chance.nextInt(i)).isEqualTo(known.nextInt(i));
                assertThat(chance.nextInt(-i, i)).isEqualTo(known.nextInt(-i, i));
                assertThat(chance.nextInt(Integer.MAX_VALUE - i)).isEqualTo(known.nextInt(Integer.MAX_VALUE - i));
                assertThat(chance.nextBoolean()).isEqualTo(known.nextBoolean());
                assertThat(chance.nextDouble()).isEqualTo(known.nextDouble());
            }
        }
    }
}
