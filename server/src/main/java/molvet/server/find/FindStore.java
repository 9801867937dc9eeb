package molvet.server.find;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import molvet.core.collection.ColourTerms;
import molvet.core.find.Find;
import molvet.core.palette.PaletteTerms;
import molvet.core.platform.Term;
import molvet.server.platform.Collector;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** Finding paints, and finds kept under a name. */
@Repository
class FindStore {
    private final JdbcClient db;
    private final Language language;

    FindStore(JdbcClient db, Language language) {
        this.db = db;
        this.language = language;
    }

    private static final String PAID =
            "h.price / h.volume) from holding h where h.paint_id = p.id and h.price > 0 and h.pour_id is null";

    /** Amounts of different currencies are not compared: what was paid in another than is usual here comes last. */
    private static final String USUAL =
            " and h.currency = (select y.currency from holding y where y.collector_id = :me and"
                    + " y.price > 0 group by y.currency order by count(*) desc, y.currency limit 1)";

    private static final String LAST = "), 1e9)";

    private static final String PAINTINGS = "select count(*) from painting_paint pp where pp.paint_id = p.id";

    /** The orders in which a collection can be seen; each is a unique pair of columns, so that a page can follow a page. */
    enum Order {
        HUE("p.order_key", ""),
        NUMBER("p.accession", ""),
        NAME("p.name", ""),
        MAKER("coalesce(m.name, '')", " left join maker m on m.id = p.maker_id"),
        PLACE(
                "coalesce(concat(lpad(find_in_set(k.kind, 'RING,BINDER,SKETCHBOOK,LID,BOX,WALL'), 2, '0'), "
                        + "lpad(k.number, 5, '0'), lpad(s.position, 7, '0')), 'z')",
                " left join swatch s on s.id = p.swatch_id left join keeper k on k.id = s.keeper_id"),
        WARMEST("p.warmth", ""),
        COOLEST("-p.warmth", ""),
        DARKEST("p.mass_l", ""),
        LIGHTEST("-p.mass_l", ""),
        BRIGHTEST("-(p.mass_a * p.mass_a + p.mass_b * p.mass_b)", ""),
        NEWEST("-p.accession", ""),
        OLDEST("p.accession", ""),
        DEAREST("coalesce(-(select max(" + PAID + USUAL + LAST, ""),
        CHEAPEST("coalesce((select min(" + PAID + USUAL + LAST, ""),
        MOST_USED("-(" + PAINTINGS + ")", ""),
        LEAST_USED("(" + PAINTINGS + ")", "");

        /** What a find says comes first goes before the order of the list. */
        static Order of(Find find, Order chosen) {
            return find.terms().stream()
                    .flatMap(t -> of(t).stream())
                    .findFirst()
                    .orElse(chosen);
        }

        private static Optional<Order> of(Term term) {
            if (term.equals(PaletteTerms.MOST_USED)) return Optional.of(MOST_USED);
            if (term.equals(PaletteTerms.LEAST_USED)) return Optional.of(LEAST_USED);
            return term instanceof ColourTerms.Ordered o ? Optional.of(valueOf(o.by().name())) : Optional.empty();
        }

        /** Those a list can be put in by hand; the others want a find that leaves out what has no place in them. */
        static final Order[] OF_LISTS = {HUE, NUMBER, NAME, MAKER, PLACE};

        private final String column;
        private final String joins;

        Order(String column, String joins) {
            this.column = column;
            this.joins = joins;
        }
    }

    /** A paint that was found, with the value it is ordered by. */
    record Chosen(long id, String orderedBy) {}

    /** A page of what was found, and how many there are in all. */
    record Found(List<Chosen> page, int total) {}

    /** @param after the last of the page before, for the page that follows */
    @Transactional(readOnly = true)
    public Found found(Collector me, Find find, Order listed, int limit, Optional<Chosen> after) {
        Order order = Order.of(find, listed);
        Map<String, Object> params = new HashMap<>();
        String where = language.where(me, find, params);
        String from = "p.id, " + order.column + " ordered_by from paint p" + order.joins + " where p.collector_id = :me"
                + where;
        String page = " order by " + order.column + ", p.id limit " + limit;
        if (after.isPresent() || find.isEmpty()) {
            int total = count(me, find);
            if (after.isPresent()) {
                params.put("afterValue", after.get().orderedBy());
                params.put("afterId", after.get().id());
                from += " and (" + order.column + " > :afterValue or " + order.column
                        + " = :afterValue and p.id > :afterId)";
            }
            return new Found(chosen("select " + from + page, params), total);
        }
        // Where an index cannot stop early, one pass over what the order and the terms need chooses the page and counts
        // the rest.
        List<Chosen> all = chosen("select sql_calc_found_rows " + from + page, params);
        return new Found(all, db.sql("select found_rows()").query(Integer.class).single());
    }

    private List<Chosen> chosen(String sql, Map<String, Object> params) {
        return db.sql(sql)
                .params(params)
                .query((rs, n) -> new Chosen(rs.getLong(1), rs.getString(2)))
                .list();
    }

    /** What was found, yellow first, and no more than the ids. */
    List<Long> ids(Collector me, Find find, int most) {
        Map<String, Object> params = new HashMap<>();
        String where = language.where(me, find, params);
        String order = Order.of(find, Order.HUE).column;
        return db.sql("select p.id from paint p where p.collector_id = :me" + where + " order by " + order
                        + ", p.id limit " + most)
                .params(params)
                .query(Long.class)
                .list();
    }

    int count(Collector me, Find find) {
        Map<String, Object> params = new HashMap<>();
        String where = language.where(me, find, params);
        return db.sql("select count(*) from paint p where p.collector_id = :me" + where)
                .params(params)
                .query(Integer.class)
                .single();
    }

    record SavedFind(long id, String name, String text, int version) {}

    List<SavedFind> saved(Collector me) {
        return db.sql("select id, name, text, version from saved_find where collector_id = ? order by name")
                .param(me.id())
                .query(SavedFind.class)
                .list();
    }
}
