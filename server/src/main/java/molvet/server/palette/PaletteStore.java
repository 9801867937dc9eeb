package molvet.server.palette;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of boxes, palettes and paintings. */
@Repository
class PaletteStore {
    /** The number of the version that is being changed. */
    static final int DRAFT = 0;

    private final JdbcClient db;

    PaletteStore(JdbcClient db) {
        this.db = db;
    }

    record BoxRow(long id, String name, String shape, String note, int version) {}

    record SizeRow(
            long id, @Nullable Long makerId, @Nullable String maker, String form, double width, double height) {}

    record PaletteRow(long id, String name, @Nullable Long boxId, String note, int version) {}

    record VersionRow(
            long id,
            long paletteId,
            int number,
            @Nullable LocalDate since,
            String why,
            String shape,
            String locked,
            int version) {}

    record WellRow(
            long id,
            long paletteVersionId,
            int well,
            @Nullable Long paintId,
            String paintName,
            @Nullable Long holdingId,
            boolean squeezed) {}

    record LeavingRow(long paletteVersionId, @Nullable Long paintId, String paintName, String why) {}

    record PaintingRow(
            long id,
            @Nullable Long paletteId,
            String title,
            LocalDate paintedOn,
            String note,
            @Nullable Long pictureId,
            int version) {}

    record TapRow(long paintingId, long paintId, int taps) {}

    // ---- boxes ------------------------------------------------------------------------------------------------------

    private static final String BOX = "select id, name, shape, note, version from box where collector_id = ?";

    List<BoxRow> boxes(Collector me) {
        return db.sql(BOX + " order by name, id")
                .param(me.id())
                .query(BoxRow.class)
                .list();
    }

    Optional<BoxRow> box(Collector me, long id) {
        return db.sql(BOX + " and id = ?")
                .params(me.id(), id)
                .query(BoxRow.class)
                .optional();
    }

    List<SizeRow> sizes(Collector me) {
        return db.sql("""
                select s.id, s.maker_id, m.name maker, s.form, s.width, s.height
                from pan_size s left join maker m on m.id = s.maker_id
                where s.collector_id = ? order by m.name, s.form
                """).param(me.id()).query(SizeRow.class).list();
    }

    // ---- palettes ---------------------------------------------------------------------------------------------------

    private static final String PALETTE = "select id, name, box_id, note, version from palette where collector_id = ?";

    List<PaletteRow> palettes(Collector me) {
        return db.sql(PALETTE + " order by name, id")
                .param(me.id())
                .query(PaletteRow.class)
                .list();
    }

    Optional<PaletteRow> palette(Collector me, long id) {
        return db.sql(PALETTE + " and id = ?")
                .params(me.id(), id)
                .query(PaletteRow.class)
                .optional();
    }

    int count(Collector me) {
        return db.sql("select count(*) from palette where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    List<String> names(Collector me) {
        return db.sql("select name from palette where collector_id = ? order by name")
                .param(me.id())
                .query(String.class)
                .list();
    }

    /** When the newest version of a palette was kept. */
    record KeptRow(long id, String name, LocalDate since) {}

    List<KeptRow> newest(Collector me) {
        return db.sql("""
                select b.id, b.name, v.since from palette b join palette_version v on v.palette_id = b.id
                where b.collector_id = ? and v.number > 0 and v.since is not null
                and v.number = (select max(x.number) from palette_version x where x.palette_id = b.id)
                order by b.name, b.id
                """).param(me.id()).query(KeptRow.class).list();
    }

    private static final String VERSION = """
            select id, palette_id, number, since, why, shape, locked, version from palette_version where collector_id = ?
            """;

    /** The draft first, then the versions, oldest first. */
    List<VersionRow> versions(Collector me, long palette) {
        return db.sql(VERSION + " and palette_id = ? order by number")
                .params(me.id(), palette)
                .query(VersionRow.class)
                .list();
    }

    /** The same, held until the act is done. */
    Optional<VersionRow> draftForUpdate(Collector me, long palette) {
        return db.sql(VERSION + " and palette_id = ? and number = 0 for update")
                .params(me.id(), palette)
                .query(VersionRow.class)
                .optional();
    }

    private static final String WELL = """
            select w.id, w.palette_version_id, w.well, w.paint_id, w.paint_name, w.holding_id, w.squeezed
            from palette_well w
            """;

    /** Of one version, in the order of the wells. */
    List<WellRow> wells(Collector me, long version) {
        return db.sql(WELL + " where w.collector_id = ? and w.palette_version_id = ? order by w.well")
                .params(me.id(), version)
                .query(WellRow.class)
                .list();
    }

    /** Of all versions of a palette, by version. */
    Map<Long, List<WellRow>> allWells(Collector me, long palette) {
        return byVersion(db.sql(WELL
                        + " join palette_version v on v.id = w.palette_version_id where w.collector_id = ? and v.palette_id = ?"
                        + " order by v.number, w.well")
                .params(me.id(), palette)
                .query(WellRow.class)
                .list());
    }

    /** Of the draft and the newest version of every palette, by version. */
    Map<Long, List<WellRow>> latestWells(Collector me) {
        return byVersion(
                db.sql(WELL + """
                 join palette_version v on v.id = w.palette_version_id
                where w.collector_id = :me and (v.number = 0 or v.number =
                    (select max(x.number) from palette_version x where x.palette_id = v.palette_id))
                order by w.well
                """).param("me", me.id()).query(WellRow.class).list());
    }

    private static Map<Long, List<WellRow>> byVersion(List<WellRow> rows) {
        Map<Long, List<WellRow>> all = new LinkedHashMap<>();
        rows.forEach(w ->
                all.computeIfAbsent(w.paletteVersionId, k -> new ArrayList<>()).add(w));
        return all;
    }

    List<LeavingRow> leavings(Collector me, long palette) {
        return db.sql("""
                select l.palette_version_id, l.paint_id, l.paint_name, l.why
                from palette_leaving l join palette_version v on v.id = l.palette_version_id
                where l.collector_id = ? and v.palette_id = ? order by v.number, l.id
                """).params(me.id(), palette).query(LeavingRow.class).list();
    }

    /** Palettes that hold a paint or once held it, by name. */
    List<String> holding(Collector me, long paint) {
        return db.sql("""
                select distinct p.name from palette_well w join palette_version v on v.id = w.palette_version_id
                     join palette p on p.id = v.palette_id
                where w.collector_id = ? and w.paint_id = ? order by p.name
                """).params(me.id(), paint).query(String.class).list();
    }

    /** In which palettes a paint lies now, by name: in their newest versions, or in drafts that have none yet. */
    List<PalettesOfPaint.Lies> lies(Collector me, long paint) {
        return db.sql("""
                select distinct p.id, p.name from palette_well w join palette_version v on v.id = w.palette_version_id
                     join palette p on p.id = v.palette_id
                where w.collector_id = ? and w.paint_id = ? and v.number =
                    (select max(x.number) from palette_version x where x.palette_id = v.palette_id)
                order by p.name
                """)
                .params(me.id(), paint)
                .query(PalettesOfPaint.Lies.class)
                .list();
    }

    record PanRow(
            long id,
            long paintId,
            String form,
            int leftPercent,
            @Nullable Double volume) {}

    /** What there is of some paints to fill wells from: pans before tubes, those that lie in no other palette first. */
    List<PanRow> pans(Collector me, Collection<Long> paints) {
        if (paints.isEmpty()) return List.of();
        return db.sql("""
                select h.id, h.paint_id, h.form, h.left_percent, h.volume from holding h
                where h.collector_id = :me and h.paint_id in (:ids) and h.state = 'HERE' and h.left_percent > 0
                  and h.form in ('HALF_PAN', 'FULL_PAN', 'MINI_PAN', 'TUBE', 'BOTTLE', 'STICK')
                order by field(h.form, 'HALF_PAN', 'FULL_PAN', 'MINI_PAN', 'TUBE', 'BOTTLE', 'STICK'), h.id
                """)
                .param("me", me.id())
                .param("ids", paints)
                .query(PanRow.class)
                .list();
    }

    long paintOf(Collector me, long holding) {
        return db.sql("select paint_id from holding where collector_id = ? and id = ?")
                .params(me.id(), holding)
                .query(Long.class)
                .single();
    }

    Map<Long, String> forms(Collector me, Collection<Long> holdings) {
        Map<Long, String> all = new HashMap<>();
        if (holdings.isEmpty()) return all;
        db.sql("select id, form from holding where collector_id = :me and id in (:ids)")
                .param("me", me.id())
                .param("ids", holdings)
                .query((RowCallbackHandler) rs -> all.put(rs.getLong(1), rs.getString(2)));
        return all;
    }

    /** Paints of an arrival in the order of its lines. */
    List<Long> ofArrival(Collector me, long arrival) {
        return db.sql("""
                select paint_id from arrival_line where collector_id = ? and arrival_id = ? and paint_id is not null
                order by position
                """).params(me.id(), arrival).query(Long.class).list();
    }

    // ---- paintings --------------------------------------------------------------------------------------------------

    private static final String PAINTING =
            "select id, palette_id, title, painted_on, note, picture_id, version from painting where collector_id = ?";

    /** Newest first. */
    List<PaintingRow> paintings(Collector me, long palette) {
        return db.sql(PAINTING + " and palette_id = ? order by painted_on desc, id desc limit 1000")
                .params(me.id(), palette)
                .query(PaintingRow.class)
                .list();
    }

    List<PaintingRow> allPaintings(Collector me) {
        return db.sql(PAINTING + " order by painted_on, id")
                .param(me.id())
                .query(PaintingRow.class)
                .list();
    }

    Optional<PaintingRow> painting(Collector me, long id) {
        return db.sql(PAINTING + " and id = ?")
                .params(me.id(), id)
                .query(PaintingRow.class)
                .optional();
    }

    /** By painting. */
    Map<Long, List<TapRow>> taps(Collector me) {
        Map<Long, List<TapRow>> all = new HashMap<>();
        db.sql("select painting_id, paint_id, taps from painting_paint where collector_id = ? order by id")
                .param(me.id())
                .query(TapRow.class)
                .list()
                .forEach(t -> all.computeIfAbsent(t.paintingId, k -> new ArrayList<>())
                        .add(t));
        return all;
    }

    Optional<LocalDate> lastPainting(Collector me, long paint) {
        return db.sql("""
                select max(p.painted_on) from painting p join painting_paint t on t.painting_id = p.id
                where t.collector_id = ? and t.paint_id = ?
                """)
                .params(me.id(), paint)
                .query((rs, n) -> Optional.ofNullable(rs.getObject(1, LocalDate.class)))
                .single();
    }
}
