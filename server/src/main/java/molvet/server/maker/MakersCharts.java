package molvet.server.maker;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import molvet.core.maker.ChartChange;
import molvet.core.maker.ChartRow;
import molvet.core.maker.ChartTable;
import molvet.core.maker.ColourStatus;
import molvet.core.maker.Sizes;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Doubts;
import molvet.core.pigment.LabelReader;
import molvet.core.pigment.Trait;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.platform.TableFile;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Makers' charts in from tables and out again. Paints keep their edition; those that no chart listed are tied to this one. */
@Service
public class MakersCharts {
    private final MakerStore store;
    private final ChartTable table;
    private final LabelReader labels;
    private final Acts acts;
    private final JsonMapper json;
    private final Clock clock;
    private final Rows rows;
    private final Makers makers;
    private final Makers.Listing listing;

    MakersCharts(
            MakerStore store,
            LabelReader labels,
            Doubts doubts,
            Acts acts,
            JsonMapper json,
            Clock clock,
            Rows rows,
            Makers makers,
            Makers.Listing listing) {
        this.makers = makers;
        this.listing = listing;
        this.rows = rows;
        this.store = store;
        this.table = new ChartTable(labels, doubts);
        this.labels = labels;
        this.acts = acts;
        this.json = json;
        this.clock = clock;
    }

    /**
     * What was mended in the preview: columns by index from 0, cells by row from 1 and column from 0, rows left out.
     *
     * @param currency of prices that name none; {@code whole}: colours the chart leaves out are withdrawn
     */
    public record Mend(
            @Nullable Map<Integer, String> columns,
            @Nullable Map<Integer, Map<Integer, String>> cells,
            @Nullable List<Integer> leaveOut,
            @Nullable String currency,
            @Nullable Boolean whole,
            @Nullable String edition) {
        static final Mend NONE = new Mend(null, null, null, null, null, null);

        ChartTable.Mending mending() {
            Map<Integer, ChartTable.Column> chosen = new HashMap<>();
            (columns == null ? Map.<Integer, String>of() : columns)
                    .forEach((c, k) -> chosen.put(
                            c,
                            Arrays.stream(ChartTable.Column.values())
                                    .filter(v -> v.name().equals(k))
                                    .findFirst()
                                    .orElseThrow(() -> Refusal.of(
                                            "columns", "There is no column “" + k + "”.", "Choose one of the list."))));
            return new ChartTable.Mending(
                    chosen, cells == null ? Map.of() : cells, leaveOut == null ? Set.of() : Set.copyOf(leaveOut));
        }
    }

    /** What a file becomes: as read, and what it changes in the line. */
    public record Reading(TableFile file, ChartTable.Read read, List<ChartChange> changes) {}

    Mend mend(String text) {
        if (text.isBlank()) return Mend.NONE;
        try {
            return json.readValue(text, Mend.class);
        } catch (tools.jackson.core.JacksonException e) {
            throw Refusal.of(
                    "mend", "What was mended could not be read.", "Reload the page and choose the file again.");
        }
    }

    @Transactional(readOnly = true)
    public Reading preview(Collector me, long line, byte[] bytes, Mend mend) {
        TableFile file = TableFile.read(bytes, json, ChartTable.MOST_ROWS);
        ChartTable.Read read = table.read(
                file.cells(), mend.currency == null || mend.currency.isBlank() ? "EUR" : mend.currency, mend.mending());
        List<ChartChange> changes = ChartChange.between(known(me, line), read.rows());
        boolean whole = !Boolean.FALSE.equals(mend.whole);
        return new Reading(
                file,
                read,
                changes.stream().filter(c -> whole || c.after().isPresent()).toList());
    }

    /** Takes a chart in, in one act. @return how many colours it changed */
    @Transactional
    public Reading take(Collector me, long line, byte[] bytes, Mend mend) {
        Reading reading = preview(me, line, bytes, mend);
        MakerStore.LineRow l = store.line(me, line).orElseThrow(() -> new NotFound("There is no such line."));
        Map<Long, List<MakerStore.EditionRow>> editions =
                store.editions(me, line).stream().collect(Collectors.groupingBy(MakerStore.EditionRow::colourId));

        long changed =
                reading.changes.stream().filter(c -> !c.kinds().isEmpty()).count();
        String edition = mend.edition == null || mend.edition.isBlank()
                ? "since " + LocalDate.now(clock).getYear()
                : molvet.core.measure.Words.line("edition", mend.edition, 80);
        int[] tied = {0};
        acts.act(
                me,
                () -> "Took in the chart of " + l.name() + ": " + changed + " colours"
                        + (tied[0] == 0
                                ? ""
                                : ", and tied " + tied[0] + (tied[0] == 1 ? " paint" : " paints") + " to them"),
                () -> {
                    for (ChartChange c : reading.changes) apply(me, line, c, editions, edition);
                    tied[0] = listing.listed(me, line);
                });
        return reading;
    }

    private void apply(
            Collector me, long line, ChartChange c, Map<Long, List<MakerStore.EditionRow>> editions, String edition) {
        if (c.kinds().isEmpty()) return;
        if (c.after().isEmpty()) {
            rows.change(me, "colour", c.before().orElseThrow().colour(), Map.of("status", ColourStatus.DISCONTINUED));
            return;
        }
        ChartRow row = c.after().get();
        if (c.before().isEmpty()) {
            long id = rows.add(
                    me,
                    "colour",
                    new MakerStore.ColourRow(
                            0,
                            line,
                            row.catalogueNumber(),
                            row.name(),
                            row.series() == 0 ? null : row.series(),
                            row.status().name(),
                            1));
            makers.addNames(me, id, row.names());
            rows.add(me, "edition", editionOf(id, row, "first known", null, ""));
            return;
        }
        long id = c.before().get().colour();
        MakerStore.ColourRow was = store.colour(me, id).orElseThrow();
        rows.change(
                me,
                "colour",
                id,
                new MakerStore.ColourRow(
                        id,
                        line,
                        row.catalogueNumber().isEmpty() ? was.catalogueNumber() : row.catalogueNumber(),
                        row.name(),
                        row.series() == 0 ? was.series() : Integer.valueOf(row.series()),
                        row.status().name(),
                        was.version()));
        List<MakerStore.EditionRow> old = editions.getOrDefault(id, List.of());
        boolean another = c.kinds().contains(ChartChange.Kind.REFORMULATED)
                || c.kinds().contains(ChartChange.Kind.RESIZED)
                || c.kinds().contains(ChartChange.Kind.OTHER_CLAIMS);
        if (another || old.isEmpty()) {
            String last = old.isEmpty() || !row.labelText().isEmpty()
                    ? ""
                    : old.get(0).labelText();
            rows.add(
                    me,
                    "edition",
                    editionOf(id, row, edition, LocalDate.now(clock).getYear(), last));
        } else if (c.kinds().contains(ChartChange.Kind.REPRICED)) {
            rows.change(
                    me, "edition", old.get(0).id(), Map.of("sizes", row.sizes().toString()));
        }
    }

    private static MakerStore.EditionRow editionOf(
            long colour, ChartRow row, String label, @Nullable Integer year, String otherwise) {
        return new MakerStore.EditionRow(
                0,
                colour,
                label,
                year,
                row.labelText().isEmpty() ? otherwise : row.labelText(),
                row.sizes().toString(),
                row.claim(Trait.LIGHTFASTNESS),
                row.claim(Trait.TRANSPARENCY),
                row.claim(Trait.STAINING),
                row.claim(Trait.GRANULATION),
                row.note());
    }

    /** A line's colours as a chart lists them, by their newest editions. */
    List<ChartChange.Known> known(Collector me, long line) {
        Map<Long, List<MakerStore.EditionRow>> editions =
                store.editions(me, line).stream().collect(Collectors.groupingBy(MakerStore.EditionRow::colourId));
        Map<Long, List<MakerStore.NameRow>> names =
                store.names(me, line).stream().collect(Collectors.groupingBy(MakerStore.NameRow::colourId));
        List<ChartChange.Known> all = new ArrayList<>();
        int row = 1;
        for (MakerStore.ColourRow c : store.colours(me, line)) {
            MakerStore.EditionRow e = editions.getOrDefault(c.id(), List.of()).stream()
                    .findFirst()
                    .orElse(null);
            Map<Trait, String> claims = new EnumMap<>(Trait.class);
            if (e != null) {
                put(claims, Trait.LIGHTFASTNESS, e.claimLightfastness());
                put(claims, Trait.TRANSPARENCY, e.claimTransparency());
                put(claims, Trait.STAINING, e.claimStaining());
                put(claims, Trait.GRANULATION, e.claimGranulation());
            }
            Map<String, String> others = new LinkedHashMap<>();
            names.getOrDefault(c.id(), List.of()).forEach(n -> others.put(n.language(), n.name()));
            all.add(new ChartChange.Known(
                    c.id(),
                    new ChartRow(
                            row++,
                            c.catalogueNumber(),
                            c.name(),
                            others,
                            e == null ? "" : e.labelText(),
                            labels.read(e == null ? "" : e.labelText()).recipe(),
                            c.series() == null ? 0 : c.series(),
                            claims,
                            e == null ? new Sizes(List.of()) : sizes(e.sizes()),
                            ColourStatus.valueOf(c.status()),
                            e == null ? "" : e.note())));
        }
        return all;
    }

    private static void put(Map<Trait, String> claims, Trait trait, String written) {
        if (!written.isEmpty()) claims.put(trait, written);
    }

    private static Sizes sizes(String kept) {
        try {
            return Sizes.parse(kept, "EUR");
        } catch (Refusal wordsOnly) {
            return new Sizes(List.of());
        }
    }
}
