package molvet.server.sharing;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.collection.Accession;
import molvet.core.collection.EyeTrait;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Trait;
import molvet.core.sharing.DayOrder;
import molvet.core.sharing.Incoming;
import molvet.core.sharing.ListColumn;
import molvet.core.sharing.OwnList;
import molvet.core.sharing.OwnRow;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.collection.PaintStore;
import molvet.server.collection.Paints;
import molvet.server.collection.VoiceStore;
import molvet.server.maker.Makers;
import molvet.server.palette.Palettes;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.Fields;
import molvet.server.platform.Rows;
import molvet.server.platform.TableFile;
import molvet.server.shelf.Shelf;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Lists of one’s own: looked through, mended, and brought in as one act. */
@Service
public class Lists {
    private static final int MOST_NOTE = 4000;

    private final SharingStore store;
    private final OwnList list;
    private final Paints paints;
    private final PaintStore paintStore;
    private final Shelf shelf;
    private final Palettes palettes;
    private final BringingIn bringing;
    private final Acts acts;
    private final Rows rows;
    private final JsonMapper json;
    private final Clock clock;

    Lists(
            SharingStore store,
            LabelReader labels,
            Doubts doubts,
            Paints paints,
            PaintStore paintStore,
            Shelf shelf,
            Palettes palettes,
            BringingIn bringing,
            Acts acts,
            Rows rows,
            JsonMapper json,
            Clock clock) {
        this.store = store;
        this.list = new OwnList(labels, doubts);
        this.paints = paints;
        this.paintStore = paintStore;
        this.shelf = shelf;
        this.palettes = palettes;
        this.bringing = bringing;
        this.acts = acts;
        this.rows = rows;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What was chosen in the preview; all may be left out.
     *
     * @param columns by index from 0: what it holds
     * @param cells by row from 1 and column from 0: what the cell should say; {@code words} by column: for all that say the same
     * @param as by row: the number of the paint it is, such as M-0012, or “new”
     * @param more rows that are one holding more though one like it is there
     * @param days the order of days written in numbers; {@code form} of holdings that name none, NONE: such rows are wishes
     */
    public record Mend(
            @Nullable Map<Integer, String> columns,
            @Nullable Map<Integer, Map<Integer, String>> cells,
            @Nullable Map<Integer, Map<String, String>> words,
            @Nullable Map<Integer, String> as,
            @Nullable List<Integer> more,
            @Nullable List<Integer> leaveOut,
            @Nullable String days,
            @Nullable String form,
            @Nullable String currency) {
        static final Mend NONE = new Mend(null, null, null, null, null, null, null, null, null);

        OwnList.Mending mending() {
            Map<Integer, ListColumn> chosen = new HashMap<>();
            orEmpty(columns).forEach((c, k) -> chosen.put(c, Fields.one("columns", k, ListColumn.values())));
            boolean none = "NONE".equalsIgnoreCase(Fields.text(form));
            return new OwnList.Mending(
                    chosen,
                    orEmpty(cells),
                    orEmpty(words),
                    leaveOut == null ? Set.of() : Set.copyOf(leaveOut),
                    Fields.text(days).isBlank()
                            ? Optional.empty()
                            : Optional.of(Fields.one("days", days, DayOrder.values())),
                    none
                            ? Optional.empty()
                            : Optional.of(Fields.one("form", form, HoldingForm.TUBE, HoldingForm.values())),
                    currency(currency));
        }

        private static String currency(@Nullable String typed) {
            String code = Fields.text(typed).isBlank() ? "EUR" : typed.strip().toUpperCase(java.util.Locale.ROOT);
            if (CurrencyUnit.registeredCurrencies().stream()
                    .noneMatch(u -> u.getCode().equals(code))) {
                throw Refusal.of("currency", "There is no currency “" + code + "”.", "Write it like EUR, GBP or USD.");
            }
            return code;
        }

        Incoming.Choices choices() {
            return new Incoming.Choices(orEmpty(as), more == null ? Set.of() : Set.copyOf(more));
        }

        private static <K, V> Map<K, V> orEmpty(@Nullable Map<K, V> map) {
            return map == null ? Map.of() : map;
        }
    }

    Mend mend(String text) {
        if (text.isBlank()) return Mend.NONE;
        try {
            Mend read = json.readValue(text, Mend.class);
            return read == null ? Mend.NONE : read;
        } catch (JacksonException e) {
            throw Refusal.of(
                    "mend", "What was mended could not be read.", "Reload the page and choose the file again.");
        }
    }

    /** A file as read, and what each of its rows becomes. {@code said} of the act, once it is one. */
    record Looked(
            TableFile file,
            OwnList.Read read,
            List<Incoming.Becoming> rows,
            List<String> keepers,
            @Nullable String said) {
        long newPaints() {
            return rows.stream()
                    .filter(b -> b.known().isEmpty() && b.sameAsRow().isEmpty())
                    .count();
        }

        /** Holdings of paints that are new, and those that paints that are there get. */
        int holdings() {
            return rows.stream().mapToInt(Incoming.Becoming::more).sum();
        }
    }

    @Transactional(readOnly = true)
    public Looked preview(Collector me, byte[] bytes, Mend mend) {
        TableFile file = file(bytes);
        OwnList.Read read = list.read(file.cells(), mend.mending());
        Incoming.Shelved shelved = shelved(me);
        List<Incoming.Becoming> rows = Incoming.of(read, known(me), shelved, mend.choices());
        List<String> keepers = rows.stream()
                .flatMap(b -> b.places().stream())
                .map(PlaceCode::keeperCode)
                .filter(k -> !shelved.keepers().containsKey(k))
                .distinct()
                .map(k -> k.kind().words() + " " + k.number())
                .toList();
        return new Looked(file, read, rows, keepers, null);
    }

    private TableFile file(byte[] bytes) {
        boolean object = bytes.length > 1 && bytes.length <= TableFile.MOST_BYTES && bytes[0] == '{';
        Optional<TableFile> own =
                object ? OwnExport.table(TableFile.parsed(bytes, json), OwnList.MOST_ROWS) : Optional.empty();
        return own.orElseGet(() -> TableFile.read(bytes, json, OwnList.MOST_ROWS));
    }

    /** Brings a list in as one act; a list that changes nothing is none. */
    @Transactional
    public Looked take(Collector me, byte[] bytes, Mend mend) {
        acts.oneAtATime(me);
        Looked looked = preview(me, bytes, mend);
        if (looked.rows.stream().noneMatch(Incoming.Becoming::changes)) return looked;
        String said = said(looked);
        acts.act(me, () -> said, () -> {
            makeKeepers(me, looked);
            Map<Integer, Long> made = new HashMap<>();
            Map<String, List<Long>> lying = new LinkedHashMap<>();
            bringing.each(me, looked.rows, b -> {
                long paint = bring(me, b, made);
                b.palettes()
                        .forEach(p ->
                                lying.computeIfAbsent(p, k -> new ArrayList<>()).add(paint));
            });
            lying.forEach((palette, in) -> palettes.lay(me, palette, in)
                    .forEach(left -> addNote(me, left, "Palette: " + palette + ", where no well was free")));
        });
        return new Looked(looked.file, looked.read, looked.rows, looked.keepers, said);
    }

    private static String said(Looked looked) {
        long fresh = looked.newPaints();
        if (fresh + looked.holdings() == 0) return "Brought in a list: what it says of paints that were there";
        return "Brought in a list: " + fresh + (fresh == 1 ? " new paint, " : " new paints, ") + looked.holdings()
                + (looked.holdings() == 1 ? " holding" : " holdings");
    }

    private void makeKeepers(Collector me, Looked looked) {
        Set<PlaceCode.KeeperCode> there = shelved(me).keepers().keySet();
        looked.rows.stream()
                .flatMap(b -> b.places().stream())
                .filter(p -> !there.contains(p.keeperCode()))
                .collect(Collectors.groupingBy(PlaceCode::keeperCode, LinkedHashMap::new, Collectors.toList()))
                .values()
                .forEach(places -> shelf.makeFor(me, places));
    }

    /** @return the paint */
    private long bring(Collector me, Incoming.Becoming b, Map<Integer, Long> made) {
        OwnRow row = b.row();
        long paint;
        if (b.known().isPresent()) {
            paint = b.known().get().paint();
        } else if (b.sameAsRow().isPresent()) {
            paint = made.get(b.sameAsRow().get());
        } else {
            paint = paints.catalogue(me, paint(b));
            made.put(row.row(), paint);
        }
        if (b.known().isPresent() || b.sameAsRow().isPresent()) addNote(me, paint, note(b));
        for (int i = 0; i < b.more(); i++) paints.hold(me, paint, holding(row));
        b.places().forEach(p -> shelf.paintedAt(me, paint, p));
        b.seen().forEach((trait, step) -> paints.noted(me, paint, trait, step, null));
        return paint;
    }

    private static String note(Incoming.Becoming b) {
        String all = String.join("\n", b.noted());
        return all.length() > MOST_NOTE ? all.substring(0, MOST_NOTE) : all;
    }

    /** Adds what is not there yet, line by line. */
    private void addNote(Collector me, long paint, String note) {
        if (note.isEmpty()) return;
        PaintStore.PaintRow p = paintStore.paint(me, paint).orElseThrow();
        Set<String> there = p.note().lines().collect(Collectors.toSet());
        String more = note.lines().filter(l -> !there.contains(l)).distinct().collect(Collectors.joining("\n"));
        if (more.isEmpty()) return;
        String all = (p.note() + "\n" + more).strip();
        rows.change(me, "paint", paint, Map.of("note", all.length() > MOST_NOTE ? all.substring(0, MOST_NOTE) : all));
    }

    private static Paints.NewPaint paint(Incoming.Becoming b) {
        OwnRow r = b.row();
        return Paints.NewPaint.labelled(
                        r.name(),
                        r.otherNames(),
                        r.maker(),
                        r.line(),
                        null,
                        null,
                        r.labelText(),
                        r.series().isPresent() ? r.series().getAsInt() : null,
                        note(b),
                        new Makers.Claims(
                                r.claims().getOrDefault(Trait.LIGHTFASTNESS, ""),
                                r.claims().getOrDefault(Trait.TRANSPARENCY, ""),
                                r.claims().getOrDefault(Trait.STAINING, ""),
                                r.claims().getOrDefault(Trait.GRANULATION, "")))
                .wished(r.wished());
    }

    private static Paints.NewHolding holding(OwnRow r) {
        return new Paints.NewHolding(
                r.form().orElseThrow().name(),
                r.volume().map(v -> v.ml().toPlainString()).orElse(null),
                r.left(),
                r.state().name(),
                r.keptWhere(),
                r.from(),
                r.cameOn().map(LocalDate::toString).orElse(null),
                r.price().map(p -> p.getAmount().toPlainString()).orElse(null),
                r.price().map(p -> p.getCurrencyUnit().getCode()).orElse(null),
                r.holdingNote(),
                null);
    }

    // ---- what is there ----------------------------------------------------------------------------------------------

    private List<Incoming.Known> known(Collector me) {
        Map<Long, List<Incoming.KnownHolding>> holdings = store.holdings(me).stream()
                .collect(Collectors.groupingBy(
                        PaintStore.HoldingRow::paintId, Collectors.mapping(Lists::holding, Collectors.toList())));
        Map<Long, Set<PlaceCode>> places = new HashMap<>();
        store.placed(me)
                .forEach(p -> places.computeIfAbsent(p.paintId(), k -> new HashSet<>())
                        .add(place(p)));
        Map<Long, Map<EyeTrait, Set<String>>> seen = new HashMap<>();
        store.seen(me)
                .forEach(o -> seen.computeIfAbsent(o.paintId(), k -> new HashMap<>())
                        .computeIfAbsent(EyeTrait.valueOf(o.trait()), k -> new HashSet<>())
                        .add(o.value()));
        Map<Long, List<String>> lying = store.lying(me);
        List<Incoming.Known> all = new ArrayList<>();
        for (SharingStore.PaintRow p : store.paints(me)) {
            all.add(new Incoming.Known(
                    p.id(),
                    new Accession(p.accession()).toString(),
                    p.name(),
                    p.maker(),
                    VoiceStore.recipe(p.recipe()),
                    holdings.getOrDefault(p.id(), List.of()),
                    places.getOrDefault(p.id(), Set.of()),
                    seen.getOrDefault(p.id(), Map.of()),
                    Set.copyOf(lying.getOrDefault(p.id(), List.of())),
                    p.note()));
        }
        return all;
    }

    private static Incoming.KnownHolding holding(PaintStore.HoldingRow h) {
        return new Incoming.KnownHolding(
                HoldingForm.valueOf(h.form()),
                Optional.ofNullable(h.volume()),
                h.price() == null || h.currency() == null
                        ? Optional.empty()
                        : Optional.of(
                                Money.of(CurrencyUnit.of(h.currency()), h.price(), java.math.RoundingMode.HALF_UP)),
                Optional.ofNullable(h.cameOn()),
                h.cameFrom(),
                HoldingState.valueOf(h.state()));
    }

    private static PlaceCode place(SharingStore.PlacedRow p) {
        return new Keeper(KeeperKind.valueOf(p.kind()), p.number(), p.pages(), p.cells()).place(p.position());
    }

    private Incoming.Shelved shelved(Collector me) {
        Map<Long, String> names = store.paints(me).stream()
                .collect(Collectors.toMap(
                        SharingStore.PaintRow::id, p -> p.name() + " (" + new Accession(p.accession()) + ")"));
        Map<PlaceCode, String> holders = new HashMap<>();
        store.placed(me).forEach(p -> holders.put(place(p), names.getOrDefault(p.paintId(), "another swatch")));
        Map<PlaceCode.KeeperCode, Keeper> keepers = new HashMap<>();
        store.keepers(me).forEach(k -> {
            KeeperKind kind = KeeperKind.valueOf(k.kind());
            keepers.put(new PlaceCode.KeeperCode(kind, k.number()), new Keeper(kind, k.number(), k.pages(), k.cells()));
        });
        return new Incoming.Shelved(holders, keepers);
    }
}
