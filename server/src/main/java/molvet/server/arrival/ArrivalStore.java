package molvet.server.arrival;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.arrival.Likeness;
import molvet.core.arrival.SizePrice;
import molvet.core.collection.Accession;
import molvet.core.collection.HoldingForm;
import molvet.core.collection.HoldingState;
import molvet.core.collection.Standing;
import molvet.core.colour.Lab;
import molvet.core.measure.Volume;
import molvet.server.collection.Paints;
import molvet.server.collection.VoiceStore;
import molvet.server.platform.Collector;
import molvet.server.platform.Sealed;
import org.joda.money.CurrencyUnit;
import org.joda.money.Money;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** All SQL of arrivals, givers and their lines, and what a line is compared with. */
@Repository
class ArrivalStore {
    private final JdbcClient db;
    private final Sealed sealed;

    ArrivalStore(JdbcClient db, Sealed sealed) {
        this.db = db;
        this.sealed = sealed;
    }

    record ArrivalRow(
            long id,
            String kind,
            String state,
            String title,
            @Nullable LocalDate cameOn,
            String cameFrom,
            String maker,
            String currency,
            String text,
            String linesHash,
            String sheet,
            String note,
            LocalDateTime createdAt,
            @Nullable LocalDateTime loggedAt,
            @Nullable Long corrects,
            int version) {
        private ArrivalRow withText(String plain) {
            return new ArrivalRow(
                    id, kind, state, title, cameOn, cameFrom, maker, currency, plain, linesHash, sheet, note, createdAt,
                    loggedAt, corrects, version);
        }
    }

    /**
     * What is typed line by line may hold a name until the word “anonymous” follows it: a draft’s text is kept sealed, so that
     * the database never writes it in the clear.
     */
    String draftText(Collector me, String text) {
        return sealed.sealText(me, text);
    }

    private ArrivalRow opened(Collector me, ArrivalRow a) {
        return a.state().equals(Arrivals.DRAFT) ? a.withText(sealed.openText(me, a.text())) : a;
    }

    record GiverRow(
            long id,
            long arrivalId,
            int position,
            String name,
            String naming,
            byte @Nullable [] sealed,
            boolean thanksOwed,
            @Nullable LocalDate thankedOn,
            String note,
            int version) {}

    record LineRow(
            long id,
            long arrivalId,
            int position,
            String kind,
            String state,
            String name,
            String maker,
            String written,
            @Nullable Long paintId,
            @Nullable Long giverId,
            @Nullable String form,
            @Nullable BigDecimal volume,
            int quantity,
            int toGive,
            String giftFor,
            @Nullable BigDecimal unitPrice,
            @Nullable BigDecimal listPrice,
            BigDecimal discountPercent,
            @Nullable BigDecimal goods,
            @Nullable BigDecimal paid,
            @Nullable BigDecimal landed,
            String currency,
            @Nullable Integer parcel) {
        /** The same line once its parcel is here. */
        LineRow here() {
            return new LineRow(
                    id,
                    arrivalId,
                    position,
                    kind,
                    Arrivals.HERE,
                    name,
                    maker,
                    written,
                    paintId,
                    giverId,
                    form,
                    volume,
                    quantity,
                    toGive,
                    giftFor,
                    unitPrice,
                    listPrice,
                    discountPercent,
                    goods,
                    paid,
                    landed,
                    currency,
                    parcel);
        }
    }

    /** A holding that came with an arrival. */
    record HoldingRow(
            long id, long paintId, String form, @Nullable BigDecimal volume) {
        /** How little it is what is wanted: 0 in form and size, 1 in form, 2 else. */
        int unlike(Paints.NewHolding wanted) {
            if (!form.equals(wanted.form())) return 2;
            boolean sameSize = wanted.volume() == null
                    ? volume == null
                    : volume != null && volume.compareTo(new BigDecimal(wanted.volume())) == 0;
            return sameSize ? 0 : 1;
        }
    }

    List<HoldingRow> holdings(Collector me, long arrival) {
        return db.sql(
                        "select id, paint_id, form, volume from holding where collector_id = ? and arrival_id = ? order by id")
                .params(me.id(), arrival)
                .query(HoldingRow.class)
                .list();
    }

    /** Whether no other arrival, no dot card and no holding from elsewhere tells of a paint. */
    boolean cameOnlyWith(Collector me, long paint, long arrival) {
        return db.sql("""
                select (select count(*) from arrival_line where paint_id = :paint and collector_id = :me and arrival_id <> :arrival)
                     + (select count(*) from dot where paint_id = :paint and collector_id = :me)
                     + (select count(*) from holding where paint_id = :paint and collector_id = :me
                          and (arrival_id is null or arrival_id <> :arrival))
                """)
                        .param("paint", paint)
                        .param("me", me.id())
                        .param("arrival", arrival)
                        .query(Integer.class)
                        .single()
                == 0;
    }

    String nameOf(Collector me, long paint) {
        return db.sql("select name from paint where id = ? and collector_id = ?")
                .params(paint, me.id())
                .query(String.class)
                .single();
    }

    private static final String ARRIVAL = """
            select id, kind, state, title, came_on, came_from, maker, currency, text, lines_hash, sheet, note, created_at,
                   logged_at, corrects, version
            from arrival where collector_id = ?
            """;

    Optional<ArrivalRow> arrival(Collector me, long id) {
        return db.sql(ARRIVAL + " and id = ?")
                .params(me.id(), id)
                .query(ArrivalRow.class)
                .optional()
                .map(a -> opened(me, a));
    }

    /** Holds the row until the act is done, so that two windows cannot log one draft twice. */
    Optional<ArrivalRow> arrivalForUpdate(Collector me, long id) {
        return db.sql(ARRIVAL + " and id = ? for update")
                .params(me.id(), id)
                .query(ArrivalRow.class)
                .optional()
                .map(a -> opened(me, a));
    }

    record Listed(
            long id,
            String kind,
            String state,
            String title,
            @Nullable LocalDate cameOn,
            String cameFrom,
            String currency,
            LocalDateTime createdAt,
            int paints,
            int awaited,
            @Nullable BigDecimal total,
            int thanks) {}

    /** Drafts first, then by the day they came, newest first. */
    List<Listed> arrivals(Collector me, int limit, long after) {
        return db.sql("""
                select a.id, a.kind, a.state, a.title, a.came_on, a.came_from, a.currency, a.created_at,
                       (select count(distinct coalesce(l.paint_id, -l.id)) from arrival_line l where l.arrival_id = a.id and l.kind = 'PAINT')
                         + (select count(*) from dot d join dotcard c on c.id = d.dotcard_id
                            where c.arrival_id = a.id and d.paint_id is not null) paints,
                       (select count(*) from arrival_line l where l.arrival_id = a.id and l.state = 'AWAITED') awaited,
                       (select sum(l.landed) from arrival_line l where l.arrival_id = a.id) total,
                       (select count(*) from giver g where g.arrival_id = a.id and g.thanks_owed and g.thanked_on is null
                          and a.state = 'LOGGED') thanks
                from arrival a where a.collector_id = ?
                order by a.state = 'LOGGED', coalesce(a.came_on, date(a.created_at)) desc, a.id desc limit ? offset ?
                """).params(me.id(), limit, after).query(Listed.class).list();
    }

    int count(Collector me) {
        return db.sql("select count(*) from arrival where collector_id = ?")
                .param(me.id())
                .query(Integer.class)
                .single();
    }

    /** Another arrival with the same lines. */
    Optional<ArrivalRow> withLines(Collector me, String hash, long but) {
        return db.sql(ARRIVAL + " and lines_hash = ? and id <> ? order by id desc limit 1")
                .params(me.id(), hash, but)
                .query(ArrivalRow.class)
                .optional()
                .map(a -> opened(me, a));
    }

    private static final String GIVER = """
            select g.id, g.arrival_id, g.position, g.name, g.naming, g.sealed, g.thanks_owed, g.thanked_on, g.note, g.version
            from giver g where g.collector_id = ?
            """;

    List<GiverRow> givers(Collector me, long arrival) {
        return db.sql(GIVER + " and g.arrival_id = ? order by g.position, g.id")
                .params(me.id(), arrival)
                .query((rs, n) -> giver(rs))
                .list();
    }

    Optional<GiverRow> giver(Collector me, long id) {
        return db.sql(GIVER + " and g.id = ?")
                .params(me.id(), id)
                .query((rs, n) -> giver(rs))
                .optional();
    }

    /** Everybody thanks are or were owed to, those still owed first. */
    List<GiverRow> thanks(Collector me) {
        return db.sql(GIVER + """
                 and exists (select 1 from arrival a where a.id = g.arrival_id and a.state = 'LOGGED')
                 order by g.thanked_on is not null or not g.thanks_owed, g.id desc limit 500
                """).param(me.id()).query((rs, n) -> giver(rs)).list();
    }

    private static GiverRow giver(java.sql.ResultSet rs) throws java.sql.SQLException {
        return new GiverRow(
                rs.getLong(1),
                rs.getLong(2),
                rs.getInt(3),
                rs.getString(4),
                rs.getString(5),
                rs.getBytes(6),
                rs.getBoolean(7),
                rs.getObject(8, LocalDate.class),
                rs.getString(9),
                rs.getInt(10));
    }

    private static final String LINE = """
            select id, arrival_id, position, kind, state, name, maker, written, paint_id, giver_id, form, volume, quantity,
                   to_give, gift_for, unit_price, list_price, discount_percent, goods, paid, landed, currency, parcel
            from arrival_line where collector_id = ?
            """;

    List<LineRow> lines(Collector me, long arrival) {
        return db.sql(LINE + " and arrival_id = ? order by position, id")
                .params(me.id(), arrival)
                .query(LineRow.class)
                .list();
    }

    /** How a paint came, arrival by arrival. */
    List<LineRow> linesOfPaint(Collector me, long paint) {
        return db.sql(LINE + " and paint_id = ? order by id")
                .params(me.id(), paint)
                .query(LineRow.class)
                .list();
    }

    /** Holdings of a set that still lie in it. */
    List<Long> holdingsKept(Collector me, long arrival, String where) {
        return db.sql("select id from holding where collector_id = ? and arrival_id = ? and kept_where = ?")
                .params(me.id(), arrival, where)
                .query(Long.class)
                .list();
    }

    String accession(Collector me, long paint) {
        return new Accession(db.sql("select accession from paint where id = ? and collector_id = ?")
                        .params(paint, me.id())
                        .query(Integer.class)
                        .single())
                .toString();
    }

    /** Names of those who gave something and are named. */
    List<String> giverNames(Collector me) {
        return db.sql("select distinct name from giver where collector_id = ? and name <> ''")
                .param(me.id())
                .query(String.class)
                .list();
    }

    /** By what an arrival is called: its title, and where it came from. */
    List<String> arrivalNames(Collector me) {
        return db.sql("""
                select title from arrival where collector_id = :me and title <> '' union
                select came_from from arrival where collector_id = :me and came_from <> ''
                """).param("me", me.id()).query(String.class).list();
    }

    // ---- what a line is compared with -------------------------------------------------------------------------------

    /** A price once paid for a holding. */
    record Paid(
            long paint,
            BigDecimal volume,
            BigDecimal price,
            String currency,
            @Nullable LocalDate on) {}

    /** A holding that was paid for, with what it cost before the sale. */
    record Bought(
            @Nullable LocalDate on,
            BigDecimal volume,
            BigDecimal price,
            @Nullable BigDecimal listPrice,
            String currency) {
        SizePrice of(BigDecimal amount) {
            return new SizePrice(
                    new Volume(volume), Money.of(CurrencyUnit.of(currency), amount, java.math.RoundingMode.HALF_UP));
        }
    }

    /** Each price once, oldest first; nothing was paid for a pan poured from one's own tube. */
    List<Bought> bought(Collector me, long paint) {
        return db.sql("""
                select h.came_on `on`, h.volume, h.price, max(l.list_price) list_price, h.currency
                from holding h left join arrival_line l
                  on l.arrival_id = h.arrival_id and l.paint_id = h.paint_id and l.form = h.form and l.volume = h.volume
                where h.collector_id = ? and h.paint_id = ? and h.price > 0 and h.volume > 0 and h.pour_id is null
                group by h.came_on, h.volume, h.price, h.currency order by h.came_on, min(h.id)
                """).params(me.id(), paint).query(Bought.class).list();
    }

    Optional<Long> colourOf(Collector me, long paint) {
        return db.sql("select colour_id from paint where id = ? and collector_id = ? and colour_id is not null")
                .params(paint, me.id())
                .query(Long.class)
                .optional();
    }

    List<Paid> paid(Collector me) {
        return db.sql("""
                select paint_id paint, volume, price, currency, came_on `on` from holding
                where collector_id = ? and price > 0 and volume > 0 and pour_id is null order by came_on, id
                """).param(me.id()).query(Paid.class).list();
    }

    /** Which edition a paint was bought as, by paint. */
    Map<Long, Long> editionsOfPaints(Collector me) {
        Map<Long, Long> all = new HashMap<>();
        db.sql("select id, edition_id from paint where collector_id = ? and edition_id is not null")
                .param(me.id())
                .query((RowCallbackHandler) rs -> all.put(rs.getLong(1), rs.getLong(2)));
        return all;
    }

    /** The whole collection, as a line is compared with it. */
    List<Likeness.Owned> owned(Collector me) {
        Map<Long, List<String>> left = new HashMap<>();
        db.sql("select paint_id, form, volume, left_percent, state from holding where collector_id = ? order by id")
                .param(me.id())
                .query((RowCallbackHandler) rs -> {
                    if (!HoldingState.valueOf(rs.getString(5)).counts()) return;
                    BigDecimal volume = rs.getBigDecimal(3);
                    left.computeIfAbsent(rs.getLong(1), k -> new ArrayList<>())
                            .add((volume == null ? "" : new Volume(volume) + " ")
                                    + HoldingForm.valueOf(rs.getString(2)).words() + ", " + rs.getInt(4) + " % left");
                });
        List<Likeness.Owned> all = new ArrayList<>();
        db.sql("""
                select p.id, p.accession, p.name, coalesce(m.name, ''), p.colour_id, coalesce(e.label, ''), p.recipe,
                       p.standing,                        p.mass_l, p.mass_a, p.mass_b, p.tint_l, p.tint_a, p.tint_b
                from paint p left join maker m on m.id = p.maker_id left join edition e on e.id = p.edition_id
                where p.collector_id = ? order by p.accession
                """).param(me.id()).query((RowCallbackHandler) rs -> all.add(new Likeness.Owned(
                rs.getLong(1),
                new Accession(rs.getInt(2)),
                rs.getString(3),
                rs.getString(4),
                Optional.ofNullable(rs.getObject(5, Long.class)),
                rs.getString(6),
                VoiceStore.recipe(rs.getString(7)),
                Standing.valueOf(rs.getString(8)),
                String.join("; ", brief(left.getOrDefault(rs.getLong(1), List.of()))),
                Optional.ofNullable(rs.getObject(9, Double.class))
                        .map(l -> new Likeness.Measured(lab(rs, 9), lab(rs, 12))))));
        return all;
    }

    private static List<String> brief(List<String> holdings) {
        Map<String, Integer> counted = new LinkedHashMap<>();
        holdings.forEach(h -> counted.merge(h, 1, Integer::sum));
        return counted.entrySet().stream()
                .limit(4)
                .map(e -> e.getValue() == 1 ? e.getKey() : e.getValue() + " × " + e.getKey())
                .toList();
    }

    private static Lab lab(java.sql.ResultSet rs, int column) {
        try {
            return new Lab(rs.getDouble(column), rs.getDouble(column + 1), rs.getDouble(column + 2));
        } catch (java.sql.SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
