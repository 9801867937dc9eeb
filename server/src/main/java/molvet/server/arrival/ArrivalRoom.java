package molvet.server.arrival;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.arrival.ArrivalKind;
import molvet.core.arrival.ArrivalTerms;
import molvet.core.arrival.DotCard;
import molvet.core.arrival.DotState;
import molvet.core.collection.HoldingForm;
import molvet.core.platform.TermKind;
import molvet.server.collection.SoughtDays;
import molvet.server.collection.Witness;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What arrivals, dot cards and pours bring to the house. */
@Component
class ArrivalRoom implements Room, Witness {
    private static final int MOST_EXPORTED = 100_000;
    private static final String CAME =
            "p.id in (select v.paint_id from arrival_line v join arrival a on a.id = v.arrival_id"
                    + " where v.collector_id = :me and v.paint_id is not null and ";

    private final ArrivalStore store;
    private final PourStore pours;
    private final PourDays days;
    private final SoughtDays sought;

    ArrivalRoom(ArrivalStore store, PourStore pours, PourDays days, SoughtDays sought) {
        this.store = store;
        this.pours = pours;
        this.days = days;
        this.sought = sought;
    }

    @Override
    public List<CalendarDay> days(Collector me) {
        return days.of(me);
    }

    @Override
    public String name() {
        return "arrival";
    }

    @Override
    public Map<String, String> ribbons() {
        return Map.of(
                "arrival",
                "select arrival_id thing, paint_id, min(position) at from arrival_line where collector_id = :me and paint_id is not null group by arrival_id, paint_id");
    }

    @Override
    public Set<String> things() {
        return Set.of("arrival");
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("arrival")
                        .sealed("text")
                        .words("kind", ArrivalKind.class)
                        .words("state", Arrivals.DRAFT, Arrivals.LOGGED)
                        .sameBy("created_at", "kind"),
                Table.of("giver")
                        .words("naming", Arrivals.Naming.class)
                        .sealed("sealed")
                        .without("sealed")
                        .sameBy("arrival_id", "position"),
                Table.of("arrival_line")
                        .words("form", HoldingForm.class)
                        .words("kind", "PAINT", "THING")
                        .words("state", "HERE", "AWAITED")
                        .sameBy("arrival_id", "position"),
                Table.of("dotcard")
                        .words("direction", DotCard.Direction.class)
                        .sameBy("name", "arrival_id", "line_id")
                        .numbered("number"),
                Table.of("dot").words("state", DotState.class),
                Table.of("pour").words("form", HoldingForm.class).sameBy("paint_id", "form", "poured_on"));
    }

    @Override
    public Map<String, String> facts() {
        return Map.of("pour", "select :paint_id");
    }

    @Override
    public Optional<LocalDate> lastUse(Collector me, long paint) {
        return pours.lastPour(me, paint);
    }

    /** Bills, givers and thanks of what is logged. Of givers who are not named the rows hold no name at all. */
    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of(
                "arrivals",
                me -> store.arrivals(me, MOST_EXPORTED, 0).stream()
                        .filter(a -> a.state().equals(Arrivals.LOGGED))
                        .map(a -> Map.of(
                                "arrival", a,
                                "lines", store.lines(me, a.id()),
                                "givers",
                                        store.givers(me, a.id()).stream()
                                                .map(g -> Map.of(
                                                        "name", g.name().isEmpty() ? "anonymous" : g.name(),
                                                        "thanksOwed", g.thanksOwed(),
                                                        "thankedOn",
                                                                g.thankedOn() == null
                                                                        ? ""
                                                                        : g.thankedOn()
                                                                                .toString()))
                                                .toList()))
                        .toList());
    }

    @Override
    public List<TermKind> terms() {
        return ArrivalTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        return new Clauses()
                .on(ArrivalTerms.GivenBy.class, (t, in) -> {
                    String name = in.holding(t.giver());
                    return "p.id in (select v.paint_id from arrival_line v join giver g on g.id = v.giver_id where"
                            + " v.collector_id = :me and g.name like " + name + ") or " + CAME
                            + "v.giver_id is null and a.kind in ('GIFT', 'SWAP') and (a.came_from like " + name
                            + " or exists (select 1 from giver g where g.arrival_id = a.id and g.name like " + name
                            + ")))";
                })
                .on(ArrivalTerms.FromArrival.class, (t, in) -> {
                    String title = in.holding(t.title());
                    return CAME + "(a.title like " + title + " or a.came_from like " + title
                            + ")) or p.id in (select h.paint_id from holding h where h.collector_id = :me and h.came_from like "
                            + title + ")";
                })
                .on(ArrivalTerms.CameIn.class, (t, in) -> {
                    List<String> all = new ArrayList<>();
                    t.season().ifPresent(s -> all.add("month(a.came_on) in (" + in.put(s.months()) + ")"));
                    t.kind().ifPresent(k -> all.add("a.kind = " + in.put(k.name())));
                    t.year().ifPresent(y -> all.add("year(a.came_on) = " + in.put(y)));
                    return CAME + String.join(" and ", all) + ")";
                })
                .on(
                        ArrivalTerms.THANKS_OWED,
                        "p.id in (select v.paint_id from arrival_line v join arrival a on a.id = v.arrival_id join giver g"
                                + " on g.id = v.giver_id or v.giver_id is null and g.arrival_id = a.id"
                                + " where v.collector_id = :me and v.paint_id is not null and a.state = 'LOGGED'"
                                + " and g.thanks_owed and g.thanked_on is null)")
                .on(
                        ArrivalTerms.Bought.class,
                        (t, in) ->
                                "p.id in (select h.paint_id from holding h left join arrival a on a.id = h.arrival_id"
                                        + " where h.collector_id = :me and h.pour_id is null"
                                        + " and (h.price > 0 or a.kind in ('HAUL', 'SET', 'SPECIAL_EDITION'))"
                                        + t.when()
                                                .map(when -> " and " + sought.in("h.came_on", when, in))
                                                .orElse("")
                                        + ")")
                .on(
                        ArrivalTerms.OnDotCard.class,
                        (t, in) -> "p.id in (select d.paint_id from dot d join dotcard c"
                                + " on c.id = d.dotcard_id where d.collector_id = :me and d.paint_id is not null and c.number = "
                                + (t.number().isPresent()
                                        ? in.put(t.number().getAsInt())
                                        : "(select max(number) from dotcard where collector_id = :me)")
                                + ")")
                .on(
                        ArrivalTerms.GIVEN_ANONYMOUSLY,
                        "p.id in (select v.paint_id from arrival_line v join giver g on g.id = v.giver_id where"
                                + " v.collector_id = :me and g.name = '') or p.id in (select v.paint_id from arrival_line v"
                                + " join giver g on g.arrival_id = v.arrival_id where v.collector_id = :me"
                                + " and v.giver_id is null and g.name = '')");
    }

    @Override
    public Map<String, Function<Collector, List<String>>> names() {
        return Map.of(ArrivalTerms.GIVERS, store::giverNames, ArrivalTerms.ARRIVALS, store::arrivalNames);
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/arrivals", store::count);
    }
}
