package molvet.server.choosing;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.server.platform.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of shortlists, their trials, and notes of research; and what the record says that fills them. */
@Repository
public class ShortlistStore {
    private final JdbcClient db;

    ShortlistStore(JdbcClient db) {
        this.db = db;
    }

    record ShortlistRow(
            long id,
            String name,
            String purpose,
            int wells,
            @Nullable BigDecimal budget,
            String currency,
            LocalDate begunOn,
            @Nullable LocalDate decidedOn,
            int version) {}

    record CandidateRow(
            long id,
            long shortlistId,
            long paintId,
            String question,
            String reason,
            boolean must,
            @Nullable Double liking,
            @Nullable BigDecimal price,
            String byHand,
            String decided,
            String decidedWhy,
            int version) {}

    record MarkRow(long id, long candidateId, String mark, String word, LocalDateTime markedAt) {}

    record NoteRow(
            long id,
            long paintId,
            String said,
            String readWhere,
            @Nullable BigDecimal price,
            @Nullable String currency,
            @Nullable BigDecimal volume,
            LocalDate notedOn,
            int version) {}

    private static final String SHORTLIST =
            "select id, name, purpose, wells, budget, currency, begun_on, decided_on, version from shortlist where collector_id = ?";
    private static final String CANDIDATE = """
            select id, shortlist_id, paint_id, question, reason, must, liking, price, by_hand, decided, decided_why, version
            from shortlist_candidate where collector_id = ?
            """;
    private static final String NOTE = """
            select id, paint_id, said, read_where, price, currency, volume, noted_on, version from research_note
            where collector_id = ?
            """;

    /** Newest first. */
    List<ShortlistRow> shortlists(Collector me) {
        return db.sql(SHORTLIST + " order by begun_on desc, id desc")
                .param(me.id())
                .query(ShortlistRow.class)
                .list();
    }

    Optional<ShortlistRow> shortlist(Collector me, long id) {
        return db.sql(SHORTLIST + " and id = ?")
                .params(me.id(), id)
                .query(ShortlistRow.class)
                .optional();
    }

    List<String> names(Collector me) {
        return db.sql("select name from shortlist where collector_id = ? order by id desc")
                .param(me.id())
                .query(String.class)
                .list();
    }

    int count(Collector me) {
        return db.sql("select count(*) from shortlist where collector_id = ? and decided_on is null")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    List<CandidateRow> candidates(Collector me, long shortlist) {
        return db.sql(CANDIDATE + " and shortlist_id = ? order by id")
                .params(me.id(), shortlist)
                .query(CandidateRow.class)
                .list();
    }

    List<CandidateRow> candidatures(Collector me, long paint) {
        return db.sql(CANDIDATE + " and paint_id = ? order by id desc")
                .params(me.id(), paint)
                .query(CandidateRow.class)
                .list();
    }

    /** What was decided last of each paint, and why, in words. */
    Map<Long, String> remembered(Collector me) {
        Map<Long, String> all = new HashMap<>();
        db.sql("""
                        select c.paint_id, c.decided, c.decided_why, s.name, s.decided_on
                        from shortlist_candidate c join shortlist s on s.id = c.shortlist_id
                        where c.collector_id = ? and c.decided <> '' order by s.decided_on, c.id
                        """)
                .param(me.id())
                .query((rs, n) -> all.put(
                        rs.getLong(1),
                        (rs.getString(2).equals("CHOSEN") ? "Chosen for " : "Passed over for ") + rs.getString(4)
                                + " on " + rs.getObject(5, LocalDate.class) + ": " + rs.getString(3)))
                .list();
        return all;
    }

    Map<Long, Integer> sizes(Collector me) {
        Map<Long, Integer> all = new HashMap<>();
        db.sql("select shortlist_id, count(*) from shortlist_candidate where collector_id = ? group by shortlist_id")
                .param(me.id())
                .query((rs, n) -> all.put(rs.getLong(1), rs.getInt(2)))
                .list();
        return all;
    }

    Optional<CandidateRow> candidate(Collector me, long id) {
        return db.sql(CANDIDATE + " and id = ?")
                .params(me.id(), id)
                .query(CandidateRow.class)
                .optional();
    }

    /** By candidate, the latest first. */
    Map<Long, List<MarkRow>> marks(Collector me, long shortlist) {
        Map<Long, List<MarkRow>> all = new HashMap<>();
        db.sql("""
                        select k.id, k.shortlist_candidate_id candidate_id, k.mark, k.word, k.marked_at
                        from trial_mark k join shortlist_candidate c on c.id = k.shortlist_candidate_id
                        where k.collector_id = ? and c.shortlist_id = ? order by k.id desc
                        """)
                .params(me.id(), shortlist)
                .query(MarkRow.class)
                .list()
                .forEach(m -> all.computeIfAbsent(m.candidateId, k -> new ArrayList<>())
                        .add(m));
        return all;
    }

    /** By paint, the newest first. */
    Map<Long, List<NoteRow>> notes(Collector me) {
        Map<Long, List<NoteRow>> all = new HashMap<>();
        db.sql(NOTE + " order by noted_on desc, id desc")
                .param(me.id())
                .query(NoteRow.class)
                .list()
                .forEach(n ->
                        all.computeIfAbsent(n.paintId, k -> new ArrayList<>()).add(n));
        return all;
    }

    Optional<NoteRow> note(Collector me, long id) {
        return db.sql(NOTE + " and id = ?")
                .params(me.id(), id)
                .query(NoteRow.class)
                .optional();
    }

    // ---- what the record says ---------------------------------------------------------------------------------------

    /** How often the brush went to a paint, and in how many paintings. */
    record UseRow(long paintId, int taps, int paintings) {}

    Map<Long, UseRow> use(Collector me) {
        Map<Long, UseRow> all = new HashMap<>();
        db.sql("""
                select paint_id, sum(taps) taps, count(*) paintings from painting_paint where collector_id = ? group by paint_id
                """).param(me.id()).query(UseRow.class).list().forEach(u -> all.put(u.paintId, u));
        return all;
    }

    /** The paints of each painting. */
    Map<Long, List<Long>> paintings(Collector me) {
        Map<Long, List<Long>> all = new LinkedHashMap<>();
        db.sql("select painting_id, paint_id from painting_paint where collector_id = ? order by id")
                .param(me.id())
                .query((rs, n) -> all.computeIfAbsent(rs.getLong(1), k -> new ArrayList<>())
                        .add(rs.getLong(2)))
                .list();
        return all;
    }

    /** What of a paint is owned: how much is left of its fullest, and what it cost last. */
    record OwnedRow(
            long paintId,
            @Nullable Integer fullest,
            @Nullable BigDecimal price,
            @Nullable String currency,
            @Nullable BigDecimal volume) {}

    Map<Long, OwnedRow> owned(Collector me) {
        Map<Long, OwnedRow> all = new HashMap<>();
        db.sql("""
                        select h.paint_id,
                               max(case when h.state = 'HERE' and h.form not in ('DOT', 'SAMPLE') then h.left_percent end)
                                   over (partition by h.paint_id) fullest,
                               case when h.pour_id is null then h.price end price, h.currency, h.volume
                        from holding h where h.collector_id = ?
                        order by price is not null, coalesce(h.came_on, '1000-01-01'), h.id
                        """).param(me.id()).query(OwnedRow.class).list().forEach(o -> all.put(o.paintId, o));
        return all;
    }

    /** Colours of makers’ charts that no paint of the collection is. */
    public record ListedRow(long id, String name, String maker, String labelText, String sizes) {}

    public List<ListedRow> listed(Collector me) {
        return db.sql("""
                        select c.id, c.name, m.name maker, e.label_text, e.sizes
                        from colour c join line l on l.id = c.line_id join maker m on m.id = l.maker_id
                        join edition e on e.colour_id = c.id
                        where c.collector_id = :me and c.status <> 'DISCONTINUED'
                          and e.id = (select x.id from edition x where x.colour_id = c.id
                                      order by coalesce(x.since_year, 0) desc, x.id desc limit 1)
                          and not exists (select 1 from paint p where p.colour_id = c.id and p.collector_id = :me)
                        order by c.id
                        """).param("me", me.id()).query(ListedRow.class).list();
    }

    /** The sizes and prices of the chart, by paint, of the newest edition. */
    public Map<Long, String> chartSizes(Collector me) {
        Map<Long, String> all = new HashMap<>();
        db.sql("""
                        select p.id, e.sizes from paint p join edition e on e.colour_id = p.colour_id
                        where p.collector_id = ? and e.sizes <> '' order by coalesce(e.since_year, 0), e.id
                        """)
                .param(me.id())
                .query((rs, n) -> all.put(rs.getLong(1), rs.getString(2)))
                .list();
        return all;
    }

    record MixedRow(
            long mixId,
            int number,
            boolean liked,
            @Nullable String curve,
            boolean modelled,
            double massL,
            double massA,
            double massB,
            double tintL,
            double tintA,
            double tintB,
            long paintId) {}

    /** Every paint of every painted mixture. */
    List<MixedRow> mixed(Collector me) {
        return db.sql("""
                        select x.id mix_id, x.number, x.liked, x.curve, x.modelled, x.mass_l, x.mass_a, x.mass_b,
                               x.tint_l, x.tint_a, x.tint_b, t.paint_id
                        from mix x join mix_part t on t.mix_id = x.id
                        where x.collector_id = ? and x.mass_l is not null order by x.id, t.id
                        """).param(me.id()).query(MixedRow.class).list();
    }
}
