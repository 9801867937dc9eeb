package molvet.server.arrival;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;
import molvet.core.arrival.DotCard;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of dot cards. */
@Repository
class DotCardStore {
    private final JdbcClient db;

    DotCardStore(JdbcClient db) {
        this.db = db;
    }

    record CardRow(
            long id,
            @Nullable Long arrivalId,
            @Nullable Long lineId,
            int number,
            String name,
            int sheets,
            int columnsAcross,
            int rowsDown,
            String direction,
            @Nullable BigDecimal price,
            @Nullable String currency,
            String note,
            int version,
            int dots,
            int left,
            int carriedOver) {
        DotCard card() {
            return new DotCard(sheets, columnsAcross, rowsDown, DotCard.Direction.valueOf(direction));
        }
    }

    record DotRow(
            long id,
            long dotcardId,
            int position,
            String name,
            @Nullable Long colourId,
            @Nullable Long paintId,
            @Nullable Long holdingId,
            @Nullable Long swatchId,
            String state,
            String note,
            int version) {}

    private static final String CARD = """
            select c.id, c.arrival_id, c.line_id, c.number, c.name, c.sheets, c.columns_across, c.rows_down, c.direction,
                   c.price, c.currency, c.note, c.version,
                   (select count(*) from dot d where d.dotcard_id = c.id and d.state not in ('MISSING', 'WITHDRAWN')) dots,
                   (select count(*) from dot d where d.dotcard_id = c.id and d.state in ('THERE', 'SMEARED')) `left`,
                   (select count(*) from dot d join paint p on p.id = d.paint_id
                    where d.dotcard_id = c.id and p.swatch_id is not null) carried_over
            from dotcard c where c.collector_id = ?
            """;

    List<CardRow> cards(Collector me) {
        return db.sql(CARD + " order by c.number")
                .param(me.id())
                .query(CardRow.class)
                .list();
    }

    Optional<CardRow> card(Collector me, long id) {
        return db.sql(CARD + " and c.id = ?")
                .params(me.id(), id)
                .query(CardRow.class)
                .optional();
    }

    int nextNumber(Collector me) {
        return db.sql("select coalesce(max(number), 0) + 1 from dotcard where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    private static final String DOT = """
            select id, dotcard_id, position, name, colour_id, paint_id, holding_id, swatch_id, state, note, version
            from dot where collector_id = ?
            """;

    List<DotRow> dots(Collector me, long card) {
        return db.sql(DOT + " and dotcard_id = ? order by position")
                .params(me.id(), card)
                .query(DotRow.class)
                .list();
    }

    Optional<DotRow> dot(Collector me, long id) {
        return db.sql(DOT + " and id = ?")
                .params(me.id(), id)
                .query(DotRow.class)
                .optional();
    }

    /** The dots on which a paint stands, with the numbers of their cards. */
    record OnCard(long dotcardId, int number, int position, String state) {}

    List<OnCard> ofPaint(Collector me, long paint) {
        return db.sql("""
                select c.id dotcard_id, c.number, d.position, d.state from dot d join dotcard c on c.id = d.dotcard_id
                where d.collector_id = ? and d.paint_id = ? order by c.number
                """).params(me.id(), paint).query(OnCard.class).list();
    }
}
