package molvet.server.maker;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.maker.ChartIndex;
import molvet.core.maker.MakerScale;
import molvet.core.pigment.Trait;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of the makers. */
@Repository
public class MakerStore {
    private final JdbcClient db;

    MakerStore(JdbcClient db) {
        this.db = db;
    }

    /** Scales as written, see {@link MakerScale#parse}. */
    public record MakerRow(
            long id,
            String name,
            String initials,
            String note,
            String scaleLightfastness,
            String scaleTransparency,
            String scaleStaining,
            String scaleGranulation,
            int version,
            int lines) {
        public MakerScale scale(Trait trait) {
            return MakerScale.parse(
                    trait,
                    switch (trait) {
                        case LIGHTFASTNESS -> scaleLightfastness;
                        case TRANSPARENCY -> scaleTransparency;
                        case STAINING -> scaleStaining;
                        case GRANULATION -> scaleGranulation;
                    });
        }
    }

    public record LineRow(long id, long makerId, String name, String grade, boolean honey, int version, int colours) {}

    public record ColourRow(
            long id,
            long lineId,
            String catalogueNumber,
            String name,
            @Nullable Integer series,
            String status,
            int version) {}

    public record NameRow(long colourId, String language, String name) {}

    public record EditionRow(
            long id,
            long colourId,
            String label,
            @Nullable Integer sinceYear,
            String labelText,
            String sizes,
            String claimLightfastness,
            String claimTransparency,
            String claimStaining,
            String claimGranulation,
            String note) {}

    private static final String MAKER = """
            select m.id, m.name, m.initials, m.note, m.scale_lightfastness, m.scale_transparency, m.scale_staining,
                   m.scale_granulation, m.version,

                   (select count(*) from line l where l.maker_id = m.id and l.collector_id = m.collector_id) `lines`
            from maker m where m.collector_id = :me
            """;

    public List<MakerRow> makers(Collector me) {
        return db.sql(MAKER + " order by m.name limit 1000")
                .param("me", me.id())
                .query(MakerRow.class)
                .list();
    }

    public List<String> makerNames(Collector me) {
        return db.sql("select name from maker where collector_id = ? limit 1000")
                .param(me.id())
                .query(String.class)
                .list();
    }

    public Optional<MakerRow> maker(Collector me, long id) {
        return db.sql(MAKER + " and m.id = :id")
                .param("me", me.id())
                .param("id", id)
                .query(MakerRow.class)
                .optional();
    }

    public Optional<MakerRow> makerNamed(Collector me, String name) {
        return db.sql(MAKER + " and m.name = :name")
                .param("me", me.id())
                .param("name", name)
                .query(MakerRow.class)
                .optional();
    }

    private static final String LINE = """
            select l.id, l.maker_id, l.name, l.grade, l.honey, l.version,
                   (select count(*) from colour c where c.line_id = l.id and c.collector_id = l.collector_id) colours
            from line l where l.collector_id = :me
            """;

    public List<LineRow> lines(Collector me, long maker) {
        return db.sql(LINE + " and l.maker_id = :maker order by l.name")
                .param("me", me.id())
                .param("maker", maker)
                .query(LineRow.class)
                .list();
    }

    public Optional<LineRow> line(Collector me, long id) {
        return db.sql(LINE + " and l.id = :id")
                .param("me", me.id())
                .param("id", id)
                .query(LineRow.class)
                .optional();
    }

    public Optional<LineRow> lineNamed(Collector me, long maker, String name) {
        return db.sql(LINE + " and l.maker_id = :maker and l.name = :name")
                .param("me", me.id())
                .param("maker", maker)
                .param("name", name)
                .query(LineRow.class)
                .optional();
    }

    public List<ColourRow> colours(Collector me, long line) {
        return db.sql("""
                select id, line_id, catalogue_number, name, series, status, version from colour
                where collector_id = ? and line_id = ?
                order by cast(regexp_substr(catalogue_number, '[0-9]+') as unsigned), catalogue_number, id limit 5000
                """).params(me.id(), line).query(ColourRow.class).list();
    }

    public Optional<ColourRow> colour(Collector me, long id) {
        return db.sql("""
                select id, line_id, catalogue_number, name, series, status, version from colour
                where collector_id = ? and id = ?
                """).params(me.id(), id).query(ColourRow.class).optional();
    }

    public List<NameRow> names(Collector me, long line) {
        return db.sql("""
                select n.colour_id, n.language, n.name from colour_name n join colour c on c.id = n.colour_id
                where n.collector_id = ? and c.line_id = ? order by n.language
                """).params(me.id(), line).query(NameRow.class).list();
    }

    public List<EditionRow> editions(Collector me, long line) {
        return db.sql("""
                select e.id, e.colour_id, e.label, e.since_year, e.label_text, e.sizes, e.claim_lightfastness,
                       e.claim_transparency, e.claim_staining, e.claim_granulation, e.note
                from edition e join colour c on c.id = e.colour_id
                where e.collector_id = ? and c.line_id = ? order by coalesce(e.since_year, 0) desc, e.id desc
                """).params(me.id(), line).query(EditionRow.class).list();
    }

    /** Every edition of every colour, the newest of a colour first. */
    public List<EditionRow> allEditions(Collector me) {
        return db.sql("""
                select id, colour_id, label, since_year, label_text, sizes, claim_lightfastness, claim_transparency,
                       claim_staining, claim_granulation, note
                from edition where collector_id = ? order by colour_id, coalesce(since_year, 0) desc, id desc
                """).param(me.id()).query(EditionRow.class).list();
    }

    /** The editions of a colour, newest first. */
    public List<EditionRow> editionsOf(Collector me, long colour) {
        return db.sql("""
                select id, colour_id, label, since_year, label_text, sizes, claim_lightfastness, claim_transparency,
                       claim_staining, claim_granulation, note
                from edition where collector_id = ? and colour_id = ? order by coalesce(since_year, 0) desc, id desc
                """).params(me.id(), colour).query(EditionRow.class).list();
    }

    /** Every maker, line and colour by its names, for looking up what a line says. */
    public ChartIndex index(Collector me) {
        List<ChartIndex.Maker> makers = db.sql("select id, name from maker where collector_id = ?")
                .param(me.id())
                .query((rs, n) -> new ChartIndex.Maker(rs.getLong(1), rs.getString(2)))
                .list();
        List<ChartIndex.Line> lines = db.sql("select id, maker_id, name from line where collector_id = ?")
                .param(me.id())
                .query((rs, n) -> new ChartIndex.Line(rs.getLong(1), rs.getLong(2), rs.getString(3)))
                .list();
        Map<Long, List<String>> others = new HashMap<>();
        db.sql("select colour_id, name from colour_name where collector_id = ?")
                .param(me.id())
                .query((RowCallbackHandler) rs -> others.computeIfAbsent(rs.getLong(1), k -> new ArrayList<>())
                        .add(rs.getString(2)));
        List<ChartIndex.Colour> colours = db.sql("""
                select c.id, c.line_id, l.maker_id, c.catalogue_number, c.name
                from colour c join line l on l.id = c.line_id where c.collector_id = ? order by c.id
                """)
                .param(me.id())
                .query((rs, n) -> {
                    List<String> names = new ArrayList<>(List.of(rs.getString(5)));
                    names.addAll(others.getOrDefault(rs.getLong(1), List.of()));
                    return new ChartIndex.Colour(rs.getLong(1), rs.getLong(2), rs.getLong(3), rs.getString(4), names);
                })
                .list();
        return new ChartIndex(makers, lines, colours);
    }

    public record LeafletRow(long id, long lineId, String title, String mediaType, long size) {}

    public List<LeafletRow> leaflets(Collector me, long line) {
        return db.sql(
                        "select id, line_id, title, media_type, length(bytes) size from leaflet where collector_id = ? and line_id = ? order by id")
                .params(me.id(), line)
                .query(LeafletRow.class)
                .list();
    }

    record LeafletFile(String title, String mediaType, byte[] bytes) {}

    Optional<LeafletFile> leaflet(Collector me, long id) {
        return db.sql("select title, media_type, bytes from leaflet where collector_id = ? and id = ?")
                .params(me.id(), id)
                .query(LeafletFile.class)
                .optional();
    }
}
