package molvet.server.sharing;

import io.swagger.v3.oas.annotations.media.Schema;
import java.awt.image.BufferedImage;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.LongFunction;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.collection.School;
import molvet.core.collection.SchoolOrder;
import molvet.core.measure.DayInWords;
import molvet.core.measure.Refusal;
import molvet.core.pigment.PigmentReference;
import molvet.server.collection.Finder;
import molvet.server.collection.OrderStore;
import molvet.server.collection.PaintViews;
import molvet.server.collection.VoiceStore;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.reading.Readings;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The collection, or any find, as a book to print. */
@RestController
class BookController {
    private static final int MOST = 3000;
    private final Finder finder;
    private final PaintViews views;
    private final OrderStore orders;
    private final SchoolOrder schools;
    private final VoiceStore voices;
    private final Readings readings;
    private final Clock clock;

    BookController(
            Finder finder,
            PaintViews views,
            OrderStore orders,
            VoiceStore voices,
            Readings readings,
            PigmentReference reference,
            Clock clock) {
        this.voices = voices;
        this.readings = readings;
        this.finder = finder;
        this.views = views;
        this.orders = orders;
        this.schools = new SchoolOrder(reference);
        this.clock = clock;
    }

    /** What stands for a paint: its strip as measured, or the piece of the picture it was measured in. */
    enum BookStrips {
        DRAWN,
        PICTURES
    }

    /** @param friend for somebody else: without places and holdings */
    @GetMapping(path = "/api/book.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> book(
            Collector me,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "SEVEN_GROUPS") @Schema(implementation = School.class) String school,
            @RequestParam(defaultValue = "A4") @Schema(allowableValues = {"A4", "POCKET"}) String size,
            @RequestParam(defaultValue = "DRAWN") @Schema(implementation = BookStrips.class) String strips,
            @RequestParam(defaultValue = "") String title,
            @RequestParam(defaultValue = "false") boolean friend) {
        School order = Fields.one("school", school, School.values());
        Book.BookSize paper = Fields.one("size", size, Book.BookSize.values());
        boolean pictures = Fields.one("strips", strips, BookStrips.values()) == BookStrips.PICTURES;
        List<Long> ids = finder.ids(me, find, MOST + 1);
        if (ids.isEmpty())
            throw Refusal.of("find", "Nothing was found to print.", "Find something else, or everything.");
        if (ids.size() > MOST) {
            throw Refusal.of("find", "A book holds " + MOST + " paints.", "Print it in parts, such as maker by maker.");
        }
        Book book = new Book(
                paper,
                Fields.text(title).isBlank() ? "Watercolours" : molvet.core.measure.Words.line("title", title, 120),
                said(find, ids, order, pictures),
                chapters(me, ids, order, friend),
                pictures ? pictures(me, ids) : paint -> Optional.empty());
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-book.pdf\"")
                .body(book.pdf());
    }

    /** Each as it was when its page is drawn: of a paint measured without a picture there is none. */
    private LongFunction<Optional<BufferedImage>> pictures(Collector me, List<Long> ids) {
        Map<Long, Long> current = new HashMap<>();
        voices.some(me, ids).forEach(r -> {
            if (r.readingId() != null) current.put(r.id(), r.readingId());
        });
        return paint -> {
            Long reading = current.get(paint);
            if (reading == null) return Optional.empty();
            try {
                return Optional.of(readings.piece(me, reading));
            } catch (NotFound e) {
                return Optional.empty();
            }
        };
    }

    private static final String FRAMED =
            "Of a framed one both ends were measured, and it runs between them as a film thins.";

    private List<String> said(String find, Collection<Long> ids, School order, boolean pictures) {
        return List.of(
                (find.isBlank() ? "The whole collection" : "Found by “" + find.strip() + "”") + ": " + ids.size()
                        + (ids.size() == 1 ? " paint" : " paints") + ", in the order “" + order.words() + "”, "
                        + DayInWords.of(LocalDate.now(clock.withZone(ZoneOffset.UTC))) + ".",
                pictures
                        ? "A strip is cut out of the picture of the collector’s own swatch, as the scanner or camera saw it. Where"
                                + " there is no picture it is drawn as measured. " + FRAMED
                        : "A strip runs from full strength to tint, as measured on the collector’s own paper. "
                                + FRAMED,
                "Colours are written in sRGB; the few outside it stand at its edge, and every printer changes them again.");
    }

    private List<Book.BookChapter> chapters(Collector me, List<Long> ids, School order, boolean friend) {
        Map<Long, OrderStore.CardRow> cards = orders.cards(me, ids);
        Map<Long, PaintViews.PaintEntry> entries = new LinkedHashMap<>();
        views.entries(me, ids).forEach(e -> entries.put(e.id(), e));
        // By hand nobody has arranged a find: it stays as it was found.
        SchoolOrder.Ordered ordered = schools.order(
                order, ids.stream().map(id -> cards.get(id).swatchable()).toList());
        List<Book.BookChapter> chapters = new ArrayList<>();
        ordered.groups()
                .forEach(g -> chapters.add(new Book.BookChapter(
                        g.name(),
                        g.ids().stream()
                                .map(id -> entry(entries.get(Long.valueOf(id)), friend))
                                .toList())));
        if (chapters.isEmpty()) {
            chapters.add(new Book.BookChapter(
                    "Paints",
                    ordered.order().stream()
                            .map(id -> entry(entries.get(Long.valueOf(id)), friend))
                            .toList()));
        }
        return chapters;
    }

    private static Book.BookEntry entry(PaintViews.PaintEntry e, boolean friend) {
        PaintViews.StripView strip = e.strip();
        String verdicts = String.join(", ", Shares.traits(e));
        return new Book.BookEntry(
                e.id(),
                e.accession(),
                e.name(),
                Stream.of(e.maker(), e.line())
                        .filter(s -> s != null && !s.isEmpty())
                        .collect(Collectors.joining(", ")),
                e.recipe(),
                strip == null ? List.of() : strip.stops(),
                strip == null ? 0 : strip.grain(),
                strip != null && strip.measured(),
                e.holding() == null || friend ? "" : e.holding(),
                verdicts,
                e.place() == null || friend ? "" : e.place());
    }
}
