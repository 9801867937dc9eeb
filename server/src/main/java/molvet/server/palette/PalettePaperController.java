package molvet.server.palette;

import java.io.IOException;
import java.util.List;
import molvet.server.measure.Paper;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.Ownership;
import molvet.server.reading.Readings;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Cards and labels of a palette, and pans that fell out of it. */
@RestController
class PalettePaperController {
    /** Of a picture’s longer side, in pixels. */
    private static final int LEAST_PIXELS = 200;

    private static final int MOST_PIXELS = 4000;

    private final PalettePaper paper;
    private final PaletteViews views;
    private final DroppedPans dropped;
    private final Ownership ownership;

    PalettePaperController(PalettePaper paper, PaletteViews views, DroppedPans dropped, Ownership ownership) {
        this.paper = paper;
        this.views = views;
        this.dropped = dropped;
        this.ownership = ownership;
    }

    record CardPlanned(long chart) {}

    /** The card for the lid, or a large one, as a chart that is printed, painted and read like any. */
    @PostMapping("/api/palettes/{palette}/card")
    @ResponseStatus(HttpStatus.CREATED)
    CardPlanned card(Collector me, @PathVariable long palette, @RequestBody PalettePaper.CardAsked asked) {
        return new CardPlanned(paper.card(me, palette, asked));
    }

    /** The palette as it lies. */
    @GetMapping(path = "/api/palettes/{palette}.svg", produces = "image/svg+xml")
    ResponseEntity<byte[]> svg(Collector me, @PathVariable long palette) {
        PalettePicture picture = new PalettePicture(views.page(me, palette));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-palette.svg\"")
                .contentType(MediaType.valueOf("image/svg+xml"))
                .body(picture.paper().svg(1, (pen, page) -> picture.draw(pen)));
    }

    /** The same as pixels. @param pixels of its longer side, 200 to 4,000 */
    @GetMapping(path = "/api/palettes/{palette}.png", produces = MediaType.IMAGE_PNG_VALUE)
    ResponseEntity<byte[]> png(
            Collector me, @PathVariable long palette, @RequestParam(defaultValue = "2000") int pixels) {
        PalettePicture picture = new PalettePicture(views.page(me, palette));
        Paper sheet = picture.paper();
        int longer = Math.max(LEAST_PIXELS, Math.min(MOST_PIXELS, pixels));
        int dpi = (int) Math.floor(25.4 * longer / Math.max(sheet.width(), sheet.height()));
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-palette.png\"")
                .contentType(MediaType.IMAGE_PNG)
                .body(sheet.png(1, dpi, (pen, page) -> picture.draw(pen)));
    }

    @GetMapping(path = "/api/palettes/{palette}/labels.pdf", produces = "application/pdf")
    ResponseEntity<byte[]> labels(
            Collector me, @PathVariable long palette, @RequestParam(defaultValue = "TOP") String side) {
        PalettePaper.Labels l = labelled(me, palette, side);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-pan-labels.pdf\"")
                .contentType(MediaType.APPLICATION_PDF)
                .body(new Paper(l.sheet().pageWidth(), l.sheet().pageHeight())
                        .pdf(l.labels().pages(), l.labels()::draw));
    }

    @GetMapping(path = "/api/palettes/{palette}/labels.png", produces = "image/png")
    ResponseEntity<byte[]> labelsPicture(
            Collector me,
            @PathVariable long palette,
            @RequestParam(defaultValue = "TOP") String side,
            @RequestParam(defaultValue = "1") int page) {
        PalettePaper.Labels l = labelled(me, palette, side);
        if (page < 1 || page > l.labels().pages()) throw new NotFound("There is no page " + page + " of these labels.");
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .body(new Paper(l.sheet().pageWidth(), l.sheet().pageHeight()).png(page, 110, l.labels()::draw));
    }

    private PalettePaper.Labels labelled(Collector me, long palette, String side) {
        return paper.labels(me, palette, Fields.one("side", side, PalettePaper.Side.values()));
    }

    // ---- dropped pans -----------------------------------------------------------------------------------------------

    record ScrapAsked(@Nullable Integer squares) {}

    /** A form of numbered squares to swatch dropped pans on. */
    @PostMapping("/api/palettes/{palette}/dropped/form")
    @ResponseStatus(HttpStatus.CREATED)
    CardPlanned form(Collector me, @PathVariable long palette, @RequestBody ScrapAsked asked) {
        return new CardPlanned(dropped.form(me, palette, asked.squares()));
    }

    record QueuedScrap(long reading) {}

    /** Lets the pans fall, a simulated hand swatch them onto a form, and a simulated device look at it. */
    @PostMapping("/api/palettes/{palette}/dropped/{chart}/standin")
    @ResponseStatus(HttpStatus.ACCEPTED)
    QueuedScrap standin(
            Collector me,
            @PathVariable long palette,
            @PathVariable long chart,
            @RequestBody DroppedPans.OfDevice asked) {
        String device = asked.device() == null ? "SCANNER" : asked.device();
        return new QueuedScrap(dropped.standin(me, palette, chart, device, asked.seed()));
    }

    /** Which pan is which, by the reading of a form. */
    @GetMapping("/api/palettes/{palette}/dropped/{scan}")
    DroppedPans.Dropped matched(Collector me, @PathVariable long palette, @PathVariable long scan) {
        return dropped.ofScan(me, palette, scan);
    }

    record PansPutBack(List<DroppedPans.PutBack> pans) {}

    /** What is which is settled; the form becomes swatches of those paints. */
    @PostMapping("/api/palettes/{palette}/dropped/{scan}")
    DroppedPans.Dropped putBack(
            Collector me, @PathVariable long palette, @PathVariable long scan, @RequestBody PansPutBack typed) {
        dropped.putBack(me, palette, scan, typed.pans() == null ? List.of() : typed.pans());
        return dropped.ofScan(me, palette, scan);
    }

    /** A picture of swatches on any scrap: finds what is painted on it. */
    @PostMapping(path = "/api/palettes/{palette}/dropped/pictures", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    DroppedPans.ScrapPicture picture(
            Collector me, @PathVariable long palette, @RequestPart("picture") MultipartFile picture)
            throws IOException {
        return dropped.picture(me, picture.getOriginalFilename(), picture.getBytes());
    }

    record MarkedSwatches(long picture, List<Readings.Rectangle> rectangles) {}

    /** Which pan is which, by rectangles marked in a picture. */
    @PostMapping("/api/palettes/{palette}/dropped/marked")
    DroppedPans.Dropped marked(Collector me, @PathVariable long palette, @RequestBody MarkedSwatches asked) {
        ownership.require(me, "picture", asked.picture());
        return dropped.ofPicture(
                me, palette, asked.picture(), asked.rectangles() == null ? List.of() : asked.rectangles());
    }
}
