package juiceswap.web.drawing;

import static juiceswap.web.words.Say.say;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import java.util.Map;
import java.util.regex.Pattern;

/**
 * An address as a picture for a phone's camera.
 *
 * @param size modules on each side, the quiet zone included
 * @param path of the dark modules, those side by side as one, for an SVG whose view box is that size
 */
public record QrCode(int size, String path) {
    private static final Pattern THIS_MACHINE = Pattern.compile("//(localhost|127\\.|\\[::1])");

    /** An address that no phone can reach. */
    public static boolean ofThisMachineAlone(String address) {
        return THIS_MACHINE.matcher(address).find();
    }

    /** Light modules around it, as ISO/IEC 18004 asks for. */
    private static final int QUIET_ZONE = 4;

    public static QrCode of(String text) {
        try {
            BitMatrix modules = new QRCodeWriter()
                    .encode(text, BarcodeFormat.QR_CODE, 0, 0, Map.of(EncodeHintType.MARGIN, QUIET_ZONE));
            StringBuilder path = new StringBuilder();
            for (int y = 0; y < modules.getHeight(); y++) {
                for (int x = 0; x < modules.getWidth(); x++) {
                    int from = x;
                    while (x < modules.getWidth() && modules.get(x, y)) {
                        x++;
                    }
                    if (x > from) {
                        int wide = x - from;
                        path.append('M').append(from).append(' ').append(y);
                        path.append('h')
                                .append(wide)
                                .append("v1h-")
                                .append(wide)
                                .append('z');
                    }
                }
            }
            return new QrCode(modules.getWidth(), path.toString());
        } catch (WriterException e) {
            throw new IllegalArgumentException(say("drawing.qr-code.cannot-be-drawn-as-a", "length", text.length()), e);
        }
    }
}
