package molvet.server.collection;

import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import molvet.core.collection.Spelling;
import molvet.core.measure.Refusal;
import molvet.core.shelf.Find;
import molvet.core.shelf.FindTerm;
import molvet.core.shelf.Keeper;
import molvet.core.shelf.KeeperKind;
import molvet.core.shelf.PlaceCode;
import molvet.server.account.Collector;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Finding paints. */
@Repository
public class FindStore {
    private final JdbcClient db;
    private final FindSql conditions;

    FindStore(JdbcClient db, FindSql conditions) {
        this.db = db;
        this.conditions = conditions;
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
        String where = conditions.where(me, find, params);
        String from = "p.id, " + order.column + " ordered_by from paint p" + order.joins + " where p.collector_id = :me"
                + where;
        String page = " order by " + order.column + ", p.id limit " + limit;
        if (after.isPresent() || find.isEmpty()) {
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

    /** What was found, yellow first, and no more than the ids. */
    List<Long> ids(Collector me, Find find, int most) {
        Map<String, Object> params = params(me);
        return db.sql("select p.id from paint p where p.collector_id = :me" + conditions.where(me, find, params)
                        + " order by p.order_key, p.id limit " + most)
                .params(params)
                .query(Long.class)
                .list();
    }

    int count(Collector me, Find find) {
        Map<String, Object> params = params(me);
        return db.sql("select count(*) from paint p where p.collector_id = :me" + conditions.where(me, find, params))
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
        return new Find(
                find.root()
                        .with(t -> !(t instanceof FindTerm.Word word) || isKnown(me, word.text())
                                ? t
                                : Spelling.nearest(word.text(), wordsAsLongAs(me, word.text())).stream()
                                        .filter(near -> isKnown(me, near))
                                        .<FindTerm>map(FindTerm.Word::new)
                                        .findFirst()
                                        .orElse(t)),
                find.troubles());
    }

    /** What the collection knows by name. A giver who asked not to be named is not among them: they are not to be found by it. */
    Find.Known known(Collector me) {
        return new Find.Known(
                names(me, "select name from maker where collector_id = ?"),
                names(me, "select distinct name from giver where collector_id = ? and name <> ''"),
                names(
                        me,
                        "select title from arrival where collector_id = :me and title <> '' union"
                                + " select came_from from arrival where collector_id = :me and came_from <> ''"));
    }

    private List<String> names(Collector me, String sql) {
        return (sql.contains(":me")
                        ? db.sql(sql).param("me", me.id())
                        : db.sql(sql).param(me.id()))
                .query(String.class)
                .list();
    }

    private boolean isKnown(Collector me, String word) {
        return !db.sql("select 1 from paint_word where collector_id = ? and word like ? limit 1")
                .params(me.id(), FindSql.like(word))
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
}
