package molvet.server.measure;

import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.NotFoundException;
import com.google.zxing.ReaderException;
import com.google.zxing.client.j2se.BufferedImageLuminanceSource;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.QRCodeReader;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.util.Map;

/**
 * A printed code read as a phone reads it: looked at from several distances. One look at four or five dots a module
 * fails for about three addresses in a thousand, and the address a test prints holds a port that differs every time.
 */
public final class SeenCode {
    private static final double[] NEARER = {1, 1.5, 2, 2.6, 0.8};

    private SeenCode() {}

    /** What the code says; throws the last look's failure where none of them succeeded. */
    public static String read(BufferedImage picture) throws ReaderException {
        ReaderException last = NotFoundException.getNotFoundInstance();
        for (double nearer : NEARER) {
            try {
                return new QRCodeReader()
                        .decode(
                                new BinaryBitmap(new HybridBinarizer(
                                        new BufferedImageLuminanceSource(nearer == 1 ? picture : at(picture, nearer)))),
                                Map.of(DecodeHintType.TRY_HARDER, true))
                        .getText();
            } catch (ReaderException e) {
                last = e;
            }
        }
        throw last;
    }

    private static BufferedImage at(BufferedImage picture, double nearer) {
        BufferedImage seen = new BufferedImage(
                (int) (picture.getWidth() * nearer),
                (int) (picture.getHeight() * nearer),
                BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = seen.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        g.drawImage(picture, 0, 0, seen.getWidth(), seen.getHeight(), null);
        g.dispose();
        return seen;
    }
}
