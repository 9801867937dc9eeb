package molvet.server.sharing;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import molvet.core.collection.Accession;
import molvet.core.sharing.DayOrder;
import molvet.core.sharing.Incoming;
import molvet.core.sharing.ListColumn;
import molvet.core.sharing.OwnList;
import molvet.server.platform.Collector;
import molvet.server.platform.OneOf;
import molvet.server.platform.TableFile;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** A list of one’s own on its way in. */
@RestController
class ImportController {
    private static final int MOST_PAINTS_SHOWN = 2000;

    private final Lists lists;
    private final Whole whole;
    private final BringingIn bringing;

    ImportController(Lists lists, Whole whole, BringingIn bringing) {
        this.lists = lists;
        this.whole = whole;
        this.bringing = bringing;
    }

    /** {@code as}: what the column is taken for, and why. */
    record ListColumnView(
            int index,
            String heading,
            @OneOf(ListColumn.class) String as,
            String because) {}

    /** {@code mend}: what the cell likely should say, or the number of the paint it likely is; {@code cell} what it says. */
    record ListDoubtView(int column, String message, String mend, String cell, boolean keptOut) {}

    /**
     * @param becomes DOUBT where something is to be looked at; it is taken all the same unless a doubt says that it is kept out
     * @param paint the paint it is, where it is one that is there; {@code accession} its number
     * @param sameAsRow the earlier row of the list that is the same paint
     */
    record ListRowView(
            int row,
            @OneOf(Incoming.Kind.class) String becomes,
            @Nullable Long paint,
            @Nullable String accession,
            @Nullable Integer sameAsRow,
            String name,
            String maker,
            List<String> recipe,
            String holding,
            List<String> places,
            List<String> notes,
            List<ListDoubtView> doubts) {}

    /** One way to write days. */
    record DayOrderView(@OneOf(DayOrder.class) String order, String example) {}

    /**
     * @param days ways in which its days could be written, to be asked once; empty where it is plain
     * @param unformed rows that own paint in a form they do not name
     * @param keepers that are made on the way
     * @param said of the act, once the list was brought in; left out where nothing changed
     */
    record ListPreview(
            String file,
            List<String> notes,
            int heading,
            List<ListColumnView> columns,
            List<String> choices,
            List<ListRowView> rows,
            Map<String, Integer> counts,
            List<DayOrderView> days,
            int unformed,
            List<String> keepers,
            @Nullable String said) {}

    @PostMapping(path = "/api/collection/import/preview", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ListPreview preview(
            Collector me, @RequestPart("file") MultipartFile file, @RequestParam(defaultValue = "") String mend)
            throws IOException {
        return whole(file, own -> view(whole.plan(me, own), null))
                .orElseGet(() -> view(lists.preview(me, bytes(file), lists.mend(mend))));
    }

    @PostMapping(path = "/api/collection/import", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ListPreview take(
            Collector me, @RequestPart("file") MultipartFile file, @RequestParam(defaultValue = "") String mend)
            throws IOException {
        return whole(file, own -> {
                    Whole.Took took = whole.take(me, own);
                    return view(took.plan(), took.said().orElse(null));
                })
                .orElseGet(() -> view(lists.take(me, bytes(file), lists.mend(mend))));
    }

    /** @param done rows of {@code all}; both left out while nothing is brought in, and once the rows are in */
    record BroughtIn(@Nullable Integer done, @Nullable Integer all) {}

    /** How far the list is that is being brought in, as the server that does it knows. */
    @GetMapping("/api/collection/import/progress")
    BroughtIn progress(Collector me) {
        return bringing.far(me)
                .map(far -> new BroughtIn(far.done(), far.all()))
                .orElseGet(() -> new BroughtIn(null, null));
    }

    /** Stops the list that is being brought in: nothing of it is kept. */
    @DeleteMapping("/api/collection/import/progress")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(Collector me) {
        bringing.stop(me);
    }

    private static byte[] bytes(MultipartFile file) {
        try {
            return TableFile.bytes(file.getInputStream());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** If the file is Molvet’s own export with all its rows. */
    private Optional<ListPreview> whole(MultipartFile file, Function<WholeFile, ListPreview> own) throws IOException {
        Path kept = Files.createTempFile("molvet-import", ".tmp");
        try {
            file.transferTo(kept);
            Optional<WholeFile> opened = whole.file(kept);
            if (opened.isEmpty()) return Optional.empty();
            try (WholeFile export = opened.get()) {
                return Optional.of(own.apply(export));
            }
        } finally {
            Files.deleteIfExists(kept);
        }
    }

    /** An export has no columns and no doubts: each of its paints is here, or is new. */
    private static ListPreview view(Whole.Plan plan, @Nullable String said) {
        List<ListRowView> rows = new ArrayList<>();
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (Incoming.Kind k : Incoming.Kind.values()) counts.put(k.name(), 0);
        for (Whole.Coming c : plan.of("paint")) {
            String becomes =
                    (c.here == null || said != null && c.isMade() ? Incoming.Kind.NEW : Incoming.Kind.HAVE).name();
            counts.merge(becomes, 1, Integer::sum);
            if (rows.size() < MOST_PAINTS_SHOWN) rows.add(paint(rows.size() + 1, becomes, c));
        }
        counts.put("KEPT_OUT", 0);
        counts.put("NEW_PAINTS", counts.get(Incoming.Kind.NEW.name()));
        List<String> notes = new ArrayList<>();
        Map<String, Integer> fresh = Whole.fresh(plan);
        counts.put("HOLDINGS", fresh.getOrDefault("holding", 0));
        if (said == null && !fresh.isEmpty()) notes.add("New: " + Whole.counted(fresh) + ".");
        if (said == null && !plan.isNew()) notes.add("All of it is here already.");
        else if (counts.get(Incoming.Kind.HAVE.name()) > 0) {
            notes.add("Paints that are here stay as they are; what belongs to them and is not here comes in.");
        }
        if (said != null || plan.isNew()) notes.addAll(plan.notes());
        return new ListPreview(
                "Molvet’s export", notes, 0, List.of(), List.of(), rows, counts, List.of(), 0, List.of(), said);
    }

    private static ListRowView paint(int row, String becomes, Whole.Coming c) {
        return new ListRowView(
                row,
                becomes,
                c.here,
                c.row.get("accession") instanceof Number n ? new Accession(n.intValue()).toString() : null,
                null,
                String.valueOf(c.row.get("name")),
                c.row.get("maker_id") instanceof Whole.Coming m ? String.valueOf(m.row.get("name")) : "",
                List.of(),
                "",
                List.of(),
                List.of(),
                List.of());
    }

    private static ListPreview view(Lists.Looked looked) {
        OwnList.Read read = looked.read();
        List<List<String>> cells = looked.file().cells();
        List<ListColumnView> columns = new ArrayList<>();
        for (int c = 0; c < read.columns().size(); c++) {
            columns.add(new ListColumnView(
                    c,
                    read.heading() == 0 ? "" : cell(cells, read.heading(), c),
                    read.columns().get(c).name(),
                    read.becauses().get(c)));
        }
        List<ListRowView> rows = new ArrayList<>();
        looked.rows().forEach(b -> rows.add(row(b, cells)));
        read.doubts().stream().filter(OwnList.Doubt::keptOut).forEach(d -> rows.add(out(d, cells)));
        rows.sort(java.util.Comparator.comparingInt(ListRowView::row));
        List<String> notes = new ArrayList<>(looked.file().notes());
        notes.addAll(read.said());
        return new ListPreview(
                looked.file().kind(),
                notes,
                read.heading(),
                columns,
                Arrays.stream(ListColumn.values()).map(Enum::name).toList(),
                rows,
                counts(looked, rows),
                read.orders().stream()
                        .map(o -> new DayOrderView(o.name(), o.example()))
                        .toList(),
                read.unformed(),
                looked.keepers(),
                looked.said());
    }

    private static Map<String, Integer> counts(Lists.Looked looked, List<ListRowView> rows) {
        Map<String, Integer> counts = new LinkedHashMap<>();
        for (Incoming.Kind k : Incoming.Kind.values()) counts.put(k.name(), 0);
        rows.forEach(r -> counts.merge(r.becomes, 1, Integer::sum));
        counts.put("KEPT_OUT", rows.size() - looked.rows().size());
        counts.put("NEW_PAINTS", (int) looked.newPaints());
        counts.put("HOLDINGS", looked.holdings());
        return counts;
    }

    private static ListRowView row(Incoming.Becoming b, List<List<String>> cells) {
        String holding = b.row().quantity() == 0
                ? "wished for"
                : (b.row().quantity() > 1 ? b.row().quantity() + " × " : "")
                        + b.row().volume().map(v -> v + " ").orElse("")
                        + b.row().form().orElseThrow().words();
        return new ListRowView(
                b.row().row(),
                b.kind().name(),
                b.known().map(Incoming.Known::paint).orElse(null),
                b.known().map(Incoming.Known::accession).orElse(null),
                b.sameAsRow().orElse(null),
                b.row().name(),
                b.row().maker(),
                b.row().recipe().pigments().stream().map(Object::toString).toList(),
                holding,
                b.places().stream().map(Object::toString).toList(),
                b.notes(),
                b.doubts().stream().map(d -> doubt(d, cells)).toList());
    }

    private static ListRowView out(OwnList.Doubt d, List<List<String>> cells) {
        String words = cells.get(d.row() - 1).stream()
                .filter(c -> !c.isBlank())
                .limit(4)
                .collect(Collectors.joining(" · "));
        return new ListRowView(
                d.row(),
                Incoming.Kind.DOUBT.name(),
                null,
                null,
                null,
                words.length() > 120 ? words.substring(0, 119) + "…" : words,
                "",
                List.of(),
                "",
                List.of(),
                List.of(),
                List.of(doubt(d, cells)));
    }

    private static ListDoubtView doubt(OwnList.Doubt d, List<List<String>> cells) {
        return new ListDoubtView(
                d.column(), d.message(), d.mend(), d.column() < 0 ? "" : cell(cells, d.row(), d.column()), d.keptOut());
    }

    private static String cell(List<List<String>> cells, int row, int column) {
        List<String> all = cells.get(row - 1);
        return column < all.size() ? all.get(column) : "";
    }
}
