package molvet.server.sharing;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.server.collection.PaintStore;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The whole collection in a few queries, to lay a list beside it. */
@Repository
class SharingStore {
    private final JdbcClient db;

    SharingStore(JdbcClient db) {
        this.db = db;
    }

    record PaintRow(
            long id,
            int accession,
            String name,
            String otherNames,
            String maker,
            String line,
            String labelText,
            String recipe,
            @Nullable Integer series,
            String standing,
            String note,
            String claimLightfastness,
            String claimTransparency,
            String claimStaining,
            String claimGranulation,
            String voices,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            @Nullable Double tintL,
            @Nullable Double tintA,
            @Nullable Double tintB,
            int version) {}

    List<PaintRow> paints(Collector me) {
        return db.sql("""
                select p.id, p.accession, p.name, p.other_names, coalesce(m.name, '') maker, coalesce(l.name, '') line,
                       p.label_text, p.recipe, p.series, p.standing, p.note, p.claim_lightfastness, p.claim_transparency,
                       p.claim_staining, p.claim_granulation, p.voices, p.mass_l, p.mass_a, p.mass_b, p.tint_l, p.tint_a,
                       p.tint_b, p.version
                from paint p left join maker m on m.id = p.maker_id left join line l on l.id = p.line_id
                where p.collector_id = ? order by p.accession
                """).param(me.id()).query(PaintRow.class).list();
    }

    record LetteredRow(
            long swatchId,
            long paintId,
            int accession,
            String name,
            String lettered,
            String kind,
            int number,
            int pages,
            int cells,
            int position) {}

    /** Cards that are filed and whose letters are known, in the order of their places. */
    List<LetteredRow> lettered(Collector me) {
        return db.sql("""
                select s.id swatch_id, s.paint_id, p.accession, p.name, s.lettered, k.kind, k.number, k.pages, k.cells, s.position
                from swatch s join keeper k on k.id = s.keeper_id join paint p on p.id = s.paint_id
                where s.collector_id = ? and s.state = 'CURRENT' and s.kind = 'CARD' and s.lettered is not null
                order by k.kind, k.number, s.position
                """).param(me.id()).query(LetteredRow.class).list();
    }

    List<PaintStore.HoldingRow> holdings(Collector me) {
        return db.sql("""
                select id, paint_id, form, volume, left_percent, state, kept_where, came_from, came_on, price, currency,
                       pour_id is not null poured, note,
                       version
                from holding where collector_id = ? order by paint_id, id
                """).param(me.id()).query(PaintStore.HoldingRow.class).list();
    }

    record SeenRow(long paintId, String trait, String value) {}

    /** What the eye said, in the order it was said. */
    List<SeenRow> seen(Collector me) {
        return db.sql("""
                select paint_id, trait, value from observation where collector_id = ? and source = 'EYE'
                order by seen_on, id
                """).param(me.id()).query(SeenRow.class).list();
    }

    record PlacedRow(long paintId, String kind, int number, int pages, int cells, int position) {}

    List<PlacedRow> placed(Collector me) {
        return db.sql("""
                select s.paint_id, k.kind, k.number, k.pages, k.cells, s.position
                from swatch s join keeper k on k.id = s.keeper_id
                where s.collector_id = ? and s.position is not null order by s.paint_id, s.id
                """).param(me.id()).query(PlacedRow.class).list();
    }

    record KeeperRow(String kind, int number, int pages, int cells) {}

    List<KeeperRow> keepers(Collector me) {
        return db.sql("select kind, number, pages, cells from keeper where collector_id = ?")
                .param(me.id())
                .query(KeeperRow.class)
                .list();
    }

    // ---- what is shared ---------------------------------------------------------------------------------------------

    /** A thing by its name, if it is the collector’s own. */
    record Thing(String title) {}

    Optional<Thing> chart(Collector me, long id) {
        return thing("select if(title = '', concat('Chart C-', lpad(number, 4, '0')), title) title from chart", me, id);
    }

    Optional<Thing> palette(Collector me, long id) {
        return thing("select name title from palette", me, id);
    }

    Optional<Thing> keeper(Collector me, long id) {
        return thing(
                "select if(name = '', concat(upper(left(kind, 1)), lower(substring(kind, 2)), ' ', number), name) title from keeper",
                me,
                id);
    }

    Optional<Thing> paint(Collector me, long id) {
        return thing("select name title from paint", me, id);
    }

    private Optional<Thing> thing(String select, Collector me, long id) {
        return db.sql(select + " where collector_id = ? and id = ?")
                .params(me.id(), id)
                .query(Thing.class)
                .optional();
    }

    /** A paint in its place, from 1. */
    record InPlace(long paintId, int at) {}

    List<InPlace> onChart(Collector me, long chart) {
        return db.sql("""
                select paint_id, min(position) + 1 at from (
                    select paint_id, position from chart_cell where collector_id = :me and chart_id = :chart
                    union all select second_id, position from chart_cell where collector_id = :me and chart_id = :chart
                    union all select third_id, position from chart_cell where collector_id = :me and chart_id = :chart
                ) cells where paint_id is not null group by paint_id order by 2
                """)
                .param("me", me.id())
                .param("chart", chart)
                .query(InPlace.class)
                .list();
    }

    /** In which palettes paints lie now, by paint. */
    Map<Long, List<String>> lying(Collector me) {
        Map<Long, List<String>> all = new HashMap<>();
        db.sql("""
                        select distinct w.paint_id, p.name from palette_well w join palette_version v on v.id = w.palette_version_id
                        join palette p on p.id = v.palette_id
                        where w.collector_id = ? and w.paint_id is not null and v.number = 0 order by p.name
                        """).param(me.id()).query((RowCallbackHandler)
                r -> all.computeIfAbsent(r.getLong(1), k -> new ArrayList<>()).add(r.getString(2)));
        return all;
    }

    List<InPlace> inPalette(Collector me, long palette) {
        return db.sql("""
                select w.paint_id, w.well + 1 at from palette_well w join palette_version v on v.id = w.palette_version_id
                where w.collector_id = :me and v.palette_id = :palette and w.paint_id is not null
                    and v.number = (select max(x.number) from palette_version x where x.palette_id = :palette)
                order by w.well
                """)
                .param("me", me.id())
                .param("palette", palette)
                .query(InPlace.class)
                .list();
    }

    List<InPlace> inKeeper(Collector me, long keeper) {
        return db.sql("""
                select paint_id, position at from swatch
                where collector_id = ? and keeper_id = ? and position is not null order by position
                """).params(me.id(), keeper).query(InPlace.class).list();
    }

    record Told(
            String note,
            @Nullable BigDecimal price,
            @Nullable String currency) {}

    /** Note and newest price of a paint. */
    Told told(Collector me, long paint) {
        return db.sql("""
                select p.note, h.price, h.currency
                from paint p left join holding h on h.id = (select x.id from holding x
                    where x.paint_id = p.id and x.collector_id = p.collector_id and x.price is not null
                    order by x.came_on desc, x.id desc limit 1)
                where p.collector_id = ? and p.id = ?
                """).params(me.id(), paint).query(Told.class).single();
    }

    record ShareRow(
            long id,
            long collectorId,
            String kind,
            String title,
            @Nullable Long ofId,
            String find,
            String hide,
            LocalDate until,
            @Nullable String shown,
            LocalDateTime createdAt,
            int looks) {}

    private static final String SHARE = """
            select s.id, s.collector_id, s.kind, s.title, s.of_id, s.find, s.hide, s.until, s.shown, s.created_at,
                   (select coalesce(sum(l.looks), 0) from share_look l where l.share_id = s.id) looks
            from share s
            """;

    List<ShareRow> shares(Collector me) {
        return db.sql(SHARE + " where s.collector_id = ? order by s.id desc limit 500")
                .param(me.id())
                .query(ShareRow.class)
                .list();
    }

    Optional<ShareRow> share(Collector me, long id) {
        return db.sql(SHARE + " where s.collector_id = ? and s.id = ?")
                .params(me.id(), id)
                .query(ShareRow.class)
                .optional();
    }

    /** Whosever it is: the word is what opens it. */
    Optional<ShareRow> shared(String wordHash) {
        return db.sql(SHARE + " where s.word_hash = ?")
                .param(wordHash)
                .query(ShareRow.class)
                .optional();
    }

    record LookRow(LocalDate day, int looks) {}

    List<LookRow> looks(Collector me, long share) {
        return db.sql("select day, looks from share_look where collector_id = ? and share_id = ? order by day")
                .params(me.id(), share)
                .query(LookRow.class)
                .list();
    }

    void looked(ShareRow share, LocalDate day) {
        db.sql("""
                insert into share_look (collector_id, share_id, day, looks) values (?, ?, ?, 1)
                on duplicate key update looks = looks + 1
                """).params(share.collectorId(), share.id(), day).update();
    }
}
