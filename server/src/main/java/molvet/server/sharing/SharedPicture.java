package molvet.server.sharing;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;

/** The strips of a shared thing as one picture of 1200 × 630 pixels, the size messengers show. */
final class SharedPicture {
    private static final int WIDTH = 1200;
    private static final int HEIGHT = 630;
    private static final int MOST = 60;
    private static final Color PAPER = new Color(0xf4, 0xf4, 0xf2);

    private SharedPicture() {}

    static byte[] of(Shown shown) throws IOException {
        List<List<String>> strips = Stream.concat(
                        shown.paints().stream().map(Shown.ShownPaint::strip),
                        shown.mixtures().stream().map(Shown.ShownMixture::strip))
                .filter(s -> !s.isEmpty())
                .limit(MOST)
                .toList();
        BufferedImage image = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setColor(PAPER);
        g.fillRect(0, 0, WIDTH, HEIGHT);
        int columns = (int) Math.max(1, Math.ceil(Math.sqrt(strips.size() / 2.0)));
        int rows = Math.max(1, (strips.size() + columns - 1) / columns);
        for (int i = 0; i < strips.size(); i++) {
            int x = 20 + i % columns * (WIDTH - 20) / columns;
            int y = 20 + i / columns * (HEIGHT - 20) / rows;
            strip(g, strips.get(i), x, y, (WIDTH - 20) / columns - 20, (HEIGHT - 20) / rows - 12);
        }
        g.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    private static void strip(Graphics2D g, List<String> stops, int x, int y, int width, int height) {
        for (int i = 0; i < stops.size(); i++) {
            int from = x + i * width / stops.size();
            int to = x + (i + 1) * width / stops.size();
            g.setColor(Color.decode(stops.get(i)));
            g.fillRect(from, y, to - from, Math.max(1, height));
        }
    }
}
