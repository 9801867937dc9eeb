package molvet.server.reading;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import molvet.core.colour.Lab;
import molvet.core.measure.Refusal;
import molvet.core.measure.Words;
import molvet.server.colour.LabValue;
import molvet.server.platform.Acts;
import molvet.server.platform.Collector;
import molvet.server.platform.NotFound;
import molvet.server.platform.Rows;
import molvet.server.shelf.Shelf;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Values of a hand-held colour meter: read, tied to paints, and kept as readings. */
@Service
class Meter {
    private static final Pattern NUMBERED = Pattern.compile("\\bM-(\\d{1,9})\\b");
    private static final Pattern TINT = Pattern.compile("(?i)\\s+(tint|palest)\\s*$");
    private static final Pattern FULL = Pattern.compile("(?i)\\s+(full|mass tone|masstone)\\s*$");

    private final ReadingStore store;
    private final Shelf shelf;
    private final Acts acts;
    private final Clock clock;
    private final Rows rows;

    Meter(ReadingStore store, Shelf shelf, Acts acts, Clock clock, Rows rows) {
        this.rows = rows;
        this.store = store;
        this.shelf = shelf;
        this.acts = acts;
        this.clock = clock;
    }

    /** One measured paint. {@code paint}: the one it is taken for, if its name or number tells. */
    record MeterValue(
            String name,
            @Nullable Long paint,
            @Nullable String paintName,
            LabValue massTone,
            @Nullable LabValue tint,
            boolean fromSpectrum) {}

    record MeterValues(List<MeterValue> values, int known) {}

    record MeterLine(
            long paint, LabValue massTone, @Nullable LabValue tint) {}

    record MeterLines(List<MeterLine> values) {}

    record MeterText(String text) {}

    /** Two values of one name, the second ending in “tint”, are one paint at full strength and palest. */
    @Transactional(readOnly = true)
    public MeterValues read(Collector me, byte[] file) {
        Map<String, ReadingStore.NamedPaint> byName = new HashMap<>();
        Map<Integer, ReadingStore.NamedPaint> byNumber = new HashMap<>();
        for (ReadingStore.NamedPaint p : store.named(me)) {
            byName.putIfAbsent(Words.folded(p.name()), p);
            byNumber.put(p.accession(), p);
        }
        Map<String, MeterValue> all = new LinkedHashMap<>();
        for (ColourFile.Named n : ColourFile.read(file)) {
            boolean tint = TINT.matcher(n.name()).find();
            String name = FULL.matcher(TINT.matcher(n.name()).replaceFirst("")).replaceFirst("");
            MeterValue before = all.get(name);
            LabValue lab = LabValue.of(n.lab());
            Matcher number = NUMBERED.matcher(name);
            Optional<ReadingStore.NamedPaint> paint = number.find()
                    ? Optional.ofNullable(byNumber.get(Integer.parseInt(number.group(1))))
                    : Optional.ofNullable(byName.get(Words.folded(name)));
            all.put(
                    name,
                    new MeterValue(
                            name,
                            paint.map(ReadingStore.NamedPaint::id).orElse(null),
                            paint.map(ReadingStore.NamedPaint::name).orElse(null),
                            tint && before != null ? before.massTone() : lab,
                            tint ? lab : before == null ? null : before.tint(),
                            n.spectrum().isPresent()));
        }
        return new MeterValues(List.copyOf(all.values()), (int)
                all.values().stream().filter(v -> v.paint() != null).count());
    }

    /** Keeps them as readings; a paint without a swatch gets one that is not filed yet. One act. */
    @Transactional
    public int keep(Collector me, MeterLines typed) {
        List<MeterLine> lines = typed.values() == null ? List.of() : typed.values();
        if (lines.isEmpty() || lines.size() > ColourFile.MOST_VALUES) {
            throw Refusal.of("values", "There is nothing to keep.", "Choose between 1 and 5,000 values.");
        }
        for (MeterLine l : lines) {
            if (l == null || l.massTone() == null) {
                throw Refusal.of("values", "A value has no colour.", "Give l, a and b of each.");
            }
            if (!store.hasPaint(me, l.paint()))
                throw new NotFound("There is no paint " + l.paint() + " in your collection.");
        }
        LocalDate today = LocalDate.ofInstant(clock.instant(), ZoneOffset.UTC);
        acts.act(
                me,
                () -> "Kept " + lines.size() + (lines.size() == 1 ? " value" : " values") + " of a colour meter",
                () -> {
                    for (MeterLine l : lines) {
                        long swatch = store.currentSwatch(me, l.paint())
                                .orElseGet(() -> shelf.paintedCell(
                                        me,
                                        l.paint(),
                                        today,
                                        "measured with a meter",
                                        Shelf.Piece.unmeasured(Shelf.SwatchKind.CARD)));
                        Lab full = l.massTone().lab();
                        Lab tint = l.tint() == null ? full : l.tint().lab();
                        rows.add(
                                me,
                                "reading",
                                NewReading.metered(full, tint)
                                        .onto(swatch, clock.instant())
                                        .row());
                    }
                });
        return lines.size();
    }

    /** What was measured of a chart’s cells, in their order, as “M-0137 Tern Grey full” and “… tint”. */
    @Transactional(readOnly = true)
    public List<ColourFile.Named> ofChart(Collector me, long chart) {
        List<ColourFile.Named> all = new ArrayList<>();
        for (ReadingStore.MeasuredCell m : store.measuredOnChart(me, chart)) {
            String name = String.format(Locale.ROOT, "M-%04d %s", m.accession(), m.name());
            all.add(ColourFile.Named.of(name + " full", new Lab(m.massL(), m.massA(), m.massB())));
            all.add(ColourFile.Named.of(name + " tint", new Lab(m.tintL(), m.tintA(), m.tintB())));
        }
        if (all.isEmpty()) {
            throw Refusal.of("chart", "Nothing of this chart is measured yet.", "Read a picture of it first.");
        }
        return all;
    }
}
