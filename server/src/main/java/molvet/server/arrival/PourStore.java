package molvet.server.arrival;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import molvet.core.arrival.Pour;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of pours, and of the word by which a calendar reads them. */
@Repository
class PourStore {
    private final JdbcClient db;

    PourStore(JdbcClient db) {
        this.db = db;
    }

    record PourRow(
            long id,
            long paintId,
            @Nullable Long holdingId,
            String form,
            int pans,
            BigDecimal eachMl,
            BigDecimal secondMl,
            LocalDate pouredOn,
            @Nullable LocalDate secondOn,
            @Nullable LocalDate hardOn,
            @Nullable LocalDate boxedOn,
            String keptWhere,
            String seen,
            String note,
            int version,
            int accession,
            String paint,
            String maker,
            boolean honey) {}

    /** A tube with how much is in it. */
    record Tube(
            long id,
            long paintId,
            String form,
            @Nullable BigDecimal volume,
            int leftPercent,
            String state,
            @Nullable BigDecimal price,
            @Nullable String currency,
            int version,
            String paint,
            String maker,
            boolean honey) {}

    Optional<Tube> tube(Collector me, long holding) {
        return db.sql("""
                select h.id, h.paint_id, h.form, h.volume, h.left_percent, h.state, h.price, h.currency, h.version, p.name paint,
                       coalesce(m.name, '') maker, coalesce(l.honey, false) honey
                from holding h join paint p on p.id = h.paint_id left join maker m on m.id = p.maker_id
                     left join line l on l.id = p.line_id
                where h.collector_id = ? and h.id = ?
                """).params(me.id(), holding).query(Tube.class).optional();
    }

    /** Every tube and bottle that holds paint of a known volume. */
    List<Tube> tubes(Collector me) {
        return db.sql("""
                select h.id, h.paint_id, h.form, h.volume, h.left_percent, h.state, h.price, h.currency, h.version, p.name paint,
                       coalesce(m.name, '') maker, coalesce(l.honey, false) honey
                from holding h join paint p on p.id = h.paint_id left join maker m on m.id = p.maker_id
                     left join line l on l.id = p.line_id
                where h.collector_id = ? and h.form in ('TUBE', 'BOTTLE') and h.state = 'HERE' and h.left_percent > 0
                  and h.volume > 0
                order by p.order_key, p.id limit 1000
                """).param(me.id()).query(Tube.class).list();
    }

    private static final String POUR = """
            select o.id, o.paint_id, o.holding_id, o.form, o.pans, o.each_ml, o.second_ml, o.poured_on, o.second_on, o.hard_on,
                   o.boxed_on, o.kept_where, o.seen, o.note, o.version, p.accession, p.name paint,
                   coalesce(m.name, '') maker, coalesce(l.honey, false) honey
            from pour o join paint p on p.id = o.paint_id left join maker m on m.id = p.maker_id
                 left join line l on l.id = p.line_id
            where o.collector_id = ?
            """;

    List<PourRow> pours(Collector me) {
        return db.sql(POUR + " order by o.hard_on is not null, o.poured_on desc, o.id desc limit 1000")
                .param(me.id())
                .query(PourRow.class)
                .list();
    }

    Optional<PourRow> pour(Collector me, long id) {
        return db.sql(POUR + " and o.id = ?")
                .params(me.id(), id)
                .query(PourRow.class)
                .optional();
    }

    Optional<LocalDate> lastPour(Collector me, long paint) {
        return db.sql("select max(poured_on) from pour where collector_id = ? and paint_id = ?")
                .params(me.id(), paint)
                .query((rs, n) -> Optional.ofNullable(rs.getObject(1, LocalDate.class)))
                .single();
    }

    /** Every pour of one's own that became hard. */
    List<Pour.Became> becameHard(Collector me) {
        return db.sql("""
                select coalesce(m.name, '') maker, coalesce(l.honey, false) honey,
                       datediff(o.hard_on, coalesce(o.second_on, o.poured_on)) days
                from pour o join paint p on p.id = o.paint_id left join maker m on m.id = p.maker_id
                     left join line l on l.id = p.line_id
                where o.collector_id = ? and o.hard_on is not null and o.hard_on >= coalesce(o.second_on, o.poured_on)
                """)
                .param(me.id())
                .query((rs, n) -> new Pour.Became(rs.getString(1), rs.getBoolean(2), rs.getInt(3)))
                .list();
    }

    List<Long> pansOf(Collector me, long pour) {
        return db.sql("select id from holding where collector_id = ? and pour_id = ? order by id")
                .params(me.id(), pour)
                .query(Long.class)
                .list();
    }

    Optional<String> calendarWord(Collector me) {
        return db.sql("select calendar_word from collector where id = ? and calendar_word is not null")
                .param(me.id())
                .query(String.class)
                .optional();
    }

    void setCalendarWord(Collector me, @Nullable String word) {
        db.sql("update collector set calendar_word = ? where id = ?")
                .params(word, me.id())
                .update();
    }

    Optional<Collector> ofCalendar(String word) {
        return db.sql("select id, email from collector where calendar_word = ?")
                .param(word)
                .query((rs, n) -> new Collector(rs.getLong(1), rs.getString(2)))
                .optional();
    }
}
