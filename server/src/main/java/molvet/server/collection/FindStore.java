package molvet.server.collection;

import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import molvet.core.collection.Spelling;
import molvet.core.measure.Refusal;
import molvet.core.shelf.Find;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.account.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Finding paints: each term of the find language is one condition. */
@Repository
public class FindStore {
    private final JdbcClient db;
    private final Clock clock;

    FindStore(JdbcClient db, Clock clock) {
        this.db = db;
        this.clock = clock;
    }

    /** The orders in which a collection can be seen; each is a unique pair of columns, so that a page can follow a page. */
    public enum Order {
        HUE("p.order_key", ""),
        NUMBER("p.accession", ""),
        NAME("p.name", ""),
        MAKER("coalesce(m.name, '')", " left join maker m on m.id = p.maker_id"),
        PLACE(
                "coalesce(concat(lpad(find_in_set(k.kind, 'RING,BINDER,SKETCHBOOK,LID,BOX,WALL'), 2, '0'), "
                        + "lpad(k.number, 5, '0'), lpad(s.position, 7, '0')), 'z')",
                " left join swatch s on s.id = p.swatch_id left join keeper k on k.id = s.keeper_id");

        private final String column;
        private final String joins;

        Order(String column, String joins) {
            this.column = column;
            this.joins = joins;
        }

        public static Order parse(String text) {
            for (Order o : values()) if (o.name().equalsIgnoreCase(text)) return o;
            throw Refusal.of(
                    "order", "There is no order “" + text + "”.", "Orders are hue, number, name, maker, place.");
        }
    }

    record Row(
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
            @Nullable String kind,
            @Nullable Integer number,
            @Nullable Integer pages,
            @Nullable Integer cells,
            @Nullable Integer position,
            boolean lost,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            @Nullable Double tintL,
            @Nullable Double tintA,
            @Nullable Double tintB,
            @Nullable Double granulation,
            @Nullable Double covering,
            String orderedBy) {
        Optional<PlaceCode> place() {
            return position == null
                    ? Optional.empty()
                    : Optional.of(new Keeper(KeeperKind.valueOf(kind), number, pages, cells).place(position));
        }
    }

    /** A statement holds 65,535 values at most. */
    private static final int ROWS_AT_ONCE = 5_000;

    private static final String ROWS = """
            select p.id, p.accession, p.name, m.name maker, l.name line, p.series, p.recipe, p.standing, p.form, p.volume,
                   p.voices, p.version, p.swatch_id, k.kind, k.number, k.pages, k.cells, s.position,
                   p.swatch_id is null and exists (select 1 from swatch x where x.paint_id = p.id
                       and x.collector_id = :me and x.state = 'LOST') lost,
                   r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b, r.granulation, r.covering
            from paint p
            left join maker m on m.id = p.maker_id and m.collector_id = :me
            left join line l on l.id = p.line_id and l.collector_id = :me
            left join swatch s on s.id = p.swatch_id and s.collector_id = :me
            left join keeper k on k.id = s.keeper_id and k.collector_id = :me
            left join reading r on r.id = p.reading_id and r.collector_id = :me
            where p.collector_id = :me and p.id in (:ids)
            """;

    /** A page of what was found, and how many there are in all. */
    record Found(List<Row> rows, int total) {}

    record After(String value, long id) {}

    private record Chosen(long id, String orderedBy) {}

    /** @param after the id and order value of the last row seen, for the page that follows */
    @Transactional(readOnly = true)
    Found found(Collector me, Find find, Order order, int limit, Optional<After> after) {
        Map<String, Object> params = params(me);
        String where = where(find, params);
        String from = "p.id, " + order.column + " ordered_by from paint p" + order.joins + " where p.collector_id = :me"
                + where;
        String page = " order by " + order.column + ", p.id limit " + limit;
        if (after.isPresent() || find.terms().isEmpty()) {
            int total = count(me, find);
            if (after.isPresent()) {
                params.put("afterValue", after.get().value());
                params.put("afterId", after.get().id());
                from += " and (" + order.column + " > :afterValue or " + order.column
                        + " = :afterValue and p.id > :afterId)";
            }
            return new Found(rows(me, chosen("select " + from + page, params)), total);
        }
        // Where an index cannot stop early, one pass over what the order and the terms need chooses the page and counts
        // the rest; only the page is read whole.
        List<Chosen> chosen = chosen("select sql_calc_found_rows " + from + page, params);
        int total = db.sql("select found_rows()").query(Integer.class).single();
        return new Found(rows(me, chosen), total);
    }

    private List<Chosen> chosen(String sql, Map<String, Object> params) {
        return db.sql(sql)
                .params(params)
                .query((rs, n) -> new Chosen(rs.getLong(1), rs.getString(2)))
                .list();
    }

    int count(Collector me, Find find) {
        Map<String, Object> params = params(me);
        return db.sql("select count(*) from paint p where p.collector_id = :me" + where(find, params))
                .params(params)
                .query(Integer.class)
                .single();
    }

    /** All rows of some paints, in the order of the ids. */
    List<Row> byIds(Collector me, List<Long> ids) {
        return rows(me, ids.stream().map(id -> new Chosen(id, "")).toList());
    }

    private List<Row> rows(Collector me, List<Chosen> chosen) {
        if (chosen.isEmpty()) return List.of();
        Map<Long, String> orderedBy = new LinkedHashMap<>();
        chosen.forEach(c -> orderedBy.put(c.id(), c.orderedBy()));
        Map<Long, Row> rows = new HashMap<>();
        List<Long> ids = List.copyOf(orderedBy.keySet());
        for (int from = 0; from < ids.size(); from += ROWS_AT_ONCE) {
            db.sql(ROWS)
                    .param("me", me.id())
                    .param("ids", ids.subList(from, Math.min(ids.size(), from + ROWS_AT_ONCE)))
                    .query((rs, n) -> row(rs, orderedBy.get(rs.getLong("id"))))
                    .list()
                    .forEach(r -> rows.put(r.id(), r));
        }
        return orderedBy.keySet().stream()
                .map(rows::get)
                .filter(Objects::nonNull)
                .toList();
    }

    private static Row row(ResultSet rs, String orderedBy) throws SQLException {
        return new Row(
                rs.getLong("id"),
                rs.getInt("accession"),
                rs.getString("name"),
                rs.getString("maker"),
                rs.getString("line"),
                rs.getObject("series", Integer.class),
                rs.getString("recipe"),
                rs.getString("standing"),
                rs.getString("form"),
                rs.getBigDecimal("volume"),
                rs.getString("voices"),
                rs.getInt("version"),
                rs.getObject("swatch_id", Long.class),
                rs.getString("kind"),
                rs.getObject("number", Integer.class),
                rs.getObject("pages", Integer.class),
                rs.getObject("cells", Integer.class),
                rs.getObject("position", Integer.class),
                rs.getBoolean("lost"),
                rs.getObject("mass_l", Double.class),
                rs.getObject("mass_a", Double.class),
                rs.getObject("mass_b", Double.class),
                rs.getObject("tint_l", Double.class),
                rs.getObject("tint_a", Double.class),
                rs.getObject("tint_b", Double.class),
                rs.getObject("granulation", Double.class),
                rs.getObject("covering", Double.class),
                orderedBy);
    }

    /** The same find with each word that nothing begins with replaced by the nearest word there is. */
    Find mended(Collector me, Find find) {
        return new Find(find.terms().stream()
                .map(t -> !(t instanceof Find.Word word) || isKnown(me, word.text())
                        ? t
                        : Spelling.nearest(word.text(), wordsAsLongAs(me, word.text())).stream()
                                .filter(near -> isKnown(me, near))
                                .<Find.Term>map(Find.Word::new)
                                .findFirst()
                                .orElse(t))
                .toList());
    }

    private boolean isKnown(Collector me, String word) {
        return !db.sql("select 1 from paint_word where collector_id = ? and word like ? limit 1")
                .params(me.id(), like(word))
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    private List<String> wordsAsLongAs(Collector me, String word) {
        return db.sql("select word from word where collector_id = ? and length between ? and ?")
                .params(me.id(), word.length() - Spelling.MOST_SLIPS, word.length() + Spelling.MOST_SLIPS)
                .query(String.class)
                .list();
    }

    private static Map<String, Object> params(Collector me) {
        Map<String, Object> params = new HashMap<>();
        params.put("me", me.id());
        return params;
    }

    private String where(Find find, Map<String, Object> params) {
        StringBuilder where = new StringBuilder();
        int n = 0;
        for (Find.Term term : find.terms()) {
            where.append(" and ").append(condition(term, "t" + n++, params));
        }
        return where.toString();
    }

    private String condition(Find.Term term, String p, Map<String, Object> params) {
        if (term instanceof Find.Word w) {
            params.put(p, like(w.text()));
            return "p.id in (select w.paint_id from paint_word w where w.collector_id = :me and w.word like :" + p
                    + ")";
        }
        if (term instanceof Find.Phrase f) {
            params.put(p, "%" + escaped(f.text()) + "%");
            return "p.name like :" + p;
        }
        if (term instanceof Find.WithPigment w) {
            params.put(p, w.code().toString());
            return "p.id in (select g.paint_id from paint_pigment g where g.collector_id = :me and g.code = :" + p
                    + ")";
        }
        if (term instanceof Find.ByMaker b) {
            params.put(p, b.maker());
            return "p.maker_id in (select b.id from maker b where b.collector_id = :me and b.name = :" + p + ")";
        }
        if (term instanceof Find.Numbered a) {
            params.put(p, a.accession().number());
            return "p.accession = :" + p;
        }
        if (term instanceof Find.AtPlace a) {
            PlaceCode place = a.place();
            params.put(p + "k", place.kind().name());
            params.put(p + "n", place.keeper());
            params.put(p + "p", place.page());
            params.put(p + "c", place.cell());
            return "p.id in (select ss.paint_id from swatch ss join keeper kk on kk.id = ss.keeper_id where"
                    + " ss.collector_id = :me and kk.kind = :" + p + "k and kk.number = :" + p + "n and ss.position ="
                    + " case when kk.pages = 0 then :" + p + "c when :" + p + "c > kk.cells then 0 else (:" + p
                    + "p - 1) * kk.cells + :" + p + "c end)";
        }
        if (term instanceof Find.InKeeper i) {
            params.put(p + "k", i.keeper().kind().name());
            params.put(p + "n", i.keeper().number());
            return "p.id in (select ss.paint_id from swatch ss join keeper kk on kk.id = ss.keeper_id where"
                    + " ss.collector_id = :me and kk.kind = :" + p + "k and kk.number = :" + p + "n)";
        }
        if (term instanceof Find.InStanding s) {
            params.put(p, s.standing().name());
            return "p.standing = :" + p;
        }
        if (term instanceof Find.OfRecipe r) return r.single() ? "p.pigments = 1" : "p.pigments > 1";
        if (term instanceof Find.OfVolume v) {
            params.put(p, v.ml());
            return "p.id in (select h.paint_id from holding h where h.collector_id = :me and h.volume = :" + p + ")";
        }
        if (term instanceof Find.SwatchLost) {
            return "p.swatch_id is null and p.id in (select x.paint_id from swatch x where x.collector_id = :me and"
                    + " x.state = 'LOST')";
        }
        if (term instanceof Find.Painted) return "p.swatch_id is not null";
        if (term instanceof Find.Disagreeing) return "p.disagrees";
        if (term instanceof Find.Drying) {
            params.put(p, LocalDate.now(clock.withZone(ZoneOffset.UTC)).minusDays(1));
            // A cell of a chart dries until it is said to be dry; any other swatch for a day, or until it is read.
            return "p.id in (select y.paint_id from swatch y left join chart_cell c on c.swatch_id = y.id"
                    + " where y.collector_id = :me and y.state = 'CURRENT' and (c.id is not null and c.dry_at is null"
                    + " or c.id is null and y.painted_on >= :" + p
                    + " and not exists (select 1 from reading z where z.swatch_id = y.id)))";
        }
        return switch (((Find.Lacks) term).missing()) {
            case SWATCH -> "p.swatch_id is null and p.standing in ('OWNED', 'SAMPLED')";
            case PLACE ->
                "p.id in (select y.paint_id from swatch y where y.collector_id = :me and y.state = 'CURRENT' and"
                        + " y.keeper_id is null)";
            case COLOUR ->
                "p.swatch_id is not null and not exists (select 1 from reading z where z.swatch_id = p.swatch_id and"
                        + " z.collector_id = :me)";
            case PIGMENTS -> "p.pigments = 0";
        };
    }

    private static String like(String word) {
        return escaped(word.length() > 60 ? word.substring(0, 60) : word) + "%";
    }

    private static String escaped(String text) {
        return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }
}
