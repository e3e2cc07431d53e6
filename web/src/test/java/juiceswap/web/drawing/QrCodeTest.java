package juiceswap.web.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.decoder.Decoder;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What is drawn is what a camera reads. */
class QrCodeTest {
    private static final int QUIET_ZONE = 4;
    private static final Pattern BAR = Pattern.compile("M(\\d+) (\\d+)h(\\d+)v1h-\\3z");

    @Test
    void aCameraReadsTheAddress() throws Exception {
        String address = "http://192.168.7.20:8080/join?code=KWX%204TB";
        QrCode code = QrCode.of(address);
        BitMatrix modules = new BitMatrix(code.size() - 2 * QUIET_ZONE);
        Matcher bars = BAR.matcher(code.path());
        int end = 0;
        while (bars.find()) {
            assertThat(bars.start()).isEqualTo(end);
            end = bars.end();
            modules.setRegion(number(bars, 1) - QUIET_ZONE, number(bars, 2) - QUIET_ZONE, number(bars, 3), 1);
        }
        assertThat(end).isEqualTo(code.path().length());
        assertThat(new Decoder().decode(modules).getText()).isEqualTo(address);
    }

    private static int number(Matcher bars, int group) {
        return Integer.parseInt(bars.group(group));
    }
}
