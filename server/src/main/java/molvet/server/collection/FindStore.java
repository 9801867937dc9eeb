package molvet.server.collection;

import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
        HUE("p.order_key"),
        NUMBER("p.accession"),
        NAME("p.name"),
        MAKER("coalesce(m.name, '')"),
        PLACE("coalesce(concat(lpad(find_in_set(k.kind, 'RING,BINDER,SKETCHBOOK,LID,BOX,WALL'), 2, '0'), "
                + "lpad(k.number, 5, '0'), lpad(s.position, 7, '0')), 'z')");

        private final String column;

        Order(String column) {
            this.column = column;
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

    private static final String ROW = """
            select p.id, p.accession, p.name, m.name maker, l.name line, p.series, p.recipe, p.standing, p.form, p.volume,
                   p.voices, p.version, p.swatch_id, k.kind, k.number, k.pages, k.cells, s.position,
                   p.swatch_id is null and exists (select 1 from swatch x where x.paint_id = p.id
                       and x.collector_id = :me and x.state = 'LOST') lost,
                   r.mass_l, r.mass_a, r.mass_b, r.tint_l, r.tint_a, r.tint_b, r.granulation, r.covering,
                   %s ordered_by
            """;

    private static final String FROM = """
            from paint p
            left join maker m on m.id = p.maker_id and m.collector_id = :me
            left join line l on l.id = p.line_id and l.collector_id = :me
            left join swatch s on s.id = p.swatch_id and s.collector_id = :me
            left join keeper k on k.id = s.keeper_id and k.collector_id = :me
            left join reading r on r.id = p.reading_id and r.collector_id = :me
            where p.collector_id = :me
            """;

    /** @param after the id and order value of the last row seen, for the page that follows */
    List<Row> rows(Collector me, Find find, Order order, int limit, Optional<After> after) {
        Map<String, Object> params = params(me);
        String where = where(find, params);
        if (after.isPresent()) {
            where += " and (" + order.column + " > :afterValue or " + order.column
                    + " = :afterValue and p.id > :afterId)";
            params.put("afterValue", after.get().value());
            params.put("afterId", after.get().id());
        }
        return db.sql(ROW.formatted(order.column) + FROM + where + " order by " + order.column + ", p.id limit "
                        + limit)
                .params(params)
                .query(Row.class)
                .list();
    }

    record After(String value, long id) {}

    int count(Collector me, Find find) {
        Map<String, Object> params = params(me);
        String where = where(find, params);
        // The joins matter only where a term speaks of places.
        boolean joined = where.contains(" s.") || where.contains(" k.") || where.contains(" m.");
        String from = joined ? FROM : "from paint p where p.collector_id = :me ";
        return db.sql("select count(*) " + from + where)
                .params(params)
                .query(Integer.class)
                .single();
    }

    /** All rows of some paints, in the order of the ids. */
    List<Row> byIds(Collector me, List<Long> ids) {
        if (ids.isEmpty()) return List.of();
        Map<String, Object> params = params(me);
        params.put("ids", ids);
        List<Row> rows = db.sql(ROW.formatted("p.accession") + FROM + " and p.id in (:ids)")
                .params(params)
                .query(Row.class)
                .list();
        return ids.stream()
                .flatMap(id -> rows.stream().filter(r -> r.id() == id))
                .toList();
    }

    /** The same find with each word that nothing begins with replaced by the nearest word there is. */
    Find mended(Collector me, Find find) {
        List<String> vocabulary = new ArrayList<>();
        return new Find(find.terms().stream()
                .map(t -> {
                    if (!(t instanceof Find.Word word) || isKnown(me, word.text())) return t;
                    if (vocabulary.isEmpty()) vocabulary.addAll(vocabulary(me));
                    return Spelling.nearest(word.text(), vocabulary)
                            .<Find.Term>map(Find.Word::new)
                            .orElse(t);
                })
                .toList());
    }

    private boolean isKnown(Collector me, String word) {
        return !db.sql("select 1 from paint_word where collector_id = ? and word like ? limit 1")
                .params(me.id(), like(word))
                .query(Integer.class)
                .list()
                .isEmpty();
    }

    List<String> vocabulary(Collector me) {
        return db.sql("select distinct word from paint_word where collector_id = ?")
                .param(me.id())
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
            return "p.swatch_id in (select y.id from swatch y where y.collector_id = :me and y.state = 'CURRENT' and"
                    + " y.painted_on >= :" + p + " and not exists (select 1 from reading z where z.swatch_id = y.id))";
        }
        return switch (((Find.Lacks) term).missing()) {
            case SWATCH -> "p.swatch_id is null and p.standing in ('OWNED', 'SAMPLED')";
            case PLACE ->
                "p.swatch_id in (select y.id from swatch y where y.collector_id = :me and y.state = 'CURRENT' and"
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
