package molvet.server.fading;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import molvet.server.Api;
import molvet.server.Sample;
import tools.jackson.databind.JsonNode;

/** A row in every table of fading, whatever the demo holds. */
class FadingSample implements Sample {
    @Override
    public void fill(Api me, String word) {
        long paint = me.paint("Wall " + word, "PR83").get("id").asLong();
        JsonNode hung = me.post(
                        "/api/exposures/hung",
                        Map.of(
                                "name",
                                "Wall " + word,
                                "hung",
                                Map.of("place", "WALL", "on", "2026-01-10", "said", word)))
                .must(201)
                .json();
        long exposure = hung.get("id").asLong();
        JsonNode read =
                marked(me, exposure, paint, "2026-08-10", picture(new Color(120, 30, 40), new Color(200, 150, 150)));
        me.post(
                        "/api/exposures/" + exposure + "/accidents",
                        Map.of(
                                "kind",
                                "FADED_BEFORE",
                                "strip",
                                read.at("/strips/0/id").asLong(),
                                "on",
                                "2026-02-01",
                                "note",
                                word))
                .must(200);
    }

    static JsonNode marked(Api me, long exposure, long paint, String on, byte[] picture) {
        long file = me.upload("/api/exposures/" + exposure + "/hung-pictures", "picture", "wall.png", picture)
                .must(201)
                .json()
                .get("picture")
                .asLong();
        return me.post(
                        "/api/exposures/" + exposure + "/marked",
                        Map.of(
                                "picture",
                                file,
                                "on",
                                on,
                                "paper",
                                spot(0.5, 0.9),
                                "strips",
                                List.of(Map.of("paint", paint, "covered", spot(0.25, 0.4), "lit", spot(0.75, 0.4)))))
                .must(200)
                .json();
    }

    static Map<String, Double> spot(double x, double y) {
        return Map.of("x", x, "y", y);
    }

    /** White paper with two colours side by side above. */
    static byte[] picture(Color left, Color right) {
        BufferedImage image = new BufferedImage(400, 300, BufferedImage.TYPE_INT_RGB);
        Graphics2D g = image.createGraphics();
        g.setColor(new Color(243, 242, 238));
        g.fillRect(0, 0, 400, 300);
        g.setColor(left);
        g.fillRect(20, 40, 170, 160);
        g.setColor(right);
        g.fillRect(210, 40, 170, 160);
        g.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(image, "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
