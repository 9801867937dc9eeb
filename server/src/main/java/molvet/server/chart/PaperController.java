package molvet.server.chart;

import java.net.URI;
import java.util.List;
import molvet.core.chart.Cutting;
import molvet.core.chart.SheetSize;
import molvet.core.measure.Refusal;
import molvet.server.chart.ChartController.CutAnswer;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The paper stock. */
@RestController
class PaperController {
    private final PaperStock stock;
    private final ChartStore store;

    PaperController(PaperStock stock, ChartStore store) {
        this.stock = stock;
        this.store = store;
    }

    record PaperEntry(
            long id,
            String name,
            @OneOf(PaperStock.Kind.class) String kind,
            double width,
            double height,
            String size,
            @Nullable Integer weight,
            String surface,
            @Nullable Integer cotton,
            int sheets,
            String note,
            int version) {}

    record NamedSize(String name, double width, double height) {}

    /** {@code sizes}: those that have a name. */
    record PaperList(List<PaperEntry> papers, List<NamedSize> sizes) {}

    @GetMapping("/api/papers")
    PaperList papers(Collector me) {
        return new PaperList(
                store.papers(me).stream().map(PaperController::entry).toList(),
                SheetSize.allNamed().stream()
                        .map(n -> new NamedSize(
                                n.name(), n.size().width(), n.size().height()))
                        .toList());
    }

    @PostMapping("/api/papers")
    @ResponseStatus(HttpStatus.CREATED)
    ResponseEntity<PaperEntry> add(Collector me, @RequestBody PaperStock.NewPaper paper) {
        long id = stock.add(me, paper);
        return ResponseEntity.created(URI.create("/api/papers/" + id))
                .body(entry(store.paper(me, id).orElseThrow()));
    }

    @PutMapping("/api/papers/{paper}")
    PaperEntry change(Collector me, @PathVariable long paper, @RequestBody PaperStock.NewPaper changed) {
        stock.change(me, paper, changed);
        return entry(store.paper(me, paper).orElseThrow());
    }

    @DeleteMapping("/api/papers/{paper}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void delete(Collector me, @PathVariable long paper) {
        stock.delete(me, paper);
    }

    record CardsAsked(
            NewChart.@Nullable Size card,
            @Nullable Double gap,
            @Nullable Double margin,
            @Nullable Boolean free) {}

    /** Cuts one sheet of it; cards and offcuts go into the stock. */
    @PostMapping("/api/papers/{paper}/cut")
    CutAnswer cut(Collector me, @PathVariable long paper, @RequestBody CardsAsked asked) {
        if (asked.card() == null) {
            throw Refusal.of("card", "The card is missing.", "2 × 4 in is 50.8 × 101.6 mm.");
        }
        Cutting.Result result = stock.cut(
                me,
                paper,
                asked.card().width(),
                asked.card().height(),
                asked.gap() == null ? 0 : asked.gap(),
                asked.margin() == null ? 0 : asked.margin(),
                Boolean.TRUE.equals(asked.free()));
        return CutAnswer.of(result);
    }

    private static PaperEntry entry(ChartStore.PaperRow p) {
        return new PaperEntry(
                p.id(),
                p.name(),
                p.kind(),
                p.width(),
                p.height(),
                new SheetSize(p.width(), p.height()).words(),
                p.weight(),
                p.surface(),
                p.cotton(),
                p.sheets(),
                p.note(),
                p.version());
    }
}
