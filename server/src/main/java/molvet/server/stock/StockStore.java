package molvet.server.stock;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of what is left, what was parted with, and what is to buy. */
@Repository
class StockStore {
    private final JdbcClient db;

    StockStore(JdbcClient db) {
        this.db = db;
    }

    record LotRow(
            long id,
            long paintId,
            String name,
            @Nullable Long makerId,
            String form,
            @Nullable BigDecimal volume,
            int leftPercent,
            String state,
            @Nullable LocalDate cameOn,
            @Nullable BigDecimal price,
            @Nullable String currency,
            int version) {}

    record EstimateRow(
            long holdingId,
            String how,
            @Nullable Double grams,
            int leftPercent,
            int plusMinus,
            String said,
            LocalDate lookedOn) {}

    record PourRow(
            long holdingId,
            int pans,
            BigDecimal eachMl,
            BigDecimal secondMl,
            LocalDate pouredOn,
            @Nullable LocalDate secondOn) {
        /** What it took from the tube after a day, in ml. */
        BigDecimal takenAfter(LocalDate day) {
            BigDecimal first = pouredOn.isAfter(day) ? eachMl : BigDecimal.ZERO;
            BigDecimal again = secondOn != null && secondOn.isAfter(day) ? secondMl : BigDecimal.ZERO;
            return first.add(again).multiply(BigDecimal.valueOf(pans));
        }
    }

    record PartingRow(long holdingId, String state, String whom, String note, LocalDate partedOn) {}

    record WeightRow(
            long id,
            @Nullable Long makerId,
            String maker,
            BigDecimal volume,
            @Nullable Double fullG,
            @Nullable Double emptyG) {}

    record ShopRow(
            long id,
            String name,
            @Nullable BigDecimal delivery,
            @Nullable BigDecimal freeFrom,
            String currency,
            int version) {}

    record ItemRow(
            long id,
            long paintId,
            @Nullable Long shopId,
            int pieces,
            String why,
            @Nullable BigDecimal price,
            @Nullable String currency,
            @Nullable BigDecimal volume,
            @Nullable LocalDateTime tickedAt,
            int version) {}

    private static final String LOT = """
            select h.id, h.paint_id, p.name, p.maker_id, h.form, h.volume, h.left_percent, h.state, h.came_on,
                   case when h.pour_id is null then h.price end price, h.currency, h.version
            from holding h join paint p on p.id = h.paint_id where h.collector_id = ?
            """;

    List<LotRow> lots(Collector me) {
        return db.sql(LOT + " order by h.id").param(me.id()).query(LotRow.class).list();
    }

    Optional<LotRow> lot(Collector me, long id) {
        return db.sql(LOT + " and h.id = ?")
                .params(me.id(), id)
                .query(LotRow.class)
                .optional();
    }

    /** By holding, the newest first. */
    Map<Long, List<EstimateRow>> estimates(Collector me) {
        Map<Long, List<EstimateRow>> all = new HashMap<>();
        db.sql("""
                        select holding_id, how, grams, left_percent, plus_minus, said, looked_on from left_estimate
                        where collector_id = ? order by looked_on desc, id desc
                        """)
                .param(me.id())
                .query(EstimateRow.class)
                .list()
                .forEach(e ->
                        all.computeIfAbsent(e.holdingId, k -> new ArrayList<>()).add(e));
        return all;
    }

    /** By the tube they came from, the newest first. */
    Map<Long, List<PourRow>> pours(Collector me) {
        Map<Long, List<PourRow>> all = new HashMap<>();
        db.sql("""
                        select holding_id, pans, each_ml, second_ml, poured_on, second_on from pour
                        where collector_id = ? and holding_id is not null order by poured_on desc, id desc
                        """)
                .param(me.id())
                .query(PourRow.class)
                .list()
                .forEach(e ->
                        all.computeIfAbsent(e.holdingId, k -> new ArrayList<>()).add(e));
        return all;
    }

    /** The days of the paintings each paint was in. */
    Map<Long, List<LocalDate>> paintings(Collector me) {
        Map<Long, List<LocalDate>> all = new HashMap<>();
        db.sql("""
                        select t.paint_id, p.painted_on from painting_paint t join painting p on p.id = t.painting_id
                        where t.collector_id = ?
                        """)
                .param(me.id())
                .query((rs, n) -> all.computeIfAbsent(rs.getLong(1), k -> new ArrayList<>())
                        .add(rs.getObject(2, LocalDate.class)))
                .list();
        return all;
    }

    Optional<LocalDate> firstPainting(Collector me) {
        return db.sql("select min(painted_on) from painting where collector_id = ?")
                .param(me.id())
                .query((rs, n) -> Optional.ofNullable(rs.getObject(1, LocalDate.class)))
                .single();
    }

    /** The latest of each holding. */
    Map<Long, PartingRow> partings(Collector me) {
        Map<Long, PartingRow> all = new HashMap<>();
        db.sql("select holding_id, state, whom, note, parted_on from parting where collector_id = ? order by id")
                .param(me.id())
                .query(PartingRow.class)
                .list()
                .forEach(p -> all.put(p.holdingId, p));
        return all;
    }

    List<WeightRow> weights(Collector me) {
        return db.sql("""
                        select w.id, w.maker_id, coalesce(m.name, '') maker, w.volume, w.full_g, w.empty_g
                        from tube_weight w left join maker m on m.id = w.maker_id
                        where w.collector_id = ? order by m.name, w.volume
                        """).param(me.id()).query(WeightRow.class).list();
    }

    /** A paint as its maker’s chart has it now, in its newest edition. */
    record AsMadeRow(
            long paintId, long colourId, String name, String maker, String status, String labelText, String sizes) {}

    Map<Long, AsMadeRow> asMade(Collector me) {
        Map<Long, AsMadeRow> all = new HashMap<>();
        db.sql("""
                        select p.id paint_id, c.id colour_id, p.name, m.name maker, c.status, e.label_text, e.sizes
                        from paint p join colour c on c.id = p.colour_id join line l on l.id = c.line_id
                        join maker m on m.id = l.maker_id join edition e on e.colour_id = c.id
                        where p.collector_id = ? order by coalesce(e.since_year, 0), e.id
                        """).param(me.id()).query(AsMadeRow.class).list().forEach(r -> all.put(r.paintId, r));
        return all;
    }

    record SeenRow(
            long paintId,
            String readWhere,
            BigDecimal price,
            String currency,
            @Nullable BigDecimal volume,
            LocalDate notedOn) {}

    /** Prices that were noted. */
    List<SeenRow> seen(Collector me) {
        return db.sql("""
                        select paint_id, read_where, price, currency, volume, noted_on from research_note
                        where collector_id = ? and price is not null order by noted_on desc, id desc
                        """).param(me.id()).query(SeenRow.class).list();
    }

    // ---- to buy -----------------------------------------------------------------------------------------------------

    List<ShopRow> shops(Collector me) {
        return db.sql(
                        "select id, name, delivery, free_from, currency, version from shop where collector_id = ? order by name")
                .param(me.id())
                .query(ShopRow.class)
                .list();
    }

    private static final String ITEM = """
            select id, paint_id, shop_id, pieces, why, price, currency, volume, ticked_at, version from shopping_item
            where collector_id = ?
            """;

    List<ItemRow> items(Collector me) {
        return db.sql(ITEM + " order by id").param(me.id()).query(ItemRow.class).list();
    }

    Optional<ItemRow> item(Collector me, long id) {
        return db.sql(ITEM + " and id = ?")
                .params(me.id(), id)
                .query(ItemRow.class)
                .optional();
    }

    int count(Collector me) {
        return db.sql("select count(*) from shopping_item where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    record ChosenRow(long paintId, String shortlist) {}

    /** What was chosen in final cuts and is not owned. */
    List<ChosenRow> chosen(Collector me) {
        return db.sql("""
                        select c.paint_id, s.name shortlist from shortlist_candidate c join shortlist s on s.id = c.shortlist_id
                        join paint p on p.id = c.paint_id
                        where c.collector_id = ? and c.decided = 'CHOSEN' and p.standing <> 'OWNED' order by c.id
                        """).param(me.id()).query(ChosenRow.class).list();
    }
}
