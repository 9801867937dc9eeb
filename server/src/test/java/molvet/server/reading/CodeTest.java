package molvet.server.reading;

import static org.assertj.core.api.Assertions.assertThat;

import boofcv.struct.image.GrayU8;
import com.google.zxing.common.BitMatrix;
import java.util.Random;
import molvet.server.measure.QrCode;
import org.junit.jupiter.api.Test;

/** The code that names a page, as pictures show it. */
class CodeTest {
    private static GrayU8 picture(String text, int dots) {
        BitMatrix code = QrCode.of(text);
        int quiet = 4 * dots;
        int side = code.getWidth() * dots + 2 * quiet;
        GrayU8 out = new GrayU8(side, side);
        for (int y = 0; y < side; y++) {
            for (int x = 0; x < side; x++) {
                int u = Math.floorDiv(x - quiet, dots);
                int v = Math.floorDiv(y - quiet, dots);
                boolean in = u >= 0 && v >= 0 && u < code.getWidth() && v < code.getHeight();
                out.data[y * side + x] = (byte) (in && code.get(u, v) ? 40 : 240);
            }
        }
        return out;
    }

    /** As a scanner sees it: turned by a degree, a little soft and grainy. @param dots of the picture to a module */
    private static GrayU8 scanned(String text, double dots, double turned, long seed) {
        GrayU8 sharp = picture(text, 16);
        double scale = 16 / dots;
        int side = (int) (sharp.width / scale * 1.15);
        GrayU8 out = new GrayU8(side, side);
        Random random = new Random(seed);
        double cos = Math.cos(Math.toRadians(turned));
        double sin = Math.sin(Math.toRadians(turned));
        for (int y = 0; y < side; y++) {
            for (int x = 0; x < side; x++) {
                double sum = 0;
                for (int k = 0; k < 25; k++) {
                    double u = (x + (k % 5 - 2) * 0.35 - side / 2.0) * scale;
                    double v = (y + (k / 5 - 2) * 0.35 - side / 2.0) * scale;
                    int i = (int) Math.round(u * cos - v * sin + sharp.width / 2.0);
                    int j = (int) Math.round(u * sin + v * cos + sharp.width / 2.0);
                    boolean in = i >= 0 && j >= 0 && i < sharp.width && j < sharp.height;
                    sum += in ? sharp.get(i, j) : 240;
                }
                out.set(x, y, (int) Math.max(0, Math.min(255, sum / 25 + random.nextGaussian() * 4)));
            }
        }
        return out;
    }

    /** Found by reading the codes of 646 addresses at two sizes: one reader missed one, the other eight, both together none. */
    @Test
    void aCodeThatOneReaderNeverFindsIsFoundByAnother() {
        String missed = "http://127.0.0.1:42576/c/31/1";
        assertThat(Marks.read(scanned(missed, 4.2, 1.3, 42576))).contains(missed);
        for (int port = 30000; port < 61000; port += 1000) {
            String text = "http://127.0.0.1:" + port + "/c/31/1";
            assertThat(Marks.read(scanned(text, 4.2, 1.3, port))).contains(text);
        }
    }

    @Test
    void anotherCodeOnTheTableNamesNoPage() {
        assertThat(Marks.read(scanned("https://harbour.example/menu", 6, 0, 1))).isEmpty();
    }
}
