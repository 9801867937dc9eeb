package molvet.server.chart;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import molvet.core.chart.Cutting;
import molvet.core.chart.SheetSize;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.chart.ChartStore.PaperRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Rows;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The paper there is: sheets, blocks, pads, cut cards and what was left over. One act, one transaction. */
@Service
public class PaperStock {
    /** What a piece of paper comes as. */
    enum Kind {
        SHEET,
        BLOCK,
        PAD,
        CARDS,
        OFFCUT
    }

    enum Surface {
        HOT_PRESSED,
        COLD_PRESSED,
        ROUGH
    }

    /** Narrower than this an offcut is thrown away. */
    private static final double LEAST_OFFCUT = 25;

    private static final int MOST_SHEETS = 10_000;

    private final ChartStore store;
    private final Acts acts;
    private final Rows rows;

    PaperStock(ChartStore store, Acts acts, Rows rows) {
        this.rows = rows;
        this.store = store;
        this.acts = acts;
    }

    /** Sizes in mm or by name; {@code weight} in g/m²; {@code cotton} in per cent. */
    public record NewPaper(
            @Nullable String name,
            @OneOf(PaperStock.Kind.class) @Nullable String kind,
            @Nullable Double width,
            @Nullable Double height,
            @Nullable String size,
            @Nullable Integer weight,
            @OneOf(PaperStock.Surface.class) @Nullable String surface,
            @Nullable Integer cotton,
            @Nullable Integer sheets,
            @Nullable String note,
            @Nullable Integer version) {}

    @Transactional
    public long add(Collector me, NewPaper typed) {
        PaperRow row = row(typed, 0, 1);
        return acts.act(
                me,
                () -> "Put " + row.sheets() + " of " + row.name() + " into the paper stock",
                () -> rows.add(me, "paper", row));
    }

    @Transactional
    public void change(Collector me, long id, NewPaper typed) {
        PaperRow old = own(me, id);
        PaperRow row = row(typed, id, typed.version() == null ? -1 : typed.version());
        acts.act(
                me,
                () -> "Changed the paper " + old.name(),
                () -> rows.change(me, "paper", id, row, row.version(), () -> old));
    }

    @Transactional
    public void delete(Collector me, long id) {
        PaperRow old = own(me, id);
        acts.act(me, () -> "Took " + old.name() + " off the stock", () -> rows.remove(me, "paper", id));
    }

    /** So many sheets are used. Part of the act under way. @throws Refusal if there are not so many */
    void take(Collector me, long id, int sheets) {
        PaperRow old = own(me, id);
        if (old.sheets() < sheets) {
            throw Refusal.of(
                    "stock",
                    "Of " + old.name() + " there "
                            + (old.sheets() == 1 ? "is 1 sheet" : "are " + old.sheets() + " sheets") + " left, and "
                            + sheets + " are needed.",
                    "Take other paper, or correct the stock.");
        }
        rows.change(me, "paper", id, Map.of("sheets", old.sheets() - sheets));
    }

    /** Cuts one sheet of the stock: its cards and what is left in one piece go into the stock. */
    @Transactional
    public Cutting.Result cut(
            Collector me, long id, double cardWidth, double cardHeight, double gap, double margin, boolean free) {
        PaperRow old = own(me, id);
        Cutting.Result result = Cutting.cut(
                new Cutting.Task(new SheetSize(old.width(), old.height()), cardWidth, cardHeight, gap, margin, free));
        if (result.count() == 0) {
            throw Refusal.of("card", "Not one such card can be cut from it.", "Take a larger sheet or smaller cards.");
        }
        acts.act(me, () -> "Cut " + result.count() + " cards from " + old.name(), () -> {
            take(me, id, 1);
            String cards = "Cards from " + old.name();
            rows.add(me, "paper", piece(old, "CARDS", cards, cardWidth, cardHeight, result.count()));
            for (Rect left : result.offcuts()) {
                if (Math.min(left.width(), left.height()) < LEAST_OFFCUT) continue;
                String offcut = "Offcut of " + old.name();
                rows.add(me, "paper", piece(old, "OFFCUT", offcut, left.width(), left.height(), 1));
            }
        });
        return result;
    }

    private static PaperRow piece(PaperRow of, String kind, String name, double width, double height, int sheets) {
        return new PaperRow(
                0,
                name.length() > 120 ? name.substring(0, 119) + "…" : name,
                kind,
                width,
                height,
                of.weight(),
                of.surface(),
                of.cotton(),
                sheets,
                "",
                1);
    }

    private PaperRow own(Collector me, long id) {
        return store.paper(me, id).orElseThrow(() -> new NotFound("There is no paper " + id + " in your stock."));
    }

    private static PaperRow row(NewPaper typed, long id, int version) {
        List<Refusal.Fault> faults = new ArrayList<>();
        Kind kind = Fields.tried(faults, () -> Fields.one("kind", typed.kind(), Kind.SHEET, Kind.values()));
        SheetSize size = Fields.tried(faults, () -> size(typed));
        String surface = Fields.tried(
                faults,
                () -> Fields.text(typed.surface()).isBlank()
                        ? ""
                        : Fields.one("surface", typed.surface(), Surface.values())
                                .name());
        Integer sheets = typed.sheets() == null ? 1 : typed.sheets();
        between(faults, "sheets", sheets, 0, MOST_SHEETS, "Count what is left of it.");
        between(faults, "weight", typed.weight(), 30, 3000, "In g/m²; 300 is usual.");
        between(faults, "cotton", typed.cotton(), 0, 100, "In per cent.");
        String name = Fields.tried(faults, () -> Words.line("name", Fields.text(typed.name()), 120));
        String note = Fields.tried(faults, () -> Words.lines("note", Fields.text(typed.note()), 1000));
        if (!faults.isEmpty()) throw new Refusal(faults);
        return new PaperRow(
                id,
                name.isBlank() ? size.words() : name,
                kind.name(),
                size.width(),
                size.height(),
                typed.weight(),
                surface,
                typed.cotton(),
                sheets,
                note,
                version);
    }

    private static SheetSize size(NewPaper typed) {
        if (!Fields.text(typed.size()).isBlank()) {
            return SheetSize.named(typed.size())
                    .orElseThrow(() -> Refusal.of(
                            "size",
                            "That is not a size Molvet knows by name.",
                            "Give width and height in mm instead."));
        }
        if (typed.width() == null || typed.height() == null) {
            throw Refusal.of("width", "The size is missing.", "Give width and height in mm, or a name such as A4.");
        }
        return new SheetSize(typed.width(), typed.height());
    }

    private static void between(
            List<Refusal.Fault> faults, String where, @Nullable Integer number, int least, int most, String hint) {
        if (number != null && (number < least || number > most)) {
            faults.add(new Refusal.Fault(where, "It is not between " + least + " and " + most + ".", hint));
        }
    }
}
