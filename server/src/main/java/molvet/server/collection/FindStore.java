package molvet.server.collection;

import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.collection.Accession;
import molvet.core.collection.Spelling;
import molvet.core.collection.Warmth;
import molvet.core.colour.Lab;
import molvet.core.colour.Reach;
import molvet.core.measure.Refusal;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.shelf.Find;
import molvet.core.shelf.FindExpr;
import molvet.core.shelf.FindTerm;
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
    private final PigmentReference reference;

    FindStore(JdbcClient db, Clock clock, PigmentReference reference) {
        this.db = db;
        this.clock = clock;
        this.reference = reference;
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
        String where = where(me, find, params);
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
        return db.sql("select p.id from paint p where p.collector_id = :me" + where(me, find, params)
                        + " order by p.order_key, p.id limit " + most)
                .params(params)
                .query(Long.class)
                .list();
    }

    int count(Collector me, Find find) {
        Map<String, Object> params = params(me);
        return db.sql("select count(*) from paint p where p.collector_id = :me" + where(me, find, params))
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

    // ---- colours of other paints ------------------------------------------------------------------------------------

    private record Seen(
            long id,
            @Nullable Double massL,
            @Nullable Double massA,
            @Nullable Double massB,
            String hue,
            @Nullable Double warmth) {
        Lab lab() {
            return new Lab(massL, massA, massB);
        }
    }

    private Optional<Seen> seen(Collector me, Accession number) {
        return db.sql(
                        "select id, mass_l, mass_a, mass_b, hue, warmth from paint where collector_id = ? and accession = ?")
                .params(me.id(), number.number())
                .query(Seen.class)
                .optional();
    }

    /** What a find asks of paints that cannot answer it. */
    List<Find.Trouble> troubles(Collector me, Find find) {
        List<Find.Trouble> all = new ArrayList<>();
        for (FindTerm t : find.terms()) {
            Optional<Accession> of = t instanceof FindTerm.Near n
                    ? Optional.of(n.to())
                    : t instanceof FindTerm.Warmer w ? Optional.of(w.than()) : Optional.empty();
            if (of.isEmpty()) continue;
            Optional<Seen> seen = seen(me, of.get());
            String why = seen.isEmpty()
                    ? "There is no " + of.get() + " in your collection."
                    : seen.get().massL() == null
                            ? of.get() + " is not measured yet: read its swatch first."
                            : t instanceof FindTerm.Warmer && seen.get().warmth() == null
                                    ? of.get() + " is a neutral, which is neither warm nor cool."
                                    : "";
            if (!why.isEmpty()) all.add(new Find.Trouble(-1, t.written(), why));
        }
        return all;
    }

    private List<Long> near(Collector me, FindTerm.Near near) {
        Optional<Seen> of = seen(me, near.to()).filter(s -> s.massL() != null);
        if (of.isEmpty()) return List.of();
        double within = near.within().doubleValue();
        Lab lab = of.get().lab();
        Reach reach = Reach.of(lab, within);
        return db
                .sql("""
                        select id, mass_l, mass_a, mass_b from paint
                        where collector_id = ? and mass_l between ? and ? and mass_a between ? and ? and mass_b between ? and ?
                        """)
                .params(
                        me.id(),
                        lab.l() - reach.l(),
                        lab.l() + reach.l(),
                        lab.a() - reach.ab(),
                        lab.a() + reach.ab(),
                        lab.b() - reach.ab(),
                        lab.b() + reach.ab())
                .query((rs, n) -> new Seen(rs.getLong(1), rs.getDouble(2), rs.getDouble(3), rs.getDouble(4), "", null))
                .list()
                .stream()
                .filter(s -> s.lab().differenceFrom(lab) <= within)
                .map(Seen::id)
                .toList();
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

    /** Numbers the names of a statement’s values. */
    private static final class Names {
        private int next;

        String name() {
            return "t" + next++;
        }
    }

    private String where(Collector me, Find find, Map<String, Object> params) {
        return find.isEmpty() ? "" : " and " + condition(me, find.root(), new Names(), params);
    }

    private String condition(Collector me, FindExpr e, Names names, Map<String, Object> params) {
        if (e instanceof FindTerm t) return "(" + term(me, t, names.name(), params) + ")";
        if (e instanceof FindExpr.Not n) return "not coalesce(" + condition(me, n.part(), names, params) + ", false)";
        boolean any = e instanceof FindExpr.Any;
        List<FindExpr> parts = any ? ((FindExpr.Any) e).parts() : ((FindExpr.All) e).parts();
        return "("
                + String.join(
                        any ? " or " : " and ",
                        parts.stream().map(p -> condition(me, p, names, params)).toList())
                + ")";
    }

    private static final String OF_HOLDING =
            "p.id in (select h.paint_id from holding h where h.collector_id = :me and ";

    private String term(Collector me, FindTerm term, String p, Map<String, Object> params) {
        if (term instanceof FindTerm.Word w) {
            params.put(p, like(w.text()));
            return "p.id in (select w.paint_id from paint_word w where w.collector_id = :me and w.word like :" + p
                    + ")";
        }
        if (term instanceof FindTerm.Phrase f) {
            params.put(p, "%" + escaped(f.text()) + "%");
            return "p.name like :" + p;
        }
        if (term instanceof FindTerm.WithPigment w) {
            params.put(p, w.code().toString());
            return "p.id in (select g.paint_id from paint_pigment g where g.collector_id = :me and g.code = :" + p
                    + ")";
        }
        if (term instanceof FindTerm.OnlyPigments o) {
            params.put(p, o.codes().stream().map(PigmentCode::toString).toList());
            params.put(p + "n", o.codes().size());
            return "p.pigments = :" + p + "n and p.id in (select g.paint_id from paint_pigment g where"
                    + " g.collector_id = :me and g.code in (:" + p + ") group by g.paint_id"
                    + " having count(distinct g.code) = :" + p + "n)";
        }
        if (term instanceof FindTerm.ByMaker b) {
            params.put(p, b.maker());
            return "p.maker_id in (select b.id from maker b where b.collector_id = :me and b.name = :" + p + ")";
        }
        if (term instanceof FindTerm.Numbered a) {
            params.put(p, a.accession().number());
            return "p.accession = :" + p;
        }
        if (term instanceof FindTerm.AtPlace a) {
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
        if (term instanceof FindTerm.InKeeper i) {
            params.put(p + "k", i.keeper().kind().name());
            params.put(p + "n", i.keeper().number());
            return "p.id in (select ss.paint_id from swatch ss join keeper kk on kk.id = ss.keeper_id where"
                    + " ss.collector_id = :me and kk.kind = :" + p + "k and kk.number = :" + p + "n)";
        }
        if (term instanceof FindTerm.InStanding s) {
            params.put(p, s.standing().name());
            return "p.standing = :" + p;
        }
        if (term instanceof FindTerm.OfRecipe r) return r.single() ? "p.pigments = 1" : "p.pigments > 1";
        if (term instanceof FindTerm.OfVolume v) {
            params.put(p, "%," + v.ml().stripTrailingZeros().toPlainString() + ",%");
            return "p.volumes like :" + p;
        }
        if (term instanceof FindTerm.PerMl c) {
            params.put(p, c.price());
            return OF_HOLDING + "h.volume > 0 and h.price is not null and h.price / h.volume " + (c.under() ? "<" : ">")
                    + " :" + p + ")";
        }
        if (term instanceof FindTerm.InSeries s) {
            params.put(p, s.from());
            params.put(p + "t", s.to());
            return "p.series between :" + p + " and :" + p + "t";
        }
        if (term instanceof FindTerm.Hued h) {
            params.put(p, h.family().name());
            return "p.hue = :" + p;
        }
        if (term instanceof FindTerm.Warmer w) return warmer(me, w, p, params);
        if (term instanceof FindTerm.Near n) return among(near(me, n), p, params);
        if (term instanceof FindTerm.Says s) return says(s, p, params);
        if (term instanceof FindTerm.Doubtful d) {
            return "substring(p.voices, " + (5 * d.trait().ordinal() + 5) + ", 1) = '!'";
        }
        if (term instanceof FindTerm.Claims c) {
            params.put(p, c.symbol());
            return "p.claim_lightfastness = :" + p;
        }
        if (term instanceof FindTerm.Seen s) {
            params.put(p + "t", s.trait().name());
            params.put(p, s.step());
            return "p.id in (select o.paint_id from observation o where o.collector_id = :me and o.trait = :" + p
                    + "t and o.value = :" + p
                    + " and not exists (select 1 from observation later where later.paint_id ="
                    + " o.paint_id and later.trait = o.trait and later.id > o.id))";
        }
        if (term instanceof FindTerm.FreeOf f) {
            List<String> codes = reference.all().stream()
                    .filter(g -> g.cautions().contains(f.element())
                            || List.of(g.chemicalName().toLowerCase(Locale.ROOT).split("\\P{L}+"))
                                    .contains(f.element()))
                    .map(g -> g.code().toString())
                    .toList();
            if (codes.isEmpty()) return "p.pigments > 0";
            params.put(p, codes);
            return "p.pigments > 0 and p.id not in (select g.paint_id from paint_pigment g where g.collector_id = :me"
                    + " and g.code in (:" + p + "))";
        }
        return came(term, p, params);
    }

    private String warmer(Collector me, FindTerm.Warmer w, String p, Map<String, Object> params) {
        Optional<Seen> than = seen(me, w.than()).filter(s -> s.warmth() != null);
        if (than.isEmpty()) return "1 = 0";
        params.put(p, than.get().hue());
        params.put(p + "w", than.get().warmth() + (w.warmer() ? -Warmth.TELLS : Warmth.TELLS));
        return "p.hue = :" + p + " and p.warmth " + (w.warmer() ? "<" : ">") + " :" + p + "w";
    }

    private static String among(List<Long> ids, String p, Map<String, Object> params) {
        if (ids.isEmpty()) return "1 = 0";
        params.put(p, ids);
        return "p.id in (:" + p + ")";
    }

    /** Voices are kept as five signs a trait: label, pigments, paper, verdict, and whether they disagree. */
    private static String says(FindTerm.Says s, String p, Map<String, Object> params) {
        int at = 5 * s.trait().ordinal()
                + switch (s.voice()) {
                    case LABEL -> 1;
                    case PIGMENTS -> 2;
                    case PAPER -> 3;
                    case VERDICT -> 4;
                };
        params.put(p, String.valueOf(s.from()));
        params.put(p + "t", String.valueOf(s.to()));
        return "substring(p.voices, " + at + ", 1) between :" + p + " and :" + p + "t";
    }

    private String came(FindTerm term, String p, Map<String, Object> params) {
        String arrived = "p.id in (select v.paint_id from arrival_line v join arrival a on a.id = v.arrival_id where"
                + " v.collector_id = :me and v.paint_id is not null and ";
        if (term instanceof FindTerm.GivenBy g) {
            params.put(p, "%" + escaped(g.giver()) + "%");
            return "p.id in (select v.paint_id from arrival_line v join giver g on g.id = v.giver_id where"
                    + " v.collector_id = :me and g.name like :" + p + ") or "
                    + arrived + "v.giver_id is null and a.kind in ('GIFT', 'SWAP') and (a.came_from like :" + p
                    + " or exists (select 1 from giver g where g.arrival_id = a.id and g.name like :" + p + ")))";
        }
        if (term instanceof FindTerm.WishedFor w) {
            params.put(p, "%" + escaped(w.reason()) + "%");
            return "p.id in (select y.paint_id from wish y where y.collector_id = :me and y.reason like :" + p + ")";
        }
        if (term instanceof FindTerm.FromArrival f) {
            params.put(p, "%" + escaped(f.title()) + "%");
            return arrived + "(a.title like :" + p + " or a.came_from like :" + p + ")) or " + OF_HOLDING
                    + "h.came_from like :" + p + ")";
        }
        if (term instanceof FindTerm.CameIn c) {
            List<String> all = new ArrayList<>();
            c.season().ifPresent(s -> {
                params.put(p + "m", s.months());
                all.add("month(a.came_on) in (:" + p + "m)");
            });
            if (!c.kind().isEmpty()) {
                params.put(p + "k", c.kind());
                all.add("a.kind = :" + p + "k");
            }
            c.year().ifPresent(y -> {
                params.put(p + "y", y);
                all.add("year(a.came_on) = :" + p + "y");
            });
            return arrived + String.join(" and ", all) + ")";
        }
        if (term instanceof FindTerm.NotUsedSince n) {
            params.put(p, LocalDate.of(n.year(), 1, 1));
            return "p.standing in ('OWNED', 'SAMPLED') and coalesce(p.used_on < :" + p + ", true)";
        }
        return term instanceof FindTerm.Lacks l ? lacks(l.missing()) : plain(((FindTerm.Is) term).what(), p, params);
    }

    private String plain(FindTerm.Plain what, String p, Map<String, Object> params) {
        return switch (what) {
            case LOST ->
                "p.swatch_id is null and p.id in (select x.paint_id from swatch x where x.collector_id = :me and"
                        + " x.state = 'LOST')";
            case PAINTED -> "p.swatch_id is not null";
            case DISAGREE -> "p.disagrees";
            case DRYING -> {
                params.put(p, LocalDate.now(clock.withZone(ZoneOffset.UTC)).minusDays(1));
                // A cell of a chart dries until it is said to be dry; any other swatch for a day, or until it is read.
                yield "p.id in (select y.paint_id from swatch y left join chart_cell c on c.swatch_id = y.id"
                        + " where y.collector_id = :me and y.state = 'CURRENT' and (c.id is not null and c.dry_at is null"
                        + " or c.id is null and y.painted_on >= :" + p
                        + " and not exists (select 1 from reading z where z.swatch_id = y.id)))";
            }
            case RUNNING_LOW -> "p.runs_low";
            case DISCONTINUED ->
                "p.colour_id in (select c.id from colour c where c.collector_id = :me and c.status = 'DISCONTINUED')";
            case GIVEN_ANONYMOUSLY ->
                "p.id in (select v.paint_id from arrival_line v join giver g on g.id = v.giver_id where"
                        + " v.collector_id = :me and g.name = '') or p.id in (select v.paint_id from arrival_line v"
                        + " join giver g on g.arrival_id = v.arrival_id where v.collector_id = :me and v.giver_id is null"
                        + " and g.name = '')";
            case CAUTIONED ->
                withPigments(reference.all().stream().filter(g -> !g.cautions().isEmpty()), p, params);
            case OUT_OF_PRODUCTION ->
                withPigments(reference.all().stream().filter(Pigment::outOfProduction), p, params);
        };
    }

    private static String withPigments(Stream<Pigment> pigments, String p, Map<String, Object> params) {
        params.put(p, pigments.map(g -> g.code().toString()).toList());
        return "p.id in (select g.paint_id from paint_pigment g where g.collector_id = :me and g.code in (:" + p + "))";
    }

    private static String lacks(FindTerm.Missing missing) {
        return switch (missing) {
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
