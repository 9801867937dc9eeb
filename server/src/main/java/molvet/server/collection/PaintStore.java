package molvet.server.collection;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import molvet.core.collection.Accession;
import molvet.core.colour.Lab;
import molvet.core.colour.WashRun;
import molvet.server.colour.Runs;
import molvet.server.platform.Collector;
import molvet.server.platform.Parts;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of paints, holdings and observations; finding is a room of its own. */
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
            String otherNames,
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

    /** @param poured from one's own tube: its price is its share of the tube's */
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
            boolean poured,
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

    /** What follows from a paint’s rows, as kept for finding and for lists. */
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
            @Nullable String wheel,
            @Nullable LocalDate usedOn,
            boolean runsLow,
            String volumes,
            int facts,
            LocalDateTime workedOutAt) {}

    private static final String PAINT = """
            select id, accession, name, other_names, maker_id, line_id, colour_id, edition_id, label_text, series, wished, note,
                   claim_lightfastness, claim_transparency, claim_staining, claim_granulation, created_at, version, family
            from paint where collector_id = ?
            """;

    public Optional<PaintRow> paint(Collector me, long id) {
        return db.sql(PAINT + " and id = ?")
                .params(me.id(), id)
                .query(PaintRow.class)
                .optional();
    }

    /** Paints of a maker that no chart lists, of this line or of none. */
    List<PaintRow> unlisted(Collector me, long maker, long line) {
        return db.sql(PAINT
                        + " and maker_id = ? and colour_id is null and (line_id is null or line_id = ?) order by id")
                .params(me.id(), maker, line)
                .query(PaintRow.class)
                .list();
    }

    /** The family the measured swatch of a paint lies in. */
    Optional<String> seen(Collector me, long paint) {
        return db.sql("select hue from paint where id = ? and collector_id = ? and mass_l is not null and hue <> ''")
                .params(paint, me.id())
                .query(String.class)
                .optional();
    }

    /** How many paints there are of each maker. */
    Map<Long, Integer> countByMaker(Collector me) {
        Map<Long, Integer> all = new HashMap<>();
        db.sql("select maker_id, count(*) from paint where collector_id = ? and maker_id is not null group by maker_id")
                .param(me.id())
                .query((RowCallbackHandler) rs -> all.put(rs.getLong(1), rs.getInt(2)));
        return all;
    }

    int count(Collector me) {
        return db.sql("select count(*) from paint where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    Map<String, Integer> countByPigment(Collector me) {
        Map<String, Integer> all = new HashMap<>();
        db.sql("select code, count(*) from paint_pigment where collector_id = ? group by code")
                .param(me.id())
                .query((RowCallbackHandler) rs -> all.put(rs.getString(1), rs.getInt(2)));
        return all;
    }

    /** How many different recipes are known. */
    public int countRecipes(Collector me) {
        return db.sql("select count(distinct recipe) from paint where collector_id = ? and recipe <> ''")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    private static final String HOLDING = """
            select id, paint_id, form, volume, left_percent, state, kept_where, came_from, came_on, price, currency,
                   pour_id is not null poured, note, version
            from holding where collector_id = ?
            """;

    public List<HoldingRow> holdings(Collector me, long paint) {
        return db.sql(HOLDING + " and paint_id = ? order by id")
                .params(me.id(), paint)
                .query(HoldingRow.class)
                .list();
    }

    /** Holdings that were paid for and whose volume is known, newest first. */
    public List<HoldingRow> priced(Collector me, Collection<Long> paints) {
        if (paints.isEmpty()) return List.of();
        return db.sql("""
                select id, paint_id, form, volume, left_percent, state, kept_where, came_from, came_on, price, currency,
                       pour_id is not null poured, note, version
                from holding where collector_id = :me and paint_id in (:paints) and price > 0 and currency is not null
                    and volume > 0 and pour_id is null
                order by came_on desc, id desc
                """)
                .param("me", me.id())
                .param("paints", paints)
                .query(HoldingRow.class)
                .list();
    }

    Optional<HoldingRow> holding(Collector me, long id) {
        return db.sql(HOLDING + " and id = ?")
                .params(me.id(), id)
                .query(HoldingRow.class)
                .optional();
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

    /** When it was last looked at or came in. */
    Optional<LocalDate> lastUse(Collector me, long paint) {
        return db.sql("""
                select max(d) from (
                    select max(seen_on) d from observation where collector_id = :me and paint_id = :paint
                    union all select max(came_on) from holding where collector_id = :me and paint_id = :paint) used
                """)
                .param("me", me.id())
                .param("paint", paint)
                .query((rs, n) -> Optional.ofNullable(rs.getObject(1, LocalDate.class)))
                .single();
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

    /** A paint as it stands in a list. */
    public record EntryRow(
            long id,
            int accession,
            String name,
            @Nullable String maker,
            @Nullable String line,
            @Nullable Integer series,
            String recipe,
            String standing,
            @Nullable String form,
            @Nullable BigDecimal volume,
            String voices,
            int version,
            @Nullable Long swatchId,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            @Nullable Double tintL,
            @Nullable Double tintA,
            @Nullable Double tintB,
            @Nullable Double granulation,
            @Nullable Double covering,
            @Nullable String curve,
            boolean modelled) {}

    /** A statement holds 65,535 values at most. */

    /** A measured paint of a thing; {@code all}: how many of them the thing has. */
    record RibbonRow(String thing, WashRun run, int all) {}

    /**
     * @param things see {@link molvet.server.platform.Room#ribbons}
     * @param most of a thing with more, so many are taken at even distances along its order
     */
    List<RibbonRow> ribbons(Collector me, String things, int most) {
        return db.sql("""
                select r.thing, r.`all`, p.curve, p.modelled, p.mass_l, p.mass_a, p.mass_b, p.tint_l, p.tint_a, p.tint_b
                from (
                  select t.thing, q.id, row_number() over (partition by t.thing order by t.at, q.id) place,
                         count(*) over (partition by t.thing) `all`
                  from (%s) t join paint q on q.id = t.paint_id where q.collector_id = :me and q.mass_l is not null) r
                join paint p on p.id = r.id and p.collector_id = :me
                where r.`all` <= :most or r.place * :most div r.`all` > (r.place - 1) * :most div r.`all`
                order by r.thing, r.place
                """.formatted(things))
                .param("me", me.id())
                .param("most", most)
                .query((rs, n) -> new RibbonRow(
                        rs.getString(1),
                        Runs.of(
                                rs.getString(3),
                                rs.getBoolean(4),
                                new Lab(rs.getDouble(5), rs.getDouble(6), rs.getDouble(7)),
                                new Lab(rs.getDouble(8), rs.getDouble(9), rs.getDouble(10))),
                        rs.getInt(2)))
                .list();
    }

    /** In the order of the ids; those of others are left out. */
    public List<EntryRow> entries(Collector me, Collection<Long> ids) {
        List<Long> wanted = ids.stream().distinct().toList();
        Map<Long, EntryRow> rows = new HashMap<>();
        for (List<Long> part : Parts.of(wanted)) {
            db.sql("""
                    select p.id, p.accession, p.name, m.name, l.name, p.series, p.recipe, p.standing, p.form, p.volume,
                           p.voices, p.version, p.swatch_id, p.mass_l, p.mass_a, p.mass_b, p.tint_l, p.tint_a, p.tint_b,
                           p.granulation, p.covering, p.curve, p.modelled
                    from paint p
                    left join maker m on m.id = p.maker_id and m.collector_id = :me
                    left join line l on l.id = p.line_id and l.collector_id = :me
                    where p.collector_id = :me and p.id in (:ids)
                    """)
                    .param("me", me.id())
                    .param("ids", part)
                    .query((rs, n) -> new EntryRow(
                            rs.getLong(1),
                            rs.getInt(2),
                            rs.getString(3),
                            rs.getString(4),
                            rs.getString(5),
                            rs.getObject(6, Integer.class),
                            rs.getString(7),
                            rs.getString(8),
                            rs.getString(9),
                            rs.getBigDecimal(10),
                            rs.getString(11),
                            rs.getInt(12),
                            rs.getObject(13, Long.class),
                            rs.getObject(14, Double.class),
                            rs.getObject(15, Double.class),
                            rs.getObject(16, Double.class),
                            rs.getObject(17, Double.class),
                            rs.getObject(18, Double.class),
                            rs.getObject(19, Double.class),
                            rs.getObject(20, Double.class),
                            rs.getObject(21, Double.class),
                            rs.getString(22),
                            rs.getBoolean(23)))
                    .list()
                    .forEach(r -> rows.put(r.id, r));
        }
        return wanted.stream().map(rows::get).filter(Objects::nonNull).toList();
    }

    public record NameRow(
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

    private static final String LABELS = """
            select p.id, p.accession, p.name, coalesce(m.name, '') maker, coalesce(l.name, '') line,  p.recipe, p.standing,
                   p.mass_l, p.mass_a, p.mass_b
            from paint p left join maker m on m.id = p.maker_id left join line l on l.id = p.line_id
            where p.collector_id = :me
            """;

    /** Every paint's label, for likenesses and doubts. */
    public List<NameRow> labels(Collector me) {
        return db.sql(LABELS + " order by p.accession")
                .param("me", me.id())
                .query(NameRow.class)
                .list();
    }

    /** The labels of those whose recipe is written so, or which are named. */
    List<NameRow> labels(Collector me, Collection<String> recipes, Collection<Long> ids) {
        List<NameRow> found = new ArrayList<>();
        if (!recipes.isEmpty()) found.addAll(labels(me, " and p.recipe in (:which)", recipes));
        if (!ids.isEmpty()) found.addAll(labels(me, " and p.id in (:which)", ids));
        return found.stream()
                .distinct()
                .sorted(Comparator.comparingInt(NameRow::accession))
                .toList();
    }

    private List<NameRow> labels(Collector me, String where, Collection<?> which) {
        return db.sql(LABELS + where)
                .param("me", me.id())
                .param("which", which)
                .query(NameRow.class)
                .list();
    }

    /** Every recipe there is, as written; an index holds them. */
    List<String> recipes(Collector me) {
        return db.sql("select distinct recipe from paint where collector_id = ? and recipe <> ''")
                .param(me.id())
                .query(String.class)
                .list();
    }

    record Named(long id, String name) {}

    /** Every name there is; an index holds them. */
    List<Named> names(Collector me) {
        return db.sql("select id, name from paint where collector_id = ?")
                .param(me.id())
                .query(Named.class)
                .list();
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
}
