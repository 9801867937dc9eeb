package molvet.server.arrival;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import molvet.core.arrival.LabelSheet;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Cautions;
import molvet.core.pigment.PigmentReference;
import molvet.server.collection.VoiceStore;
import molvet.server.measure.Paper;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.PrintedAddress;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Labels for pans, as PDF to print and as PNG and SVG to look at. */
@RestController
class LabelController {
    private static final int MOST = 1000;

    private final LabelStore store;
    private final PrintedAddress address;
    private final PigmentReference reference;

    LabelController(LabelStore store, PrintedAddress address, PigmentReference reference) {
        this.store = store;
        this.address = address;
        this.reference = reference;
    }

    /** What every format takes; lengths in mm. Without a size, strips to cut. */
    record Wanted(
            String holdings,
            @Nullable Double width,
            @Nullable Double height,
            @Nullable Integer columns,
            @Nullable Integer rows,
            @Nullable Double left,
            @Nullable Double top,
            @Nullable Double gapX,
            @Nullable Double gapY,
            @Nullable Double pageWidth,
            @Nullable Double pageHeight,
            @Nullable Boolean cut,
            @Nullable Integer skip) {
        LabelSheet sheet() {
            LabelSheet s = LabelSheet.STRIPS;
            return new LabelSheet(
                    or(pageWidth, s.pageWidth()),
                    or(pageHeight, s.pageHeight()),
                    columns == null ? s.columns() : columns,
                    rows == null ? s.rows() : rows,
                    or(width, s.width()),
                    or(height, s.height()),
                    or(left, s.left()),
                    or(top, s.top()),
                    or(gapX, s.gapX()),
                    or(gapY, s.gapY()),
                    cut == null ? s.cut() : cut);
        }

        private static double or(@Nullable Double given, double otherwise) {
            return given == null ? otherwise : given;
        }
    }

    @GetMapping(path = "/api/labels.pdf", produces = "application/pdf")
    ResponseEntity<byte[]> pdf(Collector me, Wanted wanted) {
        PanLabels labels = labels(me, wanted);
        LabelSheet s = wanted.sheet();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-labels.pdf\"")
                .contentType(MediaType.APPLICATION_PDF)
                .body(new Paper(s.pageWidth(), s.pageHeight()).pdf(labels.pages(), labels::draw));
    }

    @GetMapping(path = "/api/labels.svg", produces = "image/svg+xml")
    ResponseEntity<byte[]> svg(Collector me, Wanted wanted, @RequestParam(defaultValue = "1") int page) {
        PanLabels labels = labels(me, wanted);
        LabelSheet s = wanted.sheet();
        return ResponseEntity.ok()
                .contentType(MediaType.valueOf("image/svg+xml"))
                .body(new Paper(s.pageWidth(), s.pageHeight()).svg(page(page, labels), labels::draw));
    }

    @GetMapping(path = "/api/labels.png", produces = "image/png")
    ResponseEntity<byte[]> png(
            Collector me,
            Wanted wanted,
            @RequestParam(defaultValue = "1") int page,
            @RequestParam(defaultValue = "110") int dpi) {
        PanLabels labels = labels(me, wanted);
        LabelSheet s = wanted.sheet();
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_PNG)
                .body(new Paper(s.pageWidth(), s.pageHeight())
                        .png(page(page, labels), Math.min(dpi, 300), labels::draw));
    }

    private static int page(int page, PanLabels labels) {
        if (page < 1 || page > labels.pages()) throw new NotFound("There is no page " + page + " of these labels.");
        return page;
    }

    private PanLabels labels(Collector me, Wanted wanted) {
        List<Long> ids = new ArrayList<>();
        for (String part : wanted.holdings == null ? new String[0] : wanted.holdings.split(",")) {
            if (!part.strip().matches("\\d{1,18}")) {
                throw Refusal.of(
                        "holdings",
                        "“" + (part.length() > 20 ? "…" : part) + "” is no holding.",
                        "Choose pans to label.");
            }
            ids.add(Long.parseLong(part.strip()));
        }
        if (ids.isEmpty() || ids.size() > MOST) {
            throw Refusal.of("holdings", "Between 1 and " + MOST + " pans are labelled at once.", "Choose some.");
        }
        int skip = wanted.skip == null
                ? 0
                : Math.max(0, Math.min(wanted.skip, wanted.sheet().onAPage() - 1));
        String base = address.base();
        List<PanLabels.PanLabel> labels = store.labels(me, ids).stream()
                .map(l -> new PanLabels.PanLabel(
                        l.name(),
                        String.join(
                                " ",
                                Arrays.asList(l.initials(), l.recipe().replace(" + ", "+")).stream()
                                        .filter(t -> !t.isEmpty())
                                        .toList()),
                        l.accession() + care(l.recipe()),
                        base + "/m/" + l.accession().substring(2)))
                .toList();
        if (labels.size() < ids.size()) throw new NotFound("One of these pans is not in your collection.");
        return new PanLabels(wanted.sheet(), labels, skip);
    }

    /** What calls for care stands behind the number. */
    private String care(String recipe) {
        Cautions cautions = Cautions.of(VoiceStore.recipe(recipe), reference);
        return cautions.isEmpty() ? "" : " † " + String.join(", ", cautions.elements());
    }
}
