package juiceswap.core.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumbersTest {
    @ParameterizedTest
    @CsvSource({
        "0, 2, 0",
        "-0.001, 2, 0",
        "12.5, 0, 13",
        "12.25, 1, 12.3",
        "12.0, 3, 12",
        "12.030, 3, 12.03",
        "-12.345, 3, -12.345",
        "0.05, 2, 0.05",
        "1234567.891, 3, 1234567.891"
    })
    void aNumberHasNoNeedlessZeros(double number, int decimals, String text) {
        assertThat(Numbers.plain(number, decimals)).isEqualTo(text);
    }

    /** The same as the library's own decimals, on numbers that are not exactly between two. */
    @Test
    void itIsRoundedAsTheLibraryDoes() {
        Random random = new Random(7);
        for (int i = 0; i < 20_000; i++) {
            double number = (random.nextDouble() - 0.5) * Math.pow(10, random.nextInt(7));
            int decimals = random.nextInt(4);
            String library = new BigDecimal(number)
                    .setScale(decimals, RoundingMode.HALF_UP)
                    .stripTrailingZeros()
                    .toPlainString();
            assertThat(Numbers.plain(number, decimals)).isEqualTo(library);
        }
    }
}
