package molvet.server.palette;

import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.Rect;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.core.palette.Box;
import molvet.core.palette.Packing;
import molvet.core.palette.PanSize;
import molvet.server.palette.PaletteStore.BoxRow;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.NotFound;
import molvet.server.platform.OneOf;
import molvet.server.platform.Ownership;
import molvet.server.platform.Rows;
import molvet.server.platform.Thinking;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The collector’s boxes and the sizes of pans, and which box takes which pans. */
@Service
class Boxes {
    private static final int MOST_BOXES = 200;
    private static final int MOST_SIZES = 300;

    private final PaletteStore store;
    private final Acts acts;
    private final Rows rows;
    private final JsonMapper json;
    private final Ownership ownership;
    private final Thinking thinking;

    Boxes(PaletteStore store, Acts acts, Rows rows, JsonMapper json, Ownership ownership, Thinking thinking) {
        this.store = store;
        this.acts = acts;
        this.rows = rows;
        this.json = json;
        this.ownership = ownership;
        this.thinking = thinking;
    }

    record NewBox(
            @Nullable String name,
            @Nullable BoxShape shape,
            @Nullable String note,
            @Nullable Integer version) {}

    /** One’s own size of a pan; {@code maker} left out: of all makers without one of their own. */
    record NewSize(
            @Nullable Long maker,
            @OneOf(HoldingForm.class) @Nullable String form,
            @Nullable Double width,
            @Nullable Double height) {}

    Box box(BoxRow row) {
        return box(row.shape());
    }

    Box box(String shape) {
        return json.readValue(shape, BoxShape.class).box();
    }

    String kept(Box box) {
        return json.writeValueAsString(BoxShape.of(box));
    }

    BoxRow row(Collector me, long id) {
        return store.box(me, id).orElseThrow(() -> new NotFound("There is no box " + id + " in your collection."));
    }

    @Transactional
    public long add(Collector me, NewBox typed) {
        Map<String, Object> row = row(typed);
        if (store.boxes(me).size() >= MOST_BOXES) {
            throw Refusal.of("name", MOST_BOXES + " boxes are kept already.", "Delete one you have no more.");
        }
        return acts.act(me, () -> "Measured the box " + row.get("name"), () -> rows.add(me, "box", row));
    }

    /** A box like one of the starts. Part of the act under way. */
    long addStart(Collector me, int start) {
        Box.Start s = start(start);
        Set<String> taken = store.boxes(me).stream().map(BoxRow::name).collect(Collectors.toSet());
        // Two tins of one kind are told apart by number.
        String name = Stream.iterate(1, n -> n + 1)
                .map(n -> n == 1 ? s.name() : s.name() + ", no. " + n)
                .filter(n -> !taken.contains(n))
                .findFirst()
                .orElseThrow();
        return rows.add(me, "box", Map.of("name", name, "shape", kept(s.box()), "note", ""));
    }

    static Box.Start start(int number) {
        if (number < 0 || number >= Box.starts().size()) {
            throw Refusal.of(
                    "start",
                    "There is no such box to start from.",
                    "Choose one of " + Box.starts().size() + ".");
        }
        return Box.starts().get(number);
    }

    /** Changes a box. Versions of palettes keep it as it was; drafts are laid into the new one when they are changed to it. */
    @Transactional
    public void change(Collector me, long id, NewBox typed) {
        Map<String, Object> row = row(typed);
        acts.act(
                me,
                () -> "Changed the box " + row.get("name"),
                () -> rows.change(me, "box", id, row, typed.version(), () -> row(me, id)));
    }

    @Transactional
    public void delete(Collector me, long id) {
        String name = row(me, id).name();
        acts.act(me, () -> "Deleted the box " + name, () -> rows.remove(me, "box", id));
    }

    private Map<String, Object> row(NewBox typed) {
        if (typed.shape() == null) throw Refusal.of("shape", "The box is not measured.", "Measure its inside.");
        String name = Words.needed("name", typed.name(), 120);
        Map<String, Object> row = new HashMap<>();
        row.put("name", name);
        row.put("shape", kept(typed.shape().box()));
        row.put("note", Words.lines("note", Fields.text(typed.note()), 1000));
        return row;
    }

    // ---- sizes of pans ----------------------------------------------------------------------------------------------

    @Transactional
    public void size(Collector me, NewSize typed) {
        HoldingForm form = Fields.one("form", typed.form(), HoldingForm.values());
        if (typed.width() == null || typed.height() == null) {
            throw Refusal.of("width", "The pan is not measured.", "Half pans are usually 16 × 19 mm.");
        }
        PanSize size = new PanSize(form, typed.width(), typed.height());
        if (typed.maker() != null) ownership.require(me, "maker", typed.maker());
        if (store.sizes(me).size() >= MOST_SIZES) {
            throw Refusal.of("form", MOST_SIZES + " sizes are kept already.", "Delete one.");
        }
        acts.act(me, () -> "Measured a " + form.words(), () -> {
            store.sizes(me).stream()
                    .filter(s -> s.form().equals(form.name()) && java.util.Objects.equals(s.makerId(), typed.maker()))
                    .forEach(s -> rows.remove(me, "pan_size", s.id()));
            Map<String, Object> row = new HashMap<>();
            row.put("maker_id", typed.maker());
            row.put("form", form);
            row.put("width", size.width());
            row.put("height", size.height());
            rows.add(me, "pan_size", row);
        });
    }

    @Transactional
    public void forget(Collector me, long size) {
        acts.act(me, () -> "Forgot the size of a pan", () -> rows.remove(me, "pan_size", size));
    }

    /** A maker’s own size, one’s own usual, or what is usual. */
    PanSize size(List<PaletteStore.SizeRow> sizes, HoldingForm form, @Nullable Long maker) {
        return sizes.stream()
                .filter(s -> s.form().equals(form.name())
                        && (s.makerId() == null || s.makerId().equals(maker)))
                .min(java.util.Comparator.comparing(s -> s.makerId() == null))
                .map(s -> new PanSize(form, s.width(), s.height()))
                .orElseGet(() -> PanSize.usual(form));
    }

    // ---- which box takes them all -----------------------------------------------------------------------------------

    record PansToLay(
            @OneOf(HoldingForm.class) @Nullable String form,
            @Nullable Long maker,
            @Nullable Integer count) {}

    /** @param inside a box that is only measured, looked at beside one’s own */
    record LayAsked(
            @Nullable List<PansToLay> pans,
            @Nullable Double between,
            @Nullable BoxShape inside) {}

    record LaidPan(String sort, Rect box) {}

    record LeftOver(String sort, int count) {}

    /** @param box its number, or null for the one that was only measured; {@code bare} per cent of the inside */
    record LaidBox(
            @Nullable Long box,
            String name,
            double width,
            double height,
            boolean fits,
            String said,
            List<LaidPan> pans,
            List<LeftOver> left,
            double bare) {}

    record LaidSort(String sort, String words, double width, double height, int count) {}

    /** @param boxes those that take all first, the smallest first */
    record LaidBoxes(List<LaidSort> sorts, List<LaidBox> boxes) {}

    /** Lays pans into every box of one’s own, its rails taken out. */
    @Transactional(readOnly = true)
    public LaidBoxes lay(Collector me, LayAsked asked) {
        List<PansToLay> pans = asked.pans() == null ? List.of() : asked.pans();
        if (pans.isEmpty() || pans.size() > 40) {
            throw Refusal.of("pans", "Between 1 and 40 sorts of pans are laid.", "Write how many of each there are.");
        }
        List<PaletteStore.SizeRow> sizes = store.sizes(me);
        List<Packing.Pans> sorts = new ArrayList<>();
        List<LaidSort> words = new ArrayList<>();
        for (PansToLay p : pans) {
            HoldingForm form = Fields.one("form", p.form(), HoldingForm.HALF_PAN, HoldingForm.values());
            PanSize size = size(sizes, form, p.maker());
            int count = p.count() == null ? 1 : p.count();
            String id = String.valueOf(sorts.size());
            sorts.add(new Packing.Pans(id, size.width(), size.height(), count));
            words.add(new LaidSort(id, form.words(), size.width(), size.height(), count));
        }
        double between = asked.between() == null ? 0 : asked.between();
        List<LaidBox> all = new ArrayList<>();
        if (asked.inside() != null) {
            all.add(laid(null, "as measured", asked.inside().box(), between, sorts));
        }
        store.boxes(me).stream().limit(20).forEach(b -> all.add(laid(b.id(), b.name(), box(b), between, sorts)));
        all.sort(java.util.Comparator.comparing((LaidBox b) -> !b.fits())
                .thenComparingDouble(b -> b.width() * b.height() * (b.fits() ? 1 : -1)));
        return new LaidBoxes(words, all);
    }

    private LaidBox laid(@Nullable Long id, String name, Box box, double between, List<Packing.Pans> sorts) {
        Packing p = thinking.within(
                Duration.ofMillis(700), goOn -> Packing.of(box.width(), box.height(), between, sorts, goOn));
        return new LaidBox(
                id,
                name,
                box.width(),
                box.height(),
                p.fits(),
                p.said(),
                p.placed().stream().map(x -> new LaidPan(x.id(), x.box())).toList(),
                p.left().stream().map(x -> new LeftOver(x.id(), x.count())).toList(),
                100 * p.bare(box.width(), box.height()));
    }
}
