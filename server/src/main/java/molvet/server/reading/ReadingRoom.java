package molvet.server.reading;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.colour.Lab;
import molvet.core.pigment.Grade;
import molvet.core.pigment.Trait;
import molvet.core.platform.TermKind;
import molvet.core.reading.CellReading;
import molvet.core.reading.Covering;
import molvet.core.reading.Lifting;
import molvet.core.reading.ReadingTerms;
import molvet.core.reading.SwatchReading;
import molvet.core.reading.Trust;
import molvet.server.collection.Measured;
import molvet.server.collection.Witness;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** What reading brings to the house, and what it knows of paints: their measurements. */
@Component
class ReadingRoom implements Room, Witness {
    private final ReadingStore store;
    private final SheetReadingStore sheets;
    /** Asked for late, since it is made of what rooms bring. */
    private final ObjectProvider<SheetReadingViews> views;

    private final Allowance allowance;
    private final Clock clock;

    ReadingRoom(
            ReadingStore store,
            SheetReadingStore sheets,
            ObjectProvider<SheetReadingViews> views,
            Allowance allowance,
            Clock clock) {
        this.store = store;
        this.sheets = sheets;
        this.views = views;
        this.allowance = allowance;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "reading";
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.kept("picture").travelling().sameBy("sha256", "at"),
                // Worked out anew from its picture when a better arithmetic comes.
                Table.of("reading")
                        .words("source", "PICKED", "SHEET", "METER")
                        .words("stage", SheetReadings.Stage.class)
                        .apart(SheetJob.RENEWED)
                        .sameBy("swatch_id", "source", "cell", "at"),
                // The queue moves it on without an act.
                Table.of("scan")
                        .words("stage", SheetReadings.Stage.class)
                        .words("state", "QUEUED", "READING", "PROPOSED", "ACCEPTED", "FAILED", "STOPPED")
                        .words("trust", Trust.class)
                        .apart("progress", "arithmetic", "reader")
                        .sameBy("picture_id", "queued_at"),
                Table.kept("scan_cell").travelling(),
                // A checker seen later adds to it without an act.
                Table.of("device").apart("patches"));
    }

    @Override
    public Map<String, String> facts() {
        return Map.of("reading", "select paint_id from swatch where id = :swatch_id and collector_id = :me");
    }

    @Override
    public Optional<Measured> measured(Collector me, long paint) {
        return store.counting(me, paint);
    }

    @Override
    public Optional<Grade> grade(Trait trait, Measured m) {
        return switch (trait) {
            case GRANULATION ->
                m.variation() != null
                        ? Optional.of(CellReading.granulates(m.variation(), m.arithmetic()))
                        // Contrast alone tells it only as the first arithmetic measured it.
                        : m.arithmetic() == 1 || m.arithmetic() >= SwatchReading.ARITHMETIC
                                ? Optional.of(SwatchReading.granulates(m.granulation()))
                                : Optional.empty();
            case TRANSPARENCY ->
                Optional.ofNullable(m.covering())
                        .map(c -> Covering.transparency(c, new Lab(m.massL(), m.massA(), m.massB())));
            case STAINING -> Optional.ofNullable(m.staining()).map(Lifting::stains);
            case LIGHTFASTNESS -> Optional.empty();
        };
    }

    @Override
    public void check(Collector me) {
        allowance.check(me);
        sheets.scans(me, Integer.MAX_VALUE).forEach(s -> views.getObject().view(me, s.id()));
    }

    @Override
    public List<TermKind> terms() {
        return ReadingTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses()
                .on(
                        ReadingTerms.DRYING,
                        in -> "p.id in (select y.paint_id from swatch y left join chart_cell c on c.swatch_id = y.id"
                                + " where y.collector_id = :me and y.state = 'CURRENT'"
                                + " and y.kind not in ('STRIP', 'WRAPPER', 'LEAFLET') and (c.id is not null and c.dry_at is null"
                                + " or c.id is null and y.painted_on >= "
                                + in.put(LocalDate.now(clock.withZone(ZoneOffset.UTC))
                                        .minus(ReadingTerms.DRIES))
                                + " and not exists (select 1 from reading z where z.swatch_id = y.id)))")
                .on(
                        ReadingTerms.NOT_READ,
                        "p.swatch_id is not null and not exists (select 1 from reading z where z.swatch_id = p.swatch_id"
                                + " and z.collector_id = :me)");
    }

    @Override
    public List<String> waiting() {
        return List.of("drying", "not read");
    }
}
