package molvet.server.reading;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Optional;
import javax.imageio.ImageIO;
import molvet.core.reading.Crop;
import molvet.core.reading.Lifting;

/** Pieces cut out of pictures, as they are kept. */
final class Crops {
    private Crops() {}

    /** See {@link Lifting#remaining}; empty too where a piece cannot be decoded. */
    static Optional<Double> remaining(byte[] before, byte[] after) {
        Optional<Crop> was = decoded(before);
        Optional<Crop> is = decoded(after);
        return was.isEmpty() || is.isEmpty() ? Optional.empty() : Lifting.remaining(was.get(), is.get());
    }

    private static Optional<Crop> decoded(byte[] jpeg) {
        try {
            BufferedImage image = ImageIO.read(new ByteArrayInputStream(jpeg));
            if (image == null) return Optional.empty();
            int[] rgb = image.getRGB(0, 0, image.getWidth(), image.getHeight(), null, 0, image.getWidth());
            return Optional.of(new Crop(image.getWidth(), image.getHeight(), rgb));
        } catch (IOException e) {
            return Optional.empty();
        }
    }
}
