package molvet.server.sharing;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import molvet.core.arrival.LabelSheet;
import molvet.core.collection.Accession;
import molvet.core.measure.Refusal;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.server.arrival.PanLabels;
import molvet.server.measure.Paper;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.PrintedAddress;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Cards that moved still say their old place: which they are, labels with the new one, and that they are on. */
@RestController
class LetteringController {
    private final SharingStore store;
    private final Acts acts;
    private final Rows rows;
    private final PrintedAddress address;

    LetteringController(SharingStore store, Acts acts, Rows rows, PrintedAddress address) {
        this.store = store;
        this.acts = acts;
        this.rows = rows;
        this.address = address;
    }

    /** @param was the place its card says; {@code now} the place it has */
    record MovedCard(long swatch, long paint, String accession, String name, String was, String now) {}

    record MovedCards(List<MovedCard> cards) {}

    /** @param swatch those whose cards say their place again; left out: all */
    record LetteredAnew(@Nullable List<Long> swatch) {}

    @GetMapping("/api/shelf/lettering")
    MovedCards moved(Collector me) {
        return new MovedCards(store.lettered(me).stream()
                .map(r -> new MovedCard(
                        r.swatchId(),
                        r.paintId(),
                        new Accession(r.accession()).toString(),
                        r.name(),
                        r.lettered(),
                        new Keeper(KeeperKind.valueOf(r.kind()), r.number(), r.pages(), r.cells())
                                .place(r.position())
                                .toString()))
                .filter(c -> !c.was.equals(c.now))
                .toList());
    }

    /** @param skip labels of the sheet that are used already */
    @GetMapping(path = "/api/shelf/lettering.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> labels(Collector me, @RequestParam(defaultValue = "0") int skip) {
        LabelSheet sheet = LabelSheet.STRIPS;
        if (skip < 0 || skip >= sheet.onAPage()) {
            throw Refusal.of("skip", "A sheet has " + sheet.onAPage() + " labels.", "Skip fewer than that.");
        }
        String base = address.base() + "/m/";
        PanLabels labels = new PanLabels(
                sheet,
                moved(me).cards.stream()
                        .map(c -> new PanLabels.PanLabel(
                                c.now, c.name, c.accession, base + c.accession.substring(2) + "#" + c.now))
                        .toList(),
                skip);
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, "inline; filename=\"molvet-card-labels.pdf\"")
                .body(new Paper(sheet.pageWidth(), sheet.pageHeight()).pdf(Math.max(1, labels.pages()), labels::draw));
    }

    @PostMapping("/api/shelf/lettering/done")
    @Transactional
    public MovedCards done(Collector me, @RequestBody LetteredAnew asked) {
        Set<Long> wanted = asked.swatch == null ? Set.of() : new HashSet<>(asked.swatch);
        List<MovedCard> on = moved(me).cards.stream()
                .filter(c -> asked.swatch == null || wanted.contains(c.swatch))
                .toList();
        if (!on.isEmpty()) {
            acts.act(
                    me,
                    () -> "Lettered " + on.size() + (on.size() == 1 ? " card" : " cards") + " anew",
                    () -> on.forEach(c -> rows.change(me, "swatch", c.swatch, java.util.Map.of("lettered", c.now))));
        }
        return moved(me);
    }
}
