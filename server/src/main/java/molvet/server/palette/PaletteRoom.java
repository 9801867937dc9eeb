package molvet.server.palette;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import molvet.core.collection.HoldingForm;
import molvet.core.measure.DayInWords;
import molvet.core.palette.PaletteTerms;
import molvet.core.platform.TermKind;
import molvet.server.collection.Witness;
import molvet.server.platform.Clauses;
import molvet.server.platform.Collector;
import molvet.server.platform.Room;
import molvet.server.platform.Table;
import org.springframework.stereotype.Component;

/** What palettes bring to the house, and what they know of paints: in which they lie, and when they were painted with. */
@Component
class PaletteRoom implements Room, Witness {
    private static final String NEWEST = "v.number > 0 and v.number = (select max(x.number) from palette_version x"
            + " where x.palette_id = v.palette_id)";
    private static final String LIES = "p.id in (select w.paint_id from palette_well w join palette_version v"
            + " on v.id = w.palette_version_id join palette b on b.id = v.palette_id"
            + " where w.collector_id = :me and w.paint_id is not null and ";

    private final PaletteStore store;
    private final PaletteExport export;

    PaletteRoom(PaletteStore store, PaletteExport export) {
        this.store = store;
        this.export = export;
    }

    @Override
    public String name() {
        return "palette";
    }

    @Override
    public Set<String> things() {
        return Set.of("palette");
    }

    @Override
    public List<Table> tables() {
        return List.of(
                Table.of("pan_size").words("form", HoldingForm.class),
                Table.of("box").sameBy("name"),
                Table.of("palette"),
                Table.of("palette_version"),
                Table.of("palette_well"),
                Table.of("palette_leaving").words("why", Palettes.Why.class),
                Table.of("painting").sameBy("title", "painted_on"),
                Table.of("painting_paint"));
    }

    @Override
    public Map<String, String> facts() {
        return Map.of("painting_paint", "select :paint_id");
    }

    @Override
    public Map<String, String> ribbons() {
        return Map.of(
                "palette",
                "select v.palette_id thing, w.paint_id, min(w.well) at from palette_well w join palette_version v"
                        + " on v.id = w.palette_version_id where w.collector_id = :me and w.paint_id is not null and v.number ="
                        + " (select max(x.number) from palette_version x where x.palette_id = v.palette_id)"
                        + " group by v.palette_id, w.paint_id");
    }

    @Override
    public Map<String, Function<Collector, List<?>>> exports() {
        return Map.of("boxes", export::boxes, "palettes", export::palettes, "paintings", export::paintings);
    }

    @Override
    public List<TermKind> terms() {
        return PaletteTerms.KINDS;
    }

    @Override
    public Clauses clauses() {
        String used = "p.id in (select u.paint_id from painting_paint u where u.collector_id = :me)";
        return new Clauses()
                .on(PaletteTerms.MOST_USED, used)
                .on(PaletteTerms.NEVER_USED, "p.standing = 'OWNED' and not " + used)
                .on(PaletteTerms.LEAST_USED, "p.standing in ('OWNED', 'SAMPLED')")
                .on(PaletteTerms.IN_ONE, LIES + NEWEST + ")")
                .on(PaletteTerms.IN_NONE, "p.standing in ('OWNED', 'SAMPLED') and not (" + LIES + NEWEST + "))")
                .on(
                        PaletteTerms.InPalette.class,
                        (t, in) -> LIES + "b.name = " + in.put(t.palette()) + " and " + NEWEST + ")")
                .on(PaletteTerms.LeftPalette.class, (t, in) -> {
                    String name = in.put(t.palette());
                    return LIES + "b.name = " + name + " and v.number > 0) and not (" + LIES + "b.name = " + name
                            + " and " + NEWEST + "))";
                });
    }

    @Override
    public Map<String, Function<Collector, List<String>>> names() {
        return Map.of(PaletteTerms.PALETTES, store::names);
    }

    @Override
    public Map<String, ToIntFunction<Collector>> counts() {
        return Map.of("/palettes", store::count);
    }

    /** A palette is looked through half a year after it was last changed; its page says what a review would take out. */
    @Override
    public List<CalendarDay> days(Collector me) {
        return store.newest(me).stream()
                .map(k -> new CalendarDay(
                        "review-" + k.id(),
                        k.since().plusMonths(PaletteViews.REVIEWED_AFTER_MONTHS),
                        "Look through “" + k.name() + "”",
                        "Its newest version is of " + DayInWords.of(k.since())
                                + ". Its page names what fades, is hardly used, or stands in for another.",
                        "Take something out of “" + k.name() + "”?"))
                .toList();
    }

    @Override
    public Optional<LocalDate> lastUse(Collector me, long paint) {
        return store.lastPainting(me, paint);
    }

    @Override
    public Optional<String> keeps(Collector me, long paint) {
        List<String> in = store.holding(me, paint);
        return in.isEmpty() ? Optional.empty() : Optional.of("lies or lay in " + String.join(" and ", in));
    }
}
