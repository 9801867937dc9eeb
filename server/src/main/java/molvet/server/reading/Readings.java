package molvet.server.reading;

import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.reading.CellReading;
import molvet.core.reading.Light;
import molvet.core.reading.PaintEdges;
import molvet.core.reading.Spot;
import molvet.core.reading.SwatchReading;
import molvet.server.collection.PaintFacts;
import molvet.server.collection.PaintViews;
import molvet.server.colour.Runs;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.shelf.ShelfStore;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Pictures of swatches, and measuring them at spots picked by hand. */
@Service
public class Readings {
    private static final Logger LOG = LoggerFactory.getLogger(Readings.class);
    private static final double RADIUS = 0.02;
    private static final int ON_THE_WAY = 60;
    private static final TypeReference<Map<String, PaintViews.SpotView>> SPOTS = new TypeReference<>() {};

    private final Allowance allowance;
    private final ReadingStore store;
    private final SheetReadingStore scans;
    private final ShelfStore shelf;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;
    private final PaintFacts facts;

    Readings(
            ReadingStore store,
            SheetReadingStore scans,
            ShelfStore shelf,
            Acts acts,
            JsonMapper json,
            Clock clock,
            Rows rows,
            PaintFacts facts,
            Allowance allowance) {
        this.allowance = allowance;
        this.rows = rows;
        this.facts = facts;
        this.store = store;
        this.scans = scans;
        this.shelf = shelf;
        this.acts = acts;
        this.json = json;
        this.clock = clock;
    }

    /**
     * Spots on the upright picture, each a fraction from the left and from the top.
     *
     * @param full full strength
     * @param palest the palest of the tint
     * @param paper bare paper beside the swatch, if there is any
     * @param line paint over a black line, if there is one
     * @param radius of the area measured, as a fraction of the short side; 0.02 if left out
     */
    public record Spots(
            PaintViews.SpotView full,
            PaintViews.SpotView palest,
            PaintViews.@Nullable SpotView paper,
            PaintViews.@Nullable SpotView line,
            @Nullable Double radius) {}

    /** Keeps a picture of a swatch as it came, with a preview. @throws Refusal if it cannot be decoded */
    @Transactional
    public long addPicture(Collector me, long swatch, @Nullable String fileName, byte[] bytes) {
        return keep(me, swatch, fileName, bytes);
    }

    /** The same for a picture of a whole sheet. */
    @Transactional
    public long addSheet(Collector me, @Nullable String fileName, byte[] bytes) {
        return keep(me, null, fileName, bytes);
    }

    private long keep(Collector me, @Nullable Long swatch, @Nullable String fileName, byte[] bytes) {
        Picture picture = Picture.of(bytes);
        byte[] preview = picture.preview();
        allowance.require(me, bytes.length + preview.length);
        String base = (fileName == null ? "" : fileName).replaceAll(".*[/\\\\]", "");
        String name = Words.line("file name", base.replaceAll("\\p{Cntrl}", ""), 4000);
        Map<String, Object> row = new HashMap<>();
        row.put("swatch_id", swatch);
        row.put("file_name", name.isEmpty() ? "picture" : name.length() > 200 ? name.substring(0, 200) : name);
        row.put("media_type", picture.mediaType());
        row.put("bytes", bytes);
        row.put("preview", preview);
        row.put("size", bytes.length + preview.length);
        row.put("sha256", sha256(bytes));
        row.put("width", picture.width());
        row.put("height", picture.height());
        row.put("turn", picture.turn());
        row.put("profile", picture.profile());
        row.put("notes", String.join("\n", picture.notes()));
        row.put("at", clock.instant());
        return rows.add(me, "picture", row);
    }

    /** Measures a picture at the spots picked; the paint's strip is drawn from the result. */
    @Transactional
    public long measure(Collector me, long picture, Spots spots) {
        ReadingStore.PictureRow row =
                store.picture(me, picture).orElseThrow(() -> new NotFound("There is no such picture."));
        if (row.swatchId() == null) {
            throw Refusal.of(
                    "picture", "This is a picture of a whole sheet.", "It is read cell by cell, on its own page.");
        }
        long swatch = row.swatchId();
        Map<String, PaintViews.SpotView> picked = check(spots);
        double radius = spots.radius() == null ? RADIUS : Math.max(0.003, Math.min(0.1, spots.radius()));
        Picture file = Picture.of(store.original(me, picture).orElseThrow().bytes());
        SwatchReading reading = measured(file, picked, radius);
        NewReading taken =
                NewReading.of(reading).onto(swatch, clock.instant()).picked(picture, json.writeValueAsString(picked));
        return acts.act(me, () -> "Measured a swatch", () -> rows.add(me, "reading", taken.row()));
    }

    private static SwatchReading measured(Picture file, Map<String, PaintViews.SpotView> picked, double radius) {
        return file.seen(picture -> {
            Map<String, Spot> spots = new LinkedHashMap<>();
            picked.forEach((kind, at) -> spots.put(kind, Spot.of(picture.patch(at.x(), at.y(), radius))));
            return SwatchReading.of(
                    spots.get("full"),
                    spots.get("palest"),
                    Optional.ofNullable(spots.get("paper")),
                    Optional.ofNullable(spots.get("line")),
                    between(picture.light(), picked.get("full"), picked.get("palest"), radius / 2));
        });
    }

    /**
     * Works one reading picked by hand out anew that is of an older arithmetic, from its own picture; its colours stay.
     *
     * @return whether there was one
     */
    @Transactional
    public boolean renewOne() {
        Optional<ReadingStore.PickedRow> old = store.pickedBefore(SwatchReading.ARITHMETIC);
        old.ifPresent(r -> {
            Collector me = new Collector(r.collectorId(), "");
            ReadingStore.ReadingRow row = store.reading(me, r.id()).orElseThrow();
            Map<String, Object> renewed = new HashMap<>();
            try {
                byte[] file = store.original(me, row.pictureId()).orElseThrow().bytes();
                SwatchReading reading = measured(Picture.of(file), spots(row), RADIUS);
                renewed.put("curve", Runs.kept(reading.run()));
                renewed.put("modelled", !reading.run().measured());
                renewed.put("covering", reading.covering().orElse(null));
            } catch (RuntimeException | OutOfMemoryError e) {
                LOG.warn("Reading {} cannot be worked out anew: {}", r.id(), e.toString());
                WashRun film = WashRun.between(
                        new Lab(row.massL(), row.massA(), row.massB()), new Lab(row.tintL(), row.tintA(), row.tintB()));
                renewed.put("curve", Runs.kept(film));
                renewed.put("modelled", true);
            }
            renewed.put("arithmetic", SwatchReading.ARITHMETIC);
            rows.derive(me, "reading", r.id(), renewed);
            facts.follows(me, Set.of(r.paint()));
        });
        return old.isPresent();
    }

    /** Many small spots on the way from full strength to palest. */
    private static List<Lab> between(Light light, PaintViews.SpotView full, PaintViews.SpotView palest, double radius) {
        double fromX = full.x() * light.width();
        double fromY = full.y() * light.height();
        double across = palest.x() * light.width() - fromX;
        double down = palest.y() * light.height() - fromY;
        double pixels = radius * Math.min(light.width(), light.height());
        return IntStream.rangeClosed(0, ON_THE_WAY)
                .mapToDouble(i -> i / (double) ON_THE_WAY)
                .mapToObj(t -> light.about(fromX + t * across, fromY + t * down, pixels))
                .toList();
    }

    @Transactional
    public long deleteReading(Collector me, long reading) {
        ReadingStore.ReadingRow row =
                store.reading(me, reading).orElseThrow(() -> new NotFound("There is no such reading."));
        long paint = shelf.swatch(me, row.swatchId()).orElseThrow().paintId();
        acts.act(me, () -> "Deleted a reading", () -> rows.remove(me, "reading", reading));
        return paint;
    }

    /** Four corners of what is painted, from the top left clockwise, each a fraction of the upright picture. */
    public record Rectangle(List<PaintViews.SpotView> corners) {}

    /** The rectangle of what is painted. @throws Refusal where no patch of paint stands free on paper */
    @Transactional(readOnly = true)
    public Rectangle edges(Collector me, long picture) {
        Picture file = Picture.of(store.original(me, picture)
                .orElseThrow(() -> new NotFound("There is no such picture."))
                .bytes());
        Light light = file.light();
        return PaintEdges.in(light)
                .map(corners -> new Rectangle(corners.stream()
                        .map(c -> new PaintViews.SpotView(
                                Math.max(0, Math.min(1, c.x() / light.width())),
                                Math.max(0, Math.min(1, c.y() / light.height()))))
                        .toList()))
                .orElseThrow(() -> Refusal.of(
                        "picture",
                        "No patch of paint with bare paper all round it was found.",
                        "Drag the four corners to it by hand."));
    }

    /**
     * Measures a loose card, or a swatch of a chart ruled by hand, as a field that runs along its longer side: like a cell of a
     * printed sheet, with bare paper round it for its white.
     */
    @Transactional
    public long measure(Collector me, long picture, Rectangle marked) {
        ReadingStore.PictureRow row =
                store.picture(me, picture).orElseThrow(() -> new NotFound("There is no such picture."));
        if (row.swatchId() == null) {
            throw Refusal.of(
                    "picture", "This is a picture of a whole sheet.", "It is read cell by cell, on its own page.");
        }
        List<PaintViews.SpotView> corners = corners(marked);
        Picture file = Picture.of(store.original(me, picture).orElseThrow().bytes());
        MarkedArea area = MarkedArea.of(file.light(), corners);
        CellReading read = area.read(file.isOfCamera());
        if (read.bare()) {
            throw Refusal.of(
                    "corners", "There is no paint in this rectangle.", "Drag its corners to the edges of the paint.");
        }
        NewReading taken = NewReading.of(read)
                .onto(row.swatchId(), clock.instant())
                .picked(picture, json.writeValueAsString(area.ends()));
        return acts.act(me, () -> "Measured a swatch", () -> rows.add(me, "reading", taken.row()));
    }

    /** @throws Refusal if they are not four inside the picture */
    static List<PaintViews.SpotView> corners(@Nullable Rectangle marked) {
        if (marked == null || marked.corners() == null || marked.corners().size() != 4) {
            throw Refusal.of("corners", "A rectangle has four corners.", "Drag all four.");
        }
        for (PaintViews.SpotView c : marked.corners()) {
            if (c == null || !(c.x() >= 0 && c.x() <= 1 && c.y() >= 0 && c.y() <= 1)) {
                throw Refusal.of("corners", "A corner lies outside the picture.", "Drag it inside; 0 to 1 both ways.");
            }
        }
        return marked.corners();
    }

    /** This reading counts from now on, whichever came later. */
    @Transactional
    public long count(Collector me, long reading) {
        ReadingStore.ReadingRow row =
                store.reading(me, reading).orElseThrow(() -> new NotFound("There is no such reading."));
        if (!row.stage().equals("DRY")) {
            throw Refusal.of(
                    "reading", "A wet or lifted swatch is not the colour of the paint.", "Choose a dry reading.");
        }
        long paint = shelf.swatch(me, row.swatchId()).orElseThrow().paintId();
        List<ReadingStore.ReadingRow> before = store.readingsOf(me, paint).stream()
                .filter(r -> r.counts() || r.id() == reading)
                .toList();
        acts.act(
                me,
                () -> "Chose the reading that counts",
                () -> before.forEach(r -> rows.change(me, "reading", r.id(), Map.of("counts", r.id() == reading))));
        return paint;
    }

    /** The piece of the picture from full strength to palest, upright, as JPEG. */
    byte[] crop(Collector me, long reading) {
        ReadingStore.ReadingRow row =
                store.reading(me, reading).orElseThrow(() -> new NotFound("There is no such reading."));
        if (row.scanId() != null && row.cell() != null) {
            return scans.crop(me, row.scanId(), row.cell())
                    .orElseThrow(() -> new NotFound("The picture of this reading is gone."));
        }
        try {
            return Picture.jpeg(piece(me, reading));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** The piece of the picture from full strength to palest, upright. */
    public BufferedImage piece(Collector me, long reading) {
        ReadingStore.ReadingRow row =
                store.reading(me, reading).orElseThrow(() -> new NotFound("There is no such reading."));
        if (row.scanId() != null && row.cell() != null) {
            byte[] cell = scans.crop(me, row.scanId(), row.cell())
                    .orElseThrow(() -> new NotFound("The picture of this reading is gone."));
            return image(cell);
        }
        if (row.pictureId() == null) throw new NotFound("This reading was measured without a picture.");
        Map<String, PaintViews.SpotView> spots = spots(row);
        PaintViews.SpotView full = spots.get("full");
        PaintViews.SpotView palest = spots.get("palest");
        BufferedImage all =
                image(store.preview(me, row.pictureId()).orElseThrow().bytes());
        double w = all.getWidth();
        double h = all.getHeight();
        double across = Math.abs(full.x() - palest.x()) * w;
        double down = Math.abs(full.y() - palest.y()) * h;
        // A strip about twice as long as it is wide, and a little more at both ends.
        double padX = across >= down ? 0.05 * Math.min(w, h) : 0.25 * down;
        double padY = across >= down ? 0.25 * across : 0.05 * Math.min(w, h);
        int x0 = (int) Math.max(0, Math.min(full.x(), palest.x()) * w - padX);
        int x1 = (int) Math.min(w, Math.max(full.x(), palest.x()) * w + padX);
        int y0 = (int) Math.max(0, Math.min(full.y(), palest.y()) * h - padY);
        int y1 = (int) Math.min(h, Math.max(full.y(), palest.y()) * h + padY);
        BufferedImage part = all.getSubimage(x0, y0, Math.max(1, x1 - x0), Math.max(1, y1 - y0));
        boolean upended = part.getHeight() > part.getWidth();
        boolean backward = upended ? full.y() > palest.y() : full.x() > palest.x();
        BufferedImage out = new BufferedImage(
                upended ? part.getHeight() : part.getWidth(),
                upended ? part.getWidth() : part.getHeight(),
                BufferedImage.TYPE_INT_RGB);
        for (int y = 0; y < out.getHeight(); y++) {
            for (int x = 0; x < out.getWidth(); x++) {
                int along = backward ? out.getWidth() - 1 - x : x;
                out.setRGB(x, y, upended ? part.getRGB(y, along) : part.getRGB(along, y));
            }
        }
        return out;
    }

    private static BufferedImage image(byte[] file) {
        try {
            return ImageIO.read(new ByteArrayInputStream(file));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    Map<String, PaintViews.SpotView> spots(ReadingStore.ReadingRow row) {
        return json.readValue(row.picks(), SPOTS);
    }

    private static Map<String, PaintViews.SpotView> check(Spots s) {
        Map<String, PaintViews.SpotView> all = new LinkedHashMap<>();
        all.put("full", s.full());
        all.put("palest", s.palest());
        if (s.paper() != null) all.put("paper", s.paper());
        if (s.line() != null) all.put("line", s.line());
        List<Refusal.Fault> faults = new ArrayList<>();
        all.forEach((kind, at) -> {
            if (at == null) {
                faults.add(new Refusal.Fault(kind, "The spot " + kind + " was not picked.", "Pick it on the picture."));
            } else if (!(at.x() >= 0 && at.x() <= 1 && at.y() >= 0 && at.y() <= 1)) {
                faults.add(new Refusal.Fault(
                        kind, "The spot " + kind + " lies outside the picture.", "Pick it inside; 0 to 1 both ways."));
            }
        });
        if (!faults.isEmpty()) throw new Refusal(faults);
        return all;
    }

    private static String sha256(byte[] bytes) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
