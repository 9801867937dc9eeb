package molvet.server.sharing;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
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

    record HoldingRow(
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
            String note) {}

    List<HoldingRow> holdings(Collector me) {
        return db.sql("""
                select paint_id, form, volume, left_percent, state, kept_where, came_from, came_on, price, currency, note
                from holding where collector_id = ? order by paint_id, id
                """).param(me.id()).query(HoldingRow.class).list();
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
}
