package molvet.server.measure;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.EncodeHintType;
import com.google.zxing.RGBLuminanceSource;
import com.google.zxing.ReaderException;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;

/**
 * An address as a QR code after ISO/IEC 18004, level M, without its quiet zone.
 *
 * <p>The standard's own choice among the eight masks leaves about one code in a thousand whose modules look like a
 * fourth corner to a reader; such a card could never be found by its code. So a code is read back before it is drawn,
 * and the next mask is taken where that fails: every mask is a valid code.
 */
public final class QrCode {
    private static final int MASKS = 8;
    private static final int QUIET = 4;
    /** Dots a module it is read back at: from a poor camera to a scan. */
    private static final int[] DOTS = {3, 5, 6};

    private QrCode() {}

    /** The modules of the code, true where dark; {@code text} too long for a code is an IllegalArgumentException. */
    public static BitMatrix of(String text) {
        BitMatrix standard = encode(text, -1);
        BitMatrix code = standard;
        for (int mask = 0; !readsBack(code, text); mask++) {
            if (mask == MASKS) return standard;
            code = encode(text, mask);
        }
        return code;
    }

    private static BitMatrix encode(String text, int mask) {
        Map<EncodeHintType, Object> hints = new HashMap<>();
        hints.put(EncodeHintType.MARGIN, 0);
        hints.put(EncodeHintType.ERROR_CORRECTION, ErrorCorrectionLevel.M);
        if (mask >= 0) hints.put(EncodeHintType.QR_MASK_PATTERN, mask);
        try {
            return new QRCodeWriter().encode(text, BarcodeFormat.QR_CODE, 1, 1, hints);
        } catch (WriterException e) {
            throw new IllegalArgumentException("Too long for a QR code: " + text, e);
        }
    }

    private static boolean readsBack(BitMatrix code, String text) {
        return Arrays.stream(DOTS).allMatch(dots -> {
            try {
                return new QRCodeReader()
                        .decode(
                                new BinaryBitmap(new HybridBinarizer(picture(code, dots))),
                                Map.of(DecodeHintType.TRY_HARDER, true))
                        .getText()
                        .equals(text);
            } catch (ReaderException e) {
                return false;
            }
        });
    }

    private static RGBLuminanceSource picture(BitMatrix code, int dots) {
        int side = (code.getWidth() + 2 * QUIET) * dots;
        int[] pixels = new int[side * side];
        Arrays.fill(pixels, 0xffffff);
        for (int y = 0; y < code.getHeight() * dots; y++) {
            for (int x = 0; x < code.getWidth() * dots; x++) {
                if (code.get(x / dots, y / dots)) pixels[(y + QUIET * dots) * side + x + QUIET * dots] = 0;
            }
        }
        return new RGBLuminanceSource(side, side, pixels);
    }
}
