package molvet.server.collection;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import molvet.core.collection.Accession;
import molvet.core.colour.Lab;
import molvet.server.account.Collector;
import molvet.server.account.Utc;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Repository;

/** All SQL of paints, holdings and observations; finding is in {@link FindStore}. */
@Repository
public class PaintStore {
    private final JdbcClient db;
    private final JdbcTemplate batch;

    PaintStore(JdbcClient db, JdbcTemplate batch) {
        this.db = db;
        this.batch = batch;
    }

    /** What the collector typed of a paint. */
    public record PaintRow(
            long id,
            int accession,
            String name,
            @Nullable Long makerId,
            @Nullable Long lineId,
            @Nullable Long colourId,
            @Nullable Long editionId,
            String labelText,
            @Nullable Integer series,
            boolean wished,
            String note,
            String claimLightfastness,
            String claimTransparency,
            String claimStaining,
            String claimGranulation,
            LocalDateTime createdAt,
            int version,
            @Nullable String family) {
        public Accession number() {
            return new Accession(accession);
        }
    }

    public record HoldingRow(
            long id,
            long paintId,
            String form,
            @Nullable BigDecimal volume,
            int leftPercent,
            String state,
            String keptWhere,
            String cameFrom,
            @Nullable LocalDate cameOn,
            @Nullable BigDecimal price,
            @Nullable String currency,
            String note,
            int version) {}

    public record ObservationRow(
            long id,
            long paintId,
            String trait,
            String value,
            String source,
            String note,
            LocalDate seenOn,
            LocalDateTime createdAt,
            String paper,
            @Nullable Long chartId) {}

    /** The measurement that counts for a paint. */
    public record ReadingRow(
            long id,
            double massL,
            double massA,
            double massB,
            double tintL,
            double tintA,
            double tintB,
            double granulation,
            @Nullable Double covering,
            @Nullable Double variation,
            @Nullable Double staining,
            int arithmetic,
            LocalDateTime at) {}

    /** What follows from a paint's rows, as kept for finding. */
    record Facts(
            String recipe,
            int pigments,
            String standing,
            @Nullable String form,
            @Nullable BigDecimal volume,
            @Nullable Long swatchId,
            @Nullable Long readingId,
            String voices,
            boolean disagrees,
            double orderKey,
            String hue,
            @Nullable Double warmth,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            @Nullable LocalDate usedOn,
            boolean runsLow,
            String volumes,
            int version) {}

    private static final String PAINT = """
            select id, accession, name, maker_id, line_id, colour_id, edition_id, label_text, series, wished, note,
                   claim_lightfastness, claim_transparency, claim_staining, claim_granulation, created_at, version, family
            from paint where collector_id = ?
            """;

    public Optional<PaintRow> paint(Collector me, long id) {
        return db.sql(PAINT + " and id = ?")
                .params(me.id(), id)
                .query(PaintRow.class)
                .optional();
    }

    List<Long> paintsOfMaker(Collector me, long maker) {
        return db.sql("select id from paint where collector_id = ? and maker_id = ?")
                .params(me.id(), maker)
                .query(Long.class)
                .list();
    }

    /** Takes the next accession number; numbers are never given twice. */
    int nextAccession(Collector me) {
        int number = db.sql("select next_accession from collector where id = ? for update")
                .param(me.id())
                .query(Integer.class)
                .single();
        db.sql("update collector set next_accession = ? where id = ?")
                .params(number + 1, me.id())
                .update();
        return number;
    }

    long add(Collector me, PaintRow p) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into paint (collector_id, accession, name, maker_id, line_id, colour_id, edition_id, label_text,
                                   series, wished, note, claim_lightfastness, claim_transparency, claim_staining,
                                   claim_granulation, created_at)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """)
                .params(
                        me.id(),
                        p.accession,
                        p.name,
                        p.makerId,
                        p.lineId,
                        p.colourId,
                        p.editionId,
                        p.labelText,
                        p.series,
                        p.wished,
                        p.note,
                        p.claimLightfastness,
                        p.claimTransparency,
                        p.claimStaining,
                        p.claimGranulation,
                        p.createdAt)
                .update(key, "id");
        return key.getKey().longValue();
    }

    boolean change(Collector me, PaintRow p) {
        return db.sql("""
                update paint set name = ?, maker_id = ?, line_id = ?, colour_id = ?, edition_id = ?, label_text = ?,
                       series = ?, wished = ?, note = ?, claim_lightfastness = ?, claim_transparency = ?,
                       claim_staining = ?, claim_granulation = ?, version = version + 1
                where id = ? and collector_id = ? and version = ?
                """)
                        .params(
                                p.name,
                                p.makerId,
                                p.lineId,
                                p.colourId,
                                p.editionId,
                                p.labelText,
                                p.series,
                                p.wished,
                                p.note,
                                p.claimLightfastness,
                                p.claimTransparency,
                                p.claimStaining,
                                p.claimGranulation,
                                p.id,
                                me.id(),
                                p.version)
                        .update()
                == 1;
    }

    void delete(Collector me, long id) {
        db.sql("delete from paint where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    int swatches(Collector me, long paint) {
        return db.sql("select count(*) from swatch where collector_id = ? and paint_id = ?")
                .params(me.id(), paint)
                .query(Integer.class)
                .single();
    }

    private static final String HOLDING = """
            select id, paint_id, form, volume, left_percent, state, kept_where, came_from, came_on, price, currency, note,
                   version
            from holding where collector_id = ?
            """;

    public List<HoldingRow> holdings(Collector me, long paint) {
        return db.sql(HOLDING + " and paint_id = ? order by id")
                .params(me.id(), paint)
                .query(HoldingRow.class)
                .list();
    }

    Optional<HoldingRow> holding(Collector me, long id) {
        return db.sql(HOLDING + " and id = ?")
                .params(me.id(), id)
                .query(HoldingRow.class)
                .optional();
    }

    long addHolding(Collector me, HoldingRow h) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into holding (collector_id, paint_id, form, volume, left_percent, state, kept_where, came_from,
                                     came_on, price, currency, note)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """)
                .params(
                        me.id(),
                        h.paintId,
                        h.form,
                        h.volume,
                        h.leftPercent,
                        h.state,
                        h.keptWhere,
                        h.cameFrom,
                        h.cameOn,
                        h.price,
                        h.currency,
                        h.note)
                .update(key, "id");
        return key.getKey().longValue();
    }

    boolean changeHolding(Collector me, HoldingRow h) {
        return db.sql("""
                update holding set form = ?, volume = ?, left_percent = ?, state = ?, kept_where = ?, came_from = ?,
                       came_on = ?, price = ?, currency = ?, note = ?, version = version + 1
                where id = ? and collector_id = ? and version = ?
                """)
                        .params(
                                h.form,
                                h.volume,
                                h.leftPercent,
                                h.state,
                                h.keptWhere,
                                h.cameFrom,
                                h.cameOn,
                                h.price,
                                h.currency,
                                h.note,
                                h.id,
                                me.id(),
                                h.version)
                        .update()
                == 1;
    }

    void deleteHolding(Collector me, long id) {
        db.sql("delete from holding where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    public List<ObservationRow> observations(Collector me, long paint) {
        return db.sql("""
                select id, paint_id, trait, value, source, note, seen_on, created_at, paper, chart_id from observation
                where collector_id = ? and paint_id = ? order by seen_on desc, id desc
                """).params(me.id(), paint).query(ObservationRow.class).list();
    }

    Optional<ObservationRow> observation(Collector me, long id) {
        return db.sql("""
                select id, paint_id, trait, value, source, note, seen_on, created_at, paper, chart_id from observation
                where collector_id = ? and id = ?
                """).params(me.id(), id).query(ObservationRow.class).optional();
    }

    long addObservation(Collector me, ObservationRow o) {
        GeneratedKeyHolder key = new GeneratedKeyHolder();
        db.sql("""
                insert into observation (collector_id, paint_id, trait, value, source, note, seen_on, created_at, paper,
                                         chart_id)
                values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
                """)
                .params(
                        me.id(),
                        o.paintId,
                        o.trait,
                        o.value,
                        o.source,
                        o.note,
                        o.seenOn,
                        o.createdAt,
                        o.paper,
                        o.chartId)
                .update(key, "id");
        return key.getKey().longValue();
    }

    boolean hasChart(Collector me, long chart) {
        return db.sql("select count(*) from chart where id = ? and collector_id = ?")
                        .params(chart, me.id())
                        .query(Integer.class)
                        .single()
                > 0;
    }

    void deleteObservation(Collector me, long id) {
        db.sql("delete from observation where id = ? and collector_id = ?")
                .params(id, me.id())
                .update();
    }

    /** Cells of charts in which it stands, by itself or in a mixture. */
    List<Long> cellsOf(Collector me, long paint) {
        return db.sql("select id from chart_cell where collector_id = ? and (paint_id = ? or second_id = ?)")
                .params(me.id(), paint, paint)
                .query(Long.class)
                .list();
    }

    /** The swatch that stands for a paint: of those neither lost nor painted anew its newest that is filed, or else its newest. */
    /** When it was last painted out, looked at, poured or bought. */
    Optional<LocalDate> lastUse(Collector me, long paint) {
        return db.sql("""
                select max(d) from (
                    select max(painted_on) d from swatch where collector_id = :me and paint_id = :paint
                    union all select max(seen_on) from observation where collector_id = :me and paint_id = :paint
                    union all select max(poured_on) from pour where collector_id = :me and paint_id = :paint
                    union all select max(came_on) from holding where collector_id = :me and paint_id = :paint) used
                """)
                .param("me", me.id())
                .param("paint", paint)
                .query((rs, n) -> Optional.ofNullable(rs.getObject(1, LocalDate.class)))
                .single();
    }

    Optional<Long> currentSwatch(Collector me, long paint) {
        return db.sql("""
                select id from swatch where collector_id = ? and paint_id = ? and state = 'CURRENT'
                order by keeper_id is null, id desc limit 1
                """).params(me.id(), paint).query(Long.class).optional();
    }

    /** The newest reading of the current swatch, or else of any swatch the paint has had. */
    /** The one the collector chose, or else the latest of the newest swatch; wet ones never count. */
    Optional<ReadingRow> countingReading(Collector me, long paint) {
        return db.sql("""
                select r.id, r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b, r.granulation, r.covering, r.variation,
                       (select z.staining from reading z join swatch y on y.id = z.swatch_id
                        where z.collector_id = ? and y.paint_id = ? and z.staining is not null
                        order by z.id desc limit 1) staining, r.arithmetic, r.at
                from reading r join swatch s on s.id = r.swatch_id
                where r.collector_id = ? and s.paint_id = ? and r.stage = 'DRY'
                order by r.counts desc, s.state = 'CURRENT' desc, s.id desc, r.id desc limit 1
                """)
                .params(me.id(), paint, me.id(), paint)
                .query(ReadingRow.class)
                .optional();
    }

    void keepFacts(Collector me, long paint, Facts f) {
        db.sql("""
                update paint set recipe = ?, pigments = ?, standing = ?, form = ?, volume = ?, swatch_id = ?,
                       reading_id = ?, voices = ?, disagrees = ?, order_key = ?, hue = ?, warmth = ?, mass_l = ?, mass_a = ?,
                       mass_b = ?, used_on = ?, runs_low = ?, volumes = ?, facts = ?
                where id = ? and collector_id = ?
                """)
                .params(
                        f.recipe,
                        f.pigments,
                        f.standing,
                        f.form,
                        f.volume,
                        f.swatchId,
                        f.readingId,
                        f.voices,
                        f.disagrees,
                        f.orderKey,
                        f.hue,
                        f.warmth,
                        f.massL,
                        f.massA,
                        f.massB,
                        f.usedOn,
                        f.runsLow,
                        f.volumes,
                        f.version,
                        paint,
                        me.id())
                .update();
    }

    /** Paints whose facts were worked out by older rules. */
    record Outdated(long id, long collectorId) {}

    List<Outdated> outdated(int version, int limit) {
        return db.sql("select id, collector_id from paint where facts < ? order by id limit ?")
                .params(version, limit)
                .query(Outdated.class)
                .list();
    }

    void keepPigments(Collector me, long paint, List<String> codes) {
        db.sql("delete from paint_pigment where paint_id = ? and collector_id = ?")
                .params(paint, me.id())
                .update();
        for (int i = 0; i < codes.size(); i++) {
            db.sql("insert into paint_pigment (collector_id, paint_id, position, code) values (?, ?, ?, ?)")
                    .params(me.id(), paint, i, codes.get(i))
                    .update();
        }
    }

    void keepWords(Collector me, long paint, Collection<String> words) {
        db.sql("delete from paint_word where paint_id = ? and collector_id = ?")
                .params(paint, me.id())
                .update();
        batch.batchUpdate(
                "insert into paint_word (collector_id, paint_id, word) values (?, ?, ?)",
                words.stream().map(w -> new Object[] {me.id(), paint, w}).toList());
        batch.batchUpdate(
                "insert ignore into word (collector_id, length, word) values (?, char_length(?), ?)",
                words.stream().map(w -> new Object[] {me.id(), w, w}).toList());
    }

    record NameRow(
            long id,
            int accession,
            String name,
            String maker,
            String line,
            String recipe,
            String standing,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB) {
        Optional<Lab> massTone() {
            return massL == null ? Optional.empty() : Optional.of(new Lab(massL, massA, massB));
        }
    }

    /** Every paint's label, for likenesses and doubts. */
    List<NameRow> labels(Collector me) {
        return db.sql("""
                select p.id, p.accession, p.name, coalesce(m.name, '') maker, coalesce(l.name, '') line, p.recipe, p.standing,
                       r.mass_l, r.mass_a, r.mass_b
                from paint p left join maker m on m.id = p.maker_id left join line l on l.id = p.line_id
                     left join reading r on r.id = p.reading_id
                where p.collector_id = ? order by p.accession
                """).param(me.id()).query(NameRow.class).list();
    }

    List<String> otherNames(Collector me, long colour) {
        return db.sql("select name from colour_name where collector_id = ? and colour_id = ?")
                .params(me.id(), colour)
                .query(String.class)
                .list();
    }

    Optional<String> edition(Collector me, long id) {
        return db.sql("select label from edition where collector_id = ? and id = ?")
                .params(me.id(), id)
                .query(String.class)
                .optional();
    }

    static LocalDateTime now(java.time.Clock clock) {
        return Utc.of(clock.instant());
    }
}
