package molvet.server.collection;

import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import molvet.core.collection.Warmth;
import molvet.core.pigment.Pigment;
import molvet.core.pigment.PigmentCode;
import molvet.core.pigment.PigmentReference;
import molvet.core.shelf.Find;
import molvet.core.shelf.FindExpr;
import molvet.core.shelf.FindTerm;
import molvet.core.shelf.PlaceCode;
import molvet.server.account.Collector;
import org.springframework.stereotype.Component;

/** A find as a condition on the table of paints, called p: each term of the language is one condition. */
@Component
class FindSql {
    private final ColourStore colours;
    private final PigmentReference reference;
    private final Clock clock;

    FindSql(ColourStore colours, PigmentReference reference, Clock clock) {
        this.colours = colours;
        this.reference = reference;
        this.clock = clock;
    }

    /** Numbers the names of a statement’s values. */
    private static final class Names {
        private int next;

        String name() {
            return "t" + next++;
        }
    }

    /** Beginning with “and”, or empty where everything is found; values go into the map under names of their own. */
    String where(Collector me, Find find, Map<String, Object> params) {
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
        if (term instanceof FindTerm.Near n) return among(colours.near(me, n), p, params);
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
        Optional<ColourStore.Seen> than = colours.seen(me, w.than()).filter(s -> s.warmth() != null);
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

    /** A word’s beginning, for LIKE. */
    static String like(String word) {
        return escaped(word.length() > 60 ? word.substring(0, 60) : word) + "%";
    }

    private static String escaped(String text) {
        return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }
}
